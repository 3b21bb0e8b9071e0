package web

import (
	"fmt"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/season"
	"kembo/core/words"
	"kembo/web/draw"
)

// lanesOf is what goes along under the plants of a yard's calendar that begins on a day.
func lanesOf(x app.Calendar, start day.Day) draw.Lanes {
	l := draw.Lanes{Warm: x.Units.Temperature.Name, WarmOf: x.Units.Temperature.In}
	var year []season.Bloom
	for _, p := range x.Plants {
		year = append(year, p.ThisYear)
	}
	for i := range daysOfYear {
		nectar, pollen := season.Intensity(year, season.DayOf(start+day.Day(i), x.Hemisphere))
		l.Nectar, l.Pollen = append(l.Nectar, nectar), append(l.Pollen, pollen)
	}
	if x.Level != nil {
		l.Low, l.High = x.Level.Low, x.Level.High
	}
	for i := 1; i < len(x.Flows); i++ {
		if a, z := x.Flows[i-1].To+1, x.Flows[i].From-1; z-a >= leastDearth {
			l.Dearth = append(l.Dearth, [2]day.Day{a, z})
		}
	}
	for _, s := range x.Scales {
		lane := draw.ScaleLane{Code: s.Code, Unit: x.Units.Mass.Name}
		for _, g := range s.Gains {
			lane.Days = append(lane.Days, draw.ScaleGain{Day: g.Day, Gain: x.Units.Mass.In(g.Kg)})
		}
		l.Scales = append(l.Scales, lane)
	}
	for _, w := range x.Weather {
		l.Weather = append(l.Weather, draw.WeatherDay{Day: w.Day, MaxC: w.MaxC, Rain: w.RainMM, Forecast: w.Day > x.Today})
	}
	return l
}

// daysOfYear are the days that a calendar shows, leastDearth those between two flows from which on they are told apart, and soonDays
// those before a flow in which things are put on for it. Source: common practice.
const daysOfYear, leastDearth, soonDays = 366, 7, 14

// seasonSays says what flows now, what comes next and what lies between.
func seasonSays(x app.Calendar) []string {
	var out []string
	var now, next *season.Run
	for i := range x.Flows {
		r := &x.Flows[i]
		switch {
		case r.From <= x.Today && x.Today <= r.To:
			now = r
		case r.From > x.Today && next == nil:
			next = r
		}
	}
	gap := x.Today
	if now != nil {
		out = append(out, fmt.Sprintf(
			"A flow is on by the calendar, now of %s, likely until %s.", words.List(givesNow(x)...), now.To.Short(),
		))
		gap = now.To + 1
	} else {
		out = append(out, "Little or nothing flows now, by the calendar.")
	}
	if next == nil {
		return append(out, "No other flow is to come this year.")
	}
	days := int(next.From - x.Today)
	say := fmt.Sprintf("The next is of %s, from %s, %s.", words.List(lowered(next.Plants)...), next.From.Short(), words.In(days))
	if days <= soonDays {
		say += " What it is to fill goes on now."
	}
	out = append(out, say)
	if between := int(next.From - gap); between >= leastDearth {
		out = append(out, fmt.Sprintf(
			"Between them lie %s of dearth: entrances small, nothing sweet left open, food watched.", words.Days(between),
		))
	}
	return out
}

// givesNow names the plants that give most of what is offered today, the most first.
func givesNow(x app.Calendar) []string {
	var year []season.Bloom
	for _, p := range x.Plants {
		year = append(year, p.ThisYear)
	}
	var out []string
	for _, g := range season.Gave(year, x.Hemisphere, x.Today, x.Today) {
		if g.Share >= namedFrom {
			out = append(out, words.Lower(g.Plant))
		}
	}
	return out
}

// namedFrom is the share of what is offered on a day from which on a plant is named. Source: none.
const namedFrom = 0.2

func lowered(plants []string) []string {
	var out []string
	for _, p := range plants {
		out = append(out, words.Lower(p))
	}
	return out
}

// lastYearSay says how a plant opens against the year before.
func lastYearSay(days int) string {
	switch {
	case days > 0:
		return words.Days(days) + " later than last year"
	case days < 0:
		return words.Days(-days) + " earlier than last year"
	}
	return "as last year"
}
