package forecast

import (
	"math"

	"kembo/core/bees"
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
	flowLevelSD = 0.30 // log of how strong this flow is against the calendar
	flowDaySD   = 0.30 // log of a day's flow against its level
)

// Yard holds the conditions of a yard over a stretch of days: what is likely,
// and what each member of an ensemble draws. It is made once and shared by all
// colonies and all what-ifs, so that they differ in nothing else. Once what was met
// is told ([Yard.Met]) it is only read, and safe for concurrent use.
type Yard struct {
	From    day.Day
	Days    int
	Members int
	Likely  []bees.Condition
	drawn   []bees.Condition // member*Days + day
	level   []float64        // of the flow, by member
	z       []float64        // its standard deviates
	key     uint64           // of its draws
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

// NewYard draws conditions for members over days from from. Weather that is known
// up to today is taken as it was; what is foretold is uncertain, more so further
// ahead, and days that nobody has told of are drawn.
func NewYard(site Site, from, today day.Day, days, members int, seed uint64) *Yard {
	y := &Yard{
		From: from, Days: days, Members: members, Likely: make([]bees.Condition, days),
		drawn: make([]bees.Condition, days*members),
	}
	offers := y.daysOf(site, today, window)
	name := hashName(site.Yard)
	y.key = name
	for m := range members {
		y.z = append(y.z, stratified(seed, name, m, members, forFlowLevel))
		y.level = append(y.level, math.Exp(flowLevelSD*y.z[m]))
		sky := skiesOf(site.Climate)
		for k := range offers {
			o := &offers[k]
			draws := drawsOf(seed, name, m, int(from)+k-window)
			w := sky.next(o, draws.uniform(forRain), draws.normal(forWeather), draws.uniform(forRainfall))
			i := k - window
			if i < 0 {
				continue
			}
			c := y.Likely[i]
			c.MeanC, c.FlightHours, c.Flow = w.MeanC(), w.Flight(o.usual.light), o.flow
			if !o.measured {
				c.Flow *= w.Nectar()
			}
			c.Flow *= math.Exp(flowDaySD*draws.normal(forFlowDay) - flowDaySD*flowDaySD/2)
			y.drawn[m*days+i] = c
		}
	}
	return y
}

// offered is what is known of a day before its weather is drawn.
type offered struct {
	usual    usualDay
	told     *season.Weather // measured or foretold; nil: neither
	trust    float64         // how far told is believed
	flow     float64         // with all the nectar that its plants give
	measured bool            // the flow, as it was
}

// daysOf writes what is likely of each day and returns what members draw theirs from, some days
// before the first among it.
func (y *Yard) daysOf(site Site, today day.Day, before int) []offered {
	bloom := site.Bloom
	if len(bloom) == 0 {
		bloom = site.Climate.UsualBloom()
	}
	beesDay := site.Climate.BeesDays()
	sky := skiesOf(site.Climate)
	out := make([]offered, before+y.Days)
	for k := range out {
		i := k - before
		d := y.From + day.Day(i)
		seasonDay := season.DayOf(d, site.Hemisphere)
		o := &out[k]
		o.usual, o.trust = sky.usual(seasonDay), 1
		if w, ok := site.Weather[d]; ok {
			o.told = &w
		}
		if ahead := float64(d - today); ahead >= 0 {
			o.trust = math.Exp(-(ahead + 1) / weatherSkill)
		}
		if i < 0 {
			continue
		}
		y.Likely[i] = ConditionOf(bloom, site.Climate, site.WeatherOn(d), seasonDay)
		y.Likely[i].SeasonDay = beesDay[seasonDay]
		o.flow, _ = season.Intensity(bloom, seasonDay)
		if f, ok := site.Flow[d]; ok {
			y.Likely[i].Flow, o.flow, o.measured = f, f, true
		}
	}
	return out
}

// Met writes the warmth and the flight hours that a day is known to have had, for
// all members.
func (y *Yard) Met(i int, c bees.Condition) {
	y.Likely[i].MeanC, y.Likely[i].FlightHours = c.MeanC, c.FlightHours
	for m := range y.Members {
		d := &y.drawn[m*y.Days+i]
		d.MeanC, d.FlightHours = c.MeanC, c.FlightHours
	}
}

// ConditionOf returns what a day of known weather offers in a climate on a season day.
func ConditionOf(bloom []season.Bloom, c season.Climate, w season.Weather, seasonDay int) bees.Condition {
	flow, pollen := season.Intensity(bloom, seasonDay)
	return bees.Condition{
		SeasonDay: seasonDay, MeanC: w.MeanC(), FlightHours: w.Flight(c.DaylightH(seasonDay)), Flow: flow * w.Nectar(), Pollen: pollen,
	}
}

// at returns the conditions of member m from day index i on.
func (y *Yard) at(m int) []bees.Condition { return y.drawn[m*y.Days : (m+1)*y.Days] }

// Usual returns what the place usually offers on days from a day on, known and foretold weather with it.
func (s Site) Usual(from day.Day, days int) []bees.Condition {
	bloom := s.Bloom
	if len(bloom) == 0 {
		bloom = s.Climate.UsualBloom()
	}
	beesDay := s.Climate.BeesDays()
	out := make([]bees.Condition, days)
	for i := range out {
		d := from + day.Day(i)
		seasonDay := season.DayOf(d, s.Hemisphere)
		out[i] = ConditionOf(bloom, s.Climate, s.WeatherOn(d), seasonDay)
		out[i].SeasonDay = beesDay[seasonDay]
		if f, ok := s.Flow[d]; ok {
			out[i].Flow = f
		}
	}
	return out
}
