package skill_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"kembo/lab/skill"
	"kembo/lab/truth"
)

// TestCRPSOfAGaussian: of a standard Gaussian the score at its middle is (√2-1)/√π = 0.2337,
// and one standard deviation off 0.6024 (Gneiting and Raftery 2007, equation 21); of one value
// it is the distance, of two half apart as worked by hand.
func TestCRPSOfAGaussian(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 2))
	for _, tt := range []struct{ at, want float64 }{{0, 0.2337}, {1, 0.6024}, {-1, 0.6024}} {
		var sample []float64
		for range 40000 {
			sample = append(sample, r.NormFloat64())
		}
		if got := skill.CRPS(sample, tt.at); math.Abs(got-tt.want) > 0.006 {
			t.Errorf("at %g: %.4f, want %.4f", tt.at, got, tt.want)
		}
	}
	if got := skill.CRPS([]float64{3}, 5); got != 2 {
		t.Errorf("of one value: %g", got)
	}
	// Mean distance of 0 and 2 from 1 is 1; mean distance within, all four pairs, is 1.
	if got := skill.CRPS([]float64{2, 0}, 1); math.Abs(got-0.5) > 1e-12 {
		t.Errorf("of two values: %g", got)
	}
}

// TestPartsAddUp: a run cut in parts scores as the whole.
func TestPartsAddUp(t *testing.T) {
	w := truth.Worlds[0]
	refs := skill.Fit(w, 120, 5)
	whole := skill.Score(w, 0, 16, 8, refs).Lines()
	parts := skill.Score(w, 0, 7, 8, refs)
	parts.Add(skill.Score(w, 7, 16, 8, refs))
	for i, l := range parts.Lines() {
		if l.Truths != whole[i].Truths || math.Abs(l.CRPS-whole[i].CRPS) > 1e-9*(1+l.CRPS) || l.Held != whole[i].Held {
			t.Errorf("%+v, whole %+v", l, whole[i])
		}
	}
}

// TestTheForecastIsWorthIt: a small run. By its own rules the forecast beats what could be
// said without it of stores, bees and brood two weeks ahead; in the other simulator too,
// where references fitted on its own rules are as wrong as it is. The full run, with what
// falls short, is in docs/calibration.md.
func TestTheForecastIsWorthIt(t *testing.T) {
	refs := skill.Fit(truth.Worlds[0], 600, 5)
	for _, w := range []truth.World{truth.Worlds[0], truth.Worlds[2]} {
		for _, l := range skill.Score(w, 0, 100, 77, refs).Lines() {
			if l.Part != skill.AllYear || l.Day != 14 {
				continue
			}
			switch l.Output {
			case "stores, kg", "bees", "brood, cells":
				t.Logf("%s, %s: held %.2f, against %v %.2f", w.Name, l.Output, l.Held, skill.References, l.Ratio)
				most := 1.0
				if w.Combwise && l.Output == "brood, cells" {
					most = 1.15 // its queens stop sooner in autumn: the two published curves differ
				}
				if l.Ratio[0] > most || l.Ratio[1] > 0.9 {
					t.Errorf("%s, %s: no better than it was or than the season has it: %.2f", w.Name, l.Output, l.Ratio)
				}
			}
		}
	}
}
