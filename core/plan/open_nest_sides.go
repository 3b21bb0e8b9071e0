package plan

import (
	"fmt"

	"kembo/core/craft"
	"kembo/core/hive"
	"kembo/core/moves"
)

var openNestSides = Option{
	Action: OpenNestSides,
	When: "in swarm season, while most of the year’s flow is yet to come and none is on, eight combs of bees or more, brood " +
		"that stands against combs of stores, and fewer free cells than she lays in a week",
	Does: "take the comb at each wall out and hang an empty one beside the brood on that side, never within it; again after " +
		"a fortnight while she is short of cells",
	Source: "common practice of one school; what it takes of the urge to swarm is assumed",
	steps:  sidesSteps,
}

// Of opening the sides. Source: common practice.
const sidesMinutes = 7.0

func sidesSteps(x *scene) []Step {
	s := x.s
	if !x.grows() || x.aloneNow() || x.combsOfBees() < combsFull ||
		x.free > layDays*max(s.Base.WantsToLay.Likely, leastLaying) {
		return nil
	}
	at := hive.Sides(s.Estimate.Stack)
	said, kind, each := moves.Said{Do: "sides_drawn"}, "empty drawn", combKg
	if !s.Settings.DrawnSupers {
		said, kind, each = moves.Said{Do: "sides_foundation"}, "foundation", newCombKg
	}
	brought, out := s.opened(said)
	if len(at) == 0 || x.nestKg-out < nestReserveKg {
		return nil
	}
	f := s.Estimate.Stack.Boxes[at[0].Wall.Box].Format
	st := Step{
		Key: fmt.Sprintf("open sides %d", len(at)), Said: []moves.Said{said}, Opens: craft.Nest, Minutes: sidesMinutes,
		Keeps: nestCombWorth, Kg: each * float64(brought), Eases: sidesEase, Moves: crossing{opensNest: true},
		say: func(s *Situation, p *part) told { return s.saySides(p, len(at), out) },
	}
	if brought > 0 {
		st.Load = []Need{combNeed(kind+" "+f.Short+" comb", f, brought, s.Settings.DrawnSupers)}
	}
	return []Step{st}
}

// opened returns how many combs are brought for opening the sides, and the honey that leaves the hive with those that come
// out, kg.
func (s *Situation) opened(said moves.Said) (brought int, outKg float64) {
	h := s.hive()
	acts, after, err := moves.All.ExactAll(h, []moves.Said{said}, moves.Unnamed())
	if err != nil {
		return 0, 0
	}
	for _, a := range acts {
		for _, m := range moves.Steps(a) {
			if swap, ok := m.(*moves.CombsSwapped); ok {
				brought += len(swap.In)
			}
		}
	}
	return brought, max(0, h.Stack.HoneyKg()-after.Stack.HoneyKg())
}

// newCombKg is what a sheet of foundation costs, with the honey that draws it. Source: none; guess.
const newCombKg = 0.25

func (s *Situation) saySides(p *part, sides int, kg float64) told {
	var t told
	x := s.scene(p.in)
	t.do = "Open the sides of the nest " + s.by(p)
	where := "the comb at each wall"
	if sides == 1 {
		where = "the comb at the wall where no brood is"
	}
	text := "{free} cells are free, and the queen would lay {want} a day; {bees} bees cover {combs} combs. Take out " + where +
		", {out} of honey in all, and hang an empty one beside the brood there, not within it."
	if kg < lightKg {
		text = "{free} cells are free, and the queen would lay {want} a day; {bees} bees cover {combs} combs. Hang " + where +
			" up or out of the way, and an empty one beside the brood there, not within it."
	}
	t.reason, t.figures = reason(
		text, count("free", x.free), count("want", s.Base.WantsToLay.Likely), count("bees", x.bees),
		tenth("combs", x.combsOfBees()), s.kg("out", kg), whole("sides", float64(sides)),
	)
	t.brief = brief("{free} free cells; the queen would lay {want} a day.", t.figures)
	t.change = "If nights under 5 °C are forecast, wait. If you find charged cells, it comes too late: see to those."
	t.cautions = []string{
		"Look for brood in the new combs after a week. It is done again each fortnight while she is short of cells, and no " +
			"more once the flow is on.",
	}
	return t
}
