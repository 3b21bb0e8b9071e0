package assessment_test

import (
	"strings"
	"testing"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/plan"
)

// TestLayingWorkersAreShakenOut: strong or weak, they get no queen, and nothing else is done. Source: common practice.
func TestLayingWorkersAreShakenOut(t *testing.T) {
	for _, hive := range []string{"deep b1 h3 p1 e5 s3", "deep b2 h4 n1 p1 e2 s9"} {
		x := situation{name: hive, place: "uk", bloom: limes, on: "2026-06-24", days: 8, hive: hive,
			told: func(c *assessment.Case) {
				c.Look.Queen.ManyEggs = colony.EggsOnWalls
				c.Neighbours = []colony.Neighbour{{Colony: "N-01", Known: true, Bees: 28_000, Health: colony.Healthy}}
			}}
		a := x.assess(t)
		if len(a.Advice) != 1 || a.Advice[0].Action != plan.Combine || !strings.Contains(a.Advice[0].Do, "Shake it out before N-01") {
			t.Errorf("%s: %+v", hive, a.Advice)
		}
	}
}
