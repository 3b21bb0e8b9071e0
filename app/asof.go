package app

import (
	"context"
	"fmt"
	"slices"

	"kembo/core/history"
)

// Before returns a colony as it was believed just before an entry, so that the entry
// can be entered anew, with the entry. The log is what stood before it.
func (s *Service) Before(ctx context.Context, colony, entryID string) (Colony, history.Entry, error) {
	f, es, err := s.logOf(ctx, colony)
	if err != nil {
		return Colony{}, history.Entry{}, err
	}
	at := slices.IndexFunc(es, func(e history.Entry) bool { return e.ID == entryID })
	if at < 0 {
		return Colony{}, history.Entry{}, fmt.Errorf("entry %s: %w", entryID, ErrNotFound)
	}
	was := es[at]
	// All that is of its day or before and was not written on top of it; what took back
	// or corrected something is about its own.
	var until []history.Entry
	gone := map[string]bool{}
	for _, e := range es {
		gone[e.Supersedes] = gone[e.Supersedes] || e.Supersedes != "" && e.ID != entryID && history.Stands(es, e.ID)
	}
	for _, e := range es[:at] {
		if e.Kind != history.KindUndo && !gone[e.ID] {
			e.Supersedes = "" // what it stood for is not among these
			until = append(until, e)
		}
	}
	c, err := s.believe(ctx, f, until)
	return c, was, err
}
