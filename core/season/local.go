package season

import (
	"errors"
	"math"
	"slices"
)

// Local is what is known of where a hive stands beside its climate's name. The zero
// Local is nothing.
type Local struct {
	HasLatitude bool
	LatitudeDeg float64 // less than 0 in the south
	HasMonths   bool
	MonthsC     [12]float64 // mean of each month of the season year, the coldest half first
}

// Errors of a place.
var (
	ErrLatitude = errors.New("a latitude for bees lies between -66 and 66 degrees")
	ErrMonths   = errors.New("a month's mean lies between -45 and 45 °C")
)

// Bounds of a place. Source: none; wider than any in which hives are kept.
const (
	mostLatitude = 66
	mostMeanC    = 45
)

// At returns c at a latitude, which sets how long its days are.
func (c Climate) At(latitudeDeg float64) (Climate, error) {
	if !(math.Abs(latitudeDeg) <= mostLatitude) {
		return c, ErrLatitude
	}
	c.Own.HasLatitude, c.Own.LatitudeDeg = true, latitudeDeg
	return c, nil
}

// WithMonths returns c with means of its own for the months of the calendar, January
// first. Its winter stores stay those of c.
func (c Climate) WithMonths(meansC Months, h Hemisphere) (Climate, error) {
	for _, v := range meansC {
		if !(math.Abs(v) <= mostMeanC) {
			return c, ErrMonths
		}
	}
	c.Own.HasMonths, c.Own.MonthsC = true, meansC
	if h == South {
		for i := range meansC { // the season year begins in July
			c.Own.MonthsC[i] = meansC[(i+len(meansC)/2)%len(meansC)]
		}
	}
	sum := 0.0
	for _, v := range meansC {
		sum += v
	}
	c.MeanC = sum / float64(len(meansC))
	c.SwingC = (slices.Max(meansC[:]) - slices.Min(meansC[:])) / 2
	return c, nil
}

// mean returns the usual mean of a season day, degrees C, in a straight line between
// the middles of months.
func (p Local) mean(seasonDay int) float64 {
	const month = yearDays / 12.0
	at := (float64(seasonDay) - month/2) / month
	i := int(math.Floor(at))
	of := func(i int) float64 { return p.MonthsC[((i%12)+12)%12] }
	return of(i) + (at-float64(i))*(of(i+1)-of(i))
}

// Of the declination of the sun. Source: Cooper 1969, Solar Energy 12:333-346, from
// memory.
const (
	tiltDeg    = 23.45
	cooperDays = 284
	dayH       = 24
	radPerDeg  = math.Pi / 180
)

// DaylightH returns the hours between sunrise and sunset of a season day in c: by its
// latitude or, where that is not known, as near 53 degrees.
func (c Climate) DaylightH(seasonDay int) float64 {
	if !c.Own.HasLatitude {
		return Daylight(seasonDay)
	}
	tilt := tiltDeg * radPerDeg * math.Sin(2*math.Pi*float64(cooperDays+seasonDay)/yearDays)
	cos := -math.Tan(math.Abs(c.Own.LatitudeDeg)*radPerDeg) * math.Tan(tilt)
	return dayH / math.Pi * math.Acos(min(max(cos, -1), 1))
}
