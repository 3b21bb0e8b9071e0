package places

import (
	"fmt"

	"kembo/core/hive"
)

// gapMinutes is what it is worth that no gap is left in a box, for each comb that lacks. Source: none; guess.
const gapMinutes = 3.0

var gapLeft = Rule{
	Key: "gap_left", Says: "a box keeps its combs, so that nothing is built wild in the gap",
	Helps: "Hang a comb, a sheet or a dummy into the gap.", Source: "common practice",
	check: func(v *View, found func(Breach)) {
		for i, n := range v.Lacks {
			if n > 0 {
				found(Breach{Box: i, Slot: -1, N: n, Minutes: gapMinutes * float64(n)})
			}
		}
	},
	say: func(_ *View, b Breach) string {
		if b.N == 1 {
			return fmt.Sprintf("Box %d is left with a gap of a comb.", b.Box+1)
		}
		return fmt.Sprintf("Box %d is left with a gap of %d combs.", b.Box+1, b.N)
	},
}

// lacks returns how many combs fewer a box has than it had, nine in ten being a spacing.
func lacks(before hive.Stack, b hive.Box) int {
	had := b.Format.Slots - 1
	if k := before.BoxAt(b.ID); k >= 0 {
		had = min(had, len(before.Boxes[k].Frames))
	}
	return max(0, had-len(b.Frames))
}
