package demo

import (
	"cmp"
	"fmt"
	"slices"

	"kembo/core/bees"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/words"
)

// crossings are what goes between the hives of a yard, in order, each noted at one of them. They are written once all
// hives are there.
type crossings []crossing

type crossing struct {
	at    *keeper
	entry history.Entry
}

// even does what plans said of combs that go from one hive of the yard to another.
func (c *crossings) even(all []*keeper, d day.Day, told Followed) error {
	of := func(code string) *keeper {
		i := slices.IndexFunc(all, func(k *keeper) bool { return k.code == code })
		if i < 0 {
			return nil
		}
		return all[i]
	}
	for _, s := range told.Steps {
		if s.Day != d || s.Combs == 0 {
			continue
		}
		from, to := of(s.From), of(s.Colony)
		if from == nil || to == nil {
			return fmt.Errorf("combs of %s for %s: there is no such hive", s.From, s.Colony)
		}
		if err := c.handOver(from, to, d, s.Combs); err != nil {
			return fmt.Errorf("combs of %s for %s on %s: %w", s.From, s.Colony, d, err)
		}
	}
	return nil
}

// aside is where a comb lies that no hive has: it is no hive of the yard.
const aside = "aside"

// handOver hangs the fullest combs of one hive in the places of the emptiest of another. The first of those is laid
// aside, the others go back for what came.
func (c *crossings) handOver(from, to *keeper, d day.Day, combs int) error {
	giver, taker := id("colony "+from.code), id("colony "+to.code)
	full, empty := from.honeyCombs(combs), to.emptyCombs(combs)
	n := min(len(full), len(empty))
	var free hive.Place // in the giver
	all := moves.Several{Title: fmt.Sprintf("%s of honey from %s to %s", words.Count(n, "comb", "combs"), from.code, to.code)}
	for i := range n {
		here, okHere := from.stack().PlaceOf(full[i])
		there, okThere := to.stack().PlaceOf(empty[i])
		if !okHere || !okThere {
			return fmt.Errorf("a comb is not where it was")
		}
		makes := &moves.FrameMoved{Frame: empty[i], From: taker, To: aside}
		var other *keeper
		if i > 0 {
			makes.To, makes.Box, makes.Slot, other = giver, from.truth.nest[free.Box].ID, free.Slot, from
			if here.Box == free.Box && here.Slot >= free.Slot {
				here.Slot++
			}
		}
		if err := cross(to, other, d, makes); err != nil {
			return err
		}
		comes := &moves.FrameMoved{Frame: full[i], From: giver, To: taker, Box: to.truth.nest[there.Box].ID, Slot: there.Slot}
		if err := cross(from, to, d, comes); err != nil {
			return err
		}
		all.Acts, free = append(all.Acts, makes, comes), here
	}
	e := history.Done(d, &all)
	e.ID, e.With = from.id(string(e.Kind)), []string{giver, taker} // what is laid aside is nobody's
	*c = append(*c, crossing{from, e})
	return nil
}

// cross does an act at a hive, or between it and another.
func cross(at, other *keeper, d day.Day, a moves.Act) error {
	here := moves.Hive{Colony: id("colony " + at.code), Stack: at.stack()}
	var others []moves.Hive
	if other != nil {
		others = append(others, moves.Hive{Colony: id("colony " + other.code), Stack: other.stack()})
	}
	done, err := moves.Do(moves.Of(here, others...), a, d)
	if err != nil {
		return err
	}
	was := at.truth.state.Ledger.Taken
	if x, ok := done.Changes[here.Colony]; ok {
		at.truth.state.Apply(&x)
	}
	at.restacked(*done.Hives.At(here.Colony))
	if other != nil {
		o := others[0].Colony
		if x, ok := done.Changes[o]; ok {
			other.truth.state.Apply(&x)
		}
		other.truth.state.Receive(&bees.Load{NestHoney: at.truth.state.Ledger.Taken - was}, 0)
		other.restacked(*done.Hives.At(o))
	}
	return nil
}

// honeyCombs returns up to so many combs of the nest that are full of honey, as the program itself picks them.
func (k *keeper) honeyCombs(n int) []string {
	st := k.stack()
	var out []string
	for _, p := range hive.HoneyCombs(st, n).Places {
		out = append(out, st.Boxes[p.Box].Frames[p.Slot].ID)
	}
	return out
}

// emptyCombs returns so many combs of the nest that make room, the emptiest first; none with brood before one without.
func (k *keeper) emptyCombs(n int) []string {
	var all []hive.Frame
	for _, b := range k.stack().Boxes {
		if !b.Super {
			all = append(all, b.Frames...)
		}
	}
	const faces = 2
	full := func(f hive.Frame) float64 {
		return faces*(f.A.Worker()+f.B.Worker()) - f.A[comb.Empty] - f.B[comb.Empty]
	}
	slices.SortStableFunc(all, func(a, b hive.Frame) int { return cmp.Compare(full(a), full(b)) })
	var out []string
	for _, f := range all[:min(n, len(all))] {
		out = append(out, f.ID)
	}
	return out
}
