package craft

// A hive over a screen is plugged from ScreenFull of its combs covered on; screenLeft is what it costs, kg, that it is left there:
// the one below cannot be looked through or given room. Source: common practice; sizes are guesses.
const ScreenFull, screenLeft = 0.7, 2.0

var screenIsLeft = Rule{
	Key: "screen_left", Rank: Costly,
	Says:   "a hive over a double screen comes off when it covers most of its combs",
	Source: "common practice",
	check: func(p *Plan) (float64, string, bool) {
		return screenLeft, "It stays over another hive though it covers most of its combs.",
			p.After.OverScreen && p.Before.OverScreen && p.ScreenOutgrown && !p.Unites
	},
}
