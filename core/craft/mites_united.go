package craft

import "kembo/core/words"

// MitesToUnite is the share of mites, per cent, over which a colony is treated before it is united or gives
// bees. Source: common practice, as the late threshold (values F).
const MitesToUnite = 3

var mitesUnited = Rule{
	Key: "mites_united", Rank: Never,
	Says:   "no colony is united with another while either is over the limit of mites",
	Source: "common practice: treat first",
	check: func(p *Plan) (float64, string, bool) {
		over := p.MitesOver
		name := "It"
		if n := p.Partner; n != nil && n.MitesPercent > MitesToUnite {
			over, name = true, words.Capital(n.Colony)
		}
		return isLeft, name + " is over the limit of mites: treat it first.", p.Unites && over
	},
}
