package moves_test

import (
	"fmt"
	"slices"
	"testing"

	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/moves"
)

// brooding is a nest of some boxes with brood in the middle, a super over an excluder where it has one.
func brooding(boxes int, super bool) hive.Stack {
	var st hive.Stack
	for i := range boxes {
		b := hive.NewBox(fmt.Sprint("nest", i), hive.Formats[0], 10, hive.Make{Drawn: true})
		for k := range b.Frames {
			s := comb.Shares{comb.Honey: 0.8, comb.Empty: 0.2}
			if k > 1 && k < 8 {
				s = comb.Shares{comb.Brood: 0.1 * float64(k), comb.Honey: 0.2}
			}
			b.Frames[k].A, b.Frames[k].B = s, s
		}
		st.Boxes = append(st.Boxes, b)
	}
	if super {
		st.ExcluderAbove = boxes
		st.Boxes = append(st.Boxes, hive.NewBox("super", hive.Formats[2], 10, hive.Make{Super: true, Drawn: true}))
	}
	return st
}

// TestTheBroodIsRaised: the queen is left below on the comb with least brood among drawn ones, an excluder over her, the supers
// between, and all the rest of the brood on top; nothing is lost, the brood is still counted, and her new box is hers at once.
// Source: common practice.
func TestTheBroodIsRaised(t *testing.T) {
	for _, tt := range []struct {
		boxes int
		super bool
		want  []string
	}{
		{1, true, []string{"new", "super", "nest0"}}, {2, true, []string{"new", "super", "nest0", "nest1"}},
		{1, false, []string{"new", "new", "nest0"}},
	} {
		before := moves.Hive{Colony: "c", Stack: brooding(tt.boxes, tt.super)}
		acts, after, err := moves.All.ExactAll(before, []moves.Said{{Do: "brood_raised"}}, moves.Unnamed())
		if err != nil || len(acts) != 1 {
			t.Fatalf("%d boxes: %v", tt.boxes, err)
		}
		var order []string
		for _, b := range after.Stack.Boxes {
			id := b.ID
			if before.Stack.BoxAt(id) < 0 {
				id = "new"
			}
			order = append(order, id)
		}
		if !slices.Equal(order, tt.want) || after.Stack.ExcluderAbove != 1 || after.Stack.Boxes[0].Super || !after.Stack.Boxes[1].Super {
			t.Errorf("%d boxes stand as %v, the excluder over %d", tt.boxes, order, after.Stack.ExcluderAbove)
		}
		brood := 0
		for _, f := range after.Stack.Boxes[0].Frames {
			if hive.HasBrood(f) {
				brood++
				if p, had := before.Stack.PlaceOf(f.ID); !had || p.Slot != 2 {
					t.Errorf("she is on comb %d", p.Slot+1)
				}
			}
		}
		if brood != 1 {
			t.Errorf("%d combs of brood are below", brood)
		}
		for _, b := range before.Stack.Boxes {
			for _, f := range b.Frames {
				if _, stays := after.Stack.PlaceOf(f.ID); !stays {
					t.Errorf("comb %s is gone", f.ID)
				}
			}
		}
		changes, err := moves.Changes(before, 0, acts...)
		if err != nil || len(changes) != 1 {
			t.Fatal(changes, err)
		}
		if c := changes[0]; c.UnderDrawn > 0 || c.NestDrawn <= 0 || c.BroodOut > 0 || c.NestHoneyUp < 0.8 || c.NestHoneyOut > 0 {
			t.Errorf("to the forecast it is %+v", c)
		}
	}
	bare := moves.Hive{Stack: hive.Stack{Boxes: []hive.Box{hive.NewBox("n", hive.Formats[0], 10, hive.Make{Drawn: true})}}}
	if _, _, err := moves.All.ExactAll(bare, []moves.Said{{Do: "brood_raised"}}, moves.Unnamed()); err == nil {
		t.Error("brood is raised where none is")
	}
}

// TestHoneyIsHungIn: one comb from each side where none hangs beside the brood; what hangs there is left.
func TestHoneyIsHungIn(t *testing.T) {
	at := func(text string) moves.Hive {
		b := hive.NewBox("n", hive.Formats[0], len(text), hive.Make{Drawn: true})
		for i, c := range text {
			s := map[rune]comb.Shares{'h': {comb.Honey: 0.9}, 'b': {comb.Brood: 0.6}, 'e': {comb.Empty: 1}}[c]
			b.Frames[i] = hive.Frame{ID: fmt.Sprint(string(c), i), A: s, B: s}
		}
		return moves.Hive{Colony: "c", Stack: hive.Stack{Boxes: []hive.Box{b}}}
	}
	for _, tt := range []struct {
		hive string
		n    float64
		want string
	}{
		{"hheebbeehh", 2, "heehbbheeh"}, {"hheebbhhhh", 1, "heehbbhhhh"}, {"hhhhbbhhhh", 1, ""}, {"eeeebbeeeh", 1, "eeeebbheee"},
		{"eeeebbeeeh", 2, ""}, {"hheeeeeehh", 1, ""},
	} {
		_, after, err := moves.All.ExactAll(at(tt.hive), []moves.Said{{Do: "honey_in", N: tt.n}}, moves.Unnamed())
		got := ""
		if err == nil {
			for _, f := range after.Stack.Boxes[0].Frames {
				got += f.ID[:1]
			}
		}
		if got != tt.want {
			t.Errorf("%s: %v combs hung in make %q, not %q, %v", tt.hive, tt.n, got, tt.want, err)
		}
	}
}

// TestWhatCannotHang: an act that names what is not there, or the same twice, is refused and changes nothing.
func TestWhatCannotHang(t *testing.T) {
	before := brooding(1, true)
	good := func() *moves.Rearranged { return moves.RearrangedAs(before, before) }
	for name, spoil := range map[string]func(*moves.Rearranged){
		"no boxes":                 func(a *moves.Rearranged) { a.Boxes = nil },
		"a comb in two places":     func(a *moves.Rearranged) { a.Boxes[0].Frames[0] = a.Boxes[0].Frames[1] },
		"a box in two places":      func(a *moves.Rearranged) { a.Boxes[1].Box = a.Boxes[0].Box },
		"a comb that is not there": func(a *moves.Rearranged) { a.Boxes[0].Frames[0] = "nowhere" },
		"a box that is not there":  func(a *moves.Rearranged) { a.Boxes[0].Box = "nowhere" },
		"an excluder on the lid":   func(a *moves.Rearranged) { a.Excluder = 2 },
		"a deep comb in a super": func(a *moves.Rearranged) {
			a.Boxes[1].Frames[0], a.Boxes[0].Frames[0] = a.Boxes[0].Frames[0], a.Boxes[1].Frames[0]
		},
		"too many combs": func(a *moves.Rearranged) {
			a.Boxes[0].Drawn = []string{"more"}
			a.Boxes[0].Frames = append(a.Boxes[0].Frames, "more")
		},
	} {
		a := good()
		spoil(a)
		h := moves.Of(moves.Hive{Colony: "c", Stack: before})
		if err := a.Apply(h); err == nil {
			t.Errorf("%s: it is done", name)
		}
		if got := h.Here().Stack; len(got.Boxes) != 2 || got.Frames() != before.Frames() || got.ExcluderAbove != 1 {
			t.Errorf("%s: the hive is changed", name)
		}
	}
	if err := good().Apply(moves.Of(moves.Hive{Colony: "c", Stack: before})); err != nil {
		t.Error(err)
	}
}
