package craft

import "fmt"

// spilt is what each kg of feed costs that no comb holds. Source: none; guess: it is robbed or ferments.
const spilt = 0.5

var overfull = Rule{
	Key: "overfull", Rank: Costly,
	Says:   "no more is fed than there is comb for",
	Source: "common practice: what finds no comb is spilt, robbed, or fills what she lays in",
	check: func(p *Plan) (float64, string, bool) {
		room := roomKg(p)
		over := p.FedKg - room
		return spilt * over, fmt.Sprintf(
				"It is fed %.0f kg more than its combs can take.",
				over,
			), p.FedKg > 0 &&
				over > 1
	},
}

// roomKg is the honey that the empty drawn combs of a nest hold.
func roomKg(p *Plan) float64 {
	kg := 0.0
	for _, b := range p.After.Boxes {
		if !b.Super {
			kg += b.EmptyKg()
		}
	}
	return kg
}
