package app

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"

	"kembo/core/day"
	"kembo/core/look"
	"kembo/core/plan"
	"kembo/core/season"
	"kembo/core/trip"
)

// tripDays are the days that a trip is weighed on. Source: about as far as weather is foretold and a plan is made.
const tripDays = 14

// TripAsk is where somebody would go, and when. The zero value leaves both to the yards.
type TripAsk struct {
	Yards        []string
	Chosen       bool // they are those that were chosen, also none
	On           day.Day
	DriveMinutes float64 // from one to the next, and home
}

// Trips is what each of some days would cost each yard, and what one trip comes to.
type Trips struct {
	Operation string
	Settings
	Today  day.Day
	TripKg float64 // what a trip costs
	Days   []TripDay
	Yards  []TripYard // those where something is to be done first, the most pressing before the rest
	On     int        // the day that is laid out: an index of Days; under 0: every day is shut
	Best   int        // the best for those yards
	Route  []float64  // what they lose by going on each day, kg of honey
	Late   []string   // hives of theirs that cannot be left until On
	Stops  []TripStop
	Load   []TripLoad
	Short  []CombsShort // drawn combs that do not suffice
	Home   TripHome
	// Minutes at the hives, and on the road.
	Minutes, DriveMinutes float64
}

// TripDay is a day with its weather, of the yards in the middle.
type TripDay struct {
	trip.Day
	On      day.Day
	Weather season.Weather
	Told    bool // by a forecast that is on file; else it is what is usual
}

// TripYard is a yard with what it loses on each day.
type TripYard struct {
	trip.Yard
	Name     string
	Chosen   bool
	LastSafe int // index of a day; under 0: all are
	Best     int
	Minutes  float64
	colonies []Standing
}

// TripStop is a yard of the trip with its hives.
type TripStop struct {
	ID, Name string
	Minutes  float64
	Hives    []TripHive
	Later    []TripHive // those that are better left for a later day
}

// TripHive is what is done at a hive.
type TripHive struct {
	Colony, Code string
	Do           []string
	By           day.Day // by which that cannot wait; 0: it can
	Late         bool
	Later        day.Day // on which it is better done; 0: now is as good
}

// TripHome is what comes home with the truck.
type TripHome struct {
	Boxes      int
	Kg, Litres float64 // of all that, boxes and honey
}

// Trips lays out when to go, and what a trip on one of the days takes.
func (s *Service) Trips(ctx context.Context, ask TripAsk) (Trips, error) {
	op, ys, err := s.yardDays(ctx)
	if err != nil {
		return Trips{}, err
	}
	out := Trips{Operation: op.Name, On: -1, Best: -1}
	if out.Settings, err = s.Settings(ctx); err != nil {
		return out, err
	}
	if out.Today, _, err = s.TodayHere(ctx); err != nil {
		return out, err
	}
	out.TripKg = plan.PresetFor(out.Keeping).Weights.Trip
	if err := out.weather(ctx, s, ys); err != nil {
		return out, err
	}
	for _, y := range ys {
		all, err := s.standingsOf(ctx, y)
		if err != nil {
			return out, err
		}
		out.Yards = append(out.Yards, tripYardOf(y, all))
	}
	if err := out.choose(ask); err != nil {
		return out, err
	}
	out.lay(ask)
	if some := out.worked(); len(ask.Yards) == 0 && !ask.Chosen && len(some) > 0 && len(some) < len(out.Stops) {
		ask.Yards = some // what is better done later in a yard is no reason to stop there
		if err := out.choose(ask); err != nil {
			return out, err
		}
		out.lay(ask)
	}
	return out, s.loadTrip(ctx, &out)
}

// worked returns the yards of the trip at which anything is done.
func (t *Trips) worked() (ids []string) {
	for _, st := range t.Stops {
		if len(st.Hives) > 0 {
			ids = append(ids, st.ID)
		}
	}
	return ids
}

