package look

import (
	"math"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
)

// restedOn returns the day a box was last seen on, and what it has become since:
// what was carried before is carried on from there, what was only assumed stays
// so.
func restedOn(x colony.Expected, box string) (from day.Day, stores, brood colony.Origin) {
	from, stores, brood = x.From, colony.Carried, colony.Carried
	for _, p := range x.Parts {
		if p.Box != box {
			continue
		}
		if p.Stores == colony.Carried && p.Brood == colony.Carried {
			from = p.CarriedFrom
		}
		stores, brood = min(stores, p.Stores), min(brood, p.Brood)
	}
	return from, stores, brood
}

// fill gives the boxes that were not looked into what a forecast or, where
// there is none, the season says of them.
func (r *reader) fill() {
	if r.c.Expected != nil && !r.sameDay() {
		carry(&r.e.Stack, r.c.Expected, r.looked)
	}
	nest, capacity := 0, 0.0
	for _, b := range r.e.Stack.Boxes {
		if !b.Super {
			nest++
			capacity += float64(len(b.Frames)) * b.Format.Frame.BeesAtFullCover()
		}
	}
	bees := r.bees
	if bees == 0 {
		bees = usualCover * capacity
	}
	for i := range r.e.Stack.Boxes {
		b := &r.e.Stack.Boxes[i]
		if r.looked[i] {
			continue
		}
		spread := r.o.Unlooked
		switch {
		case r.sameDay():
			spread = r.c.Prior.Spread
		case r.c.Expected != nil:
			spread = r.carriedSpread(b.Super)
		case b.Super && !holdsSomething(*b):
			spread = colony.Spread{}
		case !b.Super && !holdsSomething(*b):
			usual(b, bees/float64(max(1, nest)), r.c.Season.Bees)
			spread = colony.Spread{
				Brood: r.o.BroodAssumed, Stores: r.o.StoresAssumed, Super: r.o.StoresAssumed, Pollen: 0.8,
			}
		}
		r.unlaid(b)
		r.note(i, spread, NotLooked)
	}
}

// unlaid takes out of a box that was not looked into the stages that the look
// for a queen did not find: with no eggs seen there are none to carry.
func (r *reader) unlaid(b *hive.Box) {
	q := r.l.Queen
	if !q.Looked || q.Eggs || q.EggsUnlooked || b.Super {
		return
	}
	t := totalsOf(*b)
	t[comb.Eggs] = 0
	if !q.Larvae && !q.LarvaeUnlooked {
		t[comb.Larvae] = 0
		if !q.Capped && !q.CappedUnlooked {
			t[comb.Brood] = 0
		}
	}
	become(b, t)
}

// carriedSpread is how far what was carried may be off: the forecast's range,
// and what no forecast sees coming, more of it with every day.
func (r *reader) carriedSpread(super bool) colony.Spread {
	c := r.c.Expected
	brood := c.Capped
	brood.Low += c.Eggs.Low + c.Larvae.Low
	brood.Likely += c.Eggs.Likely + c.Larvae.Likely
	brood.High += c.Eggs.High + c.Larvae.High
	s := colony.Spread{
		Brood: colony.LogSD(brood), Stores: colony.LogSD(c.NestStores), Pollen: colony.LogSD(c.Pollen),
		Bees: colony.LogSD(c.Bees),
	}
	s.Super = colony.LogSD(c.SuperStores)
	if super && s.Super == 0 {
		s.Super = r.o.Unlooked.Super
	}
	unseen := r.o.UnseenADay * float64(r.l.Day-c.From)
	for _, v := range []*float64{&s.Brood, &s.Stores, &s.Super, &s.Pollen, &s.Bees} {
		*v = min(1, math.Hypot(*v, unseen))
	}
	return s
}
