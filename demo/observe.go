package demo

import (
	"math"

	"kembo/core/comb"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
)

// observe is what a keeper sees of the truth and enters: counts in half
// frames, or faces in eighths, each a little off.
func (t *truth) observe(byFace bool, check string) *history.Look {
	nest, super := t.contents()
	l := &history.Look{Health: "healthy", Cells: history.Cells{Check: check}}
	off := func(sd float64) float64 { return math.Exp(sd * t.rng.NormFloat64()) }
	brood, stores := off(0.08), off(0.09)
	bees := t.state.Bees() * off(0.1)
	for i, b := range t.nest {
		l.Boxes = append(l.Boxes, t.boxLook(b, nest[i], byFace, brood, stores))
	}
	for i, b := range t.super {
		l.Boxes = append(l.Boxes, t.boxLook(b, super[i], false, brood, stores))
	}
	// Seams from the floor up: the nest holds most of the bees.
	all := append(append([]hive.Box(nil), t.nest...), t.super...)
	for i, b := range all {
		share := 0.9
		if i >= len(t.nest) {
			share = min(0.9, 0.1+1.2*fullness(super[i-len(t.nest)]))
		}
		per := b.Format.Frame.BeesAtFullCover()
		n := math.Min(math.Round(2*bees/per)/2, math.Round(2*share*float64(len(b.Frames)))/2)
		n = max(0, n)
		bees -= n * per
		l.Boxes[i].Seams = &n
	}
	q := &l.Queen
	q.Looked = true
	q.Eggs = t.state.EggCount() > 150
	q.Larvae = t.state.LarvaCount() > 300
	q.Capped = t.state.CappedCount() > 300
	q.Seen = q.Eggs && t.rng.Float64() < 0.35
	return l
}

// fullness is the share of a super's comb that holds something.
func fullness(t look.Totals) float64 {
	sum := 0.0
	for _, v := range t {
		sum += v
	}
	if sum <= 0 {
		return 0
	}
	return (t[comb.Honey] + t[comb.Nectar]) / sum
}

func (t *truth) boxLook(b hive.Box, totals look.Totals, byFace bool, brood, stores float64) history.BoxLook {
	out := history.BoxLook{Box: b.ID, Depth: string(look.ByBox)}
	if byFace {
		out.Depth = string(look.ByFace)
		work := b
		work.Frames = append([]hive.Frame(nil), b.Frames...)
		look.Arrange(&work, totals)
		for _, f := range work.Frames {
			out.Faces = append(out.Faces, [2]string{zones(look.Quantise(f.A)), zones(look.Quantise(f.B))})
		}
		return out
	}
	half := func(faces float64) float64 { return math.Round(faces) / 2 } // faces to half frames
	c := &look.Counts{
		Brood:   half((totals[comb.Eggs] + totals[comb.Larvae] + totals[comb.Brood] + totals[comb.Drone]) * brood),
		Honey:   half(totals[comb.Honey] * stores),
		Nectar:  half(totals[comb.Nectar] * stores),
		Pollen:  half(totals[comb.Pollen]),
		Undrawn: half(totals[comb.Foundation]),
	}
	n := float64(len(b.Frames))
	for _, v := range []*float64{&c.Undrawn, &c.Brood, &c.Honey, &c.Nectar, &c.Pollen} {
		*v = min(*v, n)
		n -= *v
	}
	c.Empty = n
	out.Counts = c
	return out
}

// zones writes a face zone by zone, the stores on top as on a comb.
func zones(f comb.Face) string {
	var b []byte
	for c, n := range f {
		for range n {
			b = append(b, comb.Letters[c])
		}
	}
	for len(b) < 8 {
		b = append(b, '.')
	}
	return string(b)
}

// glance is what a keeper sees who only lifts the lid: seams of bees, how full
// the supers are, white wax, and a lift by the back.
func (t *truth) glance() *history.Look {
	l := t.observe(false, "")
	l.Queen, l.Health = history.Queen{}, ""
	_, super := t.contents()
	wax := "no"
	for i := range l.Boxes {
		b := &l.Boxes[i]
		b.Depth, b.Counts = string(look.BySeams), nil
		if i < len(t.nest) {
			continue
		}
		switch full := fullness(super[i-len(t.nest)]); {
		case full < 0.03:
			b.State = string(look.SuperEmpty)
		case full < 0.25:
			b.State = string(look.SuperStarted)
		case full < 0.65:
			b.State = string(look.SuperHalf)
		case full < 0.9:
			b.State = string(look.SuperNearly)
		default:
			b.State = string(look.SuperFull)
		}
		if b.State != string(look.SuperEmpty) {
			wax = "yes"
		}
	}
	l.WhiteWax = wax
	heft := look.Heavy
	switch kg := t.state.Stores(); {
	case kg < 7:
		heft = look.Light
	case kg < 15:
		heft = look.Fair
	}
	l.Weight = &history.Weight{How: string(look.ByFeel), Heft: string(heft)}
	return l
}
