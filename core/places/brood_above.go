package places

import "fmt"

// aboveMinutes is what it is worth that no brood comes over the excluder: nine days later its cells must be looked for, and
// its drones need a way out. Source: none; guess.
const aboveMinutes = 15.0

var broodAbove = Rule{
	Key: "brood_above", Says: "no brood hangs over the excluder, unless a keeper means to raise it there",
	Helps:  "Leave it below; or look for queen cells above by day 7 to 9, and give drones a way out.",
	Source: "common practice",
	check: func(v *View, found func(Breach)) {
		if v.Over == 0 {
			return
		}
		for i := v.Over; i < len(v.Combs); i++ {
			n, first := 0, 0
			for k, c := range v.Combs[i] {
				if c.Class == Brood && c.Below {
					if n == 0 {
						first = k
					}
					n++
				}
			}
			if n > 0 {
				found(Breach{Box: i, Slot: first, N: n, Minutes: aboveMinutes})
			}
		}
	},
	say: func(_ *View, b Breach) string {
		return fmt.Sprintf("Brood comes over the excluder into box %d: the bees there may raise queen cells, and its drones "+
			"are shut in.", b.Box+1)
	},
}
