// Package app is what a user can do: see the board and a colony, record a
// look, put boxes on and off, plan a visit. It joins the log in store to the
// rules in core and owns the transactions. It knows no HTML.
package app

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"log/slog"
	"maps"
	"slices"
	"strings"
	"sync"
	"time"
	_ "time/tzdata" // yards keep local days on machines without zone files

	"kembo/core/assessment"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/plan"
	"kembo/core/season"
	"kembo/store"
)

// Service carries out what users ask, on behalf of a principal. It is safe for
// concurrent use.
type Service struct {
	*house
	who Principal
}

// house is what all principals share.
type house struct {
	store  *store.Store
	now    func() time.Time
	frozen *day.Day // the demo's day; nil: the yard's own today
	log    *slog.Logger
	drawn  conditions
	work   working
	later  later
	yield  yield
	warned warnings
	kinds  sync.Mutex
	// copying lets one copy of the data file be made at a time.
	copying sync.Mutex
	known   bool // the kinds of entry are known to the file
	// sample makes the sample as it is known on a day; nil: there is none.
	sample func(context.Context, day.Day) (store.Whole, error)
	// pictures has room for the one picture that is being opened.
	pictures chan struct{}
}

// New returns a service on s, on behalf of whoever sits at this machine. now gives
// the instant for the log; today, if not nil, freezes the trade's day, but not the
// clock.
func New(s *store.Store, now func() time.Time, today *day.Day) *Service {
	return &Service{
		&house{store: s, now: now, frozen: today, log: slog.New(slog.DiscardHandler), pictures: make(chan struct{}, 1)},
		ThisMachine,
	}
}

// LogTo has what goes wrong behind pages written to log.
func (s *Service) LogTo(log *slog.Logger) { s.house.log = log }

// ErrNotFound is returned for a yard or colony that does not exist.
var ErrNotFound = store.ErrNotFound

// FieldError is a wrong input: which field, and a sentence.
type FieldError struct{ Field, Say string }

func (e *FieldError) Error() string { return e.Field + ": " + e.Say }

// Today returns the local day at a yard.
func (s *Service) Today(y store.Yard) day.Day {
	if s.frozen != nil {
		return *s.frozen
	}
	return s.todayIn(y.Zone)
}

func (s *Service) todayIn(in string) day.Day {
	if s.frozen != nil {
		return *s.frozen
	}
	return day.From(s.now().In(zone(in)))
}

// Operation returns the producer's name and id.
func (s *Service) Operation(ctx context.Context) (store.Operation, error) {
	if err := s.may(MayRead, "read"); err != nil {
		return store.Operation{}, err
	}
	return s.store.Operation(ctx)
}

// Start makes the operation of an empty file.
func (s *Service) Start(ctx context.Context, name string) error {
	if _, err := s.store.Operation(ctx); err == nil {
		return nil
	}
	return s.store.AddOperation(ctx, store.Operation{ID: newID(), Name: name})
}

// weatherBack is how many days of weather bear on what is believed: those that
// looks are carried over, and the season before.
const weatherBack = 400

// site gathers what the forecast needs to know of a yard.
func (s *Service) site(ctx context.Context, y yardDay) (forecast.Site, error) {
	return s.siteFrom(ctx, y, y.today-weatherBack)
}

// siteFrom is site with the weather from a day on.
func (s *Service) siteFrom(ctx context.Context, y yardDay, from day.Day) (forecast.Site, error) {
	climate, err := climateOf(y.Yard)
	if err != nil {
		return forecast.Site{}, err
	}
	site := forecast.Site{
		Yard: y.ID, Hemisphere: season.Hemisphere(y.Hemisphere), Climate: climate,
		Weather: map[day.Day]season.Weather{},
	}
	bloom, err := s.store.Bloom(ctx, y.ID)
	if err != nil {
		return site, err
	}
	for _, b := range bloom {
		site.Bloom = append(site.Bloom, season.Bloom(b))
	}
	// Weather that is on file: the past, and a forecast of five days.
	ws, err := s.store.Weather(ctx, y.ID, int32(from), int32(y.today)+forecastDays)
	if err != nil {
		return site, err
	}
	for _, w := range ws {
		d := day.Day(w.Day)
		site.Weather[d] = season.Weather{
			Day: d, MinC: w.MinC, MaxC: w.MaxC, RainMM: w.RainMM, WindMS: w.WindMS, SunH: w.SunH,
		}
	}
	return site, s.correct(ctx, &site, y.today)
}

