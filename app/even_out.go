package app

import (
	"context"

	"kembo/core/colony"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/core/plan"
)

// evened is what is on its way from one hive to another.
type evened struct {
	act          *moves.Several
	giver, taker Colony
	here, other  moves.Hive // the one that gives, and the one that takes
}

// evened works out what a step moves between a colony and the hive that it names. here is the colony as it stands
// when hands come to it.
func (s *Service) evened(ctx context.Context, c Colony, here moves.Hive, a plan.Advice) (evened, error) {
	e := evened{giver: c, here: here}
	id, err := s.coded(ctx, c.YardID, a.With, int32(c.Today))
	if err != nil {
		return e, err
	}
	with, err := s.Believed(ctx, id)
	if err != nil {
		return e, err
	}
	e.taker, e.other = with, with.Believed.Hive(with.ID)
	if a.Takes > 0 {
		e.giver, e.taker, e.here, e.other = with, c, e.other, e.here
	}
	from, to := c.Code, with.Code
	if a.Takes > 0 {
		from, to = to, from
	}
	over := moves.HoneyOver
	switch a.What {
	case colony.BroodCombs:
		over = moves.BroodOver
	case colony.Fliers:
		e.act, err = s.placesChanged(ctx, e.giver, e.taker)
		return e, fieldOf(err, "action")
	}
	e.act, err = over(e.here, e.other, a.Takes+a.Gives, from, to)
	return e, fieldOf(err, "action")
}

// evenOut writes what went between two hives as a plan had it. It is noted at the hive that was ticked, and
// in the log of both.
func (s *Service) evenOut(ctx context.Context, c Colony, a plan.Advice, r request) error {
	e, err := s.evened(ctx, c, c.Believed.Hive(c.ID), a)
	if err != nil {
		return err
	}
	if err := mayGive(e.giver, c.Today); err != nil {
		return err
	}
	if err := mayTake(e.taker); err != nil {
		return err
	}
	if _, err := moves.Do(moves.Of(e.here, e.other), e.act, c.Today); err != nil {
		return fieldOf(err, "action")
	}
	entry := history.Done(c.Today, e.act)
	entry.ID = numberedID(r.ID, 1)
	_, err = s.once(ctx, c.ID, r, func(m making) ([]history.Entry, error) { return m.placesOnce(entry) })
	s.Settled(ctx, c.ID)
	return err
}

// coded returns the id of the colony of a yard with a code.
func (s *Service) coded(ctx context.Context, yard, code string, today int32) (string, error) {
	all, err := s.store.ColoniesOf(ctx, yard, today)
	if err != nil {
		return "", err
	}
	for _, c := range all {
		if c.Code == code {
			return c.ID, nil
		}
	}
	return "", &FieldError{"action", code + " is no longer in this yard"}
}
