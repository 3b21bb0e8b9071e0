package look_test

import (
	"errors"
	"math"
	"strings"
	"testing"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/season"
)

func stack(t testing.TB) hive.Stack {
	t.Helper()
	deep, err := hive.FormatFor("langstroth-deep-10")
	if err != nil {
		t.Fatal(err)
	}
	medium, _ := hive.FormatFor("langstroth-medium-10")
	return hive.Stack{
		ExcluderAbove: 1,
		Boxes: []hive.Box{
			hive.NewBox("nest", deep, 10, hive.Make{Drawn: true}),
			hive.NewBox("super", medium, 10, hive.Make{Super: true, Drawn: true}),
		},
	}
}

func face(t testing.TB, s string) comb.Face {
	t.Helper()
	f, err := comb.ParseFace(s)
	if err != nil {
		t.Fatal(err)
	}
	return f
}

func byFace(t testing.TB, box, each string) look.BoxLook {
	b := look.BoxLook{Box: box, Depth: look.ByFace, Seams: -1}
	for range 10 {
		b.Faces = append(b.Faces, [2]comb.Face{face(t, each), face(t, each)})
	}
	return b
}

func TestDepthsMixAndTheDeeperIsSurer(t *testing.T) {
	day0 := day.Day(20600)
	counts := look.BoxLook{
		Box: "super", Depth: look.ByBox, Seams: 5, Counts: look.Counts{Honey: 4, Nectar: 2, Empty: 4},
	}
	nest := byFace(t, "nest", "H2 E1 L1 B3 C1")
	nest.Seams = 8
	mixed, err := look.Read(
		look.Look{Day: day0, Boxes: []look.BoxLook{nest, counts}}, stack(t),
		look.Context{Season: season.Moment{Calendar: 150, Bees: 150}},
	)
	if err != nil {
		t.Fatal(err)
	}
	faces, err := look.Read(
		look.Look{Day: day0, Boxes: []look.BoxLook{byFace(t, "nest", "H2 E1 L1 B3 C1"), byFace(t, "super", "H4 C4")}},
		stack(t), look.Context{Season: season.Moment{Calendar: 150, Bees: 150}},
	)
	if err != nil {
		t.Fatal(err)
	}
	if mixed.Depth != "faces and boxes" || faces.Spread.Super >= mixed.Spread.Super {
		t.Errorf("depth %q, spread %v by face, %v mixed", mixed.Depth, faces.Spread.Super, mixed.Spread.Super)
	}
	// By hand: 20 faces of 3,451 cells, three eighths capped.
	if want := 20 * 3451.0 * 3 / 8; math.Abs(mixed.Capped-want) > 60 {
		t.Errorf("capped brood %.0f, want %.0f", mixed.Capped, want)
	}
	// Eight seams of a deep, 2,405 bees each, and five of a medium, 1,540 (138 a dm2).
	if math.Abs(mixed.Bees-8*2405-5*1540) > 80 || mixed.BeesFrom != colony.Measured {
		t.Errorf("%.0f bees (%v) from eight seams of a deep and five of a medium box", mixed.Bees, mixed.BeesFrom)
	}
	// Seams of a super alone are not the bees of the colony, only the least.
	if faces.BeesFrom == colony.Measured {
		t.Error("the nest was not counted, and the bees count as seen")
	}
	above, err := look.Read(
		look.Look{Day: day0, Boxes: []look.BoxLook{byFace(t, "nest", "H2 E1 L1 B3 C1"), counts}}, stack(t),
		look.Context{Season: season.Moment{Calendar: 150, Bees: 150}},
	)
	if err != nil || above.BeesFrom == colony.Measured || above.Bees < 15000 {
		t.Errorf("with five seams seen in the super alone: %.0f bees, %v (%v)", above.Bees, above.BeesFrom, err)
	}
	none, err := look.Read(
		look.Look{Day: day0, Boxes: []look.BoxLook{counts}}, mixed.Stack,
		look.Context{Season: season.Moment{Calendar: 150, Bees: 150}},
	)
	if err != nil || none.Spread.Brood <= mixed.Spread.Brood {
		t.Errorf("a box not looked at keeps its spread: %v, %v", none.Spread, err)
	}
	if math.Abs(none.Capped-mixed.Capped) > 1 {
		t.Errorf("a box not looked at lost its brood: %.0f, was %.0f", none.Capped, mixed.Capped)
	}
}

