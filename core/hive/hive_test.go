package hive_test

import (
	"errors"
	"fmt"
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
	var e hive.ErrFormat
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
		b := hive.NewBox("b", format(t, key), 9, true, true)
		for i := range b.Frames {
			b.Frames[i].A = comb.Shares{comb.Honey: 1}
			b.Frames[i].B = comb.Shares{comb.Honey: 1}
		}
		if got := b.LiftKg() / lb; got < want[0]-1.5 || got > want[1]+1.5 {
			t.Errorf("%s with nine full combs weighs %.0f lb, handbook %v", key, got, want)
		}
	}
}

func TestFiftyFourPoundsOffIsNotFiftyFourPoundsOfHoney(t *testing.T) {
	// Common practice, no source: 160 lb before, 106 lb after, two medium
	// boxes with twenty drawn frames between. The wood is not honey.
	const lb = 0.45359237
	m := format(t, "langstroth-medium-10")
	out := []hive.Box{hive.NewBox("a", m, 10, true, true), hive.NewBox("b", m, 10, true, true)}
	low, likely, high := hive.NetHoneyKg(160*lb, 106*lb, out, 1)
	// By hand: 54 lb = 24.49 kg; tare 2*(2.4 + 10*(0.25+0.065)) = 11.1 kg.
	if likely < 13.3 || likely > 13.5 {
		t.Errorf("net honey %.2f kg, want 13.4 (by hand)", likely)
	}
	if low != likely-1 || high != likely+1 {
		t.Errorf("range %v to %v around %v", low, high, likely)
	}
}

func TestOperationsRefuse(t *testing.T) {
	d, m := format(t, "langstroth-deep-10"), format(t, "langstroth-medium-10")
	s := hive.Stack{Boxes: []hive.Box{hive.NewBox("d", d, 10, false, true), hive.NewBox("m", m, 9, true, true)}}
	if _, err := s.MoveFrame(hive.Place{0, 0}, hive.Place{1, 0}); !errors.Is(err, hive.ErrMisfit) {
		t.Errorf("a deep frame into a medium box: %v", err)
	}
	if _, err := s.MoveFrame(hive.Place{0, 12}, hive.Place{0, 0}); !errors.Is(err, hive.ErrNoSuchPlace) {
		t.Errorf("slot 13: %v", err)
	}
	s.Boxes = append(s.Boxes, hive.NewBox("d2", d, 10, false, true))
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
			s.Boxes = append(s.Boxes, hive.NewBox(fmt.Sprint("b", i), d, 5+r.IntN(6), i > 1, true))
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
