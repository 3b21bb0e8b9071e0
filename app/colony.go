package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"

	"kembo/core/assessment"
	"kembo/core/colony"
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
	Stand      string // in the keeper's words
	Today      day.Day
	Visit      day.Day
	Planned    bool
	Believed   history.Believed
	Assessment *assessment.Assessment // nil: nothing can be forecast; its Situation is there only where Worked was asked for
	Ahead      *Ahead                 // what is told beside it
	Dropped    bool                   // the plan kept before is of another version of the model, and was let go
	Standing   Standing
	Log        []LogLine // newest last
	Bloom      []season.Bloom
	site       forecast.Site
	expected   *colony.Expected // of a look today
	stored     string           // the hash it was stored with; empty: it was worked out now
	Zone       string           // of its yard
	Settings
	Season    season.Moment
	Next      string // id of the next colony of the yard's round
	NextCode  string
	Prev      string // and of the one before
	PrevCode  string
	Place, Of int               // its place in the round
	UndoOf    string            // id of the last entry, which can be undone
	EndedInto string            // code of the colony with which it was united
	Broken    []*history.Misfit // entries that do not fit into the log, which is read without them
}

// LogLine is an entry of the log with the stack as it was believed after it.
type LogLine struct {
	ID    string
	Day   day.Day
	Kind  history.Kind
	Entry history.Entry
	stack hive.Stack
	told  *toldLine // as it was stored; nil: it was just worked out
}

// Glyph returns the stack after the entry, for the small drawing.
func (l LogLine) Glyph() (boxes []GlyphBox, excluderAbove int) {
	if l.told != nil {
		return l.told.Boxes, l.told.Excluder
	}
	return Glyph(l.stack), l.stack.ExcluderAbove
}

// Line writes a look of the log in shorthand; "" for any other entry.
func (l LogLine) Line() string {
	switch {
	case l.Entry.Look() == nil:
		return ""
	case l.told != nil:
		return l.told.Line
	}
	return shorthand.Format(shorthand.Line{Look: l.Entry.Look()}, shorthand.BoxesOf(l.stack))
}

type found struct {
	op     store.Operation
	yard   yardDay
	colony store.Colony
	stand  string
	round  []store.Colony // filled in by walk
}

// find returns a colony with its yard, where it stands on the yard's day.
func (s *Service) find(ctx context.Context, id string) (found, error) {
	if err := s.may(MayRead, "read"); err != nil {
		return found{}, err
	}
	op, err := s.store.Operation(ctx)
	if err != nil {
		return found{}, err
	}
	places, err := s.store.Places(ctx, id)
	if err != nil {
		return found{}, err
	}
	for _, p := range places {
		y, err := s.yard(ctx, p.YardID)
		if err != nil {
			return found{}, err
		}
		if day.Day(p.Day) <= y.today && p.OperationID == op.ID {
			return found{op: op, yard: y, colony: p.Colony, stand: p.Stand}, nil
		}
	}
	return found{}, fmt.Errorf("colony %s: %w", id, ErrNotFound)
}

// walk fills in the round that a colony belongs to.
func (s *Service) walk(ctx context.Context, f *found) error {
	var err error
	if f.round, err = s.store.ColoniesOf(ctx, f.yard.ID, int32(f.yard.today)); err != nil {
		return err
	}
	return s.inRound(ctx, f.yard.ID, f.round)
}

// Colony returns a colony's page: as it was worked out with its standing or, where
// that is not of today, worked out now.
func (s *Service) Colony(ctx context.Context, id string) (Colony, error) {
	s.settled(ctx, id, readerWaits)
	f, es, err := s.logOf(ctx, id)
	if err != nil {
		return Colony{}, err
	}
	if c, ok, err := s.told(ctx, f, es); ok || err != nil {
		return c, err
	}
	return s.colony(ctx, f, es)
}

// told returns a colony as it was stored with its standing; ok is false where that
// is not of today.
func (s *Service) told(ctx context.Context, f found, es []history.Entry) (c Colony, ok bool, err error) {
	t, st, hash, err := s.toldNow(ctx, f)
	if err != nil || t == nil {
		return Colony{}, false, err
	}
	if c, err = s.blank(ctx, f, season.YearStart(f.yard.today, season.Hemisphere(f.yard.Hemisphere))); err != nil {
		return c, false, err
	}
	t.into(&c, es)
	c.Standing, c.stored = st, hash
	c.place(f)
	return c, true, nil
}

