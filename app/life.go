package app

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/store"
)

// What becomes of a colony as a whole. Each is one entry in the books that it is
// about, on a day, and is taken back as one.

// Place writes that a colony stands elsewhere, or is called otherwise, from a day on.
func (s *Service) Place(ctx context.Context, colony, entryID string, on day.Day, p history.Placed) error {
	var err error
	if p.Code != "" {
		if p.Code, err = codeOf(p.Code); err != nil {
			return err
		}
	}
	if p.Yard != "" {
		if _, _, err := s.yardDay(ctx, p.Yard); errors.Is(err, ErrNotFound) {
			return &FieldError{"yard", "choose one of the yards"}
		} else if err != nil {
			return err
		}
	}
	if p == (history.Placed{}) {
		return &FieldError{"place", "say where it goes, or what it is called"}
	}
	return s.Record(ctx, colony, history.Entry{ID: entryID, Day: on, Kind: history.KindPlaced, Body: &p})
}

// Act writes an act of the table that is done to a colony.
func (s *Service) Act(ctx context.Context, colony, entryID string, on day.Day, a moves.Act) error {
	e := history.Done(on, a)
	e.ID = entryID
	return s.record(ctx, colony, e, func(m making) (history.Entry, error) {
		h, err := m.hive(on)
		if err != nil {
			return e, err
		}
		_, err = moves.Do(moves.Of(h), a, on) // says what cannot be, in its own words
		return e, fieldOf(err, "act")
	})
}

// End writes that a colony has ended, or left the operation.
func (s *Service) End(ctx context.Context, colony, entryID string, on day.Day, e moves.ColonyEnded) error {
	if e.How == moves.United || e.How == moves.Mistake {
		return &FieldError{"how", "choose what became of it"}
	}
	e.Colony = ""
	return s.Act(ctx, colony, entryID, on, &e)
}

// Discard takes a colony away that was entered by mistake: one of which nothing is
// known but its set-up.
func (s *Service) Discard(ctx context.Context, colony, entryID string) error {
	a := &moves.ColonyEnded{Ending: moves.Ending{How: moves.Mistake}}
	e := history.Done(0, a)
	e.ID = entryID
	return s.record(ctx, colony, e, func(m making) (history.Entry, error) {
		live := history.Live(m.log)
		if n := len(live); n > 1 {
			return e, &FieldError{
				"colony", fmt.Sprintf("its log has %d entries beside its set-up; say what became of it instead", n-1),
			}
		}
		e.Day = began(m.log)
		return e, nil
	})
}

// Uniting says how one colony is united with another.
type Uniting struct {
	To        string   // the colony that lives on
	Boxes     []string // that go over, from the bottom up; none: the bees are shaken in
	OnTop     bool
	KeepQueen bool // the queen of the colony that ends lives on
	WithHive  bool // what is left of its hive went out of the operation
	On        day.Day
}

// Unite writes that a colony was united with another.
func (s *Service) Unite(ctx context.Context, colony, entryID string, u Uniting) error {
	to, err := s.Believed(ctx, u.To)
	if errors.Is(err, ErrNotFound) {
		return &FieldError{"with", "choose the colony with which it is united"}
	}
	if err != nil {
		return err
	}
	from, err := s.Believed(ctx, colony)
	if err != nil {
		return err
	}
	if len(u.Boxes) > 0 {
		if err := mayGive(from, u.On); err != nil {
			return err
		}
		if err := s.supersStay(ctx, from, to.YardID, "boxes", u.Boxes, nil); err != nil {
			return err
		}
	}
	x, y := from.Believed.Hive(colony), to.Believed.Hive(u.To)
	none := moves.Queen{}
	act, err := moves.Union{
		From: colony, To: u.To, Boxes: u.Boxes, OnTop: u.OnTop, KeepQueen: u.KeepQueen,
		QueenAtFrom: x.Queen != none, QueenAtTo: y.Queen != none, WithoutBoxes: u.WithHive,
	}.Act(x.Stack, y.Stack)
	if err != nil {
		return fieldOf(err, "with")
	}
	return s.betweenHives(ctx, colony, entryID, u.On, act, x, y)
}

// betweenHives writes an act that is noted at the first of some hives, once it is
// known to be possible.
func (s *Service) betweenHives(
	ctx context.Context, colony, entryID string, on day.Day, act moves.Act, here moves.Hive, others ...moves.Hive,
) error {
	if _, err := moves.Do(moves.Of(here, others...), act, on); err != nil {
		return fieldOf(err, "act")
	}
	e := history.Done(on, act)
	e.ID = entryID
	return s.Record(ctx, colony, e)
}

// Splitting says how a colony is made from others.
type Splitting struct {
	NewColony              // with its day
	EntryID   string       // of what goes over
	Parts     []moves.Part // what each gives
	QueenOf   string       // the colony whose queen goes over; "": none
	Raise     bool         // the part without a queen raises one; else one is given
}

