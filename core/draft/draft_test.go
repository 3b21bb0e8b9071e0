package draft_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"kembo/core/arrange"
	"kembo/core/comb"
	"kembo/core/draft"
	"kembo/core/hive"
	"kembo/core/hive/specimen"
	"kembo/core/moves"
	"kembo/core/places"
)

// stackOf reads a hive as a specimen; its boxes have ten slots, and its supers shallower frames.
func stackOf(text string) hive.Stack {
	st := specimen.Stack(text)
	for i := range st.Boxes {
		st.Boxes[i].Format = hive.Formats[0]
		if st.Boxes[i].Super {
			st.Boxes[i].Format = hive.Formats[2]
		}
	}
	return st
}

// order writes the ids of the combs of a hive, a box a word.
func order(st hive.Stack) string {
	var out []string
	for i, b := range st.Boxes {
		var ids []string
		for _, f := range b.Frames {
			ids = append(ids, f.ID)
		}
		if i > 0 && i == st.ExcluderAbove {
			out = append(out, "|")
		}
		w := strings.Join(ids, ",")
		if b.Super {
			w = "s:" + w
		}
		out = append(out, w)
	}
	return strings.Join(out, " ")
}

// hung writes the combs of a hive, those that came alike.
func hung(st hive.Stack) string {
	text := order(st)
	for n := range 9 {
		text = strings.ReplaceAll(text, fmt.Sprint("new", n), "new")
	}
	return text
}

func ids() func() string {
	n := 0
	return func() string { n++; return fmt.Sprint("new", n) }
}

// TestAPlanIsDrawn: what each hand does, and what it cannot do.
func TestAPlanIsDrawn(t *testing.T) {
	for _, tt := range []struct{ name, hive, steps, want, err string }{
		{"nothing", "hbh", "", "1.1,1.2,1.3", ""},
		{"a comb along its box", "hbbh", "1.1-1.3", "1.2,1.3,1.1,1.4", ""},
		{"a comb back along its box", "hbbh", "1.4-1.1", "1.4,1.1,1.2,1.3", ""},
		{"into a box with room", "hb he", "1.1-2.2", "1.2 2.1,1.1,2.2", ""},
		{"into a full box, for the one that hung there", "hbbbbbbbbh hhhhhhhhhh", "1.1-2.3",
			"2.3,1.2,1.3,1.4,1.5,1.6,1.7,1.8,1.9,1.10 2.1,2.2,1.1,2.4,2.5,2.6,2.7,2.8,2.9,2.10", ""},
		{"a deep comb into a super", "hb | s:hh", "1.1-2.1", "", "step 1: that comb does not hang in that box: its frames are of another size"},
		{"a comb out and a drawn one in", "hbh", "1.1-off,drawn-1.2", "1.2,new1,1.3", ""},
		{"foundation in", "hbh", "sheet-1.4", "1.1,1.2,1.3,new1", ""},
		{"into a full box, for the comb there", "hbbbbbbbbh", "drawn-1.3", "1.1,1.2,new1,1.4,1.5,1.6,1.7,1.8,1.9,1.10", ""},
		{"into a full box, where there is no comb", "hbbbbbbbbh", "drawn-1.11", "",
			"step 1: there is no such box or comb; the hive has changed, or the step before was taken back"},
		{"a comb that is not there", "hb", "1.3-1.1", "", "step 1: there is no such box or comb; the hive has changed, or the step before was taken back"},
		{"a box that is not there", "hb", "1.1-3.1", "", "step 1: there is no such box or comb; the hive has changed, or the step before was taken back"},
		{"the boxes turned", "hb he", "b2-1", "2.1,2.2 1.1,1.2", ""},
		{"a box of the nest over the excluder", "hb he | s:hh", "b1-3", "2.1,2.2 3.1,3.2 | s:1.1,1.2", ""},
		{"a box off, and nothing left over the excluder", "hb | s:hh", "b2-off", "1.1,1.2", ""},
		{"the last box", "hb", "b1-off", "", "step 1: the last box stays"},
		{"an excluder", "hb s:hh", "ex-1", "1.1,1.2 | s:2.1,2.2", ""},
		{"an excluder over the lid", "hb s:hh", "ex-2", "", "step 1: an excluder lies between two boxes"},
		{"an excluder out", "hb | s:hh", "ex-0", "1.1,1.2 s:2.1,2.2", ""},
		{"put in order", "hhpbbebbph", "put-together", "1.1,1.2,1.3,1.4,1.5,1.7,1.8,1.9,1.6,1.10", ""},
		{"arranged for nothing that is here", "hhh", "put-together", "", "step 1: there is nothing here to arrange for that"},
	} {
		steps, err := draft.Parse(tt.steps)
		if err != nil || draft.Text(steps) != tt.steps {
			t.Errorf("%s: %q is read as %q, %v", tt.name, tt.steps, draft.Text(steps), err)
			continue
		}
		before := stackOf(tt.hive)
		d, err := draft.Apply(before, steps, places.Conditions{FramesOfBees: 9, ColdestC: 9}, ids())
		switch {
		case tt.err != "" && (err == nil || err.Error() != tt.err):
			t.Errorf("%s: %v, not %s", tt.name, err, tt.err)
		case tt.err == "" && (err != nil || order(d.After) != tt.want || len(d.Done) != len(steps)):
			t.Errorf("%s: %s, not %s, %v", tt.name, order(d.After), tt.want, err)
		}
		if order(before) != order(stackOf(tt.hive)) {
			t.Errorf("%s: the hive itself was changed", tt.name)
		}
	}
}

