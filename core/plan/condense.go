package plan

import (
	"fmt"

	"kembo/core/craft"
	"kembo/core/moves"
	"kembo/core/season"
)

var condense = Option{
	Action: Condense,
	When:   "in build-up the bees cover less than two fifths of their combs and one of two boxes or more is empty",
	Does:   "take the empty box away until they fill the other",
	Source: "common practice; what it gains is thinly known, and small by assumption",
	steps:  condenseSteps,
}

// Of a colony in too wide a hive. Source: common practice; the gain is assumed: a tenth of a kilogram a week
// of cold.
const wideCover, wideMinutes, wideGain, wideCoolC = 0.4, 4.0, 0.35, 16.0

func condenseSteps(x *scene) []Step {
	s := x.s
	if x.season.Phase() != season.BuildUp || x.highC > wideCoolC || x.bees >= wideCover*nestCapacity(s) {
		return nil
	}
	nest := s.nest()
	if len(nest) < 2 {
		return nil
	}
	for _, b := range nest {
		if b.HoneyKg() <= lightKg && b.BroodCells() == 0 {
			return []Step{{
				Key: "condense " + b.ID, Said: []moves.Said{{Do: "box_off", Box: b.ID}}, Opens: craft.Parted, Minutes: wideMinutes,
				Kg: -wideGain, Keeps: keptCombs,
				say: func(s *Situation, p *part) told {
					var t told
					t.do = "Take the empty box away " + s.by(p)
					f := s.Estimate.Stack.Boxes[0].Format.Frame
					t.reason, t.figures = reason(
						"About {bees} bees cover {combs} of {all} combs, and one box is empty: less room to warm while nights are cold.",
						count(
							"bees",
							x.bees,
						),
						Figure{"combs", x.bees / f.BeesAtFullCover(), fmt.Sprintf("%.0f", x.bees/f.BeesAtFullCover())},
						whole("all", float64(s.Estimate.Stack.Frames())),
					)
					t.brief = brief("{bees} bees on {combs} of {all} combs.", t.figures)
					t.change = "If brood stands in both boxes, leave it. Give the box back when eight of ten combs are covered."
					return t
				},
			}}
		}
	}
	return nil
}

// nestCapacity returns the bees that cover the nest's combs.
func nestCapacity(s *Situation) float64 {
	n := 0.0
	for _, b := range s.nest() {
		n += float64(len(b.Frames)) * b.Format.Frame.BeesAtFullCover()
	}
	return n
}
