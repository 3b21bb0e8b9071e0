package moves

import (
	"slices"

	"kembo/core/comb"
	"kembo/core/hive"
)

// sides is the field of the form for the sides of a nest.
var sides = Field{Key: "sides", Label: "Sides of the nest"}

// wallEmpty is the share of a comb at the wall that is empty from which on it goes to the brood itself, and none is
// brought. Source: common practice; the size a guess.
const wallEmpty = 0.8

// sidesOpened is a way to hang an empty comb beside the brood at each of its edges, in the place of the comb at the wall.
// That one goes up, in the place of an empty comb of a box above that it fits; where there is none it leaves the hive.
func sidesOpened(code Code, kind, before string, undrawn bool) Way {
	return Way{
		Code: code, Field: sides, Value: kind, Label: kind, Before: before, Example: before,
		Means:  "sides opened, " + kind + " in",
		One:    "sides opened, " + kind + " in",
		Things: "2 frames of " + kind,
		Exact: func(h Hive, _ Said, id func() string) ([]Act, error) {
			st := h.Stack
			swap, up := &CombsSwapped{Undrawn: undrawn}, &FramesExchanged{}
			var beside []Act
			for _, s := range hive.Sides(st) {
				b := st.Boxes[s.Wall.Box]
				wall := b.Frames[s.Wall.Slot]
				comes := wall.ID
				switch above := emptyAbove(st, s.Wall.Box, up.B); {
				case emptyShare(wall) >= wallEmpty:
				case above != "" && !undrawn:
					comes = above
					up.A, up.B = append(up.A, wall.ID), append(up.B, above)
				default:
					comes = id()
					swap.Out, swap.In = append(swap.Out, wall.ID), append(swap.In, comes)
				}
				if s.Wall != s.Beside {
					beside = append(beside, &FrameMoved{Frame: comes, Box: b.ID, Slot: s.Beside.Slot})
				}
			}
			var out []Act
			if len(up.A) > 0 {
				out = append(out, up)
			}
			if len(swap.Out) > 0 {
				out = append(out, swap)
			}
			if out = append(out, beside...); len(out) == 0 {
				return nil, wrong(sides.Label, "the nest is not known to have a comb without brood at its walls; look at it first")
			}
			return []Act{&Several{Title: "Sides of the nest opened", Acts: out}}, nil
		},
	}
}

// emptyAbove returns the lowest empty comb above a box that fits into it and is not among those taken; "" where there is none.
func emptyAbove(st hive.Stack, at int, taken []string) string {
	for _, b := range st.Boxes[at+1:] {
		if b.Format.Frame != st.Boxes[at].Format.Frame {
			continue
		}
		for _, f := range b.Frames {
			if emptyShare(f) >= wallEmpty && !slices.Contains(taken, f.ID) {
				return f.ID
			}
		}
	}
	return ""
}

// emptyShare returns the share of a comb that is drawn and holds nothing.
func emptyShare(f hive.Frame) float64 {
	return (f.A.Completed()[comb.Empty] + f.B.Completed()[comb.Empty]) / 2
}
