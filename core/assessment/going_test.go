package assessment_test

import (
	"math"
	"testing"

	"kembo/core/plan"
)

// going are situations with the days after which a severe keeper would not have gone yet, written before any of them was run:
// common practice, no source.
var going = []struct {
	situation
	from, to int // the last safe day lies between; -1: all that are tried are safe
}{
	{situation{
		name: "The lime is open, and the only super is full", place: "uk", bloom: limes, on: "2026-07-01", days: 10,
		hive: "deep b7 h1.5 n1 p0.5 s10 | x | medium! h7 n3 s10", told: checked(0),
	}, 0, 3},
	{situation{
		name: "The lime is open, one super full and one begun", place: "uk", bloom: limes, on: "2026-07-01", days: 10,
		hive: "deep b7 h1.5 n1 p0.5 s10 | x | medium! h7 n3 s10 | medium! n3 e7 s7", told: checked(0),
	}, 1, 8},
	{situation{
		name: "A weak hive in the lime with a super to fill", place: "uk", bloom: limes, on: "2026-07-01", days: 10,
		hive: "deep b3 h2 n1 p1 e3 s5 | x | medium! n2 e8 s2", told: checked(0),
	}, -1, -1},
	{situation{
		name: "A kilogram of honey left in a cold week of May", place: "uk", bloom: limes, on: "2026-05-16", days: 9,
		hive: "deep b7 h0.3 n0.2 p1 e1.5 s9", told: all(checked(0), weathered(9, 3, 10, 5)),
	}, 0, 4},
	{situation{
		name: "Ripe supers after the flow, plenty below", place: "uk", bloom: limes, on: "2026-08-03", days: 6,
		hive: "deep b4 h4 p1 e1 s9 | x | medium! h9.8 n0.2 s8", told: checked(0),
	}, 4, 14},
	{situation{
		name: "Capped cells on every comb in June", place: "uk", bloom: limes, on: "2026-06-08", days: 9,
		hive: "deep b7 h1 n1 p1 s10 | x | medium! h3 n4 e3 s9", told: cells(4, 3, "edge"),
	}, 0, 2},
	{situation{
		name: "Winter stores short at the start of September", place: "uk", bloom: limes, on: "2026-09-02", days: 10,
		hive: "deep b4 h2 p1 e3 s8", told: checked(0),
	}, 4, 14},
	{situation{
		name: "A strong hive before the sycamore, no super on", place: "uk", bloom: limes, on: "2026-04-20", days: 10,
		hive: "deep b7 h1 n0.5 p1 e0.5 s10", told: checked(0),
	}, 2, 12},
	{situation{
		name: "Nothing to do in February", place: "uk", bloom: limes, on: "2026-02-05", days: 21,
		hive: "deep b1 h6 p1 e2 s5", told: lookedAgo(0),
	}, -1, -1},
}

// TestWhenToGo: how long a hive's work can wait is what a keeper would say, within some days.
func TestWhenToGo(t *testing.T) {
	for _, x := range going {
		a := x.assess(t)
		for _, g := range a.Plan.Goings {
			t.Logf("%s: in %d d %.2f kg, %.3f", x.name, g.In, g.Kg, g.Life)
		}
		last := plan.LastSafe(a.Plan.Goings)
		wide := func(n int) float64 {
			if n < 0 {
				return math.Inf(1)
			}
			return float64(n)
		}
		if wide(last) < wide(x.from) || wide(last) > wide(x.to) && !(x.to >= 14 && last < 0) {
			t.Errorf("%s: safe for %d days, want %d to %d; advised %s", x.name, last, x.from, x.to, a.Advice[0].Do)
		}
	}
}

// TestSuperingTellsDrawnFromFoundation: drawn combs are worth no less than foundation, what comes second no more than the first
// (by half a kilogram, what forty members wobble by), and a hive that gets no super is told nothing.
func TestSuperingTellsDrawnFromFoundation(t *testing.T) {
	some := 0
	for _, x := range flow {
		a := x.assess(t)
		v := a.Plan.Supering
		adds := false
		for _, s := range a.Advice {
			adds = adds || s.Action == plan.AddSuper && s.Step > 0
		}
		if adds != (len(v.Drawn) > 0) || len(v.Drawn) != len(v.Foundation) {
			t.Errorf("%s: supers told %v, advised %v", x.name, v, adds)
			continue
		}
		for n := range v.Drawn {
			some++
			if v.Drawn[n] < v.Foundation[n]-0.5 {
				t.Errorf("%s: %d drawn are worth %.1f kg, of foundation %.1f", x.name, n+1, v.Drawn[n], v.Foundation[n])
			}
		}
		if len(v.Drawn) > 1 && v.Drawn[1] > 2*v.Drawn[0]+0.5 {
			t.Errorf("%s: the second super is worth more than the first: %v", x.name, v.Drawn)
		}
	}
	if some < 8 {
		t.Errorf("only %d were told", some)
	}
}
