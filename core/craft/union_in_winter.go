package craft

import (
	"fmt"

	"kembo/core/season"
)

// clusterLoosensC is the high of a day from which bees of a cluster run together with others, °C. Source: common
// practice; the number a guess.
const clusterLoosensC = 18.0

var unionInWinter = Rule{
	Key: "union_in_winter", Rank: Never,
	Says:   "no colony is united once its cluster has formed, before it flies in spring",
	Source: "common practice: two clusters do not become one in the cold; weak ones are united by October or in March",
	check: func(p *Plan) (float64, string, bool) {
		return isLeft, fmt.Sprintf("Two clusters do not become one at %.0f °C.", p.HighC),
			p.Unites && season.Clustered.Has(p.Season) && p.HighC < clusterLoosensC
	},
}
