package moves

import (
	"kembo/core/hive"
	"kembo/core/words"
)

// Aside is where a comb lies that no hive has. It is the id of no colony.
const Aside = "aside"

// HoneyOver returns the acts that hang n combs of honey of one hive in the places of the emptiest of another, whose combs
// go back for them. The first of those is laid aside, so that there is a place for the first of honey: the hive that
// gives has one comb less. The codes are for the log. What cannot be is an *Error.
func HoneyOver(from, to Hive, n int, fromCode, toCode string) (*Several, error) {
	full, empty := hive.HoneyCombs(from.Stack, n).Places, hive.EmptyCombs(to.Stack, n)
	if len(full) < n || len(empty) < n {
		return nil, wrong("combs", "%s is not known to have %s of honey, or %s as many to give back; look at them first",
			fromCode, words.Count(n, "comb", "combs"), toCode)
	}
	var honey, drawn []string
	for i := range n {
		a, b := from.Stack.Boxes[full[i].Box], to.Stack.Boxes[empty[i].Box]
		if a.Format.Frame != b.Format.Frame {
			return nil, wrong("combs", "the combs of %s do not fit the boxes of %s", fromCode, toCode)
		}
		honey = append(honey, a.Frames[full[i].Slot].ID)
		drawn = append(drawn, b.Frames[empty[i].Slot].ID)
	}
	all := &Several{Title: words.Count(n, "comb", "combs") + " of honey from " + fromCode + " to " + toCode}
	h := Of(from, to)
	var free hive.Place // in the hive that gives
	for i := range n {
		here, _ := h.At(from.Colony).Stack.PlaceOf(honey[i])
		there, _ := h.At(to.Colony).Stack.PlaceOf(drawn[i])
		makes := &FrameMoved{Frame: drawn[i], From: to.Colony, To: Aside}
		if i > 0 {
			makes.To, makes.Box, makes.Slot = from.Colony, from.Stack.Boxes[free.Box].ID, free.Slot
			if here.Box == free.Box && here.Slot >= free.Slot {
				here.Slot++
			}
		}
		comes := &FrameMoved{
			Frame: honey[i], From: from.Colony, To: to.Colony, Box: to.Stack.Boxes[there.Box].ID, Slot: there.Slot,
		}
		for _, a := range []Act{makes, comes} {
			if err := a.Apply(h); err != nil {
				return nil, err
			}
			all.Acts = append(all.Acts, a)
		}
		free = here
	}
	return all, nil
}
