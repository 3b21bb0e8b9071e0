package feed_test

import (
	"errors"
	"math"
	"testing"

	"kembo/core/feed"
)

// TestDensityAgainstTheTable: sucrose solutions at 20 °C.
// Source: NBS Circular 440 / Plato, from memory; tolerance its last digit and
// the 0.03 % by which the polynomial is known to differ.
func TestDensityAgainstTheTable(t *testing.T) {
	for percent, want := range map[float64]float64{
		0: 0.9982, 10: 1.0381, 20: 1.0810, 30: 1.1270, 40: 1.1764, 50: 1.2296, 60: 1.2865, 65: 1.3163, 70: 1.3472,
	} {
		if got := feed.DensityKgPerL(percent / 100); math.Abs(got/want-1) > 0.0003 {
			t.Errorf("%g %%: %.4f kg/L, the table has %.4f", percent, got, want)
		}
	}
}

// TestSolubilityAgainstHerzfeld: two formulae against the older table.
// Source: Herzfeld 1892, from memory; newer work differs from it by up to 0.6.
func TestSolubilityAgainstHerzfeld(t *testing.T) {
	for c, want := range map[float64]float64{
		0: 64.18, 10: 65.58, 20: 67.09, 30: 68.70, 40: 70.42, 50: 72.25, 60: 74.18, 70: 76.21, 80: 78.36, 90: 80.61,
		100: 82.97,
	} {
		low, high := feed.Soluble(c)
		if low > high || math.Abs(low-want) > 0.6 || math.Abs(high-want) > 0.6 {
			t.Errorf("at %g °C: %.2f to %.2f %%, Herzfeld has %.2f", c, low, high, want)
		}
	}
}

// TestRecipes: what a keeper stirs. Source: values E, by arithmetic from the
// tables above; 2:1 is just saturated at 20 °C; fondant, not syrup, at 5:1.
func TestRecipes(t *testing.T) {
	tests := []struct {
		name         string
		sugar, water float64 // kg, L
		percent, l   float64
		at20         feed.Dissolution
	}{
		{"2:1", 10, 5, 66.7, 11.30, feed.AtLimit},
		{"thick, 1 kg to 630 mL", 1, 0.63, 61.4, 1.26, feed.Dissolves},
		{"1:1", 5, 5, 50.0, 8.12, feed.Dissolves},
		{"thin, 1 kg to 1.25 L", 2, 2.5, 44.5, 3.75, feed.Dissolves},
		{"3:1", 3, 1, 75.0, 2.85, feed.TooMuch},
	}
	for _, tt := range tests {
		m := feed.Mix{SugarKg: tt.sugar, WaterKg: tt.water * feed.WaterKgPerL}
		if got := m.MassPercent(); math.Abs(got-tt.percent) > 0.06 {
			t.Errorf("%s: %.2f %%, want %.1f", tt.name, got, tt.percent)
		}
		if got := m.VolumeL(20); math.Abs(got/tt.l-1) > 0.01 && tt.at20 != feed.TooMuch {
			t.Errorf("%s: %.3f L, want %.2f", tt.name, got, tt.l)
		}
		if got := m.At(20); got != tt.at20 {
			t.Errorf("%s at 20 °C: %v, want %v", tt.name, got, tt.at20)
		}
	}
	five := feed.Mix{SugarKg: 5, WaterKg: 1}
	if _, ok := five.SaturationC(); ok || five.At(100) != feed.TooMuch || five.UndissolvedKg(20) < 2.9 {
		t.Errorf("5:1 is taken for a syrup: %.2f kg undissolved at 20 °C", five.UndissolvedKg(20))
	}
	two := feed.Mix{SugarKg: 2, WaterKg: 1}
	if c, ok := two.SaturationC(); !ok || math.Abs(c-20) > 1 {
		t.Errorf("2:1 by mass is saturated at %.1f °C, want about 20 (values E)", c)
	}
}

// TestVolumeRuleOfThumb: litres = water + 0.62 L a kg of sugar, within 1 %.
// Source: common practice, no source.
func TestVolumeRuleOfThumb(t *testing.T) {
	for _, w := range []float64{0.63, 1, 1.25, 1.6, 2} {
		m := feed.Mix{SugarKg: 1, WaterKg: w * feed.WaterKgPerL}
		if got, want := m.VolumeL(20), w+0.62; math.Abs(got/want-1) > 0.01 {
			t.Errorf("1 kg in %g L: %.3f L, the rule says %.3f", w, got, want)
		}
	}
}

