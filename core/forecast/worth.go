package forecast

import (
	"math"
	"slices"
)

// Worth is what a look would do for a decision.
type Worth struct {
	Chance  float64 // now, that the runway ends before the day
	Saved   float64 // expected loss saved, where missing a colony costs 1 and acting for nothing the risk setting
	Changes float64 // chance that the look changes what to do
}

// bins of a quantity's logarithm; enough for a smooth answer, few enough to be
// quick.
const worthBins = 48

// worthSDs is how far past what is likely a look may come out, standard deviations.
const worthSDs = 2.5

// Worth returns what it is worth to look at a quantity with a spread sd (of its
// logarithm) before deciding whether runway ends within days, for somebody who
// acts from a chance of risk on.
//
// It is the expected value of sample information: over all results the look may
// give, the loss of the decision it leads to, against the loss of deciding now
// (Raiffa and Schlaifer 1961, Applied Statistical Decision Theory, from
// memory).
func (r *Result) Worth(q Quantity, sd float64, runway int, days, risk float64) Worth {
	p := r.Chance(runway, days)
	w := Worth{Chance: p}
	x := r.logs(q)
	if len(x) == 0 || sd <= 0 {
		return w
	}
	lo, hi := slices.Min(x)-worthSDs*sd, slices.Max(x)+worthSDs*sd
	step := (hi - lo) / worthBins
	if step < 1e-9 {
		return w // it is known already
	}
	var count, short [worthBins + 1]float64
	for m, v := range x {
		k := int((v - lo) / step)
		count[k]++
		if r.ends[runway][m] < days {
			short[k]++
		}
	}
	n := float64(len(x))
	after := 0.0
	for o := range worthBins + 1 { // a result of the look
		weight, of := 0.0, 0.0
		for k := range worthBins + 1 { // a truth it may come from
			if count[k] == 0 {
				continue
			}
			d := float64(o-k) * step / sd
			l := math.Exp(-d*d/2) * step / (sd * math.Sqrt(2*math.Pi))
			weight += l * count[k] / n
			of += l * short[k] / n
		}
		if weight < 1e-12 {
			continue
		}
		post := of / weight
		after += weight * min(risk, post)
		if (post >= risk) != (p >= risk) {
			w.Changes += weight
		}
	}
	w.Saved = max(0, min(risk, p)-after)
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
