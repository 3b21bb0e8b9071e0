// Package supering says who gets the drawn combs where there are not enough for all supers that are wanted: those hives that store
// the most by them. The rest get foundation where that pays, or nothing.
//
// Left out on purpose: combs of several frames in one box, and how far away a hive stands.
package supering

import "math"

// Hive is one that is to get supers.
type Hive struct {
	Code  string
	Combs int // in one super, at least 1
	// What it stores more with one super, two, …, kg of honey against none: drawn, and of foundation. Both are of the same length.
	Drawn, Foundation []float64
}

// Wants is the number of supers that are wanted.
func (h Hive) Wants() int { return len(h.Drawn) }

// Given is what a hive gets.
type Given struct {
	Drawn, Foundation int     // supers
	Kg                float64 // of honey that they bring, against none
	LostKg            float64 // against as many of drawn comb as are wanted
}

// leastKg is what a super of foundation must bring to be put on. Source: rounding.
const leastKg = 0.3

// Share shares out so many drawn combs of one frame, such that all hives together store the most. It is exact: the knapsack of all
// ways to give each hive some (dynamic programming over combs). Where a hive gets fewer drawn supers than it wants it gets
// foundation above them as far as that pays.
func Share(hives []Hive, combs int) []Given {
	out := make([]Given, len(hives))
	if len(hives) == 0 {
		return out
	}
	unit, all := 0, 0
	for _, h := range hives {
		unit = divisor(unit, h.Combs)
		all += h.Combs * h.Wants()
	}
	room := min(max(combs, 0), all) / unit
	// best[c] is the most that the hives so far store with c units; took[i][c] the drawn supers of hive i at that.
	best := make([]float64, room+1)
	took := make([][]uint8, len(hives))
	for i, h := range hives {
		took[i] = make([]uint8, room+1)
		next := make([]float64, room+1)
		for c := range next {
			next[c] = math.Inf(-1)
			for drawn := 0; drawn <= h.Wants() && drawn*h.Combs/unit <= c; drawn++ {
				// Of two ways that store the same the one with fewer drawn combs is kept.
				if v := best[c-drawn*h.Combs/unit] + h.with(drawn).Kg; v > next[c]+rounding {
					next[c], took[i][c] = v, uint8(drawn)
				}
			}
		}
		best = next
	}
	c := room
	for i := len(hives) - 1; i >= 0; i-- {
		drawn := int(took[i][c])
		out[i] = hives[i].with(drawn)
		c -= drawn * hives[i].Combs / unit
	}
	return out
}

// rounding is what sums of floating point may be off by.
const rounding = 1e-9

// with returns what a hive gets and stores with so many drawn supers, and of foundation what pays.
func (h Hive) with(drawn int) Given {
	g := Given{Drawn: drawn}
	if drawn > 0 {
		g.Kg = h.Drawn[drawn-1]
	}
	for n := drawn + 1; n <= h.Wants(); n++ {
		more := h.Foundation[n-1]
		if drawn > 0 {
			more -= h.Foundation[drawn-1]
		}
		if kg := h.bare(drawn) + more; more >= leastKg && kg > g.Kg {
			g.Kg, g.Foundation = kg, n-drawn
		}
	}
	if h.Wants() > 0 {
		g.LostKg = max(0, h.Drawn[h.Wants()-1]-g.Kg)
	}
	return g
}

func (h Hive) bare(drawn int) float64 {
	if drawn == 0 {
		return 0
	}
	return h.Drawn[drawn-1]
}

// divisor is the greatest common one; of 0 and n it is n.
func divisor(a, b int) int {
	for a != 0 {
		a, b = b%a, a
	}
	return max(b, 1)
}

// Baits returns how many supers of foundation can have a drawn comb as a bait, of the combs that are left over. Source: common
// practice: one drawn comb in the middle draws bees up into a super of foundation.
func Baits(hives []Hive, given []Given, combs int) int {
	sheets := 0
	for i, g := range given {
		combs -= g.Drawn * hives[i].Combs
		sheets += g.Foundation
	}
	return max(0, min(combs, sheets))
}
