package forecast

import (
	"testing"
	"time"

	"kembo/core/bees/specimen"
	"kembo/core/colony"
	"kembo/core/day"
)

// TestALookGivesUpWhatItRulesOut: where eggs are seen no member is left without a queen, and where bees are
// seen none that is dead; the rest stand as they stood. Where most would go, it is the look that is odd,
// and all stay.
func TestALookGivesUpWhatItRulesOut(t *testing.T) {
	on := day.Of(2026, time.June, 10)
	believed := func(queenless, dead int) *Ensemble {
		x := &Ensemble{Day: on}
		for m := range 20 {
			s := specimen.Strong()
			s.NestHoney = float64(m)
			if m < queenless {
				s.QueenPeak = 0
			} else if m < queenless+dead {
				s.House, s.Foragers = 0, 0
			}
			x.States = append(x.States, s)
		}
		return x
	}
	e := colony.Estimate{Day: on, Bees: 20000, Queen: colony.QueenEvidence{Day: on, Looked: true, Eggs: true}}
	x := believed(2, 1)
	x.Agree(&e)
	for m, s := range x.States {
		if s.QueenPeak <= 0 || s.Bees() < 1000 {
			t.Errorf("member %d stays: she lays %.0f, %.0f bees", m, s.QueenPeak, s.Bees())
		}
		if m >= 3 && s.NestHoney != float64(m) {
			t.Errorf("member %d is another", m)
		}
	}
	blind := e
	blind.Queen.Eggs = false
	x = believed(2, 0)
	x.Agree(&blind)
	if x.States[0].QueenPeak > 0 {
		t.Error("a look that saw no eggs rules out that there is no queen")
	}
	x = believed(15, 0)
	x.Agree(&e)
	if x.States[0].QueenPeak > 0 {
		t.Error("a look that nearly all members speak against has replaced them")
	}
}
