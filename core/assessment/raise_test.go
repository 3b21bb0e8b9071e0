package assessment_test

import (
	"slices"
	"strings"
	"testing"

	"kembo/core/assessment"
	"kembo/core/moves"
	"kembo/core/plan"
)

// TestBroodIsRaisedForHoney: with a swarm's cells in a strong hive in May, drawn comb to hand and most of the flow to come, the
// brood is raised and a tick writes it; not where it is too late, too small, too tall or without drawn comb. Source: common
// practice.
func TestBroodIsRaisedForHoney(t *testing.T) {
	raised := func(a *assessment.Assessment) bool {
		return slices.ContainsFunc(a.Advice, func(v plan.Advice) bool {
			return v.Action == plan.SwarmControl && slices.ContainsFunc(v.Acts, func(m moves.Said) bool { return m.Do == "brood_raised" })
		})
	}
	base := situation{
		name: "cells in a strong hive", place: "uk", bloom: limes, on: "2026-05-16", days: 7,
		hive: "deep b7 h1 p1 n1 s10 | x | medium! h2 n3 e5 s7", told: cells(6, 0, "edge"),
	}
	a := base.assess(t)
	if !raised(a) {
		t.Errorf("told is %s", a.Advice[0].Do)
	}
	for _, v := range a.Advice {
		if v.Action == plan.SwarmControl && !strings.Contains(strings.Join(v.Cautions, " "), "Find her first") {
			t.Errorf("%s has no caution about the queen", v.Do)
		}
	}
	for name, change := range map[string]func(*situation){
		"late in July":        func(s *situation) { s.on = "2026-07-18" },
		"six seams":           func(s *situation) { s.hive = "deep b5 h2 p1 e2 s6" },
		"three boxes of nest": func(s *situation) { s.hive = "deep b6 h2 p1 n1 s10 | deep b5 h3 n2 s10 | deep b3 h5 n2 s9" },
		"foundation alone":    func(s *situation) { s.told = all(s.told, func(c *assessment.Case) { c.Settings.DrawnSupers = false }) },
		"cells capped":        func(s *situation) { s.told = cells(4, 2, "edge") },
		"cups, and no cells":  func(s *situation) { s.told = checked(0) },
		"the swarm has left":  func(s *situation) { s.told = all(cells(0, 6, "edge"), brood(false, true, true)) },
	} {
		s := base
		s.name = name
		if change(&s); raised(s.assess(t)) {
			t.Errorf("%s: the brood is raised", name)
		}
	}
}
