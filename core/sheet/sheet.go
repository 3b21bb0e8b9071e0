// Package sheet turns what is to be done to a hive into the order in which hands do it: the lid off, boxes lifted down to
// the lowest that is worked in, each comb from its slot to its slot, and all of it closed again.
//
// [Of] compares a hive before and after. No box is lifted that could stay, and no comb handled that could hang where it
// is: those that keep their order slide along. Which combs should go where is not decided here.
package sheet

import (
	"fmt"
	"slices"

	"kembo/core/hive"
)

// Kind is what hands do in a step.
type Kind string

// The kinds of steps, in the order in which they can come.
const (
	Open        Kind = "open"         // smoke, roof and lid off
	LiftOff     Kind = "lift_off"     // a box, set aside
	TakeAway    Kind = "take_away"    // a box, which does not come back
	LookOver    Kind = "look_over"    // such a box of the nest, for the queen
	ExcluderOff Kind = "excluder_off" // with a look at both sides for the queen
	FindQueen   Kind = "find_queen"   // before a comb leaves her part of the hive
	CombsOut    Kind = "combs_out"    // out of the hive
	CombsOver   Kind = "combs_over"   // from slot to slot
	CombsIn     Kind = "combs_in"     // into the hive
	ExcluderOn  Kind = "excluder_on"
	SetBack     Kind = "set_back" // a box that was set aside
	SetNew      Kind = "set_new"  // a box that was not on the hive
	Close       Kind = "close"    // lid and roof on
)

// Place is a slot by the id of its box, counted from 0. The zero Place is not in the hive.
type Place struct {
	Box  string
	Slot int
}

// Comb is a comb that changes its place, with the number of its tag.
type Comb struct {
	N        int // from 1
	Frame    hive.Frame
	From, To Place
}

// Step is one thing that hands do.
type Step struct {
	Do    Kind
	Box   string  // id, where it is done to a box
	Kg    float64 // that are lifted
	Combs []int   // tags
	Heavy bool    // over the limit: two people, or comb by comb
}

// Sheet is the work at one hive.
type Sheet struct {
	Before, After hive.Stack
	Combs         []Comb
	Steps         []Step
	Lifts         int     // of boxes: off, back on, new and away
	LiftedKg      float64 // in all
	HeaviestKg    float64
	Minutes       float64
}

// What hands take, minutes. Source: common practice.
const openMinutes, liftMinutes, combMinutes, queenMinutes = 2.0, 1.0, 1.5, 5.0

// Of returns the work that leads from one stack to another of the same hive. limitKg is what one person lifts; 0: any.
// The error says what cannot be read from them.
func Of(before, after hive.Stack, limitKg float64) (Sheet, error) {
	if err := unique(before); err != nil {
		return Sheet{}, err
	}
	if err := unique(after); err != nil {
		return Sheet{}, err
	}
	s := Sheet{Before: before, After: after, Combs: combs(before, after)}
	if same(before, after) {
		return s, nil
	}
	s.order(limitKg)
	return s, nil
}

// unique returns an error where a box or a comb is in a stack twice.
func unique(st hive.Stack) error {
	seen := map[string]bool{}
	for _, b := range st.Boxes {
		ids := []string{"box " + b.ID}
		for _, f := range b.Frames {
			ids = append(ids, "comb "+f.ID)
		}
		for _, id := range ids {
			if seen[id] {
				return fmt.Errorf("%s is in the hive twice", id)
			}
			seen[id] = true
		}
	}
	return nil
}

// same reports whether nothing is to be done with boxes, combs and excluder.
func same(a, b hive.Stack) bool {
	return a.ExcluderAbove == b.ExcluderAbove && len(a.Boxes) == len(b.Boxes) && kept(a, b) == len(a.Boxes) &&
		(len(a.Boxes) == 0 || combsAlike(a.Boxes[len(a.Boxes)-1], b.Boxes[len(b.Boxes)-1]))
}

// combsAlike reports whether the same combs hang in two boxes in the same order.
func combsAlike(a, b hive.Box) bool {
	return slices.EqualFunc(a.Frames, b.Frames, func(x, y hive.Frame) bool { return x.ID == y.ID })
}

