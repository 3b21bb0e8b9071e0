package app

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"kembo/core/advice"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/hive"
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
	y.Name = strings.TrimSpace(y.Name)
	switch {
	case y.Name == "":
		return &FieldError{"name", "give the yard a name"}
	case len(y.Name) > 60:
		return &FieldError{"name", "it is longer than 60 letters; shorten it"}
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
	for _, o := range ys {
		if o.ID == y.ID {
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
	return s.store.AddYard(ctx, store.Yard{ID: y.ID, OperationID: op.ID, Name: y.Name, Climate: y.Climate, Hemisphere: y.Hemisphere, Zone: y.Zone, RhythmDays: y.RhythmDays}, bloom, s.by())
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
	op, ys, err := s.yardDays(ctx)
	if err != nil {
		return err
	}
	i := slices.IndexFunc(ys, func(y yardDay) bool { return y.ID == n.Yard })
	if i < 0 {
		return &FieldError{"yard", "choose one of the yards"}
	}
	n.Code = strings.ToUpper(strings.TrimSpace(n.Code))
	f, err := s.Format(ctx, n.NestFormat)
	switch {
	case n.Code == "":
		return &FieldError{"code", "give the colony a code, as QL-04"}
	case len(n.Code) > 20:
		return &FieldError{"code", "it is longer than 20 letters; shorten it"}
	case err != nil:
		return err
	case n.SuperFrames != 0 && (n.SuperFrames < 1 || n.SuperFrames > hive.SuperBeside(f).Slots):
		return &FieldError{"frames in a super", fmt.Sprintf("it takes 1 to %d", hive.SuperBeside(f).Slots)}
	case n.NestBoxes < 1 || n.NestBoxes > 4:
		return &FieldError{"nest boxes", "a nest has 1 to 4 boxes"}
	case n.Supers < 0 || n.Supers > 8:
		return &FieldError{"supers", "give 0 to 8 supers"}
	case n.QueenYear != 0 && (n.QueenYear < 2000 || n.QueenYear > ys[i].today.Time().Year()):
		return &FieldError{"queen's year", fmt.Sprintf("%d is not a year she can be from", n.QueenYear)}
	}
	cs, err := s.store.Colonies(ctx, op.ID, int32(ys[i].today))
	if err != nil {
		return err
	}
	for _, c := range cs {
		if c.ID == n.ID {
			return nil
		}
		if c.Code == n.Code {
			return &FieldError{"code", fmt.Sprintf("there is a colony %s already; choose another code", c.Code)}
		}
	}
	st := history.StackSet{QueenID: newID(), QueenYear: n.QueenYear, Clipped: n.Clipped, HistoryKnown: n.HistoryKnown}
	for range n.NestBoxes {
		st.Boxes = append(st.Boxes, MakeBox(f, f.Slots, false, true))
	}
	superFormat := hive.SuperBeside(f)
	perSuper := superFormat.Slots
	if n.SuperFrames > 0 {
		perSuper = n.SuperFrames
	}
	for range n.Supers {
		st.Boxes = append(st.Boxes, MakeBox(superFormat, perSuper, true, n.Drawn))
	}
	if n.Excluder && n.Supers > 0 {
		st.ExcluderAbove = n.NestBoxes
	}
	e, err := EventOf(history.Entry{ID: newID(), Day: ys[i].today, Kind: history.KindStack, Stack: &st}, op.ID, n.ID, s.actor, s.now())
	if err != nil {
		return err
	}
	if err := s.store.AddColony(ctx, store.Colony{ID: n.ID, OperationID: op.ID, YardID: n.Yard, Code: n.Code}, int32(ys[i].today), s.by(), e); err != nil {
		return err
	}
	return s.refreshSoon(ctx)
}

// MakeBox returns a box of new frames with ids of their own.
func MakeBox(f hive.BoxFormat, n int, super, drawn bool) history.Box {
	frames := make([]string, n)
	for i := range frames {
		frames[i] = newID()
	}
	return history.BoxOf(f, newID(), frames, super, drawn)
}

// superFormat returns the format of a super: by key, or of those on the hive.
func (s *Service) superFormat(ctx context.Context, c Colony, key string) (hive.BoxFormat, error) {
	if key == "" {
		return advice.SuperFormat(c.Believed.Stack), nil
	}
	return s.Format(ctx, key)
}

// framesLike is the spacing of the supers on a hive: as many frames as the top
// one of that format has, or as many as it takes.
func framesLike(st hive.Stack, f hive.BoxFormat) int {
	for _, b := range slices.Backward(st.Boxes) {
		if b.Super && b.Format == f {
			return len(b.Frames)
		}
	}
	return f.Slots
}

// AddSuper puts a super on top of a colony; no format and no frames mean as
// the others are.
func (s *Service) AddSuper(ctx context.Context, colony, entryID, format string, frames int, drawn bool, on day.Day) error {
	c, err := s.Believed(ctx, colony)
	if err != nil {
		return err
	}
	f, err := s.superFormat(ctx, c, format)
	if err != nil {
		return err
	}
	if frames == 0 {
		frames = framesLike(c.Believed.Stack, f)
	}
	if frames < 1 || frames > f.Slots {
		return &FieldError{"frames", fmt.Sprintf("%s takes 1 to %d frames", f.Name, f.Slots)}
	}
	return s.Record(ctx, colony, history.Entry{ID: entryID, Day: on, Kind: history.KindBoxOn,
		BoxOn: &history.BoxOn{At: len(c.Believed.Stack.Boxes), Box: MakeBox(f, frames, true, drawn)}})
}

// NewBox is a box as a user puts it on.
type NewBox struct {
	EntryID, Format string
	Frames          int    // 0: as many as it takes
	Drawn           bool   // else foundation
	Where           string // top: a super; nest: on the nest; floor: under it
	On              day.Day
}

// PutOn puts any box of the catalogue or the user's own on a colony.
func (s *Service) PutOn(ctx context.Context, colony string, n NewBox) error {
	c, err := s.Believed(ctx, colony)
	if err != nil {
		return err
	}
	f, err := s.Format(ctx, n.Format)
	if err != nil {
		return err
	}
	if n.Frames == 0 {
		n.Frames = f.Slots
	}
	if n.Frames < 1 || n.Frames > f.Slots {
		return &FieldError{"frames", fmt.Sprintf("%s takes 1 to %d frames", f.Name, f.Slots)}
	}
	st := c.Believed.Stack
	at, super := len(st.Boxes), true
	switch n.Where {
	case "top":
	case "nest":
		at, super = len(st.Boxes)-st.Supers(), false
	case "floor":
		at, super = 0, false
	default:
		return &FieldError{"where", "choose on top, on the nest or on the floor"}
	}
	e := history.Entry{ID: n.EntryID, Day: n.On, Kind: history.KindBoxOn, BoxOn: &history.BoxOn{At: at, Box: MakeBox(f, n.Frames, super, n.Drawn)}}
	return s.Record(ctx, colony, e)
}

// MoveVisit plans a yard's next visit for a day.
func (s *Service) MoveVisit(ctx context.Context, yard string, on day.Day) error {
	_, ys, err := s.yardDays(ctx)
	if err != nil {
		return err
	}
	i := slices.IndexFunc(ys, func(y yardDay) bool { return y.ID == yard })
	if i < 0 {
		return fmt.Errorf("yard %s: %w", yard, ErrNotFound)
	}
	y := ys[i]
	if on <= y.today {
		return &FieldError{"date", fmt.Sprintf("%s is not after today, %s; choose a later day", on, y.today)}
	}
	if on > y.today+200 {
		return &FieldError{"date", fmt.Sprintf("%s is more than 200 days ahead; choose an earlier day", on)}
	}
	if err := s.store.MoveNextVisit(ctx, newID(), yard, int32(y.today), int32(on), s.by()); err != nil {
		return err
	}
	return s.refreshSoon(ctx)
}
