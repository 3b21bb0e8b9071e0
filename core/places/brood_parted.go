package places

import (
	"fmt"

	"kembo/core/words"
)

// What it is worth that brood hangs together in a box, minutes for each place where it does not: where it is chilled, and
// where it is not. Source: none; guesses.
const partedMinutes, partedColdMinutes = 8.0, 20.0

var broodParted = Rule{
	Key: "brood_parted", Says: "the brood of a box hangs together, with no other comb between",
	Helps: "Move the combs between it outwards, or wait for a week of warmer nights.", Source: "common practice",
	check: func(v *View, found func(Breach)) {
		each := partedColdMinutes
		if v.mild() {
			each = partedMinutes
		}
		for i, row := range v.Combs {
			first, last, ok := broodOf(row)
			if !ok {
				continue
			}
			for k := first; k < last; k++ {
				if row[k].Class == Brood {
					continue
				}
				from, unseen := k, false
				for row[k].Class != Brood {
					unseen = unseen || row[k].Class == Unknown
					k++
				}
				if !unseen {
					found(Breach{Box: i, Slot: from, N: k - from, Minutes: each})
				}
			}
		}
	},
	say: func(v *View, b Breach) string {
		what := v.Combs[b.Box][b.Slot].Class.Words()
		if b.N > 1 {
			what = fmt.Sprintf("%d combs", b.N)
		}
		say := fmt.Sprintf("%s parts the brood of box %d at slot %d", words.Capital(what), b.Box+1, b.Slot+1)
		if b.N > 1 {
			say = fmt.Sprintf("%s part the brood of box %d from slot %d", words.Capital(what), b.Box+1, b.Slot+1)
		}
		if !v.mild() {
			say += ", and bees are few or nights cold"
		}
		return say + "."
	},
}
