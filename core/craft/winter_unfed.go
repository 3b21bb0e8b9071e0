package craft

import (
	"fmt"

	"kembo/core/season"
)

// What each kg costs that a hive is left short of its winter stores when they are due, kg, and what it may be short of
// them without a word. Source: common practice: fed to its weight by early October, since later it is fondant and luck;
// sizes are guesses.
const unfedKg, unfedLeast = 0.4, 3.0

var winterUnfed = Rule{
	Key: "winter_unfed", Rank: Costly,
	Says:   "no hive goes into winter far short of its stores where it could still be fed",
	Source: "common practice: weight is made up in September, by early October at the latest",
	check: func(p *Plan) (float64, string, bool) {
		due := max(unfedDue(p.Season), unfedDue(p.SeasonNow)) // to put it off is no way round it
		lacks := p.WinterLacksKg - unfedLeast
		return unfedKg * due * lacks, fmt.Sprintf("It stays %.0f kg short of what it should winter on.", p.WinterLacksKg),
			due > 0 && lacks > 0
	},
}

// unfedDue tells how far winter stores are due on a day: not in August, wholly from early October until the cluster
// forms, and less and less until nobody opens a hive.
func unfedDue(m season.Moment) float64 {
	w := season.WinterStores
	begins := float64(m.Bees-w.From) / float64(w.By-w.From)
	ends := float64(w.To-m.Bees) / float64(w.To-season.ClusterForms.From)
	return min(max(begins, 0), 1) * min(max(ends, 0), 1)
}
