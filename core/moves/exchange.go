package moves

import (
	"kembo/core/hive"
	"kembo/core/words"
)

// Aside is where a comb lies that no hive has. It is the id of no colony.
const Aside = "aside"

// exchange is combs of two hives that change places, one for one.
type exchange struct {
	from, to  Hive
	out, back []hive.Place // what from gives, and what comes back for it
	withBees  bool         // on what from gives
	// beside returns the slot for a comb once another has left its place in a box; nil: that place.
	beside func(box hive.Box, left int) int
	title  string
}

// act returns the exchange as one act, to be noted at the hive that gives. The first comb that comes back is laid aside, so
// that there is a place for the first that goes: the hive that gives has one comb less. What cannot be is an *Error.
func (x exchange) act(fromCode, toCode string) (*Several, error) {
	var goes, comes []string
	for i := range x.out {
		a, b := x.from.Stack.Boxes[x.out[i].Box], x.to.Stack.Boxes[x.back[i].Box]
		if a.Format.Frame != b.Format.Frame {
			return nil, wrong("combs", "the combs of %s do not fit the boxes of %s", fromCode, toCode)
		}
		goes = append(goes, a.Frames[x.out[i].Slot].ID)
		comes = append(comes, b.Frames[x.back[i].Slot].ID)
	}
	all := &Several{Title: x.title}
	h := Of(x.from, x.to)
	var free hive.Place // in the hive that gives
	for i := range goes {
		here, _ := h.At(x.from.Colony).Stack.PlaceOf(goes[i])
		there, _ := h.At(x.to.Colony).Stack.PlaceOf(comes[i])
		back := &FrameMoved{Frame: comes[i], From: x.to.Colony, To: Aside}
		if i > 0 {
			back.To, back.Box, back.Slot = x.from.Colony, x.from.Stack.Boxes[free.Box].ID, free.Slot
			if here.Box == free.Box && here.Slot >= free.Slot {
				here.Slot++
			}
		}
		into := h.At(x.to.Colony).Stack.Boxes[there.Box]
		over := &FrameMoved{
			Frame: goes[i], From: x.from.Colony, To: x.to.Colony, Box: into.ID, Slot: there.Slot, WithBees: x.withBees,
		}
		if x.beside != nil {
			over.Slot = x.beside(into, there.Slot)
		}
		for _, a := range []Act{back, over} {
			if err := a.Apply(h); err != nil {
				return nil, err
			}
			all.Acts = append(all.Acts, a)
		}
		free = here
	}
	return all, nil
}

// HoneyOver returns the acts that hang n combs of honey of one hive in the places of the emptiest of another, whose combs
// go back for them. The codes are for the log. What cannot be is an *Error.
func HoneyOver(from, to Hive, n int, fromCode, toCode string) (*Several, error) {
	full, empty := hive.HoneyCombs(from.Stack, n).Places, hive.EmptyCombs(to.Stack, n)
	if len(full) < n || len(empty) < n {
		return nil, wrong("combs", "%s is not known to have %s of honey, or %s as many to give back; look at them first",
			fromCode, words.Count(n, "comb", "combs"), toCode)
	}
	return exchange{
		from: from, to: to, out: full, back: empty,
		title: words.Count(n, "comb", "combs") + " of honey from " + fromCode + " to " + toCode,
	}.act(fromCode, toCode)
}

// BroodOver returns the acts that hang n combs of one hive with most capped brood, and the bees on them, beside the brood
// of another, whose combs from there go back for them. What cannot be is an *Error.
func BroodOver(from, to Hive, n int, fromCode, toCode string) (*Several, error) {
	capped, beside := hive.CappedCombs(from.Stack, n), hive.BesideBrood(to.Stack, n)
	if len(capped) < n || len(beside) < n {
		return nil, wrong("combs", "%s is not known to have %s of capped brood, or %s as many to give back; look at them first",
			fromCode, words.Count(n, "comb", "combs"), toCode)
	}
	return exchange{
		from: from, to: to, out: capped, back: beside, withBees: true, beside: hive.BesideBroodIn,
		title: words.Count(n, "comb", "combs") + " of brood from " + fromCode + " to " + toCode,
	}.act(fromCode, toCode)
}
