package moves

import "kembo/core/hive"

// alternateLeast is the combs of honey that a box must have to be alternated. Source: common practice.
const alternateLeast = 4

// AlternateBox returns the place of the lowest box above the brood whose combs can be alternated with empty ones: of
// honey and without brood. -1 where there is none.
func AlternateBox(st hive.Stack) int {
	brood := -1
	for i, b := range st.Boxes {
		if b.BroodCells() > 0 {
			brood = i
		}
	}
	for i, b := range st.Boxes {
		if i <= brood || brood < 0 {
			continue
		}
		n := 0
		for _, f := range b.Frames {
			if stored := f.A.Stored() + f.B.Stored(); stored > 1 {
				n++
			}
		}
		if n >= alternateLeast {
			return i
		}
	}
	return -1
}

// alternated is the way to put a box of drawn comb over a box of honey above the brood and to change every other comb of
// the two.
var alternated = Way{
	Code: "alternated", Field: Field{Key: "alternate", Label: "Above the nest"}, Value: "1",
	Label: "combs alternated", Before: "alt", Example: "alt",
	Means: "combs alternated above the nest",
	One:   "combs alternated above the nest",
	Exact: func(h Hive, _ Said, id func() string) ([]Act, error) {
		at := AlternateBox(h.Stack)
		if at < 0 {
			return nil, wrong("alternate", "no box of honey is known above the brood; look at it first")
		}
		honey := h.Stack.Boxes[at]
		box := NewBox(honey.Format, len(honey.Frames), hive.Make{Super: true, Drawn: true}, id)
		change := &FramesExchanged{}
		for k := 1; k < len(honey.Frames); k += 2 {
			change.A, change.B = append(change.A, honey.Frames[k].ID), append(change.B, box.Frames[k])
		}
		return []Act{&BoxOn{At: at + 1, Box: box}, change}, nil
	},
}
