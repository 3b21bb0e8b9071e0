package hive_test

import (
	"errors"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"kembo/core/comb"
	"kembo/core/hive"
)

func format(t testing.TB, key string) hive.BoxFormat {
	t.Helper()
	f, err := hive.FormatFor(key)
	if err != nil {
		t.Fatal(err)
	}
	return f
}

func TestUnknownFormatNamesTheCatalogue(t *testing.T) {
	_, err := hive.FormatFor("top-hat-12")
	var e hive.UnknownFormatError
	if !errors.As(err, &e) || string(e) != "top-hat-12" {
		t.Errorf("FormatFor gave %v", err)
	}
}

func TestFullBoxesAgainstHandbookGross(t *testing.T) {
	// Handbook gross weights fit nine fat combs in a ten-frame box (values A3;
	// common practice): deep 80-90 lb, medium 50-60, shallow 35-45. One and a
	// half pounds of tolerance, for figures that are rounded to five.
	const lb = 0.45359237
	for key, want := range map[string][2]float64{
		"langstroth-deep-10": {80, 90}, "langstroth-medium-10": {50, 60}, "langstroth-shallow-10": {35, 45},
	} {
		b := hive.NewBox("b", format(t, key), 9, hive.Make{Super: true, Drawn: true})
		for i := range b.Frames {
			b.Frames[i].A = comb.Shares{comb.Honey: 1}
			b.Frames[i].B = comb.Shares{comb.Honey: 1}
		}
		if got := b.LiftKg() / lb; got < want[0]-1.5 || got > want[1]+1.5 {
			t.Errorf("%s with nine full combs weighs %.0f lb, handbook %v", key, got, want)
		}
	}
}

// TestMixedBox: medium frames in a deep box leave 73 mm below them, where bees
// build drone comb (common practice); the box's wood is that of the deep.
func TestMixedBox(t *testing.T) {
	f, err := hive.FormatFor("langstroth-deep-10/medium")
	if err != nil {
		t.Fatal(err)
	}
	deep, medium := format(t, "langstroth-deep-10"), format(t, "langstroth-medium-10")
	if f.FreeBelowMM != 203-130 || f.BoxTareKg != deep.BoxTareKg || f.Frame != medium.Frame {
		t.Errorf("%+v", f)
	}
	// By hand: 429 x 64 mm is 2.75 dm2 a side, 243 drone cells each: 1,330.
	if n := f.DroneCellsBelow(); n < 1300 || n > 1360 {
		t.Errorf("%.0f drone cells below a frame", n)
	}
	for _, key := range []string{
		"langstroth-medium-10/deep", "langstroth-deep-10/brood", "national-brood-11/medium", "deep-10-poly-poly",
		"own:x",
	} {
		if _, err := hive.FormatFor(key); err == nil {
			t.Errorf("%s is taken", key)
		}
	}
}

func TestPolystyreneIsLighterAndHoldsTheSame(t *testing.T) {
	for _, f := range hive.Formats {
		p, err := hive.FormatFor(f.Key + "-poly")
		if err != nil {
			t.Fatal(err)
		}
		if p.BoxTareKg >= f.BoxTareKg || p.Frame != f.Frame ||
			p.Full(f.Slots, 1).HoneyKg != f.Full(f.Slots, 1).HoneyKg {
			t.Errorf("%s: %+v", f.Key, p)
		}
	}
}

// TestOwnFormat: what a user's box would hold follows from its dimensions, as
// that of the catalogue does.
func TestOwnFormat(t *testing.T) {
	d := format(t, "langstroth-deep-10")
	own, err := hive.Own("own:mine", dimensions("mine", 429, 203, 10, 375, 3.4))
	if err != nil {
		t.Fatal(err)
	}
	if a, b := own.Full(10, 1), d.Full(10, 1); math.Abs(a.HoneyKg-b.HoneyKg) > 1e-9 ||
		math.Abs(a.GrossKg-b.GrossKg) > 0.3 {
		t.Errorf("own %+v, catalogue %+v", a, b)
	}
	for name, f := range map[string][4]float64{
		"too long": {900, 203, 10, 375}, "no slots": {429, 203, 0, 375}, "too tight": {429, 203, 20, 375},
		"too wide": {429, 203, 4, 375},
	} {
		if _, err := hive.Own("own:x", dimensions(name, f[0], f[1], int(f[2]), f[3], 3.4)); err == nil {
			t.Errorf("%s is taken", name)
		}
	}
	if _, err := hive.Own("own:x", dimensions("no wood", 429, 203, 10, 375, 0)); err == nil {
		t.Error("a box of nothing is taken")
	}
}

