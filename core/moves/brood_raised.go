package moves

import (
	"kembo/core/hive"
)

// broodRaised is the nest raised over the supers: the queen stays on the floor in a box of drawn comb, on one comb of brood,
// with an excluder over her.
var broodRaised = Way{
	Code: "brood_raised", Sheet: true, One: "the brood raised over the supers, the queen below on one comb",
	Exact: func(h Hive, _ Said, id func() string) ([]Act, error) {
		after, err := Raised(h.Stack, id)
		if err != nil {
			return nil, err
		}
		return []Act{RearrangedAs(h.Stack, after)}, nil
	},
}

// Raised returns a hive with its nest raised over its supers, or over one that is put on where it has none. What cannot be is
// an *Error.
func Raised(st hive.Stack, id func() string) (hive.Stack, error) {
	var nest, supers []hive.Box
	for _, b := range st.Clone().Boxes {
		if b.Super {
			supers = append(supers, b)
		} else {
			nest = append(nest, b)
		}
	}
	comb, ok := queensComb(nest)
	if !ok {
		return st, wrong("brood", "no comb of brood is known that she could stay on; look at the nest first")
	}
	low := hive.NewBox(id(), nest[0].Format, len(nest[0].Frames), hive.Make{Drawn: true})
	for i := range low.Frames {
		low.Frames[i].ID = id()
	}
	if len(supers) == 0 {
		f := st.SuperFormat()
		one := hive.NewBox(id(), f, f.Slots, hive.Make{Super: true, Drawn: true})
		for i := range one.Frames {
			one.Frames[i].ID = id()
		}
		supers = append(supers, one)
	}
	mid := len(low.Frames) / 2
	from := nest[comb.Box].Frames
	low.Frames[mid], from[comb.Slot] = from[comb.Slot], low.Frames[mid]
	out := st
	out.Boxes, out.ExcluderAbove = []hive.Box{low}, 1
	out.Boxes = append(out.Boxes, supers...)
	for _, b := range nest {
		b.Super = true
		out.Boxes = append(out.Boxes, b)
	}
	return out, nil
}

// queensComb returns the comb of a nest that the queen goes down on: of those of its lowest format the one with least brood,
// since what is capped hatches above.
func queensComb(nest []hive.Box) (hive.Place, bool) {
	const some = 0.2 // faces of worker brood
	at, least, ok := hive.Place{}, 0.0, false
	for i, b := range nest {
		if b.Format.Frame != nest[0].Format.Frame {
			continue
		}
		for k, f := range b.Frames {
			if n := f.A.Worker() + f.B.Worker(); n >= some && (!ok || n < least) {
				at, least, ok = hive.Place{Box: i, Slot: k}, n, true
			}
		}
	}
	return at, ok
}
