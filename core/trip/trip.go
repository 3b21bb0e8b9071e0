// Package trip says when to go: what a day costs a yard, by which day it must have been, and which day is best for several.
//
// What a day costs is what all hives of a yard lose where their work is done on it and not on the best day for each, in kg of honey.
// Left out on purpose: the roads between yards, and who goes.
package trip

import (
	"math"
	"slices"

	"kembo/core/plan"
)

// Hive is what a hive asks of a trip.
type Hive struct {
	Code   string
	Goings []plan.Going // none: nothing is to be done at it
	By     int          // days from today by which its plan says that it is done; under 0: it can wait for the visit
	Due    int          // by which it is checked for queen cells; under 0: it need not be
}

// Yard is one with its hives.
type Yard struct {
	ID    string
	Hives []Hive
	Visit int // days from today to the visit that is planned; under 0: none is
}

// Day is one that can be gone on.
type Day struct {
	// Shut says that no hive is opened on it: rain, or cold.
	Shut bool
	// BadKg is what its weather costs a trip, kg of honey, where hives are opened all the same.
	BadKg float64
}

// LostKg is what a yard loses by a trip in so many days.
func (y Yard) LostKg(in int) float64 {
	kg := 0.0
	for _, h := range y.Hives {
		kg += plan.Lost(h.Goings, in).Kg
	}
	return kg
}

// Waits returns the hives that something is to be done at.
func (y Yard) Waits() (codes []string) {
	for _, h := range y.Hives {
		if len(h.Goings) > 0 || h.By >= 0 || h.Due >= 0 {
			codes = append(codes, h.Code)
		}
	}
	return codes
}

// Late returns the hives that cannot be left until a day.
func (y Yard) Late(in int) (codes []string) {
	for _, h := range y.Hives {
		if last := h.lastSafe(); last >= 0 && last < in {
			codes = append(codes, h.Code)
		}
	}
	return codes
}

// lastSafe returns the last day that a hive can be left until, under 0 where there is none: that of its plan, where it has one, as the
// board tells it.
func (h Hive) lastSafe() int {
	last := h.By
	if last < 0 {
		last = plan.LastSafe(h.Goings)
	}
	switch {
	case h.Due < 0:
		return last
	case last < 0:
		return h.Due
	}
	return min(last, h.Due)
}

// LastSafe returns the last of so many days on which no hive is late and the yard has lost no more than a trip costs against its best
// day; under 0 where all of them are safe.
func (y Yard) LastSafe(days int, tripKg float64) int {
	best := 0
	for in := range days {
		if y.LostKg(in) < y.LostKg(best) {
			best = in
		}
	}
	for in := range days {
		if len(y.Late(in)) > 0 || in > best && y.LostKg(in) > y.LostKg(best)+tripKg {
			return max(0, in-1)
		}
	}
	return -1
}

// Route is several yards that are gone to on one day.
type Route []Yard

// LostKg is what a route loses by a trip in so many days.
func (r Route) LostKg(in int) float64 {
	kg := 0.0
	for _, y := range r {
		kg += y.LostKg(in)
	}
	return kg
}

// toss is by how much two days must differ for the one to be better, kg. Source: rounding: what forty members wobble by, over a yard.
const toss = 0.3

// Best returns the day of the least loss, with its weather, on which hives are opened and none is late, or, where there is none, the least loss of the days
// on which the fewest are. Of days that are as good the one nearest to a planned visit is taken, then the soonest. Under 0: every day is
// shut.
func (r Route) Best(days []Day) int {
	best, least, late := -1, math.Inf(1), math.MaxInt
	for in, d := range days {
		if d.Shut {
			continue
		}
		kg, n := r.LostKg(in)+d.BadKg, len(r.Late(in))
		switch {
		case n < late, n == late && kg < least-toss:
			best, least, late = in, kg, n
		case n == late && kg < least+toss && r.off(in) < r.off(best):
			best, least = in, min(kg, least)
		}
	}
	return best
}

// Late returns the hives of a route that cannot be left until a day.
func (r Route) Late(in int) (codes []string) {
	for _, y := range r {
		codes = append(codes, y.Late(in)...)
	}
	return codes
}

// off returns how far a day is from the nearest visit that is planned.
func (r Route) off(in int) int {
	least := math.MaxInt
	for _, y := range r {
		if y.Visit >= 0 {
			least = min(least, max(in-y.Visit, y.Visit-in))
		}
	}
	return least
}

// Together returns the yards that are worth going to on the day of one of them: where that day costs no more over their own best than a
// trip of their own would, and something is to be done. The first is that yard itself.
func Together(first Yard, others []Yard, days []Day, tripKg float64) (on int, out Route) {
	out = Route{first}
	on = out.Best(days)
	if on < 0 {
		return on, out
	}
	for _, y := range others {
		own := Route{y}.Best(days)
		if y.ID != first.ID && len(y.Waits()) > 0 && own >= 0 && len(y.Late(on)) <= len(y.Late(own)) &&
			y.LostKg(on) <= y.LostKg(own)+tripKg && on >= own-soon {
			out = append(out, y)
		}
	}
	slices.SortStableFunc(out[1:], func(a, b Yard) int { return len(b.Waits()) - len(a.Waits()) })
	return on, out
}

// soon is how many days before its own best day a yard is still gone to with another. Source: none; guess.
const soon = 3
