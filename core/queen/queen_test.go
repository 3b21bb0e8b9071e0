package queen_test

import (
	"testing"
	"time"

	"kembo/core/advice"
	"kembo/core/day"
	"kembo/core/queen"
)

func TestCellCalendar(t *testing.T) {
	// Winston 1987 (from memory): capped on day 8, emerges on day 16.
	c := queen.FromEgg(day.Of(2026, time.May, 1))
	for what, got := range map[string][2]day.Day{
		"capped": {c.Capped, day.Of(2026, time.May, 9)}, "emerges": {c.Emerges, day.Of(2026, time.May, 17)}, "lays from": {c.LaysFrom, day.Of(2026, time.May, 25)},
	} {
		if got[0] != got[1] {
			t.Errorf("%s on %v, want %v", what, got[0], got[1])
		}
	}
	if e := queen.EarliestEmergence(c.Laid+4, false); e > c.Emerges {
		t.Errorf("a charged cell seen on day 4 is taken to emerge on %v at the earliest, after it does", e)
	}
}

// TestTheSwarmClockIsFasterThanACell: between two checks of an unclipped queen
// no cell may be started and capped.
func TestTheSwarmClockIsFasterThanACell(t *testing.T) {
	if d := advice.DefaultSettings().UnclippedDays; d >= queen.CappedAfter {
		t.Errorf("checks every %d days, cells are capped on day %d", d, queen.CappedAfter)
	}
	if d := advice.DefaultSettings().ClippedDays; d >= queen.EmergesAfter {
		t.Errorf("checks every %d days with a clipped queen, a virgin is out on day %d", d, queen.EmergesAfter)
	}
}
