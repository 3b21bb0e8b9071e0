package assessment_test

import (
	"testing"

	"kembo/core/forecast"
	"kembo/core/season"
)

// ling is a moor: nothing but ling from the last of July, and before it little.
var ling = []season.Bloom{
	{Plant: "ling heather", From: 210, PeakFrom: 220, PeakTo: 242, To: 256, Strength: 0.85, Pollen: 0.6},
	{Plant: "wayside", From: 100, PeakFrom: 125, PeakTo: 240, To: 275, Strength: 0.06, Pollen: 0.5},
}

// bare is a yard with little but hedges.
var bare = []season.Bloom{{Plant: "wayside", From: 100, PeakFrom: 125, PeakTo: 240, To: 275, Strength: 0.08, Pollen: 0.7}}

// TestMovingToACrop: what a severe keeper would say. A strong hive goes to the heather at the end of July and brings a super, a hive of four
// seams stays, and nobody leaves the lime for a bare hillside. Common practice, no source; a moor gives 10 to 20 kg in a fair year.
func TestMovingToACrop(t *testing.T) {
	site := func(a forecast.Site, b []season.Bloom) forecast.Site {
		a.Bloom, a.Yard = b, "moor"
		return a
	}
	strong := situation{
		name: "strong, the lime is over", place: "uk", bloom: limes, on: "2026-07-28", days: 6, told: checked(0),
		hive: "deep b7 h1.5 n0.5 p1 s10 | x | medium! h1 n1 e8 s8",
	}.assess(t)
	e := strong.Situation.Moved(site(strong.Situation.Site, ling), strong.Situation.Today+2, strong.Plan.Terms)
	t.Logf("strong to the ling: %+v", e)
	if e.HoneyKg < 4 || e.GainKg < 3 {
		t.Errorf("a strong hive gains %.1f kg on the moor, %.1f of it crop", e.GainKg, e.HoneyKg)
	}
	weak := situation{
		name: "weak", place: "uk", bloom: limes, on: "2026-07-28", days: 6, told: checked(0), hive: "deep b3 h3 p1 e3 s4",
	}.assess(t)
	w := weak.Situation.Moved(site(weak.Situation.Site, ling), weak.Situation.Today+2, weak.Plan.Terms)
	t.Logf("weak to the ling: %+v", w)
	if w.GainKg > e.GainKg/2 || w.HoneyKg > e.HoneyKg/2 {
		t.Errorf("a weak hive gains %.1f kg where a strong one gains %.1f", w.GainKg, e.GainKg)
	}
	lime := situation{
		name: "the lime opens", place: "uk", bloom: limes, on: "2026-06-24", days: 6, told: checked(0),
		hive: "deep b7 h1 n1 p1 s10 | x | medium! h2 n3 e5 s9",
	}.assess(t)
	away := lime.Situation.Moved(site(lime.Situation.Site, bare), lime.Situation.Today+2, lime.Plan.Terms)
	stays := lime.Situation.Moved(site(lime.Situation.Site, limes), lime.Situation.Today+2, lime.Plan.Terms)
	t.Logf("away from the lime: %+v; to another of the same: %+v", away, stays)
	if away.GainKg > -8 {
		t.Errorf("leaving the lime for nothing loses %.1f kg", -away.GainKg)
	}
	if stays.GainKg > 1.5 {
		t.Errorf("moving to the same again gains %.1f kg", stays.GainKg)
	}
}
