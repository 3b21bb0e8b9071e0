package moves

import (
	"kembo/core/hive"
	"kembo/core/words"
)

// honeyIn is combs of honey that hung off the brood, hung next to it: what a cluster touches it can eat in the cold.
var honeyIn = Way{
	Code: "honey_in", Sheet: true, Arg: Counted, Most: 2, Wants: "combs of honey hung in",
	One: "1 comb of honey hung beside the brood", Many: "{n} combs of honey hung beside the brood",
	Exact: func(h Hive, s Said, _ func() string) ([]Act, error) {
		places, left := hive.HoneyOff(h.Stack)
		if len(places) < int(s.N) {
			return nil, wrong("combs", "the box with the brood is not known to have %s of honey further off; look at it first",
				words.Count(int(s.N), "comb", "combs"))
		}
		var out []Act
		for i, p := range places[:int(s.N)] {
			b := h.Stack.Boxes[p.Box]
			a := &FrameMoved{Frame: b.Frames[p.Slot].ID, Box: b.ID}
			a.Slot = besideSlot(b, left[i])
			out = append(out, a)
		}
		return out, nil
	},
}

// besideSlot returns the slot next to the outermost brood of a box, once a comb of that side has left its own.
func besideSlot(b hive.Box, left bool) int {
	first, last := -1, -1
	for k, f := range b.Frames {
		if hive.HasBrood(f) {
			if first < 0 {
				first = k
			}
			last = k
		}
	}
	if left { // all from there to the brood close up
		return first - 1
	}
	return last + 1
}
