package forecast

import (
	"math"
	"slices"

	"kembo/core/bees"
)

// Fresh wax on the top bars says that they are building: something comes in, and comb is short. Where
// nothing flows it says nothing. Source: common practice; how far it tells is a guess.
const (
	waxAtShare  = 0.3  // of the drawn comb free, at which half of colonies in a flow build white
	waxOver     = 0.07 // share over which that changes
	waxLeast    = 0.06 // of colonies that show it with comb enough
	waxMost     = 0.9  // and with none
	waxFromFlow = 0.1  // intensity from which on there is a flow
)

// SeeWax weighs the members by whether fresh wax was seen, and draws them anew by that: those that
// have little room come to more where it was, those that have plenty where it was not.
func (x *Ensemble) SeeWax(seen bool, y *Yard, p *bees.Parameters, name string, seed uint64) {
	at := int(x.Day - y.From)
	if at < 0 || at >= len(y.Likely) || y.Likely[at].Flow < waxFromFlow {
		return
	}
	n := len(x.States)
	weights, sum := make([]float64, n), 0.0
	for m := range x.States {
		s := &x.States[m]
		free := (s.NestFree(p) + s.SuperFree(p)) / math.Max(1, s.NestDrawn+s.SuperDrawn)
		chance := waxLeast + (waxMost-waxLeast)/(1+math.Exp((free-waxAtShare)/waxOver))
		if !seen {
			chance = 1 - chance
		}
		weights[m] = chance
		sum += chance
	}
	// Systematic resampling: each weight gets its whole number of copies, but for one.
	was := slices.Clone(x.States)
	u := uniform(seed, hashName(name), 0, int(x.Day), forWax)
	from, done := 0, weights[0]
	for m := range n {
		want := (float64(m) + u) / float64(n) * sum
		for done < want && from < n-1 {
			from++
			done += weights[from]
		}
		x.States[m] = was[from]
	}
}
