package plan

import (
	"fmt"
	"math"
	"slices"

	"kembo/core/craft"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/season"
)

var condense = Option{
	Action: Condense,
	When: "in build-up the bees cover less than two fifths of their combs, and one of two boxes or more has no brood and " +
		"few stores",
	Does:   "hang its stores in the place of empty combs of the others, and take it away until they fill those",
	Source: "common practice; what it gains is thinly known, and small by assumption",
	steps:  condenseSteps,
}

// Of a colony in too wide a hive. Source: common practice; the gains are assumed: of an empty box at all, and what more it
// saves where nights of the week fall under wideNightC and no bees are in it.
const (
	wideCover, wideMinutes, wideCoolC = 0.4, 4.0, 16.0
	wideGain, chimneyGain, wideNightC = 0.35, 0.7, 8.0
	wideStoresKg, movedMinutes        = 8.0, 1.0 // that can be moved over, and what each comb of them takes
	fullComb                          = 1.6      // faces stored of a comb that is taken along
)

func condenseSteps(x *scene) []Step {
	s := x.s
	if phase := x.season.Phase(); phase != season.BuildUp && phase != season.Swarm || x.highC > wideCoolC ||
		x.bees >= wideCover*nestCapacity(s) {
		return nil
	}
	nest := s.nest()
	if len(nest) < 2 {
		return nil
	}
	for _, b := range slices.Backward(nest) {
		if b.HoneyKg() > wideStoresKg || b.BroodCells() > 0 || x.fills(nestCapacity(s)-capacityOf(b)) {
			continue
		}
		combs := 0
		if kg := b.HoneyKg(); kg > lightKg {
			combs = int(math.Ceil(kg / (fullComb * b.Format.Frame.HoneyKg(b.Format.ThicknessMM(len(b.Frames))))))
		}
		gain, opens := wideGain, craft.Parted
		if x.coldestC < wideNightC {
			gain += chimneyGain
		}
		if combs > 0 {
			opens = craft.Nest
		}
		return []Step{{
			Key: "condense " + b.ID, Said: []moves.Said{{Do: "box_condensed", Box: b.ID}}, Opens: opens,
			Minutes: wideMinutes + movedMinutes*float64(combs), Kg: -gain,
			say: func(s *Situation, p *part) told { return s.sayCondense(p, combs, b.HoneyKg()) },
		}}
	}
	return nil
}

func (s *Situation) sayCondense(p *part, combs int, kg float64) told {
	var t told
	x := s.scene(p.in)
	f := s.Estimate.Stack.Boxes[0].Format.Frame
	t.do = "Take the empty box away " + s.by(p)
	text := "About {bees} bees cover {combs} of {all} combs, and one box is empty: less room to warm while nights are cold."
	if combs > 0 {
		t.do = "Put them into one box fewer " + s.by(p)
		text = "About {bees} bees cover {combs} of {all} combs. Hang the {stores} of one box in the place of empty ones beside " +
			"them and take that box away: less room to warm while nights are cold."
	}
	t.reason, t.figures = reason(text, count("bees", x.bees),
		Figure{"combs", x.bees / f.BeesAtFullCover(), fmt.Sprintf("%.0f", x.bees/f.BeesAtFullCover())},
		whole("all", nestCapacity(s)/f.BeesAtFullCover()), counted("stores", combs, "comb of stores", "combs of stores"),
	)
	t.brief = brief("{bees} bees on {combs} of {all} combs.", t.figures)
	t.change = "If brood stands in both boxes, leave it. Give the box back when eight of ten combs are covered."
	if combs > 0 {
		t.cautions = []string{
			fmt.Sprintf("Take along the combs that hold its %s of stores, about %d, whichever they are.", s.kg("kg", kg).Text, combs),
			"Look each comb over for the queen, and shake the bees of the box down before it goes.",
		}
	}
	return t
}

// nestCapacity returns the bees that cover the nest's combs.
func nestCapacity(s *Situation) float64 {
	n := 0.0
	for _, b := range s.nest() {
		n += capacityOf(b)
	}
	return n
}

// capacityOf returns the bees that cover a box's combs.
func capacityOf(b hive.Box) float64 { return float64(len(b.Frames)) * b.Format.Frame.BeesAtFullCover() }

// fills reports whether the bees that are there and will emerge within a week fill so much.
func (x *scene) fills(capacity float64) bool { return x.bees+emerges*x.brood >= fillsNest*capacity }
