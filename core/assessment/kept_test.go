package assessment_test

import (
	"slices"
	"strings"
	"testing"

	"kembo/core/assessment"
	"kembo/core/colony"
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
		old := k
		old.Day = c.Look.Day - 1
		c.Kept = &old
		if p := assessed(t, c).Plan; p.KeptSince != 0 {
			t.Errorf("%s: a plan of before the look is kept", x.name)
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

// TestARichHiveGivesToItsOwnPoorOne: of two rich hives the richer gives to the poorest, this one to the other.
func TestARichHiveGivesToItsOwnPoorOne(t *testing.T) {
	x := situation{
		name: "rich", place: "uk", on: "2026-09-10", days: 5, hive: "deep b2.5 h5 p1 e1.5 s8 | deep h9 e1 s7",
		told: func(c *assessment.Case) {
			for i, spare := range []float64{40, -15, -9} {
				c.Neighbours = append(c.Neighbours, colony.Neighbour{
					Colony: "N-0" + string(rune('1'+i)), Known: true, Health: colony.Healthy, Bees: 20_000, Brood: 9000,
					SpareKg: spare, StoresKg: 20 + spare, MitesPercent: 1,
				})
			}
		},
	}
	a := x.assess(t)
	i := slices.IndexFunc(a.Advice, func(v plan.Advice) bool { return v.Action == plan.Equalise })
	if i < 0 || !strings.Contains(a.Advice[i].Do, "N-03") {
		t.Errorf("%+v", a.Advice)
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
