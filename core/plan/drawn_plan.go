package plan

import (
	"fmt"
	"slices"

	"kembo/core/bees"
	"kembo/core/comb"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/places"
)

// Drawn is a plan that a keeper drew: the hive as it should hang, and what hands take for it.
type Drawn struct {
	After   hive.Stack
	Minutes float64 // lid and boxes counted in
	Nest    bool    // combs of the nest are handled
	Parts   bool    // boxes are lifted
}

// CheckDrawn judges a plan that was drawn, done on a day, beside the one that is advised, which gains so much against
// leaving; and returns what it is to the forecast. It is false where no plan is weighed here.
func (s *Situation) CheckDrawn(d Drawn, on day.Day, advisedKg float64) (Checked, []bees.Change, bool) {
	s.prepareBare()
	if _, ok := s.alone(); ok {
		return Checked{}, nil, false
	}
	s.prepare()
	in := min(max(int(on-s.Today), 0), s.horizon-1)
	step := s.drawnStep(d)
	changes, _, err := step.changes(s.hive(), s.Today+day.Day(in))
	if err != nil {
		return Checked{}, nil, false
	}
	return s.checked([]part{{Step: step, in: in, by: in}}, advisedKg), changes, true
}

// drawnStep is a drawn plan as a step of plans that are weighed.
func (s *Situation) drawnStep(d Drawn) *Step {
	before := s.Estimate.Stack
	act := moves.RearrangedAs(before, d.After)
	st := &Step{
		Action: RemoveSuper, Key: fmt.Sprintf("drawn %v", *act), Acts: []moves.Act{act}, Opens: craft.LidOff, Keeps: keptCombs,
	}
	if d.Parts {
		st.Opens = craft.Parted
	}
	if d.Nest {
		st.Opens = craft.Nest
	}
	st.Minutes = max(0, d.Minutes-minutesTo[st.Opens])
	out, in := 0, 0 // combs of honey out of the nest, and drawn ones into it
	for _, b := range before.Boxes {
		for _, f := range b.Frames {
			if _, stays := d.After.PlaceOf(f.ID); !stays && !b.Super {
				st.Keeps = nestCombWorth
				if places.ClassOf(f) == places.Honey {
					out++
				}
			}
		}
	}
	for _, b := range d.After.Boxes {
		isNew := before.BoxAt(b.ID) < 0
		switch {
		case isNew && b.Super && len(b.Frames) > 0 && b.Frames[0].A[comb.Foundation] > 0:
			st.Moves.supersOn, st.Kg = st.Moves.supersOn+1, st.Kg+foundationKg
		case isNew && b.Super:
			st.Moves.supersOn, st.Kg = st.Moves.supersOn+1, st.Kg+superWearKg
		case isNew:
			st.Kg += underWearKg
		}
		if isNew || b.Super {
			continue
		}
		brood := slices.ContainsFunc(b.Frames, func(f hive.Frame) bool { return places.ClassOf(f) == places.Brood })
		for _, f := range b.Frames {
			if _, had := before.PlaceOf(f.ID); !had {
				in++
				st.Kg += combKg
				st.Moves.opensNest = st.Moves.opensNest || brood
			}
		}
	}
	switch {
	case out > 0 && in > 0:
		st.Action = RelieveHoneyBound
	case st.Moves.supersOn > 0:
		st.Action = AddSuper
	}
	return st
}

// Conditions are what the rules for places hang on, on a day.
func (s *Situation) Conditions(on day.Day) places.Conditions {
	s.prepareBare()
	s.prepare()
	x := s.scene(min(max(int(on-s.Today), 0), s.horizon-1))
	return places.Conditions{
		FramesOfBees: x.combsOfBees(), ColdestC: x.coldestC,
		Opens: !s.Settings.refuses(OpenNestSides) || !s.Settings.refuses(AlternateFrames),
	}
}
