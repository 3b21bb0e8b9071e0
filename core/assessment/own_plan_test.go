package assessment_test

import (
	"math"
	"slices"
	"strings"
	"testing"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/craft"
	"kembo/core/draft"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/plan"
	"kembo/core/sheet"
)

// TestAnOwnPlanIsCheckedAsPlansAre: what is advised and tried comes to what it is advised for, on the day of the visit
// too; what breaks the craft is told; what undoes itself is not lived; and what is no plan is not judged.
func TestAnOwnPlanIsCheckedAsPlansAre(t *testing.T) {
	full := situation{
		name: "a full hive in the bean", place: "uk", bloom: limes, on: "2026-06-12", days: 10,
		hive: "deep b6 h2 n1 p1 s10 | x | medium! h8 n2 s9", told: checked(0),
	}
	a := full.assess(t)
	s := a.Situation
	if a.Plan.GainKg < 1 || a.Advice[0].Action != "add_super" {
		t.Fatalf("advised is %s, for %.1f kg", a.Advice[0].Do, a.Plan.GainKg)
	}
	own, ok := s.Check([]string{"super"}, s.Today, a.Plan.GainKg)
	if !ok || own.Never || own.GainKg < 1 || own.BetterIn < 0.5 || math.Abs(own.GainKg+own.LostKg-a.Plan.GainKg) > 1e-9 {
		t.Errorf("a super tried comes to %+v beside a plan of %.2f kg", own, a.Plan.GainKg)
	}
	later, _ := s.Check([]string{"super"}, s.Visit, a.Plan.GainKg)
	if later.GainKg >= own.GainKg {
		t.Errorf("a super today is worth %.2f kg, on the visit %.2f", own.GainKg, later.GainKg)
	}
	syrup, ok := s.Check([]string{"feed"}, s.Today, a.Plan.GainKg)
	if !ok || syrup.LostKg <= 0 || !syrup.Never && !craft.Has(syrup.Breaches, "feed_under_super") {
		t.Errorf("syrup under a super comes to %+v", syrup)
	}
	both, ok := s.Check([]string{"super", "feed"}, s.Today, a.Plan.GainKg)
	if !ok || !both.Never || both.GainKg != 0 {
		t.Errorf("a super and syrup at once come to %+v", both)
	}
	for _, keys := range [][]string{{"dearth"}, {"nothing"}, nil} {
		if own, ok := s.Check(keys, s.Today, 0); ok {
			t.Errorf("%v is judged as a plan: %+v", keys, own)
		}
	}
	ill := full
	ill.told = func(c *assessment.Case) { c.Health = colony.Suspect }
	if own, ok := ill.assess(t).Situation.Check([]string{"super"}, s.Today, 0); ok {
		t.Errorf("a super for a hive with suspect brood is weighed: %+v", own)
	}
	say := strings.Join(own.Sentences(measure.Systems[0]), " ")
	if !strings.Contains(say, "better than leaving it") {
		t.Errorf("it is told as %q", say)
	}
	if say := both.Sentences(measure.Systems[0]); !slices.Equal(say, []string{"This is not done, or one step undoes the other."}) {
		t.Errorf("what is never done is told as %q", say)
	}
}

// TestADrawnPlanIsCheckedAsPlansAre: a super drawn on the picture comes to what a super comes to that is tried; combs of
// brood thrown out of the nest, and the nest's only box, are told off.
func TestADrawnPlanIsCheckedAsPlansAre(t *testing.T) {
	a := situation{
		name: "a full hive in the bean", place: "uk", bloom: limes, on: "2026-06-12", days: 10,
		hive: "deep b6 h2 n1 p1 s10 | x | medium! h8 n2 s9", told: checked(0),
	}.assess(t)
	s := a.Situation
	st := s.Estimate.Stack
	as := func(text string) plan.Drawn {
		t.Helper()
		steps, err := draft.Parse(text)
		if err != nil {
			t.Fatal(err)
		}
		d, err := draft.Apply(st, steps, s.Conditions(s.Today), moves.Unnamed())
		if err != nil {
			t.Fatal(err)
		}
		work, err := sheet.Of(st, d.After, 0)
		if err != nil {
			t.Fatal(err)
		}
		return plan.Drawn{After: d.After, Minutes: work.Minutes, Parts: work.Lifts > 1}
	}
	tried, _ := s.Check([]string{"super"}, s.Today, a.Plan.GainKg)
	super, changes, ok := s.CheckDrawn(as("+drawn"), s.Today, a.Plan.GainKg)
	if !ok || math.Abs(super.GainKg-tried.GainKg) > 0.3 || len(changes) != 1 || changes[0].SuperDrawn == 0 {
		t.Errorf("a super drawn comes to %+v, tried to %+v, with %+v", super, tried, changes)
	}
	later, _, _ := s.CheckDrawn(as("+drawn"), s.Visit, a.Plan.GainKg)
	if later.GainKg >= super.GainKg {
		t.Errorf("a super on the visit is worth %.2f kg, today %.2f", later.GainKg, super.GainKg)
	}
	brood := as("1.5-off,1.5-off,1.5-off,drawn-1.5,drawn-1.5,drawn-1.5")
	brood.Nest = true
	if out, _, ok := s.CheckDrawn(brood, s.Today, a.Plan.GainKg); !ok || out.GainKg > -1 {
		t.Errorf("three combs of brood thrown out come to %+v", out)
	}
	if c := s.Conditions(s.Today); c.FramesOfBees < 8 || c.ColdestC < 5 {
		t.Errorf("in June it stands in %+v", c)
	}
	nest := as("b1-off")
	if off, _, ok := s.CheckDrawn(nest, s.Today, a.Plan.GainKg); !ok || !off.Never && off.GainKg > -3 {
		t.Errorf("the nest taken off comes to %+v", off)
	}
}
