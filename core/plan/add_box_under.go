package plan

import (
	"fmt"

	"kembo/core/craft"
	"kembo/core/moves"
	"kembo/core/season"
)

var addBoxUnder = Option{
	Action: AddBoxUnder,
	When: "in build-up and swarm season, while nights are cold and until the flow is on, the bees that are there and will " +
		"emerge fill the nest, and she is short of cells within a week",
	Does:   "put a box like that of the nest under it, drawn or of foundation as there is to hand",
	Source: "common practice: under the nest it costs less warmth than on top; how much of the urge it takes is assumed",
	steps:  underSteps,
}

// Of a box under the nest. Source: common practice; wear by the design, part of which comes back.
const (
	underMinutes                = 6.0
	underWearKg, underNewKg     = 0.3, 0.8
	mostNestBoxes               = 3
	fillsNest, emerges          = 0.85, 0.4 // share of the nest's combs covered, and of the brood that is out within a week
	underLayDays                = 7         // of laying free, from which on she has room enough
	growsBrood                  = 0.5       // cells of brood to a bee, from which on a colony grows
	flowIsOnKg                  = 1.2       // that a good day brings, from which on room is given above
	underNightC                 = 7.5       // the coldest night of the week from which on room goes above
	aboveDays                   = 3         // good days for which there is room to store above, under which that is given first
	combsFull, combsFullCluster = 8.0, 6.5  // combs of bees that keep an opened nest warm, and one with a box more under it
)

// grows reports whether it is the part of the year in which a nest is given room to grow: before the flow is on.
func (x *scene) grows() bool {
	p := x.season.Phase()
	return (p == season.BuildUp || p == season.Swarm) && x.mostToCome() && x.goodDayKg < flowIsOnKg && x.queenless < 1.0/2 &&
		x.brood >= growsBrood*x.bees && x.peak >= poorPeak
}

// mostToCome reports whether the greater part of a year's flow is yet to come: what is built up now still gathers it.
func (x *scene) mostToCome() bool { return x.ahead.FlowKg >= stillToCome*x.s.yearKg }

// stillToCome is that part. Source: common practice: the sides are opened and brood is given before the main flow.
const stillToCome = 0.55

// combsOfBees returns the combs that the bees cover.
func (x *scene) combsOfBees() float64 {
	if n := x.s.nest(); len(n) > 0 {
		return x.bees / n[0].Format.Frame.BeesAtFullCover()
	}
	return 0
}

// aloneNow reports whether the nest is to be left: a queen is waited for, or the colony is no whole one yet.
func (x *scene) aloneNow() bool {
	s := x.s
	return s.Waiting != nil || s.raising() || s.BeganOn > 0 && s.Today < s.BeganOn+youngDays
}

func underSteps(x *scene) []Step {
	s := x.s
	nest := s.nest()
	if !x.grows() || x.aloneNow() || len(nest) == 0 || len(nest) >= mostNestBoxes || x.combsOfBees() < combsFullCluster ||
		!x.fills(nestCapacity(s)) ||
		x.free > underLayDays*max(s.Base.WantsToLay.Likely, leastLaying) {
		return nil
	}
	if x.coldestC >= underNightC && !s.Settings.custom(AddBoxUnder) {
		return nil // room above costs no warmth any more, and what is stored there is a crop
	}
	if s.supered() && s.Base.RoomKg.Likely < aboveDays*x.goodDayKg {
		return nil
	}
	said, kind, wear := moves.Said{Do: "under_drawn"}, "drawn", underWearKg
	if !s.Settings.DrawnSupers {
		said, kind, wear = moves.Said{Do: "under_foundation"}, "foundation", underNewKg
	}
	f := nest[0].Format
	return []Step{{
		Key: "box under", Said: []moves.Said{said}, Opens: craft.Parted, Minutes: underMinutes, Kg: wear, Eases: underEase,
		Load: []Need{boxNeed(kind+" "+f.Short+" box", f, 1, f.Slots, s.Settings.DrawnSupers, true)},
		say:  func(s *Situation, p *part) told { return s.sayUnder(p, kind) },
	}}
}

func (s *Situation) sayUnder(p *part, kind string) told {
	var t told
	x := s.scene(p.in)
	t.do = fmt.Sprintf("Put a %s box under the nest %s", kind, s.by(p))
	t.reason, t.figures = reason(
		"About {bees} bees cover {combs} combs, {brood} cells of brood come after them, and {free} cells are free, of which "+
			"she would take {want} a day. Under the nest the box costs no warmth, and is there when they grow.",
		count("bees", x.bees), tenth("combs", x.combsOfBees()), count("brood", x.brood), count("free", x.free),
		count("want", s.Base.WantsToLay.Likely),
	)
	t.brief = brief("{free} free cells; {combs} combs of bees.", t.figures)
	t.change = "If the flow has begun, give the room above instead: what lies under the nest is found late."
	return t
}

// tenth is a figure with one decimal.
func tenth(name string, v float64) Figure { return Figure{name, v, fmt.Sprintf("%.1f", v)} }
