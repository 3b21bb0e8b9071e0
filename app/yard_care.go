package app

import (
	"fmt"
	"strings"

	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/measure"
	"kembo/core/season"
)

// What is told of a yard as a whole: heat that is foretold, and a flow that ends with nothing after it.
//
// heatC is the high from which bees hang out, combs soften and water is short, °C. endsWithin and over are the days before and after a
// flow's end in which robbers come, and nextWithin those within which another flow takes their mind off it. Source: common practice; sizes are
// guesses.
const (
	heatC                       = 32.0
	endsWithin, over, nextAfter = 4, 12, 7
)

// yardCare says it, for the days to come.
func yardCare(site forecast.Site, today day.Day, u measure.Units) (out []string) {
	for d := today; d <= today+forecastDays; d++ {
		if w, told := site.Weather[d]; told && w.MaxC >= heatC {
			out = append(out, fmt.Sprintf(
				"Up to %.0f %s on %s: shade at midday, water within reach that does not run dry, mesh floors open and entrances wide; no combs in the "+
					"sun, and no hive shut or moved by day.", u.Temperature.In(w.MaxC), u.Temperature.Name, d.Short(),
			))
			break
		}
	}
	return append(out, robbersCome(site, today)...)
}

// robbersCome says that a flow ends, or has ended, with none after it.
func robbersCome(site forecast.Site, today day.Day) []string {
	runs := season.Flows(site.Bloom, site.Hemisphere, today-over, today+endsWithin+nextAfter)
	for i, r := range runs {
		ends := r.To >= today-over && r.To <= today+endsWithin
		next := i+1 < len(runs) && runs[i+1].From <= max(r.To, today)+nextAfter
		if !ends || next || len(r.Plants) == 0 {
			continue
		}
		say := "The flow of " + strings.Join(r.Plants, ", ") + " is over about " + r.To.Short()
		if r.To < today {
			say = "The flow of " + strings.Join(r.Plants, ", ") + " has been over since about " + r.To.Short()
		}
		return []string{say + ", and none follows at once: entrances narrow, the weak ones first; nothing spilled, no comb left open, feed in the evening."}
	}
	return nil
}
