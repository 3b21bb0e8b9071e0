package honey_test

import (
	"errors"
	"math"
	"testing"

	"kembo/core/honey"
)

// TestWaterAgainstTheTable: refractive index of honey at 20 °C.
// Source: the table of AOAC 969.38 / IHC, from memory (values D1). It was
// computed from Wedmore's equation, so it checks the code, not the equation.
func TestWaterAgainstTheTable(t *testing.T) {
	for n, want := range map[float64]float64{
		1.5044: 13.0, 1.4992: 15.0, 1.4966: 16.0, 1.4940: 17.0, 1.4915: 18.0, 1.4890: 19.0, 1.4865: 20.0,
		1.4839: 21.0, 1.4790: 23.0, 1.4741: 25.0,
	} {
		got, err := honey.WaterOfIndex(n, 20)
		if err != nil || math.Abs(got-want) > 0.03 {
			t.Errorf("n = %.4f: %.2f %% (%v), the table has %.1f", n, got, err, want)
		}
	}
	// Warm honey reads low: 0.00023 a degree, 0.09 % of water.
	cold, _ := honey.WaterOfIndex(1.4915, 20)
	warm, _ := honey.WaterOfIndex(1.4915, 30)
	if d := cold - warm; math.Abs(d-0.90) > 0.02 {
		t.Errorf("ten degrees make %.2f %%, by hand 0.90", d)
	}
}

// TestBrixAgainstTheTable. Source: values D1, half per cents, from memory;
// tolerance is the table's 0.1 °Brix.
func TestBrixAgainstTheTable(t *testing.T) {
	for b, want := range map[float64]float64{
		84.7: 13.5, 82.7: 15.5, 80.8: 17.5, 80.3: 18.0, 78.8: 19.5, 76.9: 21.5, 74.0: 24.5,
	} {
		n, err := honey.IndexOfBrix(b)
		if err != nil {
			t.Fatal(err)
		}
		if got, err := honey.WaterOfIndex(n, 20); err != nil || math.Abs(got-want) > 0.11 {
			t.Errorf("%.1f °Brix: %.2f %% (%v), the table has %.1f", b, got, err, want)
		}
	}
}

// TestDensityAgainstTheTable. Source: White in Crane 1975, half steps, from
// memory; 18.6 % is 1.4129 in the US standards.
func TestDensityAgainstTheTable(t *testing.T) {
	for w, sg := range map[float64]float64{
		13.5: 1.4430, 15.5: 1.4323, 17.5: 1.4204, 18.6: 1.4129, 20.5: 1.3988, 21: 1.3950,
	} {
		got, err := honey.DensityKgPerL(w)
		if err != nil || math.Abs(got-sg*0.9982) > 0.0004 {
			t.Errorf("%.1f %%: %.4f kg/L (%v), the table has %.4f", w, got, err, sg*0.9982)
		}
	}
	// A US gallon of 18 % honey weighs 11.81 lb, an imperial one 14.18 (derived).
	d, _ := honey.DensityKgPerL(18)
	if lb := d * 3.785411784 / 0.45359237; math.Abs(lb-11.81) > 0.01 {
		t.Errorf("a gallon weighs %.2f lb", lb)
	}
}

func TestBlend(t *testing.T) {
	// By hand: 100 kg at 19 % and x at 17 % make 18 %: x = 100.
	if x, err := honey.BlendKg(100, 19, 17, 18); err != nil || math.Abs(x-100) > 1e-9 {
		t.Errorf("%.2f kg, %v", x, err)
	}
	if x, err := honey.BlendKg(60, 19.2, 16.8, 18.4); err != nil || math.Abs((60*19.2+x*16.8)/(60+x)-18.4) > 1e-9 {
		t.Errorf("%.2f kg does not reach 18.4 (%v)", x, err)
	}
	if _, err := honey.BlendKg(60, 19.2, 18.8, 18.4); !errors.Is(err, honey.ErrBlend) {
		t.Errorf("an impossible blend: %v", err)
	}
}

func TestRefusals(t *testing.T) {
	if _, err := honey.WaterOfIndex(1.36, 20); !errors.Is(err, honey.ErrIndex) {
		t.Errorf("nectar read as honey: %v", err)
	}
	if _, err := honey.WaterOfIndex(1.49, 60); !errors.Is(err, honey.ErrTemp) {
		t.Errorf("60 °C: %v", err)
	}
	if _, err := honey.IndexOfBrix(60); !errors.Is(err, honey.ErrBrix) {
		t.Errorf("60 °Brix: %v", err)
	}
	if _, err := honey.DensityKgPerL(24); !errors.Is(err, honey.ErrWater) {
		t.Errorf("24 %%: %v", err)
	}
}

// TestMonotonic: a higher index is drier; drier is denser.
func TestMonotonic(t *testing.T) {
	last := 99.0
	for n := 1.4745; n < 1.5044; n += 0.0005 {
		w, err := honey.WaterOfIndex(n, 20)
		if err != nil || w >= last {
			t.Errorf("n = %.4f: %.2f after %.2f (%v)", n, w, last, err)
		}
		if back := honey.IndexOfWater(w); math.Abs(back-n) > 1e-9 {
			t.Errorf("%.4f comes back as %.4f", n, back)
		}
		last = w
	}
	for w := 13.0; w < 20.9; w += 0.1 {
		a, _ := honey.DensityKgPerL(w)
		b, _ := honey.DensityKgPerL(w + 0.1)
		if b >= a {
			t.Errorf("density rises at %.1f %%", w)
		}
	}
}
