package plan

import (
	"cmp"
	"fmt"
	"slices"

	"kembo/core/bees"
	"kembo/core/brood"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/share"
)

// Sharing is what combs that go between hives of a yard come to for one of them, by how many go: see [combsMoved] and
// [combsBoosted].
type Sharing struct {
	Honey        colony.Worth // of honey: worth, where it lacks, or what it loses, where it can spare
	Brood        colony.Worth // of brood: worth, where it is small
	Fliers       colony.Worth // of [fliersMoved]: worth, where it is small, or what it loses, where it is strong
	BroodPriceKg float64      // of a comb of brood: what it loses by giving one, kg of honey; 0: it gives none
}

// sharing returns what combs come to for the hive beside its own plan.
func (s *Situation) sharing(own []part) Sharing {
	out := Sharing{BroodPriceKg: s.broodPriceKg(own)}
	next, _ := s.visits()
	x := s.scene(next)
	lacks := s.lacks(x)
	switch {
	case s.suspect() || len(s.nest()) == 0:
		return out
	case lacks > 1:
		out.Honey = s.honeyWorth(next)
	case -lacks >= spareLeast && slices.ContainsFunc(s.Neighbours, func(n colony.Neighbour) bool { return n.Known && n.SpareKg < -1 }):
		out.Honey = s.honeyCosts(own, x)
	}
	out.Brood = s.broodWorth(x)
	out.Fliers = s.fliersTold(own, x)
	return out
}

// honeyWorth returns what combs of honey are worth to a hive that lacks, beside leaving it.
func (s *Situation) honeyWorth(next int) colony.Worth {
	out, leave := colony.Worth{Told: true}, s.try(nil, searchMembers)
	for i, combs := range combsMoved {
		fed := deepHoneyKg * float64(combs)
		o := s.try([]part{{Step: &Step{
			Action: Equalise, Key: fmt.Sprintf("%d combs of honey more", combs), FedKg: fed, Changes: []bees.Change{{FeedKg: fed}},
			Moves: crossing{takes: true},
		}, in: next, by: next}}, searchMembers)
		if o.forbidden { // by what may not last, as brood found suspect in the yard
			return colony.Worth{}
		}
		out.Kg[i] = max(0, o.mean-leave.mean)
	}
	return out
}

// honeyCosts returns what a hive loses by giving combs of honey, beside its own plan.
func (s *Situation) honeyCosts(own []part, x *scene) colony.Worth {
	worth := colony.Worth{Told: true}
	own = slices.DeleteFunc(slices.Clone(own), func(p part) bool { return p.Action == Equalise })
	if slices.ContainsFunc(own, func(p part) bool { return p.Action == SwarmControl || p.Action == Combine }) {
		return worth
	}
	without := s.try(own, searchMembers)
	for i, combs := range combsMoved {
		out := deepHoneyKg * float64(combs)
		if x.nestKg <= out {
			break
		}
		o := s.try(append(slices.Clone(own), part{Step: &Step{
			Action: Equalise, Key: fmt.Sprintf("%d combs of honey less", combs), Changes: []bees.Change{{NestHoneyOut: out / x.nestKg}},
			Moves: crossing{gives: true},
		}, in: x.in, by: x.in}), searchMembers)
		if o.forbidden {
			return colony.Worth{}
		}
		worth.Kg[i] = max(leastHoneyPriceKg, without.mean-o.mean)
	}
	return worth
}

// leastHoneyPriceKg is the least that combs of honey are given for: the hive is opened for it. Rounding.
const leastHoneyPriceKg = 0.3

// broodWorth returns what combs of brood are worth to the hive, beside leaving it: nothing where it is none to be boosted.
func (s *Situation) broodWorth(x *scene) colony.Worth {
	out := colony.Worth{Told: true}
	if !x.boosted() || x.bees < boostedLeast {
		return out
	}
	next := x.in
	leave, f := s.try(nil, searchMembers), s.nest()[0].Format.Frame
	for i, combs := range combsBoosted {
		o := s.try([]part{{Step: &Step{
			Action: Boost, Key: fmt.Sprintf("%d combs of brood more", combs), Changes: []bees.Change{{In: broodParcel(f, combs)}},
			Moves: crossing{takes: true},
		}, in: next, by: next}}, searchMembers)
		if o.forbidden { // by what may not last, as brood found suspect in the yard
			return colony.Worth{}
		}
		out.Kg[i] = max(0, o.mean-leave.mean)
	}
	return out
}

// broodParcel is combs of capped brood with their nurse bees.
func broodParcel(f comb.FrameFormat, combs int) *bees.Parcel {
	var l bees.Load
	for age := range l.Capped {
		l.Capped[age] = boostCapped * 2 * f.WorkerCells() * float64(combs) / brood.CappedDays
	}
	l.House = boostNurses * f.BeesAtFullCover() * float64(combs)
	return &bees.Parcel{l}
}

// Pairs are the hives of a yard between which combs may go, by code: for each the one that gives to it.
type Pairs struct{ Honey, Brood, Fliers map[string]string }

