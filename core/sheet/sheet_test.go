package sheet_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/sheet"
)

// box returns a box of combs named by single letters, "s" before its id a super.
func box(id, combs string) hive.Box {
	b := hive.Box{ID: id, Format: hive.Formats[0], Super: id[0] == 's'}
	for _, c := range combs {
		b.Frames = append(b.Frames, hive.Frame{ID: string(c), A: comb.Shares{comb.Honey: 1}, B: comb.Shares{comb.Honey: 1}})
	}
	return b
}

// stack reads boxes from the floor up, parted by spaces: "d1:abc | s1:ef", the bar being the excluder.
func stack(text string) hive.Stack {
	var st hive.Stack
	for _, w := range strings.Fields(text) {
		if w == "|" {
			st.ExcluderAbove = len(st.Boxes)
			continue
		}
		id, combs, _ := strings.Cut(w, ":")
		st.Boxes = append(st.Boxes, box(id, combs))
	}
	return st
}

func say(s sheet.Sheet) string {
	var out []string
	for _, x := range s.Steps {
		t := string(x.Do)
		if x.Box != "" {
			t += " " + x.Box
		}
		for _, n := range x.Combs {
			c := s.Combs[n-1]
			t += fmt.Sprintf(" %d:%s", n, c.Frame.ID)
		}
		out = append(out, t)
	}
	return strings.Join(out, ", ")
}

// TestTheOrderOfHands: what is lifted, and in which order. Common practice, no source: nothing is lifted that could stay,
// the excluder is looked at for the queen, and she is accounted for before a comb leaves her boxes.
func TestTheOrderOfHands(t *testing.T) {
	for _, tt := range []struct{ name, before, after, want string }{
		{"nothing", "d1:abc | s1:ef", "d1:abc | s1:ef", ""},
		{"a super on", "d1:abc | s1:ef", "d1:abc | s1:ef s2:xy", "open, set_new s2, close"},
		{
			"a super over the nest", "d1:abc | s1:ef", "d1:abc | s2:xy s1:ef",
			"open, lift_off s1, set_new s2, set_back s1, close",
		},
		{"the top super off", "d1:abc | s1:ef s2:xy", "d1:abc | s1:ef", "open, take_away s2, close"},
		{
			"the last super and the excluder off", "d1:abc | s1:ef", "d1:abc",
			"open, take_away s1, excluder_off, close",
		},
		{"an excluder put in", "d1:abc s1:ef", "d1:abc | s1:ef", "open, lift_off s1, excluder_on, set_back s1, close"},
		{
			"two combs of the nest for empty ones", "d1:abcd | s1:ef", "d1:aXcY | s1:ef",
			"open, lift_off s1, excluder_off, find_queen, combs_out 1:b 2:d, combs_in 3:X 4:Y, excluder_on, set_back s1, close",
		},
		{"a comb of the top super for another", "d1:abc | s1:ef s2:gh", "d1:abc | s1:ef s2:gX",
			"open, combs_out 1:h, combs_in 2:X, close"},
		{"combs turned about in the nest", "d1:abcd", "d1:acbd", "open, combs_over 1:b, close"},
		{
			"a comb up over the excluder", "d1:abcd | s1:ef", "d1:acd | s1:ebf",
			"open, lift_off s1, excluder_off, find_queen, combs_over 1:b, excluder_on, set_back s1, close",
		},
		{"boxes of the nest changed about", "d1:abc d2:efg | s1:xy", "d2:efg d1:abc | s1:xy",
			"open, lift_off s1, excluder_off, lift_off d2, lift_off d1, set_back d2, set_back d1, excluder_on, set_back s1, close"},
		{"a box out under the nest", "d1:abc d2:efg", "d2:efg",
			"open, lift_off d2, take_away d1, look_over d1, set_back d2, close"},
		{"a box under the nest", "d1:abc", "d0:xyz d1:abc", "open, lift_off d1, set_new d0, set_back d1, close"},
	} {
		s, err := sheet.Of(stack(tt.before), stack(tt.after), 0)
		if err != nil {
			t.Fatalf("%s: %v", tt.name, err)
		}
		if got := say(s); got != tt.want {
			t.Errorf("%s:\n got %s\nwant %s", tt.name, got, tt.want)
		}
	}
}

