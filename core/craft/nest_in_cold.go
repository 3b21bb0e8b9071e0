package craft

import "fmt"

// openNightC is the coldest night of the week to come under which no empty comb is hung beside brood and no nest turned,
// °C; coldNightKg what each degree under it costs, up to coldNightMost degrees. Source: common practice: nights above
// about 5 °C; the sizes are guesses.
const openNightC, coldNightKg, coldNightMost = 5.0, 0.5, 8.0

var nestInCold = Rule{
	Key: "nest_in_cold", Rank: Costly,
	Says:   "no empty comb is hung beside brood, and no nest turned, before nights under about 5 °C",
	Source: "common practice; what a degree costs is a guess",
	check: func(p *Plan) (float64, string, bool) {
		if !p.OpensNest || p.ColdestC >= openNightC {
			return 0, "", false
		}
		return coldNightKg * min(openNightC-p.ColdestC, coldNightMost),
			fmt.Sprintf("The nest is wider on nights of about %.0f °C.", p.ColdestC), true
	},
}
