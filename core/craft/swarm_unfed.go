package craft

import "fmt"

// swarmUnfed is what it costs that a swarm on foundation goes short, kg of honey for each kilogram: comb that is not drawn, and
// brood that has no cell. Source: common practice: it is fed after two or three days if nothing flows; the size a guess.
const swarmUnfed = 1.2

// leastTold is what it must lack for anything to be said, kg. Rounding.
const leastTold = 0.2

var swarmLeftUnfed = Rule{
	Key: "swarm_unfed", Rank: Costly,
	Says:   "a young swarm or package on foundation is fed where little comes in",
	Source: "common practice: not in its first two days, and then until it has drawn comb or a flow is on",
	check: func(p *Plan) (float64, string, bool) {
		return swarmUnfed * p.NewLacksKg, fmt.Sprintf(
			"It is to draw its comb, and by the visit it may be %.1f kg short of what that takes.", p.NewLacksKg), p.NewLacksKg > leastTold
	},
}
