package plan

import (
	"fmt"
	"slices"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/craft"
	"kembo/core/season"
	"kembo/core/words"
)

var boost = Option{
	Action: Boost,
	When: "while most of the year’s flow is yet to come, a small, healthy colony under a queen who lays well has room, and " +
		"a strong, healthy one stands in the yard",
	Does: "give it combs of capped brood of the strong one with the nurse bees on them, drawn comb back; the weakest gets of " +
		"the strongest",
	Source: "common practice; what a comb brings is arithmetic on its cells",
	steps:  boostSteps,
}

// Of brood that changes hives. Source: common practice: a comb capped on both sides becomes two to three combs of bees;
// shares and sizes are guesses.
const (
	boostedUnder             = 12_000      // bees, under which a colony is boosted
	boostedLeast             = 3_500       // and over which it can keep a comb of brood warm
	donorBees, donorBrood    = 18_000, 4.0 // that who gives has at least: bees, and combs of brood
	boostCapped, boostNurses = 0.75, 0.6   // of a comb, capped on both sides, and of the bees that cover one
	boostMinutes             = 7.0         // of a comb: the queen is looked for on it
	boostFlowKg              = 8.0         // that is yet to come, under which none is given
	boostEmerges             = 0.9         // of capped brood
	boostWarmC               = 12.0        // the high of a day on which brood is carried
)

// dearer is how much more each of two combs costs than one alone. Source: what it comes to in the situations of spring.
const dearer = 1.1

// usualBroodPriceKg is what a strong hive loses by a comb where it was not worked out, kg of honey. Source: what it comes to
// in the situations of spring: 1.1 to 2.6.
const usualBroodPriceKg = 1.8

// broodPriceKg returns what the hive would lose, kg of honey, by giving a comb of capped brood with its nurse bees on the
// visit, beside what its own plan does, brood that it gives left out; 0 where it is none that gives.
func (s *Situation) broodPriceKg(own []part) float64 {
	parted := func(p part) bool { return p.Action == SwarmControl || p.Action == Combine }
	if !s.broodSpared() || slices.ContainsFunc(own, parted) {
		return 0
	}
	own = slices.DeleteFunc(slices.Clone(own), func(p part) bool { return p.Action == Boost })
	next, _ := s.visits()
	comb := part{Step: &Step{
		Action: Boost, Key: "a comb of brood less", Changes: s.broodOut(s.scene(next), 1), Moves: crossing{gives: true, nest: true},
	}, in: next, by: next}
	o := s.try(append(slices.Clone(own), comb), searchMembers)
	if o.forbidden { // its brood was not found healthy of late
		return 0
	}
	return max(s.try(own, searchMembers).mean-o.mean, leastBroodPriceKg)
}

// leastBroodPriceKg is the least that a comb is given for: its giver is opened for it. Rounding.
const leastBroodPriceKg = 0.3

// broodSpared reports whether the hive is one that could give brood.
func (s *Situation) broodSpared() bool {
	nest := s.nest()
	if len(nest) == 0 || s.Health != colony.Healthy || s.Base.Bees.Likely < donorBees {
		return false
	}
	phase := s.on(s.Visit).Phase()
	all := s.Base.Eggs.Likely + s.Base.Larvae.Likely + s.Base.Capped.Likely
	return (phase == season.BuildUp || phase == season.Swarm) && all >= donorBrood*broodComb(nest[0].Format.Frame)
}

// broodOut is what combs of capped brood with their nurse bees are to the hive that gives them.
func (s *Situation) broodOut(x *scene, combs int) []bees.Change {
	f := s.nest()[0].Format.Frame
	cells := boostCapped * 2 * f.WorkerCells() * float64(combs)
	nurses := boostNurses * f.BeesAtFullCover() * float64(combs)
	return []bees.Change{{
		BroodOut: min(1, cells/max(x.brood, 1)), BeesOut: min(1, nurses/max(x.bees, 1)), FlyBack: true,
	}}
}

// combsBoosted are those that are tried. Source: common practice.
var combsBoosted = []int{1, 2}

