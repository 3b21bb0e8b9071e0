package colony

import (
	"kembo/core/comb"
	"kembo/core/hive"
)

// Shape is how a nest lies in its boxes, as far as it bears on what bees do.
type Shape struct {
	Lid  float64 // honey in the top box of the nest against the nest's share; 1: spread evenly
	Low  float64 // share of the nest's empty cells that the queen finds late: below its brood, far from it, or rims
	Near float64 // share of the nest's honey beside the brood or above it
}

// broodBox is the share of the brood from which on a box counts as part of the
// brood nest. Source: none; guess, a comb or so.
const broodBox = 0.1

// rim is the share of a face under which empty cells without brood beside them are a rim that she
// hardly lays in, and someBrood the share from which on a face has brood. Source: none; guesses, an
// eighth as faces are painted.
const rim, someBrood = 0.126, 0.03

// late returns the empty cells of a box that a queen finds late: on combs with no brood on them or
// beside them, and in rims.
func late(b *hive.Box) float64 {
	brood := func(k int) bool {
		if k < 0 || k >= len(b.Frames) {
			return false
		}
		f := b.Frames[k]
		return f.A.Completed().Worker()+f.B.Completed().Worker() > someBrood
	}
	cells, n := 0.0, b.Format.Frame.WorkerCells()
	for k, f := range b.Frames {
		far := !brood(k-1) && !brood(k) && !brood(k+1)
		for _, side := range [2]comb.Shares{f.A.Completed(), f.B.Completed()} {
			if e := side[comb.Empty]; far || e < rim && side.Worker() < someBrood {
				cells += n * e
			}
		}
	}
	return cells
}

// ShapeOf reads the shape of a nest off a stack; one box has nothing above or below.
func ShapeOf(st hive.Stack) Shape {
	s := Shape{Lid: 1, Near: 1}
	var boxes []hive.Box
	for _, b := range st.Boxes {
		if !b.Super {
			boxes = append(boxes, b)
		}
	}
	if len(boxes) == 0 {
		return s
	}
	var brood, honey, empty, cells []float64
	allBrood, allHoney, allEmpty, all := 0.0, 0.0, 0.0, 0.0
	for _, b := range boxes {
		n := b.Format.Frame.WorkerCells()
		var w, h, e, c float64
		for _, f := range b.Frames {
			for _, side := range [2]comb.Shares{f.A.Completed(), f.B.Completed()} {
				w += n * side.Worker()
				h += n * side[comb.Honey]
				e += n * side[comb.Empty]
				c += n
			}
		}
		brood, honey, empty, cells = append(brood, w), append(honey, h), append(empty, e), append(cells, c)
		allBrood, allHoney, allEmpty, all = allBrood+w, allHoney+h, allEmpty+e, all+c
	}
	top := len(boxes) - 1
	if allHoney > 0 && cells[top] > 0 {
		s.Lid = min(2, honey[top]/cells[top]/(allHoney/all))
	}
	lowest := 0
	for lowest < top && brood[lowest] < broodBox*allBrood {
		lowest++
	}
	if allBrood <= 0 {
		return s // where the cluster sits is not known
	}
	below, far := 0.0, 0.0
	for i := range lowest {
		below += empty[i]
		far += honey[i]
	}
	for i := lowest; i < len(boxes); i++ {
		below += late(&boxes[i])
	}
	if allEmpty > 0 {
		s.Low = below / allEmpty
	}
	if allHoney > 0 {
		s.Near = 1 - far/allHoney
	}
	return s
}

// Turned returns st with the boxes of its nest in the opposite order.
func Turned(st hive.Stack) hive.Stack {
	out := st.Clone()
	var at []int
	for i, b := range out.Boxes {
		if !b.Super {
			at = append(at, i)
		}
	}
	for i, k := 0, len(at)-1; i < k; i, k = i+1, k-1 {
		out.Boxes[at[i]], out.Boxes[at[k]] = out.Boxes[at[k]], out.Boxes[at[i]]
	}
	return out
}

// Painted reports whether every box of the nest with brood was looked at face by
// face, so that eggs, larvae and capped brood were told apart by sight.
func (e *Estimate) Painted() bool {
	seen := false
	for _, b := range e.Stack.Boxes {
		if b.Super || b.BroodCells() == 0 {
			continue
		}
		if p, ok := e.PartOf(b.ID); !ok || p.Depth != "faces" {
			return false
		}
		seen = true
	}
	return seen
}

// PartOf returns what is known of a box, and false for one that has come on since
// the estimate.
func (e *Estimate) PartOf(box string) (Part, bool) {
	for _, p := range e.Parts {
		if p.Box == box {
			return p, true
		}
	}
	return Part{}, false
}
