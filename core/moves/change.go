package moves

import (
	"slices"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/measure"
)

// Done is what an act came to.
type Done struct {
	Hives *Hives
	// Changes are what it is to the forecast of each colony; one that nothing
	// happened to is not among them.
	Changes map[string]bees.Change
	// From and To are the colonies that gave and got; both empty where nothing
	// crossed. What the giver's change takes out is what the taker is to get.
	From, To string
}

// Do does an act to hives on a day. The hives given are left as they are.
//
// Contents are those the stacks have, as they were last seen; shares are of what a
// hive had before the act.
func Do(h *Hives, a Act, on day.Day) (Done, error) {
	after := h.clone()
	if err := a.Apply(after); err != nil {
		return Done{}, err
	}
	d := Done{Hives: after, Changes: map[string]bees.Change{}}
	for id, was := range h.all {
		c := ChangeOf(*was, *after.all[id])
		c.Treat = treatOf(after.all[id].Did, on)
		if !c.Nothing() {
			c.Day = on
			d.Changes[id] = c
		}
	}
	if b, ok := a.(Between); ok {
		d.From, d.To = b.Hives()
	}
	return d, nil
}

// held is a frame where it stands.
type held struct {
	frame hive.Frame
	in    *hive.Box
	under bool // in a box that has just come under the nest
}

// content is what combs hold, as a forecast counts it. Brood and pollen in a super
// take its cells but count as nest, as in colony.Estimate.
type content struct {
	nestKg, superKg           float64 // honey; nectar counted as the honey it becomes
	nestDrawn, superDrawn     float64 // worker cells
	nestUndrawn, superUndrawn float64
	pollen, brood             float64 // cells
}

func (c *content) add(o content) {
	c.nestKg += o.nestKg
	c.superKg += o.superKg
	c.nestDrawn += o.nestDrawn
	c.superDrawn += o.superDrawn
	c.nestUndrawn += o.nestUndrawn
	c.superUndrawn += o.superUndrawn
	c.pollen += o.pollen
	c.brood += o.brood
}

// contentOf returns what a frame holds in such a box of the nest or the supers.
func contentOf(f hive.Frame, in *hive.Box, super bool) content {
	cells := in.Format.Frame.WorkerCells()
	var c content
	for _, s := range [2]comb.Shares{f.A.Completed(), f.B.Completed()} {
		drawn, undrawn := cells*(1-s[comb.Foundation]), cells*s[comb.Foundation]
		c.pollen += cells * s[comb.Pollen]
		c.brood += cells * (s.Worker() + s[comb.Drone])
		if super {
			nest := cells * (s.Worker() + s[comb.Drone] + s[comb.Pollen])
			c.nestDrawn += nest
			c.superDrawn += drawn - nest
			c.superUndrawn += undrawn
		} else {
			c.nestDrawn += drawn
			c.nestUndrawn += undrawn
		}
	}
	if kg := in.FrameHoneyKg(f); super {
		c.superKg = kg
	} else {
		c.nestKg = kg
	}
	return c
}

// framesOf lists the frames of a stack in order. Those of a box that is not in
// before and stands under a nest are under, unless a comb of that hive hangs in it:
// then she has been set there.
func framesOf(st, before hive.Stack) []held {
	var out []held
	for i := range st.Boxes {
		b := &st.Boxes[i]
		under := i == 0 && !b.Super && len(st.Boxes) > 1 && before.BoxAt(b.ID) < 0 && !slices.ContainsFunc(b.Frames, func(f hive.Frame) bool {
			_, had := before.PlaceOf(f.ID)
			return had
		})
		for _, f := range b.Frames {
			out = append(out, held{f, b, under})
		}
	}
	return out
}

// byID returns frames by id.
func byID(all []held) map[string]held {
	out := make(map[string]held, len(all))
	for _, x := range all {
		out[x.frame.ID] = x
	}
	return out
}

// sameComb reports whether a frame holds what it held, whichever way it hangs.
func sameComb(a, b hive.Frame) bool {
	return a.A == b.A && a.B == b.B || a.A == b.B && a.B == b.A
}

