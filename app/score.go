package app

import (
	"context"
	"fmt"

	"kembo/core/forecast"
	"kembo/core/history"
)

// Score is what came of the forecasts that looks have tested, over all colonies,
// of one kind of thing: what all looks before had taught against a fresh model
// that knew the last look alone. Errors are means, as shares of what was found,
// and hold the keeper's own.
type Score struct {
	Name            string
	Tests           int
	Held, FreshHeld float64 // shares of the ranges
	Error, Fresh    float64
}

// taughtFrom is the number of looks from which on a colony counts as known.
const taughtFrom = 3

// Scores returns how the forecasts of the operation did against its own looks,
// of colonies that had been looked at three times before.
func (s *Service) Scores(ctx context.Context) ([]Score, error) {
	by := make([]Score, forecast.Quantities)
	if err := s.Compared(ctx, func(_ string, t history.Compared) { by[t.Of].add(t) }); err != nil {
		return nil, err
	}
	var out []Score
	for q, o := range by {
		if n := float64(o.Tests); n > 0 {
			out = append(out, Score{forecast.QuantityNames[q], o.Tests, o.Held / n, o.FreshHeld / n, o.Error / n, o.Fresh / n})
		}
	}
	return out, nil
}

// Compared tells, colony by colony, what its looks found against what was
// expected, of colonies that had been looked at three times before.
func (s *Service) Compared(ctx context.Context, tell func(colony string, t history.Compared)) error {
	op, ys, err := s.yardDays(ctx)
	if err != nil {
		return err
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return err
	}
	for _, y := range ys {
		site, err := s.site(ctx, y)
		if err != nil {
			return err
		}
		colonies, err := s.store.Colonies(ctx, op.ID, int32(y.today))
		if err != nil {
			return err
		}
		for _, c := range colonies {
			if c.YardID != y.ID {
				continue
			}
			es, err := s.entries(ctx, c.ID, y.today)
			if err != nil {
				return err
			}
			all, err := history.Compare(es, s.ground(c.ID, site, set, y.today, nil))
			if err != nil {
				return fmt.Errorf("colony %s: %w", c.Code, err)
			}
			for _, t := range all {
				if t.Looks >= taughtFrom {
					tell(c.ID, t)
				}
			}
		}
	}
	return nil
}

func (s *Score) add(t history.Compared) {
	s.Tests++
	if t.Held() {
		s.Held++
	}
	if t.Found >= t.Fresh.Low && t.Found <= t.Fresh.High {
		s.FreshHeld++
	}
	s.Error += t.Tested.Error(t.Expected)
	s.Fresh += t.Tested.Error(t.Fresh)
}
