package app

import (
	"context"
	"encoding/json"
	"fmt"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/moves"
)

// MakeBox returns a box of new frames with ids of their own.
func MakeBox(f hive.BoxFormat, n int, as hive.Make) moves.Box { return moves.NewBox(f, n, as, newID) }

// AddSuper puts a super on top of a colony; no format and no frames mean as
// the others are.
func (s *Service) AddSuper(
	ctx context.Context, colony, entryID, format string, frames int, drawn bool, on day.Day,
) error {
	return s.PutOn(
		ctx, colony, NewBox{EntryID: entryID, Format: format, Frames: frames, Drawn: drawn, Where: OnTop, On: on},
	)
}

// Where a box is put on.
const (
	OnTop   = "top"   // a super
	OnNest  = "nest"  // under the supers
	OnFloor = "floor" // under the nest
)

// NewBox is a box as a user puts it on.
type NewBox struct {
	EntryID string
	Format  string // empty: as the supers are
	Frames  int    // 0: as many as it takes or, of a super like the others, as they have
	Drawn   bool   // else foundation
	Where   string
	On      day.Day
}

// mostBoxes is how many boxes a hive may have. Source: common practice, no source:
// nobody reaches higher.
const mostBoxes = 12

// PutOn puts any box of the catalogue or the user's own on a colony.
func (s *Service) PutOn(ctx context.Context, colony string, n NewBox) error {
	if n.Where != OnTop && n.Where != OnNest && n.Where != OnFloor {
		return &FieldError{"where", "choose on top, on the nest or on the floor"}
	}
	var f hive.BoxFormat
	var err error
	if n.Format != "" {
		if f, err = s.Format(ctx, n.Format); err != nil {
			return err
		}
	}
	body, err := json.Marshal(n)
	if err != nil {
		return err
	}
	r := request{ID: n.EntryID, Kind: "box_on", Body: string(body)}
	_, err = s.once(ctx, colony, r, func(m making) ([]history.Entry, error) {
		st, err := m.stack(n.On)
		if err != nil {
			return nil, err
		}
		e, err := putOn(st, n, f)
		return []history.Entry{e}, err
	})
	s.Settled(ctx, colony)
	return err
}

// putOn makes the entry of a box that goes on a hive; f may be none.
func putOn(st hive.Stack, n NewBox, f hive.BoxFormat) (history.Entry, error) {
	e := history.Entry{ID: n.EntryID, Day: n.On, Kind: "box_on"}
	frames := n.Frames
	if f == (hive.BoxFormat{}) {
		if len(st.Boxes) == 0 {
			return e, &FieldError{"format", "there is no box to go by; choose one"}
		}
		f = st.SuperFormat()
		if frames == 0 {
			frames = moves.FramesLike(st, f)
		}
	}
	if frames == 0 {
		frames = f.Slots
	}
	at, super := len(st.Boxes), n.Where == OnTop
	switch n.Where {
	case OnNest:
		at -= st.Supers()
	case OnFloor:
		at = 0
	}
	switch {
	case frames < 1 || frames > f.Slots:
		return e, &FieldError{"frames", fmt.Sprintf("%s takes 1 to %d frames", f.Name, f.Slots)}
	case len(st.Boxes) >= mostBoxes:
		return e, &FieldError{"boxes", fmt.Sprintf("a hive has at most %d boxes", mostBoxes)}
	}
	e.Body = &moves.BoxOn{At: at, Box: MakeBox(f, frames, hive.Make{Super: super, Drawn: n.Drawn})}
	return e, nil
}