// kept returns how many boxes, from the floor, stay where they stand: all below the topmost of them are as they were.
func kept(before, after hive.Stack) int {
	n := 0
	for n < min(len(before.Boxes), len(after.Boxes)) {
		if n > 0 && !combsAlike(before.Boxes[n-1], after.Boxes[n-1]) || before.Boxes[n].ID != after.Boxes[n].ID {
			break
		}
		n++
	}
	if e, f := before.ExcluderAbove, after.ExcluderAbove; e != f { // it is reached from above
		for _, at := range [2]int{e, f} {
			if at > 0 {
				n = min(n, at)
			}
		}
	}
	return n
}

// order writes the steps.
func (s *Sheet) order(limitKg float64) {
	stay := kept(s.Before, s.After)
	s.add(Step{Do: Open}, openMinutes)
	lift := func(do Kind, b hive.Box) {
		kg := b.LiftKg()
		s.Lifts++
		s.LiftedKg += kg
		s.HeaviestKg = max(s.HeaviestKg, kg)
		s.add(Step{Do: do, Box: b.ID, Kg: kg, Heavy: limitKg > 0 && kg > limitKg}, liftMinutes)
	}
	off := false // the excluder
	for i := len(s.Before.Boxes) - 1; i >= stay; i-- {
		b := s.Before.Boxes[i]
		do := LiftOff
		if s.After.BoxAt(b.ID) < 0 {
			do = TakeAway
		}
		lift(do, b)
		if do == TakeAway && !b.Super {
			s.add(Step{Do: LookOver, Box: b.ID}, queenMinutes)
		}
		if at := s.Before.ExcluderAbove; at == i && (i > stay || s.excluderGoes() || s.worksIn(stay-1)) {
			s.add(Step{Do: ExcluderOff}, 0)
			off = true
		}
	}
	s.handle()
	for i := stay; i < len(s.After.Boxes); i++ {
		if at := s.After.ExcluderAbove; at == i && (off || at != s.Before.ExcluderAbove) {
			s.add(Step{Do: ExcluderOn}, 0)
		}
		b := s.After.Boxes[i]
		do := SetBack
		if s.Before.BoxAt(b.ID) < 0 {
			do = SetNew
		}
		lift(do, b)
	}
	s.add(Step{Do: Close}, 0)
}

func (s *Sheet) add(x Step, minutes float64) {
	s.Steps = append(s.Steps, x)
	s.Minutes += minutes
}

// excluderGoes reports whether the excluder lies elsewhere afterwards, or is taken off.
func (s *Sheet) excluderGoes() bool { return s.Before.ExcluderAbove != s.After.ExcluderAbove }

// worksIn reports whether combs change in a box that stays.
func (s *Sheet) worksIn(box int) bool {
	return box >= 0 && !combsAlike(s.Before.Boxes[box], s.After.Boxes[box])
}

// handle writes the steps of the combs: out first, so that there is room, then over, then in.
func (s *Sheet) handle() {
	if s.queenFirst() {
		s.add(Step{Do: FindQueen}, queenMinutes)
	}
	for _, group := range []struct {
		do Kind
		is func(Comb) bool
	}{
		{CombsOut, func(c Comb) bool { return c.To == Place{} }},
		{CombsOver, func(c Comb) bool { return c.From != Place{} && c.To != Place{} }},
		{CombsIn, func(c Comb) bool { return c.From == Place{} }},
	} {
		var tags []int
		for _, c := range s.Combs {
			if group.is(c) {
				tags = append(tags, c.N)
			}
		}
		if len(tags) > 0 {
			s.add(Step{Do: group.do, Combs: tags}, combMinutes*float64(len(tags)))
		}
	}
}

// queenFirst reports whether she must be accounted for: a comb of the nest leaves the hive or goes to where she may not be, or a
// box of it does with all its combs.
func (s *Sheet) queenFirst() bool {
	shut := func(k int) bool { // she may not be in that box afterwards
		return k < 0 || s.After.Boxes[k].Super || s.After.ExcluderAbove > 0 && k >= s.After.ExcluderAbove
	}
	for _, c := range s.Combs {
		i := s.Before.BoxAt(c.From.Box)
		if c.From == (Place{}) || i < 0 || s.Before.Boxes[i].Super {
			continue
		}
		if shut(s.After.BoxAt(c.To.Box)) {
			return true
		}
	}
	for _, b := range s.Before.Boxes {
		if k := s.After.BoxAt(b.ID); !b.Super && k >= 0 && shut(k) {
			return true
		}
	}
	return false
}
