package app

import (
	"strings"
	"testing"

	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/measure"
	"kembo/core/season"
)

// TestAYardIsToldOfHeatAndRobbers: a foretold day of 33 °C, and a lime that goes over with nothing after it; not a warm day, not the middle
// of a flow, not a flow that another follows, and not weather that is only usual. Common practice, no source.
func TestAYardIsToldOfHeatAndRobbers(t *testing.T) {
	lime := season.Bloom{Plant: "lime tree", From: 174, PeakFrom: 180, PeakTo: 192, To: 200, Strength: 0.95}
	late := season.Bloom{Plant: "ling heather", From: 195, PeakFrom: 202, PeakTo: 230, To: 256, Strength: 0.7}
	said := func(on day.Day, maxC float64, bloom ...season.Bloom) string {
		site := forecast.Site{Climate: season.Climates[0], Hemisphere: season.North, Bloom: bloom, Weather: map[day.Day]season.Weather{}}
		if maxC > 0 {
			site.Weather[on+2] = season.Weather{Day: on + 2, MinC: 18, MaxC: maxC}
		}
		return strings.Join(yardCare(site, on, measure.Systems[0]), " ")
	}
	middle, end := day.Of(2026, 7, 5), day.Of(2026, 7, 18)
	for _, x := range []struct {
		name       string
		said       string
		heat, robs bool
	}{
		{"hot", said(middle, 33, lime), true, false},
		{"warm", said(middle, 27, lime), false, false},
		{"nothing foretold", said(middle, 0, lime), false, false},
		{"the lime goes over", said(end, 0, lime), false, true},
		{"heather follows", said(end, 0, lime, late), false, false},
		{"long over", said(end+30, 0, lime), false, false},
		{"no flowers known", said(end, 0), false, false},
	} {
		if got := strings.Contains(x.said, "shade"); got != x.heat {
			t.Errorf("%s: %q", x.name, x.said)
		}
		if got := strings.Contains(x.said, "entrances narrow"); got != x.robs {
			t.Errorf("%s: %q", x.name, x.said)
		}
	}
}
