package bees_test

import (
	"reflect"
	"testing"

	"kembo/core/bees"
	"kembo/core/bees/specimen"
)

// TestCohortsAgainstTheCalendar: worker 3 + 6 + 12 days, drone 24 (Winston
// 1987, from memory).
func TestCohortsAgainstTheCalendar(t *testing.T) {
	p := bees.Defaults()
	s := specimen.Wintered()
	s.Winter, s.House, s.PollenCells = 0, 20000, 20000
	c := bees.Condition{SeasonDay: 150, MeanC: 18}
	s.Eggs[0], s.Drone[0], s.QueenPeak = 1000, 100, 0
	for d := 1; d <= 24; d++ {
		s.Step(&p, &c)
		if d == 20 && s.Ledger.Emerged != 0 || d == 21 && s.Ledger.Emerged < 800 {
			t.Errorf("day %d: %.0f workers emerged; all come out on day 21", d, s.Ledger.Emerged)
		}
		if d == 23 && s.Ledger.DroneEmerged != 0 || d == 24 && s.Ledger.DroneEmerged != 100 {
			t.Errorf("day %d: %.0f drones emerged; all come out on day 24", d, s.Ledger.DroneEmerged)
		}
		if d == 4 && s.EggCount() != 0 || d == 3 && s.LarvaCount() == 0 {
			t.Errorf("day %d: %.0f eggs, %.0f larvae; an egg hatches on day 3", d, s.EggCount(), s.LarvaCount())
		}
		if d == 9 && s.CappedCount() < 800 {
			t.Errorf("day 9: %.0f capped, cells are capped on day 9", s.CappedCount())
		}
	}
	// Fukuda and Sakagami 1968 (from memory): about 85 % from egg to adult.
	if s.Ledger.Emerged < 840 || s.Ledger.Emerged > 860 {
		t.Errorf("%.0f of 1,000 eggs became adults, want 850", s.Ledger.Emerged)
	}
}

func TestTableHoldsEveryParameter(t *testing.T) {
	v := reflect.ValueOf(bees.Defaults())
	rows := map[string]bees.Row{}
	for _, r := range bees.Table() {
		rows[r.Name] = r
		if r.Source == "" || r.Unit == "" || r.Low >= r.High || r.Value < r.Low || r.Value > r.High {
			t.Errorf("row %+v lacks source or unit, or lies outside its range", r)
		}
	}
	for i := range v.NumField() {
		name := v.Type().Field(i).Name
		if r, ok := rows[name]; !ok || r.Value != v.Field(i).Float() {
			t.Errorf("parameter %s = %v is not in the table with its value", name, v.Field(i).Float())
		}
	}
	if len(rows) != v.NumField() {
		t.Errorf("%d rows for %d parameters", len(rows), v.NumField())
	}
}

func TestDailyStepDoesNotAllocate(t *testing.T) {
	p, s, c := bees.Defaults(), specimen.Wintered(), bees.Condition{
		SeasonDay:   160,
		MeanC:       17,
		FlightHours: 7,
		Flow:        0.8,
		Pollen:      0.8,
	}
	if n := testing.AllocsPerRun(200, func() { s.Step(&p, &c) }); n != 0 {
		t.Errorf("a day allocates %v times", n)
	}
}
