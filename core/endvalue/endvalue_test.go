package endvalue_test

import (
	"testing"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/endvalue"
	"kembo/core/forecast"
	"kembo/core/season"
)

// inMay is a usual colony before the main flow.
var inMay = endvalue.Colony{Bees: 22000, Brood: 28000, StoresKg: 9, Peak: 1, Lays: true, MitesPer100: 0.7}

var (
	may     = endvalue.Ahead{BeesDay: 130, FlowKg: 70, FlowDays: 50, SpanDays: 145, WinterKg: 19}
	october = endvalue.Ahead{BeesDay: 300, WinterKg: 19}
)

// TestWhatIsBetterIsWorthMore: common practice, no source.
func TestWhatIsBetterIsWorthMore(t *testing.T) {
	with := func(c endvalue.Colony, change func(*endvalue.Colony)) endvalue.Colony { change(&c); return c }
	inOctober := with(inMay, func(c *endvalue.Colony) { c.Bees, c.Brood, c.StoresKg, c.MitesPer100 = 14000, 1500, 19, 1 })
	for _, tt := range []struct {
		name  string
		worse func(*endvalue.Colony)
	}{
		{"no queen", func(c *endvalue.Colony) { c.Lays = false }},
		{"a queen to come", func(c *endvalue.Colony) { c.Lays, c.ComesIn = false, 20 }},
		{"mites", func(c *endvalue.Colony) { c.MitesPer100 *= 5 }},
		{"few bees", func(c *endvalue.Colony) { c.Bees /= 4 }},
	} {
		if a, b := october.Alive(inOctober), october.Alive(with(inOctober, tt.worse)); b > a-0.02 {
			t.Errorf("%s in October: %.2f, else %.2f", tt.name, b, a)
		}
	}
	if a, b := october.Alive(inOctober), october.Alive(with(inOctober, func(c *endvalue.Colony) { c.StoresKg = 4 })); b > a-0.3 {
		t.Errorf("with 4 kg in October %.2f, with 19 %.2f", b, a)
	}
	if a, b := may.Gain(inMay), may.Gain(with(inMay, func(c *endvalue.Colony) { c.Bees, c.Brood = 11000, 14000 })); b > a-5 {
		t.Errorf("half a colony gains %.1f kg, a whole one %.1f", b, a)
	}
	if a, b := may.Gain(inMay), may.Gain(with(inMay, func(c *endvalue.Colony) { c.Lays = false })); b > a-3 {
		t.Errorf("without a queen %.1f kg, with one %.1f", b, a)
	}
}

// TestTheSeasonAddsUp: what lies ahead of two days differs by what comes between them, none of it after the
// season's end.
func TestTheSeasonAddsUp(t *testing.T) {
	site := forecast.Site{Yard: "y", Climate: season.Climates[0], Hemisphere: season.North}
	days := site.Usual(day.Of(2026, 4, 1), 700)
	s := endvalue.NewSeason(days, 19)
	a, b := s.At(30), s.At(80)
	if d := a.FlowKg - b.FlowKg - s.FlowKg(30, 80); d > 1e-9 || d < -1e-9 || a.FlowKg <= b.FlowKg {
		t.Errorf("%.2f kg ahead on day 30, %.2f on day 80, %.2f between", a.FlowKg, b.FlowKg, s.FlowKg(30, 80))
	}
	if a.SpanDays-b.SpanDays != 50 || a.FlowDays <= 0 || a.FlowDays > a.SpanDays {
		t.Errorf("%+v and %+v", a, b)
	}
	autumn := 0
	for days[autumn].SeasonDay < endvalue.SeasonEnds {
		autumn++
	}
	if x := s.At(autumn + 10); x.FlowKg != 0 || x.SpanDays != 0 {
		t.Errorf("after the season %+v", x)
	}
	if x := s.At(autumn + 200); x.FlowKg < 20 {
		t.Errorf("in the spring after %+v", x)
	}
}

// TestOfAState: a colony is told as it stands.
func TestOfAState(t *testing.T) {
	p := bees.Defaults()
	s := bees.State{House: 9000, Foragers: 4000, NestHoney: 7, NestNectar: 1, SuperHoney: 5, QueenPeak: p.QueenPeakLaying / 2}
	if c := endvalue.Of(&s, &p); c.Bees != 13000 || c.StoresKg != 8 || c.Peak != 0.5 || !c.Lays {
		t.Errorf("%+v", c)
	}
	s.QueenPeak, s.NextQueen, s.LaysIn = 0, p.QueenPeakLaying, 12
	if c := endvalue.Of(&s, &p); c.Lays || c.ComesIn != 12 || c.Peak != 1 {
		t.Errorf("%+v", c)
	}
}
