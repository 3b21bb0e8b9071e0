package assessment_test

import (
	"math"
	"slices"
	"strings"
	"testing"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/craft"
	"kembo/core/measure"
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