func TestByVolumeIsThinnerThanByWeight(t *testing.T) {
	w, err := feed.OfRatio(2, 1, 20, false, 30)
	if err != nil {
		t.Fatal(err)
	}
	v, err := feed.OfRatio(2, 1, 20, true, 30)
	if err != nil {
		t.Fatal(err)
	}
	// Source: values E: 2:1 by volume is about 63 %, by weight 67 %.
	if math.Abs(w.MassPercent()-66.67) > 0.01 || math.Abs(v.MassPercent()-62.9) > 0.1 {
		t.Errorf("2:1 is %.2f %% by weight and %.2f %% by volume", w.MassPercent(), v.MassPercent())
	}
	for _, m := range []feed.Mix{w, v} {
		if math.Abs(m.VolumeL(30)-20) > 1e-9 {
			t.Errorf("asked for 20 L, got %.4f", m.VolumeL(30))
		}
	}
	// 20 L of 2:1 by weight: 17.7 kg sugar, by the density of 1.3268 kg/L.
	if want := 20 * 1.3268 * 2 / 3; math.Abs(w.SugarKg-want) > 0.02 {
		t.Errorf("%.2f kg of sugar, by hand %.2f", w.SugarKg, want)
	}
}

func TestStoresAgainstTheHandbook(t *testing.T) {
	// Source: common practice: a US gallon of 2:1 (7.38 lb of sugar) adds 7 lb.
	s := feed.Mix{SugarKg: 7.38 * 0.4536, WaterKg: 1.67}.StoresKg()
	if lb := 7 * 0.4536; !(s.Low <= lb && lb <= s.High) {
		t.Errorf("a gallon of 2:1 gives %.2f to %.2f kg, the handbook's %.2f is outside", s.Low, s.High, lb)
	}
}

func TestRefusals(t *testing.T) {
	for want, m := range map[error]feed.Mix{feed.ErrMass: {0, 1}, feed.ErrRatio: {100, 1}} {
		if err := m.Check(20); !errors.Is(err, want) {
			t.Errorf("%v: %v, want %v", m, err, want)
		}
	}
	if err := (feed.Mix{SugarKg: 1, WaterKg: 1}).Check(120); !errors.Is(err, feed.ErrTemp) {
		t.Errorf("120 °C: %v", err)
	}
	if _, err := feed.OfRatio(1, 0, 5, false, 20); !errors.Is(err, feed.ErrRatio) {
		t.Errorf("1:0: %v", err)
	}
}

// TestMonotonic: more sugar is denser, heavier with stores, and needs warmer
// water; warmth dissolves more.
func TestMonotonic(t *testing.T) {
	for q := 0.0; q < 0.80; q += 0.01 {
		if feed.DensityKgPerL(q+0.01) <= feed.DensityKgPerL(q) {
			t.Errorf("density falls at %.2f", q)
		}
	}
	for c := 0.0; c < 100; c++ {
		l0, h0 := feed.Soluble(c)
		l1, h1 := feed.Soluble(c + 1)
		m := feed.Mix{SugarKg: 3, WaterKg: 1}
		if l1 <= l0 || h1 <= h0 || m.UndissolvedKg(c+1) > m.UndissolvedKg(c) {
			t.Errorf("solubility falls at %g °C", c)
		}
	}
}

// TestMassOfAFeed, by hand: 2 kg of sugar are 3 kg of 2:1, 4 kg of 1:1, 2.35 kg
// of fondant with 85 % sugar; a kilogram makes 1.131 L of 2:1 (values E).
func TestMassOfAFeed(t *testing.T) {
	for what, want := range map[string]float64{
		"2:1 syrup": 3, "thin 1:1 syrup": 4, "3:2": 2 * 5.0 / 3, "fondant": 2 / 0.85, "dry sugar": 2, "syrup": 3,
		"a:b": 3, "0:1": 3,
	} {
		if got := feed.MassKg(what, 2); math.Abs(got-want) > 1e-9 {
			t.Errorf("2 kg of sugar as %q weigh %.3f kg, want %.3f", what, got, want)
		}
	}
	if l := feed.ThickL(1); math.Abs(l-1.131) > 0.002 {
		t.Errorf("a kilogram makes %.4f L of 2:1", l)
	}
}
