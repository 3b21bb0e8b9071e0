package moves

import (
	"cmp"
	"slices"

	"kembo/core/comb"
	"kembo/core/hive"
)

// keptStores is the stores on a comb, in faces, from which on it goes along when its box comes off. Source: common practice.
const keptStores = 0.5

// condensed is the way to take a box off the nest whose combs of stores go into the places of the emptiest of the others.
var condensed = Way{
	Code: "box_condensed", Field: boxesOff, Value: "condense", Label: "stores moved over",
	Arg: OfBox, Wants: "box", Before: "cond", Example: "cond3", Means: "box 3 off, stores moved over",
	One: "box {n} off, stores moved over",
	Exact: func(h Hive, s Said, _ func() string) ([]Act, error) {
		at := h.Stack.BoxAt(s.Box)
		if at < 0 {
			return nil, boxNotHere()
		}
		change := &FramesExchanged{}
		stores, empty := storesAndEmpty(h.Stack, at)
		for i := range min(len(stores), len(empty)) { // the heaviest first
			change.A, change.B = append(change.A, stores[i]), append(change.B, empty[i])
		}
		var acts []Act
		if len(change.A) > 0 {
			acts = append(acts, change)
		}
		acts = append(acts, &BoxOff{Box: s.Box})
		// A count by the box is laid out over all its combs: who stands there takes those that hold something.
		if kg := leftKg(h, acts); kg >= movedLeastKg {
			acts = append(acts, &StoresMoved{Kg: kg})
		}
		if len(acts) == 1 {
			return acts, nil
		}
		return []Act{&Several{Title: "Condensed", Acts: acts}}, nil
	},
}

// movedLeastKg is the stores that are not worth a word. Rounding.
const movedLeastKg = 0.3

// leftKg returns the stores that acts take out of a hive by what its combs are believed to hold, kg.
func leftKg(h Hive, acts []Act) float64 {
	all := Of(h)
	for _, a := range acts {
		if a.Apply(all) != nil {
			return 0
		}
	}
	return h.Stack.HoneyKg() - all.Here().Stack.HoneyKg()
}

// storesAndEmpty returns the combs of stores of a box, the heaviest first, and those of the other boxes of the nest that
// could leave for them, the emptiest first.
func storesAndEmpty(st hive.Stack, at int) (stores, empty []string) {
	type candidate struct {
		id   string
		held float64 // faces
	}
	var full, free []candidate
	for i, b := range st.Boxes {
		for _, f := range b.Frames {
			held := f.A.Stored() + f.B.Stored() + f.A[comb.Pollen] + f.B[comb.Pollen]
			brood := f.A.Worker() + f.B.Worker() + f.A[comb.Drone] + f.B[comb.Drone]
			switch {
			case i == at && held >= keptStores:
				full = append(full, candidate{f.ID, held})
			case i != at && !b.Super && held < keptStores && brood <= 0 && b.Format.Frame == st.Boxes[at].Format.Frame:
				free = append(free, candidate{f.ID, held})
			}
		}
	}
	slices.SortStableFunc(full, func(a, b candidate) int { return cmp.Compare(b.held, a.held) })
	slices.SortStableFunc(free, func(a, b candidate) int { return cmp.Compare(a.held, b.held) })
	for _, c := range full {
		stores = append(stores, c.id)
	}
	for _, c := range free {
		empty = append(empty, c.id)
	}
	return stores, empty
}
