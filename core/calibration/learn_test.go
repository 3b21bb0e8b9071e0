package calibration_test

import (
	"testing"

	"kembo/core/calibration"
)

// TestLooksTeach: after three looks at a colony the next is forecast clearly
// better than by a model that knows the last look alone, in both worlds, with
// ranges that are narrower and still hold. The full run, with its figures, is
// docs/calibration.md.
func TestLooksTeach(t *testing.T) {
	for _, w := range calibration.Worlds {
		for _, l := range calibration.Mean(calibration.Learn(w, 0, 24, 3)) {
			better := 1 - l.Own.Mean/l.Fresh.Mean
			t.Logf("%s, %s after %d looks: error %.3g, fresh %.3g: %.0f %% less; with the yard %.3g", w.Name, l.Output, l.Looks, l.Own.Mean, l.Fresh.Mean, 100*better, l.Pooled.Mean)
			switch {
			case l.Looks == 1 && l.Own != l.Fresh:
				t.Errorf("%s, %s: one look taught something beyond itself: %+v", w.Name, l.Output, l)
			case l.Looks >= 3 && l.Output != "brood, cells" && better < 0.12:
				t.Errorf("%s, %s after %d looks: the error is only %.0f %% less", w.Name, l.Output, l.Looks, 100*better)
			case l.Looks >= 3 && (l.Own.Mean > l.Fresh.Mean || l.Own.Width > 0.9*l.Fresh.Width):
				t.Errorf("%s, %s after %d looks: nothing was learnt: %+v", w.Name, l.Output, l.Looks, l)
			case l.Looks >= 3 && l.Own.Held < 0.6:
				t.Errorf("%s, %s after %d looks: the range holds only %.2f", w.Name, l.Output, l.Looks, l.Own.Held)
			}
		}
	}
}
