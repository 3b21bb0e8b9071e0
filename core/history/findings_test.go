package history_test

import (
	"strings"
	"testing"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/season"
)

// TestFindingsAreFindings: not looked is said, a check of some combs is no check,
// and what was seen of queen and cells is dated and read.
func TestFindingsAreFindings(t *testing.T) {
	on := day.Of(2026, 5, 20)
	says := func(b history.Believed) string {
		t.Helper()
		return strings.Join(b.Findings(season.Moment{Calendar: 140, Bees: 140}, measure.Units{}), " ")
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

// TestNotTouchedIsNotLooked: of a stage that nobody looked for nothing is said; of one
// that was looked for and was not there, what follows. Looks from before stages spoke
// for themselves mean what they meant. Source of the days: stages of 3, 9 and 21 days,
// Winston 1987, from memory.
func TestNotTouchedIsNotLooked(t *testing.T) {
	tests := []struct {
		name  string
		q     history.Queen
		says  string // among the findings; "": nothing of when she laid
		there float64
	}{
		{"eggs alone are ticked", history.Queen{Each: true, Eggs: true}, "", 0.97},
		{"larvae alone are ticked", history.Queen{Each: true, Larvae: true}, "", 0.9},
		{"capped brood alone", history.Queen{Each: true, Capped: true}, "", 0.9},
		{"larvae, and no eggs", history.Queen{Each: true, Larvae: true, NoEggs: true}, "last egg was laid between", 0},
		{"eggs, and no larvae", history.Queen{Each: true, Eggs: true, NoLarvae: true}, "laying began", 0.97},
		{
			"nothing of any age", history.Queen{Each: true, NoEggs: true, NoLarvae: true, NoCapped: true},
			"No brood of any age", 0,
		},
		{"eggs alone, as it was entered at first", history.Queen{Looked: true, Eggs: true}, "laying began", 0.97},
		{"larvae alone, as it was entered at first", history.Queen{Looked: true, Larvae: true}, "last egg", 0},
	}
	for _, tt := range tests {
		es := begin()
		l := lookOf("nest", look.Counts{Brood: 4, Honey: 4, Empty: 2})
		l.Queen = tt.q
		es = append(es, history.Entry{ID: "q", Day: d0 + 3, Kind: history.KindLook, Body: l})
		b := fold(t, es)
		said := strings.Join(b.Findings(season.Moment{Calendar: 150, Bees: 150, Day: d0 + 3}, measure.Units{}), " ")
		told := strings.Contains(said, "laid") || strings.Contains(said, "laying")
		if tt.says == "" && told || !strings.Contains(said, tt.says) {
			t.Errorf("%s: %q, want %q", tt.name, said, tt.says)
		}
		if p := b.Estimate.Queen.QueenChance(); p < tt.there || tt.there == 0 && p > 0.7 {
			t.Errorf("%s: a queen is there with %.2f", tt.name, p)
		}
		if no := strings.Contains(strings.Join(history.Expect(es, d0+9, measure.Units{}), " "), "No eggs"); no != (tt.there == 0) {
			t.Errorf("%s: no eggs is told: %v", tt.name, no)
		}
	}
}
