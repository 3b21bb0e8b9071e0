package measure_test

import (
	"math"
	"slices"
	"testing"

	"gonum.org/v1/gonum/stat"

	"kembo/core/measure"
)

func TestQuantileAgainstReference(t *testing.T) {
	s := []float64{1, 2, 4, 8, 16, 32, 64, 128, 256, 512}
	for _, p := range []float64{0.1, 0.25, 0.5, 0.9} {
		// gonum v0.17.0 LinInterp is another of the nine definitions; the two
		// never differ by more than one order statistic.
		ref := stat.Quantile(p, stat.Empirical, s, nil)
		got := measure.Quantile(s, p)
		if i := slices.Index(s, ref); got < s[max(i-1, 0)] || got > s[min(i+1, len(s)-1)] {
			t.Errorf("Quantile(%v) = %v, gonum's empirical %v", p, got, ref)
		}
	}
	if got := measure.Quantile([]float64{10, 20, 30, 40, 50}, 0.9); math.Abs(got-46) > 1e-9 {
		t.Errorf("quantile 0.9 of 10..50 = %v, want 46 (by hand: 40 + 0.6*10)", got)
	}
}

func TestCountAndRough(t *testing.T) {
	for v, want := range map[float64]string{
		0: "0", 999: "999", 1000: "1,000", 37412: "37,412", -1500: "-1,500", 1234567: "1,234,567",
	} {
		if got := measure.Count(v); got != want {
			t.Errorf("Count(%v) = %q, want %q", v, got, want)
		}
	}
	for v, want := range map[float64]float64{37412: 37000, 1951: 2000, 74: 70, 0: 0} {
		if got := measure.Rough(v); got != want {
			t.Errorf("Rough(%v) = %v, want %v", v, got, want)
		}
	}
}
