package queen_test

import (
	"testing"
	"time"

	"kembo/core/day"
	"kembo/core/queen"
)

// TestTheCalendarOfAGraft: a queen is 16 days from egg to emergence (Winston 1987, from memory), so that a larva under a day old
// comes out 12 days on; a drone 24, and mature 13 later (as core/brood has it).
func TestTheCalendarOfAGraft(t *testing.T) {
	graft := day.Of(2026, time.May, 10)
	r := queen.Rear(graft)
	for name, x := range map[string]struct{ got, want day.Day }{
		"taken": {r.Taken, graft + 1}, "capped": {r.Sealed, graft + 5}, "ripe": {r.Ripe, graft + 10}, "out": {r.Emerges, graft + 11},
		"out by": {r.EmergesBy, graft + 13}, "first flights": {r.FliesFrom, graft + 17}, "drone eggs": {r.DroneEggs, graft + 17 - 37},
		"drones out": {r.DronesOut, graft + 17 - 13},
	} {
		if x.got != x.want {
			t.Errorf("%s on %s, not %s", name, x.got, x.want)
		}
	}
	steps := r.Steps(0)
	for i := 1; i < len(steps); i++ {
		if steps[i].From < steps[i-1].From || steps[i].To < steps[i].From {
			t.Errorf("%q comes before %q", steps[i].Say, steps[i-1].Say)
		}
	}
}

// TestWeatherBendsTheCalendar: in fine weather she is mated in three days, in a month of half fit days in six, and in rain by the
// last day, with eggs looked for that much later.
func TestWeatherBendsTheCalendar(t *testing.T) {
	r := queen.Rear(day.Of(2026, time.May, 10))
	eggs := func(chance float64) (by day.Day, days float64, look day.Day) {
		by, days = queen.Bent(r.FliesFrom, r.FliesTo, func(day.Day) float64 { return chance })
		steps := r.Steps(by)
		return by, days, steps[len(steps)-2].To
	}
	fine, _, early := eggs(1)
	half, days, _ := eggs(0.5)
	wet, few, late := eggs(0.05)
	if fine != r.FliesFrom+2 || half != r.FliesFrom+5 || days != 3 || wet != r.FliesTo || few >= 1 {
		t.Errorf("mated by %s, %s, %s, with %.1f and %.2f fit days", fine, half, wet, days, few)
	}
	if early != r.Lays || late <= early {
		t.Errorf("eggs are looked for until %s in fine weather, %s in rain", early, late)
	}
}

// TestDronesForTheFirstFlights: drones that fly today will do for virgins who fly later; capped drone brood does where it is out in
// time.
func TestDronesForTheFirstFlights(t *testing.T) {
	graft := day.Of(2026, time.May, 10)
	r := queen.Rear(graft)
	for _, tt := range []struct {
		on             day.Day
		flying, capped bool
		enough         bool
	}{
		{graft, true, false, true}, {graft, false, false, false}, {graft, false, true, false}, {graft - 7, false, true, true},
		{graft - 6, false, true, false},
	} {
		if got := r.Drones(tt.on, tt.flying, tt.capped) == ""; got != tt.enough {
			t.Errorf("on %s, flying %v, capped %v: enough %v", tt.on, tt.flying, tt.capped, got)
		}
	}
}
