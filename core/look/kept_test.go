package look_test

import (
	"math"
	"testing"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/look"
)

// TestTicksBesideHalfPaintedFacesAreKept: five combs painted with capped brood and what was
// left of them not, eggs and larvae ticked: they are there, about as the season has them
// beside so much capped brood, in a nest that has room for them.
func TestTicksBesideHalfPaintedFacesAreKept(t *testing.T) {
	face := comb.Face{}
	face[comb.Brood], face[comb.Honey] = 4, 1
	var faces [][2]comb.Face
	for i := range 10 {
		f := comb.Face{}
		if i >= 3 && i <= 7 {
			f = face
		}
		faces = append(faces, [2]comb.Face{f, f})
	}
	read := func(q colony.QueenEvidence) colony.Estimate {
		t.Helper()
		q.Looked = true
		e, err := look.Read(look.Look{Day: on, Queen: q, Boxes: []look.BoxLook{
			{Box: "nest", Depth: look.ByFace, Faces: faces, Seams: 8},
		}}, stack(t), june)
		if err != nil {
			t.Fatal(err)
		}
		return e
	}
	e := read(colony.QueenEvidence{Eggs: true, Larvae: true, Capped: true})
	if r := e.Eggs / e.Capped; r < 0.15 || r > 0.35 {
		t.Errorf("%.0f eggs beside %.0f capped cells", e.Eggs, e.Capped)
	}
	if r := e.Larvae / e.Capped; r < 0.35 || r > 0.7 {
		t.Errorf("%.0f larvae beside %.0f capped cells", e.Larvae, e.Capped)
	}
	if only := read(colony.QueenEvidence{Larvae: true, Capped: true}); only.Eggs > 0 || only.Larvae == 0 {
		t.Errorf("no eggs seen: %.0f eggs, %.0f larvae", only.Eggs, only.Larvae)
	}
	// A colony that has just begun: nothing is capped, and a patch is a patch.
	for i := range faces {
		faces[i] = [2]comb.Face{}
	}
	begun := read(colony.QueenEvidence{Eggs: true})
	if begun.Eggs < 100 || begun.Eggs > 6000 {
		t.Errorf("eggs ticked on bare combs: %.0f", begun.Eggs)
	}
}

// TestSeamsOfSomeBoxesCount: of two boxes of the nest one was counted. The other is covered
// about as well, less and not surely; what was counted is the least.
func TestSeamsOfSomeBoxesCount(t *testing.T) {
	st := stack(t)
	second := hive.NewBox("second", st.Boxes[0].Format, 10, hive.Make{Drawn: true})
	st, err := st.AddBox(1, second)
	if err != nil {
		t.Fatal(err)
	}
	read := func(first, other float64) colony.Estimate {
		t.Helper()
		e, err := look.Read(look.Look{Day: on, Boxes: []look.BoxLook{
			{Box: "nest", Depth: look.BySeams, Seams: first}, {Box: "second", Depth: look.BySeams, Seams: other},
		}}, st, june)
		if err != nil {
			t.Fatal(err)
		}
		return e
	}
	both, strong, weak := read(8, 6), read(8, -1), read(3, -1)
	if math.Abs(strong.Bees/both.Bees-1) > 0.15 {
		t.Errorf("one box of two counted: %.0f bees; both: %.0f", strong.Bees, both.Bees)
	}
	if r := strong.Bees / weak.Bees; r < 2 {
		t.Errorf("eight seams are %.0f bees, three %.0f", strong.Bees, weak.Bees)
	}
	if strong.Spread.Bees <= both.Spread.Bees || strong.BeesFrom == colony.Measured {
		t.Errorf("half counted is as sure as all: %.2f, %.2f", strong.Spread.Bees, both.Spread.Bees)
	}
}
