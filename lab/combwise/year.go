package combwise

import (
	"math"

	"kembo/core/season"
)

// Year is how far the year of a place is behind that of the published curve, in days, in
// spring and in autumn.
type Year struct{ Spring, Autumn float64 }

// Of the curve of the year. Source: Schmickl and Crailsheim 2007, fitted to colonies in
// Austria, from memory.
const (
	risesBy, risesOver = 385, 30
	fallsBy, fallsOver = 36, 30
	fallsFrom          = 155
)

// share returns the share of her most that a queen lays on a season day.
func (y Year) share(seasonDay float64) float64 {
	rise := 1 / (1 + risesBy*math.Exp(-2*(seasonDay-y.Spring)/risesOver))
	fall := 1 / (1 + fallsBy*math.Exp(-2*(seasonDay-y.Autumn-fallsFrom)/fallsOver))
	return max(0, 1-max(1-rise, fall))
}

// Of the warmth by which a place's year is told from the curve's: it rises through the
// one in spring and falls through the other in autumn. Source: none; guesses.
const (
	springC, autumnC = 6, 12
	follows          = 0.8 // of the days by which the warmth comes earlier or later
	mostDays         = 55
)

// YearOf returns the year of a climate, by when it is as warm as where the curve was
// fitted.
func YearOf(c season.Climate) Year {
	fitted, err := season.ClimateFor("central-europe")
	if err != nil {
		return Year{}
	}
	off := func(of func(season.Climate) float64) float64 {
		return min(max(follows*(of(c)-of(fitted)), -mostDays), mostDays)
	}
	return Year{
		Spring: off(func(c season.Climate) float64 { return passes(c, springC, 20, 1) }),
		Autumn: off(func(c season.Climate) float64 { return passes(c, autumnC, 205, -1) }),
	}
}

// passes returns the season day after from on which the usual mean passes a warmth, rising
// or falling; half a year on where it never does.
func passes(c season.Climate, meanC float64, from int, rising float64) float64 {
	const half = 182
	for d := from; d < from+half; d++ {
		if rising*(c.Normal(d)-meanC) >= 0 {
			return float64(d)
		}
	}
	return float64(from + half)
}

// Bloom is the calendar of a usual place in such a year: an early pollen, a flow of spring,
// something by the way, a main flow and a late one. Source: common practice, no source;
// the calendar is one of the middle latitudes, moved by what its year is moved.
func Bloom(y Year) []season.Bloom {
	return moved([]season.Bloom{
		{Plant: "early pollen", From: 45, PeakFrom: 68, PeakTo: 105, To: 120, Strength: 0.12, Pollen: 1},
		{Plant: "spring flow", From: 98, PeakFrom: 110, PeakTo: 136, To: 148, Strength: 0.6, Pollen: 1},
		{Plant: "by the way", From: 100, PeakFrom: 120, PeakTo: 240, To: 275, Strength: 0.14, Pollen: 0.8},
		{Plant: "main flow", From: 148, PeakFrom: 160, PeakTo: 190, To: 202, Strength: 0.9, Pollen: 0.9},
		{Plant: "late flow", From: 205, PeakFrom: 218, PeakTo: 242, To: 262, Strength: 0.2, Pollen: 0.8},
	}, y)
}

// moved puts the days of a calendar where a year has them: those of spring by what spring
// is moved, those of autumn by what autumn is, those between in between.
func moved(bloom []season.Bloom, y Year) []season.Bloom {
	const spring, autumn = 100, 260
	at := func(d int) int {
		share := min(1, max(0, float64(d-spring)/(autumn-spring)))
		return int(math.Round(float64(d) + (1-share)*y.Spring + share*y.Autumn))
	}
	for i := range bloom {
		b := &bloom[i]
		b.From, b.PeakFrom, b.PeakTo, b.To = at(b.From), at(b.PeakFrom), at(b.PeakTo), at(b.To)
	}
	return bloom
}
