package advice_test

import (
	"strings"
	"testing"
	"time"

	"kembo/core/advice"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/look"
)

// TestWhatBarsHoney: a treatment that is in, one whose label's time is not over or not
// known, feed of this season under honey, and a history that nobody knows. The label
// counts its last day; the rest is common practice, no source.
func TestWhatBarsHoney(t *testing.T) {
	for _, tt := range []struct {
		what   string
		change func(*advice.Situation)
		why    string // part of it; empty: nothing bars
	}{
		{"nothing", func(*advice.Situation) {}, ""},
		{"unknown history", func(s *advice.Situation) { s.HistoryKnown = false }, "unknown is a hold"},
		{"it is in", func(s *advice.Situation) {
			s.Treatments = []colony.Period{{What: "thymol", From: jun - 20}}
		}, "Thymol has been in since"},
		{"its last barred day", func(s *advice.Situation) {
			s.Treatments = []colony.Period{{What: "thymol", From: jun - 20, To: jun - 5, Until: jun}}
		}, "bars honey until Tue 16 Jun by its label"},
		{"the day after", func(s *advice.Situation) {
			s.Treatments = []colony.Period{{What: "thymol", From: jun - 20, To: jun - 5, Until: jun - 1}}
		}, ""},
		{"a label not entered", func(s *advice.Situation) {
			s.Treatments = []colony.Period{{What: "thymol", From: jun - 60, To: jun - 50}}
		}, "waiting time is not entered"},
		{"fed last week", func(s *advice.Situation) {
			s.Feeds = []colony.Period{{What: "1:1 syrup", From: jun - 7, To: jun - 5, Kg: 2}}
		}, "feed is not honey"},
		{"fed last autumn", func(s *advice.Situation) {
			s.Feeds = []colony.Period{{What: "2:1 syrup", From: jun - 270, To: jun - 265, Kg: 8}}
		}, ""},
		{"fed last week, and by its log no comb above holds it", func(s *advice.Situation) {
			s.Feeds, s.FedTold = []colony.Period{{What: "1:1 syrup", From: jun - 7, To: jun - 5, Kg: 2}}, true
		}, ""},
		{"a super that was fed into a year ago and never seen empty", func(s *advice.Situation) {
			s.FedTold, s.Fed = true, []colony.FedIn{{Box: "a", Day: jun - 300, N: 3}}
		}, "feed is not honey"},
	} {
		s := assess(t, hiveOf(t, jun, 10, fine, 9, look.Counts{Honey: 9, Empty: 1}))
		tt.change(s)
		if got := s.Barred(); (got == "") != (tt.why == "") || !strings.Contains(got, tt.why) {
			t.Errorf("%s: %q", tt.what, got)
		}
	}
}

// TestTheExcluderComesOutForWinter: a cluster that moves up leaves a queen under it.
// Common practice, no source.
func TestTheExcluderComesOutForWinter(t *testing.T) {
	c := hiveOf(
		t, october, 14, look.Counts{Brood: 0.5, Honey: 7, Pollen: 1, Empty: 1.5}, 6, look.Counts{Honey: 0.3, Empty: 9.7},
	)
	for above, want := range map[int]bool{1: true, 0: false} {
		c.Stack.ExcluderAbove = above
		a := of(t, c)[advice.PackDown]
		if got := strings.Contains(strings.Join(a.Cautions, " "), "excluder out"); a.Do == "" || got != want {
			t.Errorf("excluder on box %d: %q with the cautions %q", above, a.Do, a.Cautions)
		}
	}
}

// TestAFullNestInOctoberIsAsItShouldBe: the winter bees are laid by mid-September; a
// nest that was honey-bound in June is provisioned in October.
func TestAFullNestInOctoberIsAsItShouldBe(t *testing.T) {
	full := look.Counts{Brood: 2, Honey: 6, Nectar: 0.5, Pollen: 1, Empty: 0.5}
	for on, want := range map[day.Day]bool{
		jun: true, october: false, day.Of(2026, time.September, 20): false, day.Of(2026, time.November, 10): false,
	} {
		got := of(t, hiveOf(t, on, 10, full, 9, emptyish))
		if (got[advice.RelieveHoneyBound].Do != "") != want {
			t.Errorf("on %s: %v", on, said(got))
		}
	}
}
