package plan

import (
	"slices"

	"kembo/core/day"
)

// What waiting must cost for a hive that cannot wait: kg of honey, or a share of the colony’s life. Source:
// the design.
const cannotWaitKg, cannotWaitLife = 1.0, 0.02

// Wait is what it costs to leave a hive until the visit.
type Wait struct {
	Kg   float64 `json:"kg"`   // of honey
	Life float64 `json:"life"` // of what the colony is worth in spring, as a share
}

// Cannot reports whether the hive alone cannot wait.
func (w Wait) Cannot() bool { return w.Kg > cannotWaitKg || w.Life > cannotWaitLife }

// early is what must be left of what coming early saves on the day by which it is done, kg or as a share.
const early, earlyShare = 0.35, 0.15

// looked puts a look through the nest before all else where the last one no longer tells: what is planned on it
// is done as far as the look bears it out.
func (s *Situation) looked(o *outcome) *outcome {
	if !s.Stale() || len(o.parts) == 0 {
		return o
	}
	in, by := o.parts[0].in, o.parts[0].by
	for _, p := range o.parts {
		in, by = min(in, p.in), min(by, p.by)
	}
	parts := slices.DeleteFunc(
		slices.Clone(o.parts),
		func(p part) bool { return p.Action == LookCloser || p.Action == CheckCells },
	)
	for _, p := range s.stepsOn(in) {
		if p.Action == LookCloser && p.Key == "whole" || p.Action == CheckCells {
			p.by = by
			x := s.tried(append(parts, p))
			if !x.forbidden {
				return x
			}
		}
	}
	return o
}

// choose returns the plan: what is done on the visit and, where that cannot wait, before it.
func (s *Situation) choose() (chosen *outcome, wait Wait, weighed []*outcome) {
	next, _ := s.visits()
	atVisit, weighed := s.search(next, nil)
	atVisit = s.against(atVisit, weighed)
	visit := s.try(atVisit, all)
	if next == 0 {
		return visit, wait, weighed
	}
	sooner, more := s.sooner(atVisit)
	weighed = append(weighed, more...)
	if len(sooner) == 0 {
		return visit, wait, weighed
	}
	sooner, _ = s.search(next, sooner) // and what the visit then asks for
	today := s.try(sooner, all)
	if later := s.try(at(sooner, 0, next), all); !later.forbidden &&
		later.mean > visit.mean { // what is found so can wait too
		visit = later
	}
	if today.forbidden || today.mean <= visit.mean+min(stepLeast, s.soonerLeast()) {
		return visit, wait, weighed
	}
	wait = Wait{Kg: today.mean - visit.mean, Life: max(0, today.strength-visit.strength)}
	switch {
	case wait.Cannot():
		return s.urgent(sooner, next), wait, weighed
	case s.Present():
		// The keeper stands here: it costs no trip. It may still be done on the visit.
		for i := range sooner {
			sooner[i].by = next
		}
		return s.tried(sooner), wait, weighed
	}
	return visit, wait, weighed
}

// rivalWithin is how far behind what a search found, in the members that it looked at, the best of the other steps may lie
// to be held against it in all of them, kg. Source: rounding: what the middle of 40 members wobbles by.
const rivalWithin = 2.0

// against holds what a search found against the best single step that is not in it, in all members.
func (s *Situation) against(found []part, weighed []*outcome) []part {
	now := s.try(found, searchMembers)
	var rival *outcome
	for _, o := range weighed {
		if !o.forbidden && o.members >= now.members && len(o.parts) == 1 && !has(found, o.parts[0].Action) && o.mean > now.mean-rivalWithin &&
			(rival == nil || o.mean > rival.mean) {
			rival = o
		}
	}
	if rival == nil {
		return found
	}
	o := s.try(rival.parts, all)
	if o.mean <= s.try(found, all).mean+stepLeast {
		return found
	}
	return s.pruned(slices.Clone(rival.parts), o, all)
}

// all is as many members as there are.
const all = 1 << 20

// soonerLeast is what doing a step today must gain: less where the keeper stands at the hive.
func (s *Situation) soonerLeast() float64 {
	if s.Present() {
		return besideLeast
	}
	return soonerLeast
}

