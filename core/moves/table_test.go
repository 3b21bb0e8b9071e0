package moves_test

import (
	"encoding/json"
	"errors"
	"fmt"
	"reflect"
	"slices"
	"strings"
	"testing"

	"kembo/core/bees"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/moves"
)

// strap is an act that Kembo's own table does not offer yet; here it is added, as
// any other would be: a type with its Apply and Words, and one row.
type strap struct {
	Tight bool `json:"tight"`
}

func (a *strap) Apply(h *moves.Hives) error {
	h.Here().Did.FeedKg = 0.5 // a bottle on the strap, to have something to forecast
	return nil
}

func (a *strap) Words(measure.Units) (title, say string) { return "Strap", "Tight." }

var strapped = moves.Row{Kind: "strap", New: func() moves.Act { return new(strap) }, Ways: []moves.Way{{
	Code: "strap_on", Field: moves.Field{Key: "strap", Label: "Strap"}, Arg: moves.Counted, Most: 4, Before: "strap",
	Example: "strap2", Means: "2 straps on", Wants: "straps", One: "1 strap on", Many: "{n} straps on",
	Paper: moves.Blank{Mark: "T", Means: "straps on"},
	Exact: func(_ moves.Hive, s moves.Said, _ func() string) ([]moves.Act, error) {
		return slices.Repeat([]moves.Act{&strap{Tight: true}}, int(s.N)), nil
	},
}}}

// TestAnActIsAFileAndARow: with its row in the table a new act is read in a line,
// said, made exact, done, forecast, stored and read back; nothing else knows it.
func TestAnActIsAFileAndARow(t *testing.T) {
	table := append(slices.Clone(moves.All), strapped)
	w, number, ok := table.Read("strap2")
	if !ok || w.Code != "strap_on" {
		t.Fatalf("the line does not know it: %+v", w)
	}
	n, wrong := w.Number(number)
	if n != 2 || wrong != "" {
		t.Fatalf("two are read as %g (%s)", n, wrong)
	}
	said := moves.Said{Do: w.Code, N: n}
	if got := w.Line(said, 0); got != "strap2" {
		t.Errorf("it is written %q", got)
	}
	if got := w.Words(said, 0, measure.Units{}); got != "2 straps on" {
		t.Errorf("it is said %q", got)
	}
	fields, ways := table.Fields()
	if f := fields[len(fields)-1]; f.Key != "strap" || len(ways[len(ways)-1]) != 1 {
		t.Errorf("the form has %+v", f)
	}
	if b := table.Blanks(); b[len(b)-1].Mark != "T" {
		t.Errorf("the sheet of paper has %+v", b)
	}
	acts, after, err := table.ExactAll(here(t), []moves.Said{said}, moves.Unnamed())
	if err != nil || len(acts) != 2 {
		t.Fatal(acts, err)
	}
	changes, err := moves.Changes(here(t), 9, acts...)
	if want := (bees.Change{Day: 9, FeedKg: 0.5}); err != nil || len(changes) != 2 || changes[0] != want {
		t.Errorf("the forecast is told %+v (%v), want two of %+v", changes, err, want)
	}
	if len(after.Stack.Boxes) != 2 {
		t.Errorf("the hive has %d boxes after it", len(after.Stack.Boxes))
	}
	kind, ok := table.KindOf(acts[0])
	b, err := json.Marshal(acts[0])
	back, known := table.New(kind)
	if !ok || !known || err != nil || json.Unmarshal(b, back) != nil || !reflect.DeepEqual(back, acts[0]) {
		t.Errorf("it is stored as %s %s and read as %+v", kind, b, back)
	}
	if _, err := moves.All.Exact(here(t), said, moves.Unnamed()); err == nil {
		t.Error("the table without the row knows it too")
	}
}