// PairsOf returns those of a yard by which it gains most, from how its hives stand by their own plans. It is worked out once
// for the yard and is an input of each hive's plan, so that no two count on the same hive.
func PairsOf(yard []colony.Neighbour) Pairs {
	var rich, poor, strong, small, manyFly []colony.Neighbour
	for _, n := range yard {
		sound := n.Known && n.Health == colony.Healthy && !n.Queenless
		switch {
		case sound && n.SpareKg >= spareLeast && n.Bees >= partnerBees:
			rich = append(rich, n)
		case sound && n.SpareKg < -1:
			poor = append(poor, n)
		}
		if sound && n.Bees < boostedUnder && n.Bees >= boostedLeast {
			small = append(small, n)
		}
		if !takesIn(n) || n.Bees < donorBees {
			continue
		}
		manyFly = append(manyFly, n)
		if !n.Known || n.BroodPriceKg > 0 {
			strong = append(strong, n)
		}
	}
	return Pairs{
		Honey: pair(rich, poor, honeyPair), Brood: pair(strong, small, broodPair), Fliers: pair(manyFly, small, fliersPair),
	}
}

// pair pairs hives that give with hives that take, such that the yard gains most; worth tells what a pair is worth, kg of
// honey. They are brought into one order first, so that the same hives make the same pairs.
func pair(gives, takes []colony.Neighbour, worth func(from, to colony.Neighbour) float64) map[string]string {
	byCode := func(a, b colony.Neighbour) int { return cmp.Compare(a.Colony, b.Colony) }
	slices.SortFunc(gives, byCode)
	slices.SortFunc(takes, byCode)
	value := make([][]float64, len(takes))
	for i, t := range takes {
		for _, g := range gives {
			v := 0.0
			if g.Colony != t.Colony {
				v = worth(g, t)
			}
			value[i] = append(value[i], v)
		}
	}
	out := map[string]string{}
	for i, j := range share.Best(value) {
		if j >= 0 {
			out[takes[i].Colony] = gives[j].Colony
		}
	}
	return out
}

// pairs returns the yard's pairs, as they are given, or else as it gains most by them with this hive as it stands now.
func (s *Situation) pairs() Pairs {
	if s.Pairs == nil {
		p := PairsOf(append([]colony.Neighbour{s.self()}, s.Neighbours...))
		s.Pairs = &p
	}
	return *s.Pairs
}

// self is the hive as the others of its yard see it. What it would lose by giving is known from when it was last worked out.
func (s *Situation) self() colony.Neighbour {
	n := colony.Neighbour{
		Colony: s.code(), Known: true, Bees: s.Base.Bees.Likely, Health: s.Health, MitesPercent: s.MitesPercent,
		SpareKg: s.SpareKg(), Queenless: s.Queenless(), BroodPriceKg: s.Own.BroodPriceKg, Honey: s.Own.Honey, Fliers: s.Own.Fliers,
	}
	next, _ := s.visits()
	if n.SpareKg < -1 {
		n.Honey = s.honeyWorth(next)
	}
	if len(s.nest()) > 0 {
		n.BroodIn = s.broodWorth(s.scene(next))
		if s.scene(next).swapped() {
			n.Fliers = s.fliersWorth(s.scene(next))
		}
	}
	return n
}

// honeyPair returns what combs of honey from one hive to another are worth, at best, kg. What was not worked out is told by the
// amount: what lacks most gains most.
func honeyPair(from, to colony.Neighbour) float64 {
	best := 0.0
	for i, combs := range combsMoved {
		kg := deepHoneyKg * float64(combs)
		if kg > from.SpareKg || kg > -to.SpareKg+deepHoneyKg {
			continue
		}
		worth, price := to.Honey.Kg[i], from.Honey.Kg[i]
		if !to.Honey.Told {
			worth = hungerWorth*min(kg, -to.SpareKg) - hungerLess*to.SpareKg
		}
		switch {
		case !from.Honey.Told:
			price = givenWorth*kg - hungerLess*from.SpareKg
		case price == 0: // it gives none
			continue
		}
		poorest := richToPoor * from.SpareKg * -to.SpareKg
		best = max(best, worth-price+poorest-combMoveMinutes*float64(combs)*usual.Minute)
	}
	return best
}

// What combs of honey cost a hive that has plenty, for each kg, and how much more they are worth for each kg that a hive lacks
// more, and cost less for each that it can spare more. Source: none; guesses.
const givenWorth, hungerLess = 0.1, 0.02

// richToPoor has the richest give to the poorest where all else is equal, kg for each kg squared. Rounding.
const richToPoor = 1e-5

// broodPair returns what combs of brood from one hive to another are worth, at best, kg; what was not worked out is told by
// the bees: the weakest gets of the strongest.
func broodPair(from, to colony.Neighbour) float64 {
	best := 0.0
	for i, combs := range combsBoosted {
		price := broodPrice(from, combs)
		worth := to.BroodIn.Kg[i]
		if !to.BroodIn.Told {
			worth = price + 1 - to.Bees/boostedUnder
		}
		best = max(best, worth-price)
	}
	return best
}

// broodPrice returns what a hive loses by combs of brood, kg of honey.
func broodPrice(n colony.Neighbour, combs int) float64 {
	price := cmp.Or(n.BroodPriceKg, usualBroodPriceKg) * float64(combs)
	if combs > 1 { // each comb more costs more than the one before
		price *= dearer
	}
	return price
}
