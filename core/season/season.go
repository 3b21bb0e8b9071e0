// Package season turns a calendar day into the bees' year: the season day,
// phases, bloom, daylight and what a day's weather lets a colony do.
//
// A season day is the day of the year in the northern hemisphere; a southern
// day is moved by half a year, so that every curve below works in both.
package season

import (
	"kembo/core/day"
)

// Hemisphere is North or South.
type Hemisphere string

// The hemispheres.
const (
	North Hemisphere = "north"
	South Hemisphere = "south"
)

// Days of a year, of a leap year, and by which the south is ahead.
const yearDays, daysMost, halfYear = 365, 366, 181

// DayOf returns the season day of d, 1 to 366.
func DayOf(d day.Day, h Hemisphere) int {
	n := d.OfYear()
	if h == South {
		n = (n+halfYear)%yearDays + 1
	}
	return n
}

// Phase is a part of the bees' year.
type Phase string

// The phases. The flow is not a phase of the calendar: it depends on bloom and
// may come at any time from build-up to autumn.
const (
	Winter  Phase = "winter"
	BuildUp Phase = "build-up"
	Swarm   Phase = "swarm season"
	Harvest Phase = "harvest"
	Autumn  Phase = "autumn"
)

// Bounds of the phases in season days. Source: common practice for 50 to 55
// degrees of latitude, no source; a yard's own calendar shifts them.
const (
	buildUpFrom = 60  // 1 March
	swarmFrom   = 105 // 15 April
	harvestFrom = 201 // 20 July
	autumnFrom  = 244 // 1 September
	winterFrom  = 305 // 1 November
)

// PhaseOf returns the phase a season day falls in.
func PhaseOf(seasonDay int) Phase {
	switch {
	case seasonDay < buildUpFrom || seasonDay >= winterFrom:
		return Winter
	case seasonDay < swarmFrom:
		return BuildUp
	case seasonDay < harvestFrom:
		return Swarm
	case seasonDay < autumnFrom:
		return Harvest
	default:
		return Autumn
	}
}

func clamp01(v float64) float64 { return min(max(v, 0), 1) }
