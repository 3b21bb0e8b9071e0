package calibration_test

import (
	"math"
	"testing"

	"kembo/lab/calibration"
)

// TestLooksTeach: after three looks at a colony the next is forecast clearly
// better than by a model that knows the last look alone, in both worlds, with
// ranges that are narrower and still hold. The full run, with its figures, is
// docs/calibration.md.
func TestLooksTeach(t *testing.T) {
	for _, w := range calibration.Worlds {
		lesson := calibration.Taught(calibration.Learn(w, 0, 48, 3))
		late := map[string][2]float64{} // errors after three looks and more: learnt, and fresh
		for _, l := range lesson.Errors {
			better := 1 - l.Own.Mean/l.Fresh.Mean
			if l.Looks >= 3 {
				e := late[l.Output]
				late[l.Output] = [2]float64{e[0] + l.Own.Mean, e[1] + l.Fresh.Mean}
			}
			t.Logf(
				"%s, %s after %d looks: error %.3g, fresh %.3g: %.0f %% less; with the yard %.3g", w.Name, l.Output,
				l.Looks, l.Own.Mean, l.Fresh.Mean, 100*better, l.Pooled.Mean,
			)
			switch {
			case l.Looks == 1 && l.Own != l.Fresh:
				t.Errorf("%s, %s: one look taught something beyond itself: %+v", w.Name, l.Output, l)
			case l.Looks >= 3 && (l.Own.Mean > l.Fresh.Mean || l.Own.Width > l.Fresh.Width):
				t.Errorf("%s, %s after %d looks: nothing was learnt: %+v", w.Name, l.Output, l.Looks, l)
			case l.Looks >= 3 && l.Own.Held < 0.6:
				t.Errorf("%s, %s after %d looks: the range holds only %.2f", w.Name, l.Output, l.Looks, l.Own.Held)
			}
		}
		for output, e := range late {
			if better := 1 - e[0]/e[1]; output != "brood, cells" && better < 0.08 {
				t.Errorf("%s, %s after three looks and more: the error is only %.0f %% less", w.Name, output, 100*better)
			}
		}
	}
}

// TestSwarmsAreToldAsTheyCome: by what four looks taught, the chance told of a
// swarm until the next look is the chance there is, in both worlds and at every
// height; and telling is worth something against saying the same of all.
func TestSwarmsAreToldAsTheyCome(t *testing.T) {
	for _, w := range calibration.Worlds {
		s := calibration.Taught(calibration.Learn(w, 0, 40, 5)).SwarmTold
		if s.Forecasts != 200 || s.Brier >= s.Same {
			t.Errorf(
				"%s: %d forecasts, Brier score %.4f, telling all the same %.4f", w.Name, s.Forecasts, s.Brier, s.Same,
			)
		}
		for _, l := range s.Lines {
			if l.Forecasts >= 20 && math.Abs(l.Told-l.Were) > 0.01+0.25*l.Told {
				t.Errorf("%s: told %.3f, the chance was %.3f (%d forecasts)", w.Name, l.Told, l.Were, l.Forecasts)
			}
		}
	}
}
