package plan

import (
	"fmt"
	"slices"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/craft"
	"kembo/core/moves"
)

var swapPlaces = Option{
	Action: SwapPlaces,
	When: "it is the keeper’s custom, a flow is on and they fly, and a small, healthy colony under a queen who lays well stands in a " +
		"yard with a strong, healthy one",
	Does:   "the two change places, so that the bees that fly come home to the small one",
	Source: "common practice; that nine in ten of them do is a guess",
	steps:  swapSteps,
}

// Of hives that change places. Source: common practice: at noon of a good day in a flow, when strangers are let in; sizes are
// guesses.
const (
	swapWarmC   = 16.0 // the high of such a day
	swapFlowKg  = 1.0  // that is offered until the visit after it, at least
	swapMinutes = 15.0
	swapTimes   = 2.0 // as many bees as the small one the strong one has, at least
)

// flies is the share of a strong hive's bees that fly in season. Source: Winston 1987, from memory: about a third.
const flies = 1.0 / 3

// fliersMoved are how many more come than go, for which it is told what they are worth. Rounding.
var fliersMoved = [2]float64{4000, 8000}

// fliersOver returns how many bees that fly a small hive gains by the place of a strong one.
func fliersOver(strong, small float64) float64 { return flies * strong * moves.NetOver(strong, small) }

// swapped reports whether a colony is one that fliers of another make something of.
func (x *scene) swapped() bool {
	s := x.s
	return s.Settings.custom(SwapPlaces) && x.highC >= swapWarmC && x.flowKg >= swapFlowKg && s.bees() < boostedUnder &&
		s.bees() >= boostedLeast && x.queenless < noQueenFrom && !x.aloneNow() && !s.doubted() && x.peak >= poorPeak &&
		s.queenAge() <= oldAge && x.free > 0 && s.Health == colony.Healthy
}

func swapSteps(x *scene) []Step {
	s := x.s
	next, _ := s.visits()
	if x.in != next || s.suspect() || len(s.nest()) == 0 { // both hives are moved on one visit
		return nil
	}
	var out []Step
	for _, n := range s.Neighbours { // what another's plan takes of this one
		if n.Planned && n.Takes == s.code() && n.TakesWhat == colony.Fliers {
			out = append(out, s.giveFliers(n))
		}
	}
	if !x.swapped() {
		return out
	}
	if n := s.neighbour(s.pairs().Fliers[s.code()]); n != nil {
		out = append(out, s.takeFliers(x, *n))
	}
	return out
}

// bees returns the bees of today, as its neighbours know them.
func (s *Situation) bees() float64 { return s.Base.Bees.Likely }

// fliersIn is what fliers are to the hive that gains them, and fliersOut to the one that loses them.
func fliersIn(n float64) []bees.Change { return []bees.Change{{In: &bees.Parcel{{Foragers: n}}}} }

func (s *Situation) fliersOut(n float64) []bees.Change {
	return []bees.Change{{FliersOut: min(moves.ComeHome, n/max(flies*s.bees(), 1))}}
}

// fliersTold returns what fliers come to for the hive: nothing is told where it is not the custom.
func (s *Situation) fliersTold(own []part, x *scene) colony.Worth {
	switch {
	case x.swapped():
		return s.fliersWorth(x)
	case s.Settings.custom(SwapPlaces) && s.Health == colony.Healthy && s.bees() >= donorBees:
		return s.fliersCost(own, x)
	}
	return colony.Worth{}
}

// fliersWorth returns what fliers are worth to a small hive, beside leaving it.
func (s *Situation) fliersWorth(x *scene) colony.Worth {
	out, leave := colony.Worth{Told: true}, s.try(nil, searchMembers)
	for i, n := range fliersMoved {
		o := s.try([]part{{Step: &Step{
			Action: SwapPlaces, Key: fmt.Sprintf("%.0f fliers more", n), Changes: fliersIn(n), Moves: crossing{takes: true},
		}, in: x.in, by: x.in}}, searchMembers)
		if o.forbidden {
			return colony.Worth{}
		}
		out.Kg[i] = max(0, o.mean-leave.mean)
	}
	return out
}

