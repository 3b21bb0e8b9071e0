package proof

import (
	"testing"
)

// TestWhatTheBoardWasSilentAbout: a swarm or hunger counts against the board where the hive was left on the morning
// before without the mark, and only there.
func TestWhatTheBoardWasSilentAbout(t *testing.T) {
	for _, tt := range []struct {
		name         string
		left, marked bool
		swarms       int
		starved      int
		silent       int
	}{
		{"nothing happened", true, false, 0, 0, 0},
		{"swarmed, unmarked", true, false, 1, 0, 1},
		{"starved, unmarked", true, false, 0, 1, 1},
		{"swarmed, marked", true, true, 1, 0, 0},
		{"swarmed on a day on which somebody came", false, false, 1, 0, 0},
	} {
		h := &Hive{ID: "PR-01"}
		a := &audited{plans: follow(1, false), was: map[string]losses{}, marked: map[string]bool{"PR-01": tt.marked}, left: tt.left}
		y := &Yard{Hives: []*Hive{h}}
		a.overnight(y)
		h.Swarms, h.Starved = tt.swarms, tt.starved
		a.overnight(y)
		a.overnight(y) // it is told once
		if len(a.audit.Silent) != tt.silent {
			t.Errorf("%s: %v", tt.name, a.audit.Silent)
		}
	}
}

// TestTheMedianMorning counts those over a share, not those at it.
func TestTheMedianMorning(t *testing.T) {
	a := Audit{CannotWait: []float64{0, 0.05, 0.1, 0.15, 0.2, 0.4}}
	if m, loud := a.Median(0.15); m != 0.15 || loud != 2 {
		t.Errorf("median %v, %d loud", m, loud)
	}
	if m, loud := (&Audit{}).Median(0.15); m != 0 || loud != 0 {
		t.Error("of no mornings", m, loud)
	}
}

// TestABoardIsReadEachMorning of the season in which nobody came, without a word to the keeper who follows.
func TestABoardIsReadEachMorning(t *testing.T) {
	if testing.Short() {
		t.Skip("lives a yard")
	}
	w := world(t, "uk")
	w.hives = 1
	w.days = w.days[:lead+130]
	k := &audited{plans: follow(1, false), was: map[string]losses{}, marked: map[string]bool{}}
	y, err := Live(t.Context(), w, k)
	if err != nil {
		t.Fatal(err)
	}
	if n := len(k.audit.CannotWait); n < 20 || k.audit.Visits == 0 {
		t.Errorf("%d mornings, %d visits", n, k.audit.Visits)
	}
	plain, err := Live(t.Context(), w, follow(1, false))
	if err != nil {
		t.Fatal(err)
	}
	if a, b := y.Sum(), plain.Sum(); a != b || y.Visits != plain.Visits {
		t.Errorf("looked over the shoulder the keeper does otherwise: %+v and %+v", a, b)
	}
}
