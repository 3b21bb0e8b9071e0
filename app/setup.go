package app

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/queen"
	"kembo/store"
)

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
	Origin            string       // in words, as in "split from QL-02"
	On                day.Day      // 0: today
	Found             *look.Counts // what was in its lowest box when it came, in frames; nil: not said
	FoundSeams        float64      // of bees, with Found
}

// MakeColony makes a colony with its stack from the catalogue.
func (s *Service) MakeColony(ctx context.Context, n NewColony) error {
	return s.MakeColonies(ctx, n, 1)
}

// mostAtOnce is how many colonies are made at once.
const mostAtOnce = 200

// MakeColonies makes so many colonies that are alike, their codes counted on from the
// first: all of them, or none.
func (s *Service) MakeColonies(ctx context.Context, n NewColony, count int) error {
	if count < 1 || count > mostAtOnce {
		return &FieldError{"how many", fmt.Sprintf("give 1 to %d", mostAtOnce)}
	}
	codes, err := countOn(n.Code, count)
	if err != nil {
		return err
	}
	all := make([]NewColony, count)
	for i, code := range codes {
		all[i] = n
		all[i].Code = code
		if i > 0 {
			all[i].ID = numberedID(n.ID, i)
		}
	}
	return s.makeAll(ctx, all)
}

// makeAll makes colonies, all or none.
func (s *Service) makeAll(ctx context.Context, all []NewColony) error {
	by, err := s.by()
	if err != nil {
		return err
	}
	type made struct {
		f   found
		set setUp
	}
	var todo []made
	for _, n := range all {
		f, set, err := s.toMake(ctx, n)
		if err != nil {
			return err
		}
		if set != nil {
			todo = append(todo, made{f, *set})
		}
	}
	if err := named(s.store.Change(ctx, func(tx *store.Tx) error {
		for _, x := range todo {
			if err := s.addIn(ctx, tx, x.f, x.set, by); err != nil {
				return err
			}
		}
		return nil
	})); err != nil {
		return err
	}
	for _, x := range todo {
		s.soon(x.f.yard.ID, x.f.colony.ID)
	}
	if len(todo) > 0 {
		s.Settled(ctx, todo[0].f.colony.ID)
	}
	return nil
}

// countOn returns so many codes, counted on from a first that ends in a number.
func countOn(first string, n int) ([]string, error) {
	first, err := codeOf(first)
	if err != nil || n == 1 {
		return []string{first}, err
	}
	stem := strings.TrimRight(first, "0123456789")
	digits := first[len(stem):]
	from, err := strconv.Atoi(digits)
	if err != nil {
		return nil, &FieldError{"code", fmt.Sprintf("%s does not end in a number to count on from; write it as QL-04", first)}
	}
	var out []string
	for i := range n {
		code := fmt.Sprintf("%s%0*d", stem, len(digits), from+i)
		if utf8.RuneCountInString(code) > codeMost {
			return nil, &FieldError{"code", fmt.Sprintf("it is longer than %d letters; shorten it", codeMost)}
		}
		out = append(out, code)
	}
	return out, nil
}

// LastLike returns what a new colony of a yard would be like: as a colony, or as the
// one that was made last; ok is false where there is none.
func (s *Service) LastLike(ctx context.Context, like string) (n NewColony, ok bool, err error) {
	if err := s.may(MayRead, "read"); err != nil {
		return n, false, err
	}
	if like == "" {
		if like, err = s.store.LastColony(ctx); err != nil || like == "" {
			return n, false, err
		}
	}
	rows, err := s.store.Events(ctx, like, 1<<30)
	if err != nil {
		return n, false, err
	}
	for _, e := range history.Live(entriesFrom(rows)) {
		st, is := e.Body.(*history.StackSet)
		if !is || len(st.Boxes) == 0 {
			continue
		}
		n = NewColony{NestFormat: st.Boxes[0].Format, NestFrames: len(st.Boxes[0].Frames), HistoryKnown: st.HistoryKnown,
			Excluder: st.ExcluderAbove > 0}
		for _, b := range st.Boxes {
			if b.Super {
				n.Supers++
				n.SuperFormat, n.SuperFrames, n.Drawn = b.Format, len(b.Frames), b.Drawn
			} else {
				n.NestBoxes++
			}
		}
		return n, true, nil
	}
	return n, false, nil
}

// setUp is a colony that is to be made: its first entries.
type setUp struct {
	entry history.Entry
	found *history.Entry // what was in it; nil: not said
}

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
	case n.Began.How != history.NotSaid && !slices.Contains(history.Beginnings, n.Began.How):
		return f, nil, &FieldError{"it is", "choose how it began"}
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
	set = &setUp{entry: e}
	first := []history.Entry{e}
	if n.Found != nil {
		set.found = foundIn(st, n)
		first = append(first, *set.found)
	}
	if _, err := history.Fold(first, history.Ground{Colony: n.ID}); err != nil {
		return f, nil, fieldOf(err, "colony")
	}
	return f, set, s.knowKinds(ctx)
}

// foundIn is the look at a colony as it came.
func foundIn(st history.StackSet, n NewColony) *history.Entry {
	x := history.BoxLook{Box: st.Boxes[0].ID, Depth: string(look.ByBox), Counts: n.Found}
	if n.FoundSeams > 0 {
		x.Seams = &n.FoundSeams
	}
	return &history.Entry{ID: newID(), Day: n.On, Kind: history.KindLook, Body: &history.Look{Boxes: []history.BoxLook{x}}}
}

// codeMost is the letters that a code may have.
const codeMost = 20

// codeOf checks the code of a colony.
func codeOf(text string) (string, error) {
	code, err := line("code", "the colony a code, as QL-04,", text, codeMost)
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

// addIn writes a new colony with its first entries, within a transaction.
func (s *Service) addIn(ctx context.Context, tx *store.Tx, f found, set setUp, by store.By) error {
	entries := []history.Entry{set.entry}
	if set.found != nil {
		entries = append(entries, *set.found)
	}
	var rows []store.Event
	for _, e := range entries {
		row, err := EventOf(e, f.op.ID, f.colony.ID, by.Actor, s.now())
		if err != nil {
			return err
		}
		rows = append(rows, row)
	}
	return tx.AddColony(ctx, f.colony, int32(set.entry.Day), by, rows...)
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