// fliersCost returns what a strong hive loses by fliers, beside its own plan.
func (s *Situation) fliersCost(own []part, x *scene) colony.Worth {
	parted := func(p part) bool { return p.Action == SwarmControl || p.Action == Combine }
	if slices.ContainsFunc(own, parted) {
		return colony.Worth{}
	}
	own = slices.DeleteFunc(slices.Clone(own), func(p part) bool { return p.Action == SwapPlaces })
	out, without := colony.Worth{Told: true}, s.try(own, searchMembers)
	for i, n := range fliersMoved {
		o := s.try(append(slices.Clone(own), part{Step: &Step{
			Action: SwapPlaces, Key: fmt.Sprintf("%.0f fliers less", n), Changes: s.fliersOut(n), Moves: crossing{gives: true},
		}, in: x.in, by: x.in}), searchMembers)
		if o.forbidden {
			return colony.Worth{}
		}
		out.Kg[i] = max(leastBroodPriceKg, without.mean-o.mean)
	}
	return out
}

// forFliers returns a worth for so many, between those that were told.
func forFliers(w colony.Worth, n float64) float64 {
	switch {
	case n <= fliersMoved[0]:
		return w.Kg[0] * n / fliersMoved[0]
	case n >= fliersMoved[1]:
		return w.Kg[1]
	}
	share := (n - fliersMoved[0]) / (fliersMoved[1] - fliersMoved[0])
	return w.Kg[0] + share*(w.Kg[1]-w.Kg[0])
}

// usualFliersPriceKg is what a strong hive loses by each bee that flies where it was not worked out, kg of honey. Source:
// what it comes to in the situations of what is wished.
const usualFliersPriceKg = 0.0003

// fliersPrice returns what a strong hive loses by fliers, kg of honey.
func fliersPrice(n colony.Neighbour, fliers float64) float64 {
	if !n.Fliers.Told {
		return usualFliersPriceKg * fliers
	}
	return forFliers(n.Fliers, fliers)
}

// fliersPair returns what it is worth at best that two hives change places, kg; nothing where the small one was not told of it.
func fliersPair(from, to colony.Neighbour) float64 {
	if !to.Fliers.Told || from.Bees < swapTimes*to.Bees {
		return 0
	}
	n := fliersOver(from.Bees, to.Bees)
	return forFliers(to.Fliers, n) - fliersPrice(from, n) + customKg
}

// takeFliers is what the small hive gets.
func (s *Situation) takeFliers(x *scene, n colony.Neighbour) Step {
	come := fliersOver(n.Bees, s.bees())
	price := fliersPrice(n, come)
	return Step{
		Key: "places with " + n.Colony, Opens: craft.Shut, Minutes: swapMinutes, Kg: price, PaysKg: price, Changes: fliersIn(come),
		Moves: crossing{partner: n.Colony, takes: true, combs: 1, what: colony.Fliers},
		say: func(s *Situation, p *part) told {
			var t told
			t.do = fmt.Sprintf("Let it and %s change places %s", n.Colony, s.by(p))
			t.reason, t.figures = reason(
				"About {bees} bees are here under a queen who lays as she should, and {flow} is offered until the visit after. "+
					"{from} has about {strong}; about {come} bees that fly come home to its place, more than leave this one.",
				count("bees", s.bees()), s.kg("flow", x.flowKg), Figure{"from", 0, n.Colony}, count("strong", n.Bees), count("come", come),
			)
			t.brief = brief("{bees} bees under a good queen; {come} fliers of {from} come home to it.", t.figures)
			t.change = "Where robbers are about, or nothing comes in, leave both where they stand: strangers are fought."
			t.cautions = swapCautions
			return t
		},
	}
}

// giveFliers is what the strong hive gives, for another whose plan has it.
func (s *Situation) giveFliers(n colony.Neighbour) Step {
	return Step{
		Key: "give place to " + n.Colony, Opens: craft.Shut, Kg: -(n.TakesForKg + promisedKg),
		Moves:   crossing{partner: n.Colony, gives: true, combs: 1, what: colony.Fliers},
		Changes: s.fliersOut(fliersOver(s.bees(), n.Bees)),
		say: func(s *Situation, p *part) told {
			var t told
			t.do = fmt.Sprintf("Let it and %s change places %s", n.Colony, s.by(p))
			t.reason, t.figures = reason(
				"{to} has about {few} bees under a good queen. Here are {bees}: those that fly come home to {to}, and fewer are left to "+
					"swarm.",
				Figure{"to", 0, n.Colony}, count("few", n.Bees), count("bees", s.bees()),
			)
			t.brief = brief("{to} has {few} bees under a good queen.", t.figures)
			t.cautions = swapCautions
			return t
		},
	}
}

// swapCautions are what is minded where hives change places. Source: common practice.
var swapCautions = []string{
	"At noon of a day on which both fly well; the small one’s queen is safest in a cage for the first day.",
	"Both are looked through first: what the fliers of one carry, mites or disease, goes to the other.",
}
