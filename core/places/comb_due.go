package places

import "fmt"

// dueMinutes is what it is worth that a comb that should come out hangs at a wall, or is out where nothing holds it. Source: none;
// guess.
const dueMinutes = 2.0

var combDue = Rule{
	Key: "comb_due", Says: "an old comb, or one of drone cells, hangs at a wall, and comes out when it is empty",
	Helps:  "Hang it at the wall until it is empty; then a drawn comb or a sheet for it.",
	Source: "common practice",
	check: func(v *View, found func(Breach)) {
		for i, row := range v.Combs {
			if v.Super[i] {
				continue
			}
			for k, c := range row {
				wall := k == 0 || k == len(row)-1
				if c.Due && c.Class != Brood && (!wall || c.Class == Empty) {
					found(Breach{Box: i, Slot: k, Minutes: dueMinutes})
				}
			}
		}
	},
	say: func(v *View, b Breach) string {
		if v.Combs[b.Box][b.Slot].Class == Empty {
			return fmt.Sprintf("The comb in slot %d of box %d should come out, and is empty.", b.Slot+1, b.Box+1)
		}
		return fmt.Sprintf("The comb in slot %d of box %d should come out: it waits at a wall.", b.Slot+1, b.Box+1)
	},
}