// TestWhatIsLiftedIsTold: each lift with its mass, and what is over a person's limit.
func TestWhatIsLiftedIsTold(t *testing.T) {
	before, after := stack("d1:abcd | s1:ef"), stack("d1:aXcd | s1:ef")
	s, err := sheet.Of(before, after, 6)
	if err != nil {
		t.Fatal(err)
	}
	kg := before.Boxes[1].LiftKg()
	if s.Lifts != 2 || s.HeaviestKg != kg || s.LiftedKg != 2*kg || kg <= 6 || !s.Steps[1].Heavy || s.Steps[0].Heavy {
		t.Errorf("%+v of %.1f kg", s, kg)
	}
	if _, err := sheet.Of(stack("d1:aa"), after, 0); err == nil {
		t.Error("a comb that is there twice is taken")
	}
}

// done does what a sheet says and returns the stack that comes of it. What is not in a hand's reach fails the test.
func done(t *testing.T, s sheet.Sheet) hive.Stack {
	t.Helper()
	st := s.Before.Clone()
	aside, combs := map[string]hive.Box{}, map[string]hive.Frame{}
	at := func(id string) *hive.Box {
		if i := st.BoxAt(id); i >= 0 {
			if i != len(st.Boxes)-1 {
				t.Fatalf("%s: %s stands under others", say(s), id)
			}
			return &st.Boxes[i]
		}
		b, ok := aside[id]
		if !ok {
			b = s.After.Boxes[s.After.BoxAt(id)] // a new one, standing by
			b.Frames = nil
		}
		aside[id] = b
		return &b
	}
	for _, c := range s.Combs { // a new box comes with the combs that nobody handles
		if b := s.After.BoxAt(c.To.Box); b >= 0 && s.Before.BoxAt(c.To.Box) < 0 {
			n := s.After.Boxes[b]
			n.Frames = slices.DeleteFunc(slices.Clone(n.Frames), func(f hive.Frame) bool {
				return slices.ContainsFunc(s.Combs, func(k sheet.Comb) bool { return k.Frame.ID == f.ID })
			})
			aside[n.ID] = n
		}
	}
	for _, x := range s.Steps {
		switch x.Do {
		case sheet.LiftOff, sheet.TakeAway:
			top := st.Boxes[len(st.Boxes)-1]
			if top.ID != x.Box || st.ExcluderAbove == len(st.Boxes) {
				t.Fatalf("%s: %s is not on top", say(s), x.Box)
			}
			st.Boxes, aside[x.Box] = st.Boxes[:len(st.Boxes)-1], top
		case sheet.ExcluderOff:
			if st.ExcluderAbove != len(st.Boxes) {
				t.Fatalf("%s: the excluder is not on top", say(s))
			}
			st.ExcluderAbove = 0
		case sheet.ExcluderOn:
			st.ExcluderAbove = len(st.Boxes)
		case sheet.CombsOut, sheet.CombsOver:
			for _, n := range x.Combs {
				c := s.Combs[n-1]
				b := *at(c.From.Box)
				i := slices.IndexFunc(b.Frames, func(f hive.Frame) bool { return f.ID == c.Frame.ID })
				combs[c.Frame.ID] = b.Frames[i]
				b.Frames = slices.Delete(slices.Clone(b.Frames), i, i+1)
				if k := st.BoxAt(b.ID); k >= 0 {
					st.Boxes[k] = b
				} else {
					aside[b.ID] = b
				}
			}
		}
		if x.Do == sheet.CombsOver || x.Do == sheet.CombsIn {
			for _, n := range x.Combs {
				c := s.Combs[n-1]
				combs[c.Frame.ID] = c.Frame
			}
		}
		if x.Do == sheet.SetBack || x.Do == sheet.SetNew {
			b, ok := aside[x.Box]
			if !ok {
				b = s.After.Boxes[s.After.BoxAt(x.Box)]
			}
			st.Boxes = append(st.Boxes, b)
		}
	}
	for i := range st.Boxes { // each comb into its slot, from the left
		b := &st.Boxes[i]
		for slot := range s.After.Boxes[i].Frames {
			for _, c := range s.Combs {
				if c.To == (sheet.Place{Box: b.ID, Slot: slot}) {
					b.Frames = slices.Insert(slices.Clone(b.Frames), slot, combs[c.Frame.ID])
				}
			}
		}
	}
	return st
}

