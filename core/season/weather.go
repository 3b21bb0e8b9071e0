package season

import (
	"math"

	"kembo/core/day"
)

// Weather is one day's weather at a yard. Wind and sunshine are nil where the
// source does not know them.
type Weather struct {
	Day    day.Day  `json:"date"`
	MinC   float64  `json:"tmin_c"`
	MaxC   float64  `json:"tmax_c"`
	RainMM float64  `json:"rain_mm"`
	WindMS *float64 `json:"wind_ms,omitempty"` // mean of the daylight hours, m/s
	SunH   *float64 `json:"sun_h,omitempty"`   // bright sunshine, hours
}

// MeanC returns the mean temperature of the day.
func (w Weather) MeanC() float64 { return (w.MinC + w.MaxC) / 2 }

// Daylight returns the hours between sunrise and sunset near 53 degrees of
// latitude.
func Daylight(seasonDay int) float64 {
	return halfDayH + daySwingH*math.Sin(2*math.Pi*float64(seasonDay-equinox)/yearDays)
}

// Hours of daylight either side of twelve near 53 degrees of latitude, and the
// season day of the spring equinox.
const (
	halfDayH  = 12
	daySwingH = 4.3
	equinox   = 80
)

// FlightHours returns the hours in which foragers fly in force: daylight less
// its ends, scaled by warmth, rain, wind and sun. Few fly below 10 to 12 degrees
// C, all above 17 (Burrill and Dietz 1981; Vicens and Bosch 2000, from memory);
// flight falls off in winds over some 4 m/s and stops near 10, and a dull day is
// a shorter one (common practice, no source).
func (w Weather) FlightHours(seasonDay int) float64 { return w.Flight(Daylight(seasonDay)) }

// Flight is FlightHours of a day with so many hours between sunrise and sunset.
func (w Weather) Flight(daylightH float64) float64 {
	warmth := clamp01((w.MaxC - flightFromC) / flightSpanC)
	dry := clamp01(1 - w.RainMM/rainStopsMM)
	hours := flightShare * daylightH * warmth * dry
	if w.WindMS != nil {
		hours *= clamp01((windStops - *w.WindMS) / windSpan)
	}
	if w.SunH != nil {
		hours *= dullShare + (1-dullShare)*clamp01(*w.SunH/(brightShare*daylightH))
	}
	return hours
}

// What holds flight and nectar back; [Fixed] says of each what it is and where it
// comes from.
const (
	flightFromC, flightSpanC = 9, 8.5
	flightShare              = 0.6
	rainStopsMM              = 8
	windStops, windSpan      = 9.5, 5.5
	dullShare, brightShare   = 0.6, 0.5

	nectarLeast              = 0.3
	nectarFromC, nectarSpanC = 5, 8
)

// Nectar returns how much of its nectar a plant gives on such a day: all of it
// in warmth, little on cool days. Source: common practice, that flows wait for
// warm days; the size is a guess.
func (w Weather) Nectar() float64 { return min(1, max(nectarLeast, (w.MaxC-nectarFromC)/nectarSpanC)) }

// DegreeDays returns the warmth of a day over a base, in degree-days, by a
// single sine between its lowest and highest (Baskerville and Emin 1969,
// Ecology 50:514-517, from memory).
func (w Weather) DegreeDays(baseC float64) float64 {
	mean, swing := w.MeanC(), (w.MaxC-w.MinC)/2
	switch {
	case w.MaxC <= baseC:
		return 0
	case w.MinC >= baseC:
		return mean - baseC
	}
	at := math.Asin((baseC - mean) / swing)
	return ((mean-baseC)*(math.Pi/2-at) + swing*math.Cos(at)) / math.Pi
}
