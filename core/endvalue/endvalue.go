// Package endvalue tells what a colony is worth on the day on which a plan ends: what it will gain until
// the season is over, and its odds of being alive, and strong, when the first flow opens after, in the hands
// of a keeper who gives it room, treats it in August and feeds it in early autumn.
//
// Both are regressions, fitted in the lab (lab/outlook) on runs of the forecast's own rules to the next
// spring in all climates; coefficients and errors stand in fitted.go.
package endvalue

import (
	"math"

	"kembo/core/bees"
)

// Ahead is what a yard offers from a day on.
type Ahead struct {
	BeesDay  int     // season day of the bees' year, 1 to 366
	FlowKg   float64 // honey that [Foragers] could fetch from here to the end of the season
	FlowDays float64 // days to the middle of it
	SpanDays float64 // days to the end of the season
	WinterKg float64 // stores on which colonies winter there
}

// Foragers are those that Ahead.FlowKg is told for: of a strong colony.
const Foragers = 10_000

// SeasonEnds is the day of the bees' year on which nothing more is gained and colonies are fed for winter:
// 2 October of the reference year. Source: season.WinterFeed, best by early October.
const SeasonEnds = 275

// SpringDay is the day of the bees' year by which a colony has come through: 22 April of the reference
// year, when the first flow opens.
const SpringDay = 112

// Colony is one colony on that day.
type Colony struct {
	Bees, Brood float64
	StoresKg    float64 // that it may winter on
	Peak        float64 // what its queen lays at her height, or will, against the usual queen
	Lays        bool
	ComesIn     float64 // days until one lays; 0 without Lays: none is to come
	MitesPer100 float64
}

// Of returns the colony that a state is. What stands above the nest is not counted among its stores.
func Of(s *bees.State, p *bees.Parameters) Colony {
	peak := s.QueenPeak
	if peak <= 0 {
		peak = s.NextQueen
	}
	return Colony{
		Bees: s.Bees(), Brood: s.Brood(), StoresKg: s.NestHoney + s.NestNectar, Peak: peak / p.QueenPeakLaying,
		Lays: s.QueenPeak > 0, ComesIn: s.LaysIn, MitesPer100: s.MitesPer100(),
	}
}

// Gain returns the stores that it likely gains from the day to the end of the season, in kg, what it eats
// taken off; under 0 where it eats more than it brings.
func (a Ahead) Gain(c Colony) float64 {
	x := gainOf(a, c)
	sum := 0.0
	for i, v := range x {
		sum += v * gain[i]
	}
	return sum
}

// Alive returns what it is worth when the first flow opens after, against a colony of full strength: the
// chance that it is alive, and less than that where it is weak. 0 to 1.
func (a Ahead) Alive(c Colony) float64 {
	from, to, share := a.knots()
	x := aliveOf(a, c)
	z := 0.0
	for i, v := range x {
		z += v * (alive[from][i] + share*(alive[to][i]-alive[from][i]))
	}
	return 1 / (1 + math.Exp(-z))
}

// knots returns the knots that a day lies between, and how far it is on the way from the one to the other. After the
// last of the year they go over into the first of the next.
func (a Ahead) knots() (from, to int, share float64) {
	const yearDays = 365
	last := len(Knots) - 1
	day := float64(a.BeesDay)
	if day > Knots[last] {
		return last, 0, min((day-Knots[last])/(Knots[0]+yearDays-Knots[last]), 1)
	}
	from, share = Between(day)
	return from, from + 1, share
}

// NeedKg returns the stores on which a colony winters that stands at the day: less, the more of the winter is behind it.
func (a Ahead) NeedKg() float64 {
	return max(a.WinterKg-winterEatsKg*max(0, float64(a.BeesDay-SeasonEnds)), leastNeedKg)
}

// What a cluster eats a day, and the stores that are wanted at any time, kg. Source: common practice, a kilogram a month;
// the second a guess.
const winterEatsKg, leastNeedKg = 0.035, 3.0

// Knots are the days of the bees' year at which odds are fitted; between them they go over into one another.
var Knots = [...]float64{110, 150, 190, 220, 245, 265, 285, 318}

// Between returns the knot before a day and how far it is on the way to the next.
func Between(day float64) (k int, share float64) {
	last := len(Knots) - 1
	day = min(max(day, Knots[0]), Knots[last])
	for k < last-1 && day > Knots[k+1] {
		k++
	}
	return k, (day - Knots[k]) / (Knots[k+1] - Knots[k])
}

// Gains and Odds are how many terms each regression has.
const Gains, Odds = 14, 9

// strong is the bees, and the brood counted as bees, by which strength is told, and the most of it that
// tells. Rounding.
const strong, strongest, broodCounts = 30_000, 1.8, 0.6

// GainOf returns the terms of the gain, for the lab.
func GainOf(a Ahead, c Colony) [Gains]float64 { return gainOf(a, c) }

func gainOf(a Ahead, c Colony) (x [Gains]float64) {
	u := min((c.Bees+broodCounts*c.Brood)/strong, strongest)
	later := a.FlowDays / gainDays
	none, coming := queens(c)
	terms := [...]float64{1, u, u * u, c.Peak - 1, none, coming}
	for i, v := range terms {
		x[i], x[i+len(terms)] = a.FlowKg*v, a.FlowKg*v*later
	}
	x[12], x[13] = a.SpanDays/gainDays, u*a.SpanDays/gainDays
	return x
}

// gainDays is the days in which the terms count time. Rounding.
const gainDays = 100

// queens says whether none lays and none is to come, and how long one is to come for.
func queens(c Colony) (none, coming float64) {
	switch {
	case c.Lays:
		return 0, 0
	case c.ComesIn <= 0:
		return 1, 0
	}
	return 0, min(c.ComesIn/comesDays, 1)
}

// comesDays is the wait for a queen that counts as a whole one: from an egg. Rounding.
const comesDays = 30

// OddsOf returns the terms of the odds, for the lab.
func OddsOf(a Ahead, c Colony) [Odds]float64 { return aliveOf(a, c) }

func aliveOf(a Ahead, c Colony) (x [Odds]float64) {
	n := math.Log((c.Bees + fewBees) / oddsBees)
	none, coming := queens(c)
	winter := a.WinterKg/usualWinter - 1
	need := a.WinterKg
	if day := float64(a.BeesDay); day > Knots[len(Knots)-1] { // as it is fitted until then
		need = max(need-winterEatsKg*(day-Knots[len(Knots)-1]), leastNeedKg)
	}
	short := min(max(0, 1-c.StoresKg/max(need, 1)), 1)
	if a.BeesDay < SeasonEnds-fedBefore { // it will be fed
		short = 0
	}
	return [Odds]float64{
		1, n, math.Log((c.Brood + fewBees) / oddsBees), none, coming, math.Log(c.MitesPer100 + fewMites), winter,
		max(0, short-bearable), max(0, short-hardly),
	}
}

// What the terms of the odds are told against. Rounding.
const (
	fewBees, oddsBees = 300, 10_000
	fewMites          = 0.3
	usualWinter       = 18       // kg
	bearable, hardly  = 0.2, 0.5 // shares of its winter stores that may be missing before it tells, and tells more
	fedBefore         = 15       // days before the end of the season until which it is still fed
)
