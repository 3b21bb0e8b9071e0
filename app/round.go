package app

import (
	"context"
	"fmt"
	"slices"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/season"
	"kembo/store"
)

// Round is a walk along the colonies of a yard on a day, in the order in which
// they stand.
type Round struct {
	YardLine
	Operation string
	On        day.Day
	Settings
	Stops []Stop
	Heavy []Heavy // what would be lifted by hand, the heaviest first
	// Weather is that of the day, as forecast or usual, and Open how far hives may be opened in it.
	Weather season.Weather
	Open    look.Opening
}

// Stop is one colony of a round.
type Stop struct {
	Standing
	Expect []string // what to look for, from what was found and done before
	Done   []Done   // what the log has of the day
}

// Done is an entry of the round's day.
type Done struct {
	ID, Actor string
	Entry     history.Entry
}

// Stop returns what to look for in a colony on a day, and what its log has of that
// day, from what its page has read.
func (c Colony) Stop(on day.Day) (expect []string, done []history.Entry) {
	log := make([]history.Entry, len(c.Log))
	for i, l := range c.Log {
		log[i] = l.Entry
	}
	return onTheDay(log, on, c.Units)
}

// onTheDay returns what a log has of a day and what to look for on it.
func onTheDay(log []history.Entry, on day.Day, units measure.Units) (expect []string, done []history.Entry) {
	var before []history.Entry
	for _, e := range log {
		switch {
		case e.Day == on:
			done = append(done, e)
		case e.Day < on:
			before = append(before, e)
		}
	}
	return history.Expect(before, on, units), done
}

// Found returns the entries of the round's day.
func (s Stop) Found() []history.Entry {
	out := make([]history.Entry, len(s.Done))
	for i, d := range s.Done {
		out[i] = d.Entry
	}
	return out
}

// Looked reports whether the colony has been looked at on the round.
func (s Stop) Looked() bool {
	return slices.ContainsFunc(s.Done, func(d Done) bool { return d.Entry.Look() != nil })
}

// Left returns how many colonies have not been looked at.
func (r Round) Left() int {
	n := 0
	for _, s := range r.Stops {
		if !s.Looked() {
			n++
		}
	}
	return n
}

// Heavy is a box that is more than one person should lift.
type Heavy struct {
	Code, Box string
	Kg        float64
}

// Round returns the round of a yard on a day; day 0 is today.
func (s *Service) Round(ctx context.Context, yard string, on day.Day) (Round, error) {
	b, err := s.yardBoard(ctx, yard)
	if err != nil {
		return Round{}, err
	}
	r := Round{YardLine: *b.Yard, Operation: b.Operation, On: on}
	if r.On == 0 {
		r.On = r.Today
	}
	if r.On > r.Today {
		return r, &FieldError{"date", fmt.Sprintf("%s is in the future; today is %s", r.On, r.Today)}
	}
	if r.Settings, err = s.Settings(ctx); err != nil {
		return r, err
	}
	places, err := s.store.Round(ctx, yard)
	if err != nil {
		return r, err
	}
	at := map[string]int{}
	for i, id := range places {
		at[id] = i + 1
	}
	slices.SortStableFunc(b.Standings, func(x, y Standing) int { return compareStands(x, y, at) })
	for _, x := range b.Standings {
		stop, err := s.stop(ctx, x, r.On, r.Settings)
		if err != nil {
			return r, err
		}
		r.Stops = append(r.Stops, stop)
	}
	r.Heavy = heavyOf(r.Stops, r.LiftLimitKg)
	y, err := s.yard(ctx, yard)
	if err != nil {
		return r, err
	}
	site, err := s.site(ctx, y)
	if err != nil {
		return r, err
	}
	r.Weather = site.WeatherOn(r.On)
	r.Open = look.OpenIn(r.Weather, r.NestFromC)
	return r, nil
}

// compareStands puts those with a place first, in order, then by code.
func compareStands(x, y Standing, at map[string]int) int {
	a, b := at[x.Colony], at[y.Colony]
	switch {
	case a > 0 && b > 0:
		return a - b
	case a > 0:
		return -1
	case b > 0:
		return 1
	case x.Code < y.Code:
		return -1
	}
	return 1
}

// expectFrom is how many days back what was done bears on what to look for: all
// since the hive was last opened, which is less than a year ago or it is not known.
const expectFrom = 400

func (s *Service) stop(ctx context.Context, x Standing, on day.Day, set Settings) (Stop, error) {
	rows, err := s.store.EventsSince(ctx, x.Colony, int32(on)-expectFrom, int32(on))
	if err != nil {
		return Stop{}, err
	}
	log, actor := make([]history.Entry, len(rows)), map[string]string{}
	for i, r := range rows {
		log[i], actor[r.ID] = entry(r), r.Actor
	}
	out := Stop{Standing: x}
	expect, done := onTheDay(history.Live(log), on, set.Units)
	for _, e := range done {
		out.Done = append(out.Done, Done{e.ID, actor[e.ID], e})
	}
	out.Expect = expect
	return out, nil
}

// heavyOf returns the boxes past what one person should lift.
func heavyOf(stops []Stop, limitKg float64) []Heavy {
	var out []Heavy
	for _, s := range stops {
		for i, b := range s.Boxes {
			if b.LiftKg > limitKg {
				name := fmt.Sprintf("box %d", i+1)
				if b.Super {
					name = fmt.Sprintf("super, box %d", i+1)
				}
				out = append(out, Heavy{s.Code, name, b.LiftKg})
			}
		}
	}
	slices.SortFunc(out, func(a, b Heavy) int { return int(1000 * (b.Kg - a.Kg)) })
	return out
}

// SetRound writes the order in which a yard's colonies stand. Ids that are not in
// the yard are a *FieldError.
func (s *Service) SetRound(ctx context.Context, yard string, colonies []string) error {
	b, err := s.yardBoard(ctx, yard)
	if err != nil {
		return err
	}
	for i, id := range colonies {
		if slices.Contains(colonies[:i], id) {
			return &FieldError{"order", "a colony is in it twice; open the round again"}
		}
		if !slices.ContainsFunc(b.Standings, func(x Standing) bool { return x.Colony == id }) {
			return &FieldError{"order", "a colony in it does not stand in this yard; open the round again"}
		}
	}
	by, err := s.by()
	if err != nil {
		return err
	}
	return s.store.SetRound(ctx, yard, colonies, by)
}

// inRound puts the colonies of a yard in the order in which they stand.
func (s *Service) inRound(ctx context.Context, yard string, cs []store.Colony) error {
	places, err := s.store.Round(ctx, yard)
	if err != nil || len(places) == 0 {
		return err
	}
	at := map[string]int{}
	for i, id := range places {
		at[id] = i + 1
	}
	slices.SortStableFunc(cs, func(x, y store.Colony) int {
		return compareStands(Standing{Colony: x.ID, Code: x.Code}, Standing{Colony: y.ID, Code: y.Code}, at)
	})
	return nil
}
