package season

import "math"

// usualBloom stands in where a yard has no calendar: an early pollen, a spring flow, a main
// flow, something by the way and a late flow, of the British Isles. Source: common practice,
// no source.
var usualBloom = []Bloom{
	{Plant: "early pollen", From: 40, PeakFrom: 70, PeakTo: 112, To: 125, Strength: 0.14, Pollen: 1},
	{Plant: "spring flow", From: 102, PeakFrom: 116, PeakTo: 140, To: 150, Strength: 0.6, Pollen: 1},
	{Plant: "by the way", From: 100, PeakFrom: 120, PeakTo: 245, To: 280, Strength: 0.14, Pollen: 0.8},
	{Plant: "main flow", From: 150, PeakFrom: 162, PeakTo: 192, To: 204, Strength: 0.9, Pollen: 0.9},
	{Plant: "late flow", From: 205, PeakFrom: 218, PeakTo: 245, To: 265, Strength: 0.2, Pollen: 0.8},
}

// What moves bloom. Source: common practice, that flows follow the warmth of spring, and that
// hot summers dry them up; sizes are guesses.
const (
	followsSpring = 190 // season day up to which plants go with spring; those after goneOver with autumn
	goneOver      = 250
	dearthC       = 24.0 // mean of the hottest month over which midsummer has a dearth
	dearthBefore  = 10   // days before the hottest day that it begins, and after it that it ends
	dearthAfter   = 45
	heatFlow      = 0.03 // of what blooms in it: nectar, and pollen
	heatPollen    = 0.35
)

// UsualBloom returns the bloom of a usual yard in c, by season day of the calendar: that of
// the British Isles moved by how early spring and autumn come there, with a dearth in summers
// that are hot.
func (c Climate) UsualBloom() []Bloom {
	if c == (Climate{}) || c == Climates[0] {
		return usualBloom
	}
	spring, autumn := c.shifts()
	at := func(d int) int {
		share := clamp01(float64(d-followsSpring) / (goneOver - followsSpring))
		return min(max(d+int(math.Round((1-share)*spring+share*autumn)), 1), daysMost)
	}
	hottest, mean := c.hottest()
	var out []Bloom
	for _, b := range usualBloom {
		b.From, b.PeakFrom, b.PeakTo, b.To = at(b.From), at(b.PeakFrom), at(b.PeakTo), at(b.To)
		from, to := hottest-dearthBefore, hottest+dearthAfter
		if mean < dearthC || b.To <= from || b.From >= to {
			out = append(out, b)
			continue
		}
		if before := b; before.From < from { // what blooms over the dearth blooms before it and after it
			before.To = min(b.To, from)
			before.PeakTo = min(b.PeakTo, before.To-1)
			before.PeakFrom = min(b.PeakFrom, before.PeakTo)
			out = append(out, before)
		}
		if after := b; b.To > to {
			after.Plant += " after the heat"
			after.From = max(b.From, to)
			after.PeakFrom = max(b.PeakFrom, after.From+1)
			after.PeakTo = max(b.PeakTo, after.PeakFrom)
			out = append(out, after)
		}
	}
	if mean >= dearthC { // little is in flower then, and not nothing
		out = append(out, Bloom{
			Plant: "in the heat", From: hottest - dearthBefore - 1, PeakFrom: hottest - dearthBefore,
			PeakTo: hottest + dearthAfter, To: hottest + dearthAfter + 1, Strength: heatFlow, Pollen: heatPollen,
		})
	}
	return out
}

// hottest returns the season day with the warmest usual mean, and that mean.
func (c Climate) hottest() (day int, meanC float64) {
	meanC = math.Inf(-1)
	for d := 1; d <= yearDays; d++ {
		if m := c.Normal(d); m > meanC {
			day, meanC = d, m
		}
	}
	return day, meanC
}
