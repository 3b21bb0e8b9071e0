package exchange_test

import (
	"strings"
	"testing"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/look"
	"kembo/core/season"
	"kembo/exchange"
)

// whole is a record that says something in each of its parts, nothing the usual.
const whole = `{
	"kembo_record": 1, "colony": "SA-02", "date": "2026-12-03", "next_visit": "2026-12-14",
	"look_date": "2026-12-01",
	"site": {"hemisphere": "south", "climate": "us-south", "yard": "Saltings"},
	"stack": {"excluder_above": 1, "boxes": [
		{"format": "langstroth-deep-10", "counts": {"brood": 5, "honey": 2, "pollen": 1, "empty": 2}},
		{"format": "langstroth-medium-10", "heft": "fair"},
		{"format": "langstroth-medium-10", "super_state": "started"},
		{"format": "langstroth-medium-10", "kg": 9}
	]},
	"queen": {"looked": true, "eggs": true, "capped": true, "clipped": true},
	"cells": {"check": "partial", "date": "2026-11-30", "cups_with_egg": 2, "where": "edge"},
	"health": {"brood": "healthy"}, "white_wax": "yes", "history_known": true,
	"weight": {"how": "sides", "kg": 21, "other_kg": 24},
	"feeds": [{"what": "1:1 syrup", "from": "2026-10-01", "to": "2026-10-03", "kg": 2}],
	"treatments": [{"what": "thymol", "from": "2026-11-01", "honey_barred_until": "2026-12-20"}],
	"flow": [{"date": "2026-12-05", "intensity": 0.7}],
	"weather": [{"date": "2026-12-04", "tmin_c": 11, "tmax_c": 24}],
	"settings": {
		"food_risk": 0.11, "store_risk": 0.12, "lay_risk": 0.13, "capped_share": 0.14, "honey_bound": 0.15,
		"winter_target_kg": 16, "reserve_kg": 17, "lift_limit_kg": 18, "unclipped_days": 19, "clipped_days": 20,
		"stale_days": 21, "drawn_supers": false, "seed": 22
	}
}`

func caseOf(t *testing.T, text string) assessment.Case {
	t.Helper()
	r, err := exchange.ReadRecord(strings.NewReader(text))
	if err != nil {
		t.Fatal(err)
	}
	c, err := r.Case()
	if err != nil {
		t.Fatal(err)
	}
	return c
}

// TestEachFieldOfARecordIsRead: what the record says is what the case has, field by
// field.
func TestEachFieldOfARecordIsRead(t *testing.T) {
	c := caseOf(t, whole)
	on := func(m, d int) day.Day {
		t.Helper()
		x, err := day.Parse("2026-" + map[int]string{10: "10", 11: "11", 12: "12"}[m] + "-01")
		if err != nil {
			t.Fatal(err)
		}
		return x + day.Day(d-1)
	}
	is := func(what string, ok bool) {
		t.Helper()
		if !ok {
			t.Errorf("%s is not as the record has it", what)
		}
	}
	is("colony", c.Colony == "SA-02")
	is("days", c.Today == on(12, 3) && c.Visit == on(12, 14) && c.Look.Day == on(12, 1))
	is("hemisphere", c.Site.Hemisphere == season.South)
	is("climate", c.Site.Climate.Key == "us-south")
	is("yard", c.Site.Yard == "Saltings")
	is("season", season.DayOf(c.Today, c.Site.Hemisphere) < 200) // early summer there
	is("excluder", c.Stack.ExcluderAbove == 1)
	is("supers", c.Stack.Supers() == 3)
	is("depths", c.Look.Boxes[0].Depth == look.ByBox && c.Look.Boxes[1].Depth == look.ByHeft &&
		c.Look.Boxes[2].Depth == look.BySeams && c.Look.Boxes[3].Depth == look.ByHeft)
	is("heft", c.Look.Boxes[1].Heft == look.Fair && c.Look.Boxes[3].Kg == 9)
	is("counts", c.Look.Boxes[0].Counts == look.Counts{Brood: 5, Honey: 2, Pollen: 1, Empty: 2})
	q := c.Look.Queen
	is("queen", q.Looked && q.Eggs && q.Capped && !q.Larvae && !q.Seen && c.Clipped)
	is("cells", q.CupsWithEgg == 2 && q.CellsAt == "edge" && c.CellCheck == colony.PartialCheck &&
		c.CellCheckDay == on(11, 30))
	is("health", c.Health == colony.Healthy)
	is("wax", c.Look.WhiteWax == look.Answer("yes"))
	is("weight", c.Look.Weight == look.Weight{How: "sides", Kg: 21, OtherKg: 24})
	is("feeds", len(c.Feeds) == 1 && c.Feeds[0].To == on(10, 3) && c.Feeds[0].Kg == 2)
	is("treatments", len(c.Treatments) == 1 && c.Treatments[0].To == 0 && c.Treatments[0].Until == on(12, 20))
	is("flow", c.Site.Flow[on(12, 5)] == 0.7)
	is("weather", c.Site.Weather[on(12, 4)].MaxC == 24)
	s := c.Settings
	is("risks", s.FoodRisk == 0.11 && s.StoreRisk == 0.12 && s.LayRisk == 0.13)
	is("shares", s.CappedShare == 0.14 && s.HoneyBound == 0.15)
	is("masses", s.WinterTargetKg == 16 && s.ReserveKg == 17 && s.LiftLimitKg == 18)
	is("rhythms", s.UnclippedDays == 19 && s.ClippedDays == 20 && s.StaleDays == 21)
	is("supers to hand", !s.DrawnSupers)
	is("seed", c.Seed == 22)
}

// TestACheckIsWhatItWas: complete, partial or none.
func TestACheckIsWhatItWas(t *testing.T) {
	for text, want := range map[string]colony.CellCheck{"complete": colony.CompleteCheck, "partial": colony.PartialCheck} {
		c := caseOf(t, strings.Replace(whole, `"check": "partial"`, `"check": "`+text+`"`, 1))
		if c.CellCheck != want {
			t.Errorf("%s is read as %v", text, c.CellCheck)
		}
	}
}

// TestTheAnswerCountsBoxesFromTheFloor, and names the check for cells only while a
// swarm may go.
func TestTheAnswerCountsBoxesFromTheFloor(t *testing.T) {
	c := example(t, "honey-bound") // two boxes of brood, three supers, in June
	a := exchange.AnswerOf(c, assess(t, c))
	if len(a.Supers) != 3 || a.Supers[0].Box != 3 || a.Supers[2].Box != 5 {
		t.Errorf("its supers are %+v", a.Supers)
	}
	if a.SwarmCheckBy == nil || *a.SwarmCheckBy <= c.Today {
		t.Errorf("in June cells are to be looked for by %v", a.SwarmCheckBy)
	}
	c = example(t, "autumn")
	if a := exchange.AnswerOf(c, assess(t, c)); a.SwarmCheckBy != nil {
		t.Errorf("in autumn cells are to be looked for by %v", *a.SwarmCheckBy)
	}
}
