// Package calibration asks whether the forecast's ranges keep their word: it
// makes colonies whose truth is known, looks at them as a keeper would, with a
// keeper's errors, forecasts from the look and counts how often the truth lies
// in the 80 % range. A [World] says by which rules the truth lives; the
// forecast always uses its own.
package calibration

import (
	"math"
	"math/rand/v2"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/look"
	"kembo/core/season"
	"kembo/lab/truth"
)

// World is how a truth may differ from the model that forecasts it: standard
// deviations of the logarithm of what each truth draws for itself. The zero
// World lives by the model's own rules.
type World struct {
	Name                                         string
	Backfill, Intake, Mortality, Sharing, Laying float64
	FlowLevel, FlowDay, WeatherC                 float64 // errors of flow and weather beyond the model's
	Bias                                         float64 // of the observer, over a whole look
	Swarming                                     float64 // of how readily they swarm
}

// Worlds are the two that are scored: the model's own rules, and others.
// Source: none; guesses of how wrong a model of bees may be.
var Worlds = []World{
	{Name: "own rules"},
	{
		Name: "other rules", Backfill: 0.5, Intake: 0.25, Mortality: 0.25, Sharing: 0.4, Laying: 0.10, FlowLevel: 0.2,
		FlowDay: 0.3, WeatherC: 1.2, Bias: 0.08, Swarming: 0.5,
	},
}

// Horizon is how many days ahead a truth is followed, and Points the days that
// are scored.
const Horizon = 28

// Points are the days ahead that are scored.
var Points = []int{0, 8, 14, 28}

// lived is a colony on the day of a look, with what becomes of it.
type lived struct {
	on       day.Day
	site     forecast.Site
	state    bees.State
	estimate colony.Estimate
	course   forecast.Course
	reserve  float64
}

// make lives truth i of a world, from the same number every time.
func (w World) make(i int, seed uint64) lived {
	r := rand.New(rand.NewPCG(seed, uint64(i)))
	p := w.rules(r)
	begin := day.Of(2026, 3, 10)
	t := lived{on: begin + day.Day(25+r.IntN(150))} // a look from April to early September
	climate := season.Climates[r.IntN(len(season.Climates))]
	t.site = forecast.Site{Yard: "y", Hemisphere: season.North, Climate: climate}
	days := int(t.on-begin) + Horizon
	cond := w.meets(t.site, begin, days, seed*1_000_003+uint64(i), r)
	s := truth.Spring(r, &p)
	lead := int(t.on - begin)
	for k := range lead {
		s.Step(&p, &cond[k])
		if k%8 == 7 {
			truth.Super(&s, &p, r)
		}
	}
	t.state = s
	t.reserve = forecast.ReserveFor(season.Place{}.On(t.on))
	t.course = forecast.Follow(s, p, cond[lead:], t.reserve)
	t.estimate = w.look(s, &p, t.on, r)
	return t
}

// rules draws the rules that a truth lives by.
func (w World) rules(r *rand.Rand) bees.Parameters {
	off := func(sd float64) float64 { return math.Exp(sd * r.NormFloat64()) }
	p := bees.Defaults()
	p.NestPull *= off(w.Backfill)
	p.LoadPerHourMg *= off(w.Intake)
	p.ForagerDeathHour *= off(w.Mortality)
	p.ForagerDeathBase *= off(w.Mortality)
	p.SuperStart *= off(w.Sharing)
	p.QueenPeakLaying *= off(w.Laying)
	return p
}

// hoursPerDegree is the share of flight hours that a degree brings. Source: none; guess.
const hoursPerDegree = 0.13

// meets draws the days that truths of a yard meet: one draw of the same weather
// and flow, off as far as the world is.
func (w World) meets(site forecast.Site, from day.Day, days int, seed uint64, r *rand.Rand) []bees.Condition {
	off := func(sd float64) float64 { return math.Exp(sd * r.NormFloat64()) }
	cond := forecast.NewYard(site, from, from, days, 1, seed).Member(0)
	level := off(w.FlowLevel)
	for k := range cond {
		cond[k].Flow *= level * off(w.FlowDay)
		warm := w.WeatherC * r.NormFloat64()
		cond[k].MeanC += warm
		cond[k].FlightHours = max(0, cond[k].FlightHours*(1+hoursPerDegree*warm))
	}
	return cond
}

// look is what a keeper makes of a state who counts frames, off as far as the world is.
func (w World) look(s bees.State, p *bees.Parameters, on day.Day, r *rand.Rand) colony.Estimate {
	return truth.Sight{
		On: season.Place{}.On(on), Depth: look.ByBox, Bias: w.Bias * r.NormFloat64(),
	}.Look(&s, p, r)
}
