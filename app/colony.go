package app

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"kembo/core/assessment"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/season"
	"kembo/core/shorthand"
	"kembo/store"
)

// Colony is one colony with all that its page shows.
type Colony struct {
	store.Colony
	Operation  string
	YardName   string
	Today      day.Day
	Visit      day.Day
	Planned    bool
	Believed   history.Believed
	Assessment *assessment.Assessment // nil: never looked at
	Standing   Standing
	Log        []LogLine // newest last
	Bloom      []season.Bloom
	site       forecast.Site
	Zone       string // of its yard
	Settings
	SeasonDay int
	Next      string // id of the next colony of the yard's round
	NextCode  string
	Prev      string // and of the one before
	PrevCode  string
	Place, Of int    // its place in the round
	UndoOf    string // id of the last entry, which can be undone
}

// LogLine is an entry of the log with the stack as it was believed after it.
type LogLine struct {
	ID    string
	Day   day.Day
	Kind  history.Kind
	Entry history.Entry
	stack hive.Stack
}

// Glyph returns the stack after the entry, for the small drawing.
func (l LogLine) Glyph() (boxes []GlyphBox, excluderAbove int) {
	return Glyph(l.stack), l.stack.ExcluderAbove
}

// Line writes a look of the log in shorthand; "" for any other entry.
func (l LogLine) Line() string {
	if l.Entry.Look == nil {
		return ""
	}
	return shorthand.Format(shorthand.Line{Look: l.Entry.Look}, shorthand.BoxesOf(l.stack))
}

type found struct {
	op     store.Operation
	yard   yardDay
	colony store.Colony
	round  []store.Colony
}

func (s *Service) find(ctx context.Context, id string) (found, error) {
	op, ys, err := s.yardDays(ctx)
	if err != nil {
		return found{}, err
	}
	for _, y := range ys {
		cs, err := s.store.Colonies(ctx, op.ID, int32(y.today))
		if err != nil {
			return found{}, err
		}
		i := slices.IndexFunc(cs, func(c store.Colony) bool { return c.ID == id && c.YardID == y.ID })
		if i < 0 {
			continue
		}
		f := found{op: op, yard: y, colony: cs[i]}
		for _, c := range cs {
			if c.YardID == y.ID {
				f.round = append(f.round, c)
			}
		}
		return f, s.inRound(ctx, y.ID, f.round)
	}
	return found{}, fmt.Errorf("colony %s: %w", id, ErrNotFound)
}

// Colony returns a colony's page.
func (s *Service) Colony(ctx context.Context, id string) (Colony, error) {
	return s.read(ctx, id, s.colony)
}

// Believed returns a colony with what its log says of it, without a forecast,
// an advice or a standing: for pages that show neither.
func (s *Service) Believed(ctx context.Context, id string) (Colony, error) {
	return s.read(ctx, id, s.believe)
}

func (s *Service) read(ctx context.Context, id string, as func(context.Context, found, []history.Entry) (Colony, error)) (Colony, error) {
	f, err := s.find(ctx, id)
	if err != nil {
		return Colony{}, err
	}
	es, err := s.entries(ctx, id, f.yard.today)
	if err != nil {
		return Colony{}, err
	}
	return as(ctx, f, es)
}

// believe reads a colony off its log; no forecast is run ahead.
func (s *Service) believe(ctx context.Context, f found, es []history.Entry) (Colony, error) {
	site, err := s.site(ctx, f.yard)
	if err != nil {
		return Colony{}, err
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return Colony{}, err
	}
	c := Colony{site: site, Colony: f.colony, Operation: f.op.Name, YardName: f.yard.Name, Today: f.yard.today, Visit: f.yard.visit, Planned: f.yard.planned,
		Zone: f.yard.Zone, Settings: set, Bloom: site.Bloom, SeasonDay: season.DayOf(f.yard.today, site.Hemisphere)}
	gains, err := s.gains(ctx, f.colony, f.yard, es)
	if err != nil {
		return c, err
	}
	g := s.ground(f.colony.ID, site, set, f.yard.today, gains)
	c.Believed, err = history.Walk(es, g, func(e history.Entry, b history.Believed) {
		c.Log = append(c.Log, LogLine{ID: e.ID, Day: e.Day, Kind: e.Kind, Entry: e, stack: b.Stack})
	})
	return c, err
}

