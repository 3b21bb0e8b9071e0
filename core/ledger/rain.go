package ledger

import (
	"math"
	"slices"

	"kembo/core/day"
)

// Rain wets the wood and the lid of a hive on a scale, and it dries in the days after: both look
// like a gain and a loss of the bees. Source: common practice, that rain adds one to three
// kilograms; how fast it soaks and dries is a guess.
const (
	soakedMostKg = 2.2 // of water that a hive holds when it is soaked
	soakingMM    = 10  // of rain that wets it by two thirds of what it could still take
	driesADay    = 0.5 // of what it holds
	waterOff     = 0.5 // how far that may be off, as a share
)

// Dried returns days with what rain and drying added taken out of what the bees gained.
func Dried(days []Daily, rain func(day.Day) float64) []Daily {
	if len(days) == 0 {
		return nil
	}
	from := days[0].Day - soakedSince
	water := Soaked(from, int(days[len(days)-1].Day-from)+1, rain)
	out := slices.Clone(days)
	for i := range out {
		if d := &out[i]; d.Known {
			w := water[d.Day]
			d.GainKg -= w.Kg
			d.RainKg, d.RainSD = w.Kg, w.SD
		}
	}
	return out
}

// soakedSince is the days before the first that rain still tells of. Rounding.
const soakedSince = 7

// Water is what a day's change of the water in a hive adds to its weight.
type Water struct{ Kg, SD float64 }

// Soaked returns by day what rain and drying add to the weight of a hive on a scale, over n days
// from one on; rain gives the mm of a day.
func Soaked(from day.Day, n int, rain func(day.Day) float64) map[day.Day]Water {
	out := make(map[day.Day]Water, n)
	held := 0.0
	for i := range n {
		d := from + day.Day(i)
		was := held
		held *= 1 - driesADay
		held += (soakedMostKg - held) * (1 - math.Exp(-max(0, rain(d))/soakingMM))
		out[d] = Water{Kg: held - was, SD: waterOff * math.Abs(held-was)}
	}
	return out
}
