package app

import (
	"context"
	"encoding/json"
	"strings"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/core/queen"
	"kembo/store"
)

// Found is what was found for a part of a code, a yard's name, a queen or a note.
type Found struct {
	Colonies []FoundColony
	Yards    []store.Yard
	Queens   []QueenIn
	Notes    []FoundNote
}

// FoundColony is a colony whose code has, or had, the part in it.
type FoundColony struct {
	ID, Code, Yard string
	Now            string // its code now, where that is another
	How            moves.HowEnded
	Ended          day.Day
}

// FoundNote is a note with the part in it.
type FoundNote struct {
	Entry, Colony, Code string
	Day                 day.Day
	Note                string
}

// mostFound is how many of each kind are shown, and notesRead how many notes are read
// for that: the part may stand elsewhere in an entry.
const (
	mostFound = 30
	notesRead = 300
)

// Find looks for a part of a text, in any letters, among all that has a name or a note.
func (s *Service) Find(ctx context.Context, part string) (Found, error) {
	var out Found
	op, err := s.Operation(ctx)
	if err != nil {
		return out, err
	}
	if part = strings.TrimSpace(part); part == "" {
		return out, nil
	}
	names, err := s.yardNames(ctx, op.ID)
	if err != nil {
		return out, err
	}
	colonies, err := s.store.FindColonies(ctx, op.ID, part, 3*mostFound)
	if err != nil {
		return out, err
	}
	seen := map[string]bool{}
	for _, c := range colonies {
		if seen[c.ID] || len(out.Colonies) == mostFound {
			continue
		}
		seen[c.ID] = true
		f := FoundColony{
			ID: c.ID, Code: c.Code, Yard: names[c.YardID], How: moves.HowEnded(c.How), Ended: day.Day(c.EndedDay),
		}
		if !c.Now {
			if f.Now, err = s.codeOf(ctx, c.ID); err != nil {
				return out, err
			}
			if f.Now == f.Code {
				f.Now = ""
			}
		}
		out.Colonies = append(out.Colonies, f)
	}
	ys, err := s.store.Yards(ctx, op.ID)
	if err != nil {
		return out, err
	}
	for _, y := range ys {
		if strings.Contains(strings.ToLower(y.Name), strings.ToLower(part)) && len(out.Yards) < mostFound {
			out.Yards = append(out.Yards, y)
		}
	}
	if out.Queens, err = s.findQueens(ctx, part); err != nil {
		return out, err
	}
	out.Notes, err = s.findNotes(ctx, op.ID, part)
	return out, err
}

// findQueens looks in marks, years, lines and where queens came from.
func (s *Service) findQueens(ctx context.Context, part string) ([]QueenIn, error) {
	all, err := s.queensFrom(ctx)(s.store.FindQueens(ctx, part, notesRead))
	var out []QueenIn
	for _, q := range all {
		said := strings.ToLower(q.Words() + " " + q.Source + " " + string(q.Origin))
		if strings.Contains(said, strings.ToLower(part)) && len(out) < mostFound && q.Person != (queen.Person{}) {
			out = append(out, q)
		}
	}
	return out, err
}

// findNotes looks in the notes of looks; what was taken back is not among them.
func (s *Service) findNotes(ctx context.Context, operation, part string) ([]FoundNote, error) {
	rows, err := s.store.FindNotes(ctx, operation, part, notesRead)
	if err != nil {
		return nil, err
	}
	var out []FoundNote
	logs := map[string][]history.Entry{}
	for _, r := range rows {
		var noted struct {
			Note string `json:"note"`
		}
		if err := json.Unmarshal([]byte(r.Payload), &noted); err != nil ||
			!strings.Contains(strings.ToLower(noted.Note), strings.ToLower(part)) {
			continue // it cannot be read, or the part stands elsewhere in it
		}
		if logs[r.ColonyID] == nil {
			es, err := s.store.Events(ctx, r.ColonyID, 1<<30)
			if err != nil {
				return nil, err
			}
			logs[r.ColonyID] = entriesFrom(es)
		}
		if !history.Stands(logs[r.ColonyID], r.EventID) {
			continue
		}
		code, err := s.codeOf(ctx, r.ColonyID)
		if err != nil {
			return nil, err
		}
		out = append(out, FoundNote{r.EventID, r.ColonyID, code, day.Day(r.Day), noted.Note})
		if len(out) == mostFound {
			break
		}
	}
	return out, nil
}
