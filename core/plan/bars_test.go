package plan_test

import (
	"strings"
	"testing"
	"time"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/measure"
	"kembo/core/plan"
	"kembo/core/season"
)

// TestWhatBarsHoney: on both sides of each bound. Source: labels count whole days; docs/actions.md: unknown history
// is a hold, and what was fed is not honey.
func TestWhatBarsHoney(t *testing.T) {
	on := day.Of(2026, time.June, 20)
	for name, tt := range map[string]struct {
		tell func(*plan.Situation)
		says string // "": nothing bars it
	}{
		"nothing":               {func(*plan.Situation) {}, ""},
		"unknown history":       {func(s *plan.Situation) { s.HistoryKnown = false }, "not on record"},
		"in":                    {treatedFrom(on-3, 0, 0), "has been in since"},
		"out, label not known":  {treatedFrom(on-30, on-2, 0), "is not entered"},
		"the label's last day":  {treatedFrom(on-30, on-2, on), "by its label"},
		"the day after it":      {treatedFrom(on-30, on-2, on-1), ""},
		"fed under supers":      {fedOn(on - 5), "feed is not honey"},
		"fed long before":       {fedOn(on - 200), ""},
		"fed, and no super on":  {func(s *plan.Situation) { fedOn(on - 5)(s); s.Estimate.SuperHoney = 0 }, ""},
		"fed, and told by comb": {func(s *plan.Situation) { fedOn(on - 5)(s); s.FedTold = true }, ""},
	} {
		s := &plan.Situation{HistoryKnown: true, Today: on}
		tt.tell(s)
		if got := s.Barred(); (got == "") != (tt.says == "") || !strings.Contains(got, tt.says) {
			t.Errorf("%s: %q", name, got)
		}
	}
}

func treatedFrom(from, to, until day.Day) func(*plan.Situation) {
	return func(s *plan.Situation) {
		s.Treatments = []colony.Period{{What: "thymol", From: from, To: to, Until: until}}
	}
}

func fedOn(on day.Day) func(*plan.Situation) {
	return func(s *plan.Situation) {
		s.Feeds, s.Estimate.SuperHoney = []colony.Period{{What: "syrup", From: on, To: on}}, 4
	}
}

// TestTheSwarmClock: a clipped queen gives days, a part of the combs looked at none, and out of season or with few
// bees nothing is due.
func TestTheSwarmClock(t *testing.T) {
	on := day.Of(2026, time.June, 2)
	june := season.Place{Climate: season.Climates[0], Hemisphere: season.North}
	clock := func(tell func(*plan.Situation)) (day.Day, bool) {
		s := &plan.Situation{
			Today: on, Season: june.On(on), Base: &forecast.Result{Bees: measure.Range{Likely: 25000}},
			Settings: plan.DefaultSettings(), CellCheck: colony.CompleteCheck, CellCheckDay: on - 1,
		}
		tell(s)
		due, _, runs := s.SwarmClock()
		return due, runs
	}
	plain, _ := clock(func(*plan.Situation) {})
	clip, _ := clock(func(s *plan.Situation) { s.Clipped = true })
	part, _ := clock(func(s *plan.Situation) { s.CellCheck = colony.PartialCheck })
	set := plan.DefaultSettings()
	if plain != on-1+day.Day(set.UnclippedDays) || clip != on-1+day.Day(set.ClippedDays) || clip <= plain || part != on {
		t.Errorf("due on %s, clipped %s, after a part %s", plain.Short(), clip.Short(), part.Short())
	}
	if _, runs := clock(func(s *plan.Situation) { s.Base.Bees.Likely = 9000 }); runs {
		t.Error("nine thousand bees are checked by the clock")
	}
	if _, runs := clock(func(s *plan.Situation) { s.Season = june.On(day.Of(2026, time.October, 2)) }); runs {
		t.Error("the clock runs in October")
	}
}
