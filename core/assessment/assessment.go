// Package assessment walks the one line of the house for one colony: look ->
// colony -> forecast -> runways -> advice. A [Case] says everything it needs;
// an [Assessment] is what comes out.
package assessment

import (
	"slices"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/harvest"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/mites"
	"kembo/core/plan"
	"kembo/core/queen"
)

// ModelVersion changes whenever the same case may give another answer.
const ModelVersion = "39"

// Seed is the usual seed; every colony draws its own numbers from it.
const Seed = 20260101

// Case is one colony on one day with all that bears on it.
type Case struct {
	Colony       string
	Today, Visit day.Day
	VisitPlanned bool
	Site         forecast.Site
	Stack        hive.Stack // as believed before the look
	Look         look.Look
	Changes      []bees.Change // since the look
	Health       colony.Health
	HealthDay    day.Day // 0: the day of the look
	CellCheck    colony.CellCheck
	CellCheckDay day.Day
	Clipped      bool
	HistoryKnown bool
	Feeds        []colony.Period
	Treatments   []colony.Period
	Settings     plan.Settings
	Seed         uint64
	Ensemble     *forecast.Ensemble // what a chain of looks has led to; nil: the look alone
	QueenYear    int
	BeganOn      day.Day // as a package, a swarm or a split; 0: it was a colony before
	Tracks       []forecast.Quantity
	// What a log or a record tells beside; it does not bear on the forecast.
	Code       string             // by which they know it; "": its name
	Neighbours []colony.Neighbour // other hives of the yard
	Own        colony.Neighbour   // this hive as it was last worked out; zero: it was not
	Pairs      *plan.Pairs        // between which combs may go; nil: they are worked out from all of them
	Waiting    *queen.Waiting     // for a queen to lay; nil: it is not known to
	CagedSince day.Day            // that its laying queen is shut in; 0: she is not
	DronesSeen string             // none, few, many; "": not noted
	Mites      []history.MitesCounted
	RhythmDays int        // from visit to visit; 0: usual for the season
	Kept       *plan.Kept // the plan that was kept the day before; nil: none
	FedTold    bool       // a log tells which combs hold what was fed
	Fed        []colony.FedIn
	Readings   []harvest.Reading // of its honey, the earliest first
}

// Assessment is the colony as it is believed to stand, with what to do.
type Assessment struct {
	Situation *plan.Situation
	Estimate  colony.Estimate
	Base      *forecast.Result
	Plan      plan.Plan
	Advice    []plan.Advice
}

// freedOn returns the day on which a queen who is shut in is taken to be let out if nobody plans it: after three weeks, on a visit
// after the next at the earliest; 0 where none is.
func freedOn(c Case) day.Day {
	const round, after = 21, 7
	if c.CagedSince == 0 {
		return 0
	}
	return max(c.CagedSince+round, c.Visit+after, c.Today+1)
}

// Yard draws the conditions of a case's yard from a day on, enough for any
// colony of it that was last looked at on or after from.
func Yard(site forecast.Site, from, today day.Day, seed uint64) *forecast.Yard {
	h := forecast.HorizonFor(site.On(today))
	return forecast.NewYard(site, from, today, int(today-from)+h, forecast.Members, seed)
}

// Of assesses a case. yard may be nil; then its conditions are drawn here. It
// returns the *look.FieldError of a look that cannot be.
func Of(c Case, yard *forecast.Yard) (*Assessment, error) {
	e, err := look.Read(c.Look, c.Stack, look.Context{Season: c.Site.On(c.Look.Day)})
	if err != nil {
		return nil, err
	}
	return Assess(c, e, yard), nil
}

// Assess is Of for an estimate that is already made, as by a chain of looks.
func Assess(c Case, e colony.Estimate, yard *forecast.Yard) *Assessment {
	s := Situate(c, e, yard)
	p := plan.For(s)
	return &Assessment{Situation: s, Estimate: e, Base: s.Base, Plan: p, Advice: p.Advice}
}

