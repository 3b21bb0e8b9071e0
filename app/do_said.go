package app

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/moves"
)

// Ticked is what was ticked of a move sheet as done.
type Ticked struct {
	Entry string  // id that the page made: sending it twice is writing it once
	Sheet string  // what tells one sheet from another, whichever page or phone shows it
	On    day.Day // on which it was done
	Said  []moves.Said
}

// DoSaid writes what was ticked of a sheet, in order, whatever is advised by then: the page may have been kept where there
// is no signal. What another phone has written of the same sheet is refused. What cannot be is a *FieldError, and nothing is
// written.
func (s *Service) DoSaid(ctx context.Context, colony string, t Ticked) error {
	switch {
	case len(t.Said) == 0:
		return &FieldError{"done", "tick what was done; what is not ticked is not written"}
	case len(t.Said) > mostTicked:
		return &FieldError{"done", fmt.Sprintf("a sheet has at most %d things to tick", mostTicked)}
	}
	var body []string
	for _, x := range t.Said {
		body = append(body, SaidText(x))
	}
	r := request{ID: t.Entry, Kind: "sheet", Body: t.On.String() + " " + t.Sheet + " " + strings.Join(body, "; ")}
	_, err := s.once(ctx, colony, r, func(m making) ([]history.Entry, error) { return m.ticked(t) })
	if err == nil {
		s.Settled(ctx, colony)
	}
	return err
}

// oldestSheet is how many days later what was ticked of a sheet may come in, and mostTicked as many things as a sheet has.
// Source: none; guesses: two weeks without a signal, and twice the steps of a plan.
const oldestSheet, mostTicked = 14, 12

// ticked returns the entries of what was ticked. Their ids are those of the sheet, so that one sheet is not written from two
// phones; where it was and has been undone they are new.
func (m making) ticked(t Ticked) ([]history.Entry, error) {
	switch {
	case t.On > m.today:
		return nil, &FieldError{"day", "it is done on a day that has come"}
	case t.On < m.today-oldestSheet:
		return nil, &FieldError{"day", "the sheet is too old; note what was done from the hive's page"}
	}
	h, err := m.hive(t.On)
	if err != nil {
		return nil, err
	}
	live := history.Live(m.log)
	has := func(log []history.Entry, id string) bool {
		return slices.ContainsFunc(log, func(e history.Entry) bool { return e.ID == id })
	}
	var out []history.Entry
	for _, x := range t.Said {
		var acts []moves.Act
		if acts, h, err = moves.All.ExactAll(h, []moves.Said{x}, newID); err != nil {
			return nil, fieldOf(err, "done")
		}
		for i, a := range acts {
			e := history.Done(t.On, a)
			e.ID = numberedID(m.colony+" "+t.Sheet+" "+SaidText(x), i+1)
			switch {
			case has(live, e.ID):
				return nil, &FieldError{"done", "it is in the log already, written from another page of this sheet"}
			case has(m.log, e.ID):
				e.ID = ""
			}
			out = append(out, e)
		}
	}
	if len(h.Stack.Boxes) > mostBoxes {
		return nil, &FieldError{"boxes", fmt.Sprintf("a hive has at most %d boxes", mostBoxes)}
	}
	return out, nil
}