// TestASuperComesAsThoseThatAreOn: of their format and spacing, over an excluder where it is the first.
func TestASuperComesAsThoseThatAreOn(t *testing.T) {
	one, _ := draft.Parse("+drawn,+sheet,+under")
	d, err := draft.Apply(stackOf("hbbbbbbbbh"), one, places.Conditions{}, ids())
	if err != nil || len(d.After.Boxes) != 4 || d.After.ExcluderAbove != 2 || d.After.Boxes[0].Super || !d.After.Boxes[3].Super ||
		d.After.Boxes[2].Frames[0].A[comb.Empty] != 1 || d.After.Boxes[3].Frames[0].A[comb.Foundation] != 1 {
		t.Fatalf("%s, %v", order(d.After), err)
	}
}

// TestWhatIsNoStepIsRefused: an address is anybody's to write.
func TestWhatIsNoStepIsRefused(t *testing.T) {
	for _, text := range []string{
		"x", "1.1", "0.1-1.1", "1.0-1.1", "1.1-", "b0-1", "b1-0", "bx-1", "ex--1", "ex-x", "put-", "drawn-1", ",", "1.1-2.2,",
		strings.Repeat("ex-0,", draft.Most) + "ex-0",
	} {
		if got, err := draft.Parse(text); err == nil {
			t.Errorf("%q is read as %v", text, got)
		}
	}
}

// drawn draws steps that can be done to a hive, some that cannot among them.
func drawn(r *rand.Rand, st hive.Stack) draft.Step {
	place := func() hive.Place { return hive.Place{Box: r.IntN(len(st.Boxes)), Slot: r.IntN(10)} }
	kinds := []draft.Kind{
		draft.MoveComb, draft.MoveComb, draft.MoveComb, draft.CombOff, draft.TurnComb, draft.NewComb, draft.MoveBox, draft.BoxOff,
		draft.NewBox, draft.Excluder,
	}
	return draft.Step{
		Do: kinds[r.IntN(len(kinds))], From: place(), To: place(), Drawn: r.IntN(2) == 0, Under: r.IntN(2) == 0,
		Over: r.IntN(len(st.Boxes)),
	}
}

// TestNothingIsLostInDrawing: over plans drawn at random, each comb of the hive is in it once or has left, and the act that
// is written makes the same hive of it.
func TestNothingIsLostInDrawing(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 16))
	done := 0
	for range 400 {
		before := stackOf("hhpbbbbph hebbbbphhh | s:hhhhhhhhh s:eeeeeeeeee")
		before.Boxes[1].Frames[2].A = specimen.Combs['h'] // its faces differ
		st, id := before, ids()
		for range 6 {
			d, err := draft.Apply(st, []draft.Step{drawn(r, st)}, places.Conditions{}, id)
			if err == nil {
				st = d.After
				done++
			}
		}
		seen := map[string]bool{}
		for _, b := range st.Boxes {
			if len(b.Frames) > b.Format.Slots {
				t.Fatalf("%s: a box is overfull", order(st))
			}
			for _, f := range b.Frames {
				if seen[f.ID] {
					t.Fatalf("%s: comb %s hangs twice", order(st), f.ID)
				}
				seen[f.ID] = true
			}
		}
		h := moves.Of(moves.Hive{Colony: "c", Stack: before})
		d, err := moves.Do(h, moves.RearrangedAs(before, st), 0)
		if err != nil {
			t.Fatalf("%s: %v", order(st), err)
		}
		got := d.Hives.Here().Stack
		same := slices.EqualFunc(got.Boxes, st.Boxes, func(a, b hive.Box) bool {
			return a.ID == b.ID && a.Super == b.Super && a.Format == b.Format && slices.Equal(a.Frames, b.Frames)
		})
		if !same || got.ExcluderAbove != st.ExcluderAbove {
			t.Fatalf("drawn is %s, written %s", order(st), order(got))
		}
	}
	if done < 1000 {
		t.Errorf("only %d steps were done", done)
	}
}

// TestWhatIsArrangedIsDrawn: an arrangement is told in steps that make the same hive again, whatever the week is like by then.
func TestWhatIsArrangedIsDrawn(t *testing.T) {
	mild, cold := places.Conditions{FramesOfBees: 9, ColdestC: 9}, places.Conditions{FramesOfBees: 3}
	r := rand.New(rand.NewPCG(2, 16))
	arranged := 0
	for range 5 {
		w := []rune("hhpbbbbephhebbbbbhee")
		r.Shuffle(len(w), func(i, k int) { w[i], w[k] = w[k], w[i] })
		st := stackOf(string(w[:10]) + " " + string(w[10:]) + " | s:hhhhhhhhhh")
		for _, key := range []string{"together", "ladder", "edges", "to-1"} {
			once, err := draft.Apply(st, []draft.Step{{Do: draft.Arrange, Goal: key}}, mild, ids())
			if err != nil {
				continue
			}
			arranged++
			for _, g := range arrange.Goals(st, mild) {
				if g.Key != key {
					continue
				}
				if r, _ := arrange.For(g, st, mild, ids()); hung(r.After) != hung(once.After) {
					t.Errorf("%s for %s: found is %s, drawn %s", order(st), key, hung(r.After), hung(once.After))
				}
			}
			steps, err := draft.Parse(draft.Text(once.Steps))
			if err != nil {
				t.Fatal(err)
			}
			again, err := draft.Apply(st, steps, cold, ids())
			if err != nil || hung(again.After) != hung(once.After) {
				t.Errorf("%s for %s: arranged is %s, drawn again %s, %v", order(st), key, order(once.After), order(again.After), err)
			}
			if once.Arranged.Bound > once.Arranged.Cost || len(steps[0].Steps) == 0 && order(st) != order(once.After) {
				t.Errorf("%s for %s: %+v", order(st), key, once.Arranged)
			}
		}
	}
	if arranged < 12 {
		t.Errorf("only %d were arranged", arranged)
	}
}
