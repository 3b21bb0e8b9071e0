package colony_test

import (
	"math"
	"testing"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/hive"
)

// TestSumByHand: ten deep frames, each face 1/4 honey, 1/4 capped, 1/8 nectar,
// 1/8 pollen, 1/8 drone, the rest unknown.
func TestSumByHand(t *testing.T) {
	deep, err := hive.FormatFor("langstroth-deep-10")
	if err != nil {
		t.Fatal(err)
	}
	b := hive.NewBox("n", deep, 10, hive.Make{Drawn: true})
	s := comb.Shares{comb.Honey: 0.25, comb.Brood: 0.25, comb.Nectar: 0.125, comb.Pollen: 0.125, comb.Drone: 0.125}
	for i := range b.Frames {
		b.Frames[i].A, b.Frames[i].B = s, s
	}
	e := colony.Estimate{Stack: hive.Stack{Boxes: []hive.Box{b}}, Bees: 20000}
	e.Sum()
	// By hand from values A1: 3,451 cells a side; 2.69 kg a full comb at 26 mm.
	for what, v := range map[string][2]float64{
		"capped":     {e.Capped, 20 * 3449 * 0.25},
		"pollen":     {e.Pollen, 20 * 3449 * 0.125},
		"drone":      {e.Drone, 20 * 2112 * 0.125}, // 4,227 drone cells on both sides
		"honey":      {e.NestHoney, 10 * 2.69 * 0.25},
		"nectar":     {e.NestNectar, 10 * 2.69 * 0.125 * hive.NectarFill},
		"drawn":      {e.NestDrawn, 20 * 3449},
		"free":       {e.NestFree(), 20 * 3449 * 0.125}, // what is unknown is taken as empty
		"bees":       {e.Bees, 20000},
		"supers":     {e.SuperDrawn, 0},
		"stored":     {e.StoredShareOfNest(), 0.375},
		"bees' room": {e.BeeCapacity(), 10 * 2404},
	} {
		if math.Abs(v[0]-v[1]) > 0.01*math.Abs(v[1])+0.01 {
			t.Errorf("%s: %v, by hand %v", what, v[0], v[1])
		}
	}
}

func TestBroodAboveTheNestCountsAsNest(t *testing.T) {
	medium, _ := hive.FormatFor("langstroth-medium-10")
	b := hive.NewBox("s", medium, 10, hive.Make{Super: true, Drawn: true})
	for i := range b.Frames {
		b.Frames[i].A, b.Frames[i].B = comb.Shares{
			comb.Brood: 0.5, comb.Empty: 0.5,
		}, comb.Shares{comb.Brood: 0.5, comb.Empty: 0.5}
	}
	e := colony.Estimate{Stack: hive.Stack{Boxes: []hive.Box{b}}}
	e.Sum()
	if math.Abs(e.NestDrawn-e.Capped) > 1 || math.Abs(e.SuperDrawn-e.Capped) > 1 {
		t.Errorf("brood %.0f, nest comb %.0f, super comb %.0f", e.Capped, e.NestDrawn, e.SuperDrawn)
	}
}

func TestTheOlderTheYoungestBroodTheLessSureTheQueen(t *testing.T) {
	last := 2.0
	for _, q := range []colony.QueenEvidence{
		{Looked: true, Eggs: true}, {Looked: true, Seen: true}, {Looked: true, Larvae: true, Capped: true},
		{Looked: true, Capped: true}, {Looked: true},
	} {
		if c := q.QueenChance(); c >= last {
			t.Errorf("%+v gives a chance of %v, not less than %v", q, c, last)
		} else {
			last = c
		}
	}
	if c := (colony.QueenEvidence{}).QueenChance(); c < 0.9 {
		t.Errorf("not looked is taken as %v, which is a finding", c)
	}
}

// TestRoomSheFindsLate: cells beside the brood are found at once; those three combs off, and rims
// round the honey, are not (common practice, no source).
func TestRoomSheFindsLate(t *testing.T) {
	deep, err := hive.FormatFor("langstroth-deep-10")
	if err != nil {
		t.Fatal(err)
	}
	low := func(brood, beside, far, rims float64) float64 {
		b := hive.NewBox("n", deep, 10, hive.Make{Drawn: true})
		for i := range b.Frames {
			s := comb.Shares{comb.Honey: 1 - rims, comb.Empty: rims}
			switch {
			case i >= 3 && i <= 5:
				s = comb.Shares{comb.Brood: brood, comb.Empty: 1 - brood}
			case i == 6:
				s = comb.Shares{comb.Honey: 1 - beside, comb.Empty: beside}
			case i == 9:
				s = comb.Shares{comb.Honey: 1 - far, comb.Empty: far}
			}
			b.Frames[i].A, b.Frames[i].B = s, s
		}
		return colony.ShapeOf(hive.Stack{Boxes: []hive.Box{b}}).Low
	}
	for _, tt := range []struct {
		name                    string
		brood, beside, far, rim float64
		low, high               float64
	}{
		{"all beside the brood", 1, 1, 0, 0, 0, 0.01},
		{"in the nest", 0.7, 0, 0, 0, 0, 0.01},
		{"three combs off", 1, 0, 1, 0, 0.99, 1},
		{"rims alone", 1, 0, 0, 0.1, 0.99, 1},
		{"half and half", 1, 0.5, 0.5, 0, 0.49, 0.51},
	} {
		if got := low(tt.brood, tt.beside, tt.far, tt.rim); got < tt.low || got > tt.high {
			t.Errorf("%s: %.2f of the room is found late, want %.2f to %.2f", tt.name, got, tt.low, tt.high)
		}
	}
	if got := low(0, 0, 0, 0.1); got != 0 {
		t.Errorf("where no brood was seen nothing is said, not %.2f", got)
	}
}
