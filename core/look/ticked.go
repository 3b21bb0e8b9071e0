package look

import "kembo/core/comb"

// ticked adds young brood that was seen but stands on none of the faces that were painted: as
// much as goes with the capped brood by the season, at least a patch. What was seen is kept.
func (r *reader) ticked() {
	q := r.l.Queen
	if !q.Looked || !q.Eggs && !q.Larvae {
		return
	}
	var all Totals
	best, most := -1, -1.0
	for i, b := range r.e.Stack.Boxes {
		t := totalsOf(b)
		for c := range all {
			all[c] += t[c]
		}
		if brood := comb.Shares(t).Worker(); !b.Super && brood > most {
			best, most = i, brood
		}
	}
	if best < 0 || r.boxes[best].Depth != ByFace {
		return
	}
	eggs, larvae, capped := Stages(q, r.c.Season.Bees)
	t := totalsOf(r.e.Stack.Boxes[best])
	add := func(seen bool, of comb.Content, share float64) {
		ought := patch
		if capped > 0 {
			ought = max(patch, all[comb.Brood]*share/max(capped, leastCapped))
		}
		if seen && !r.painted(of) && all[of] < ought {
			t[of] += ought - all[of]
		}
	}
	add(q.Eggs, comb.Eggs, eggs)
	add(q.Larvae, comb.Larvae, larvae)
	become(&r.e.Stack.Boxes[best], t)
}

// painted reports whether a content stands on any face that was painted.
func (r *reader) painted(of comb.Content) bool {
	for _, b := range r.boxes {
		for _, f := range b.Faces {
			if f[0][of]+f[1][of] > 0 {
				return true
			}
		}
	}
	return false
}

// patch is the least of young brood that one sees, in faces; leastCapped keeps the season's
// split from being divided by nothing. Source: none; guess, some two hundred cells.
const patch, leastCapped = 0.06, 0.2