func boostSteps(x *scene) []Step {
	s := x.s
	next, _ := s.visits()
	if x.in != next || x.highC < boostWarmC || s.suspect() || len(s.nest()) == 0 { // both hives are opened on one visit
		return nil
	}
	var out []Step
	f := s.nest()[0].Format.Frame
	for _, n := range s.Neighbours { // what another's plan takes of this one
		if n.Planned && n.Takes == s.code() && n.TakesWhat == colony.BroodCombs {
			out = append(out, s.giveBrood(x, n))
		}
	}
	if !x.boosted() || x.bees < boostedLeast {
		return out
	}
	from := s.pairs().Brood[s.code()]
	if from == "" {
		return out
	}
	for _, combs := range combsBoosted {
		if warm := x.bees/f.BeesAtFullCover() + boostNurses*float64(combs); x.brood/broodComb(f)+float64(combs) > warm {
			break // more brood than they can keep warm
		}
		out = append(out, s.takeBrood(x, from, combs, f))
	}
	return out
}

// broodComb is the cells of a comb of brood as a look counts it. Source: model.md: brood fills two thirds of a comb that has it.
func broodComb(f comb.FrameFormat) float64 { return broodFills * 2 * f.WorkerCells() }

// broodFills is that share.
const broodFills = 2.0 / 3

// boosted reports whether a colony is one that brood of another makes something of.
func (x *scene) boosted() bool {
	s := x.s
	phase := x.season.Phase()
	return (phase == season.BuildUp || phase == season.Swarm) && x.bees < boostedUnder && x.queenless < noQueenFrom &&
		!x.aloneNow() && !s.doubted() && x.peak >= poorPeak && s.queenAge() <= oldAge && x.mostToCome() && x.ahead.FlowKg >= boostFlowKg &&
		x.free > 0 && s.Health == colony.Healthy
}

// takeBrood is what the small hive gets.
func (s *Situation) takeBrood(x *scene, from string, combs int, f comb.FrameFormat) Step {
	cells := boostCapped * 2 * f.WorkerCells() * float64(combs)
	n := s.neighbour(from)
	price := broodPrice(*n, combs)
	return Step{
		Key: fmt.Sprintf("brood %d of %s", combs, from), Opens: craft.Nest, Minutes: 2 * boostMinutes * float64(combs),
		Moves:   crossing{partner: from, takes: true, combs: combs, nest: true, what: colony.BroodCombs},
		Changes: []bees.Change{{In: broodParcel(f, combs)}}, Kg: price, PaysKg: price,
		say: func(s *Situation, p *part) told {
			var t told
			t.do = fmt.Sprintf("Give it %s of capped brood from %s %s", words.Count(combs, "comb", "combs"), from, s.by(p))
			t.reason, t.figures = reason(
				"About {bees} bees cover {seams} combs, under a queen who lays as she should: they warm no more brood than that. "+
					"{from} has about {strong} bees; what it gives hatches {hatch} in twelve days.",
				count("bees", x.bees), tenth("seams", x.combsOfBees()), Figure{"from", 0, from}, count("strong", n.Bees),
				count("hatch", boostEmerges*cells),
			)
			t.brief = brief("{bees} bees under a good queen; {from} can spare brood.", t.figures)
			t.change = "First find out why it is small: where her brood is patchy, or mites or sickness are found, give none."
			t.cautions = []string{
				"Find the queen of " + from + ", or brush the bees off and let nurses come up through an excluder: she must not go along.",
				"Narrow the entrance, and do not feed syrup on that day.",
			}
			return t
		},
	}
}

// giveBrood is what the strong hive gives, for another whose plan has it.
func (s *Situation) giveBrood(x *scene, n colony.Neighbour) Step {
	to, combs := n.Colony, n.TakesCombs
	return Step{
		Key: fmt.Sprintf("give brood %d to %s", combs, to), Opens: craft.Nest, Minutes: boostMinutes, Kg: -(n.TakesForKg + promisedKg),
		Moves:   crossing{partner: to, gives: true, combs: combs, nest: true, what: colony.BroodCombs},
		Changes: s.broodOut(x, combs),
		say: func(s *Situation, p *part) told {
			var t told
			t.do = fmt.Sprintf("Take %s of capped brood out for %s %s", words.Count(combs, "comb", "combs"), to, s.by(p))
			t.reason, t.figures = reason(
				"{to} has about {few} bees under a good queen. Here are {bees}, and {brood} cells of brood.",
				Figure{"to", 0, to}, count("few", n.Bees), count("bees", x.bees), count("brood", x.brood),
			)
			t.brief = brief("{to} has {few} bees under a good queen.", t.figures)
			t.cautions = []string{
				"Find her first: she must not go along. Take capped brood that is about to hatch, with the bees on it; empty drawn " +
					"comb comes back to the edge of the brood.",
			}
			return t
		},
	}
}
