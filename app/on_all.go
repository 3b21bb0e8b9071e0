package app

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/moves"
)

// ActOnAll writes an act to each colony of a yard but some, and returns to how many.
// Sent again it does what was left undone.
func (s *Service) ActOnAll(
	ctx context.Context, yard, sent string, on day.Day, but []string, act func() moves.Act,
) (int, error) {
	if err := clientID(sent); err != nil {
		return 0, err
	}
	b, err := s.yardBoard(ctx, yard)
	if err != nil {
		return 0, err
	}
	n := 0
	for _, c := range b.Standings {
		if slices.Contains(but, c.Colony) {
			continue
		}
		if err := s.Act(ctx, c.Colony, derivedID(sent, c.Colony), on, act()); err != nil {
			return n, fmt.Errorf("%s: %w", c.Code, err)
		}
		n++
	}
	if n == 0 {
		return 0, &FieldError{"colonies", "choose at least one"}
	}
	return n, nil
}

// UndoOnAll takes back what was written to all colonies of a yard at once, and returns
// at how many. Where something has been taken back already it is left.
func (s *Service) UndoOnAll(ctx context.Context, yard, newID, sent string) (int, error) {
	if err := clientID(newID); err != nil {
		return 0, err
	}
	b, err := s.yardBoard(ctx, yard)
	if err != nil {
		return 0, err
	}
	n := 0
	for _, c := range b.Standings {
		entries, err := s.writtenBy(ctx, s.onAllID(ctx, sent, c.Colony))
		if err != nil {
			return n, err
		}
		if len(entries) == 0 {
			continue
		}
		rows, err := s.store.Events(ctx, c.Colony, 1<<30)
		if err != nil {
			return n, err
		}
		if !history.Stands(entriesFrom(rows), entries[0]) {
			continue
		}
		if err := s.UndoVisit(ctx, c.Colony, derivedID(newID, c.Colony), entries[0]); err != nil {
			return n, fmt.Errorf("%s: %w", c.Code, err)
		}
		n++
	}
	if n == 0 {
		return 0, &FieldError{"undo", "nothing of it is left to take back"}
	}
	return n, nil
}

// writtenBy returns the ids of the entries that came of a request; none where it never
// came.
func (s *Service) writtenBy(ctx context.Context, sent string) ([]string, error) {
	x, err := s.store.SentBefore(ctx, sent)
	if errors.Is(err, ErrNotFound) {
		return nil, nil
	}
	if err != nil {
		return nil, err
	}
	return entriesOfAnswer(x.Answer)
}