// TestEveryActIsWhole: each kind has its own code and type, says itself in words, and
// its JSON reads back; each way has what form, line and words need.
func TestEveryActIsWhole(t *testing.T) {
	kinds, codes, examples := map[moves.Kind]bool{}, map[moves.Code]bool{}, map[string]moves.Code{}
	for _, r := range moves.All {
		a := r.New()
		if kinds[r.Kind] || r.Kind == "" {
			t.Errorf("%q is there twice", r.Kind)
		}
		kinds[r.Kind] = true
		if k, ok := moves.All.KindOf(a); !ok || k != r.Kind {
			t.Errorf("the type of %s is that of %s", r.Kind, k)
		}
		if title, _ := a.Words(measure.Systems[0]); title == "" || strings.ToUpper(title[:1]) != title[:1] {
			t.Errorf("%s says %q", r.Kind, title)
		}
		b, err := json.Marshal(a)
		again, _ := moves.All.New(r.Kind)
		if err != nil || json.Unmarshal(b, again) != nil {
			t.Errorf("%s does not read back: %s (%v)", r.Kind, b, err)
		}
		for _, w := range r.Ways {
			if codes[w.Code] {
				t.Errorf("%s is there twice", w.Code)
			}
			codes[w.Code] = true
			if w.Sheet { // it has no word in a line
				if w.Example != "" || w.Before != "" || w.One == "" || w.Exact == nil {
					t.Errorf("%s is of a sheet alone: %+v", w.Code, w)
				}
				continue
			}
			if other, taken := examples[strings.ToLower(w.Example)]; taken {
				t.Errorf("%s and %s are both written %q", w.Code, other, w.Example)
			}
			examples[strings.ToLower(w.Example)] = w.Code
			got, number, ok := moves.All.Read(strings.ToLower(w.Example))
			if !ok || got.Code != w.Code {
				t.Errorf("%q is read as %q", w.Example, got.Code)
				continue
			}
			said := moves.Said{Do: w.Code}
			if w.Numbered() {
				if said.N, _ = w.Number(number); w.Wants == "" || w.Most <= 0 {
					t.Errorf("%s does not say what its number is", w.Code)
				}
			}
			box := 3
			if line := w.Line(said, box); line != w.Example {
				t.Errorf("%s writes %q, its example is %q", w.Code, line, w.Example)
			}
			words := w.Words(said, box, measure.Systems[0])
			if words == "" || strings.ContainsAny(words, "{}") || w.Field.Key == "" || w.Field.Label == "" ||
				w.Means == "" {
				t.Errorf("%s says %q in the field %+v", w.Code, words, w.Field)
			}
		}
	}
	if len(kinds) < 18 || len(codes) < 10 {
		t.Errorf("the table has %d kinds and %d ways", len(kinds), len(codes))
	}
}

// TestWhatCannotBeSaid: numbers out of bounds are refused with a sentence.
func TestWhatCannotBeSaid(t *testing.T) {
	for _, s := range []moves.Said{
		{Do: "super_drawn"}, {Do: "super_drawn", N: 1.5}, {Do: "super_drawn", N: 10}, {Do: "syrup_thin", N: -1},
		{Do: "syrup_thick", N: 500}, {Do: "combs_swapped", N: 9}, {Do: "box_off", Box: "none"}, {Do: "dance"},
	} {
		_, err := moves.All.Exact(here(t), s, moves.Unnamed())
		var e *moves.Error
		if !errors.As(err, &e) || e.Field == "" || e.Say == "" {
			t.Errorf("%+v: %v", s, err)
		}
	}
	w, _ := moves.All.Way("syrup_thin")
	for text, ok := range map[string]bool{"4": true, "4,5": true, "0": false, "61": false, "": false, "x": false} {
		if _, wrong := w.Number(text); ok != (wrong == "") {
			t.Errorf("%q L: %q", text, wrong)
		}
	}
}

// TestTwoSaidOneAfterTheOther: the second super goes over the first, and only the
// first has an excluder under it.
func TestTwoSaidOneAfterTheOther(t *testing.T) {
	h := here(t)
	h.Stack.Boxes = h.Stack.Boxes[:1]
	one := moves.Said{Do: "super_drawn", N: 1}
	acts, after, err := moves.All.ExactAll(h, []moves.Said{one, one, {Do: "box_off", Box: "n"}}, moves.Unnamed())
	if err != nil || len(after.Stack.Boxes) != 2 {
		t.Fatal(err, len(after.Stack.Boxes))
	}
	first, second := acts[0].(*moves.BoxOn), acts[1].(*moves.BoxOn)
	if first.At != 1 || !first.ExcluderUnder || second.At != 2 || second.ExcluderUnder {
		t.Errorf(
			"the supers went on at %d (excluder %v) and %d (excluder %v)", first.At, first.ExcluderUnder, second.At,
			second.ExcluderUnder,
		)
	}
	if len(h.Stack.Boxes) != 1 {
		t.Error("the hive that was asked of has changed")
	}
}

// TestUserUnits: amounts are said, and typed, in the keeper's own units.
func TestUserUnits(t *testing.T) {
	us := measure.SystemFor("us")
	w, _ := moves.All.Way("syrup_thick")
	s := moves.Said{Do: w.Code, N: 3.785411784} // a US gallon, by definition
	if got := w.Words(s, 0, us); got != "fed 1.00 US gal of 2:1 syrup" {
		t.Errorf("a gallon is said %q", got)
	}
	if n, err := w.In("1", us); err != nil || !near(n, s.N) || w.Out(n, us) != "1.00" {
		t.Errorf("a gallon is %g L (%v), and written %q", n, err, w.Out(n, us))
	}
	if w.Choice(us) != "US gal of 2:1" {
		t.Errorf("the choice is %q", w.Choice(us))
	}
}

