package sheet

import (
	"slices"

	"kembo/core/hive"
)

// combs returns the combs that are handled, numbered: those that leave first, from the top and from left to right, then
// those that change their place, then those that come. What goes or comes in its box is not handled.
func combs(before, after hive.Stack) []Comb {
	stays := map[string]bool{} // it hangs in its box, in its order
	for _, b := range before.Boxes {
		if i := after.BoxAt(b.ID); i >= 0 {
			for _, id := range inOrder(b.Frames, after.Boxes[i].Frames) {
				stays[id] = true
			}
		}
	}
	var out, over, in []Comb
	for _, b := range slices.Backward(before.Boxes) {
		for slot, f := range b.Frames {
			to, there := placeOf(after, f.ID)
			c := Comb{Frame: f, From: Place{b.ID, slot}, To: to}
			switch {
			case stays[f.ID] || !there && after.BoxAt(b.ID) < 0:
			case there:
				over = append(over, c)
			default:
				out = append(out, c)
			}
		}
	}
	for _, b := range slices.Backward(after.Boxes) {
		for slot, f := range b.Frames {
			if _, there := placeOf(before, f.ID); !there && before.BoxAt(b.ID) >= 0 {
				in = append(in, Comb{Frame: f, To: Place{b.ID, slot}})
			}
		}
	}
	all := slices.Concat(out, over, in)
	for i := range all {
		all[i].N = i + 1
	}
	return all
}

// placeOf returns where a comb hangs.
func placeOf(st hive.Stack, frame string) (Place, bool) {
	p, ok := st.PlaceOf(frame)
	if !ok {
		return Place{}, false
	}
	return Place{st.Boxes[p.Box].ID, p.Slot}, true
}

// inOrder returns the most combs that hang in both boxes in the same order: the longest common subsequence. They slide
// along; all others are taken out or put in.
func inOrder(a, b []hive.Frame) []string {
	length := make([][]int, len(a)+1)
	for i := range length {
		length[i] = make([]int, len(b)+1)
	}
	for i := len(a) - 1; i >= 0; i-- {
		for k := len(b) - 1; k >= 0; k-- {
			if a[i].ID == b[k].ID {
				length[i][k] = length[i+1][k+1] + 1
			} else {
				length[i][k] = max(length[i+1][k], length[i][k+1])
			}
		}
	}
	var out []string
	for i, k := 0, 0; i < len(a) && k < len(b); {
		switch {
		case a[i].ID == b[k].ID:
			out = append(out, a[i].ID)
			i, k = i+1, k+1
		case length[i+1][k] >= length[i][k+1]:
			i++
		default:
			k++
		}
	}
	return out
}