// Worked returns a colony's page, worked out now, with the situation that it was
// worked out from.
func (s *Service) Worked(ctx context.Context, id string) (Colony, error) {
	f, es, err := s.logOf(ctx, id)
	if err != nil {
		return Colony{}, err
	}
	return s.colony(ctx, f, es)
}

// Believed returns a colony with what its log says of it, worked out now, without a
// forecast, an advice or a standing.
func (s *Service) Believed(ctx context.Context, id string) (Colony, error) {
	f, es, err := s.logOf(ctx, id)
	if err != nil {
		return Colony{}, err
	}
	return s.believe(ctx, f, es)
}

// logOf returns a colony with its round, and its log.
func (s *Service) logOf(ctx context.Context, id string) (found, []history.Entry, error) {
	f, err := s.find(ctx, id)
	if err != nil {
		return f, nil, err
	}
	if err := s.walk(ctx, &f); err != nil {
		return f, nil, err
	}
	es, err := s.entries(ctx, id, f.yard.today)
	return f, es, err
}

// toldNow returns what is stored of a colony, with its standing; nil where it is
// not of today or something has changed since.
func (s *Service) toldNow(ctx context.Context, f found) (t *told, st Standing, hash string, err error) {
	row, err := s.store.StandingOf(ctx, f.colony.ID)
	if errors.Is(err, ErrNotFound) {
		return nil, st, "", nil
	}
	if err != nil {
		return nil, st, "", err
	}
	marked, err := s.store.Marked(ctx, f.colony.ID, f.yard.ID)
	if err != nil || marked || row.Told == nil || day.Day(row.Today) != f.yard.today ||
		row.ModelVersion != assessment.ModelVersion || row.YardID != f.yard.ID {
		return nil, st, "", err
	}
	if err := json.Unmarshal([]byte(row.Body), &st); err != nil {
		return nil, st, "", fmt.Errorf("standing of colony %s: %w", f.colony.ID, err)
	}
	x, ok := unpackTold(row.Told)
	if !ok {
		return nil, st, "", nil
	}
	return &x, st, row.InputHash, nil
}

// blank is a colony's page before anything is read of its log, with the weather of
// its yard from a day on.
func (s *Service) blank(ctx context.Context, f found, from day.Day) (Colony, error) {
	site, err := s.siteFrom(ctx, f.yard, from)
	if err != nil {
		return Colony{}, err
	}
	set, err := s.Settings(ctx)
	return Colony{
		site: site, Colony: f.colony, Operation: f.op.Name, YardName: f.yard.Name, Stand: f.stand,
		Today: f.yard.today,
		Visit: f.yard.visit, Planned: f.yard.planned, Zone: f.yard.Zone, Settings: set, Bloom: site.Bloom,
		Season: site.On(f.yard.today),
	}, err
}

// believe reads a colony off its log; no forecast is run ahead.
func (s *Service) believe(ctx context.Context, f found, es []history.Entry) (Colony, error) {
	c, err := s.blank(ctx, f, f.yard.today-weatherBack)
	if err != nil {
		return c, err
	}
	gains, err := s.gains(ctx, f.colony, f.yard, c.site, es)
	if err != nil {
		return c, err
	}
	g := s.ground(f.colony.ID, c.site, c.Settings, f.yard.today, gains)
	if g.Givers, err = s.giversOf(ctx, f.colony.ID, es, c.Settings); err != nil {
		return c, err
	}
	readInto(&c, es, g)
	return c, s.nameUnknown(ctx, &c.Believed)
}

