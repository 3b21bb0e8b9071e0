package moves_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/moves"
)

// hiveOf makes a hive of boxes, each by its combs: b brood, c capped brood, h honey, p pollen, e empty, "!" before a super.
func hiveOf(t *testing.T, id string, boxes ...string) moves.Hive {
	t.Helper()
	f, err := hive.FormatFor("langstroth-deep-10")
	if err != nil {
		t.Fatal(err)
	}
	h := moves.Hive{Colony: id}
	for i, combs := range boxes {
		combs, super := strings.CutPrefix(combs, "!")
		b := hive.NewBox(fmt.Sprintf("%s%d", id, i+1), f, len(combs), hive.Make{Drawn: true, Super: super})
		for k, c := range combs {
			b.Frames[k].ID = fmt.Sprintf("%s%d.%d%c", id, i+1, k+1, c)
			s := map[rune]comb.Shares{
				'b': {comb.Larvae: 1}, 'c': {comb.Brood: 1}, 'h': {comb.Honey: 1}, 'p': {comb.Pollen: 1}, 'e': {comb.Empty: 1},
			}[c]
			b.Frames[k].A, b.Frames[k].B = s, s
		}
		h.Stack.Boxes = append(h.Stack.Boxes, b)
	}
	return h
}

// hung writes the kinds of the combs of each box, new ones by what they are.
func hung(st hive.Stack) string {
	var out []string
	for _, b := range st.Boxes {
		s := ""
		for _, f := range b.Frames {
			kind := "?"
			for c, k := range map[comb.Content]string{comb.Larvae: "b", comb.Brood: "c", comb.Honey: "h", comb.Pollen: "p", comb.Empty: "e", comb.Foundation: "f"} {
				if f.A[c] == 1 {
					kind = k
				}
			}
			s += kind
		}
		out = append(out, s)
	}
	return strings.Join(out, " ")
}

// TestWaysOfSpring: what each way of spring makes of a hive. Source: common practice, as the ways' files tell it.
func TestWaysOfSpring(t *testing.T) {
	for _, x := range []struct {
		name, after string
		do          moves.Code
		box         int // that it is said of; 0: none
		boxes       []string
	}{
		{"out at both walls, and in beside the brood", "pebbbbbbep", "sides_drawn", 0, []string{"hpbbbbbbph"}},
		{"sheets in their place", "pfbbbbbbfp", "sides_foundation", 0, []string{"hpbbbbbbph"}},
		{"brood to one wall", "bbbbbbbeph", "sides_drawn", 0, []string{"bbbbbbbphh"}},
		{"an empty comb at the wall goes over", "pebbbbbbbe", "sides_drawn", 0, []string{"epbbbbbbbh"}},
		{"honey goes up where it fits", "pebbbbbbep hheeeeeeee", "sides_drawn", 0, []string{"hpbbbbbbph", "!eeeeeeeeee"}},
		{"two boxes, the brood above", "eeeeeeeeee pebbbbbbep", "sides_drawn", 0, []string{"eeeeeeeeee", "hpbbbbbbph"}},
		{"a box under", "eeeeeeeeee hpbbbbbbph", "under_drawn", 0, []string{"hpbbbbbbph"}},
		{"one of foundation", "ffffffffff hpbbbbbbph !hhhhhhhhhh", "under_foundation", 0, []string{"hpbbbbbbph", "!hhhhhhhhhh"}},
		{"turned", "pbbbbbbbbp eeeeeeeeee", "nest_turned", 0, []string{"eeeeeeeeee", "pbbbbbbbbp"}},
		{"every other comb", "pbbbbbbbbp hehehehehe eheheheheh", "alternated", 0, []string{"pbbbbbbbbp", "!hhhhhhhhhh"}},
		{"an empty box away", "hpbbbeeeee", "box_condensed", 2, []string{"hpbbbeeeee", "eeeeeeeeee"}},
		{"its honey in the place of empty combs", "hpbbbhhhee", "box_condensed", 2, []string{"hpbbbeeeee", "hheeeeeeeh"}},
	} {
		h := hiveOf(t, "A", x.boxes...)
		said := moves.Said{Do: x.do}
		if x.box > 0 {
			said.Box = h.Stack.Boxes[x.box-1].ID
		}
		_, after, err := moves.All.ExactAll(h, []moves.Said{said}, moves.Unnamed())
		if err != nil {
			t.Errorf("%s: %v", x.name, err)
			continue
		}
		if got, want := hung(after.Stack), strings.ReplaceAll(x.after, "!", ""); got != want {
			t.Errorf("%s: %s, not %s", x.name, got, want)
		}
	}
}

// TestWaysOfSpringSayWhatCannotBe: a sentence, and nothing is done.
func TestWaysOfSpringSayWhatCannotBe(t *testing.T) {
	for do, boxes := range map[moves.Code][]string{
		"sides_drawn": {"bbbbbbbbbb"},
		"alternated":  {"pbbbbbbbbp", "!hhheeeeeee"},
		"nest_turned": {"pbbbbbbbbp"},
	} {
		if _, _, err := moves.All.ExactAll(hiveOf(t, "A", boxes...), []moves.Said{{Do: do}}, moves.Unnamed()); err == nil {
			t.Errorf("%s of %v can be done", do, boxes)
		}
	}
}

// TestBroodOver: combs of capped brood go over with their bees and drawn ones come back; no comb is lost or there twice, and
// brood stands together where it comes.
func TestBroodOver(t *testing.T) {
	strong, weak := hiveOf(t, "A", "hpcccccbph"), hiveOf(t, "B", "heepbbpeeh")
	act, err := moves.BroodOver(strong, weak, 2, "QL-01", "QL-02")
	if err != nil {
		t.Fatal(err)
	}
	d, err := moves.Do(moves.Of(strong, weak), act, 1)
	if err != nil {
		t.Fatal(err)
	}
	a, b := d.Hives.At("A"), d.Hives.At("B")
	if got, want := hung(a.Stack)+", "+hung(b.Stack), "hpecccbph, hepcbbcpeh"; got != want {
		t.Errorf("%s, not %s", got, want)
	}
	if d.Changes["A"].BeesOut <= 0 || d.Changes["A"].BroodOut <= 0 || d.From != "" && d.From != "A" {
		t.Errorf("the giver: %+v", d.Changes["A"])
	}
	var ids []string
	for _, st := range []hive.Stack{a.Stack, b.Stack} {
		for _, x := range st.Boxes {
			for _, f := range x.Frames {
				ids = append(ids, f.ID)
			}
		}
	}
	slices.Sort(ids)
	if n := len(ids); n != 19 || len(slices.Compact(ids)) != n { // one is laid aside
		t.Errorf("%d combs, not 19 that differ", n)
	}
	if _, err := moves.BroodOver(hiveOf(t, "A", "hhhheeeeee"), weak, 1, "QL-01", "QL-02"); err == nil {
		t.Error("a hive without brood gives some")
	}
}
