package plan

import (
	"slices"

	"kembo/core/day"
)

// Kept is a plan as it is kept from one day to the next, so that advice does not flicker: its steps by key and
// day.
type Kept struct {
	Day   day.Day    `json:"day"` // on which it was made
	Steps []KeptStep `json:"steps"`
}

// KeptStep is one step of it.
type KeptStep struct {
	Action Action  `json:"action"`
	Key    string  `json:"key"`
	On     day.Day `json:"on"`
}

// marginKg is what another plan must be better by to take the place of the one that is kept. Source: none;
// guess: what half the wobble of a forecast from day to day moves a plan by.
const marginKg = 0.8

// keeping returns the plan that was kept where it is nearly as good as the best, with the day since which it
// is kept.
func (s *Situation) keeping(best, leave *outcome) (*outcome, day.Day) {
	k := s.Kept
	if k == nil || k.Day >= s.Today || k.Day < s.Estimate.Seen {
		return best, 0
	}
	parts, ok := s.again(k)
	if !ok {
		return best, 0
	}
	o := s.try(parts, all)
	if o.forbidden || o.mean < leave.mean-stepLeast && len(parts) > 0 || o.mean < best.mean-marginKg {
		return best, 0
	}
	if keyOf(o.parts) == keyOf(best.parts) {
		return best, 0
	}
	return o, k.Day
}

// keptLess is by how much less a step may add that was told the day before than one that is new, kg. Source: none; guess: what
// the worth of a step moves by from day to day.
const keptLess = 0.3

// keeps reports whether an action is in the plan that was kept and has not been overtaken by a look.
func (s *Situation) keeps(a Action) bool {
	k := s.Kept
	return k != nil && k.Day < s.Today && k.Day >= s.Estimate.Seen &&
		slices.ContainsFunc(k.Steps, func(st KeptStep) bool { return st.Action == a })
}

// stayShare is the share of a bound from which on an action is offered at which it still is once it was told. Source: none; guess.
const stayShare = 0.75

// stays returns by how much a bound is eased for an action that was told the day before: 1 where it was not.
func (s *Situation) stays(a Action) float64 {
	if s.keeps(a) {
		return stayShare
	}
	return 1
}

// again finds the steps of a kept plan among those that can be done now: on its days, or on the visit where
// the day has passed.
func (s *Situation) again(k *Kept) ([]part, bool) {
	next, _ := s.visits()
	var parts []part
	for _, st := range k.Steps {
		in := int(st.On - s.Today)
		if in < 0 || in > next {
			in = min(max(in, 0), next)
		}
		all := s.stepsOn(in)
		i := slices.IndexFunc(all, func(p part) bool { return p.Key == st.Key })
		if i < 0 {
			i = slices.IndexFunc(all, func(p part) bool { return p.Action == st.Action })
		}
		if i < 0 {
			return nil, false
		}
		parts = append(parts, all[i])
	}
	return parts, true
}

// keptOf is a plan to be kept.
func (s *Situation) keptOf(parts []part) Kept {
	k := Kept{Day: s.Today, Steps: []KeptStep{}}
	for _, p := range parts {
		k.Steps = append(k.Steps, KeptStep{Action: p.Action, Key: p.Key, On: s.Today + day.Day(p.in)})
	}
	return k
}

// Keep returns the plan as it is to be kept.
func (p Plan) Keep() Kept { return p.keep }
