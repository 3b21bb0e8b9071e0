package plan

import (
	"cmp"
	"math"
	"slices"

	"kembo/core/forecast"
)

// How many members a search looks at, and all of them for the last few. Source: rounding: paired draws tell
// plans apart long before chances settle.
const searchMembers = forecast.EvenMembers

// addsMembers are those in which what each step of a plan adds is told. Rounding.
const addsMembers = 2 * searchMembers

// What a step must add to be in a plan, a variant to be preferred, and a step to be done before the visit that
// could wait for it, kg of honey. Source: none; guesses: the price of six minutes, of one, and of ten.
const stepLeast, variantLeast, soonerLeast = 0.3, 0.05, 0.5

// besideLeast is the same for a step at a hive that is opened as far as that anyway. Source: none; guess.
const besideLeast = 0.2

// doubtKg is what the worth of a step wobbles by in the members of a search, kg: nearer to what it must add it is told in all of
// them. Source: the wobble over eight seeds.
const doubtKg = 0.2

// leastOf returns what steps must add to a plan; a custom may cost a little, and what was told yesterday may add less.
func (s *Situation) leastOf(steps, to []part) float64 {
	sum := 0.0
	for _, p := range steps {
		least := stepLeast
		if slices.ContainsFunc(to, func(o part) bool { return o.in == p.in && o.Opens >= p.Opens }) {
			least = besideLeast
		}
		switch {
		case s.Settings.custom(p.Action):
			least = -customKg
		case s.keeps(p.Action): // it is told already
			least = max(least-keptLess, 0)
		}
		sum += least
	}
	return sum
}

// mostSteps is as many as a plan has, and hopeless what a step alone may lose, kg, for it to be tried with
// others. Source: common practice; rounding.
const mostSteps, hopeless = 6, 2.0

// raceMembers are the members that a step runs in first, and surely the standard errors that it must be behind by in
// them not to run on. Source: rounding.
const raceMembers, surely = 12, 3.0

// race returns what plans come to beside one: all of them in the first members, and in those of a search what may yet be the best of
// them. hope says which are not surely hopeless: with something else done they may yet be worth it.
func (s *Situation) race(tries [][]part, beside *outcome) (all []*outcome, hope []bool) {
	all, hope = make([]*outcome, len(tries)), make([]bool, len(tries))
	var order []int
	for i, parts := range tries {
		all[i] = s.try(parts, raceMembers)
		if hope[i] = !all[i].forbidden && !all[i].behind(beside, hopeless); hope[i] {
			order = append(order, i)
		}
	}
	slices.SortStableFunc(order, func(i, k int) int { return cmp.Compare(all[k].mean, all[i].mean) })
	var lead *outcome
	for _, i := range order {
		if lead != nil && all[i].behind(lead, 0) {
			continue
		}
		all[i] = s.try(tries[i], searchMembers)
		hope[i] = all[i].mean > beside.mean-hopeless
		if lead == nil || all[i].mean > lead.mean {
			lead = all[i]
		}
	}
	return all, hope
}

// behind reports whether a plan is surely more than so many kg worse than another, in the members that it was lived in.
func (o *outcome) behind(other *outcome, kg float64) bool {
	n := o.members
	if n < raceMembers || len(other.value) < n {
		return false
	}
	sum, squares := 0.0, 0.0
	for m, v := range o.value {
		d := v - other.value[m]
		sum += d
		squares += d * d
	}
	mean := sum / float64(n)
	se := math.Sqrt(max(0, squares/float64(n)-mean*mean) / float64(n-1))
	return mean+surely*se < -kg
}

// search returns the best plan of those with steps on a day, in addition to parts that are given, and what
// the steps come to alone.
func (s *Situation) search(in int, given []part) (best []part, weighed []*outcome) {
	options := s.stepsOn(in)
	moves := make([][]part, 0, 2*len(options))
	for _, o := range options {
		moves = append(moves, []part{o})
	}
	moves = append(moves, together(options)...)
	best = slices.Clone(given)
	now := s.try(best, searchMembers)
	for round := range mostSteps {
		var pick *outcome
		var tries [][]part
		left := moves[:0]
		for _, m := range moves {
			if slices.ContainsFunc(m, func(p part) bool { return hasOn(best, p.Action, in) }) || !fits(m, best) {
				continue
			}
			left, tries = append(left, m), append(tries, slices.Concat(best, m))
		}
		moves = left
		outcomes, hope := s.race(tries, now)
		if round == 0 {
			weighed = append(weighed, outcomes...)
		}
		left = moves[:0]
		for i, o := range outcomes {
			if !hope[i] {
				continue
			}
			m := moves[i]
			left = append(left, m)
			if o.members >= now.members && o.mean-now.mean > s.leastOf(m, best)-doubtKg && (pick == nil || o.mean > pick.mean) {
				pick = o
			}
		}
		moves = left
		if pick == nil {
			break
		}
		best, now = pick.parts, pick
	}
	best, now = s.varied(best, now, options, given)
	return s.pruned(best, now, searchMembers), weighed
}

// hasOn reports whether an action is among the parts of a day.
func hasOn(parts []part, a Action, in int) bool {
	return slices.ContainsFunc(parts, func(p part) bool { return p.Action == a && p.in == in })
}

// together returns pairs of steps of which neither helps without the other: what is above the nest comes off,
// and then it is fed.
func together(options []part) [][]part {
	var off, feeds []part
	for _, o := range options {
		switch o.Action {
		case RemoveSuper, HarvestSuper, PackDown:
			off = append(off, o)
		case FeedEmergency, FeedWinter:
			feeds = append(feeds, o)
		}
	}
	var out [][]part
	for _, a := range off {
		for _, b := range feeds {
			out = append(out, []part{a, b})
		}
	}
	return out
}

// varied tries the other variants of each step.
func (s *Situation) varied(best []part, now *outcome, options, given []part) ([]part, *outcome) {
	for i := range best {
		if slices.ContainsFunc(given, func(p part) bool { return p.Key == best[i].Key }) {
			continue
		}
		for _, o := range options {
			if o.Action != best[i].Action || o.Key == best[i].Key || o.in != best[i].in {
				continue
			}
			other := slices.Clone(best)
			other[i] = o
			if x := s.try(other, searchMembers); !x.forbidden && x.mean > now.mean+variantLeast {
				best, now = other, x
			}
		}
	}
	return best, now
}

// added notes what each step of a plan adds, and takes none out.
func (s *Situation) added(o *outcome) []part {
	parts := slices.Clone(o.parts)
	for i := range parts {
		parts[i].adds = o.mean - s.try(slices.Delete(slices.Clone(parts), i, i+1), all).mean
	}
	return parts
}

// pruned takes out the steps that are not missed, and notes what the others add.
func (s *Situation) pruned(best []part, now *outcome, n int) []part {
	for again := true; again; {
		again = false
		for i := range best {
			without := slices.Delete(slices.Clone(best), i, i+1)
			o := s.try(without, n)
			best[i].adds = now.mean - o.mean
			if o.forbidden { // it cannot be left out
				continue
			}
			least := s.leastOf(best[i:i+1], without)
			switch {
			case n == searchMembers: // the last word is spoken in more of them
				least -= doubtKg
			case math.Abs(best[i].adds-least) < doubtKg: // too near to be told in these
				best[i].adds = s.try(best, all).mean - s.try(without, all).mean
			}
			if best[i].adds < least {
				best, now, again = without, o, true
				break
			}
		}
	}
	return best
}
