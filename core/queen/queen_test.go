package queen_test

import (
	"testing"
	"time"

	"kembo/core/day"
	"kembo/core/plan"
	"kembo/core/queen"
)

func TestCellCalendar(t *testing.T) {
	// Winston 1987 (from memory): capped on day 8, emerges on day 16.
	c := queen.FromEgg(day.Of(2026, time.May, 1))
	for what, got := range map[string][2]day.Day{
		"capped": {c.Capped, day.Of(2026, time.May, 9)}, "emerges": {c.Emerges, day.Of(2026, time.May, 17)},
		"lays from": {c.LaysFrom, day.Of(2026, time.May, 25)},
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
	if d := plan.DefaultSettings().UnclippedDays; d >= queen.CappedAfter {
		t.Errorf("checks every %d days, cells are capped on day %d", d, queen.CappedAfter)
	}
	if d := plan.DefaultSettings().ClippedDays; d >= queen.EmergesAfter {
		t.Errorf("checks every %d days with a clipped queen, a virgin is out on day %d", d, queen.EmergesAfter)
	}
}

// TestFromGraft: the breeder's calendar. Source: values B, derived: a graft
// emerges after 11 to 12 days; emergency queens after 10 to 14; first eggs 8 to
// 14 days later; egg to forager 41 days.
func TestFromAStart(t *testing.T) {
	on := day.Of(2026, 5, 1)
	g, err := queen.From(queen.Graft, on)
	if err != nil || g.Emerges != on+11 || g.EmergesBy > on+13 || g.LaysFrom != on+19 || g.Foragers-g.Lays != 41 ||
		g.FirstBees-g.Lays != 21 {
		t.Errorf("graft: %+v, %v", g, err)
	}
	s, err := queen.From(queen.Split, on)
	if err != nil || s.Emerges != on+10 || s.EmergesBy != on+14 || s.BroodGone != on+21 || s.LaysFrom != on+18 ||
		s.LaysBy != on+28 {
		t.Errorf("split: %+v, %v", s, err)
	}
	for _, st := range []queen.Start{queen.Split, queen.Graft, queen.Sealed, queen.Virgin} {
		r, err := queen.From(st, on)
		if err != nil || r.LaysFrom < r.FliesFrom || r.Lays < r.LaysFrom || r.LaysBy < r.Lays || r.Judged < r.LaysBy {
			t.Errorf("%s is out of order: %+v, %v", st, r, err)
		}
	}
	if _, err := queen.From("nothing", on); err == nil {
		t.Error("a start that is none is taken")
	}
}

// TestColours. Source: the international code, values H.
func TestColours(t *testing.T) {
	for y, c := range map[int]string{
		2021: "white", 2022: "yellow", 2023: "red", 2024: "green", 2025: "blue", 2026: "white", 2030: "blue",
	} {
		if got := queen.Colour(y); got != c {
			t.Errorf("%d is %s, want %s", y, got, c)
		}
	}
}
