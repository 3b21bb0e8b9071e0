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
	"kembo/core/queen"
	"kembo/core/season"
	"kembo/store"
)

// NewYard is what a user gives to make a yard, or to change one.
type NewYard struct {
	ID, Name, Climate, Hemisphere, Zone string
	RhythmDays                          int
	WinterDays                          int // between visits in winter; 0: as in the season
}

// checked returns what is given of a yard as it is stored.
func (y NewYard) checked(operation string) (store.Yard, error) {
	name, err := line("name", "the yard a name", y.Name, nameMost)
	if err != nil {
		return store.Yard{}, err
	}
	switch {
	case y.RhythmDays < 1 || y.RhythmDays > 120:
		return store.Yard{}, &FieldError{"rhythm", "give the usual days between visits, 1 to 120"}
	case y.WinterDays < 0 || y.WinterDays > 200:
		return store.Yard{}, &FieldError{"winter rhythm", "give the days between visits in winter, 1 to 200, or none"}
	case y.Hemisphere != string(season.North) && y.Hemisphere != string(season.South):
		return store.Yard{}, &FieldError{"hemisphere", "choose north or south"}
	}
	if _, err := season.ClimateFor(y.Climate); err != nil {
		return store.Yard{}, &FieldError{"climate", err.Error()}
	}
	if _, err := time.LoadLocation(y.Zone); err != nil || y.Zone == "" {
		return store.Yard{}, &FieldError{"zone", fmt.Sprintf("%q is not a time zone; write it as Europe/London", y.Zone)}
	}
	return store.Yard{
		ID: y.ID, OperationID: operation, Name: name, Climate: y.Climate, Hemisphere: y.Hemisphere, Zone: y.Zone,
		RhythmDays: y.RhythmDays, WinterDays: y.WinterDays,
	}, nil
}

func yardNamed(name string) error {
	return &FieldError{"name", fmt.Sprintf("there is a yard %s already; choose another name", name)}
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
	row, err := y.checked(op.ID)
	if err != nil {
		return err
	}
	ys, err := s.store.Yards(ctx, op.ID)
	if err != nil {
		return err
	}
	for _, o := range ys {
		if o.ID == y.ID {
			if o != row {
				return taken
			}
			return nil
		}
		if strings.EqualFold(o.Name, row.Name) {
			return yardNamed(o.Name)
		}
	}
	var bloom []store.Bloom
	for _, b := range forecast.UsualBloom {
		bloom = append(bloom, store.Bloom(b))
	}
	err = s.store.AddYard(ctx, row, bloom, by)
	if errors.Is(err, store.ErrTaken) { // made by somebody else in between
		return yardNamed(row.Name)
	}
	return err
}

// NewColony is what a user gives to make a colony.
type NewColony struct {
	ID, Yard, Code    string
	NestFormat        string
	NestBoxes, Supers int
	NestFrames        int    // in each nest box; 0: as many as it takes
	Undrawn           bool   // the nest's frames are foundation
	SuperFormat       string // empty: as goes with the nest
	Drawn             bool   // supers
	Excluder          bool
	QueenYear         int
	Clipped           bool
	Mark              string
	QueenFrom         queen.Origin
	QueenSource       string
	HistoryKnown      bool
	SuperFrames       int // in each super; 0: as many as it takes
	Began             history.Began
	Origin            string  // in words, as in "split from QL-02"
	On                day.Day // 0: today
}

// MakeColony makes a colony with its stack from the catalogue.
func (s *Service) MakeColony(ctx context.Context, n NewColony) error {
	f, set, err := s.toMake(ctx, n)
	if err != nil || set == nil {
		return err
	}
	if err := s.addColony(ctx, f, *set); err != nil {
		return err
	}
	s.soon(f.yard.ID, f.colony.ID)
	s.Settled(ctx, f.colony.ID)
	return nil
}

// setUp is a colony that is to be made: its first entry.
type setUp struct{ entry history.Entry }

