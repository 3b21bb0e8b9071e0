package history_test

import (
	"strings"
	"testing"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/measure"
	"kembo/core/season"
)

// TestFindingsAreFindings: not looked is said, a check of some combs is no check,
// and what was seen of queen and cells is dated and read.
func TestFindingsAreFindings(t *testing.T) {
	on := day.Of(2026, 5, 20)
	says := func(b history.Believed) string {
		t.Helper()
		return strings.Join(b.Findings(season.Moment{Calendar: 140}, measure.Units{}), " ")
	}
	blank := says(history.Believed{Estimate: &colony.Estimate{}})
	if !strings.Contains(blank, "not looked at") || !strings.Contains(blank, "never checked") ||
		strings.Contains(blank, "healthy") {
		t.Errorf("of a hive nobody looked into it says %q", blank)
	}
	q := colony.QueenEvidence{
		Day: on, CellsDay: on, Looked: true, Eggs: false, Larvae: true, Capped: true, ChargedCells: 3, CappedCells: 9,
		CellsAt: "edge",
	}
	b := history.Believed{
		Estimate: &colony.Estimate{Queen: q}, Health: colony.Healthy, HealthDay: on, CellCheckDay: on - 9,
		PartialDay: on, QueenYear: 2025,
	}
	got := says(b)
	// By hand: larvae and no eggs, so laid 3 to 9 days ago; 12 cells, 9 capped.
	for _, want := range []string{
		"healthy on Wed 20 May", "checked for queen cells on Mon 11 May", "does not count", "blue",
		"between Mon 11 May and Sun 17 May", "12 queen cells at the edges", "read as swarm", "from Thu 21 May",
	} {
		if !strings.Contains(got, want) {
			t.Errorf("it does not say %q: %s", want, got)
		}
	}
	b.Estimate.Queen = colony.QueenEvidence{Day: on, CellsDay: on, Looked: true, EmergedCells: 1}
	if got = says(b); !strings.Contains(got, "One has emerged") ||
		!strings.Contains(got, "the last egg was laid on Wed 29 Apr or before") {
		t.Errorf("with an emerged cell and no brood: %s", got)
	}
}
