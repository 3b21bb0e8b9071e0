// Package demo makes the sample operation, the invented Harrowmere Honey, by
// running the core's own simulation through more than a year and letting a
// keeper of rules look, act and weigh. What is written are events only; every
// story follows from them, so the operation can be opened on any day.
package demo

import (
	"math"
	"math/rand/v2"
	"time"

	"kembo/core/day"
	"kembo/core/season"
)

// The days the sample operation covers. Looks begin in the autumn before.
var (
	First   = day.Of(2025, time.September, 20)
	Opens   = day.Of(2026, time.January, 1)
	Last    = day.Of(2026, time.December, 31)
	Default = day.Of(2026, time.June, 3)
)

// seed of everything drawn for the sample operation.
const seed = 7301

// yard is a yard of the sample with its round.
type yard struct {
	name      string
	code      string
	plants    []season.Bloom
	firstLook day.Day // a spring visit; the round goes on every rhythm days
	rhythm    int
}

func bloom(plant string, from, peakFrom, peakTo, to int, strength, pollen float64) season.Bloom {
	return season.Bloom{
		Plant: plant, From: from, PeakFrom: peakFrom, PeakTo: peakTo, To: to, Strength: strength, Pollen: pollen,
	}
}

// The invented calendar of an invented northern coast, in season days.
var (
	willow    = bloom("willow", 62, 76, 96, 112, 0.16, 1)
	sycamore  = bloom("sycamore", 112, 121, 138, 148, 0.62, 0.9)
	hawthorn  = bloom("hawthorn", 132, 139, 154, 164, 0.62, 0.9)
	clover    = bloom("white clover", 158, 168, 196, 214, 0.5, 0.8)
	fieldBean = bloom("field bean", 152, 160, 172, 182, 0.75, 0.9)
	limeTree  = bloom("lime tree", 174, 180, 192, 200, 0.95, 0.3)
	bramble   = bloom("bramble", 166, 174, 196, 210, 0.42, 0.8)
	ling      = bloom("ling heather", 212, 222, 242, 256, 0.7, 0.6)
	ivy       = bloom("ivy", 248, 262, 282, 298, 0.16, 0.9)
	wayside   = bloom("wayside", 100, 125, 240, 275, 0.1, 0.75)
)

var yards = []yard{
	{
		"Quarry Lane", "QL", []season.Bloom{willow, sycamore, hawthorn, fieldBean, limeTree, bramble, wayside, ivy},
		day.Of(2026, time.April, 10), 10,
	},
	{
		"Mill Race", "MR", []season.Bloom{willow, sycamore, hawthorn, clover, limeTree, wayside, ivy},
		day.Of(2026, time.April, 12), 10,
	},
	{
		"Saltings", "SA", []season.Bloom{willow, hawthorn, clover, bramble, wayside, ivy},
		day.Of(2026, time.April, 16), 11,
	},
	{
		"Heath Edge", "HE", []season.Bloom{willow, sycamore, bramble, ling, wayside, ivy},
		day.Of(2026, time.April, 19), 11,
	},
}

// weather draws a year of weather for the coast: a seasonal course, spells of
// several days, rain with them. All yards share it, a little apart.
func weather(c season.Climate, from, to day.Day, yardIndex int) map[day.Day]season.Weather {
	r := rand.New(rand.NewPCG(seed, 11))
	own := rand.New(rand.NewPCG(seed, 100+uint64(yardIndex)))
	out := make(map[day.Day]season.Weather, int(to-from)+1)
	spell := 0.0
	for d := from; d <= to; d++ {
		spell = 0.8*spell + 0.6*r.NormFloat64()
		rain := 0.0
		if wet := r.Float64(); wet < 0.34-0.16*spell {
			rain = math.Round(10*(-3.2*math.Log(1-r.Float64())+0.3)) / 10
		}
		mean := c.Normal(season.DayOf(d, season.North)) + 2.1*spell + 0.5*own.NormFloat64()
		swing := 4.6 + 1.2*r.Float64()
		if rain > 1 {
			swing -= 1.6
		}
		out[d] = season.Weather{
			Day: d, MinC: math.Round(10*(mean-swing)) / 10, MaxC: math.Round(10*(mean+swing)) / 10, RainMM: rain,
		}
	}
	return out
}

// visits returns a yard's visits over the sample: the round in season, few in
// winter.
func (y yard) visits() []day.Day {
	out := []day.Day{
		First, day.Of(2025, time.October, 15), day.Of(2026, time.January, 10), day.Of(2026, time.February, 21),
		day.Of(2026, time.March, 18),
	}
	end := day.Of(2026, time.October, 10)
	for d := y.firstLook; d < end; d += day.Day(y.rhythm) {
		out = append(out, d)
	}
	return append(out, day.Of(2026, time.October, 24), day.Of(2026, time.November, 28), day.Of(2027, time.January, 9))
}
