package app

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"

	"kembo/core/history"
	"kembo/core/moves"
	"kembo/store"
)

// Undo takes back the entry with an id, by an entry of its own. Of a log that does
// not fit together any entry can be taken back; that is how it is mended.
func (s *Service) Undo(ctx context.Context, colony, newID, entryID string) error {
	return s.takeBack(ctx, colony, newID, entryID, false)
}

// UndoVisit takes back all that was entered together with an entry: a look with what
// was done, a split with the colony that it made. What takes back can be taken back
// the same way, and then stands again.
func (s *Service) UndoVisit(ctx context.Context, colony, newID, entryID string) error {
	return s.takeBack(ctx, colony, newID, entryID, true)
}

func (s *Service) takeBack(ctx context.Context, colony, newID, entryID string, visit bool) error {
	// What stands in several books is taken back where it was noted.
	if e, err := s.store.Event(ctx, entryID); err == nil && e.ColonyID != colony && inLogOf(e, colony) {
		defer s.Settled(ctx, colony)
		colony = e.ColonyID
	}
	f, err := s.findToWrite(ctx, colony)
	if err != nil {
		return err
	}
	body, err := json.Marshal(history.Entry{ID: newID, Kind: history.KindUndo, Supersedes: entryID})
	if err != nil {
		return err
	}
	together := []string{entryID}
	if visit {
		if together, err = s.together(ctx, colony, entryID); err != nil {
			return err
		}
	}
	r := request{ID: newID, Kind: string(history.KindUndo), Body: string(body)}
	_, err = s.write(ctx, f, r, nil, func(m making) ([]history.Entry, error) { return undos(m, newID, entryID, together) })
	s.Settled(ctx, colony)
	return err
}

// inLogOf reports whether an event stands in the log of a colony.
func inLogOf(e store.Event, colony string) bool {
	return e.ColonyID == colony ||
		slices.ContainsFunc(e.With, func(w store.EventColony) bool { return w.ID == colony })
}

// together returns the ids of what was written by the same request as an entry.
func (s *Service) together(ctx context.Context, colony, entryID string) ([]string, error) {
	all, err := s.store.AnswersOf(ctx, colony, entryID)
	if err != nil {
		return nil, err
	}
	for _, text := range all {
		entries, err := entriesOfAnswer(text)
		if err != nil {
			return nil, err
		}
		if slices.Contains(entries, entryID) {
			return entries, nil
		}
	}
	return []string{entryID}, nil
}

// entriesOfAnswer reads what a request became off its answer.
func entriesOfAnswer(text string) ([]string, error) {
	var a answer
	if err := json.Unmarshal([]byte(text), &a); err != nil {
		return nil, fmt.Errorf("read what came of a request: %w", err)
	}
	return a.Entries, nil
}

// undos makes the entries that take others back.
func undos(m making, newID, entryID string, together []string) ([]history.Entry, error) {
	var out []history.Entry
	at := slices.IndexFunc(m.log, func(e history.Entry) bool { return e.ID == entryID })
	switch {
	case at < 0:
		return nil, fmt.Errorf("entry %s: %w", entryID, ErrNotFound)
	case isSetUp(m.log[at]) && len(together) == 1:
		return nil, &FieldError{"undo", "the set-up of a hive cannot be undone"}
	case !history.Stands(m.log, entryID):
		return nil, &FieldError{"undo", "it is undone already; open the colony again"}
	}
	for _, x := range slices.Backward(m.log) {
		if !slices.Contains(together, x.ID) || isSetUp(x) || !history.Stands(m.log, x.ID) {
			continue
		}
		out = append(out, history.Entry{
			Day: x.Day, Kind: history.KindUndo, Supersedes: x.ID, With: x.With,
		})
	}
	if len(out) == 0 {
		return nil, &FieldError{"undo", "the set-up of a hive cannot be undone"}
	}
	if neverWas(m.log, out) {
		end := history.Done(out[0].Day, &moves.ColonyEnded{Ending: moves.Ending{How: moves.Mistake}})
		out = append(out, end)
	}
	out[0].ID = newID
	return out, nil
}

// isSetUp reports whether an entry is the first set-up of a hive, which is no
// correction of another.
func isSetUp(e history.Entry) bool { return e.Kind == history.KindStack && e.Supersedes == "" }

// neverWas reports whether nothing is left of a colony that was made by a split, once
// that is undone.
func neverWas(log, undo []history.Entry) bool {
	all := append(slices.Clone(log), undo...)
	for i := range all {
		if all[i].ID == "" {
			all[i].ID = fmt.Sprint("undo-", i)
		}
	}
	live := history.Live(all)
	if len(live) != 1 {
		return false
	}
	st, ok := live[0].Body.(*history.StackSet)
	return ok && st.Began.How == history.AsSplit
}