// daysToCome is how many days of weather decide on what is done in them. Source:
// common practice: a weather forecast is believed for about as long.
const daysToCome = 5

// highs returns the mean of the likely highs of the days from today on, degrees C.
func highs(site forecast.Site, today day.Day) float64 {
	sum := 0.0
	for i := range day.Day(daysToCome) {
		sum += site.WeatherOn(today + i).MaxC
	}
	return sum / daysToCome
}

// first is the day from which a case's states live on: that of its ensemble or,
// where it has none, of its estimate.
func first(c Case, e colony.Estimate) day.Day {
	if c.Ensemble != nil {
		return c.Ensemble.Day
	}
	return e.Day
}

// mitesOf returns the last count of mites, per cent; under 0 where none is known.
func mitesOf(c Case) float64 {
	for _, m := range slices.Backward(c.Mites) {
		if rate, err := mites.Of(m.Mites, m.Bees); err == nil && m.Method != history.MethodFall {
			return rate.Percent
		}
	}
	return -1
}

// Situate runs the forecast of a case and gathers all that rules may look at.
func Situate(c Case, e colony.Estimate, yard *forecast.Yard) *plan.Situation {
	if yard == nil || first(c, e) < yard.From {
		yard = Yard(c.Site, first(c, e), c.Today, c.Seed)
	}
	now := c.Site.On(c.Today)
	in := forecast.Input{
		Colony: c.Colony, Estimate: e, Excluder: e.Stack.ExcluderAbove > 0, Changes: c.Changes,
		Today: c.Today, Horizon: forecast.HorizonFor(now), Yard: yard,
		ReserveKg: c.Settings.ReserveKg, Seed: c.Seed, Parameters: bees.Defaults(), Tracks: c.Tracks,
		Ensemble: c.Ensemble, Pressure: pressureOf(c, e), Supers: supersOf(e.Stack), Capped: c.Settings.CappedShare,
	}
	if wax := c.Look.WhiteWax; in.Ensemble == nil && wax != look.Unasked { // as a log has it
		in.Ensemble = forecast.Draw(&e, &in.Parameters, yard, in.Excluder, in.Colony, yard.Members, in.Seed)
		in.Ensemble.SeeWax(wax == look.Yes, yard, &in.Parameters, in.Colony, in.Seed)
	}
	ready := forecast.Prepare(in)
	if in.ReserveKg == 0 {
		in.Reserves = ready.Reserves()
		in.ReserveKg = in.Reserves[0]
		ready.Keep(in.Reserves)
	}
	healthDay := c.HealthDay
	if healthDay == 0 {
		healthDay = e.Seen
	}
	var free []bees.Change
	freed := freedOn(c)
	if freed > 0 {
		free = []bees.Change{{Day: freed, Caged: bees.Off}}
	}
	return &plan.Situation{
		Today: c.Today, Visit: c.Visit, VisitPlanned: c.VisitPlanned, Season: now, HighsC: highs(c.Site, c.Today),
		Estimate: e, Input: in, Ready: ready, Base: ready.Run(free...), FreedOn: freed, Settings: c.Settings, Health: c.Health,
		HealthDay: healthDay, CellCheck: c.CellCheck, CellCheckDay: c.CellCheckDay, Clipped: c.Clipped,
		HistoryKnown: c.HistoryKnown, Feeds: c.Feeds, Treatments: c.Treatments, BeganOn: c.BeganOn,
		Neighbours: c.Neighbours, Own: c.Own, Pairs: c.Pairs, FedTold: c.FedTold, Fed: c.Fed, Site: c.Site, RhythmDays: c.RhythmDays,
		Readings:  c.Readings,
		QueenYear: c.QueenYear, Waiting: c.Waiting, CagedSince: c.CagedSince, MitesPercent: mitesOf(c), Kept: c.Kept, Code: c.Code,
	}
}