// sooner returns the plan with what is better done today than on the visit, or in addition; none where nothing is.
func (s *Situation) sooner(atVisit []part) (best []part, weighed []*outcome) {
	options := s.stepsOn(0)
	var moves [][]part
	for _, o := range options {
		moves = append(moves, []part{o})
	}
	next, _ := s.visits()
	for _, pair := range together(options) {
		moves = append(moves, pair)
		if pair[0].Action != RemoveSuper {
			continue
		}
		for _, back := range s.stepsOn(next) { // the super goes back on the visit
			if back.Action == AddSuper {
				moves = append(moves, slices.Concat(pair, []part{back}))
				break
			}
		}
	}
	best = slices.Clone(atVisit)
	now := s.try(best, searchMembers)
	found := false
	for round := range mostSteps {
		var pick *outcome
		var tries [][]part
		var of []int // the move that each is a try of
		hope := make([]bool, len(moves))
		for k, m := range moves {
			if slices.ContainsFunc(m, func(o part) bool {
				return slices.ContainsFunc(best, func(p part) bool { return p.in == 0 && p.Action == o.Action })
			}) {
				continue
			}
			ways := [][]part{slices.Concat(best, m)}
			rest := slices.DeleteFunc(slices.Clone(best), func(p part) bool { return has(m, p.Action) })
			if len(rest) < len(best) {
				ways = append(ways, slices.Concat(rest, m)) // in its place
			}
			for _, parts := range ways {
				if others := parts[:len(parts)-len(m)]; !fits(m, others) {
					hope[k] = true // it may be in the place of what it does not fit
					continue
				}
				tries, of = append(tries, parts), append(of, k)
			}
		}
		outcomes, may := s.race(tries, now)
		for i, x := range outcomes {
			if round == 0 && len(x.parts) == 1 {
				weighed = append(weighed, x)
			}
			hope[of[i]] = hope[of[i]] || may[i]
			if may[i] && x.members >= now.members && x.mean > now.mean+s.soonerLeast() && (pick == nil || x.mean > pick.mean) {
				pick = x
			}
		}
		left := moves[:0]
		for k, m := range moves {
			if hope[k] {
				left = append(left, m)
			}
		}
		moves = left
		if pick == nil {
			break
		}
		best, now, found = pick.parts, pick, true
	}
	if !found {
		return nil, weighed
	}
	best, now = s.varied(best, now, options, atVisit)
	return s.pruned(best, now, searchMembers), weighed
}

// urgent finds the day by which what cannot wait is done.
func (s *Situation) urgent(parts []part, next int) *outcome {
	best := s.try(parts, searchMembers)
	// The latest day that keeps most of what coming early saves.
	none := s.try(at(parts, 0, next), searchMembers)
	least := best.mean - max(early, earlyShare*(best.mean-none.mean))
	by := 0
	for d := 1; d < next; d++ {
		if next > manyDays && d%2 == 1 && d+1 < next {
			continue
		}
		late := func(p part) bool { return p.in == 0 && p.Until > 0 && s.Today+day.Day(d) > p.Until }
		if o := s.try(at(parts, 0, d), searchMembers); o.forbidden || o.mean < least || slices.ContainsFunc(parts, late) {
			break
		}
		by = d
	}
	for i := range parts {
		parts[i].by = parts[i].in
		if parts[i].in == 0 {
			parts[i].by = by
			if !s.Present() {
				parts[i].in = by
			}
		}
	}
	return s.tried(parts)
}

// tried returns what parts come to, with the days by which each is done.
func (s *Situation) tried(parts []part) *outcome {
	o := *s.try(parts, all)
	o.parts = inOrder(parts)
	return &o
}

// manyDays is the wait over which every other day is tried. Rounding.
const manyDays = 8

// at moves the parts of one day to another.
func at(parts []part, from, to int) []part {
	out := slices.Clone(parts)
	for i := range out {
		if out[i].in == from {
			out[i].in, out[i].by = to, to
		}
	}
	return out
}
