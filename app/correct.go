package app

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/moves"
)

// Correct writes another version of an entry: on another day, or saying something
// else. The old one is kept, and shown beside it. body nil leaves what it says.
func (s *Service) Correct(ctx context.Context, colony, newID, entryID string, on day.Day, body any) error {
	ask := history.Entry{ID: newID, Day: on, Body: body, Supersedes: entryID}
	return s.record(ctx, colony, ask, func(m making) (history.Entry, error) {
		was, err := standing(m.log, entryID)
		if err != nil {
			return ask, err
		}
		e := was
		e.ID, e.Day, e.Supersedes, e.Seq = newID, on, entryID, 0
		if body != nil {
			e.Body = body
		}
		if was.Kind == history.KindUndo {
			return e, &FieldError{"entry", "what takes an entry back has nothing to correct; take it back instead"}
		}
		if was.Unread != "" {
			return e, &FieldError{"entry", "it cannot be read, so it cannot be corrected; take it back"}
		}
		if was.Kind == history.KindStack {
			return e, fitsSetUp(m.log, on)
		}
		return e, nil
	})
}

// standing returns an entry of a log that stands.
func standing(log []history.Entry, id string) (history.Entry, error) {
	i := slices.IndexFunc(log, func(e history.Entry) bool { return e.ID == id })
	switch {
	case i < 0:
		return history.Entry{}, fmt.Errorf("entry %s: %w", id, ErrNotFound)
	case !history.Stands(log, id):
		return history.Entry{}, &FieldError{"entry", "there is a later version of it already; open the log again"}
	}
	return log[i], nil
}

// fitsSetUp reports why a set-up cannot be moved to a day.
func fitsSetUp(log []history.Entry, on day.Day) error {
	for _, e := range history.Live(log) {
		if e.Kind != history.KindStack && e.Day < on {
			return &FieldError{
				"day", fmt.Sprintf("the log has an entry of %s, which is before %s", e.Day, on),
			}
		}
	}
	return nil
}

// MoveEntry moves an entry that was noted at the wrong colony to the right one.
func (s *Service) MoveEntry(ctx context.Context, colony, newID, entryID, to string) error {
	from, err := s.Believed(ctx, colony)
	if err != nil {
		return err
	}
	target, err := s.Believed(ctx, to)
	if err != nil {
		return &FieldError{"colony", "choose the colony that it belongs to"}
	}
	if to == colony {
		return &FieldError{"colony", "it is noted there already; choose another"}
	}
	i := slices.IndexFunc(from.Log, func(l LogLine) bool { return l.ID == entryID })
	if i < 0 {
		return fmt.Errorf("entry %s: %w", entryID, ErrNotFound)
	}
	e := from.Log[i].Entry
	moved, err := elsewhere(e, from.Believed.Stack, target.Believed.Stack)
	if err != nil {
		return err
	}
	moved.ID = derivedID(newID, "moved")
	if err := s.Record(ctx, to, moved); err != nil {
		return err
	}
	return s.Undo(ctx, colony, newID, entryID)
}

// elsewhere returns an entry as it would have been noted at another hive, whose boxes
// it then names.
func elsewhere(e history.Entry, from, to hive.Stack) (history.Entry, error) {
	out := history.Entry{Day: e.Day, Kind: e.Kind, Body: e.Body}
	switch x := e.Body.(type) {
	case *moves.Feed, *moves.Treatment, *history.Weighing, *moves.QueenNoted, *moves.SwarmLeft, *moves.Guard,
		*moves.Entrance, *moves.FeederOn, *moves.Insulated, *history.MiteCount, *history.Inspection:
		return out, nil
	case *history.Look:
		b, err := json.Marshal(x)
		if err != nil {
			return out, err
		}
		l := new(history.Look)
		if err := json.Unmarshal(b, l); err != nil {
			return out, err
		}
		for i := range l.Boxes {
			at := from.BoxAt(l.Boxes[i].Box)
			if at < 0 || at >= len(to.Boxes) {
				return out, &FieldError{"colony", fmt.Sprintf(
					"the look is of %d boxes, and that hive has %d; enter it there anew", len(l.Boxes), len(to.Boxes),
				)}
			}
			l.Boxes[i].Box = to.Boxes[at].ID
		}
		out.Body = l
		return out, nil
	}
	return out, &FieldError{"entry", "it names boxes or frames of this hive; enter it there anew, and take it back here"}
}
