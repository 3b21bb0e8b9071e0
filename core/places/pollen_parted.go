package places

import "fmt"

// pollenMinutes is what it is worth that pollen hangs beside the brood it feeds. Source: none; guess.
const pollenMinutes = 4.0

var pollenParted = Rule{
	Key: "pollen_parted", Says: "pollen hangs beside brood, and honey outside it",
	Helps: "Hang the comb of pollen next to the outermost brood.", Source: "common practice",
	check: func(v *View, found func(Breach)) {
		for i, row := range v.Combs {
			outside(row, Pollen, func(k, step, edge int) {
				for j := k + step; j != edge; j += step {
					c := row[j].Class
					room := c == Empty || c == Bare
					if c != Pollen && c != Unknown && !(room && v.Opens && v.mild()) {
						found(Breach{Box: i, Slot: k, N: j, Minutes: pollenMinutes})
						return
					}
				}
			})
		}
	},
	say: func(v *View, b Breach) string {
		return fmt.Sprintf("Box %d: %s stands between the pollen in slot %d and the brood.", b.Box+1,
			v.Combs[b.Box][b.N].Class.Words(), b.Slot+1)
	},
}
