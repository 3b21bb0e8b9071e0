package assessment_test

import (
	"slices"
	"strings"
	"testing"

	"kembo/core/assessment"
	"kembo/core/plan"
)

// TestAKeptPlanGivesWayToABetterOne: of yesterday's plans with one super more or less, those stay that are nearly as
// good as the best, no others, and none that is worse than leaving. Property; the margin is core/plan's.
func TestAKeptPlanGivesWayToABetterOne(t *testing.T) {
	const margin = 0.85 // kg; a little over the engine's own
	stays, gave := 0, 0
	for _, x := range situations {
		c := x.made(t)
		if c.Look.Day == c.Today {
			c.Look.Day -= 2
			c.Look.Queen.Day = c.Look.Day
		}
		free := assessed(t, c)
		k := free.Plan.Keep()
		i := slices.IndexFunc(k.Steps, func(s plan.KeptStep) bool { return s.Action == plan.AddSuper })
		if i < 0 || !strings.HasPrefix(k.Steps[i].Key, "super ") {
			continue
		}
		was := k.Steps[i].Key
		k.Day--
		k.Steps[i].Key = map[string]string{"super 1": "super 2", "super 2": "super 1"}[was]
		c.Kept = &k
		p := assessed(t, c).Plan
		if p.KeptSince == 0 {
			gave++
			continue
		}
		stays++
		if p.GainKg < free.Plan.GainKg-margin || p.GainKg < -margin {
			t.Errorf("%s: kept with %.2f kg, where %.2f are to be had", x.name, p.GainKg, free.Plan.GainKg)
		}
	}
	if stays < 2 || gave < 2 {
		t.Errorf("%d plans stay and %d give way", stays, gave)
	}
}

func assessed(t *testing.T, c assessment.Case) *assessment.Assessment {
	t.Helper()
	a, err := assessment.Of(c, nil)
	if err != nil {
		t.Fatal(err)
	}
	return a
}