// TestFullBoxes. Source: values A3: net and gross mass of 10-frame boxes with
// 10, 9 and 8 frames. Its combs at brood spacing are 25.4 mm thick, ours 35 less
// a bee space, 26 mm: 2.6 % more honey; the rest is its rounded tares.
func TestFullBoxes(t *testing.T) {
	for _, tt := range []struct {
		key        string
		frames     int
		net, gross float64
	}{
		{"deep-10", 10, 26.2, 33.2}, {"deep-10", 9, 31.6, 38.3}, {"deep-10", 8, 32.8, 39.1},
		{"medium-10", 10, 16.8, 21.9}, {"medium-10", 9, 20.3, 25.0}, {"medium-10", 8, 21.0, 25.5},
		{"shallow-10", 10, 13.9, 18.4}, {"shallow-10", 8, 17.4, 21.4}, {"deep-8", 8, 21.0, 27.0},
		{"medium-8", 8, 13.4, 17.8},
	} {
		f := format(t, tt.key).Full(tt.frames, 1)
		if math.Abs(f.HoneyKg/tt.net-1) > 0.04 || math.Abs(f.GrossKg/tt.gross-1) > 0.05 {
			t.Errorf(
				"%s with %d frames: %.1f net, %.1f gross; the table has %.1f and %.1f", tt.key, tt.frames, f.HoneyKg,
				f.GrossKg, tt.net, tt.gross,
			)
		}
	}
}

func TestOperationsRefuse(t *testing.T) {
	d, m := format(t, "langstroth-deep-10"), format(t, "langstroth-medium-10")
	s := hive.Stack{
		Boxes: []hive.Box{
			hive.NewBox("d", d, 10, hive.Make{Drawn: true}),
			hive.NewBox("m", m, 9, hive.Make{Super: true, Drawn: true}),
		},
	}
	if _, err := s.MoveFrame(hive.Place{0, 0}, hive.Place{1, 0}); !errors.Is(err, hive.ErrMisfit) {
		t.Errorf("a deep frame into a medium box: %v", err)
	}
	if _, err := s.MoveFrame(hive.Place{0, 12}, hive.Place{0, 0}); !errors.Is(err, hive.ErrNoSuchPlace) {
		t.Errorf("slot 13: %v", err)
	}
	s.Boxes = append(s.Boxes, hive.NewBox("d2", d, 10, hive.Make{Drawn: true}))
	if _, err := s.MoveFrame(hive.Place{0, 0}, hive.Place{2, 0}); !errors.Is(err, hive.ErrFull) {
		t.Errorf("an eleventh frame: %v", err)
	}
}

func ids(s hive.Stack, more ...hive.Frame) []string {
	var out []string
	for _, b := range s.Boxes {
		for _, f := range b.Frames {
			out = append(out, f.ID)
		}
	}
	for _, f := range more {
		out = append(out, f.ID)
	}
	slices.Sort(out)
	return out
}

// FuzzOperationsConserveFrames runs random operations and asks that every
// frame is in the stack or in the hand, once.
func FuzzOperationsConserveFrames(f *testing.F) {
	f.Add(uint64(1), uint8(12))
	f.Add(uint64(99), uint8(40))
	d := hive.Formats[0]
	f.Fuzz(func(t *testing.T, seed uint64, steps uint8) {
		r := rand.New(rand.NewPCG(seed, 7))
		s := hive.Stack{ExcluderAbove: r.IntN(3)}
		for i := range 3 {
			s.Boxes = append(
				s.Boxes, hive.NewBox(fmt.Sprint("b", i), d, 5+r.IntN(6), hive.Make{Super: i > 1, Drawn: true}),
			)
		}
		var hand []hive.Frame
		want := ids(s)
		before := s.Clone()
		for range steps {
			n := len(s.Boxes)
			if n == 0 {
				break
			}
			p := hive.Place{r.IntN(n), r.IntN(11)}
			var err error
			switch r.IntN(6) {
			case 0:
				s, err = s.MoveFrame(p, hive.Place{r.IntN(n), r.IntN(11)})
			case 1:
				s, err = s.SwapBoxes(r.IntN(n), r.IntN(n))
			case 2:
				s, err = s.Flip(p)
			case 3:
				if len(hand) > 0 {
					var out hive.Frame
					var next hive.Stack
					next, out, err = s.SwapFrame(p, hand[0])
					if err == nil {
						s, hand[0] = next, out
					}
				}
			case 4:
				if n > 1 {
					var out hive.Box
					s, out, err = s.RemoveBox(r.IntN(n))
					hand = append(hand, out.Frames...)
				}
			case 5:
				if len(hand) > 0 {
					s, err = s.AddBox(r.IntN(n+1), hive.Box{ID: "new", Format: d, Frames: hand[:1:1]})
					hand = hand[1:]
				}
			}
			_ = err // a refused operation must conserve too
			if got := ids(s, hand...); !slices.Equal(got, want) {
				t.Fatalf("frames are %v, were %v", got, want)
			}
		}
		if before.Frames() != len(want) {
			t.Fatal("an operation changed the stack it was given")
		}
	})
}

// dimensions are those of a box of one's own, with a usual frame.
func dimensions(name string, length, height float64, slots int, width, boxKg float64) hive.Dimensions {
	return hive.Dimensions{
		Name: name, LengthMM: length, HeightMM: height, Slots: slots, InnerWidthMM: width, BoxKg: boxKg, FrameKg: 0.3,
	}
}
