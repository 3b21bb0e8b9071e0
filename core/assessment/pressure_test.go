package assessment_test

import (
	"testing"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/plan"
	"kembo/core/season"
)

// crowded is a strong colony in one box at the height of the swarm season.
func crowded(t *testing.T) (assessment.Case, colony.Estimate) {
	t.Helper()
	deep, err := hive.FormatFor("langstroth-deep-10")
	if err != nil {
		t.Fatal(err)
	}
	climate, err := season.ClimateFor("uk")
	if err != nil {
		t.Fatal(err)
	}
	b := hive.NewBox("n", deep, 10, hive.Make{Drawn: true})
	look.Arrange(
		&b, look.Totals{comb.Honey: 4, comb.Eggs: 1, comb.Larvae: 3, comb.Brood: 6, comb.Pollen: 1, comb.Empty: 1},
	)
	e := colony.Estimate{
		Day: day.Of(2026, 5, 20), Seen: day.Of(2026, 5, 20), Stack: hive.Stack{Boxes: []hive.Box{b}}, Bees: 24000,
		BeesFrom: colony.Measured, Stages: true, Spread: look.DefaultObserver.Boxes,
		Queen: colony.QueenEvidence{Looked: true, Eggs: true, Larvae: true, Capped: true},
		Parts: []colony.Part{{Box: "n"}},
	}
	e.Sum()
	return assessment.Case{
		Colony: "c", Today: e.Day, Visit: e.Day + 14,
		Site:     forecast.Site{Yard: "y", Hemisphere: season.North, Climate: climate},
		Settings: plan.DefaultSettings(), Seed: 1, QueenYear: 2025,
	}, e
}

// TestACheckWithoutCellsGivesAWeek: a swarm goes when its first cell is capped,
// on day 8. So every comb checked and no cell found, none goes for eight days;
// an egg in a cup takes three off, a clipped queen makes it sixteen; a check of
// part of the combs, or one that found cells, gives nothing. This is why keepers
// check each week (common practice).
func TestACheckWithoutCellsGivesAWeek(t *testing.T) {
	chance := func(days int, change func(*assessment.Case, *colony.QueenEvidence)) float64 {
		c, e := crowded(t)
		change(&c, &e.Queen)
		p, _ := assessment.Assess(c, e, nil).Base.Swarm(days)
		return p
	}
	nobody := func(*assessment.Case, *colony.QueenEvidence) {}
	all := func(c *assessment.Case, q *colony.QueenEvidence) {
		c.CellCheck, c.CellCheckDay, q.CellsDay = colony.CompleteCheck, c.Today, c.Today
	}
	with := func(more func(*assessment.Case, *colony.QueenEvidence)) func(*assessment.Case, *colony.QueenEvidence) {
		return func(c *assessment.Case, q *colony.QueenEvidence) { all(c, q); more(c, q) }
	}
	cup := with(func(_ *assessment.Case, q *colony.QueenEvidence) { q.CupsWithEgg = 3 })
	clipped := with(func(c *assessment.Case, _ *colony.QueenEvidence) { c.Clipped = true })
	cells := with(func(_ *assessment.Case, q *colony.QueenEvidence) { q.ChargedCells, q.CellsAt = 6, "edge" })
	part := with(func(c *assessment.Case, _ *colony.QueenEvidence) { c.CellCheck = colony.PartialCheck })
	ago := with(func(c *assessment.Case, _ *colony.QueenEvidence) { c.CellCheckDay -= 5 })
	for _, tt := range []struct {
		name  string
		given func(*assessment.Case, *colony.QueenEvidence)
		none  int // days in which none can go
	}{
		{"nobody checked", nobody, 0}, {"no cells", all, 8}, {"no cells five days ago", ago, 3},
		{"eggs in cups", cup, 5}, {"no cells, clipped", clipped, 16}, {"part of the combs", part, 0},
		{"cells", cells, 0},
	} {
		if p := chance(tt.none, tt.given); p != 0 {
			t.Errorf("%s: within %d days a swarm has a chance of %.3f", tt.name, tt.none, p)
		}
		if p := chance(tt.none+3, tt.given); p < 0.02 {
			t.Errorf("%s: within %d days a swarm has a chance of only %.3f", tt.name, tt.none+3, p)
		}
	}
	if a, b := chance(14, nobody), chance(14, all); a < 1.3*b {
		t.Errorf("in a fortnight %.2f without a check, %.2f with", a, b)
	}
	if a, b := chance(5, cells), chance(5, nobody); a < 2*b {
		t.Errorf("cells found make it %.2f, without a check it is %.2f", a, b)
	}
	dozen := with(func(_ *assessment.Case, q *colony.QueenEvidence) { q.CupsWithEgg, q.CellsAt = 12, "edge" })
	if a, b := chance(10, dozen), chance(10, cup); a < b+0.1 {
		t.Errorf("a dozen cups with an egg make it %.2f, three %.2f", a, b)
	}
}
