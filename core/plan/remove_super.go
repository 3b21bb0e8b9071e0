package plan

import (
	"fmt"
	"strings"

	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/moves"
	"kembo/core/words"
)

var removeSuper = Option{
	Action: RemoveSuper,
	When:   "supers on the hive hold next to nothing",
	Does:   "take the empty ones off, with the excluder where nothing is left above it",
	Source: "common practice: a super that nobody fills is cold in the way, and in the way of feed",
	steps:  removeSteps,
}

// offMinutes is what a box takes that comes off, and lightKg the most that an empty one holds. Source: common
// practice.
const offMinutes, lightKg = 3.0, 1.5

func removeSteps(x *scene) []Step {
	s := x.s
	var said []moves.Said
	for _, b := range s.Estimate.Stack.Boxes {
		if b.Super && b.HoneyKg() <= lightKg && b.BroodCells() == 0 {
			said = append(said, moves.Said{Do: "box_off", Box: b.ID})
		}
	}
	if len(said) == 0 {
		return nil
	}
	n := len(said)
	return []Step{{
		Key: fmt.Sprintf(
			"empty off %d",
			n,
		), Said: said, Opens: craft.LidOff, Minutes: offMinutes * float64(n), Keeps: keptCombs,
		say: func(s *Situation, p *part) told {
			var t told
			t.do = fmt.Sprintf("Take %s off %s", words.Count(n, "empty super", "empty supers"), s.by(p))
			t.reason, t.figures = reason(
				"{n} hold next to nothing, and about {flow} is likely from then to {then}.",
				counted(
					"n",
					n,
					"super on it",
					"supers on it",
				),
				s.kg("flow", x.comesKg()),
				dated("then", s.Today+day.Day(x.in+x.next)),
			)
			t.reason = singular(t.reason, n)
			t.brief = brief("{n} with next to nothing in it.", t.figures)
			t.change = "If they have begun to draw or to store in it, leave it."
			return t
		},
	}}
}

// keptCombs is what a kg of honey is worth that leaves a hive in combs that are not for sale. Source: none;
// guess: as feed.
const keptCombs = 0.3

// singular mends the verb of a sentence about one thing.
func singular(text string, n int) string {
	if n == 1 {
		return strings.Replace(text, " hold ", " holds ", 1)
	}
	return text
}

// comesKg is the honey that the hive likely gains from the day of the scene to the visit after it.
func (x *scene) comesKg() float64 {
	good := x.goodDayKg
	if good <= 0 {
		return 0
	}
	return min(x.flowKg, good*float64(x.next))
}
