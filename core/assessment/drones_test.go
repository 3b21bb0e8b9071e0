package assessment_test

import (
	"slices"
	"strings"
	"testing"

	"kembo/core/assessment"
	"kembo/core/plan"
)

// TestASplitMindsItsDrones: where a virgin flies before the calendar has drones it is said with what must have been laid when; where
// she flies later nothing is said. That purple-eyed drones on the day of a split suffice is tested with the calendar of a queen.
func TestASplitMindsItsDrones(t *testing.T) {
	for _, x := range []struct {
		name            string
		charged, capped int
		said            bool
	}{
		{"capped cells in mid-April: out tomorrow at the earliest", 0, 5, true},
		{"charged ones, a week younger", 8, 0, false},
	} {
		a := situation{
			name: x.name, place: "uk", bloom: limes, on: "2026-04-18", days: 3, hive: "deep b7.5 h1.5 p0.5 e0.5 s10",
			told: all(checked(0), cells(x.charged, x.capped, "edge"), queenSeen, func(c *assessment.Case) {
				c.Settings.Weights = plan.PresetFor("increase").Weights
			}),
		}.assess(t)
		i := slices.IndexFunc(a.Advice, func(v plan.Advice) bool { return v.Action == plan.SwarmControl })
		if i < 0 {
			t.Errorf("%s: no swarm control in %+v", x.name, a.Advice)
			continue
		}
		v := a.Advice[i]
		if !strings.Contains(v.Do, "nuc") && !strings.Contains(v.Do, "Split") && !strings.Contains(v.Do, "artificial") {
			t.Errorf("%s: %s", x.name, v.Do)
		}
		said := slices.ContainsFunc(v.Cautions, func(c string) bool { return strings.Contains(c, "must be out by") })
		if said != x.said {
			t.Errorf("%s: %s: %q", x.name, v.Do, v.Cautions)
		}
	}
}
