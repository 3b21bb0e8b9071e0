package forecast

import (
	"math"

	"kembo/core/bees"
	"kembo/core/brood"
)

// Give returns what leaves the colony towards another hive when c is done on its
// day, by member; x itself is left as it is. since are the changes since the look
// that x is of, as for Move; c is not among them. It is nil before x's day.
func (x *Ensemble) Give(p *bees.Parameters, y *Yard, since []bees.Change, c bees.Change) bees.Parcel {
	if c.Day < x.Day {
		return nil
	}
	then := x.Clone()
	then.Move(p, y, since, c.Day)
	out := make(bees.Parcel, len(then.States))
	for m := range then.States {
		out[m] = then.States[m].Give(p, &c)
	}
	return out
}

// Unseen is what came from a hive of which nothing is known.
type Unseen struct {
	Cells     float64 // worker cells of the combs that came
	KgPerCell float64 // honey that one holds when full
	Bees      float64 // at most
	Queen     bool    // a queen came
}

// NotSeen returns what may have come, from nothing to full: each member draws its
// own. name and seed key the draws.
//
// Source: none; a guess that is meant to be wide.
func NotSeen(of Unseen, members int, name string, seed uint64) bees.Parcel {
	h := hashName(name)
	out := make(bees.Parcel, members)
	for m := range out {
		u := func(purpose int) float64 { return uniform(seed, h, m, 0, purpose) }
		used := of.Cells * u(forUnseenUsed)
		cells := used * u(forUnseenBrood)
		pollen := (used - cells) * unseenPollen * u(forUnseenPollen)
		l := &out[m]
		for i := range l.Eggs {
			l.Eggs[i] = cells / brood.WorkerDays
		}
		for i := range l.Larvae {
			l.Larvae[i] = cells / brood.WorkerDays
		}
		for i := range l.Capped {
			l.Capped[i] = cells / brood.WorkerDays
		}
		l.Pollen = pollen
		l.NestHoney = (used - cells - pollen) * of.KgPerCell
		l.House = of.Bees * u(forUnseenBees)
		if of.Queen {
			sd := unseenQueen * queenSD * normal(seed, h, m, 0, forUnseenQueen)
			l.Queen.Peak = bees.Defaults().QueenPeakLaying * math.Exp(sd)
		}
	}
	return out
}

// unseenQueen is how many times as far queens differ of whom nothing is known.
// Source: none; guess.
const unseenQueen = 2

// unseenPollen is the most of the stores on an unseen comb that is pollen.
// Source: none; guess.
const unseenPollen = 0.4
