package forecast

import (
	"math"

	"kembo/core/day"
	"kembo/core/measure"
	"kembo/core/season"
)

// Site is where a colony stands, as the forecast needs it.
type Site struct {
	Yard       string // id; colonies of a yard share weather and flow draws
	Hemisphere season.Hemisphere
	Climate    season.Climate
	Bloom      []season.Bloom             // the yard's calendar; empty: the usual of its climate
	Weather    map[day.Day]season.Weather // known and forecast weather
	Flow       map[day.Day]float64        // known intensities, which override bloom
}

// On returns the season there on a day.
func (s Site) On(d day.Day) season.Moment {
	return season.Place{Climate: s.Climate, Hemisphere: s.Hemisphere}.On(d)
}

// WeatherOn returns a day's weather, known or forecast, else the usual one.
func (s Site) WeatherOn(d day.Day) season.Weather {
	if w, ok := s.Weather[d]; ok {
		return w
	}
	return s.Climate.Usual(d, season.DayOf(d, s.Hemisphere))
}

// Spreads of what a yard's colonies share. Source: none; guesses, to be
// replaced by the yard's own errors once they are scored.
const (
	weatherMemory  = 0.75 // day-to-day correlation of weather
	weatherSwingC  = 2.6  // standard deviation of a day far ahead, degrees C
	weatherSkill   = 6.0  // days over which a forecast loses its worth
	flowLevelSD    = 0.30 // log of how strong this flow is against the calendar
	flowDaySD      = 0.30 // log of a day's flow against its level
	HoursPerDegree = 0.13 // flight hours gained or lost by a degree
)

// A day on which none would have flown, and which turns out so many degrees
// warmer than that and no colder than anyFlightC, has some hours of flight.
const warmerBy, anyFlightC, someHours = 2, 8, 0.8

// Yard holds the conditions of a yard over a stretch of days: what is likely,
// and what each member of an ensemble draws. It is made once and shared by all
// colonies and all what-ifs, so that they differ in nothing else. Once what was met
// is told ([Yard.Met]) it is only read, and safe for concurrent use.
type Yard struct {
	From    day.Day
	Days    int
	Members int
	Likely  []Condition
	drawn   []Condition // member*Days + day
	level   []float64   // of the flow, by member
	z       []float64   // its standard deviates
	key     uint64      // of its draws
}

// Level is how strong a yard's flow runs against its calendar: the mean and the
// standard deviation of its logarithm.
type Level struct{ Mean, SD float64 }

// Times returns the level as a factor with its 80 % range.
func (l Level) Times() measure.Range {
	half := measure.Z80 * l.SD
	return measure.Range{Low: math.Exp(l.Mean - half), Likely: math.Exp(l.Mean), High: math.Exp(l.Mean + half)}
}

// Level returns member m's.
func (y *Yard) Level(m int) float64 { return y.level[m] }

// NewYard draws conditions for members over days from from. Weather up to
// today is taken as it was; later days are uncertain, more so further ahead.
func NewYard(site Site, from, today day.Day, days, members int, seed uint64) *Yard {
	y := &Yard{
		From: from, Days: days, Members: members, Likely: make([]Condition, days),
		drawn: make([]Condition, days*members),
	}
	bloom := site.Bloom
	if len(bloom) == 0 {
		bloom = site.Climate.UsualBloom()
	}
	beesDay := site.Climate.BeesDays()
	for i := range days {
		d := from + day.Day(i)
		seasonDay := season.DayOf(d, site.Hemisphere)
		y.Likely[i] = ConditionOf(bloom, site.Climate, site.WeatherOn(d), seasonDay)
		y.Likely[i].SeasonDay = beesDay[seasonDay]
		if f, ok := site.Flow[d]; ok {
			y.Likely[i].Flow = f
		}
	}
	name := hashName(site.Yard)
	y.key = name
	for m := range members {
		y.z = append(y.z, stratified(seed, name, m, members, forFlowLevel))
		y.level = append(y.level, math.Exp(flowLevelSD*y.z[m]))
		ar := 0.0
		for i := range days {
			c := y.Likely[i]
			d := int(from) + i
			ahead := float64(d - int(today))
			if ahead >= 0 {
				ar = weatherMemory*ar + math.Sqrt(1-weatherMemory*weatherMemory)*normal(seed, name, m, d, forWeather)
				off := ar * weatherSwingC * (1 - math.Exp(-(ahead+1)/weatherSkill))
				c.MeanC += off
				c.FlightHours = max(0, c.FlightHours*(1+HoursPerDegree*off))
				if c.FlightHours == 0 && off > warmerBy && c.MeanC > anyFlightC {
					c.FlightHours = someHours
				}
			}
			c.Flow *= math.Exp(flowDaySD*normal(seed, name, m, d, forFlowDay) - flowDaySD*flowDaySD/2)
			y.drawn[m*days+i] = c
		}
	}
	return y
}

// Met writes the warmth and the flight hours that a day is known to have had, for
// all members.
func (y *Yard) Met(i int, c Condition) {
	y.Likely[i].MeanC, y.Likely[i].FlightHours = c.MeanC, c.FlightHours
	for m := range y.Members {
		d := &y.drawn[m*y.Days+i]
		d.MeanC, d.FlightHours = c.MeanC, c.FlightHours
	}
}

// ConditionOf returns what a day of known weather offers in a climate on a season day.
func ConditionOf(bloom []season.Bloom, c season.Climate, w season.Weather, seasonDay int) Condition {
	flow, pollen := season.Intensity(bloom, seasonDay)
	return Condition{seasonDay, w.MeanC(), w.Flight(c.DaylightH(seasonDay)), flow * w.Nectar(), pollen}
}

// at returns the conditions of member m from day index i on.
func (y *Yard) at(m int) []Condition { return y.drawn[m*y.Days : (m+1)*y.Days] }
