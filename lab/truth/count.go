package truth

import (
	"math"
	"math/rand/v2"

	"kembo/core/forecast"
	"kembo/core/look"
	"kembo/core/measure"
)

// A sample of bees is washed where combs are looked at. Source: 300 bees, common practice; mites clump,
// so that counts spread more than of a binomial, a guess.
const (
	washed      = 300
	washFinds   = 0.9
	countsClump = 0.35 // standard deviation of the logarithm of what a sample is of
)

// count notes a wash of a colony with so many mites on a hundred bees.
func (t *Truth) count(per100 float64, r *rand.Rand) {
	if t.Depth == look.BySeams {
		return
	}
	rate := per100 / 100 * washFinds * math.Exp(countsClump*r.NormFloat64()-countsClump*countsClump/2)
	found := 0
	for range washed {
		if r.Float64() < min(1, rate) {
			found++
		}
	}
	t.Counted = forecast.MiteCount{
		Mites: found, Bees: washed, Recovery: measure.Range{Low: 0.8, Likely: washFinds, High: 0.97},
	}
}
