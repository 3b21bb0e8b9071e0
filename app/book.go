package app

import (
	"context"
	"encoding/json"
	"slices"

	"kembo/core/day"
	"kembo/core/history"
)

// Book is all that was ever written of a colony, what was corrected and taken back
// among it.
type Book struct {
	Colony
	Entries []BookEntry // by day, the latest first
}

// BookEntry is an entry of a book.
type BookEntry struct {
	history.Entry
	By       string // who wrote it
	At       string // when, UTC, RFC 3339
	Stands   bool
	Visit    string   // what was written with it has the same; "": it stands alone
	Was      *BookRef // the version before, which it corrects
	Now      *BookRef // what stands in its place, or took it back
	Versions int      // before it
	With     []string // codes of the other colonies in whose books it stands
	Noted    string   // code of the colony at which it was noted, where that is another
}

// BookRef names another entry of a book.
type BookRef struct {
	ID   string
	Kind history.Kind
	Day  day.Day
	By   string
	At   string
}

// Book returns the whole book of a colony.
func (s *Service) Book(ctx context.Context, id string) (Book, error) {
	c, err := s.Form(ctx, id)
	if err != nil {
		return Book{}, err
	}
	b := Book{Colony: c}
	rows, err := s.store.Events(ctx, id, int32(c.Today))
	if err != nil {
		return b, err
	}
	visits, err := s.visitsOf(ctx, id)
	if err != nil {
		return b, err
	}
	entries := entriesFrom(rows)
	live := map[string]bool{}
	for _, e := range history.Live(entries) {
		live[e.ID] = true
	}
	refs := map[string]BookRef{}
	after := map[string]BookRef{} // by what it supersedes, the last that stands
	for i, e := range entries {
		refs[e.ID] = BookRef{e.ID, e.Kind, e.Day, rows[i].Actor, rows[i].RecordedUTC}
		if e.Supersedes != "" && history.Stands(entries, e.ID) {
			after[e.Supersedes] = refs[e.ID]
		}
	}
	codes := map[string]string{}
	for i, e := range entries {
		x := BookEntry{Entry: e, By: rows[i].Actor, At: rows[i].RecordedUTC, Stands: live[e.ID], Visit: visits[e.ID]}
		if e.Kind == history.KindUndo {
			x.Stands = history.Stands(entries, e.ID)
		}
		if r, ok := refs[e.Supersedes]; ok {
			x.Was = &r
		}
		if r, ok := after[e.ID]; ok {
			x.Now = &r
		}
		for _, w := range e.With {
			if w == id {
				continue
			}
			if codes[w] == "" {
				if codes[w], err = s.codeOf(ctx, w); err != nil {
					return b, err
				}
			}
			x.With = append(x.With, codes[w])
		}
		b.Entries = append(b.Entries, x)
	}
	slices.Reverse(b.Entries)
	return b, nil
}

// visitsOf returns by what request each entry of a colony was written.
func (s *Service) visitsOf(ctx context.Context, colony string) (map[string]string, error) {
	sent, err := s.store.SentOf(ctx, colony)
	if err != nil {
		return nil, err
	}
	out := map[string]string{}
	for _, x := range sent {
		var a answer
		if err := json.Unmarshal([]byte(x.Answer), &a); err != nil {
			return nil, err
		}
		if len(a.Entries) > 1 {
			for _, e := range a.Entries {
				out[e] = x.ID
			}
		}
	}
	return out, nil
}
