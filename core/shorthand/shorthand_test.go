package shorthand_test

import (
	"errors"
	"math/rand/v2"
	"reflect"
	"strings"
	"testing"

	"kembo/core/comb"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
	"kembo/core/shorthand"
)

// A double brood hive with two supers.
var hive = []shorthand.Box{
	{ID: "a", Frames: 11}, {ID: "b", Frames: 11}, {ID: "c", Frames: 10, Super: true},
	{ID: "d", Frames: 10, Super: true},
}

func parse(t *testing.T, text string) shorthand.Line {
	t.Helper()
	l, err := shorthand.Parse(text, hive, "kg")
	if err != nil {
		t.Fatalf("%q: %v", text, err)
	}
	return l
}

// Situations: what a keeper types or dictates, and what it must mean.
func TestWhatKeepersType(t *testing.T) {
	for _, c := range []struct{ text, want string }{
		// A quick look from above, nothing unusual.
		{"qE h+ 1: s8 2: s6.5", "Queen: eggs|Brood healthy|Box 1: 8 seams of bees|Box 2: 6.5 seams of bees"},
		// As Kembo expected in one box, counted in the other.
		{"1:s8~ 2:s6", "Box 1: 8 seams of bees, as expected|Box 2: 6 seams of bees"},
		// A weekly check in swarm season.
		{"qSEL cc:u3", "Queen: saw her, eggs, larvae|Cells: every comb checked, 3 dry cups"},
		{"cc:h4k2@edge 1:s10", "Cells: every comb checked, 4 charged, 2 capped, at the edges|Box 1: 10 seams of bees"},
		{"cc", "Cells: every comb checked, none"},
		{"q0", "Queen: no eggs, no larvae, no capped brood"},
		// Frames of a box, with what is left empty; a comma for decimals.
		{"1: B6,5 H2 P1 C1.5", "Box 1: frames of 6.5 brood, 2 honey, 1 pollen, 1.5 empty comb"},
		// One face of a frame, in eighths and zone by zone.
		{
			"2: 4A=H3N1P1B2 4B=HHHHBBBB",
			"Box 2: 2 of 22 faces, in all 7/8 capped honey, 1/8 nectar, 1/8 pollen, 6/8 capped brood",
		},
		// Supers at a glance, weights by every way.
		{"3: =nearly 4: ^fair", "Box 3: nearly full|Box 4: fair as lifted"},
		{"W22+24", "Whole hive: 22 and 24 kg by its two sides"},
		{"W/60lb", "Whole hive: 60 lb at one side"},
		{"Wlight", "Whole hive: light by the back"},
		// Done on the spot, and a note that says anything.
		{
			"+1S +4L1:1 turn x4; feeder leaks; mend it",
			"Done: 1 super of drawn comb put on|Done: fed 4 L of 1:1 syrup|Done: the boxes of the nest " +
				"turned|Done: box 4 taken off|Note: feeder leaks; mend it",
		},
		{
			"swap2 ex- +2SF +1.5kg",
			"Done: 2 combs of honey swapped for drawn ones|Done: excluder out|Done: 2 supers of foundation comb " +
				"put on|Done: fed 1.5 kg of sugar",
		},
		{"w+ 1: s7v o-", "White wax|Box 1: 7 seams of bees from below, no bees on the outer frames"},
		{"", ""},
	} {
		got := strings.Join(shorthand.Say(parse(t, c.text), hive), "|")
		if got != c.want {
			t.Errorf("%q is understood as\n%s, want\n%s", c.text, got, c.want)
		}
	}
}

