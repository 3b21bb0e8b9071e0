package look

import (
	"math"

	"kembo/core/colony"
	"kembo/core/hive"
	"kembo/core/ledger"
)

// piece is an amount in one box with how far it may be off, in the same unit,
// and the depth it was told at: one observer's errors at one depth go together.
type piece struct {
	amount, sd float64
	depth      Depth
}

// spreadOf returns the spread of a sum of pieces, as the standard deviation of
// its logarithm: errors of one depth add up, those of different depths are
// apart.
func spreadOf(ps []piece) float64 {
	sum := 0.0
	byDepth := map[Depth]float64{}
	for _, p := range ps {
		sum += p.amount
		byDepth[p.depth] += p.sd
	}
	if sum <= 0 {
		return 0
	}
	v := 0.0
	for _, d := range [...]Depth{NotLooked, ByHeft, BySeams, ByBox, ByFace} { // in order: the same sum every time
		v += byDepth[d] * byDepth[d]
	}
	return min(1, math.Sqrt(v)/sum)
}

// Spreads of what else stands on a scale, as shares of its mass. Source: none;
// guesses.
const (
	beesOff  = 0.25
	otherOff = 0.30 // brood and pollen
)

// weigh brings the stores of all boxes into line with a weight of the whole
// hive: each box is moved by as much as it was in doubt, and is surer after.
func (r *reader) weigh() {
	w := r.l.Weight
	if w.How == NotWeighed {
		return
	}
	r.depths = addDepth(r.depths, ByHeft)
	sum, variance := 0.0, 0.0
	for _, p := range r.stores {
		sum += p.amount
		variance += p.sd * p.sd
	}
	kg, sd := r.storesOnScale(w)
	r.e.OnScale.Kg, r.e.OnScale.SD = kg, sd
	if variance <= 0 || sd <= 0 {
		return
	}
	gain := variance / (variance + sd*sd)
	move := gain * (kg - sum)
	for i := range r.stores {
		p := &r.stores[i]
		if p.sd == 0 {
			continue
		}
		part := p.sd * p.sd / variance
		b := &r.e.Stack.Boxes[i]
		want := max(0, p.amount+move*part)
		become(b, withStores(totalsOf(*b), *b, want, want*r.open(*b)))
		p.amount, _ = storesOf(*b)
		// The sum is surer by the gain, the split between boxes less so: half way.
		p.sd *= math.Sqrt(max(0, 1-gain*(1+part)/2))
		if gain > 0.5 && r.parts[i].Stores != colony.Measured {
			r.parts[i].Stores = colony.Measured
			if b.Super {
				r.parts[i].Brood = colony.Measured
			}
			if r.parts[i].Depth == "" {
				r.parts[i].Depth = string(ByHeft)
			}
		}
	}
}

// storesOnScale returns the stores that a weight of the whole hive says, with
// how far that may be off: wood, wax, bees, brood, pollen and wet wood taken
// away.
func (r *reader) storesOnScale(w Weight) (kg, sd float64) {
	tare, other, capacity := r.e.Stack.TareKg(), 0.0, 0.0
	for _, b := range r.e.Stack.Boxes {
		other += b.LiftKg() - b.TareKg() - b.HoneyKg()
		if b.Super {
			kg, _ := storesOf(b)
			capacity += kg // supers as they are believed
		} else {
			capacity += capacityKg(b)
		}
	}
	if w.How == ByFeel {
		h := hefts[w.Heft]
		return h.full * capacity, h.sd * h.full * capacity
	}
	bees := r.e.Bees / hive.BeesPerKg
	gross := ledger.Sides(w.Kg, 0)
	switch w.How {
	case TwoSides:
		gross = ledger.Sides(w.Kg, w.OtherKg)
	case OneSide:
		gross = ledger.OneSide(w.Kg)
	}
	variance := 0.0
	for _, off := range []float64{
		gross.SD(), ledger.TareShare * tare, beesOff * bees, otherOff * other, r.o.FloorLidSD, ledger.WetWoodKg,
	} {
		variance += off * off
	}
	return max(0, gross.Likely-tare-other-bees-r.o.FloorLidKg), math.Sqrt(variance)
}
