package app

import (
	"context"
	"encoding/json"
	"errors"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/hive"
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
	// Unclear are steps of which it is not known which combs they mean, with why.
	Unclear []string
	// With is the code of the hive with which combs are exchanged, and Over says of each comb that goes or comes where it
	// hangs there; "" and nil where none is.
	With string
	Over map[string]sheet.Place
	// Exchange is what goes between the two, as DoExchange reads it; "": nothing does.
	Exchange string
	// There is that hive as it stands before, and after.
	There [2]hive.Stack
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
			then := after
			if a.EvensOut() {
				then, err = s.exchanged(ctx, &m, after, a)
			} else if _, then, err = moves.All.ExactAll(after, a.Acts, id); err != nil {
				err = fieldOf(err, "action")
			}
			var unclear *FieldError
			switch {
			case errors.As(err, &unclear): // the combs are not known well enough: the rest can still be ordered
				m.Unclear = append(m.Unclear, a.Do+": "+unclear.Say+".")
			case err != nil:
				return m, err
			default:
				after = then
			}
		}
	}
	m.Sheet, err = sheet.Of(h.Stack, after.Stack, c.Settings.LiftLimitKg)
	return m, err
}

// exchanged returns a hive after something went between it and another.
func (s *Service) exchanged(ctx context.Context, m *MoveSheet, here moves.Hive, a plan.Advice) (moves.Hive, error) {
	e, err := s.evened(ctx, m.Colony, here, a)
	if err != nil {
		return here, err
	}
	d, err := moves.Do(moves.Of(e.here, e.other), e.act, m.On)
	if err != nil {
		return here, fieldOf(err, "action")
	}
	if m.Exchange == "" {
		b, err := json.Marshal(e.act)
		if err != nil {
			return here, err
		}
		m.Exchange = string(b)
	}
	if a.What == colony.Fliers { // no comb goes
		return here, nil
	}
	there := e.other
	if e.other.Colony == here.Colony {
		there = e.here
	}
	m.With, m.Over, m.There = a.With, map[string]sheet.Place{}, [2]hive.Stack{there.Stack, d.Hives.At(there.Colony).Stack}
	for _, st := range m.There {
		for _, b := range st.Boxes {
			for slot, f := range b.Frames {
				if _, known := m.Over[f.ID]; !known {
					m.Over[f.ID] = sheet.Place{Box: b.ID, Slot: slot}
				}
			}
		}
	}
	return *d.Hives.At(here.Colony), nil
}
