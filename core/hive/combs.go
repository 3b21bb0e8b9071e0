package hive

import (
	"slices"

	"kembo/core/comb"
	"kembo/core/measure"
)

// Combs is a choice of nest combs to take out, with what goes with them.
type Combs struct {
	Places []Place
	Honey  float64 // kg, nectar counted as the honey it becomes
	Cells  float64 // drawn worker cells
	Pollen float64 // cells
	// The same as shares of what the nest holds; of the pollen, what the hive holds.
	HoneyShare, CellShare, PollenShare float64
}

// A comb of honey holds hardly any brood, and stores on most of one face.
// Source: common practice, no source.
const (
	honeyCombBrood  = 0.05 // faces of brood, at most
	honeyCombStores = 0.9  // faces of stores, at least
)

// HoneyCombs returns up to n nest combs that hold most stores and no brood,
// the fullest first. The outermost comb of each side stays: it is the wall of
// food that the nest leans on.
func HoneyCombs(st Stack, n int) Combs {
	return TakeCombs(st, bestOf(st, n, func(b Box, slot int, f Frame) (float64, bool) {
		inside := slot > 0 && slot < len(b.Frames)-1
		stored := f.A.Stored()+f.B.Stored() > honeyCombStores
		return b.FrameHoneyKg(f), inside && stored && broodFaces(f) < honeyCombBrood
	})...)
}

// TakeCombs returns what leaves the nest with the combs at places, in figures
// and as shares of what the nest holds.
func TakeCombs(st Stack, places ...Place) Combs {
	c := Combs{Places: places}
	honey, cells, pollen := 0.0, 0.0, 0.0
	for i, b := range st.Boxes {
		perFace := b.Format.Frame.WorkerCells()
		for k, f := range b.Frames {
			kg := b.FrameHoneyKg(f)
			drawn := perFace * (2 - f.A[comb.Foundation] - f.B[comb.Foundation])
			p := perFace * (f.A[comb.Pollen] + f.B[comb.Pollen])
			pollen += p
			if !b.Super {
				honey += kg
				cells += drawn
			}
			if slices.Contains(places, Place{Box: i, Slot: k}) {
				c.Honey += kg
				c.Cells += drawn
				c.Pollen += p
			}
		}
	}
	c.HoneyShare, c.CellShare = measure.Share(c.Honey, honey), measure.Share(c.Cells, cells)
	c.PollenShare = measure.Share(c.Pollen, pollen)
	return c
}

// FrameHoneyKg returns the honey and nectar in a frame of b, as honey, in kg.
func (b Box) FrameHoneyKg(f Frame) float64 {
	per := b.Format.Frame.HoneyKg(b.Format.ThicknessMM(len(b.Frames)))
	open := b.OpenFill()
	return per*(f.A[comb.Honey]+open*f.A[comb.Nectar]) + per*(f.B[comb.Honey]+open*f.B[comb.Nectar])
}

// PlaceOf returns where the frame with an id stands, and false where it does not.
func (s Stack) PlaceOf(frame string) (Place, bool) {
	for i, b := range s.Boxes {
		for k, f := range b.Frames {
			if f.ID == frame {
				return Place{Box: i, Slot: k}, true
			}
		}
	}
	return Place{}, false
}

// BoxAt returns the position of the box with an id, -1 where it is not there.
func (s Stack) BoxAt(id string) int {
	return slices.IndexFunc(s.Boxes, func(b Box) bool { return b.ID == id })
}

// SuperFormat returns the format of the supers on the hive, or the one that
// goes with its nest.
func (s Stack) SuperFormat() BoxFormat {
	for _, b := range slices.Backward(s.Boxes) {
		if b.Super {
			return b.Format
		}
	}
	if len(s.Boxes) == 0 {
		return Formats[2]
	}
	return SuperBeside(s.Boxes[0].Format)
}

// EmptyCombs returns up to n combs of the nest that make room, the emptiest first, and none with brood before one without.
func EmptyCombs(st Stack, n int) []Place {
	const faces = 2
	return bestOf(st, n, func(_ Box, _ int, f Frame) (float64, bool) {
		return f.A[comb.Empty] + f.B[comb.Empty] - faces*(f.A.Worker()+f.B.Worker()), true
	})
}
