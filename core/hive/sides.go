package hive

import "kembo/core/comb"

// Side is an edge of the brood nest in one box: the comb at the wall that can leave it, and the slot beside the outermost
// comb of brood, where a comb hangs that is put in once that one is out.
type Side struct {
	Wall   Place
	Beside Place
}

// wallBrood is the brood, in faces, from which on a comb is part of the brood nest: less is what a count by the box lays on
// the combs at the walls. Source: none; a guess.
const wallBrood = 0.3

// Sides returns the edges of the brood nest in the box that holds most brood, from the left; none where brood reaches the
// wall, and none at all where there is no brood.
func Sides(st Stack) []Side {
	box, most := -1, 0.0
	for i, b := range st.Boxes {
		if n := b.BroodCells(); !b.Super && n > most {
			box, most = i, n
		}
	}
	if box < 0 {
		return nil
	}
	first, last := -1, -1
	frames := st.Boxes[box].Frames
	for k, f := range frames {
		if broodFaces(f) < wallBrood {
			continue
		}
		if first < 0 {
			first = k
		}
		last = k
	}
	if first < 0 {
		return nil
	}
	var out []Side
	if first > 0 {
		out = append(out, Side{Wall: Place{box, 0}, Beside: Place{box, first - 1}})
	}
	if wall := len(frames) - 1; last < wall {
		out = append(out, Side{Wall: Place{box, wall}, Beside: Place{box, last + 1}})
	}
	return out
}

// broodFaces returns the brood of a comb of any kind, in faces.
func broodFaces(f Frame) float64 {
	return f.A.Worker() + f.B.Worker() + f.A[comb.Drone] + f.B[comb.Drone]
}