// weather tells the days by what is foretold for the yards, in the middle. Of what is only usual nothing is shut.
func (t *Trips) weather(ctx context.Context, s *Service, ys []yardDay) error {
	t.Days = make([]TripDay, tripDays)
	for i := range t.Days {
		t.Days[i].On = t.Today + day.Day(i)
	}
	winter := func(day.Day) bool { return false }
	for n, y := range ys {
		site, err := s.siteFrom(ctx, y, y.today)
		if err != nil {
			return err
		}
		winter = func(d day.Day) bool { return season.WinterRest.Has(site.On(d)) }
		for i := range t.Days {
			d := &t.Days[i]
			w := site.WeatherOn(d.On)
			d.Weather.MaxC += (w.MaxC - d.Weather.MaxC) / float64(n+1)
			d.Weather.RainMM += (w.RainMM - d.Weather.RainMM) / float64(n+1)
			_, told := site.Weather[d.On]
			d.Told = d.Told || told
		}
	}
	warm := cmp.Or(t.NestFromC, look.UsualNestC)
	for i := range t.Days {
		if d := &t.Days[i]; d.Told {
			// In winter nobody opens a nest, and what is brought is laid on whatever the day.
			cold := d.Weather.MaxC < warm && !winter(d.On)
			d.Shut, d.BadKg = d.Weather.RainMM >= wetMM || cold, tripRainKg*d.Weather.RainMM
		}
	}
	return nil
}

// tripRainKg is what a mm of rain costs a day on which hives are opened, kg of honey. Source: none; guess: so that of two days the drier
// one is taken.
const tripRainKg = 0.2

// tripYardOf tells a yard by its hives.
func tripYardOf(y yardDay, all []Standing) TripYard {
	out := TripYard{Yard: trip.Yard{ID: y.ID, Visit: int(y.visit - y.today)}, Name: y.Name}
	if !y.planned {
		out.Visit = -1
	}
	for _, x := range all {
		if x.Ended {
			continue
		}
		h := trip.Hive{Code: x.Code, Goings: x.Goings}
		h.By, h.Due = x.by(y)
		out.Hives = append(out.Hives, h)
		out.colonies = append(out.colonies, x)
		if len(h.Goings) > 0 || h.By >= 0 || h.Due >= 0 {
			out.Minutes += x.Minutes
		}
	}
	return out
}

// by returns the days by which something is done at a hive that cannot wait for the visit, and by which it is checked for queen cells;
// under 0 where nothing ends.
func (s Standing) by(y yardDay) (by, due int) {
	by, due = -1, -1
	for _, a := range s.Advice {
		at := max(0, int(a.ActBy-y.today))
		switch {
		case !a.toDo():
		case a.ActBy < y.visit && (by < 0 || at < by):
			by = at
		case a.ActBy >= y.visit && a.Action == plan.CheckCells:
			due = max(at, int(s.SwarmDue-y.today))
		}
	}
	return by, due
}

// days returns them as a trip sees them.
func (t *Trips) days() []trip.Day {
	var out []trip.Day
	for _, d := range t.Days {
		out = append(out, d.Day)
	}
	return out
}

// choose finds the yards and the day that are laid out.
func (t *Trips) choose(ask TripAsk) error {
	days := t.days()
	for i := range t.Yards {
		y := &t.Yards[i]
		y.LastSafe, y.Best = y.Yard.LastSafe(tripDays, t.TripKg), trip.Route{y.Yard}.Best(days)
	}
	slices.SortStableFunc(t.Yards, func(a, b TripYard) int {
		return cmp.Or(
			cmp.Compare(pressing(a), pressing(b)), cmp.Compare(b.LostKg(tripDays-1), a.LostKg(tripDays-1)), cmp.Compare(a.Name, b.Name),
		)
	})
	want := slices.Clone(ask.Yards)
	if len(want) == 0 && !ask.Chosen && len(t.Yards) > 0 && len(t.Yards[0].Waits()) > 0 {
		var others []trip.Yard
		for _, y := range t.Yards {
			others = append(others, y.Yard)
		}
		_, r := trip.Together(t.Yards[0].Yard, others, days, t.TripKg)
		for _, y := range r {
			want = append(want, y.ID)
		}
	}
	var route trip.Route
	t.Route = nil
	for i := range t.Yards {
		y := &t.Yards[i]
		if y.Chosen = slices.Contains(want, y.ID); y.Chosen {
			route = append(route, y.Yard)
		}
	}
	for _, id := range want {
		if !slices.ContainsFunc(t.Yards, func(y TripYard) bool { return y.ID == id }) {
			return fmt.Errorf("yard %s: %w", id, ErrNotFound)
		}
	}
	if len(route) == 0 {
		return nil
	}
	t.Best = route.Best(days)
	t.On = t.Best
	if at := int(ask.On - t.Today); ask.On > 0 && at >= 0 && at < tripDays {
		t.On = at
	}
	for in := range t.Days {
		t.Route = append(t.Route, route.LostKg(in))
	}
	if t.On >= 0 {
		t.Late = route.Late(t.On)
	}
	return nil
}