// TestSeveralIsOne: what is done as one is stored as one, step by step.
func TestSeveralIsOne(t *testing.T) {
	a := &moves.Several{Title: "Split", Acts: []moves.Act{
		&moves.FrameMoved{Frame: "n-5", From: "a", To: "b", Box: "n", WithBees: true},
		&moves.QueenMoved{From: "a", To: "b"},
		&moves.Guard{On: true},
	}}
	b, err := json.Marshal(a)
	var back moves.Several
	if err != nil || json.Unmarshal(b, &back) != nil || !reflect.DeepEqual(*a, back) {
		t.Fatalf("%s reads back as %+v (%v)", b, back, err)
	}
	if got := moves.Colonies(a); !slices.Equal(got, []string{"a", "b"}) {
		t.Errorf("it is between %v", got)
	}
	if title, say := a.Words(measure.Systems[0]); title != "Split" ||
		say != "Frame moved, queen moved and mouse guard." {
		t.Errorf("it is told as %q, %q", title, say)
	}
	a.Acts = append(a.Acts, &moves.FrameMoved{Frame: "n-6", From: "a", To: "b", Box: "n"})
	if _, say := a.Words(measure.Systems[0]); say != "Frame moved 2 times, queen moved and mouse guard." {
		t.Errorf("two frames are told as %q", say)
	}
	if err := json.Unmarshal([]byte(`{"acts":[{"kind":"dance"}]}`), &back); err == nil {
		t.Error("a step that nobody knows is read")
	}
}

// TestWhatComesFromNowhere: a hive that is not known gives combs nobody has seen, and
// swallows what goes to it.
func TestWhatComesFromNowhere(t *testing.T) {
	b := moves.Hive{Colony: "b", Stack: stack(t)}
	b.Stack.Boxes[0].Frames = b.Stack.Boxes[0].Frames[:8]
	d, err := moves.Do(moves.Of(b), &moves.FrameMoved{Frame: "far", From: "a", To: "b", Box: "n", Slot: 2}, 5)
	if err != nil {
		t.Fatal(err)
	}
	f := d.Hives.Here().Stack.Boxes[0].Frames[2]
	if f.ID != "far" || f.A.Known() != 0 {
		t.Errorf("it came as %+v", f)
	}
	d, err = moves.Do(moves.Of(here(t)), &moves.FrameMoved{Frame: "n-1", From: "a", To: "b", Box: "n"}, 5)
	if err != nil || len(d.Hives.Here().Stack.Boxes[0].Frames) != 9 {
		t.Error("it is still there", err)
	}
	medium := moves.Hive{
		Colony: "c",
		Stack: hive.Stack{
			Boxes: []hive.Box{
				hive.NewBox("m", format(t, "langstroth-medium-10"), 5, hive.Make{Super: true, Drawn: true}),
			},
		},
	}
	if _, err := moves.Do(
		moves.Of(here(t), medium), &moves.FrameMoved{Frame: "n-1", From: "a", To: "c", Box: "m"}, 5,
	); err == nil {
		t.Error("a deep frame went into a medium box")
	}
}

func ExampleTable_ExactAll() {
	f, _ := hive.FormatFor("langstroth-deep-10")
	h := moves.Hive{Stack: hive.Stack{Boxes: []hive.Box{hive.NewBox("nest", f, 10, hive.Make{Drawn: true})}}}
	acts, after, _ := moves.All.ExactAll(h, []moves.Said{{Do: "super_drawn", N: 2}}, moves.Unnamed())
	for _, a := range acts {
		title, say := a.Words(measure.Systems[0])
		fmt.Println(title+":", say)
	}
	fmt.Println(len(after.Stack.Boxes), "boxes")
	// Output:
	// Super put on: 10 frames, drawn.
	// Super put on: 10 frames, drawn.
	// 3 boxes
}

// TestWhatIsThoughtOfTwiceHasTwoNames: two steps that bring combs, each with names of its own making, leave a hive in which
// each comb and box goes by one name.
func TestWhatIsThoughtOfTwiceHasTwoNames(t *testing.T) {
	h := here(t)
	for _, said := range []moves.Said{{Do: "super_drawn", N: 1}, {Do: "under_drawn"}, {Do: "combs_swapped", N: 2}, {Do: "super_foundation", N: 2}} {
		_, after, err := moves.All.ExactAll(h, []moves.Said{said}, moves.Unnamed(h.Stack))
		if err != nil {
			t.Fatalf("%s: %v", said.Do, err)
		}
		h = after
	}
	seen := map[string]bool{}
	for _, b := range h.Stack.Boxes {
		for _, id := range append([]string{b.ID}, combIDs(b)...) {
			if seen[id] {
				t.Errorf("%s is there twice", id)
			}
			seen[id] = true
		}
	}
}

// combIDs returns the ids of a box's combs.
func combIDs(b hive.Box) (out []string) {
	for _, f := range b.Frames {
		out = append(out, f.ID)
	}
	return out
}