// forecastDays is how far ahead weather on file is believed. Source: common
// practice; forecasts past five days are little better than the season.
const forecastDays = 5

// entry turns a row of the log into the core's entry. One that cannot be read says
// why: it is one that does not fit, and its colony's problem.
func entry(e store.Event) history.Entry {
	out, payload, ok := history.Blank(history.Kind(e.Kind))
	if ok && payload != nil {
		if err := json.Unmarshal([]byte(e.Payload), payload); err != nil {
			out, ok = history.Entry{Kind: history.Kind(e.Kind), Unread: "it cannot be read: " + err.Error()}, true
		}
	}
	if !ok {
		out.Unread = fmt.Sprintf("it is of the kind %q, which this version does not know", e.Kind)
	}
	out.ID, out.Day, out.Supersedes = e.ID, day.Day(e.Day), e.Supersedes
	out.Seq, out.Colony = e.Seq, e.ColonyID
	for _, w := range e.With {
		out.With = append(out.With, w.ID)
	}
	return out
}

func (s *Service) entries(ctx context.Context, colony string, upTo day.Day) ([]history.Entry, error) {
	rows, err := s.store.Events(ctx, colony, int32(upTo))
	if err != nil {
		return nil, err
	}
	return entriesFrom(rows), nil
}

// EventOf writes an entry as a row of the log. Payload is the entered part.
func EventOf(e history.Entry, operation, colony, actor string, recorded time.Time) (store.Event, error) {
	b, err := json.Marshal(e.Payload())
	return store.Event{
		ID:          e.ID,
		OperationID: operation,
		ColonyID:    colony,
		Kind:        string(e.Kind),
		Day:         int32(e.Day),
		RecordedUTC: recorded.UTC().Format(time.RFC3339),
		Actor:       actor,
		Supersedes:  e.Supersedes,
		Payload:     string(b),
		With:        withOf(e, colony),
	}, err
}

// withOf says what the colonies of an entry have to do with it; none for an entry of
// one colony. What takes an entry back bears on all of them.
func withOf(e history.Entry, noted string) []store.EventColony {
	if len(e.With) == 0 {
		return nil
	}
	all := map[string]store.EventColony{noted: {ID: noted}}
	for _, id := range e.With {
		all[id] = store.EventColony{ID: id}
	}
	for id, c := range all {
		c.Gives, c.Gets = e.Act() == nil || e.Supersedes != "", e.Act() == nil || e.Supersedes != ""
		all[id] = c
	}
	for _, s := range history.Crossings(e) {
		from, to := s.Hives()
		if c, ok := all[from]; ok {
			c.Gives = true
			all[from] = c
		}
		if c, ok := all[to]; ok {
			c.Gets = true
			all[to] = c
		}
	}
	out := slices.Collect(maps.Values(all))
	slices.SortFunc(out, func(a, b store.EventColony) int { return strings.Compare(a.ID, b.ID) })
	return out
}

// caseOf makes the case of a colony from what is believed of it, with its yard's
// flow level as all its colonies tell it. The error is an *unknown where nothing
// can be forecast.
func caseOf(
	colony store.Colony, y yardDay, site forecast.Site, set Settings, level forecast.Level, yard *forecast.Yard,
	b history.Believed, by around,
) (assessment.Case, error) {
	if u := unknownOf(b, y.today); u != nil {
		return assessment.Case{}, u
	}
	if b.Ensemble != nil && level.SD > 0 {
		b.Ensemble.Pool(level, yard)
	}
	own := plan.DefaultSettings()
	own.LiftLimitKg, own.Units, own.Observer = set.LiftLimitKg, set.Units, set.Observer()
	own.CappedShare, own.KeepsWater = cmp.Or(set.CappedShare, own.CappedShare), set.KeepsWater
	own.Weights, own.Schools = plan.PresetFor(set.Keeping).Weights, set.Schools
	return assessment.Case{
		Colony: colony.ID, Code: colony.Code, Today: y.today, Visit: y.visit, VisitPlanned: y.planned, Site: site,
		Health: b.Health, HealthDay: b.HealthDay, CellCheck: b.CellCheck, CellCheckDay: b.CellCheckDay,
		HistoryKnown: b.HistoryKnown, Feeds: b.Feeds, Treatments: b.Treatments, Settings: own, Seed: assessment.Seed,
		RhythmDays: y.RhythmDays, Kept: by.kept, Neighbours: by.others, Own: by.own, Pairs: by.pairs,
	}.With(b), nil
}
