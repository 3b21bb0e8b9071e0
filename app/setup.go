package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"time"

	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/season"
	"kembo/store"
)

// NewYard is what a user gives to make a yard.
type NewYard struct {
	ID, Name, Climate, Hemisphere, Zone string
	RhythmDays                          int
}

// MakeYard makes a yard with the usual bloom calendar.
func (s *Service) MakeYard(ctx context.Context, y NewYard) error {
	op, err := s.store.Operation(ctx)
	if err != nil {
		return err
	}
	by, err := s.by()
	if err != nil {
		return err
	}
	if err := clientID(y.ID); err != nil {
		return err
	}
	if y.Name, err = line("name", "the yard a name", y.Name, nameMost); err != nil {
		return err
	}
	switch {
	case y.RhythmDays < 1 || y.RhythmDays > 120:
		return &FieldError{"rhythm", "give the usual days between visits, 1 to 120"}
	}
	if _, err := season.ClimateFor(y.Climate); err != nil {
		return &FieldError{"climate", err.Error()}
	}
	if y.Hemisphere != string(season.North) && y.Hemisphere != string(season.South) {
		return &FieldError{"hemisphere", "choose north or south"}
	}
	if _, err := time.LoadLocation(y.Zone); err != nil || y.Zone == "" {
		return &FieldError{"zone", fmt.Sprintf("%q is not a time zone; write it as Europe/London", y.Zone)}
	}
	ys, err := s.store.Yards(ctx, op.ID)
	if err != nil {
		return err
	}
	row := store.Yard{
		ID: y.ID, OperationID: op.ID, Name: y.Name, Climate: y.Climate, Hemisphere: y.Hemisphere, Zone: y.Zone,
		RhythmDays: y.RhythmDays,
	}
	for _, o := range ys {
		if o.ID == y.ID {
			if o != row {
				return taken
			}
			return nil
		}
		if strings.EqualFold(o.Name, y.Name) {
			return &FieldError{"name", fmt.Sprintf("there is a yard %s already; choose another name", o.Name)}
		}
	}
	var bloom []store.Bloom
	for _, b := range forecast.UsualBloom {
		bloom = append(bloom, store.Bloom(b))
	}
	err = s.store.AddYard(ctx, row, bloom, by)
	if errors.Is(err, store.ErrTaken) { // made by somebody else in between
		return &FieldError{"name", fmt.Sprintf("there is a yard %s already; choose another name", y.Name)}
	}
	return err
}

// NewColony is what a user gives to make a colony.
type NewColony struct {
	ID, Yard, Code    string
	NestFormat        string
	NestBoxes, Supers int
	Drawn             bool // supers
	Excluder          bool
	QueenYear         int
	Clipped           bool
	HistoryKnown      bool
	SuperFrames       int // in each super; 0: as many as it takes
}

// MakeColony makes a colony with its stack from the catalogue.
func (s *Service) MakeColony(ctx context.Context, n NewColony) error {
	by, err := s.by()
	if err != nil {
		return err
	}
	if err := clientID(n.ID); err != nil {
		return err
	}
	op, y, err := s.yardDay(ctx, n.Yard)
	if errors.Is(err, ErrNotFound) {
		return &FieldError{"yard", "choose one of the yards"}
	}
	if err != nil {
		return err
	}
	if n.Code, err = line("code", "the colony a code, as QL-04,", n.Code, 20); err != nil {
		return err
	}
	n.Code = strings.ToUpper(n.Code)
	f, err := s.Format(ctx, n.NestFormat)
	switch {
	case err != nil:
		return err
	case n.SuperFrames != 0 && (n.SuperFrames < 1 || n.SuperFrames > hive.SuperBeside(f).Slots):
		return &FieldError{"frames in a super", fmt.Sprintf("it takes 1 to %d", hive.SuperBeside(f).Slots)}
	case n.NestBoxes < 1 || n.NestBoxes > 4:
		return &FieldError{"nest boxes", "a nest has 1 to 4 boxes"}
	case n.Supers < 0 || n.Supers > 8:
		return &FieldError{"supers", "give 0 to 8 supers"}
	case n.QueenYear != 0 && (n.QueenYear < 2000 || n.QueenYear > y.today.Time().Year()):
		return &FieldError{"queen's year", fmt.Sprintf("%d is not a year she can be from", n.QueenYear)}
	}
	switch places, err := s.store.Places(ctx, n.ID); {
	case err != nil:
		return err
	case len(places) > 0 && places[len(places)-1].YardID == n.Yard && places[len(places)-1].Code == n.Code:
		return nil // sent twice
	case len(places) > 0:
		return taken
	}
	st := stackOfNew(n, f)
	e, err := EventOf(
		history.Entry{ID: newID(), Day: y.today, Kind: history.KindStack, Body: &st}, op.ID, n.ID, by.Actor, s.now(),
	)
	if err != nil {
		return err
	}
	err = s.store.AddColony(
		ctx, store.Colony{ID: n.ID, OperationID: op.ID, YardID: n.Yard, Code: n.Code}, int32(y.today), by, e,
	)
	var has *store.CodeTakenError
	if errors.As(err, &has) {
		return &FieldError{"code", fmt.Sprintf("there is a colony %s already; choose another code", has.Code)}
	}
	if err != nil {
		return err
	}
	s.soon(n.Yard, n.ID)
	s.Settled(ctx, n.ID)
	return nil
}

// stackOfNew is the hive of a new colony.
func stackOfNew(n NewColony, f hive.BoxFormat) history.StackSet {
	st := history.StackSet{QueenID: newID(), QueenYear: n.QueenYear, Clipped: n.Clipped, HistoryKnown: n.HistoryKnown}
	for range n.NestBoxes {
		st.Boxes = append(st.Boxes, MakeBox(f, f.Slots, hive.Make{Drawn: true}))
	}
	superFormat := hive.SuperBeside(f)
	perSuper := superFormat.Slots
	if n.SuperFrames > 0 {
		perSuper = n.SuperFrames
	}
	for range n.Supers {
		st.Boxes = append(st.Boxes, MakeBox(superFormat, perSuper, hive.Make{Super: true, Drawn: n.Drawn}))
	}
	if n.Excluder && n.Supers > 0 {
		st.ExcluderAbove = n.NestBoxes
	}
	return st
}

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

// MoveVisit plans a yard's next visit for a day.
func (s *Service) MoveVisit(ctx context.Context, yard string, on day.Day) error {
	_, y, err := s.yardDay(ctx, yard)
	if err != nil {
		return err
	}
	if on <= y.today {
		return &FieldError{"date", fmt.Sprintf("%s is not after today, %s; choose a later day", on, y.today)}
	}
	if on > y.today+200 {
		return &FieldError{"date", fmt.Sprintf("%s is more than 200 days ahead; choose an earlier day", on)}
	}
	by, err := s.by()
	if err != nil {
		return err
	}
	if err := s.store.MoveNextVisit(ctx, newID(), yard, int32(y.today), int32(on), by); err != nil {
		return err
	}
	s.refreshSoon(ctx)
	return nil
}
