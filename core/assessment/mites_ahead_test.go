package assessment_test

import (
	"testing"

	"kembo/core/day"
	"kembo/core/plan"
)

// TestMitesGrow: with brood and nobody treating they about double in a month of summer (published doublings are 3 to 6 weeks: Martin 1998,
// Fries et al. 1994, from memory), ranges widen, and a limit of 3 % is crossed sooner by who begins with more.
func TestMitesGrow(t *testing.T) {
	a := situation{
		name: "June", place: "uk", bloom: limes, on: "2026-06-15", days: 8, told: all(checked(0), washed(3)),
		hive: "deep b7 h1 n1 p1 s10 | x | medium! h3 n3 e4 s9",
	}.assess(t)
	x := a.Situation.MitesAhead(func(day.Day) float64 { return 3 })
	if len(x.Days) < 10 {
		t.Fatalf("%d weeks are told", len(x.Days))
	}
	now, later := x.Days[0].Rate, x.Days[8].Rate
	t.Logf("now %.2f (%.2f to %.2f), in eight weeks %.2f (%.2f to %.2f), crosses %s", now.Likely, now.Low, now.High, later.Likely, later.Low,
		later.High, x.Crosses)
	if g := later.Likely / now.Likely; g < 2 || g > 9 {
		t.Errorf("in eight weeks %.1f times as many", g)
	}
	if x.Soonest > 0 && x.Crosses > 0 && x.Soonest > x.Crosses || x.Latest > 0 && x.Latest < x.Crosses {
		t.Errorf("crosses %s, soonest %s, latest %s", x.Crosses, x.Soonest, x.Latest)
	}
	for i, d := range x.Days {
		if d.Rate.Low > d.Rate.Likely || d.Rate.Likely > d.Rate.High || d.Over < 0 || d.Over > 1 {
			t.Errorf("week %d: %+v", i, d)
		}
	}
	strict := a.Situation.MitesAhead(func(day.Day) float64 { return 1 })
	if strict.Crosses == 0 || x.Crosses > 0 && strict.Crosses > x.Crosses {
		t.Errorf("1 %% is crossed on %s, 3 %% on %s", strict.Crosses, x.Crosses)
	}
}

// TestWaitingToTreatCosts: no more come through the later mites are treated, and fewest where they never are; common practice: in August, before
// the winter bees are laid. At the usual level of mites some weeks cost next to nothing.
func TestWaitingToTreatCosts(t *testing.T) {
	a := situation{
		name: "end of July", place: "uk", bloom: limes, on: "2026-07-28", days: 8, told: all(checked(0), washed(9)),
		hive: "deep b6 h3 p1 s10 | x | medium! h9 n1 s9",
	}.assess(t)
	var ways []plan.Taken
	for _, in := range []int{1, 28, 56} {
		ways = append(ways, plan.Taken{SugarKg: 12, Treat: plan.Treating{In: in}})
	}
	ways = append(ways, plan.Taken{SugarKg: 12, Treat: plan.Treating{Never: true}})
	got := a.Situation.ToSpring(ways)
	for i, w := range got {
		t.Logf("%+v: %.2f alive", ways[i].Treat, w.Alive)
	}
	const wobbles = 0.03
	for i := 1; i < len(got); i++ {
		if got[i].Alive > got[i-1].Alive+wobbles {
			t.Errorf("treated later, %.2f come through instead of %.2f", got[i].Alive, got[i-1].Alive)
		}
	}
	if got[3].Alive > got[0].Alive-0.05 {
		t.Errorf("never treated %.2f come through, treated now %.2f", got[3].Alive, got[0].Alive)
	}
}
