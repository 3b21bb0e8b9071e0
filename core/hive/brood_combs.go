package hive

import (
	"cmp"
	"slices"

	"kembo/core/comb"
)

// cappedLeast is the capped brood, in faces, from which on a comb is one of capped brood. Source: common practice.
const cappedLeast = 0.4

// HasBrood reports whether a comb holds brood of any kind, more than a trace.
func HasBrood(f Frame) bool { return broodFaces(f) >= honeyCombBrood }

// HoneyOff returns combs of honey in the box with most brood that hang further from the brood than next to it, at most
// one of a side, where none hangs next to it, and whether each is to the left of it; none where there is no brood.
func HoneyOff(st Stack) (places []Place, left []bool) {
	box, most := -1, 0.0
	for i, b := range st.Boxes {
		if n := b.BroodCells(); !b.Super && n > most {
			box, most = i, n
		}
	}
	if box < 0 {
		return nil, nil
	}
	frames := st.Boxes[box].Frames
	first, last := -1, -1
	for k, f := range frames {
		if HasBrood(f) {
			if first < 0 {
				first = k
			}
			last = k
		}
	}
	if first < 0 {
		return nil, nil
	}
	honey := func(k int) bool {
		return k >= 0 && k < len(frames) && frames[k].A.Stored()+frames[k].B.Stored() > honeyCombStores && !HasBrood(frames[k])
	}
	for _, side := range []struct {
		edge, step int
	}{{first, -1}, {last, 1}} {
		if honey(side.edge + side.step) {
			continue
		}
		for k := side.edge + 2*side.step; k >= 0 && k < len(frames); k += side.step {
			if honey(k) {
				places, left = append(places, Place{Box: box, Slot: k}), append(left, side.step < 0)
				break
			}
		}
	}
	return places, left
}

// CappedCombs returns up to n combs of the nest with most capped brood, the fullest first.
func CappedCombs(st Stack, n int) []Place {
	return bestOf(st, n, func(_ Box, _ int, f Frame) (float64, bool) {
		capped := f.A[comb.Brood] + f.B[comb.Brood]
		return capped, capped >= cappedLeast
	})
}

// BesideBrood returns up to n combs of the nest without brood and without much in them, the nearest to brood first: what
// comes in their places stands beside it.
func BesideBrood(st Stack, n int) []Place {
	near := map[string]int{} // slots to the next comb of brood in its box
	for _, b := range st.Boxes {
		for k := range b.Frames {
			near[b.Frames[k].ID] = len(b.Frames)
			for i, o := range b.Frames {
				if broodFaces(o) >= honeyCombBrood {
					near[b.Frames[k].ID] = min(near[b.Frames[k].ID], max(i-k, k-i))
				}
			}
		}
	}
	const besideStores = 1.2 // faces, at most
	return bestOf(st, n, func(_ Box, _ int, f Frame) (float64, bool) {
		held := f.A.Stored() + f.B.Stored() + f.A[comb.Pollen] + f.B[comb.Pollen]
		return -float64(near[f.ID]) - held/2, broodFaces(f) < honeyCombBrood && held <= besideStores
	})
}

// BesideBroodIn returns the slot beside the brood of a box, on the side of a comb that has left it, for one that comes in its
// stead; the place that was left where there is no brood.
func BesideBroodIn(b Box, left int) int {
	first, last := -1, -1
	for k, f := range b.Frames {
		if k == left || broodFaces(f) < honeyCombBrood {
			continue
		}
		if first < 0 {
			first = k
		}
		last = k
	}
	switch {
	case first < 0:
		return left
	case left < first:
		return first - 1
	case left > last:
		return last + 1
	}
	return left
}

// bestOf returns up to n combs of the nest by a rank, the highest first; of two alike the one that stands first.
func bestOf(st Stack, n int, rank func(b Box, slot int, f Frame) (float64, bool)) []Place {
	type ranked struct {
		at Place
		by float64
	}
	var all []ranked
	for i, b := range st.Boxes {
		if b.Super {
			continue
		}
		for k, f := range b.Frames {
			if by, ok := rank(b, k, f); ok {
				all = append(all, ranked{Place{Box: i, Slot: k}, by})
			}
		}
	}
	slices.SortStableFunc(all, func(a, b ranked) int { return cmp.Compare(b.by, a.by) })
	var out []Place
	for _, x := range all[:min(n, len(all))] {
		out = append(out, x.at)
	}
	return out
}
