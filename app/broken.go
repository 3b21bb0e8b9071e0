package app

import (
	"context"
	"errors"
	"fmt"

	"kembo/core/history"
)

// A log that does not fit together is its colony's problem, not the program's: it
// is read without the entries that do not fit, which are shown, and the keeper
// takes them back.

// readInto reads a log into a colony, without the entries that do not fit.
func readInto(c *Colony, es []history.Entry, g history.Ground) {
	line := func(e history.Entry, b history.Believed) {
		c.Log = append(c.Log, LogLine{ID: e.ID, Day: e.Day, Kind: e.Kind, Entry: e, stack: b.Stack})
	}
	var m *history.Misfit
	var err error
	if c.Believed, err = history.Walk(es, g, line); !errors.As(err, &m) {
		return
	}
	fitting, misfits := history.Mended(es, g.Colony)
	c.Log = nil
	if c.Believed, err = history.Walk(fitting, g, line); errors.As(err, &m) {
		misfits = append(misfits, m) // it fits the plain stack, and not what is believed
	}
	c.Broken = misfits
}

// brokenOf says why nothing is forecast of a colony whose log does not fit
// together; nil where it does.
func brokenOf(misfits []*history.Misfit) *unknown {
	if len(misfits) == 0 {
		return nil
	}
	m := misfits[0]
	return &unknown{
		"Mend its log",
		fmt.Sprintf("An entry of %s does not fit what was there: %v.", m.Entry.Day.Short(), m.Err),
	}
}

// BrokenLog is a colony whose log does not fit together.
type BrokenLog struct {
	Colony, Code string
	Misfits      []*history.Misfit
}

// CheckLogs reads the whole log of every colony, also of days to come, and tells
// how far it is. It returns those that do not fit together.
func (s *Service) CheckLogs(ctx context.Context, tell func(done int)) ([]BrokenLog, error) {
	op, err := s.store.Operation(ctx)
	if err != nil {
		return nil, err
	}
	const ever = 1<<31 - 1
	all, err := s.store.Colonies(ctx, op.ID, ever)
	if err != nil {
		return nil, err
	}
	var out []BrokenLog
	for i, c := range all {
		es, err := s.entries(ctx, c.ID, ever)
		if err != nil {
			return out, err
		}
		if _, misfits := history.Mended(es, c.ID); len(misfits) > 0 {
			out = append(out, BrokenLog{Colony: c.ID, Code: c.Code, Misfits: misfits})
		}
		tell(i + 1)
	}
	return out, nil
}

// Mend takes the entries back that do not fit into a colony's log, each by an undo
// that stands in the log like any other. It returns how many; the set-up of a hive
// cannot be taken back.
func (s *Service) Mend(ctx context.Context, b BrokenLog) (int, error) {
	for i, m := range b.Misfits {
		if err := s.Undo(ctx, b.Colony, newID(), m.Entry.ID); err != nil {
			return i, fmt.Errorf("%s, the %s of %s: %w", b.Code, m.Entry.Kind, m.Entry.Day, err)
		}
	}
	return len(b.Misfits), nil
}
