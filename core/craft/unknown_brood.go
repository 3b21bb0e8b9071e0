package craft

import (
	"kembo/core/colony"
	"kembo/core/season"
)

// healthDays is how long a finding of healthy brood counts. Source: cautions of docs/actions.md, 14 days.
const healthDays = 14

var unknownBrood = Rule{
	Key: "unknown_brood", Rank: Never,
	Says: "no comb of a nest goes to another hive without a finding of healthy brood of the last 14 days, in the " +
		"season in which nests are opened",
	Source: "common practice; cautions of docs/actions.md",
	check: func(p *Plan) (float64, string, bool) {
		moved := p.NestComb && p.Gives || p.Unites
		if !moved || !season.BroodMoves.Has(p.Season) {
			return 0, "", false
		}
		healthy := p.Health == colony.Healthy && p.On-p.HealthDay <= healthDays
		return isLeft, "Its brood has not been found healthy in the last 14 days.", !healthy
	},
}
