package plan

import (
	"fmt"
	"math"

	"kembo/core/bees"
	"kembo/core/craft"
)

var feedPollen = Option{
	Action: FeedPollen,
	When:   "there is brood, its pollen ends within a fortnight, and in the week after they hardly fly for more",
	Does:   "lay a patty of pollen, or of what stands for it, over the brood",
	Source: "common practice: colonies with honey fail in a wet April without pollen",
	steps:  pollenSteps,
}

// Of a patty. Source: common practice: half a kilogram at a time, with 15 % of protein where pollen has
// 23; a cell of pollen weighs 0.15 g (values).
const (
	pattyKg, pattyPollen, pollenCellKg = 0.5, 0.65, 0.00015
	pollenDaysLeast                    = 14
	pattyKgOfHoney                     = 0.4 // what it costs
	larvaeLeast                        = 1000
	patties                            = 4
)

// fetchesHours is the flight in a week, in hours at the height of some plant's pollen, on which they carry in what
// they need: two warm days. Source: common practice; the number a guess.
const fetchesHours = 8.0

func pollenSteps(x *scene) []Step {
	if x.larvae < larvaeLeast || x.pollenDays >= pollenDaysLeast || x.pollenHours >= fetchesHours {
		return nil
	}
	var out []Step
	// As many as are eaten by the visit after; more would mould.
	eaten := x.larvae * x.s.Input.Parameters.PollenPerLarva * float64(max(x.next, pollenDaysLeast))
	for n := 1; n <= patties && float64(n-1)*pattyKg*pattyPollen/pollenCellKg < eaten; n++ {
		kg := pattyKg * float64(n)
		cells := kg * pattyPollen / pollenCellKg
		out = append(out, Step{
			Key: fmt.Sprintf("pollen %d", n), Opens: craft.LidOff, Minutes: 2, Kg: pattyKgOfHoney * float64(n),
			Changes: []bees.Change{{In: &bees.Parcel{{Pollen: cells}}}},
			Load:    []Need{{What: "pollen patty", Count: kg, Unit: "kg"}},
			say: func(s *Situation, p *part) told {
				var t told
				t.do = fmt.Sprintf("Lay %s of pollen patty over the brood %s", s.mass(kg), s.by(p))
				left := s.Base.PollenDays
				t.reason, t.figures = reason(
					"There is pollen for about {pollen} for the larvae that are there ({low} to {high}); without it they eat "+
						"the youngest, however much honey there is.",
					days("pollen", int(math.Round(left.Likely))),
					whole("low", left.Low),
					whole("high", left.High),
					s.kg("patty", kg),
				)
				t.brief = brief("Pollen for about {pollen}.", t.figures)
				t.change = "Two warm days on which they carry pollen in put it off."
				return t
			},
		})
	}
	return out
}
