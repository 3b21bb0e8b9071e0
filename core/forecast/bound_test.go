package forecast

import "testing"

// TestAHoneyBoundBoxLeavesDays: ten full combs over the queen, and she has days,
// not weeks.
func TestAHoneyBoundBoxLeavesDays(t *testing.T) {
	e := nest(t, 0, 0, 0.99)
	r := Run(input(t, e))
	if v := r.Runway[Lay].Likely; v == nil || *v > 7 {
		t.Errorf("room to lay ends %v, with ten full combs above", days(v))
	}
}
