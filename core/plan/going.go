package plan

import "slices"

// Going is what a hive loses where what is to be done at it is done on a day, against the best of the days that were tried.
type Going struct {
	In   int     `json:"in"`   // days from today
	Kg   float64 `json:"kg"`   // of honey
	Life float64 `json:"life"` // of what the colony is worth in spring, as a share
}

// Cannot reports whether the hive alone cannot be left until then.
func (g Going) Cannot() bool { return Wait{Kg: g.Kg, Life: g.Life}.Cannot() }

// goingDays are the days that are tried, from today on, as far as they come before the visit after next: each while it is near,
// then some. Rounding; each costs an assessment a millisecond or so.
var goingDays = []int{0, 1, 2, 4, 7, 10, 14}

// goings returns what is lost at a hive by going on each of some days, the soonest first; none where nothing is to be done there.
// Between two of them it goes over evenly.
func (s *Situation) goings(parts []part) []Going {
	if len(parts) == 0 {
		return nil
	}
	_, then := s.visits()
	var out []Going
	var best Going
	for _, d := range goingDays {
		if d > 0 && d >= min(then, s.horizon) {
			break
		}
		o := s.try(onlyFrom(parts, d), searchMembers)
		if o.forbidden {
			o = s.mostOf(onlyFrom(parts, d))
		}
		g := Going{In: d, Kg: o.mean, Life: o.strength}
		out = append(out, g)
		best.Kg, best.Life = max(best.Kg, g.Kg), max(best.Life, g.Life)
		if d == 0 {
			best = g
		}
	}
	for i := range out {
		out[i].Kg, out[i].Life = best.Kg-out[i].Kg, best.Life-out[i].Life
	}
	return out
}

// mostOf returns what is best of a plan that cannot be done whole: what is done on its first day, without one of its parts, or
// nothing. What would be done in the place of that is not searched for, so that no less is told as lost than is.
func (s *Situation) mostOf(parts []part) *outcome {
	best := s.try(nil, searchMembers)
	first := slices.DeleteFunc(slices.Clone(parts), func(p part) bool { return p.in > parts[0].in })
	for k := range len(first) + 1 {
		some := slices.Clone(first)
		if k < len(some) {
			some = slices.Delete(some, k, k+1)
		}
		if o := s.try(some, searchMembers); !o.forbidden && o.mean > best.mean {
			best = o
		}
	}
	return best
}

// onlyFrom returns a plan whose first day is another, and what comes before that day on it.
func onlyFrom(parts []part, from int) []part {
	out := slices.Clone(parts)
	first := out[0].in
	for _, p := range out {
		first = min(first, p.in)
	}
	for i := range out {
		if out[i].in == first || out[i].in < from {
			out[i].in, out[i].by = from, from
		}
	}
	return out
}

// Supering is what supers are worth to a hive that is to get some, kg of honey against none: with one, two, … of drawn comb, and of
// foundation. The zero value is a hive that is to get none.
type Supering struct {
	Format     string    `json:"format,omitempty"` // key
	Drawn      []float64 `json:"drawn,omitempty"`
	Foundation []float64 `json:"foundation,omitempty"`
}

// supering works it out beside the rest of a plan.
func (s *Situation) supering(parts []part) Supering {
	k := slices.IndexFunc(parts, func(p part) bool { return p.Action == AddSuper })
	if k < 0 {
		return Supering{}
	}
	given := parts[k]
	rest := slices.Delete(slices.Clone(parts), k, k+1)
	bare, x := s.try(rest, searchMembers), s.scene(given.in)
	out := Supering{Format: s.Estimate.Stack.SuperFormat().Key}
	for n := 1; n <= given.Moves.supersOn; n++ {
		for _, drawn := range []bool{true, false} {
			st := x.superStep(n, drawn)
			st.hands = given.hands
			o := s.try(append(slices.Clone(rest), part{Step: &st, in: given.in, by: given.by}), searchMembers)
			kg := o.mean - bare.mean
			if o.forbidden {
				kg = 0
			}
			if drawn {
				out.Drawn = append(out.Drawn, kg)
			} else {
				out.Foundation = append(out.Foundation, kg)
			}
		}
	}
	return out
}

// LastSafe returns the last day, from today, before a hive loses more than it may by being left; -1 where all that were tried are
// safe. That an earlier day than the best one would lose something does not make it urgent.
func LastSafe(all []Going) int {
	if len(all) == 0 {
		return -1
	}
	best := all[0]
	for _, g := range all {
		if g.Kg < best.Kg {
			best = g
		}
	}
	for in := best.In + 1; in <= all[len(all)-1].In; in++ {
		if Lost(all, in).Cannot() {
			return in - 1
		}
	}
	return -1
}

// Lost returns what is lost by going in some days: between two that were tried evenly, after the last what the last loses.
func Lost(all []Going, in int) Going {
	for i, g := range all {
		switch {
		case g.In == in || i == len(all)-1:
			return Going{In: in, Kg: g.Kg, Life: g.Life}
		case all[i+1].In > in:
			k := float64(in-g.In) / float64(all[i+1].In-g.In)
			return Going{In: in, Kg: g.Kg + k*(all[i+1].Kg-g.Kg), Life: g.Life + k*(all[i+1].Life-g.Life)}
		}
	}
	return Going{In: in}
}
