package look_test

import (
	"math"
	"testing"

	"kembo/core/look"
)

// TestCombsOfBroodAreTwoThirdsFull: six combs counted as combs with brood hold what four full ones
// do, less surely, with honey and pollen in their rims; frames counted full stay so (common practice,
// no source).
func TestCombsOfBroodAreTwoThirdsFull(t *testing.T) {
	read := func(c look.Counts) (cells, honey, spread float64) {
		e, err := look.Read(look.Look{Day: on, Boxes: []look.BoxLook{
			{Box: "nest", Depth: look.ByBox, Seams: 8, Counts: c},
		}}, stack(t), june)
		if err != nil {
			t.Fatal(err)
		}
		return e.Brood(), e.NestHoney + e.NestNectar, e.Spread.Brood
	}
	rest := look.Counts{Honey: 2, Pollen: 1, Empty: 1}
	combs := rest
	combs.Brood, combs.BroodCover = 6, look.UsualCover
	full := rest
	full.Brood = 4
	cells, honey, spread := read(combs)
	fullCells, fullHoney, fullSpread := read(full)
	if math.Abs(cells-fullCells) > 0.01*fullCells {
		t.Errorf("six combs of brood are %.0f cells, four full ones %.0f", cells, fullCells)
	}
	if honey <= fullHoney || spread <= fullSpread {
		t.Errorf("honey %.1f and %.1f kg; spread %.2f and %.2f", honey, fullHoney, spread, fullSpread)
	}
	bad := rest
	bad.Brood, bad.BroodCover = 2, 1.5
	if _, err := look.Read(look.Look{Day: on, Boxes: []look.BoxLook{
		{Box: "nest", Depth: look.ByBox, Seams: -1, Counts: bad},
	}}, stack(t), june); err == nil {
		t.Error("brood fills more than all of a comb")
	}
}
