package places

import "fmt"

// scatteredMinutes is what it is worth that an empty comb hangs where she comes to it. Source: none; guess.
const scatteredMinutes = 2.0

var roomScattered = Rule{
	Key: "room_scattered", Says: "empty drawn combs hang as a block beside the brood, not behind honey",
	Helps: "Hang the empty comb nearer to the brood, and the honey outside.", Source: "common practice",
	check: func(v *View, found func(Breach)) {
		for i, row := range v.Combs {
			if v.Super[i] || v.Opens && v.mild() && i > 0 {
				continue
			}
			outside(row, Empty, func(k, step, edge int) {
				for j := k + step; j != edge; j += step {
					if row[j].Class == Honey {
						found(Breach{Box: i, Slot: k, N: j, Minutes: scatteredMinutes})
						return
					}
				}
			})
		}
	},
	say: func(_ *View, b Breach) string {
		return fmt.Sprintf("Box %d: the empty comb in slot %d hangs behind honey, seen from the brood.", b.Box+1, b.Slot+1)
	},
}
