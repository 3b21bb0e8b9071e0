package plan

import (
	"fmt"
	"math"

	"kembo/core/craft"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/season"
	"kembo/core/words"
)

// packCover is the share of a box's combs that wintering bees cover who fill it. Source: common practice: ten seams
// are a box full, fourteen are two.
const packCover = 0.75

// forStores is the share of a box that holds its target; a fifth of the cells stays
// for the cluster. Source: common practice; the number a guess.
const forStores = 0.8

var packDown = Option{
	Action: PackDown,
	When: "nothing more is to come this season and there are boxes that neither the bees fill nor their stores need, " +
		"or an excluder with a box above it",
	Does:   "take off the boxes that are empty enough, the emptiest first, and the excluder out",
	Source: "common practice: boxes against bees; stores must fit and stay",
	steps:  packSteps,
}

// packFlowKg is what the yard still offers under which the season is over for packing down, packBrood the
// frames of brood under which the nest is small enough, and packKg the most honey that a box goes with.
// Source: common practice; sizes are guesses.
const packFlowKg, packBrood, packKg = 3.0, 4.0, 3.0

// seasonOver reports whether on the day of a scene nothing more is to come before winter.
func (x *scene) seasonOver() bool {
	b := x.s.Estimate.Stack.Boxes[0]
	frames := x.brood / (2 * b.Format.Frame.WorkerCells())
	return x.ahead.FlowKg < packFlowKg && frames < packBrood && season.SupersIdle.From < x.season.Bees
}

// boxesWanted is how many boxes of the nest's format the bees fill and their stores need.
func (x *scene) boxesWanted() int {
	box := x.s.Estimate.Stack.Boxes[0]
	f := box.Format
	perBox := float64(len(box.Frames)) * f.Frame.BeesAtFullCover()
	holds := 2 * float64(len(box.Frames)) * f.Frame.HoneyKg(f.ThicknessMM(len(box.Frames)))
	byBees := int(math.Ceil(x.bees / (packCover * perBox)))
	byStores := int(math.Ceil(x.s.WinterTarget() / (forStores * holds)))
	return max(1, byBees, byStores)
}

func packSteps(x *scene) []Step {
	s := x.s
	st := s.Estimate.Stack
	if !x.seasonOver() {
		if st.ExcluderAbove > 0 && season.ExcluderOut.Has(x.season) { // whatever brood there is, and whatever comes
			return []Step{x.packed([]moves.Said{{Do: "excluder_out"}}, 0)}
		}
		return nil
	}
	var said []moves.Said
	if st.ExcluderAbove > 0 {
		said = append(said, moves.Said{Do: "excluder_out"})
	}
	nests, off := len(s.nest()), 0
	for i := len(st.Boxes) - 1; i >= 0; i-- { // from the top, and one under the cluster
		b := st.Boxes[i]
		light := b.HoneyKg() <= packKg && b.BroodCells() < float64(len(b.Frames))
		spare := b.Super || nests > x.boxesWanted()
		if !light || !spare || len(st.Boxes)-off <= 1 {
			continue
		}
		said = append(said, moves.Said{Do: "box_off", Box: b.ID})
		off++
		if !b.Super {
			nests--
		}
	}
	if len(said) == 0 {
		return nil
	}
	return []Step{x.packed(said, off)}
}

// packed is the step that takes so many boxes off, or the excluder out alone.
func (x *scene) packed(said []moves.Said, off int) Step {
	left := len(x.s.Estimate.Stack.Boxes) - off
	return Step{
		Key: fmt.Sprintf("pack %d", left), Said: said, Opens: craft.Parted, Minutes: offMinutes * float64(off), Keeps: keptCombs,
		say: func(s *Situation, p *part) told { return s.sayPack(p, x, left, off) },
	}
}

func (s *Situation) sayPack(p *part, x *scene, left, off int) told {
	var t told
	st := s.Estimate.Stack
	f := st.Boxes[0].Format.Frame
	t.do = fmt.Sprintf("Pack down to %s %s", words.Count(left, "box", "boxes"), s.by(p))
	text := "About {bees} bees cover {combs} of {all} combs. {off} off that {empty} next to nothing; {stays} stays with them, " +
		"where {target} is wanted."
	if off == 0 {
		t.do = "Take the excluder out " + s.by(p)
		text = "The cluster moves up in winter and leaves a queen under an excluder to die. About {bees} bees are in {boxes}."
	}
	t.reason, t.figures = reason(text,
		count("bees", x.bees), whole("combs", x.bees/f.BeesAtFullCover()), whole("all", float64(st.Frames())),
		counted("off", off, "box comes", "boxes come"), Figure{"empty", float64(off), holdWord(off)},
		s.kg("stays", s.Base.Stores.Likely), s.kg("target", s.WinterTarget()),
		counted("boxes", len(st.Boxes), "box", "boxes"),
	)
	t.brief = brief("About {bees} bees on {all} combs.", t.figures)
	t.change = "Keep pollen combs and those that the cluster sits on."
	if st.ExcluderAbove > 0 && off > 0 {
		t.cautions = append(
			t.cautions, "Take the excluder out: the cluster moves up in winter and leaves a queen under it to die.",
		)
	}
	if say := s.holes(); say != "" {
		t.cautions = append(t.cautions, say+". The guard at the floor keeps no mouse out there: shut it, or leave no "+
			"more than 9 mm.")
	}
	t.cautions = s.heavyCaution(t.cautions)
	return t
}

func holdWord(n int) string {
	if n == 1 {
		return "holds"
	}
	return "hold"
}

// spareBoxKg is what a box costs that winters without being needed. Source: none; guess: comb that moulds and
// moths, and room to heat.
const spareBoxKg = 2.0

// spareBoxes returns what boxes cost that are left on after the visit without being needed in winter.
func (s *Situation) spareBoxes(after hive.Stack) float64 {
	next, _ := s.visits()
	x := s.scene(next)
	if len(after.Boxes) == 0 || !x.seasonOver() {
		return 0
	}
	light, nests := 0, 0
	for _, b := range after.Boxes {
		if !b.Super {
			nests++
		}
	}
	for _, b := range after.Boxes {
		if b.HoneyKg() <= packKg && b.BroodCells() < float64(len(b.Frames)) && (b.Super || nests > x.boxesWanted()) {
			light++
			if !b.Super {
				nests--
			}
		}
	}
	return spareBoxKg * float64(light)
}
