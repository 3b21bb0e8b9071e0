package draw_test

import (
	"strings"
	"testing"

	"kembo/core/day"
	"kembo/core/ledger"
	"kembo/core/measure"
	"kembo/web/draw"
)

// TestScaleChart against its golden drawing: gains and losses, a super put on,
// a day that is not known, a sudden fall.
func TestScaleChart(t *testing.T) {
	d0 := day.Of(2026, 5, 1)
	var days []ledger.Daily
	kg := 40.0
	for i, g := range []float64{0, 1.2, 2.5, -0.4, 0.8, 1.1, -0.2, 3.1} {
		d := ledger.Daily{Day: d0 + day.Day(i), GainKg: g, Known: i != 0 && i != 4}
		if i == 2 {
			d.JumpKg = 5.6
		}
		if i == 6 {
			d.Suspect = true
		}
		kg += g + d.JumpKg
		d.Kg = kg
		days = append(days, d)
	}
	svg := draw.ScaleChart{Days: days, Mass: measure.Kilogram}.Draw()
	got := string(svg)
	golden(t, "scale", svg)
	for _, want := range []string{"+5.6", "sudden fall", "gaphatch", "1 May"} {
		if !strings.Contains(got, want) {
			t.Errorf("the chart has no %q", want)
		}
	}
	if pounds := string(draw.ScaleChart{Days: days, Mass: measure.Pound}.Draw()); pounds == got ||
		!strings.Contains(pounds, "lb, evening") {
		t.Error("in pounds the chart is the same")
	}
	if (draw.ScaleChart{}).Draw() != "" {
		t.Error("no days are drawn")
	}
}

// TestInterval against its golden drawing.
func TestInterval(t *testing.T) {
	golden(
		t, "interval",
		draw.Interval(draw.Span{
			Low: 5.19, Mid: 8, High: 11.67, Mark: 3, Unit: "%", MarkWords: "act above", Alt: "24 mites on 300 bees",
		}),
	)
}
