package craft

import (
	"fmt"

	"kembo/core/season"
)

// SyrupFromC is the warmth of the day under which syrup is not taken, °C. Source: values E, common practice:
// not under 10 to 12.
const SyrupFromC = 11

// ChillC is by how much the highs of the days in which a feeder is emptied may lie under that. Source: none; guess: two cool
// days do no harm, a frost leaves the syrup standing over a cluster that does not come up.
const ChillC = 5

// TakesSyrup reports whether syrup is taken and ripened on such a day.
func TakesSyrup(now season.Moment, highC float64) bool {
	return highC >= SyrupFromC && season.LiquidFeed.Has(now)
}

var syrupInTheCold = Rule{
	Key: "syrup_in_the_cold", Rank: Never,
	Says:   "syrup is not given where it is too cold for them to take it, or too late to ripen it",
	Source: "values E: common practice, under 10 to 12 °C and from mid-October to February",
	check: func(p *Plan) (float64, string, bool) {
		return isLeft, fmt.Sprintf("At %.0f °C they do not take syrup down.", min(p.HighC, p.EmptiesC)),
			p.FedKg > 0 && p.Liquid && !TakesSyrup(p.Season, min(p.HighC, p.EmptiesC+ChillC))
	},
}
