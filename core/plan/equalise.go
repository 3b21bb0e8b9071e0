package plan

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/craft"
	"kembo/core/forecast"
	"kembo/core/words"
)

var equalise = Option{
	Action: Equalise,
	When:   "one hive lacks stores and another of the yard, healthy, has them to spare",
	Does:   "move combs of sealed honey from the rich one to the poor one, drawn comb back",
	Source: "common practice: before anything is fed",
	steps:  equaliseSteps,
}

// Of combs that change hives. Source: common practice.
const (
	combMoveMinutes = 4.0
	deepHoneyKg     = 2.5
	spareLeast      = 5.0 // kg over its need that a hive must have to give
	hungerWorth     = 0.5 // kg of honey that a kg is worth to a hive that lacks it
	promisedKg      = 3.0 // a guess: worth of keeping to what the other hive’s plan takes, whose work is counted there
)

// combsMoved are the combs that are tried. Source: common practice.
var combsMoved = []int{2, 4}

func equaliseSteps(x *scene) []Step {
	s := x.s
	var out []Step
	next, _ := s.visits()
	if x.in != next { // both hives are opened on one visit
		return nil
	}
	lacks := s.lacks(s.scene(next)) // as the yard's other hives are told it
	match := s.matched()
	for _, n := range s.Neighbours {
		if n.Planned && n.Takes == s.code() && n.TakesWhat == colony.HoneyCombs && -lacks > 0 && x.nestKg > deepHoneyKg*float64(n.TakesCombs) {
			out = append(out, s.giveHoney(x, n.Colony, n.TakesCombs, promisedKg))
		}
		if n.Colony != match || n.Planned && -lacks >= spareLeast { // what the one that lacks is told settles it
			continue
		}
		for _, combs := range combsMoved {
			kg := deepHoneyKg * float64(combs)
			switch {
			case lacks > 1 && n.SpareKg >= spareLeast && kg <= n.SpareKg && kg <= lacks+deepHoneyKg:
				out = append(out, s.takeHoney(n.Colony, combs, kg))
			case -lacks >= spareLeast && n.SpareKg < -1 && kg <= -lacks && kg <= -n.SpareKg+deepHoneyKg && x.nestKg > kg:
				out = append(out, s.giveHoney(x, n.Colony, combs, 0))
			}
		}
	}
	return out
}

// matched returns the hive of the yard with which this one evens out by the yard's pairs. "" for none.
func (s *Situation) matched() string {
	honey := s.pairs().Honey
	if from, ok := honey[s.code()]; ok {
		return from
	}
	for to, from := range honey { // each gives to one
		if from == s.code() {
			return to
		}
	}
	return ""
}

// lacks returns the stores that the hive lacks: for winter late in the year, else under its reserve and what
// it eats until the visit after; under 0 what it can spare.
func (s *Situation) lacks(x *scene) float64 {
	if s.forWinter(x) {
		return x.lacksKg()
	}
	return s.Input.ReserveKg + overReserve - x.nestKg
}

// SpareKg returns the stores that the hive has over what it needs, on the day of the visit; of them no more than the
// combs of its nest can give.
func (s *Situation) SpareKg() float64 {
	s.prepare()
	next, _ := s.visits()
	x := s.scene(next)
	spare := -s.lacks(x)
	if spare > 0 && s.forWinter(x) {
		spare = min(spare, max(0, x.nestKg-keptInNest*s.WinterTarget()))
	}
	return spare
}

// keptInNest is the share of its winter stores that stays in the nest of a hive that gives, whatever stands above.
// Source: common practice: the cluster begins the winter on honey; the size a guess.
const keptInNest = 0.6

// takeHoney is what the poor hive gets; what it is worth to the one that gives is reckoned there.
func (s *Situation) takeHoney(from string, combs int, kg float64) Step {
	return Step{
		Key: fmt.Sprintf("take %d of %s", combs, from), Opens: craft.Nest, Minutes: combMoveMinutes * float64(combs),
		Moves: crossing{partner: from, takes: true, combs: combs}, FedKg: kg,
		Changes: []bees.Change{{FeedKg: kg}},
		say: func(s *Situation, p *part) told {
			var t told
			t.do = fmt.Sprintf("Give it %s of honey from %s %s", words.Count(combs, "comb", "combs"), from, s.by(p))
			t.reason, t.figures = reason(
				"There is about {stores} in the hive; {from} has about {spare} over what it needs. {under} that food falls "+
					"under the reserve of {reserve} before {visit}.",
				s.kg("stores", s.Base.Stores.Likely),
				Figure{"from", 0, from},
				s.kg("spare", s.neighbour(from).SpareKg),
				chance("under", s.Base.Chance(forecast.Food, s.Days()+visitIsOver)),
				s.kg("reserve", s.Input.ReserveKg),
				dated("visit", s.Visit),
				s.kg("given", kg),
			)
			t.brief = brief("About {stores}; {from} can spare {spare}.", t.figures)
			t.cautions = []string{
				"Healthy hives only, without bees or queen on the combs; drawn comb goes back in their place.",
			}
			return t
		},
	}
}

func (s *Situation) giveHoney(x *scene, to string, combs int, promised float64) Step {
	kg := deepHoneyKg * float64(combs)
	share := kg / max(x.nestKg, kg)
	return Step{
		Key: fmt.Sprintf("give %d to %s", combs, to), Opens: craft.Nest, Minutes: combMoveMinutes * float64(combs),
		Keeps: s.weights().SugarKg + hungerWorth, Moves: crossing{partner: to, gives: true, combs: combs}, Kg: -promised,
		Changes: []bees.Change{{NestHoneyOut: share}},
		say: func(s *Situation, p *part) told {
			var t told
			t.do = fmt.Sprintf("Take %s of honey out for %s %s", words.Count(combs, "comb", "combs"), to, s.by(p))
			n := s.neighbour(to)
			t.reason, t.figures = reason(
				"The nest holds about {nest}, more than it needs; {to} has {stores} and lacks about {lacks}.",
				s.kg(
					"nest",
					s.Base.NestStores.Likely,
				),
				Figure{"to", 0, to},
				s.kg("stores", n.StoresKg),
				s.kg("lacks", -n.SpareKg),
				s.kg("given", kg),
			)
			t.brief = brief("{to} lacks {lacks}.", t.figures)
			t.cautions = []string{
				"Healthy hives only, without bees or queen on the combs; drawn comb goes back in their place.",
			}
			return t
		},
	}
}