// colony is believe with the forecast, the advice and the standing.
func (s *Service) colony(ctx context.Context, f found, es []history.Entry) (Colony, error) {
	c, err := s.believe(ctx, f, es)
	if err != nil {
		return c, err
	}
	k, yard, err := s.caseOf(ctx, f, c)
	var u *unknown
	switch {
	case err == nil:
		c.Assessment = assessment.Assess(k, *c.Believed.Estimate, yard)
	case !errors.As(err, &u):
		return c, err
	}
	c.Standing = standingOf(f.colony, f.yard, c.Believed, c.Assessment, u)
	if n := len(c.Log); n > 1 {
		c.UndoOf = c.Log[n-1].ID
	}
	c.Of = len(f.round)
	for i, x := range f.round {
		if x.ID == f.colony.ID {
			c.Place = i + 1
			next := f.round[(i+1)%len(f.round)]
			prev := f.round[(i+len(f.round)-1)%len(f.round)]
			c.Next, c.NextCode, c.Prev, c.PrevCode = next.ID, next.Code, prev.ID, prev.Code
		}
	}
	return c, nil
}

// caseOf makes the case of a colony whose page is shown, with the conditions of
// its yard.
func (s *Service) caseOf(ctx context.Context, f found, c Colony) (assessment.Case, *forecast.Yard, error) {
	level, err := s.level(ctx, f.yard.ID)
	if err != nil {
		return assessment.Case{}, nil, err
	}
	yard := s.drawn.yard(c.site, f.yard.today)
	k, err := caseOf(f.colony.ID, f.yard, c.site, c.Settings, level, yard, c.Believed)
	k.Tracks = drawnCourses
	return k, yard, err
}

// Preview returns the colony as it would stand with what was found and done, and
// writes nothing. What cannot be is a *FieldError.
func (s *Service) Preview(ctx context.Context, id string, x Entered) (Colony, error) {
	f, err := s.find(ctx, id)
	if err != nil {
		return Colony{}, err
	}
	x.ID = newID() // what is sent already must not hide itself
	log, err := s.entries(ctx, id, f.yard.today)
	if err != nil {
		return Colony{}, err
	}
	es, err := entriesOf(log, x)
	if err != nil {
		return Colony{}, err
	}
	if err := fits(log, f.yard.today, es...); err != nil {
		return Colony{}, err
	}
	return s.colony(ctx, f, insertAt(log, x.Day, es...))
}

// Questions returns what should be asked about a look before it is stored.
func (s *Service) Questions(ctx context.Context, id string, e history.Entry) ([]look.Question, error) {
	f, err := s.find(ctx, id)
	if err != nil {
		return nil, err
	}
	es, err := s.with(ctx, f, e)
	if err != nil {
		return nil, err
	}
	site, err := s.site(ctx, f.yard)
	if err != nil {
		return nil, err
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	return history.Questions(es, e.ID, s.ground(id, site, set, f.yard.today, nil))
}

// with returns a colony's entries with e in its place, if it fits.
func (s *Service) with(ctx context.Context, f found, e history.Entry) ([]history.Entry, error) {
	es, err := s.entries(ctx, f.colony.ID, f.yard.today)
	if err != nil {
		return nil, err
	}
	if slices.ContainsFunc(es, func(x history.Entry) bool { return x.ID == e.ID }) {
		return es, nil // sent twice: done once
	}
	if err := fits(es, f.yard.today, e); err != nil {
		return nil, err
	}
	return insertAt(es, e.Day, e), nil
}

// Record writes an entry of any kind to a colony's log and brings its standing
// up to date. A wrong entry is a *FieldError and nothing is stored.
func (s *Service) Record(ctx context.Context, id string, e history.Entry) error {
	f, err := s.find(ctx, id)
	if err != nil {
		return err
	}
	if _, err := s.with(ctx, f, e); err != nil {
		return err
	}
	row, err := EventOf(e, f.op.ID, id, s.actor, s.now())
	if err != nil {
		return err
	}
	if err := s.store.Append(ctx, row); err != nil {
		return err
	}
	return s.refreshOne(ctx, id, f.yard.ID)
}

// Undo takes back the entry with an id, by an entry of its own.
func (s *Service) Undo(ctx context.Context, colony, newID, entryID string) error {
	c, err := s.Colony(ctx, colony)
	if err != nil {
		return err
	}
	i := slices.IndexFunc(c.Log, func(l LogLine) bool { return l.ID == entryID })
	if i < 0 {
		return fmt.Errorf("entry %s: %w", entryID, ErrNotFound)
	}
	if i == 0 {
		return &FieldError{"undo", "the set-up of a hive cannot be undone"}
	}
	return s.Record(ctx, colony, history.Entry{ID: newID, Day: c.Log[i].Day, Kind: history.KindUndo, Supersedes: entryID})
}
