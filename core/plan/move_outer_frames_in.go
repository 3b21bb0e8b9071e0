package plan

import (
	"fmt"

	"kembo/core/craft"
	"kembo/core/forecast"
	"kembo/core/moves"
	"kembo/core/words"
)

var moveOuterFramesIn = Option{
	Action: MoveOuterFramesIn,
	When: "some members starve in the cold with honey in the box that they cannot reach, combs of honey hang off the brood, and " +
		"the day is warm enough",
	Does:   "hang combs of honey from the walls next to the brood, where the cluster touches them",
	Source: "common practice: a small cluster with brood starves beside honey in a few days of cold",
	steps:  framesInSteps,
}

// Of combs hung inwards. Source: common practice: on a day on which bees fly, about 10 °C, a comb or two in a few minutes.
const framesInC, framesInMinutes = 10.0, 3.0

// framesIn are the combs that are tried.
var framesIn = []int{2, 1}

func framesInSteps(x *scene) []Step {
	s := x.s
	till := float64(x.in+x.next) + visitIsOver
	if x.highC < framesInC || s.Base.LastChance(till) < hardlyAny {
		return nil
	}
	for _, combs := range framesIn {
		said := []moves.Said{{Do: "honey_in", N: float64(combs)}}
		if _, _, err := moves.All.ExactAll(s.hive(), said, moves.Unnamed()); err != nil {
			continue
		}
		return []Step{{
			Key: fmt.Sprintf("in %d", combs), Said: said, Opens: craft.Nest, Minutes: framesInMinutes * float64(combs),
			say: func(s *Situation, p *part) told { return s.sayFramesIn(p, combs) },
		}}
	}
	return nil
}

func (s *Situation) sayFramesIn(p *part, combs int) told {
	var t told
	till := max(s.Days()+visitIsOver, float64(p.in))
	t.do = fmt.Sprintf("Hang %s of honey beside the brood %s", words.Count(combs, "comb", "combs"), s.by(p))
	t.reason, t.figures = reason(
		"There is about {stores} in the hive, and in the cold the bees reach about {reach} of it. {hungry} that they have nothing "+
			"left to reach before {visit}.",
		s.kg("stores", s.Base.Stores.Likely), s.kg("reach", s.scene(p.in).reachKg), chance("hungry", s.Base.LastChance(till)),
		dated("visit", s.Visit), chance("under", s.Base.Chance(forecast.Food, till)),
	)
	t.brief = brief("{stores} in the hive; the bees reach {reach}.", t.figures)
	t.change = "If the bees hang on honey right and left, leave them."
	t.cautions = []string{
		"On a day on which they fly, in a few minutes: slide the combs along, and pull none out of the cluster.",
	}
	return t
}
