package demo

import (
	"fmt"
	"slices"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/moves"
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

// handOver hangs combs of honey of one hive in the places of the emptiest of another, as a tick in the program does.
func (c *crossings) handOver(from, to *keeper, d day.Day, combs int) error {
	hiveOf := func(k *keeper) moves.Hive { return moves.Hive{Colony: id("colony " + k.code), Stack: k.stack()} }
	giver, taker := hiveOf(from), hiveOf(to)
	n := min(len(hive.HoneyCombs(giver.Stack, combs).Places), len(hive.EmptyCombs(taker.Stack, combs)))
	all, err := moves.HoneyOver(giver, taker, n, from.code, to.code)
	if err != nil {
		return err
	}
	for _, a := range all.Acts {
		at, other := to, from
		switch m := a.(*moves.FrameMoved); {
		case m.To == moves.Aside:
			other = nil
		case m.From == giver.Colony:
			at, other = from, to
		}
		if err := cross(at, other, d, a); err != nil {
			return err
		}
	}
	e := history.Done(d, all)
	e.ID, e.With = from.id(string(e.Kind)), []string{giver.Colony, taker.Colony}
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
