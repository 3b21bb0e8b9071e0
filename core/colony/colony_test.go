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
