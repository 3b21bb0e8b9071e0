package ledger_test

import (
	"math"
	"testing"

	"kembo/core/day"
	"kembo/core/ledger"
)

// TestRainWeighs: 10 to 30 mm on a dry hive add one to three kilograms, a shower little, a second
// wet day less than the first; within three or four dry days it is as it was (common practice).
func TestRainWeighs(t *testing.T) {
	on := func(mm ...float64) []float64 {
		w := ledger.Soaked(0, len(mm), func(d day.Day) float64 { return mm[d] })
		out := make([]float64, len(mm))
		for i := range out {
			out[i] = w[day.Day(i)].Kg
			if w[day.Day(i)].SD < 0 || w[day.Day(i)].SD > math.Abs(out[i]) {
				t.Errorf("day %d: %+v", i, w[day.Day(i)])
			}
		}
		return out
	}
	for _, mm := range []float64{10, 20, 30} {
		if got := on(mm)[0]; got < 1 || got > 3 {
			t.Errorf("%g mm add %.2f kg", mm, got)
		}
	}
	if got := on(1)[0]; got > 0.4 {
		t.Errorf("a shower adds %.2f kg", got)
	}
	if got := on(0, 0, 0); got[0] != 0 || got[2] != 0 {
		t.Errorf("dry days add %v", got)
	}
	rain := on(20, 20, 0, 0, 0, 0)
	if rain[1] > rain[0]/2 || rain[2] > -0.5 {
		t.Errorf("two days of rain and four dry: %.2f", rain)
	}
	sum := 0.0
	for _, v := range rain {
		sum += v
	}
	if sum > 0.25 || sum < 0 {
		t.Errorf("four dry days later %.2f kg are left", sum)
	}
}
