// Package arrange finds where the combs of a hive should hang for a goal, "the nest together", "to one box", with least
// work: what hands take by [sheet.Of], what the rules of [places] say the order is worth, and what the goal itself asks.
//
// It searches: from the hive as it stands, it changes combs about while that pays, and does so again from somewhere near.
// The same hive gives the same answer. [Result] has beside it a bound under which no arrangement comes.
package arrange

import (
	"math"
	"math/rand/v2"

	"kembo/core/hive"
	"kembo/core/places"
	"kembo/core/sheet"
)

// kgMinutes is what a kilogram lifted counts for beside the lift, in minutes. Source: none; guess: a full deep box of 35 kg
// is worth handling one comb more.
const kgMinutes = 0.05

// Result is what came of a search.
type Result struct {
	After    hive.Stack
	Sheet    sheet.Sheet
	Minutes  float64 // of hands, with what is lifted counted in
	Cost     float64 // minutes, with what the order is worth and what the goal lacks
	Bound    float64 // no arrangement costs less
	Breaches []places.Breach
	View     *places.View
}

// For returns the arrangement for a goal that costs least; false where the hive has nothing that the goal is about. New
// combs are named by id.
func For(g Goal, before hive.Stack, c places.Conditions, id func() string) (Result, bool) {
	starts := g.starts(before, c, id)
	if len(starts) == 0 {
		return Result{}, false
	}
	best := Result{Cost: math.Inf(1)}
	for _, from := range starts {
		s := newSearch(g, before, from, c)
		s.run(mostTries / len(starts))
		if r := s.result(); r.Cost < best.Cost-1e-9 {
			best = r
		}
	}
	best.Bound = g.bound(before, c)
	return best, true
}

// Costs returns what an arrangement of a hive costs for a goal, and what none costs less than, minutes.
func Costs(g Goal, before, after hive.Stack, c places.Conditions) (cost, bound float64) {
	from := start{stack: after}
	for _, b := range after.Boxes {
		for _, f := range b.Frames {
			if _, had := before.PlaceOf(f.ID); !had {
				from.comes = append(from.comes, f)
			}
		}
	}
	return newSearch(g, before, from, c).cost(), g.bound(before, c)
}

// start is what a search begins with: the boxes that stand afterwards, with as many combs as each is to have, and combs
// that may come.
type start struct {
	stack hive.Stack
	comes []hive.Frame
}

// How often a search changes combs about, and how many at once before it begins again. Rounding.
const mostTries, mostKicks = 50_000, 4

// run searches: from the hive as it stands, from one built anew, and then from near the best.
func (s *search) run(tries int) {
	r := rand.New(rand.NewPCG(uint64(len(s.combs)), 7))
	from := s.keep()
	s.descend(tries/4, 0)
	best, at := s.cost(), s.keep()
	better := func() bool {
		c := s.cost()
		if c > best {
			return false
		}
		best = c
		copy(at, s.at)
		return true
	}
	s.ideal()
	s.descend(tries/2, 0)
	better()
	for s.tries < tries {
		s.restore(at)
		if r.IntN(3) == 0 { // what was found may lie far from what is best
			s.restore(from)
		}
		for range 1 + r.IntN(mostKicks) {
			s.kick(r)
		}
		s.descend(tries, r.IntN(len(s.spots))) // from another comb each time: else it comes to the same
		better()
	}
	s.restore(at)
}

// descend changes combs about while that makes it cheaper, beginning with one of them.
func (s *search) descend(tries, first int) {
	now := s.cost()
	better := func() bool {
		s.tries++
		if c := s.cost(); c < now-1e-9 {
			now = c
			return true
		}
		return false
	}
	for again := true; again && s.tries <= tries; {
		again = false
		for i := range s.spots {
			a := (i + first) % len(s.spots)
			for b := range s.spots {
				if a == b || !s.fits(a, b) {
					continue
				}
				if s.swap(a, b); better() {
					again = true
				} else {
					s.swap(a, b)
				}
			}
		}
		for i := range s.spots {
			a := (i + first) % len(s.spots)
			for b := range s.spots {
				if a == b || s.spots[a].box != s.spots[b].box || s.spots[a].box < 0 || s.fixed(a) {
					continue
				}
				if s.slide(a, b); better() {
					again = true
					continue
				}
				s.slide(b, a)
				if a+1 == b || a+1 >= len(s.spots) || s.spots[a+1].box != s.spots[a].box {
					continue
				}
				was := s.slidePair(a, b)
				if better() {
					again = true
				} else {
					s.restoreFrom(was, min(a, b), max(a+1, b))
				}
			}
		}
	}
}

// kick changes two combs about at random, or hangs one elsewhere in its box.
func (s *search) kick(r *rand.Rand) {
	s.tries++
	a, b := r.IntN(len(s.spots)), r.IntN(len(s.spots))
	switch {
	case a == b:
	case s.spots[a].box >= 0 && s.spots[a].box == s.spots[b].box && !s.fixed(a) && r.IntN(2) == 0:
		s.slide(a, b)
	case s.fits(a, b):
		s.swap(a, b)
	}
}