// Split makes a colony from others, in one.
func (s *Service) Split(ctx context.Context, x Splitting) error {
	if err := clientID(x.EntryID); err != nil {
		return err
	}
	x.Began = history.Began{How: history.AsSplit}
	x.Undrawn = false
	n := 0
	var givers []moves.Hive
	var names []string
	var combsOf []Colony
	for _, p := range x.Parts {
		c, err := s.Believed(ctx, p.From)
		if errors.Is(err, ErrNotFound) {
			return &FieldError{"from", "choose the colony that it is made from"}
		}
		if err != nil {
			return err
		}
		if len(p.Frames) > 0 {
			combsOf = append(combsOf, c)
		}
		if err := s.supersStay(ctx, c, x.Yard, "combs", nil, p.Frames); err != nil {
			return err
		}
		n += len(p.Frames)
		givers = append(givers, c.Believed.Hive(p.From))
		names = append(names, c.Code)
	}
	f, set, err := s.toMake(ctx, x.NewColony)
	if err != nil || set == nil {
		return err
	}
	for _, c := range combsOf {
		if err := mayGive(c, set.entry.Day); err != nil {
			return err
		}
	}
	st := set.entry.Body.(*history.StackSet)
	box := &st.Boxes[0]
	if n > len(box.Frames) {
		return &FieldError{"combs", fmt.Sprintf("%d combs do not fit a box that takes %d", n, len(box.Frames))}
	}
	box.Frames = box.Frames[n:] // what came stands in the place of as many of its own
	st.Origin = originOf(names)
	act, err := moves.Split{To: f.colony.ID, Box: box.ID, Parts: x.Parts, QueenOf: x.QueenOf, Raise: x.Raise}.Act()
	if err != nil {
		return fieldOf(err, "combs")
	}
	own, err := history.Fold([]history.Entry{set.entry}, history.Ground{Colony: f.colony.ID})
	if err != nil {
		return fieldOf(err, "colony")
	}
	if _, err := moves.Do(moves.Of(own.Hive(f.colony.ID), givers...), act, set.entry.Day); err != nil {
		return fieldOf(err, "combs")
	}
	e := history.Done(set.entry.Day, act)
	e.ID = x.EntryID
	r := request{ID: x.EntryID, Kind: "split", Body: f.colony.ID}
	first := func(tx *store.Tx, by store.By) error { return s.addIn(ctx, tx, f, *set, by) }
	_, err = s.write(ctx, f, r, first, func(making) ([]history.Entry, error) { return []history.Entry{e}, nil })
	s.Settled(ctx, f.colony.ID)
	return named(err)
}

// mayGive returns why no comb of a colony's nest may go to another hive.
func mayGive(c Colony, on day.Day) error {
	if why := c.Believed.MayGive(c.site.On(on)); why != "" {
		return &FieldError{"brood health", c.Code + ": " + why}
	}
	return nil
}

// mayTake returns why no comb may come into a colony from another hive: what is found in suspect brood goes no further, nor
// is a comb put at risk that may have to go back.
func mayTake(c Colony) error {
	if c.Believed.Health == colony.Suspect {
		return &FieldError{"brood health", c.Code + ": its brood was found suspect; nothing goes into it until that is settled"}
	}
	return nil
}

func originOf(codes []string) string {
	out := "split from "
	for i, c := range codes {
		if i > 0 {
			out += ", "
		}
		out += c
	}
	if r := []rune(out); len(r) > wordsMost {
		return fmt.Sprintf("made from %d colonies", len(codes))
	}
	return out
}

// hive is the hive as the log has it at the end of a day.
func (m making) hive(on day.Day) (moves.Hive, error) {
	var upTo []history.Entry
	for _, e := range m.log {
		if e.Day <= on {
			upTo = append(upTo, e)
		}
	}
	b, err := history.Fold(upTo, history.Ground{Colony: m.colony, Givers: m.givers})
	return b.Hive(m.colony), fieldOf(err, "log")
}

// EndedColony is a colony that is no more.
type EndedColony struct {
	ID, Code, Yard string
	Day            day.Day
	How            moves.HowEnded
	Into, IntoCode string
}

// Ended returns the colonies that have ended, the latest first.
func (s *Service) Ended(ctx context.Context) ([]EndedColony, error) {
	op, err := s.Operation(ctx)
	if err != nil {
		return nil, err
	}
	all, err := s.store.Ended(ctx, op.ID)
	if err != nil {
		return nil, err
	}
	ys, err := s.store.Yards(ctx, op.ID)
	if err != nil {
		return nil, err
	}
	var out []EndedColony
	for _, x := range all {
		c := EndedColony{
			ID: x.ID, Code: x.Code, Day: day.Day(x.End.Day), How: moves.HowEnded(x.End.How), Into: x.End.Into,
		}
		if i := slices.IndexFunc(ys, func(y store.Yard) bool { return y.ID == x.YardID }); i >= 0 {
			c.Yard = ys[i].Name
		}
		if c.Into != "" {
			if c.IntoCode, err = s.codeOf(ctx, c.Into); err != nil {
				return nil, err
			}
		}
		out = append(out, c)
	}
	return out, nil
}

// codeOf returns the code that a colony has, or had last; "" where it is not known.
func (s *Service) codeOf(ctx context.Context, colony string) (string, error) {
	places, err := s.store.Places(ctx, colony)
	if err != nil || len(places) == 0 {
		return "", err
	}
	return places[0].Code, nil
}