// pressing is the day by which a yard must have been gone to, for sorting.
func pressing(y TripYard) int {
	switch {
	case len(y.Waits()) == 0:
		return 2 * tripDays
	case y.LastSafe < 0:
		return tripDays
	}
	return y.LastSafe
}

// lay lists what is done on the day at the yards that were chosen.
func (t *Trips) lay(ask TripAsk) {
	t.Stops, t.Minutes = nil, 0
	if t.On < 0 {
		return
	}
	for _, y := range t.Yards {
		if !y.Chosen {
			continue
		}
		st := TripStop{ID: y.ID, Name: y.Name}
		for _, x := range y.colonies {
			h := TripHive{Colony: x.Colony, Code: x.Code, Late: slices.Contains(t.Late, x.Code), Later: t.later(x)}
			for _, a := range x.stepsOn(t.Days[t.On].On) {
				h.Do = append(h.Do, cmp.Or(a.Bare, a.Do))
				if a.ActBy < x.Visit && (h.By == 0 || a.ActBy < h.By) {
					h.By = a.ActBy
				}
			}
			switch {
			case len(h.Do) == 0:
			case h.Later > 0:
				st.Later = append(st.Later, h)
			default:
				st.Hives = append(st.Hives, h)
				st.Minutes += x.Minutes
			}
		}
		t.Stops = append(t.Stops, st)
		t.Minutes += st.Minutes
	}
	if len(t.Stops) > 0 {
		t.DriveMinutes = ask.DriveMinutes * float64(len(t.Stops)+1)
	}
}

// earlyKg is what doing a hive's work on the day must lose against a later one for it to be left until then. Source: rounding: what forty
// members wobble by.
const earlyKg = 0.3

// later returns the day on which what is to be done at a hive is better done than on the day of the trip; 0 where that is as good.
// What cannot wait is not put off.
func (t *Trips) later(x Standing) day.Day {
	for _, a := range x.Advice {
		if a.toDo() && a.ActBy < x.Visit {
			return 0
		}
	}
	on, least := plan.Lost(x.Goings, t.On).Kg, math.Inf(1)
	for _, g := range x.Goings {
		if g.In > t.On {
			least = min(least, g.Kg)
		}
	}
	if least >= on-earlyKg {
		return 0
	}
	visit := int(x.Visit - t.Today)
	if visit > t.On && plan.Lost(x.Goings, visit).Kg < min(least+earlyKg, on) {
		return x.Visit // as good as the best
	}
	for _, g := range x.Goings {
		if g.In > t.On && g.Kg < min(least+earlyKg, on) {
			return t.Today + day.Day(g.In)
		}
	}
	return 0
}

// stepsOn returns what is done at a hive by who goes on a day: the steps of its first day, and those of later days that have come by
// then.
func (s Standing) stepsOn(on day.Day) (out []StandingAdvice) {
	first := day.Day(1<<31 - 1)
	for _, a := range s.Advice {
		if a.toDo() {
			first = min(first, a.On)
		}
	}
	for _, a := range s.Advice {
		if a.toDo() && (a.On <= first || a.On <= on) {
			out = append(out, a)
		}
	}
	return out
}

// toDo reports whether it is something to do at the hive, and no hold and no leaving.
func (a StandingAdvice) toDo() bool { return a.Action != plan.Leave && a.Action != plan.HoldHarvest }