// colony is believe with the forecast, the advice and the standing.
func (s *Service) colony(ctx context.Context, f found, es []history.Entry) (Colony, error) {
	c, err := s.believe(ctx, f, es)
	if err != nil {
		return c, err
	}
	k, yard, err := s.caseOf(ctx, f, &c)
	u := brokenOf(c.Broken)
	switch {
	case u != nil:
	case err == nil:
		c.Assessment = assessment.Assess(k, *c.Believed.Estimate, yard)
		c.Ahead = aheadOf(c, c.Assessment)
	case !errors.As(err, &u):
		return c, err
	}
	c.Standing = standingOf(f.colony, f.yard, c.Settings, c.Believed, c.Assessment, u)
	c.place(f)
	if e := c.Believed.Ended; e != nil && e.Into != "" {
		if c.EndedInto, err = s.codeOf(ctx, e.Into); err != nil {
			return c, err
		}
	}
	return c, nil
}

// place fills in where the colony stands in its round, and what can be undone.
func (c *Colony) place(f found) {
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
}

// caseOf makes the case of a colony whose page is shown, with the conditions of
// its yard.
func (s *Service) caseOf(ctx context.Context, f found, c *Colony) (assessment.Case, *forecast.Yard, error) {
	level, err := s.level(ctx, f.yard.ID)
	if err != nil {
		return assessment.Case{}, nil, err
	}
	yard := s.drawn.yard(c.site, f.yard.today)
	near, err := s.standingsOf(ctx, f.yard)
	if err != nil {
		return assessment.Case{}, nil, err
	}
	by, err := s.around(ctx, f.colony.ID, f.yard, near)
	if err != nil {
		return assessment.Case{}, nil, err
	}
	c.Dropped = by.dropped
	k, err := caseOf(f.colony, f.yard, c.site, c.Settings, level, yard, c.Believed, by)
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
	es, err := entriesOf(id, making{log: log}, x)
	if err != nil {
		return Colony{}, err
	}
	if err := fits(id, log, f.yard.today, es...); err != nil {
		return Colony{}, err
	}
	return s.colony(ctx, f, insertAt(log, x.Day, es...))
}

// ExpectedSeams returns what a count of seams should find today, by box; nil where
// nothing is expected.
func (c Colony) ExpectedSeams() []float64 {
	if c.Assessment == nil {
		return nil
	}
	var es []history.Entry
	for _, l := range c.Log {
		es = append(es, l.Entry)
	}
	st := c.Believed.Stack
	return look.ExpectedSeams(st, c.Assessment.Base.Bees.Likely, history.LastSeams(es, st))
}

// Form returns a colony as its look is entered upon: as it was worked out with its
// standing or, where that is not of today, read off its log, without a forecast.
func (s *Service) Form(ctx context.Context, id string) (Colony, error) {
	f, es, err := s.logOf(ctx, id)
	if err != nil {
		return Colony{}, err
	}
	if c, ok, err := s.told(ctx, f, es); ok || err != nil {
		return c, err
	}
	return s.believe(ctx, f, es)
}

// Questions returns what should be asked about a look at a colony before it is
// stored. One of today is read against what the colony's page has read already.
func (s *Service) Questions(ctx context.Context, c Colony, e history.Entry) ([]look.Question, error) {
	site, set := c.site, c.Settings
	fresh := e.Day == c.Today && len(c.Broken) == 0 && !slices.ContainsFunc(c.Log, func(l LogLine) bool {
		return l.ID == e.ID
	})
	if fresh && e.Look() != nil {
		g := history.Ground{Site: site, Observer: set.Observer(), Units: set.Units}
		expected := c.expected
		if c.stored == "" {
			expected = c.Believed.ExpectedOn(e.Day, s.ground(c.ID, site, set, c.Today, scaleTold{}))
		}
		qs, err := c.Believed.Asked(*e.Look(), e.Day, expected, g)
		return qs, fieldOf(err, "look")
	}
	f, err := s.find(ctx, c.ID)
	if err != nil {
		return nil, err
	}
	es, err := s.with(ctx, f, e)
	if err != nil {
		return nil, err
	}
	if site, err = s.site(ctx, f.yard); err != nil { // the page may have less of its weather
		return nil, err
	}
	g := s.ground(c.ID, site, set, f.yard.today, scaleTold{})
	if g.Givers, err = s.giversOf(ctx, c.ID, es, set); err != nil {
		return nil, err
	}
	return history.Questions(es, e.ID, g)
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
	if err := fits(f.colony.ID, es, f.yard.today, e); err != nil {
		return nil, err
	}
	return insertAt(es, e.Day, e), nil
}
