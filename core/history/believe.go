package history

import (
	"math"
	"slices"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/look"
	"kembo/core/measure"
)

// What is believed is carried by an ensemble of states: it is drawn from the
// first look, lives on with what was done, and every later look and every
// reading of a scale moves it. So it learns how this colony gains and lays.

// Tested is a forecast that came to be tested: what a look was expected to
// find, with its 80 % range, and what it found.
type Tested struct {
	Day      day.Day
	From     day.Day // the look that the forecast was made from
	Of       forecast.Quantity
	Expected measure.Range
	Found    float64
}

// Held reports whether the range held.
func (t Tested) Held() bool { return t.Found >= t.Expected.Low && t.Found <= t.Expected.High }

// Gain is what a colony gained or lost in stores over a day, as a hive scale
// tells it, by handling freed.
type Gain struct {
	Day day.Day // the day it was gained on
	Kg  float64
	SD  float64
}

// scaleStep is how many days of a scale are taken together: over fewer the
// weather hides the pace. Source: none; guess.
const scaleStep = 4

// yard returns the conditions that the ensemble meets, drawn once for a log.
func (w *walker) yard(from day.Day) *forecast.Yard {
	if w.ground.Yard == nil || from < w.ground.Yard.From {
		to := max(w.last, w.ground.To)
		w.ground.Yard = forecast.NewYard(w.ground.Site, from, to, int(to-from)+1, forecast.Members, w.ground.Seed)
	}
	return w.ground.Yard
}

// carries reports whether what is believed can be carried to a day.
func (w *walker) carries(on day.Day) bool {
	return w.Estimate != nil && w.ground.Site.Yard != "" && on >= w.last-CarryDays
}

// advance moves the ensemble to a day, past the readings of a scale on the way.
func (w *walker) advance(x *forecast.Ensemble, to day.Day) {
	w.follow(x, to)
	w.move(x, w.yard(x.Day), &w.parameters, to)
}

// follow moves the ensemble past the readings of a scale before a day; after the last
// of them it stays.
func (w *walker) follow(x *forecast.Ensemble, to day.Day) {
	y, p := w.yard(x.Day), &w.parameters
	sum, n, variance := 0.0, 0, 0.0
	for _, g := range w.ground.Gains {
		if g.Day < x.Day || g.Day >= to {
			continue
		}
		if n == 0 {
			w.move(x, y, p, g.Day)
			x.Mark()
		}
		sum, n, variance = sum+g.Kg, n+1, variance+g.SD*g.SD
		if n == scaleStep {
			w.move(x, y, p, g.Day+1)
			x.Gained(sum, math.Sqrt(variance))
			sum, n, variance = 0, 0, 0
		}
	}
}

func (w *walker) move(x *forecast.Ensemble, y *forecast.Yard, p *bees.Parameters, to day.Day) {
	if to > x.Day {
		days := int(to - x.Day)
		x.Move(p, y, w.Changes, to)
		x.Drift(y, days, w.ground.Colony, w.ground.Seed)
	}
}

// expect returns what a look on a day may be read against, and leaves in ahead
// the ensemble of that day before the look.
func (w *walker) expect(on day.Day) *colony.Expected {
	w.ahead = nil
	if !w.carries(on) || on < w.Estimate.Day || w.Estimate.Day < w.last-CarryDays {
		return nil
	}
	if on == w.Estimate.Day { // a second look on a day: what the first saw is seen
		if w.before != nil { // both are one look, at the hive as it is now
			w.ahead = w.before.Clone()
			w.ahead.Begin()
			w.ahead.Move(&w.parameters, w.yard(on), w.Changes, on)
		}
		return nil
	}
	if w.Ensemble == nil {
		e := *w.Estimate
		e.Stack = w.Stack
		w.Ensemble = w.draw(&e)
	}
	w.ahead = w.Ensemble.Clone()
	w.advance(w.ahead, on)
	before := *w.Estimate
	before.Stack = w.Stack
	x := w.ahead.Expected(before, &w.parameters)
	return &x
}

