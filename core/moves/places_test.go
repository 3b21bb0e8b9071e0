package moves_test

import (
	"math"
	"testing"

	"kembo/core/moves"
)

// TestHivesChangePlaces: whichever is named first, the one of which fewer fly gains from the other, by as much as comes home to
// the place more than leaves it; no comb moves. Arithmetic on the share that comes home.
func TestHivesChangePlaces(t *testing.T) {
	strong, small := hiveOf(t, "A", "hbbbbbbbph"), hiveOf(t, "B", "hbbbeeeeph")
	for _, x := range [][2]string{{"A", "B"}, {"B", "A"}} {
		n := map[string]float64{"A": 12_000, "B": 3_000}
		a, err := moves.ChangedPlaces(x[0], x[1], n[x[0]], n[x[1]])
		if err != nil {
			t.Fatal(err)
		}
		d, err := moves.Do(moves.Of(strong, small), a, 7)
		if err != nil || d.From != "A" || d.To != "B" {
			t.Fatalf("%v: from %q to %q, %v", x, d.From, d.To, err)
		}
		left := n["A"] * (1 - d.Changes["A"].FliersOut)
		if want := (1-moves.ComeHome)*n["A"] + moves.ComeHome*n["B"]; math.Abs(left-want) > 1e-6 {
			t.Errorf("%v: %.0f fly at A afterwards, not %.0f", x, left, want)
		}
		if len(d.Changes) != 1 || d.Changes["A"].BeesOut != 0 || d.Changes["A"].NestDrawnOut != 0 {
			t.Errorf("%v: changes %+v", x, d.Changes)
		}
	}
	for _, bad := range []moves.PlacesChanged{
		{From: "A", To: "A", Share: 0.5}, {From: "A", To: "B", Share: 0.95}, {From: "A", To: "B", Share: -0.1},
		{From: "A", To: "B", Share: math.NaN()},
	} {
		if _, err := moves.Do(moves.Of(strong, small), &bad, 7); err == nil {
			t.Errorf("%+v is done", bad)
		}
	}
	if n := moves.NetOver(0, 5); n != 0 {
		t.Errorf("of none that fly %g go over", n)
	}
	if n := moves.NetOver(4, 5); n != 0 {
		t.Errorf("of fewer %g go over", n)
	}
}
