package craft

import "kembo/core/hive"

// partedKg is what it costs that a nest is turned which has brood in both boxes, and partedBrood the combs of brood below
// from which on it does. Source: common practice: it parts the nest, and both halves are chilled; the size is a guess.
const partedKg, partedBrood = 3.0, 1.0

var nestParted = Rule{
	Key: "nest_parted", Rank: Costly,
	Says:   "a nest with brood in both of its boxes is not turned",
	Source: "common practice; the size is a guess",
	check: func(p *Plan) (float64, string, bool) {
		before, after := nestOf(p.Before), nestOf(p.After)
		if len(before) < 2 || len(after) != len(before) || before[0].ID == after[0].ID ||
			after[len(after)-1].ID != before[0].ID {
			return 0, "", false
		}
		low := before[0]
		return partedKg, "The nest is turned with brood in both boxes.",
			low.BroodCells() >= partedBrood*2*low.Format.Frame.WorkerCells()
	},
}

// nestOf returns the boxes of the nest, from below.
func nestOf(st hive.Stack) (out []hive.Box) {
	for _, b := range st.Boxes {
		if !b.Super {
			out = append(out, b)
		}
	}
	return out
}
