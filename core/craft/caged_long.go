package craft

import "fmt"

// A queen is let out after three weeks; what it costs that she is not, and each day more, kg: bees of winter that are not laid, and
// one in so many who is given up. Source: common practice; sizes are guesses.
const (
	cagedDays            = 21
	cagedLong, cagedADay = 1.5, 0.2
	cagedMost            = 21 // days over that count: then she has been given up
)

var cagedTooLong = Rule{
	Key: "caged_long", Rank: Costly,
	Says:   "a queen is shut in for three weeks at most",
	Source: "common practice: after a round of brood nothing more is gained, and colonies give up a queen who does not lay",
	check: func(p *Plan) (float64, string, bool) {
		days := p.CagedDays
		return cagedLong + cagedADay*float64(min(days-cagedDays, cagedMost)), fmt.Sprintf(
			"The queen will have been shut in for %d days by the visit, and nobody lets her out.", days), days > cagedDays && !p.LetOut
	},
}