// toMake checks what is given of a new colony; set is nil where it has been made
// already.
func (s *Service) toMake(ctx context.Context, n NewColony) (f found, set *setUp, err error) {
	if err := s.may(MayWrite, "write"); err != nil {
		return f, nil, err
	}
	if err := clientID(n.ID); err != nil {
		return f, nil, err
	}
	op, y, err := s.yardDay(ctx, n.Yard)
	if errors.Is(err, ErrNotFound) {
		return f, nil, &FieldError{"yard", "choose one of the yards"}
	}
	if err != nil {
		return f, nil, err
	}
	if n.Code, err = codeOf(n.Code); err != nil {
		return f, nil, err
	}
	if n.On == 0 {
		n.On = y.today
	}
	nest, super, err := s.formatsOf(ctx, n)
	switch {
	case err != nil:
		return f, nil, err
	case n.SuperFrames != 0 && (n.SuperFrames < 1 || n.SuperFrames > super.Slots):
		return f, nil, &FieldError{"frames in each super", fmt.Sprintf("it takes 1 to %d", super.Slots)}
	case n.NestFrames != 0 && (n.NestFrames < 1 || n.NestFrames > nest.Slots):
		return f, nil, &FieldError{"frames in each nest box", fmt.Sprintf("it takes 1 to %d", nest.Slots)}
	case n.NestBoxes < 1 || n.NestBoxes > 4:
		return f, nil, &FieldError{"nest boxes", "a nest has 1 to 4 boxes"}
	case n.Supers < 0 || n.Supers > 8:
		return f, nil, &FieldError{"supers", "give 0 to 8 supers"}
	case n.QueenYear != 0 && (n.QueenYear < 2000 || n.QueenYear > y.today.Time().Year()):
		return f, nil, &FieldError{"queen's year", fmt.Sprintf("%d is not a year she can be from", n.QueenYear)}
	case n.On > y.today:
		return f, nil, &FieldError{"day", fmt.Sprintf("%s is in the future; today is %s", n.On, y.today)}
	}
	places, err := s.store.Places(ctx, n.ID)
	f = found{op: op, yard: y, colony: store.Colony{ID: n.ID, OperationID: op.ID, YardID: n.Yard, Code: n.Code}}
	switch {
	case err != nil:
		return f, nil, err
	case len(places) > 0 && places[len(places)-1].YardID == n.Yard && places[len(places)-1].Code == n.Code:
		return f, nil, nil // sent twice
	case len(places) > 0:
		return f, nil, taken
	}
	st := stackOfNew(n, nest, super)
	e := history.Entry{ID: newID(), Day: n.On, Kind: history.KindStack, Body: &st}
	if err := errors.Join(textsOf([]history.Entry{e})...); err != nil {
		return f, nil, err
	}
	if _, err := history.Fold([]history.Entry{e}, history.Ground{Colony: n.ID}); err != nil {
		return f, nil, fieldOf(err, "colony")
	}
	return f, &setUp{e}, s.knowKinds(ctx)
}

// codeOf checks the code of a colony.
func codeOf(text string) (string, error) {
	code, err := line("code", "the colony a code, as QL-04,", text, 20)
	return strings.ToUpper(code), err
}

// formatsOf returns the formats of a new colony's boxes.
func (s *Service) formatsOf(ctx context.Context, n NewColony) (nest, super hive.BoxFormat, err error) {
	if nest, err = s.Format(ctx, n.NestFormat); err != nil {
		return nest, super, err
	}
	super = hive.SuperBeside(nest)
	if n.SuperFormat != "" {
		super, err = s.Format(ctx, n.SuperFormat)
	}
	return nest, super, err
}

// addColony writes a new colony with its first entry.
func (s *Service) addColony(ctx context.Context, f found, set setUp) error {
	by, err := s.by()
	if err != nil {
		return err
	}
	return named(s.store.Change(ctx, func(tx *store.Tx) error { return s.addIn(ctx, tx, f, set, by) }))
}

// addIn is addColony within a transaction.
func (s *Service) addIn(ctx context.Context, tx *store.Tx, f found, set setUp, by store.By) error {
	row, err := EventOf(set.entry, f.op.ID, f.colony.ID, by.Actor, s.now())
	if err != nil {
		return err
	}
	return tx.AddColony(ctx, f.colony, int32(set.entry.Day), by, row)
}

// named turns a code that is taken into a sentence.
func named(err error) error {
	var has *store.CodeTakenError
	if errors.As(err, &has) {
		return codeTaken(has.Code)
	}
	return err
}

// stackOfNew is the hive of a new colony.
func stackOfNew(n NewColony, f, superFormat hive.BoxFormat) history.StackSet {
	st := history.StackSet{
		QueenID: newID(), QueenYear: n.QueenYear, Clipped: n.Clipped, Mark: n.Mark, QueenFrom: n.QueenFrom,
		QueenSource: n.QueenSource, HistoryKnown: n.HistoryKnown, Began: n.Began, Origin: n.Origin,
	}
	frames := func(given int, f hive.BoxFormat) int {
		if given > 0 {
			return given
		}
		return f.Slots
	}
	for range n.NestBoxes {
		st.Boxes = append(st.Boxes, MakeBox(f, frames(n.NestFrames, f), hive.Make{Drawn: !n.Undrawn}))
	}
	for range n.Supers {
		st.Boxes = append(
			st.Boxes, MakeBox(superFormat, frames(n.SuperFrames, superFormat), hive.Make{Super: true, Drawn: n.Drawn}),
		)
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
