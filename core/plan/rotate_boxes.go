package plan

import (
	"kembo/core/craft"
	"kembo/core/moves"
)

var rotateBoxes = Option{
	Action: RotateBoxes,
	When: "in build-up and swarm season, while most of the year’s flow is yet to come and none is on, a nest of two boxes " +
		"has all its brood in the upper one and next to nothing in the lower, and eight combs of bees",
	Does:   "put the upper box down and the empty one over it, so that the nest grows upwards",
	Source: "common practice of one school: queens go up more readily than down; what it takes of the urge is assumed",
	steps:  rotateSteps,
}

// Of turning a nest. Source: common practice; broodless is half a comb of brood at most.
const rotateMinutes, rotateBrood, rotateBelow, rotateHoneyKg = 8.0, 2.5, 0.2, 6.0

func rotateSteps(x *scene) []Step {
	s := x.s
	nest := s.nest()
	if !x.grows() || x.aloneNow() || len(nest) != 2 || x.combsOfBees() < combsFull {
		return nil
	}
	comb := 2 * nest[1].Format.Frame.WorkerCells()
	if nest[0].BroodCells() > rotateBelow*comb || nest[1].BroodCells() < rotateBrood*comb || nest[0].HoneyKg() > rotateHoneyKg {
		return nil
	}
	return []Step{{
		Key: "turn", Said: []moves.Said{{Do: "nest_turned"}}, Opens: craft.Parted, Minutes: rotateMinutes, Eases: rotateEase,
		Moves: crossing{opensNest: true},
		say: func(s *Situation, p *part) told {
			var t told
			t.do = "Turn the boxes of the nest " + s.by(p)
			t.reason, t.figures = reason(
				"All brood is in the upper box, and the lower one is next to empty. {bees} bees cover {combs} combs: put the brood "+
					"down and the empty box over it, where they go first.",
				count("bees", x.bees), tenth("combs", x.combsOfBees()),
			)
			t.brief = brief("Brood above, an empty box below; {combs} combs of bees.", t.figures)
			t.change = "If you find brood in the lower box too, leave it: turned, the nest would be parted."
			t.cautions = []string{"Clean the floor, and take the reducer out."}
			return t
		},
	}}
}
