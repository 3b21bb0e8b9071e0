package app

import (
	"context"
	"slices"

	"kembo/core/day"
	"kembo/core/history"
)

// FollowedUp is something that was done at a colony, with what came of it.
type FollowedUp struct {
	Colony, Code string
	history.FollowUp
}

// FollowUps are what was done at a yard's colonies that should lead to something.
type FollowUps struct {
	Yard  string // name
	Today day.Day
	All   []FollowedUp // by the day that it was done
}

// FollowUps returns them, of the colonies that a yard has on its day.
func (s *Service) FollowUps(ctx context.Context, yard string) (FollowUps, error) {
	_, y, err := s.yardDay(ctx, yard)
	if err != nil {
		return FollowUps{}, err
	}
	out := FollowUps{Yard: y.Name, Today: y.today}
	colonies, err := s.store.ColoniesOf(ctx, y.ID, int32(out.Today))
	if err != nil {
		return out, err
	}
	for _, c := range colonies {
		es, err := s.entries(ctx, c.ID, out.Today)
		if err != nil {
			return out, err
		}
		for _, f := range history.FollowUps(c.ID, es) {
			out.All = append(out.All, FollowedUp{c.ID, c.Code, f})
		}
	}
	slices.SortStableFunc(out.All, func(a, b FollowedUp) int { return int(a.Done - b.Done) })
	return out, nil
}

// Tally is how often things done did what they should.
type Tally struct {
	Promise history.Promise
	Words   string
	Done    int // as often as it was done
	Told    int // of these, those that a look told of
	Kept    int // and of these, those that did what they should
}

// Tally counts them, in the order of the promises; what was never done is left out.
func (f FollowUps) Tally() []Tally {
	var out []Tally
	for _, p := range history.Promises {
		t := Tally{Promise: p.Promise, Words: p.Words}
		for _, x := range f.All {
			if x.Promise != p.Promise {
				continue
			}
			t.Done++
			if x.Looked != 0 {
				t.Told++
			}
			if x.Kept {
				t.Kept++
			}
		}
		if t.Done > 0 {
			out = append(out, t)
		}
	}
	return out
}

// Open returns those that a look can tell of yet, those that show by now first.
func (f FollowUps) Open() []FollowedUp {
	out := f.where(func(x FollowedUp) bool { return x.Looked == 0 && !x.Over(f.Today) })
	slices.SortStableFunc(out, func(a, b FollowedUp) int { return int(a.From - b.From) })
	return out
}

// Broken returns those that did not do what they should, the latest first.
func (f FollowUps) Broken() []FollowedUp {
	out := f.where(func(x FollowedUp) bool { return x.Looked != 0 && !x.Kept })
	slices.Reverse(out)
	return out
}

func (f FollowUps) where(is func(FollowedUp) bool) (out []FollowedUp) {
	for _, x := range f.All {
		if is(x) {
			out = append(out, x)
		}
	}
	return out
}
