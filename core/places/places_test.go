package places_test

import (
	"slices"
	"strings"
	"testing"

	"kembo/core/hive"
	"kembo/core/hive/specimen"
	"kembo/core/places"
)

func broken(v *places.View) []string {
	var out []string
	for _, b := range v.Breaches() {
		if !slices.Contains(out, b.Rule.Key) {
			out = append(out, b.Rule.Key)
		}
		if b.Minutes <= 0 || v.Say(b) == "" {
			out = append(out, "unsaid")
		}
	}
	return out
}

var (
	mild    = places.Conditions{FramesOfBees: 8, ColdestC: 5}
	opening = places.Conditions{FramesOfBees: 8, ColdestC: 5, Opens: true}
)

// TestWhereCombsHang: what a keeper would put right, and what not. Common practice, no source.
func TestWhereCombsHang(t *testing.T) {
	for _, tt := range []struct {
		name, hive string
		on         places.Conditions
		want       string
	}{
		{"a nest in order", "hpebbbbeph", mild, "pollen_parted"},
		{"pollen beside brood", "hhpbbbbphh", mild, ""},
		{"room between pollen and brood, opened on purpose", "hpebbbbeph", opening, ""},
		{"the same in cold", "hpebbbbeph", places.Conditions{FramesOfBees: 8, ColdestC: 4.9, Opens: true}, "pollen_parted"},
		{"the same with few bees", "hpebbbbeph", places.Conditions{FramesOfBees: 7.9, ColdestC: 9, Opens: true}, "pollen_parted"},
		{"an empty comb in the middle", "hpbbebbphh", opening, "brood_parted"},
		{"foundation in the middle", "hpbbfbbphh", mild, "brood_parted"},
		{"a comb nobody has seen in the middle", "hpbb?bbphh", mild, ""},
		{"honey between pollen and brood", "phbbbbbphh", mild, "pollen_parted"},
		{"two combs of pollen on a side", "hppbbbbphh", mild, ""},
		{"empty combs behind honey", "ehpbbbbphh", mild, "room_scattered"},
		{"empty combs as a block beside the brood", "hhpbbbbeeh", mild, ""},
		{"foundation at the wall", "fhpbbbbphf", mild, ""},
		{"no brood at all", "ehpehepheh", mild, ""},
		{"brood over brood", "hhpbbbbphh hhhpbbphhh", mild, ""},
		{"brood that touches at one comb", "hhpbbbbphh hhhhhpbbbp", mild, ""},
		{"brood beside brood", "hbbbphhhhh hhhhhpbbbh", mild, "brood_aside"},
		{"a box of honey between two nests", "hhpbbbbphh hhhhhhhhhh hhpbbbbphh", mild, "brood_aside"},
		{"honey and empties alternated above, as a school does", "hhpbbbbphh hehpbbpheh", opening, ""},
		{"the same in a school that does not", "hhpbbbbphh hehpbbpheh", mild, "room_scattered"},
		{"a super with empty combs behind honey", "hhpbbbbphh | s:hehehehehe", mild, ""},
	} {
		st := specimen.Stack(tt.hive)
		if got := strings.Join(broken(places.Of(st, st, tt.on)), " "); got != tt.want {
			t.Errorf("%s, %s: breaks %q, not %q", tt.name, tt.hive, got, tt.want)
		}
	}
}

// TestWhatAPlanBreaks: combs that hang otherwise than before.
func TestWhatAPlanBreaks(t *testing.T) {
	before := specimen.Stack("hhpbbbbphh | s:hhhhhhhhhh")
	before.Boxes[1].Format = hive.Formats[0] // ten slots
	before.Boxes[1].Frames = before.Boxes[1].Frames[:9]
	now := places.Of(before, before, mild)
	exchange := func(a, b hive.Place) hive.Stack {
		st := before.Clone()
		x, y := &st.Boxes[a.Box].Frames[a.Slot], &st.Boxes[b.Box].Frames[b.Slot]
		*x, *y = *y, *x
		return st
	}
	out := func(n int) hive.Stack {
		st := before.Clone()
		for range n {
			st, _, _ = st.TakeFrame(hive.Place{Box: 1, Slot: 0})
		}
		return st
	}
	for _, tt := range []struct {
		name  string
		after hive.Stack
		want  string
	}{
		{"nothing", before, ""},
		{"combs of brood change places", exchange(hive.Place{Slot: 3}, hive.Place{Slot: 4}), ""},
		{"brood to the wall", exchange(hive.Place{Slot: 3}, hive.Place{Slot: 0}), "brood_parted"},
		{"brood over the excluder, and a comb drawn wide in the nest", exchange(hive.Place{Slot: 6}, hive.Place{Box: 1, Slot: 4}),
			"comb_fat brood_above pollen_parted"},
		{"a wide comb in the nest", exchange(hive.Place{Slot: 0}, hive.Place{Box: 1, Slot: 4}), "comb_fat"},
		{"a comb out", out(1), "gap_left"},
		{"three combs out", out(3), "gap_left"},
	} {
		after := places.Of(before, tt.after, mild)
		var got []string
		for _, b := range places.New(now, after) {
			got = append(got, b.Rule.Key)
		}
		slices.Sort(got)
		want := strings.Fields(tt.want)
		slices.Sort(want)
		if !slices.Equal(got, want) {
			t.Errorf("%s: %v, not %v", tt.name, got, want)
		}
	}
	broken := specimen.Stack("hhpbbebbph")
	turned := broken.Clone()
	turned.Boxes[0].Frames[0], turned.Boxes[0].Frames[1] = turned.Boxes[0].Frames[1], turned.Boxes[0].Frames[0]
	if got := places.New(places.Of(broken, broken, mild), places.Of(broken, turned, mild)); len(got) > 0 {
		t.Errorf("what stood broken before is told as broken by the plan: %v", got)
	}
	three := places.Of(before, out(3), mild)
	if b := three.Breaches(); three.Say(b[len(b)-1]) != "Box 2 is left with a gap of 3 combs." {
		t.Errorf("said is %q", three.Say(b[len(b)-1]))
	}
}

// TestOldCombsGoToTheWall: until they are empty; one with brood stays where it is. Common practice, no source.
func TestOldCombsGoToTheWall(t *testing.T) {
	st := specimen.Stack("hepbbbbphe s:hhhh")
	for _, tt := range []struct {
		slot, box int
		want      string
	}{{0, 0, ""}, {8, 0, "comb_due"}, {9, 0, "comb_due"}, {4, 0, ""}, {1, 0, "comb_due"}, {1, 1, ""}} {
		c := mild
		c.Due = map[string]bool{st.Boxes[tt.box].Frames[tt.slot].ID: true}
		if got := strings.Join(slices.DeleteFunc(broken(places.Of(st, st, c)), func(r string) bool { return r != "comb_due" }), " "); got != tt.want {
			t.Errorf("the comb in slot %d of box %d: %q, not %q", tt.slot+1, tt.box+1, got, tt.want)
		}
	}
}

// TestEveryRuleIsSaid: each rule has its words, what helps, and where it is from.
func TestEveryRuleIsSaid(t *testing.T) {
	for _, r := range places.Rules {
		if r.Key == "" || r.Says == "" || r.Helps == "" || r.Source == "" {
			t.Errorf("%+v", r)
		}
	}
}
