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

// TestDriedTakesTheWaterOut: a hive on a scale that gains 1.5 kg on a day of 20 mm and loses 0.7 on the dry
// day after has gained nothing; a day that is not known is left alone.
func TestDriedTakesTheWaterOut(t *testing.T) {
	rain := func(d day.Day) float64 {
		if d == 10 {
			return 20
		}
		return 0
	}
	water := ledger.Soaked(3, 9, rain)
	days := []ledger.Daily{
		{Day: 9, Known: true, GainKg: 0.2}, {Day: 10, Known: true, GainKg: 0.2 + water[10].Kg},
		{Day: 11, Known: true, GainKg: 0.2 + water[11].Kg}, {Day: 12, GainKg: 3},
	}
	if water[10].Kg < 1 || water[11].Kg > -0.5 {
		t.Fatalf("20 mm weigh %.2f kg, and %.2f dry off", water[10].Kg, water[11].Kg)
	}
	dried := ledger.Dried(days, rain)
	for i, want := range []float64{0.2, 0.2, 0.2, 3} {
		if got := dried[i].GainKg; math.Abs(got-want) > 1e-9 {
			t.Errorf("day %d: the bees gained %.2f, want %.2f", dried[i].Day, got, want)
		}
	}
	if dried[1].RainKg != water[10].Kg || dried[3].RainKg != 0 {
		t.Errorf("rain is told as %.2f and %.2f", dried[1].RainKg, dried[3].RainKg)
	}
}
