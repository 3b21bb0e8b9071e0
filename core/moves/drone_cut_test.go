package moves_test

import (
	"math"
	"testing"

	"kembo/core/comb"
	"kembo/core/moves"
)

// TestDroneBroodIsCutOut: of two combs with drone brood the one that has an eighth of it or more is cut; it stays the comb it was,
// with empty cells where the drones were; what else is in the hive is not touched, and a comb without drones is not cut. Common
// practice.
func TestDroneBroodIsCutOut(t *testing.T) {
	h := hiveOf(t, "A", "hbbbbbbbph", "!hhhhhhhhhh")
	nest := h.Stack.Boxes[0].Frames
	nest[2].A, nest[2].B = comb.Shares{comb.Drone: 0.5, comb.Brood: 0.5}, comb.Shares{comb.Drone: 0.25, comb.Brood: 0.75}
	nest[4].A = comb.Shares{comb.Drone: 0.125, comb.Brood: 0.875}
	acts, after, err := moves.All.ExactAll(h, []moves.Said{{Do: "drone_cut"}}, moves.Unnamed(h.Stack))
	if err != nil {
		t.Fatal(err)
	}
	if cut, ok := acts[0].(*moves.DroneCut); !ok || len(cut.Frames) != 1 || cut.Frames[0] != nest[2].ID {
		t.Fatalf("cut is %+v", acts[0])
	}
	f := after.Stack.Boxes[0].Frames[2]
	if f.A[comb.Drone] != 0 || f.A[comb.Empty] != 0.5 || f.A[comb.Brood] != 0.5 || f.B[comb.Empty] != 0.25 {
		t.Errorf("the comb holds %v and %v", f.A, f.B)
	}
	d, err := moves.Do(moves.Of(h), acts[0], 0)
	if err != nil {
		t.Fatal(err)
	}
	c := d.Changes["A"]
	want := 0.75 / (0.75 + 0.125)
	if math.Abs(c.DroneOut-want) > 1e-9 || c.BroodOut != 0 || c.NestDrawnOut != 0 || c.NestHoneyOut != 0 {
		t.Errorf("%.3f of the drone brood goes, %.3f were cut; and %+v", c.DroneOut, want, c)
	}
	for _, frames := range [][]string{{nest[3].ID}, {nest[2].ID, nest[3].ID}, {"nowhere"}, {}} {
		if _, err := moves.Do(moves.Of(h), &moves.DroneCut{Frames: frames}, 0); err == nil {
			t.Errorf("%v is cut", frames)
		}
	}
	nest[2].A, nest[2].B = comb.Shares{comb.Brood: 1}, comb.Shares{comb.Brood: 1}
	if _, _, err := moves.All.ExactAll(h, []moves.Said{{Do: "drone_cut"}}, moves.Unnamed(h.Stack)); err == nil {
		t.Error("stray drone cells are cut out")
	}
}
