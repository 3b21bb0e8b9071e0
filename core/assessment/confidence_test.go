package assessment_test

import (
	"math/rand/v2"
	"slices"
	"testing"

	"kembo/core/plan"
)

// TestConfidenceIsMeasured: how sure a plan is of is the share of members in which it is better than leaving: no
// constant of what is advised unless nearly sure, and never advised where it is better in next to none. Leaving has the share in which
// nothing else is better.
func TestConfidenceIsMeasured(t *testing.T) {
	const records, often, least = 60, 6, 0.05
	r := rand.New(rand.NewPCG(19, 20261130))
	told := map[plan.Action][]float64{}
	for range records {
		a := randomRecord(r).planned(t, 10, nil)
		for _, v := range a.Advice {
			if v.Step > 0 || v.Action == plan.Leave {
				told[v.Action] = append(told[v.Action], v.Confidence)
			}
			if v.Step > 0 && v.Action != plan.LookCloser && (v.Confidence != a.Plan.BetterIn || v.Confidence < least) {
				t.Errorf("%s in %.2f of the members, the plan in %.2f", v.Do, v.Confidence, a.Plan.BetterIn)
			}
		}
	}
	for action, all := range told {
		slices.Sort(all)
		if len(all) >= often && all[len(all)-1]-all[0] < 0.01 && all[0] < 0.95 {
			t.Errorf("%s is told %d times, with %.2f each time", action, len(all), all[0])
		}
	}
	if len(told[plan.Leave]) == 0 || len(told[plan.AddSuper]) < often {
		t.Errorf("too little is told to judge by: %d kinds", len(told))
	}
}
