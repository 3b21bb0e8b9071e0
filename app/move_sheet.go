package app

import (
	"context"

	"kembo/core/day"
	"kembo/core/moves"
	"kembo/core/plan"
	"kembo/core/sheet"
)

// MoveSheet is a colony with the work that its plan makes on one day, in the order of hands.
type MoveSheet struct {
	Colony
	On    day.Day       // on which it is done
	Sheet sheet.Sheet   // of boxes, combs and excluder; none of its steps where the plan touches none
	Plan  []plan.Advice // the steps of the plan on that day
	Later []plan.Advice // and those of later days
}

// MoveSheet returns the sheet for the first day on which the plan has something done.
func (s *Service) MoveSheet(ctx context.Context, colony string) (MoveSheet, error) {
	c, err := s.Worked(ctx, colony)
	if err != nil {
		return MoveSheet{}, err
	}
	m := MoveSheet{Colony: c}
	if c.Assessment == nil {
		return m, nil
	}
	for _, a := range c.Assessment.Advice {
		if a.Step > 0 && (m.On == 0 || a.On < m.On) {
			m.On = a.On
		}
	}
	h := c.Believed.Hive(colony)
	after, id := h, moves.Unnamed()
	for _, a := range c.Assessment.Advice {
		switch {
		case a.Step == 0:
		case a.On > m.On:
			m.Later = append(m.Later, a)
		default:
			m.Plan = append(m.Plan, a)
			if _, after, err = moves.All.ExactAll(after, a.Acts, id); err != nil {
				return m, err
			}
		}
	}
	m.Sheet, err = sheet.Of(h.Stack, after.Stack, c.Settings.LiftLimitKg)
	return m, err
}
