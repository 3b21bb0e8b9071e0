package plan

import (
	"kembo/core/bees"
	"kembo/core/craft"
)

var resourceFrames = Option{
	Action: ResourceFrames,
	When: "it is the keeper’s custom, most of the year’s flow is yet to come and none is on, a healthy colony under a queen who lays " +
		"covers eight combs or more and has six of brood, and nights of the week stay mild",
	Does: "take two combs of capped brood with their bees out into a nuc box, and hang two sheets of foundation in their place; again " +
		"after a fortnight",
	Source: "common practice of one school; what it takes of the urge to swarm is assumed",
	steps:  resourceSteps,
}

// Of combs that go into a nuc box of their own. Source: common practice; sizes are guesses.
const (
	resourceCombs, resourceMinutes = 2.0, 15.0
	resourceLeast                  = 6.0 // combs of brood
	resourceNightC                 = 4.0 // the coldest night of the week
	resourceWorth                  = 0.6 // of a nuc, that two such combs make
)

var resourceEase = Easing{Most: 0.6, Days: 14}

func resourceSteps(x *scene) []Step {
	s := x.s
	if !x.grows() || x.aloneNow() || s.suspect() || s.doubted() || x.combsOfBees() < combsFull || x.coldestC < resourceNightC ||
		s.Estimate.Queen.Cells() > 0 {
		return nil
	}
	f := s.nest()[0].Format
	cells := resourceCombs * 2 * f.Frame.WorkerCells()
	if x.brood < resourceLeast*broodComb(f.Frame) {
		return nil
	}
	out := s.broodOut(x, resourceCombs)
	out[0].NestDrawnOut = min(1, cells/max(s.Estimate.NestDrawn, 1))
	brought := bees.Change{NestUndrawn: cells}
	return []Step{{
		Key: "resource frames", Opens: craft.Nest, Minutes: resourceMinutes, Eases: resourceEase, Changes: append(out, brought),
		Kg: nucBoxKg + newCombKg*resourceCombs - resourceWorth*s.weights().Nuc, Moves: crossing{gives: true, nest: true, opensNest: true},
		Load: []Need{{What: "nuc box", Count: 1}, combNeed("foundation "+f.Short+" comb", f, resourceCombs, false)},
		say:  func(s *Situation, p *part) told { return s.sayResource(p) },
	}}
}

func (s *Situation) sayResource(p *part) told {
	var t told
	x := s.scene(p.in)
	t.do = "Take two combs of capped brood out into a nuc box, foundation in their place, " + s.by(p)
	t.reason, t.figures = reason(
		"{bees} bees cover {combs} combs, with {brood} cells of brood; {flow} of the year’s flow is yet to come. Two combs less make room "+
			"to lay and work for wax builders.",
		count("bees", x.bees), tenth("combs", x.combsOfBees()), count("brood", x.brood), s.kg("flow", x.ahead.FlowKg),
	)
	t.brief = brief("{bees} bees, {brood} cells of brood.", t.figures)
	t.change = "If nights under 4 °C are forecast, wait. If you find charged cells, it comes too late: see to those."
	t.cautions = []string{
		"Find the queen first: she stays. The nuc box gets a ripe cell or a queen, or its bees rear one; feed it if nothing comes in.",
		"The sheets hang at the edge of the brood, not within it. Again after a fortnight, and no more once the flow is on.",
	}
	return t
}
