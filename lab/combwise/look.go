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
		own := whole * off(e.Box)
		switch d {
		case look.ByFace:
			for _, f := range b.Frames {
				s := look.Quantise(distorted(f.A, own*off(e.Box)))
				x.Faces = append(x.Faces, [2]comb.Face{s, look.Quantise(distorted(f.B, own*off(e.Box)))})
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

// distorted is a face as an eye that is off sees it: all that is in it more or less, and
// the empty cells what is left.
func distorted(s comb.Shares, by float64) comb.Shares {
	full := 1 - s[comb.Empty] - s[comb.Foundation]
	if full <= 0 {
		return s
	}
	k := min(by, (1-s[comb.Foundation])/full)
	for _, x := range [...]comb.Content{
		comb.Honey, comb.Nectar, comb.Pollen, comb.Eggs, comb.Larvae, comb.Brood, comb.Drone,
	} {
		s[x] *= k
	}
	s[comb.Empty] = max(0, 1-s[comb.Foundation]-full*k)
	return s
}

// counted is a box in half frames.
func counted(b hive.Box, by, covers float64) look.Counts {
	var t comb.Shares
	for _, f := range b.Frames {
		for x := range t {
			t[x] += (f.A[x] + f.B[x]) / 2
		}
	}
	half := func(v float64) float64 { return math.Round(2*v) / 2 }
	left := float64(len(b.Frames))
	take := func(v float64) float64 { n := min(half(v), left); left -= n; return n }
	var c look.Counts
	c.Undrawn = take(t[comb.Foundation])
	c.Brood = take(by * t.Worker() / covers)
	c.Drone = take(by * t[comb.Drone])
	c.Honey = take(by * t[comb.Honey])
	c.Nectar = take(by * t[comb.Nectar])
	c.Pollen = take(by * t[comb.Pollen])
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
