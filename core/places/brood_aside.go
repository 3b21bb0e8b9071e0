package places

import "fmt"

// asideMinutes is what it is worth that brood hangs over brood from box to box. Source: none; guess.
const asideMinutes = 8.0

var broodAside = Rule{
	Key: "brood_aside", Says: "brood hangs over brood from box to box, and no box without brood stands between",
	Helps: "Move the brood of one box to the side where that of the other hangs.", Source: "common practice",
	check: func(v *View, found func(Breach)) {
		below := -1
		for i, row := range v.Combs {
			first, last, ok := broodOf(row)
			if !ok {
				continue
			}
			if below >= 0 {
				f, l, _ := broodOf(v.Combs[below])
				switch {
				case i-below > 1:
					found(Breach{Box: i, Slot: -1, N: i - below - 1, Minutes: asideMinutes})
				case first > l || last < f:
					found(Breach{Box: i, Slot: first, Minutes: asideMinutes})
				}
			}
			below = i
		}
	},
	say: func(_ *View, b Breach) string {
		if b.N > 0 {
			return fmt.Sprintf("The brood of box %d has a box without brood under it.", b.Box+1)
		}
		return fmt.Sprintf("The brood of box %d hangs beside that of box %d, not over it.", b.Box+1, b.Box)
	},
}
