package assessment_test

import (
	"slices"
	"testing"

	"kembo/core/assessment"
	"kembo/core/forecast"
	"kembo/core/plan"
)

// caged says that her keeper has shut the queen in, some time ago, and no eggs were found since.
func caged(c *assessment.Case) {
	brood(false, false, true)(c)
	c.Look.Queen.Caged, c.CagedSince = true, c.Today-16
}

// TestACagedQueenIsNoMissingOne: no eggs under a queen who is shut in call for no queen, no comb that tests and no union; while she
// is in there is no brood to come, and she is let out.
func TestACagedQueenIsNoMissingOne(t *testing.T) {
	x := situation{
		name: "shut in two weeks ago", place: "uk", bloom: limes, on: "2026-07-12", days: 8,
		hive:  "deep b3 h3 n1 p1 e2 s10 | x | medium! h7 n2 e1 s9",
		told:  all(checked(0), caged, beside(24000), func(c *assessment.Case) { c.Tracks = []forecast.Quantity{forecast.OfBrood} }),
		does:  [][]string{{"let_queen_out"}},
		never: []string{"give_cell_or_queen", "test_comb", "requeen", "combine", "look_closer!", "boost", "swarm_control"},
		why:   "she is there: let her out in time for the winter's bees",
	}
	a := x.assess(t)
	if wrongs, _ := x.wrongs(t, a); len(wrongs) > 0 {
		t.Error(wrongs)
	}
	if brood := a.Base.Tracks[forecast.OfBrood]; brood[14].Likely > 0.1*brood[0].Likely {
		t.Errorf("with her shut in there are %.0f cells of brood in two weeks, of %.0f", brood[14].Likely, brood[0].Likely)
	}
	if lost := a.Base.Losses.Chance(); lost > 0.1 {
		t.Errorf("the forecast loses her colony with a chance of %.2f, as if she were never let out", lost)
	}
	// With capped cells and no eggs the swarm is not taken to have left: she is in her cage.
	x.on, x.told = "2026-06-12", all(cells(2, 3, "edge"), caged)
	if !slices.Contains(x.assess(t).Situation.Offered(), plan.SwarmControl) {
		t.Error("nothing can be done about the cells of a hive whose queen is shut in")
	}
	x.on = "2026-07-12"
	x.told = all(checked(0), brood(false, false, true), beside(24000))
	missing := false
	for _, v := range x.assess(t).Advice {
		missing = missing || slices.Contains([]plan.Action{plan.GiveCellOrQueen, plan.TestComb, plan.Combine, plan.LookCloser}, v.Action)
	}
	if !missing {
		t.Error("nobody asks after a queen who is not known to be shut in")
	}
}

// TestThinSyrupGoesOnEachWeekOrNot: by wish, where somebody comes within ten days, twice; not where one of the next two visits is
// further off.
func TestThinSyrupGoesOnEachWeekOrNot(t *testing.T) {
	for _, x := range []struct {
		days, rhythm int
		want         bool
	}{{7, 7, true}, {7, 28, false}, {28, 7, false}, {28, 28, false}} {
		s := wished[0]
		s.days = x.days
		s.told = all(s.told, func(c *assessment.Case) { c.RhythmDays = x.rhythm })
		if got := slices.Contains(s.assess(t).Situation.Offered(), plan.FeedStimulate); got != x.want {
			t.Errorf("the visit in %d days, the one after it %d later: offered is %v", x.days, x.rhythm, got)
		}
	}
}

// TestSheIsShutInInTheRightWeeks: by wish, three to five weeks before the end of a flow after which little comes, in a strong
// colony; not in May, before the heather, with five seams, with cells in the hive, or once she is shut in.
func TestSheIsShutInInTheRightWeeks(t *testing.T) {
	base := situation{
		name: "four weeks before the lime is over", place: "uk", bloom: limes, on: "2026-06-27", days: 8,
		hive: "deep b7 h1 n1 p1 s10 | x | medium! h4 n3 e3 s9", told: all(wishes(plan.CageQueen), checked(0)),
	}
	for name, c := range map[string]struct {
		change func(*situation)
		want   bool
	}{
		"in time":           {func(*situation) {}, true},
		"in May":            {func(x *situation) { x.on = "2026-05-10" }, false},
		"before the ling":   {func(x *situation) { x.bloom = append(slices.Clone(limes), heather[len(heather)-2:]...) }, false},
		"five seams":        {func(x *situation) { x.hive = "deep b4 h2 n1 p1 e2 s5" }, false},
		"cells in the hive": {func(x *situation) { x.told = all(wishes(plan.CageQueen), cells(3, 0, "edge")) }, false},
		"shut in already":   {func(x *situation) { x.told = all(x.told, caged) }, false},
		"nobody wishes it":  {func(x *situation) { x.told = checked(0) }, false},
	} {
		x := base
		c.change(&x)
		if got := slices.Contains(x.assess(t).Situation.Offered(), plan.CageQueen); got != c.want {
			t.Errorf("%s: offered is %v", name, got)
		}
	}
}
