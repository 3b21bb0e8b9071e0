package season

import "kembo/core/day"

// Place is where hives stand, as far as the season goes. The zero Place is the
// reference climate in the north.
type Place struct {
	Climate    Climate
	Hemisphere Hemisphere
}

// On returns the season at p on a day.
func (p Place) On(d day.Day) Moment {
	m := Moment{Place: p, Day: d, Calendar: DayOf(d, p.Hemisphere)}
	m.Bees = p.Climate.BeesDay(m.Calendar)
	return m
}

// Moment is a day of the bees' year at a place, as all that hangs on the season is
// given it: the day by the calendar, and the day of the reference year that the
// climate has a colony at. It is comparable.
type Moment struct {
	Place
	Day      day.Day
	Calendar int // season day, 1 to 366
	Bees     int // season day of the curves
}

// Phase returns the part of the year that it is.
func (m Moment) Phase() Phase { return PhaseOf(m.Bees) }

// Swarming reports whether it is the swarm season.
func (m Moment) Swarming() bool { return m.Phase() == Swarm }

// DayOf returns the day of a season day of the reference year in the same season year.
func (m Moment) DayOf(seasonDay int) day.Day {
	return m.Day + day.Day(m.Climate.CalendarDay(seasonDay)-m.Calendar)
}
