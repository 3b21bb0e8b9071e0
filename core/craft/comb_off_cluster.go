package craft

import (
	"fmt"

	"kembo/core/season"
)

var combOffCluster = Rule{
	Key: "comb_off_cluster", Rank: Never,
	Says:   "no comb is pulled from a cluster, or hung beside one, before it flies in spring",
	Source: "common practice: what a cluster lacks lies over it as fondant; combs are evened out by October or in March",
	check: func(p *Plan) (float64, string, bool) {
		return isLeft, fmt.Sprintf("They cluster at %.0f °C: no comb is pulled.", p.HighC),
			(p.Takes || p.Gives) && !p.Unites && p.Opens >= Nest && season.Clustered.Has(p.Season) && p.HighC < clusterLoosensC
	},
}
