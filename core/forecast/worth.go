package forecast

import (
	"math"
	"slices"
)

// Worth is what a look would do for a decision.
type Worth struct {
	Chance  float64 // now, that the runway ends before the day
	Saved   float64 // by it, on average, in what plans are told by
	Changes float64 // chance that the look changes what to do
}

// bins of a quantity's logarithm; enough for a smooth answer, few enough to be
// quick.
const worthBins = 48

// worthSDs is how far past what is likely a look may come out, standard deviations.
const worthSDs = 2.5

// Informs returns what it is worth to look at a quantity with a spread sd (of its logarithm) before choosing
// between plans, each told by what it comes to in each member; the first is the one that would be chosen now.
//
// It is the expected value of sample information: over all results the look may
// give, the best plan then, against the best plan now
// (Raiffa and Schlaifer 1961, Applied Statistical Decision Theory, from
// memory).
func (r *Result) Informs(q Quantity, sd float64, plans [][]float64) Worth {
	var w Worth
	x := r.logs(q)
	if len(x) == 0 || sd <= 0 || len(plans) < 2 {
		return w
	}
	lo, hi := slices.Min(x)-worthSDs*sd, slices.Max(x)+worthSDs*sd
	step := (hi - lo) / worthBins
	if step < 1e-9 {
		return w // it is known already
	}
	var count [worthBins + 1]float64
	sums := make([][worthBins + 1]float64, len(plans))
	n := float64(len(x))
	now := make([]float64, len(plans))
	for m, v := range x {
		k := int((v - lo) / step)
		count[k]++
		for i, p := range plans {
			sums[i][k] += p[m]
			now[i] += p[m] / n
		}
	}
	best := slices.Max(now)
	after, of := 0.0, make([]float64, len(plans))
	for o := range worthBins + 1 { // a result of the look
		weight := 0.0
		clear(of)
		for k := range worthBins + 1 { // a truth it may come from
			if count[k] == 0 {
				continue
			}
			d := float64(o-k) * step / sd
			l := math.Exp(-d*d/2) * step / (sd * math.Sqrt(2*math.Pi))
			weight += l * count[k] / n
			for i := range plans {
				of[i] += l * sums[i][k] / n
			}
		}
		if weight < 1e-12 {
			continue
		}
		top := slices.Max(of)
		after += top
		if top > of[slices.Index(now, best)] {
			w.Changes += weight
		}
	}
	w.Saved = max(0, after-best)
	w.Changes = min(1, w.Changes)
	return w
}

// logs returns the logarithm of a quantity by member.
func (r *Result) logs(q Quantity) []float64 {
	out := make([]float64, len(r.today[q]))
	for m, v := range r.today[q] {
		out[m] = math.Log(max(v, floor(q)))
	}
	return out
}

// floor keeps logarithms of nothing in bounds: a tenth of a kilogram, a hundred
// cells or bees.
func floor(q Quantity) float64 {
	switch q {
	case OfStores, OfNestStores, OfSuperStores, OfReachable, OfRoom:
		return floorKg
	}
	return floorCells
}
