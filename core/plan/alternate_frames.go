package plan

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/craft"
	"kembo/core/moves"
)

var alternateFrames = Option{
	Action: AlternateFrames,
	When: "in build-up and swarm season, while most of the year’s flow is yet to come and none is on, a box with four combs " +
		"of honey or more and no brood stands over the nest, no excluder between, and eight combs of bees",
	Does: "put a box of drawn comb over it and change every other comb of the two, so that no roof of honey lies over the " +
		"nest",
	Source: "common practice of one school; what it takes of the urge to swarm is assumed",
	steps:  alternateSteps,
}

// Of alternating. Source: common practice.
const alternateMinutes = 10.0

func alternateSteps(x *scene) []Step {
	s := x.s
	if !x.grows() || x.aloneNow() || x.combsOfBees() < combsFull || !s.Settings.DrawnSupers {
		return nil
	}
	st := s.Estimate.Stack
	at := moves.AlternateBox(st)
	if at < 0 || st.ExcluderAbove > 0 && at >= st.ExcluderAbove { // over an excluder the nest does not grow into it anyway
		return nil
	}
	b := st.Boxes[at]
	kg := b.HoneyKg()
	return []Step{{
		Key: "alternate " + b.ID, Said: []moves.Said{{Do: "alternated"}}, Opens: craft.Parted, Minutes: alternateMinutes,
		Kg: superWearKg, Eases: alternateEase, Moves: crossing{supersOn: 1},
		Alters: inUseAtOnce,
		Load:   []Need{boxNeed("drawn "+b.Format.Short+" box", b.Format, 1, len(b.Frames), true, false)},
		say: func(s *Situation, p *part) told {
			var t told
			t.do = "Alternate honey and drawn combs above the nest " + s.by(p)
			t.reason, t.figures = reason(
				fmt.Sprintf("Box %d over the nest holds {kg} of honey, which the nest does not grow into. ", at+1)+
					"{bees} bees cover {combs} combs: put a box of drawn comb over it, and change every other comb of the two.",
				s.kg("kg", kg), count("bees", x.bees), tenth("combs", x.combsOfBees()),
			)
			t.brief = brief("{kg} of honey roof the nest; {combs} combs of bees.", t.figures)
			t.change = "Once the flow is on or cells are found it comes too late."
			return t
		},
	}}
}

// usedAtOnce is the share of the supers that bees are on where combs of their own honey hang in all. Source: none; guess.
const usedAtOnce = 0.9

// inUseAtOnce has the supers in use: combs of their own honey hang in all of them.
func inUseAtOnce(st *bees.State, _ *bees.Parameters) float64 {
	st.SuperAccess = max(st.SuperAccess, usedAtOnce)
	return 0
}