// shape writes a stack.
func shape(st hive.Stack) string {
	var out []string
	for i, b := range st.Boxes {
		if st.ExcluderAbove == i && i > 0 {
			out = append(out, "|")
		}
		t := b.ID + ":"
		for _, f := range b.Frames {
			t += f.ID
		}
		out = append(out, t)
	}
	return strings.Join(out, " ")
}

// TestHandsComeToWhatWasPromised does the steps of sheets between stacks at random: boxes in any order, some gone, some
// new, combs anywhere. What is under another box is never touched, and the stack that comes of it is the promised one.
func TestHandsComeToWhatWasPromised(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 16))
	random := func(boxes []string, combs []byte) hive.Stack {
		r.Shuffle(len(boxes), func(i, k int) { boxes[i], boxes[k] = boxes[k], boxes[i] })
		r.Shuffle(len(combs), func(i, k int) { combs[i], combs[k] = combs[k], combs[i] })
		n := 1 + r.IntN(len(boxes))
		var st hive.Stack
		for i := range n {
			k := min(r.IntN(5), len(combs))
			st.Boxes = append(st.Boxes, box(boxes[i], string(combs[:k])))
			combs = combs[k:]
		}
		if n > 1 {
			st.ExcluderAbove = r.IntN(n)
		}
		return st
	}
	for range 2000 {
		before := random([]string{"d1", "d2", "s1"}, []byte("abcdefghijkl"))
		after := random([]string{"d1", "d2", "s1", "s2"}, []byte("abcdefghijklxyz"))
		if r.IntN(2) == 0 { // near to what it was
			after = before.Clone()
			for range 1 + r.IntN(3) {
				b := &after.Boxes[r.IntN(len(after.Boxes))]
				if n := len(b.Frames); n > 1 {
					i, k := r.IntN(n), r.IntN(n)
					b.Frames[i], b.Frames[k] = b.Frames[k], b.Frames[i]
				}
			}
		}
		s, err := sheet.Of(before, after, 0)
		if err != nil {
			t.Fatal(err)
		}
		if got, want := shape(done(t, s)), shape(after); got != want {
			t.Fatalf("from %s\n%s\ncomes %s\nnot   %s", shape(before), say(s), got, want)
		}
	}
}

// TestSheIsFoundBeforeHerBoxIsRaised: where a whole box of the nest goes over the excluder, with her perhaps in it.
func TestSheIsFoundBeforeHerBoxIsRaised(t *testing.T) {
	before, after := stack("d1:abcd | s1:ef"), stack("d2:wbyz | s1:ef d1:axcd")
	after.Boxes[2].Super = true
	s, err := sheet.Of(before, after, 0)
	if err != nil {
		t.Fatal(err)
	}
	const want = "open, lift_off s1, excluder_off, lift_off d1, find_queen, combs_over 1:b, combs_in 2:x, set_new d2, excluder_on, " +
		"set_back s1, set_back d1, close"
	if got := say(s); got != want {
		t.Errorf("%s\nnot %s", got, want)
	}
}
