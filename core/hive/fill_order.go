package hive

import (
	"cmp"
	"slices"
)

// FillOrder returns the places in the stack of the supers, in the order in which they fill: the fullest
// first, of two alike the lower.
func FillOrder(st Stack) []int {
	var at []int
	for i, b := range st.Boxes {
		if b.Super {
			at = append(at, i)
		}
	}
	full := func(i int) float64 {
		b := st.Boxes[i]
		return b.HoneyKg() / max(2*float64(len(b.Frames))*b.Format.Frame.WorkerCells(), 1)
	}
	slices.SortStableFunc(at, func(a, b int) int { return cmp.Compare(full(b), full(a)) })
	return at
}
