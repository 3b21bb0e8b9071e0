package draft

import (
	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/places"
)

// unnamed names a comb that is named otherwise at once.
func unnamed() string { return "" }

// Steps returns hands that make one stack of another of the same hive: each comb to where it hangs, combs off for those that
// come, boxes off. Both hold each comb once; boxes that stay keep their order and the number of their combs, and none comes.
func Steps(before, after hive.Stack) []Step {
	x := making{st: before.Clone(), after: after}
	for _, b := range after.Boxes {
		at := x.st.BoxAt(b.ID)
		for k, f := range b.Frames {
			to := hive.Place{Box: at, Slot: k}
			switch from, here := x.st.PlaceOf(f.ID); {
			case here && from != to:
				x.do(Step{Do: MoveComb, From: from, To: to})
			case !here:
				x.makeRoom(to)
				if x.do(Step{Do: NewComb, To: to, Drawn: f.A[comb.Foundation] == 0}) {
					x.st.Boxes[at].Frames[k].ID = f.ID
				}
			}
		}
	}
	for i := len(x.st.Boxes) - 1; i >= 0; i-- {
		if after.BoxAt(x.st.Boxes[i].ID) < 0 {
			x.do(Step{Do: BoxOff, From: hive.Place{Box: i}})
		}
	}
	return x.steps
}

// making is a hive on its way from one stack to another.
type making struct {
	st, after hive.Stack
	steps     []Step
}

func (x *making) do(s Step) bool {
	d := Drawn{After: x.st}
	_, err := d.do(&s, places.Conditions{}, unnamed)
	if err == nil {
		x.steps, x.st = append(x.steps, s), d.After
	}
	return err == nil
}

// makeRoom takes a comb off that leaves the hive, from a box at a slot or after it. Where such a one hangs in another box, it
// first changes places with one that goes there.
func (x *making) makeRoom(to hive.Place) {
	leaves := func(i, from int) (hive.Place, bool) {
		for k := from; k < len(x.st.Boxes[i].Frames); k++ {
			if _, stays := x.after.PlaceOf(x.st.Boxes[i].Frames[k].ID); !stays {
				return hive.Place{Box: i, Slot: k}, true
			}
		}
		return hive.Place{}, false
	}
	p, ok := leaves(to.Box, to.Slot)
	for i := 0; !ok && i < len(x.st.Boxes); i++ {
		other, there := leaves(i, 0)
		if !there || i == to.Box || x.st.Boxes[i].Format.Frame != x.st.Boxes[to.Box].Format.Frame {
			continue
		}
		for k := to.Slot; k < len(x.st.Boxes[to.Box].Frames); k++ {
			goes, _ := x.after.PlaceOf(x.st.Boxes[to.Box].Frames[k].ID)
			if x.after.Boxes[goes.Box].ID != x.st.Boxes[to.Box].ID {
				p, ok = hive.Place{Box: to.Box, Slot: k}, true
				x.do(Step{Do: MoveComb, From: other, To: p})
				break
			}
		}
	}
	if ok {
		x.do(Step{Do: CombOff, From: p})
	}
}
