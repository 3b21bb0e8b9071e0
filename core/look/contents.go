package look

import (
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/hive"
)

// totalsOf returns what a box holds, in faces by content; what is unknown is
// taken as empty comb.
func totalsOf(b hive.Box) Totals {
	var t Totals
	for _, f := range b.Frames {
		for _, s := range [2]comb.Shares{f.A.Completed(), f.B.Completed()} {
			for c, v := range s {
				t[c] += v
			}
		}
	}
	return t
}

// perFace returns the kg of capped honey on a full face of a box.
func perFace(b hive.Box) float64 {
	return b.Format.Frame.HoneyKg(b.Format.ThicknessMM(len(b.Frames)))
}

// holdsSomething reports whether a box was ever seen to hold anything.
func holdsSomething(b hive.Box) bool {
	for _, f := range b.Frames {
		for _, s := range [2]comb.Shares{f.A, f.B} {
			if s.Known()-s[comb.Empty]-s[comb.Foundation] > 0 {
				return true
			}
		}
	}
	return false
}

// become changes a box so that it holds totals, each content where it stood:
// what shrinks leaves empty comb where it was, what grows takes empty comb,
// brood and pollen beside the nest first. Growth that finds no room is cut.
func become(b *hive.Box, t Totals) {
	now := totalsOf(*b)
	each := func(change func(s *comb.Shares)) {
		for i := range b.Frames {
			change(&b.Frames[i].A)
			change(&b.Frames[i].B)
		}
	}
	each(func(s *comb.Shares) { *s = s.Completed() })
	for c := range t {
		if comb.Content(c) == comb.Empty || now[c] <= t[c] || now[c] == 0 {
			continue
		}
		k := t[c] / now[c]
		each(func(s *comb.Shares) {
			s[comb.Empty] += s[c] * (1 - k)
			s[c] *= k
		})
	}
	for _, c := range [...]comb.Content{
		comb.Eggs, comb.Larvae, comb.Brood, comb.Drone, comb.Pollen, comb.Honey, comb.Nectar, comb.Foundation,
	} {
		grow := t[c] - now[c]
		if grow <= 1e-9 {
			continue
		}
		near := c != comb.Honey && c != comb.Nectar
		for range 4 { // a face that fills up passes the rest on
			room := 0.0
			weight := func(s *comb.Shares) float64 {
				if near {
					return s[comb.Empty] * (0.05 + s.Worker() + s[comb.Pollen])
				}
				return s[comb.Empty]
			}
			each(func(s *comb.Shares) { room += weight(s) })
			if room <= 1e-9 || grow <= 1e-9 {
				break
			}
			poured := 0.0
			each(func(s *comb.Shares) {
				d := min(s[comb.Empty], grow*weight(s)/room)
				s[c] += d
				s[comb.Empty] -= d
				poured += d
			})
			grow -= poured
		}
	}
}

// withStores returns totals with kg of stores, of which nectarKg open.
func withStores(t Totals, b hive.Box, kg, nectarKg float64) Totals {
	per := perFace(b)
	if per <= 0 {
		return t
	}
	nectarKg = min(nectarKg, kg)
	t[comb.Honey] = (kg - nectarKg) / per
	t[comb.Nectar] = nectarKg / (per * b.OpenFill())
	return t
}

// storesOf returns the kg of stores in a box, and of them the open ones.
func storesOf(b hive.Box) (kg, nectarKg float64) {
	t, per := totalsOf(b), perFace(b)
	nectarKg = per * b.OpenFill() * t[comb.Nectar]
	return per*t[comb.Honey] + nectarKg, nectarKg
}

// roomKg returns the kg of capped honey that a box's empty comb could take.
func roomKg(b hive.Box) float64 { return totalsOf(b)[comb.Empty] * perFace(b) }

// capacityKg returns the kg of capped honey that a box's drawn comb could hold.
func capacityKg(b hive.Box) float64 {
	return (2*float64(len(b.Frames)) - totalsOf(b)[comb.Foundation]) * perFace(b)
}

// layFaces writes painted faces; a face not painted keeps what it had. It
// returns what each face rests on.
func layFaces(b *hive.Box, faces [][2]comb.Face, rest colony.Origin) [][2]colony.Origin {
	out := make([][2]colony.Origin, len(b.Frames))
	for i := range out {
		out[i] = [2]colony.Origin{rest, rest}
	}
	for i, f := range faces {
		for side, painted := range f {
			if painted.Painted() == 0 {
				continue
			}
			out[i][side] = colony.Measured
			if side == 0 {
				b.Frames[i].A = painted.Shares()
			} else {
				b.Frames[i].B = painted.Shares()
			}
		}
	}
	return out
}
