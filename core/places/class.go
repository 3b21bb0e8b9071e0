package places

import (
	"kembo/core/comb"
	"kembo/core/hive"
)

// Class is what a comb is to the nest that it hangs in.
type Class uint8

// The classes.
const (
	Unknown Class = iota // nobody has looked at it
	Other                // something of each, and nothing that decides where it hangs
	Brood
	Pollen
	Honey
	Empty // drawn
	Bare  // foundation
)

// A comb is one of brood, pollen or honey from so much of it, and bare or empty where that is most of it, in faces of two.
// Source: common practice; less brood is what a count by the box lays on the combs at the walls.
const broodLeast, pollenLeast, honeyLeast, emptyLeast, bareLeast = 0.3, 0.5, 1.0, 1.4, 1.0

// ClassOf returns the class of a comb.
func ClassOf(f hive.Frame) Class {
	both := func(c comb.Content) float64 { return f.A[c] + f.B[c] }
	known := 0.0
	for c := range comb.Content(comb.Contents) {
		known += both(c)
	}
	switch {
	case known == 0:
		return Unknown
	case f.A.Worker()+f.B.Worker()+both(comb.Drone) >= broodLeast:
		return Brood
	case both(comb.Foundation) >= bareLeast:
		return Bare
	case both(comb.Pollen) >= pollenLeast:
		return Pollen
	case f.A.Stored()+f.B.Stored() >= honeyLeast:
		return Honey
	case f.A.Completed()[comb.Empty]+f.B.Completed()[comb.Empty] >= emptyLeast:
		return Empty
	}
	return Other
}

var classWords = [...]string{
	Unknown: "a comb nobody has seen", Other: "a comb of this and that", Brood: "brood", Pollen: "pollen", Honey: "honey",
	Empty: "an empty comb", Bare: "foundation",
}

// Words says a class.
func (c Class) Words() string { return classWords[c] }

// broodOf returns the first and last slot with brood of a box; false for none.
func broodOf(row []Comb) (first, last int, ok bool) {
	first = -1
	for k, c := range row {
		if c.Class == Brood {
			if first < 0 {
				first = k
			}
			last = k
		}
	}
	return first, last, first >= 0
}

// outside calls look for each comb of a class that hangs outside the brood of a box, with the direction in which the brood lies
// and the slot at its edge; for none where there is no brood.
func outside(row []Comb, class Class, look func(slot, step, edge int)) {
	first, last, ok := broodOf(row)
	if !ok {
		return
	}
	for k, c := range row {
		switch {
		case c.Class != class:
		case k < first:
			look(k, 1, first)
		case k > last:
			look(k, -1, last)
		}
	}
}
