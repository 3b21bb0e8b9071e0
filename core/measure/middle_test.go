package measure_test

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"kembo/core/measure"
)

// TestMiddleIsAsSorted: of samples of all sizes, with ties and what never ends, the middle is that of
// the sorted sample to the last bit.
func TestMiddleIsAsSorted(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 2))
	for n := 1; n < 1100; n++ {
		v := make([]float64, n)
		for i := range v {
			switch r.IntN(8) {
			case 0:
				v[i] = float64(r.IntN(3))
			case 1:
				if v[i] = 0.2; n%3 == 0 { // what never ends
					v[i] = math.Inf(1)
				}
			case 2: // so that hundreds share a bin with one far off
				if v[i] = 1 + r.Float64()/1000; n%5 == 0 && i == 0 {
					v[i] = 1e6
				}
			default:
				v[i] = r.NormFloat64()
			}
		}
		s := slices.Clone(v)
		slices.Sort(s)
		want := measure.Range{
			Low: measure.Quantile(s, measure.Low80), Likely: measure.Quantile(s, measure.Median),
			High: measure.Quantile(s, measure.High80),
		}
		if got := measure.Middle(v); got != want && !(math.IsNaN(got.Low) && math.IsNaN(want.Low)) {
			t.Fatalf("of %d: %v, sorted %v", n, got, want)
		}
		slices.Sort(v)
		if !slices.Equal(v, s) {
			t.Fatalf("of %d: it is another sample", n)
		}
	}
}

// BenchmarkMiddle is of many samples, so that no branch of it can be learnt by heart.
func BenchmarkMiddle(b *testing.B) {
	r := rand.New(rand.NewPCG(1, 2))
	v, w := make([]float64, 200*499), make([]float64, 200)
	for i := range v {
		v[i] = math.Exp(r.NormFloat64())
	}
	k := 0
	for b.Loop() {
		copy(w, v[200*k:])
		measure.Middle(w)
		k = (k + 1) % 499
	}
}
