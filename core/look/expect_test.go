package look_test

import (
	"math"
	"testing"

	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/season"
)

// TestExpectedSeamsReadBack: a count that finds what was expected reads as the
// bees that were expected, to half a seam, spread as at the last count or, where
// there was none, over the nest and then up.
func TestExpectedSeamsReadBack(t *testing.T) {
	st := stack(t)
	one := st.Boxes[0].Format.Frame.BeesAtFullCover()
	above := st.Boxes[1].Format.Frame.BeesAtFullCover()
	for _, c := range []struct {
		bees       float64
		last, want []float64
	}{
		{7 * one, nil, []float64{7, 0}},
		{10*one + 3*above, nil, []float64{9, 4.5}}, // nine gaps between ten frames, the rest above
		{4*one + 2*above, []float64{8, 4}, []float64{4, 2}},
		{6 * one, []float64{8, -1}, []float64{6, 0}},
		{0, nil, []float64{0, 0}},
	} {
		got := look.ExpectedSeams(st, c.bees, c.last)
		for i := range got {
			if math.Abs(got[i]-c.want[i]) > 0.01 {
				t.Errorf("%.0f bees after %v: %v, want %v", c.bees, c.last, got, c.want)
				break
			}
		}
	}
	l := look.Look{Boxes: []look.BoxLook{{Box: "nest", Depth: look.BySeams, Seams: 7, Expected: true}}}
	e, err := look.Read(
		l, hive.Stack{Boxes: st.Boxes[:1]}, look.Context{Season: season.Moment{Calendar: 150, Bees: 150}},
	)
	if err != nil || math.Abs(e.Bees-7*one) > 1 || !e.Accepted {
		t.Errorf("accepted: %.0f bees (%v), %v", e.Bees, e.Accepted, err)
	}
	l.Boxes[0].Expected = false
	counted, _ := look.Read(
		l, hive.Stack{Boxes: st.Boxes[:1]}, look.Context{Season: season.Moment{Calendar: 150, Bees: 150}},
	)
	if counted.Accepted || counted.Spread.Bees >= e.Spread.Bees {
		t.Errorf("who counts is no surer (%v) than who nods (%v)", counted.Spread.Bees, e.Spread.Bees)
	}
}