func TestNoEggsSeenLeavesNoEggs(t *testing.T) {
	l := look.Look{Boxes: []look.BoxLook{{Box: "nest", Depth: look.ByBox, Seams: -1, Counts: look.Counts{Brood: 4}}},
		Queen: colony.QueenEvidence{Looked: true, Capped: true}}
	e, err := look.Read(l, stack(t), look.Context{Season: season.Moment{Calendar: 150, Bees: 150}})
	if err != nil || e.Eggs > 1 || e.Larvae > 1 || e.Capped < 20000 {
		t.Errorf("eggs %.0f larvae %.0f capped %.0f, %v", e.Eggs, e.Larvae, e.Capped, err)
	}
	// With nothing said the stages stand as 3 : 6 : 12 (stage lengths, Winston
	// 1987, from memory).
	l.Queen = colony.QueenEvidence{}
	e, _ = look.Read(l, stack(t), look.Context{Season: season.Moment{Calendar: 150, Bees: 150}})
	if math.Abs(e.Capped/e.Eggs-4) > 0.05 || math.Abs(e.Larvae/e.Eggs-2) > 0.05 {
		t.Errorf("eggs : larvae : capped = %.0f : %.0f : %.0f", e.Eggs, e.Larvae, e.Capped)
	}
}

func TestWrongLooksNameTheField(t *testing.T) {
	counts := func(c look.Counts) look.BoxLook {
		return look.BoxLook{Box: "nest", Depth: look.ByBox, Seams: -1, Counts: c}
	}
	eleven := byFace(t, "nest", "H8")
	eleven.Faces = append(eleven.Faces, eleven.Faces[0])
	for says, b := range map[string]look.BoxLook{
		"add up":     counts(look.Counts{Brood: 6, Honey: 5}),
		"honey":      counts(look.Counts{Honey: -1}),
		"not on":     {Box: "other", Depth: look.ByBox},
		"seams":      {Box: "nest", Seams: 12},
		"has 10":     eleven,
		"eight eigh": {Box: "nest", Depth: look.ByFace, Seams: -1, Faces: [][2]comb.Face{{{5, 5}}}},
	} {
		_, err := look.Read(
			look.Look{Boxes: []look.BoxLook{b}}, stack(t),
			look.Context{Season: season.Moment{Calendar: 150, Bees: 150}},
		)
		var f *look.FieldError
		if !errors.As(err, &f) || !strings.Contains(err.Error(), says) {
			t.Errorf("error %v, want a field error that says %q", err, says)
		}
	}
}

// FuzzArrangeKeepsTotals: whatever is poured over a box comes out of it again.
func FuzzArrangeKeepsTotals(f *testing.F) {
	f.Add(uint8(7), uint8(4), uint8(2), uint8(3), uint8(2), uint8(1))
	f.Add(uint8(20), uint8(0), uint8(0), uint8(0), uint8(0), uint8(0))
	f.Fuzz(func(t *testing.T, brood, honey, nectar, pollen, undrawn, eggs uint8) {
		in := look.Totals{
			comb.Brood: float64(brood), comb.Honey: float64(honey), comb.Nectar: float64(nectar),
			comb.Pollen: float64(pollen), comb.Foundation: float64(undrawn), comb.Eggs: float64(eggs),
		}
		sum := 0.0
		for _, v := range in {
			sum += v
		}
		if sum > 20 {
			t.Skip()
		}
		in[comb.Empty] = 20 - sum
		b := stack(t).Boxes[0]
		look.Arrange(&b, in)
		var out look.Totals
		for i, fr := range b.Frames {
			for _, s := range []comb.Shares{fr.A, fr.B} {
				if math.Abs(s.Known()-1) > 1e-6 {
					t.Fatalf("frame %d: a face adds up to %v", i+1, s.Known())
				}
				for c, v := range s {
					if v < -1e-9 {
						t.Fatalf("frame %d holds %v of %v", i+1, v, comb.Content(c))
					}
					out[c] += v
				}
				q := look.Quantise(s)
				if q.Painted() != 8 {
					t.Fatalf("a full face came to %d eighths", q.Painted())
				}
			}
		}
		for c := range in {
			if math.Abs(in[c]-out[c]) > 1e-6 {
				t.Errorf("%v: %v went in, %v came out", comb.Content(c), in[c], out[c])
			}
		}
	})
}

func TestBroodSitsInTheMiddle(t *testing.T) {
	b := stack(t).Boxes[0]
	look.Arrange(&b, look.Totals{comb.Brood: 8, comb.Honey: 6, comb.Pollen: 2, comb.Empty: 4})
	mid, edge := b.Frames[4].A[comb.Brood], b.Frames[0].A[comb.Brood]
	if mid < 0.5 || edge > 0.05 || b.Frames[0].A[comb.Honey] < b.Frames[4].A[comb.Honey] {
		t.Errorf("brood %.2f in the middle, %.2f at the edge", mid, edge)
	}
}
