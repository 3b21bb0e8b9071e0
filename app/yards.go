package app

import (
	"context"
	"fmt"
	"slices"

	"kembo/core/day"
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
	out := yardDay{Yard: y, today: today, visit: today + day.Day(y.RhythmDays), lastVisit: day.Day(v.Last)}
	switch {
	case v.Next > 0:
		out.visit, out.planned = day.Day(v.Next), true
	case v.Last > 0:
		out.visit = max(out.lastVisit+day.Day(y.RhythmDays), today+1)
	}
	return out
}
