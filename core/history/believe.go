package history

import (
	"math"
	"slices"

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
func (b *walker) yard(from day.Day) *forecast.Yard {
	if b.ground.Yard == nil || from < b.ground.Yard.From {
		to := max(b.last, b.ground.To)
		b.ground.Yard = forecast.NewYard(b.ground.Site, from, to, int(to-from)+1, forecast.Members, b.ground.Seed)
	}
	return b.ground.Yard
}

// carries reports whether what is believed can be carried to a day.
func (b *walker) carries(on day.Day) bool {
	return b.Estimate != nil && b.ground.Site.Yard != "" && on >= b.last-CarryDays
}

// advance moves the ensemble to a day, past the readings of a scale on the way.
func (b *walker) advance(x *forecast.Ensemble, to day.Day) {
	b.follow(x, to)
	b.move(x, b.yard(x.Day), &b.parameters, to)
}

// follow moves the ensemble past the readings of a scale before a day; after the last
// of them it stays.
func (b *walker) follow(x *forecast.Ensemble, to day.Day) {
	y, p := b.yard(x.Day), &b.parameters
	sum, n, variance := 0.0, 0, 0.0
	for _, g := range b.ground.Gains {
		if g.Day < x.Day || g.Day >= to {
			continue
		}
		if n == 0 {
			b.move(x, y, p, g.Day)
			x.Mark()
		}
		sum, n, variance = sum+g.Kg, n+1, variance+g.SD*g.SD
		if n == scaleStep {
			b.move(x, y, p, g.Day+1)
			x.Gained(sum, math.Sqrt(variance))
			sum, n, variance = 0, 0, 0
		}
	}
}

func (b *walker) move(x *forecast.Ensemble, y *forecast.Yard, p *forecast.Parameters, to day.Day) {
	if to > x.Day {
		days := int(to - x.Day)
		x.Move(p, y, b.Changes, to)
		x.Drift(y, days, b.ground.Colony, b.ground.Seed)
	}
}

// expect returns what a look on a day may be read against, and leaves in ahead
// the ensemble of that day before the look.
func (b *walker) expect(on day.Day) *colony.Expected {
	b.ahead = nil
	if !b.carries(on) || on < b.Estimate.Day || b.Estimate.Day < b.last-CarryDays {
		return nil
	}
	if on == b.Estimate.Day { // a second look on a day: what the first saw is seen
		if b.before != nil { // both are one look, at the hive as it is now
			b.ahead = b.before.Clone()
			b.ahead.Begin()
			b.ahead.Move(&b.parameters, b.yard(on), b.Changes, on)
		}
		return nil
	}
	if b.Ensemble == nil {
		e := *b.Estimate
		e.Stack = b.Stack
		b.Ensemble = b.draw(&e)
	}
	b.ahead = b.Ensemble.Clone()
	b.advance(b.ahead, on)
	before := *b.Estimate
	before.Stack = b.Stack
	x := b.ahead.Expected(before, &b.parameters)
	return &x
}

func (b *walker) draw(e *colony.Estimate) *forecast.Ensemble {
	return forecast.Draw(
		e, &b.parameters, b.yard(e.Day), e.Stack.ExcluderAbove > 0, b.ground.Colony, forecast.Members, b.ground.Seed,
	)
}

// learn takes an estimate in: the ensemble that was expected is moved by what
// was seen, or drawn anew where that is beyond what the forecast can know.
func (b *walker) learn(e *colony.Estimate) {
	b.Ensemble, b.before = nil, nil
	if b.ground.Site.Yard == "" || e.Day < b.last-CarryDays {
		return
	}
	again := b.Estimate != nil && e.Day == b.Estimate.Day
	b.before = b.ahead
	if b.ahead == nil {
		b.Ensemble = b.draw(e)
		return
	}
	x := b.ahead.Clone()
	sights := forecast.Sights(e)
	if again {
		b.Tests = slices.DeleteFunc(b.Tests, func(t Tested) bool { return t.Day == e.Day })
		b.Surprises = slices.DeleteFunc(b.Surprises, func(s Surprise) bool { return s.Day == e.Day })
	}
	b.sights = slices.DeleteFunc(slices.Clone(sights), func(s forecast.Sight) bool {
		return s.Of == forecast.OfBees && e.Accepted
	})
	for _, s := range b.sights {
		b.Tests = append(b.Tests, Tested{e.Day, b.Estimate.Day, s.Of, b.ahead.Foresee(s, &b.parameters), s.Value})
	}
	if !x.See(sights, &b.parameters) {
		b.Surprises = append(b.Surprises, b.surprise(e, sights))
		fresh := b.draw(e)
		fresh.KeepPace(x)
		x = fresh
	}
	x.Settle(e, &b.parameters, e.Stack.ExcluderAbove > 0, b.ground.Colony, b.ground.Seed)
	b.Ensemble = x
}

// Surprise is a look that found what no forecast from the look before could
// have led to.
type Surprise struct {
	Day   day.Day
	Tests []Tested // those that lie far out
}

func (b *walker) surprise(e *colony.Estimate, sights []forecast.Sight) Surprise {
	s := Surprise{Day: e.Day}
	for _, o := range sights {
		r := b.ahead.Foresee(o, &b.parameters)
		if o.Value < r.Low || o.Value > r.High {
			s.Tests = append(s.Tests, Tested{e.Day, b.Estimate.Day, o.Of, r, o.Value})
		}
	}
	return s
}

// context is what a look is read against.
func (b *walker) context(on day.Day) look.Context {
	c := look.Context{Units: b.ground.Units, Observer: b.ground.Observer, Season: b.ground.Site.On(on)}
	if b.Estimate != nil && on >= b.Estimate.Day {
		prior := *b.Estimate
		c.Prior = &prior
	}
	c.Expected = b.expect(on)
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

// Pace returns what the looks have taught of how the colony gains, against the
// usual, and of its yard's flow, against the calendar.
func (b Believed) Pace() (own, yard measure.Range, ok bool) {
	if b.Ensemble == nil {
		return own, yard, false
	}
	return b.Ensemble.Learnt()
}
