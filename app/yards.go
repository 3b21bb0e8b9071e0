package app

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"

	"kembo/core/day"
	"kembo/core/season"
	"kembo/store"
)

// yardDay is a yard with its day and its next visit.
type yardDay struct {
	store.Yard
	today, visit day.Day
	planned      bool
	lastVisit    day.Day // 0: none yet
}

// yard returns a yard with its day, by id.
func (s *Service) yard(ctx context.Context, id string) (yardDay, error) {
	y, err := s.store.Yard(ctx, id)
	if err != nil {
		return yardDay{}, err
	}
	today := s.Today(y)
	v, err := s.store.Visits(ctx, id, int32(today))
	return withVisits(y, today, v), err
}

// yardDay returns a yard with its day, and the operation it belongs to.
func (s *Service) yardDay(ctx context.Context, yard string) (store.Operation, yardDay, error) {
	op, err := s.Operation(ctx)
	if err != nil {
		return op, yardDay{}, err
	}
	y, err := s.yard(ctx, yard)
	if err == nil && y.OperationID != op.ID {
		err = fmt.Errorf("yard %s: %w", yard, ErrNotFound)
	}
	return op, y, err
}

// yardDays returns all yards, those whose visit is soonest first.
func (s *Service) yardDays(ctx context.Context) (store.Operation, []yardDay, error) {
	op, err := s.Operation(ctx)
	if err != nil {
		return op, nil, err
	}
	ys, err := s.store.Yards(ctx, op.ID)
	if err != nil {
		return op, nil, err
	}
	visits := map[day.Day]map[string]store.Visits{} // yards may have two or three days at an instant
	var out []yardDay
	for _, y := range ys {
		today := s.Today(y)
		if visits[today] == nil {
			if visits[today], err = s.store.AllVisits(ctx, op.ID, int32(today)); err != nil {
				return op, nil, err
			}
		}
		out = append(out, withVisits(y, today, visits[today][y.ID]))
	}
	slices.SortStableFunc(out, func(a, b yardDay) int { return int(a.visit - b.visit) })
	return op, out, nil
}

// withVisits finds the next visit: the first planned after today or, where none
// is planned, the yard's rhythm from the last one.
func withVisits(y store.Yard, today day.Day, v store.Visits) yardDay {
	out := yardDay{Yard: y, today: today, visit: today + rhythmOn(y, today), lastVisit: day.Day(v.Last)}
	switch {
	case v.Next > 0:
		out.visit, out.planned = day.Day(v.Next), true
	case v.Last > 0:
		out.visit = max(out.lastVisit+rhythmOn(y, out.lastVisit), today+1)
		if spring := springVisit(y, out.lastVisit); spring > 0 {
			out.visit = max(min(out.visit, spring), today+1)
		}
	}
	return out
}

// rhythmOn returns the usual days to the next visit of a yard, from a day on.
func rhythmOn(y store.Yard, on day.Day) day.Day {
	if y.WinterDays > 0 && restsOn(y, on) {
		return day.Day(y.WinterDays)
	}
	return day.Day(y.RhythmDays)
}

// restsOn reports whether a yard is in its winter rhythm on a day.
func restsOn(y store.Yard, on day.Day) bool {
	c, err := climateOf(y)
	if err != nil {
		c = season.Climate{} // of a file that knows more climates: the reference
	}
	return season.WinterRest.Has(season.Place{Climate: c, Hemisphere: season.Hemisphere(y.Hemisphere)}.On(on))
}

// springVisit returns the day on which a yard that rests is visited again at the
// latest, since its season has begun; 0 where it does not rest.
func springVisit(y store.Yard, last day.Day) day.Day {
	if y.WinterDays == 0 || !restsOn(y, last) {
		return 0
	}
	on := last
	for restsOn(y, on) {
		on++
	}
	return on + day.Day(y.RhythmDays)
}

// Yard returns a yard as it was made or changed.
func (s *Service) Yard(ctx context.Context, id string) (NewYard, error) {
	_, y, err := s.yardDay(ctx, id)
	return NewYard{
		ID: y.ID, Name: y.Name, Climate: y.Climate, Hemisphere: y.Hemisphere, Zone: y.Zone, RhythmDays: y.RhythmDays,
		WinterDays: y.WinterDays, Place: placeOf(y.Yard),
	}, err
}

// ChangeYard writes what a yard is called and how it is visited.
func (s *Service) ChangeYard(ctx context.Context, y NewYard) error {
	by, err := s.by()
	if err != nil {
		return err
	}
	op, _, err := s.yardDay(ctx, y.ID)
	if err != nil {
		return err
	}
	row, err := y.checked(op.ID)
	if err != nil {
		return err
	}
	ys, err := s.store.Yards(ctx, op.ID)
	if err != nil {
		return err
	}
	for _, o := range ys {
		if o.ID != y.ID && strings.EqualFold(o.Name, row.Name) {
			return yardNamed(o.Name)
		}
	}
	err = s.store.ChangeYard(ctx, row, by)
	if errors.Is(err, store.ErrTaken) {
		return yardNamed(row.Name)
	}
	if err != nil {
		return err
	}
	s.refreshSoon(ctx)
	return nil
}

// RemoveYard takes a yard away in which no colony ever stood.
func (s *Service) RemoveYard(ctx context.Context, yard string) error {
	if _, err := s.by(); err != nil {
		return err
	}
	if _, _, err := s.yardDay(ctx, yard); err != nil {
		return err
	}
	removed, err := s.store.RemoveYard(ctx, yard)
	if err == nil && !removed {
		return &FieldError{
			"yard", "colonies stand in it, or have stood, and their books name it; move them, and rename the yard if you like",
		}
	}
	return err
}

// Rename writes what the operation is called.
func (s *Service) Rename(ctx context.Context, name string) error {
	if _, err := s.by(); err != nil {
		return err
	}
	op, err := s.store.Operation(ctx)
	if err != nil {
		return err
	}
	if op.Name, err = line("name", "the operation a name", name, nameMost); err != nil {
		return err
	}
	return s.store.RenameOperation(ctx, op)
}

// MoveVisit plans a yard's next visit for a day.
func (s *Service) MoveVisit(ctx context.Context, yard string, on day.Day) error {
	_, y, err := s.yardDay(ctx, yard)
	if err != nil {
		return err
	}
	if on <= y.today {
		return &FieldError{"date", fmt.Sprintf("%s is not after today, %s; choose a later day", on, y.today)}
	}
	if on > y.today+200 {
		return &FieldError{"date", fmt.Sprintf("%s is more than 200 days ahead; choose an earlier day", on)}
	}
	by, err := s.by()
	if err != nil {
		return err
	}
	if err := s.store.MoveNextVisit(ctx, newID(), yard, int32(y.today), int32(on), by); err != nil {
		return err
	}
	s.refreshSoon(ctx)
	return nil
}
