package app

import (
	"testing"
	"time"

	"kembo/core/day"
	"kembo/store"
)

// TestYardsRestInWinter: with no visit planned, the next is by the season's rhythm in the
// season, by winter's in winter, and no later than one rhythm into the new season; in
// the south half a year on. A yard without a winter rhythm keeps the one it has.
func TestYardsRestInWinter(t *testing.T) {
	at := func(m time.Month, d int) day.Day { return day.Of(2026, m, d) }
	for _, tt := range []struct {
		what       string
		hemisphere string
		winter     int
		last, want day.Day
	}{
		{"June", "north", 42, at(time.June, 3), at(time.June, 13)},
		{"November", "north", 42, at(time.November, 20), at(time.November, 20) + 42},
		{"November, no winter rhythm", "north", 0, at(time.November, 20), at(time.November, 30)},
		{"late February: spring comes first", "north", 42, at(time.February, 25), at(time.March, 18)},
		{"June in the south", "south", 42, at(time.June, 3), at(time.June, 3) + 42},
		{"November in the south", "south", 42, at(time.November, 20), at(time.November, 30)},
	} {
		y := store.Yard{Hemisphere: tt.hemisphere, RhythmDays: 10, WinterDays: tt.winter}
		got := withVisits(y, tt.last, store.Visits{Last: int32(tt.last)})
		if got.planned || got.visit != tt.want {
			t.Errorf("%s: next visit %s, want %s", tt.what, got.visit, tt.want)
		}
	}
	// What is planned holds, whatever the rhythm.
	y := store.Yard{Hemisphere: "north", RhythmDays: 10, WinterDays: 42}
	got := withVisits(y, at(time.December, 1), store.Visits{Last: int32(at(time.November, 20)), Next: int32(at(time.December, 5))})
	if !got.planned || got.visit != at(time.December, 5) {
		t.Errorf("planned for 5 December: %s", got.visit)
	}
}