// What cannot be read is pointed at, with a sentence that says what to write.
func TestErrorsPoint(t *testing.T) {
	for _, c := range []struct{ text, at, say string }{
		{"qE s7", "s7", "say which box"},
		{"1: s8 5: s3", "5:", "there is no box 5"},
		{"qEX", "qEX", "S saw her, E eggs"},
		{"1: B3 Z4", "Z4", "was not understood"},
		{"1: B3 ^fair", "^fair", "told by boxes already"},
		{"1: ^fair s3", "s3", "told by heft already"},
		{"1: 12a=H8", "12a=H8", "write 1a to 11b"},
		{"1: 1a=H5B5", "1a=H5B5", "more than eight eighths"},
		{"cc:y2", "cc:y2", "u dry cups"},
		{"cc@roof", "cc@roof", "@edge"},
		{"W22kg+24lb", "W22kg+24lb", "two units"},
		{"+4L3:1", "+4L3:1", "+4L1:1 for syrup"},
		{"3: =packed", "=packed", "=nearly"},
		{"swap", "swap", "as swap2"},
		{"1: sseven", "sseven", "as s7"},
	} {
		_, err := shorthand.Parse(c.text, hive, "kg")
		var e *shorthand.Error
		if !errors.As(err, &e) {
			t.Errorf("%q is understood: %v", c.text, err)
			continue
		}
		if got := c.text[e.At:e.To]; got != c.at || !strings.Contains(e.Say, c.say) {
			t.Errorf("%q: points at %q, %q; want %q, %q", c.text, got, e.Say, c.at, c.say)
		}
	}
}

// With one box there is no need to name it.
func TestOneBoxNeedsNoNumber(t *testing.T) {
	l, err := shorthand.Parse("s7 qE", hive[:1], "kg")
	if err != nil || *l.Look.Boxes[0].Seams != 7 {
		t.Fatalf("%+v, %v", l, err)
	}
}

// Every look that a form can make is written and read back to the same look.
func TestEveryLookReadsBack(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 2))
	for range 4000 {
		l := shorthand.Line{Look: anyLook(r), Acts: anyActs(r)}
		n := shorthand.Normal(*l.Look, hive)
		text := shorthand.Format(l, hive)
		got, err := shorthand.Parse(text, hive, "lb") // units are named, whatever the user's
		if err != nil {
			t.Fatalf("%q: %v\n%+v", text, err, n)
		}
		if got.Look == nil {
			got.Look = &history.Look{}
		}
		if !reflect.DeepEqual(*got.Look, n) || !reflect.DeepEqual(got.Acts, l.Acts) {
			t.Fatalf("%q reads back as\n%+v %+v, want\n%+v %+v", text, *got.Look, got.Acts, n, l.Acts)
		}
		if again := shorthand.Format(got, hive); again != text {
			t.Fatalf("%q is written again as %q", text, again)
		}
	}
}

func pick[T any](r *rand.Rand, of ...T) T { return of[r.IntN(len(of))] }

func half(r *rand.Rand, most int) float64 { return float64(r.IntN(2*most+1)) / 2 }

