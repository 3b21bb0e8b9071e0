package combwise

import (
	"math"
	"math/rand/v2"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/look"
)

// Eye is how far a keeper is off, as standard deviations of logarithms: Whole for all that
// is seen on one look, Box for each box, Bees for seams, Weight of a scale in kg.
type Eye struct {
	Whole, Box, Bees float64
	WeightKg         float64
	Covers           float64 // share of a comb that bees and keeper call a full frame of brood
}

// UsualEye is a keeper of the middle sort. Source: Imdorf et al. 1987, about 10 % once
// trained, from memory; the rest guesses.
var UsualEye = Eye{Whole: 0.08, Box: 0.12, Bees: 0.15, WeightKg: 0.5, Covers: 1}

// Look is what a keeper sees and enters: the nest at one depth, supers at the same or at a
// glance, and the whole weighed where the depth is by heft.
func (c *Colony) Look(d look.Depth, e Eye, r *rand.Rand) look.Look {
	off := func(sd float64) float64 { return math.Exp(sd * r.NormFloat64()) }
	whole := off(e.Whole)
	l := look.Look{Day: c.Day}
	c.paint()
	h := c.Holds()
	switch d {
	case look.ByHeft:
		l.Weight = look.Weight{How: look.OnScale, Kg: c.GrossKg() + e.WeightKg*r.NormFloat64()}
	case look.ByBox, look.ByFace:
		l.Queen = colony.QueenEvidence{
			Day: c.Day, Looked: true, Eggs: h.Eggs > 150, Larvae: h.Larvae > 200, Capped: h.Sealed > 300,
		}
		l.Queen.Seen = c.queen > 0 && r.Float64() < 0.35
		l.CellsChecked = true
	}
	seams := c.seams(off(e.Bees))
	for i, b := range c.Stack.Boxes {
		x := look.BoxLook{Box: b.ID, Depth: d, Seams: -1}
		if d != look.ByHeft {
			x.Seams = seams[i]
		}
		own := e.draw(whole, r)
		switch d {
		case look.ByFace:
			for _, f := range b.Frames {
				x.Faces = append(x.Faces, [2]comb.Face{
					look.Quantise(distorted(f.A, own)), look.Quantise(distorted(f.B, own)),
				})
			}
		case look.ByBox:
			x.Counts = counted(b, own, e.Covers)
		case look.BySeams:
			if b.Super {
				x.Super = glance(b)
			}
		case look.ByHeft:
			x.Depth = look.NotLooked
		}
		l.Boxes = append(l.Boxes, x)
	}
	return l
}

// seenAs is how far one sees each thing off: factors by content.
type seenAs [comb.Contents]float64

// draw draws one way of seeing: brood as one, stores as one, pollen and empty comb.
func (e Eye) draw(whole float64, r *rand.Rand) seenAs {
	off := func() float64 { return math.Exp(e.Box * r.NormFloat64()) }
	brood, stores, pollen, empty := whole*off(), whole*off(), whole*off()*off(), off()
	return seenAs{
		comb.Honey: stores, comb.Nectar: stores * off(), comb.Pollen: pollen, comb.Eggs: brood * off(),
		comb.Larvae: brood * off(), comb.Brood: brood, comb.Drone: brood * off(), comb.Empty: empty, comb.Foundation: 1,
	}
}

// distorted is a face as it is seen: each content more or less, all of it filling the comb
// that is there, for nobody sees more comb than there is.
func distorted(s comb.Shares, by seenAs) comb.Shares {
	drawn, all := 1-s[comb.Foundation], 0.0
	for x := range s {
		if comb.Content(x) != comb.Foundation {
			s[x] *= by[x]
			all += s[x]
		}
	}
	if all <= 0 {
		return s
	}
	for x := range s {
		if comb.Content(x) != comb.Foundation {
			s[x] *= drawn / all
		}
	}
	return s
}

// counted is a box in half frames.
func counted(b hive.Box, by seenAs, covers float64) look.Counts {
	var t comb.Shares
	for _, f := range b.Frames {
		for x := range t {
			t[x] += (f.A[x] + f.B[x]) / 2
		}
	}
	n := float64(len(b.Frames))
	for x := range t {
		t[x] /= n
	}
	t = distorted(t, by)
	for x := range t {
		t[x] *= n
	}
	half := func(v float64) float64 { return math.Round(2*v) / 2 }
	left := float64(len(b.Frames))
	take := func(v float64) float64 { n := min(half(v), left); left -= n; return n }
	var c look.Counts
	c.Undrawn = take(t[comb.Foundation])
	c.Brood = take(t.Worker() / covers)
	c.Drone = take(t[comb.Drone])
	c.Honey = take(t[comb.Honey])
	c.Nectar = take(t[comb.Nectar])
	c.Pollen = take(t[comb.Pollen])
	c.Empty = left
	return c
}

// glance is a super from above.
func glance(b hive.Box) look.SuperState {
	full, all := 0.0, 0.0
	for _, f := range b.Frames {
		full += f.A.Stored() + f.B.Stored()
		all += 2
	}
	switch v := full / max(1, all); {
	case v < 0.03:
		return look.SuperEmpty
	case v < 0.27:
		return look.SuperStarted
	case v < 0.64:
		return look.SuperHalf
	case v < 0.9:
		return look.SuperNearly
	}
	return look.SuperFull
}

// seams counts the bees by box from the nest outwards.
func (c *Colony) seams(off float64) []float64 {
	at := make([]float64, len(c.Stack.Boxes))
	bees := c.Bees() * off
	for _, full := range [...]float64{0.85, 1} { // loosely first, then close
		for _, s := range c.byNearness() {
			held := s.cells * beesPerCell
			if s.super {
				held *= c.used[c.Stack.Boxes[s.box].ID]
			}
			n := min(bees, held*(full-0.85*math.Floor(full)))
			at[s.box] += n / (s.cells * beesPerCell)
			bees -= n
		}
	}
	for i, b := range c.Stack.Boxes {
		at[i] = min(math.Round(2*at[i])/2, float64(len(b.Frames)))
	}
	return at
}

// GrossKg is what the hive weighs: ware, stores, pollen, brood, bees, floor and lid.
func (c *Colony) GrossKg() float64 {
	const floorAndLid = 5.5 // kg, pine, common practice
	kg := floorAndLid + c.Bees()/hive.BeesPerKg + c.feeder
	for _, b := range c.Stack.Boxes {
		kg += b.TareKg()
	}
	for _, s := range c.spots {
		kg += s.stores() + s.nectar + s.pollen*hive.PollenKgPerCell + s.worker()*hive.BroodKgPerCell // nectar is wet
	}
	return kg
}
