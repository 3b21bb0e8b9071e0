package advice

import (
	"fmt"
	"math"

	"kembo/core/bees"
	"kembo/core/season"
	"kembo/core/words"
)

// packCover is the share of a box's combs that wintering bees cover when they fill
// it. Source: common practice.
const packCover = 0.55

// forStores is the share of a box that holds its target; a fifth of the cells stays
// for the cluster. Source: common practice; the number a guess.
const forStores = 0.8

var packDown = Rule{
	Action: PackDown,
	Fires:  "in autumn there are more boxes than the bees fill and their stores need",
	Then:   "winter on fewer boxes",
	Source: "common practice: boxes against bees; stores must fit",
	Check:  checkPackDown,
}

func checkPackDown(s *Situation) (Advice, bool) {
	if !season.PackingDown.Has(s.Season) || s.Stale() {
		return Advice{}, false
	}
	st := s.Estimate.Stack
	nest, supers := 0, 0
	for _, b := range st.Boxes {
		if b.Super {
			supers++
		} else {
			nest++
		}
	}
	if nest == 0 || len(st.Boxes[0].Frames) == 0 {
		return Advice{}, false
	}
	box := st.Boxes[0]
	perBox := float64(len(box.Frames)) * box.Format.Frame.BeesAtFullCover()
	covering := s.Base.Bees.Likely
	holds := 2 * float64(len(box.Frames)) * box.Format.Frame.HoneyKg(box.Format.ThicknessMM(len(box.Frames)))
	byBees := int(math.Ceil(covering * packCover / perBox))
	byStores := int(math.Ceil(s.WinterTarget() / (forStores * holds)))
	want := max(1, byBees, byStores)
	want = min(want, nest)
	if want == nest && supers == 0 {
		return Advice{}, false
	}
	off := nest - want + supers
	change := bees.Change{
		Day: s.Today, NestDrawnOut: float64(nest-want) / float64(nest), SuperOut: 1, SuperDrawnOut: 1,
		SuperUndrawnOut: 1,
	}
	if s.Base.SuperStores.Likely < 2 {
		change.SuperOut = 0 // they carry the last of it down, if it is let
		change.SuperDrawnOut, change.SuperUndrawnOut = 0, 0
	}
	by := max(s.Season.DayOf(season.PackingDown.By), s.Today)
	a := Advice{ActBy: by, Changes: []bees.Change{change}, Result: s.With(change), Confidence: sureWinter}
	a.Do = fmt.Sprintf("Pack down to %s %s", words.Count(want, "box", "boxes"), s.by(by))
	a.Reason, a.Figures = reason(
		"About {bees} bees cover {combs} of {all} combs, and {target} of stores fits in {want}. Take {off} off.",
		count("bees", covering), whole("combs", covering/box.Format.Frame.BeesAtFullCover()),
		whole("all", float64(st.Frames())), s.kg("target", s.WinterTarget()),
		Figure{"want", float64(want), words.Count(want, "box", "boxes")},
		Figure{"off", float64(off), words.Count(off, "box", "boxes")},
	)
	a.Brief = brief("About {bees} bees on {all} combs.", a.Figures)
	a.WouldChange = "Keep pollen combs and those the cluster sits on; excluder off, mouse guard on."
	if st.ExcluderAbove > 0 {
		a.Cautions = append(
			a.Cautions, "Take the excluder out: the cluster moves up in winter and leaves a queen under it to die.",
		)
	}
	if say := s.holes(); say != "" {
		a.Cautions = append(a.Cautions, say+". The guard at the floor keeps no mouse out there: shut it, or leave no "+
			"more than 9 mm.")
	}
	return a, true
}