// ChangeOf compares a hive before and after an act and returns what happened as
// the forecast has it, without the day and without what came from another hive.
func ChangeOf(before, after Hive) bees.Change {
	was, is := framesOf(before.Stack, before.Stack), framesOf(after.Stack, before.Stack)
	now, then := byID(is), byID(was)
	var all, out, up, down content
	for _, x := range was {
		k := contentOf(x.frame, x.in, x.in.Super)
		all.add(k)
		switch n, stays := now[x.frame.ID]; {
		case !stays || !SameBut(n.frame, x.frame):
			out.add(k)
		case n.in.Super && !x.in.Super:
			k.nestDrawn -= contentOf(x.frame, x.in, true).nestDrawn // brood that goes up stays nest
			up.add(k)
		case !n.in.Super && x.in.Super:
			down.add(k)
		}
	}
	c := bees.Change{
		NestHoneyOut:     measure.Share(out.nestKg, all.nestKg),
		NestHoneyUp:      measure.Share(up.nestKg, all.nestKg),
		NestDrawnOut:     measure.Share(out.nestDrawn, all.nestDrawn),
		NestDrawnUp:      measure.Share(up.nestDrawn, all.nestDrawn),
		NestUndrawnOut:   measure.Share(out.nestUndrawn, all.nestUndrawn),
		NestUndrawnUp:    measure.Share(up.nestUndrawn, all.nestUndrawn),
		SuperOut:         measure.Share(out.superKg, all.superKg),
		SuperHoneyDown:   measure.Share(down.superKg, all.superKg),
		SuperDrawnOut:    measure.Share(out.superDrawn, all.superDrawn),
		SuperDrawnDown:   measure.Share(down.superDrawn, all.superDrawn),
		SuperUndrawnOut:  measure.Share(out.superUndrawn, all.superUndrawn),
		SuperUndrawnDown: measure.Share(down.superUndrawn, all.superUndrawn),
		PollenOut:        measure.Share(out.pollen, all.pollen),
		BroodOut:         measure.Share(out.brood, all.brood),
	}
	for _, x := range is {
		old, had := then[x.frame.ID]
		if !had || !SameBut(x.frame, old.frame) {
			come(&c, x)
		}
	}
	arranged(&c, before.Stack, after.Stack)
	c.Inward = measure.Share(besideBrood(after.Stack, then)-besideBrood(before.Stack, now), all.nestKg)
	d := after.Did
	c.FeedKg, c.BeesOut, c.FliersOut, c.Opened, c.DroneOut = d.FeedKg, d.BeesOut, d.FliersOut, d.Opened, d.DroneOut
	c.QueenOut, c.QueenIn, c.Caged = d.QueenOut, d.QueenIn, d.Caged
	c.QueenLost, c.Swarmed, c.LaysIn = d.QueenLost, d.Swarmed, d.LaysIn
	c.FlyBack = d.FlyBack && c.BeesOut < allWent
	if d.Emptied {
		c.BeesOut, c.BroodOut, c.FlyBack = 1, 1, false
	}
	return c
}

// besideBrood returns the honey of combs of the nest that hang next to brood and hold none, of those that others are among:
// what came or went is told elsewhere. kg.
func besideBrood(st hive.Stack, others map[string]held) float64 {
	kg := 0.0
	for i := range st.Boxes {
		b := &st.Boxes[i]
		if b.Super {
			continue
		}
		brood := func(k int) bool { return k >= 0 && k < len(b.Frames) && hive.HasBrood(b.Frames[k]) }
		for k, f := range b.Frames {
			if x, stays := others[f.ID]; stays && !x.in.Super && !brood(k) && (brood(k-1) || brood(k+1)) {
				kg += b.FrameHoneyKg(f)
			}
		}
	}
	return kg
}

// treatOf returns what a treatment that was noted on a day is to mites; nil for none.
func treatOf(d Effect, on day.Day) *bees.Treat {
	if d.Treated == nil || d.Against.Days == 0 {
		return nil
	}
	t := &bees.Treat{Class: d.Against}
	switch to := d.Treated.To; {
	case to != 0 && to <= on:
		t.Over = true
	case to != 0:
		t.Days = int(to - on)
	}
	return t
}

// allWent is the share of the bees from which on nobody is left to fly back to. Rounding.
const allWent = 0.99

// come adds the comb of a frame that came, or is not the comb it was.
func come(c *bees.Change, x held) {
	k := contentOf(x.frame, x.in, x.in.Super)
	if x.in.Super && x.in.Format.Frame.WorkerCells() > 0 {
		f := x.in.Format
		c.SuperKgPerCell = f.Frame.HoneyKg(f.ThicknessMM(len(x.in.Frames))) / f.Frame.WorkerCells()
	}
	c.SuperDrawn += k.superDrawn
	c.SuperUndrawn += k.superUndrawn
	if x.under {
		c.UnderDrawn += k.nestDrawn
		c.UnderUndrawn += k.nestUndrawn
		return
	}
	c.NestDrawn += k.nestDrawn
	c.NestUndrawn += k.nestUndrawn
}

// arranged adds how the hive was arranged anew: the order of the nest's boxes, the
// excluder, the screen.
func arranged(c *bees.Change, before, after hive.Stack) {
	order := func(st, other hive.Stack) (ids []string) {
		for _, b := range st.Boxes {
			if i := other.BoxAt(b.ID); !b.Super && i >= 0 && !other.Boxes[i].Super {
				ids = append(ids, b.ID)
			}
		}
		return ids
	}
	if !slices.Equal(order(before, after), order(after, before)) {
		shape := colony.ShapeOf(after)
		c.Turned, c.Lid, c.Low = true, shape.Lid, shape.Low
	}
	c.Excluder = setting(before.ExcluderAbove > 0, after.ExcluderAbove > 0)
	c.Screen = setting(before.OverScreen, after.OverScreen)
	c.Insulate = setting(before.Insulation.On, after.Insulation.On)
}

// setting returns what happened to a thing that was there or not.
func setting(was, is bool) bees.Setting {
	switch {
	case is && !was:
		return bees.On
	case was && !is:
		return bees.Off
	}
	return bees.AsItIs
}
