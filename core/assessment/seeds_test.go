package assessment_test

import (
	"flag"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"kembo/core/assessment"
)

var seedRecords = flag.Int("seed-records", 12, "records whose plans are compared over eight seeds")

// TestASeedDecidesLittle draws the same record with eight seeds. Of all plans at most so many differ in what is
// advised from what most seeds advise of their record. One in a hundred is aimed at, and not reached: see
// docs/decisions.md.
func TestASeedDecidesLittle(t *testing.T) {
	const seeds, most = 8, 0.08
	r := rand.New(rand.NewPCG(18, 20261130))
	differ, plans, kg := 0, 0, 0.0
	for range *seedRecords {
		x := randomRecord(r)
		got := map[string]int{}
		low, high := 0.0, 0.0
		for seed := range uint64(seeds) {
			a := x.planned(t, 10, func(c *assessment.Case) { c.Seed = 100 + seed })
			got[actionsOf(a)]++
			plans++
			if g := a.Plan.GainKg; seed == 0 {
				low, high = g, g
			} else {
				low, high = min(low, g), max(high, g)
			}
		}
		usual := 0
		for _, n := range got {
			usual = max(usual, n)
		}
		differ += seeds - usual
		kg += high - low
		if len(got) > 1 {
			t.Logf("%s: %v, worth %.1f to %.1f kg", x.on.Short(), got, low, high)
		}
	}
	share := float64(differ) / float64(plans)
	t.Logf("%d of %d plans differ from most of their record (%.1f %%); what a plan gains differs by %.1f kg",
		differ, plans, 100*share, kg/float64(*seedRecords))
	if share > most {
		t.Errorf("%.1f %% differ; %.1f %% are allowed", 100*share, 100*most)
	}
}

// actionsOf is the set of what is advised.
func actionsOf(a *assessment.Assessment) string {
	return strings.Join(slices.Compact(strings.Fields(stepsOf(a))), " ")
}