func anyLook(r *rand.Rand) *history.Look {
	l := &history.Look{
		Health: pick(r, "", "healthy", "suspect"), WhiteWax: pick(r, "", "yes", "no"),
		Note:     pick(r, "", "mended the roof", `"quoted"; and more`, "two\nlines"),
		Insisted: pick(r, nil, []string{"heavy-box"}),
	}
	l.Queen = history.Queen{
		Looked: r.IntN(2) == 0, Seen: r.IntN(3) == 0, Eggs: r.IntN(2) == 0, Larvae: r.IntN(3) == 0,
		Capped: r.IntN(3) == 0,
	}
	if l.Queen.Looked && r.IntN(2) == 0 { // each stage speaks for itself
		q := &l.Queen
		q.Each, q.NoEggs = true, !q.Eggs && r.IntN(2) == 0
		q.NoLarvae, q.NoCapped = !q.Larvae && r.IntN(2) == 0, !q.Capped && r.IntN(2) == 0
		if *q == (history.Queen{Looked: true, Each: true}) {
			q.NoEggs = true
		}
	}
	l.Cells = history.Cells{
		Check: pick(r, "", "partial", "complete"), Cups: r.IntN(4), Charged: r.IntN(3), Capped: r.IntN(2),
		WithEgg: r.IntN(2), Emerged: r.IntN(2), Torn: r.IntN(2), Where: pick(r, "", "edge", "face", "both"),
	}
	switch r.IntN(5) {
	case 0:
		l.Weight = &history.Weight{How: "scale", Value: 20 + half(r, 40), Unit: pick(r, "", "kg", "lb")}
	case 1:
		l.Weight = &history.Weight{How: "sides", Value: 10.5, Other: 0.5 + half(r, 20), Unit: pick(r, "kg", "lb")}
	case 2:
		l.Weight = &history.Weight{How: "side", Value: 33.3, Unit: "kg"}
	case 3:
		l.Weight = &history.Weight{How: "feel", Heft: pick(r, "light", "fair", "heavy")}
	}
	for _, b := range hive {
		x := history.BoxLook{Box: b.ID, Depth: pick(r, "", "heft", "seams", "boxes", "faces")}
		if r.IntN(2) == 0 {
			n := half(r, 10)
			x.Seams, x.Expected = &n, r.IntN(3) == 0
		}
		switch look.Depth(x.Depth) {
		case look.ByHeft:
			x.Heft, x.Value, x.Unit = pick(r, "", "light", "heavy"), pick(r, 0, 18.25), pick(r, "", "lb")
		case look.BySeams:
			x.Below, x.Outer = r.IntN(2) == 0, pick(r, "", "yes", "no")
			if b.Super {
				x.State = pick(r, "", "empty", "half", "full")
			}
		case look.ByBox:
			x.Counts = &look.Counts{
				Brood: half(r, 5), Honey: half(r, 3), Nectar: half(r, 2), Empty: half(r, 2), Undrawn: half(r, 1),
			}
		case look.ByFace:
			for range b.Frames {
				x.Faces = append(x.Faces, [2]string{anyFace(r), anyFace(r)})
			}
		}
		l.Boxes = append(l.Boxes, x)
	}
	return l
}

func anyFace(r *rand.Rand) string {
	switch r.IntN(3) {
	case 0:
		return ""
	case 1:
		z := make([]byte, 8)
		for i := range z {
			z[i] = (comb.Letters + ".")[r.IntN(10)]
		}
		return string(z)
	}
	var f comb.Face
	for range 1 + r.IntN(8) {
		f[r.IntN(comb.Contents)]++
	}
	return f.String()
}

func anyActs(r *rand.Rand) []moves.Said {
	return pick(r, nil, []moves.Said{{Do: "super_drawn", N: 2}, {Do: "syrup_thick", N: 4.5}}, []moves.Said{
		{Do: "box_off", Box: "d"}, {Do: "box_harvested", Box: "c"}, {Do: "nest_turned"}, {Do: "excluder_in"},
		{Do: "sugar", N: 2}, {Do: "combs_swapped", N: 3}, {Do: "fondant", N: 2.5}, {Do: "super_foundation", N: 1},
	})
}

// FuzzParse: whatever is typed, Parse neither panics nor points beside the line,
// and what it understands is written so that it reads back the same.
func FuzzParse(f *testing.F) {
	for _, s := range []string{
		"qE h+ 1: s8 2: s6.5", "qLB-E", "cc:u3h2@edge 1:B6,5 H2", "2: 4A=H3N1P1B2 4B=HHHHBBBB", "W22+24kg; note",
		"+1S +4L1:1 turn x4 !heavy", "3: =nearly ^18kg", "1: s7v o- w+", `; "a\nb"`, "1:1:s2", "swap2 ex- +1.5kg",
		":::;", "1: 1a=........",
	} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		l, err := shorthand.Parse(text, hive, "kg")
		var e *shorthand.Error
		if errors.As(err, &e) {
			if e.At < 0 || e.To > len(text) || e.At >= e.To || e.Say == "" {
				t.Fatalf("%q: points at %d to %d: %q", text, e.At, e.To, e.Say)
			}
			return
		}
		shorthand.Say(l, hive)
		once := shorthand.Format(l, hive)
		again, err := shorthand.Parse(once, hive, "kg")
		if err != nil {
			t.Fatalf("%q is written %q, which does not read: %v", text, once, err)
		}
		if twice := shorthand.Format(again, hive); twice != once {
			t.Fatalf("%q is written %q, then %q", text, once, twice)
		}
	})
}