func (w *walker) draw(e *colony.Estimate) *forecast.Ensemble {
	return forecast.Draw(
		e, &w.parameters, w.yard(e.Day), e.Stack.ExcluderAbove > 0, w.ground.Colony, forecast.Members, w.ground.Seed,
	)
}

// learn takes an estimate in: the ensemble that was expected is moved by what
// was seen, or drawn anew where that is beyond what the forecast can know.
func (w *walker) learn(e *colony.Estimate) {
	w.Ensemble, w.before = nil, nil
	if w.ground.Site.Yard == "" || e.Day < w.last-CarryDays {
		return
	}
	again := w.Estimate != nil && e.Day == w.Estimate.Day
	uncounted := w.Mites[min(w.countedBefore, len(w.Mites)):] // of its day, and not in what was expected
	if !again {
		w.countedBefore = len(w.Mites)
	}
	w.before = w.ahead
	if w.ahead == nil {
		w.Ensemble = w.draw(e)
		w.seeMites(w.Ensemble, w.Mites, e.Day)
		return
	}
	x := w.ahead.Clone()
	x.Agree(e)
	if again {
		w.seeMites(x, uncounted, e.Day)
	}
	sights := forecast.Sights(e)
	if again {
		w.Tests = slices.DeleteFunc(w.Tests, func(t Tested) bool { return t.Day == e.Day })
		w.Surprises = slices.DeleteFunc(w.Surprises, func(s Surprise) bool { return s.Day == e.Day })
	}
	w.sights = slices.DeleteFunc(slices.Clone(sights), func(s forecast.Sight) bool {
		return s.Of == forecast.OfBees && e.Accepted
	})
	w.missing(e, w.sights)
	for _, s := range w.sights {
		w.Tests = append(w.Tests, Tested{e.Day, w.Estimate.Day, s.Of, w.ahead.Foresee(s, &w.parameters), s.Value})
	}
	if !x.See(sights, &w.parameters) {
		w.Surprises = append(w.Surprises, w.surprise(e, sights))
		fresh := w.draw(e)
		fresh.KeepPace(x, &w.parameters)
		x = fresh
	}
	x.Settle(e, &w.parameters, e.Stack.ExcluderAbove > 0, w.ground.Colony, w.ground.Seed)
	w.Ensemble = x
}

// Surprise is a look that found what no forecast from the look before could
// have led to.
type Surprise struct {
	Day   day.Day
	Tests []Tested // those that lie far out
}

func (w *walker) surprise(e *colony.Estimate, sights []forecast.Sight) Surprise {
	s := Surprise{Day: e.Day}
	for _, o := range sights {
		r := w.ahead.Foresee(o, &w.parameters)
		if o.Value < r.Low || o.Value > r.High {
			s.Tests = append(s.Tests, Tested{e.Day, w.Estimate.Day, o.Of, r, o.Value})
		}
	}
	return s
}

// context is what a look is read against.
func (w *walker) context(on day.Day) look.Context {
	c := look.Context{Units: w.ground.Units, Observer: w.ground.Observer, Season: w.ground.Site.On(on)}
	if w.Estimate != nil && on >= w.Estimate.Day {
		prior := *w.Estimate
		c.Prior = &prior
	}
	c.Expected = w.expect(on)
	return c
}

// Tested returns how many things looked at were forecast before, and of how many
// the range held.
func (b Believed) Tested() (n, held int) {
	for _, t := range b.Tests {
		if t.Held() {
			held++
		}
	}
	return len(b.Tests), held
}

// Ahead returns the days by which the colony's looks have it ahead of its climate's season, and
// false where there is nothing to tell it by.
func (b Believed) Ahead() (measure.Range, bool) {
	if b.Ensemble == nil {
		return measure.Range{}, false
	}
	return b.Ensemble.Ahead(), true
}

// Pace returns what the looks have taught of how the colony gains, against the
// usual, and of its yard's flow, against the calendar.
func (b Believed) Pace() (own, yard measure.Range, ok bool) {
	if b.Ensemble == nil {
		return own, yard, false
	}
	return b.Ensemble.Learnt()
}
