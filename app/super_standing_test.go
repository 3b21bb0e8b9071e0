package app

import (
	"testing"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/harvest"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/plan"
	"kembo/core/season"
	"kembo/store"
)

// deepOfHoney is a hive of two deeps on a day, the upper one full of capped honey, as it stands.
func deepOfHoney(t *testing.T, on day.Day) Standing {
	t.Helper()
	deep, err := hive.FormatFor("langstroth-deep-10")
	if err != nil {
		t.Fatal(err)
	}
	c := assessment.Case{
		Colony: "c", Today: on, Visit: on + 6, VisitPlanned: true, HistoryKnown: true, Health: colony.Healthy,
		Site: forecast.Site{Yard: "y", Climate: season.Climates[0], Hemisphere: season.North}, Settings: plan.DefaultSettings(),
		Seed: assessment.Seed, QueenYear: on.Time().Year() - 1,
	}
	for _, id := range []string{"low", "high"} {
		c.Stack.Boxes = append(c.Stack.Boxes, hive.NewBox(id, deep, deep.Slots, hive.Make{Drawn: true}))
	}
	c.Look.Day = on
	c.Look.Queen = colony.QueenEvidence{Day: on, Looked: true, Eggs: true, Larvae: true, Capped: true}
	c.Look.Boxes = []look.BoxLook{
		{Box: "low", Depth: look.ByBox, Seams: 10, Counts: look.Counts{Brood: 6, Honey: 2, Pollen: 1, Empty: 1}},
		{Box: "high", Depth: look.ByBox, Seams: 9, Counts: look.Counts{Honey: 10}},
	}
	a, err := assessment.Of(c, nil)
	if err != nil {
		t.Fatal(err)
	}
	b := history.Believed{Stack: a.Estimate.Stack, HistoryKnown: true, Estimate: &a.Estimate}
	return standingOf(store.Colony{ID: "c", Code: "QL-01"}, yardDay{today: on, visit: on + 6}, Settings{}, b, a, nil)
}

// TestABoxOfHoneyInTheNestIsCountedOnce: in July a deep of honey over the nest may be a crop, and what the nest has is told without it; in
// April it is last year's and no crop, and in October it is their food.
func TestABoxOfHoneyInTheNestIsCountedOnce(t *testing.T) {
	s := deepOfHoney(t, day.Of(2026, 7, 24))
	if len(s.Supers) != 1 || !s.Supers[0].Nest || s.Supers[0].Verdict != harvest.Ready {
		t.Fatalf("it stands as %+v", s.Supers)
	}
	if got, box := s.Stays.NestKg, s.Supers[0].Kg; box < 20 || got > 12 || got < 3 {
		t.Errorf("the box holds %.1f kg and the nest without it %.1f", box, got)
	}
	if s := deepOfHoney(t, day.Of(2026, 4, 20)); len(s.Supers) != 0 {
		t.Errorf("in April it stands as %+v", s.Supers)
	}
	if s := deepOfHoney(t, day.Of(2026, 10, 25)); len(s.Supers) == 1 && s.Supers[0].Verdict == harvest.Ready {
		t.Error("in late October it may be taken")
	}
}
