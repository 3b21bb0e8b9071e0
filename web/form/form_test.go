package form_test

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"reflect"
	"testing"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/web/form"
)

var hive = form.Hive{
	Boxes: []form.Box{{ID: "n", Name: "Brood box", Frames: 10}, {ID: "s", Name: "Super", Frames: 9}},
	Units: measure.Systems[0], Known: true,
}

// typed is a form with these fields.
func typed(fields map[string]string) form.Values { return func(k string) string { return fields[k] } }

func with(more map[string]string) map[string]string {
	out := map[string]string{"entry": "e1", "date": "2026-06-03"}
	for k, v := range more {
		out[k] = v
	}
	return out
}

// TestWhatFieldsAmountTo reads forms as a page and as anything else may send them.
func TestWhatFieldsAmountTo(t *testing.T) {
	seams := 7.5
	tests := []struct {
		name   string
		fields map[string]string
		look   *history.Look
		acts   []moves.Said
	}{
		{"seams of one box", map[string]string{"box.0.depth": "seams", "box.0.seams": "7,5"},
			&history.Look{Boxes: []history.BoxLook{{Box: "n", Depth: "seams", Seams: &seams}, {Box: "s"}}}, nil},
		{
			"findings alone, of a hive that is known",
			map[string]string{"queen.eggs": "1", "cells.charged": "2", "check": "partial"}, // of the first version
			&history.Look{
				Boxes: []history.BoxLook{{Box: "n"}, {Box: "s"}}, Queen: history.Queen{Looked: true, Eggs: true},
				Cells: history.Cells{Check: "partial", Charged: 2},
			},
			nil,
		},
		{
			"each stage of brood for itself",
			map[string]string{"form": "2", "queen.larvae": "1", "queen.no_eggs": "1"},
			&history.Look{
				Boxes: []history.BoxLook{{Box: "n"}, {Box: "s"}},
				Queen: history.Queen{Looked: true, Each: true, Larvae: true, NoEggs: true},
			},
			nil,
		},
		{
			"a weight by both sides",
			map[string]string{"weight.how": "sides", "weight.value": "22", "weight.other": "24.5"},
			&history.Look{Boxes: []history.BoxLook{{Box: "n"}, {Box: "s"}},
				Weight: &history.Weight{How: "sides", Value: 22, Other: 24.5, Unit: "kg"}},
			nil,
		},
		{
			"only done",
			map[string]string{
				"act.supers": "2", "act.comb": "foundation", "act.feed": "4", "act.feed_as": "2:1", "act.turn": "1",
			},
			nil, []moves.Said{{Do: "super_foundation", N: 2}, {Do: "syrup_thick", N: 4}, {Do: "nest_turned"}},
		},
		{
			"a box whose place in the form was another",
			map[string]string{"box.0.id": "s", "box.1.id": "n", "act.off.0": "harvest"}, nil,
			[]moves.Said{{Do: "box_harvested", Box: "s"}},
		},
		{"none put on is nothing", map[string]string{"act.supers": "0", "note": "windy"},
			&history.Look{Boxes: []history.BoxLook{{Box: "n"}, {Box: "s"}}, Note: "windy"}, nil},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			got, err := form.ReadLook(typed(with(tt.fields)), hive).Entered(hive)
			if err != nil {
				t.Fatal(err)
			}
			on, _ := day.Parse("2026-06-03")
			if got.ID != "e1" || got.Day != on || !reflect.DeepEqual(got.Look, tt.look) ||
				!reflect.DeepEqual(got.Acts, tt.acts) {
				t.Errorf("it amounts to\n%+v, done %+v; want\n%+v, done %+v", got.Look, got.Acts, tt.look, tt.acts)
			}
		})
	}
}

// TestWrongFieldsAreNamedAsTheirLabels are: the sentence goes with the field.
func TestWrongFieldsAreNamedAsTheirLabels(t *testing.T) {
	for field, fields := range map[string]map[string]string{
		"date":                          {"date": "3.6."},
		"look":                          {},
		"cups with egg":                 {"cells.with_egg": "many"},
		"Brood box, seams":              {"box.0.depth": "seams", "box.0.seams": "x"},
		"Super, honey":                  {"box.1.depth": "boxes", "box.1.honey": "-1"},
		"weight":                        {"weight.how": "scale", "weight.value": "heavy"},
		"brood health":                  {"health": "fine"},
		"several eggs":                  {"queen.several": "lid", "box.0.seams": "4"},
		"Supers put on":                 {"act.supers": "12"},
		"Fed":                           {"act.feed": "4", "act.feed_as": "9:1"},
		"Honey combs swapped for drawn": {"act.swap": "x"},
		"boxes":                         {"box.2.id": "gone", "box.2.seams": "4", "note": "x"},
	} {
		_, err := form.ReadLook(typed(with(fields)), hive).Entered(hive)
		var e *app.FieldError
		if !errors.As(err, &e) || e.Field != field || e.Say == "" {
			t.Errorf("%v: %v, want the field %q", fields, err, field)
		}
	}
	if _, err := form.ReadLook(
		typed(with(map[string]string{"form": "99", "note": "x"})), hive,
	).Entered(hive); err == nil {
		t.Error("a form of another version is read")
	}
}

// TestForAll reads what was done at a whole yard.
func TestForAll(t *testing.T) {
	f, ok := form.ForAll("feed", typed(map[string]string{"act.feed": "2", "act.feed_as": "fondant"}))
	if !ok {
		t.Fatal("feed is not for all")
	}
	said, err := f.Said(hive)
	if err != nil || !reflect.DeepEqual(said, []moves.Said{{Do: "fondant", N: 2}}) {
		t.Errorf("%+v, %v", said, err)
	}
	if _, ok := form.ForAll("off", typed(nil)); ok {
		t.Error("a box can be taken off all hives at once")
	}
}

// TestALookIsItsFieldsAgain: a look that is shown in the form to be corrected, and
// stored unchanged, says what it said.
func TestALookIsItsFieldsAgain(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 2))
	pick := func(of ...string) string { return of[r.IntN(len(of))] }
	told := 0
	for range 400 {
		f := with(map[string]string{
			"form": "2", "note": pick("", "windy"), "health": pick("", "healthy", "suspect"),
			"check": pick("", "complete", "partial"), "cells.charged": pick("", "3"), "where": pick("", "edge"),
			"white_wax": pick("", "yes", "no"), "weight.how": pick("", "scale", "sides", "feel"), "weight.value": "41.5",
			"weight.other": "20", "weight.heft": "fair", "queen.seen": pick("", "1"), "queen.eggs": pick("", "1"),
			"queen.no_larvae": pick("", "1"), "queen.no_brood": pick("", "1"),
			"queen.several": pick("", "", "walls", "bottom"),
		})
		for i := range hive.Boxes {
			b := fmt.Sprintf("box.%d.", i)
			f[b+"id"], f[b+"depth"] = hive.Boxes[i].ID, pick("heft", "seams", "boxes", "faces")
			f[b+"seams"], f[b+"expected"], f[b+"below"] = pick("", "6.5", "0"), pick("", "1"), pick("", "1")
			f[b+"kg"], f[b+"heft"], f[b+"outer"] = pick("", "18.2"), pick("", "light"), pick("", "yes")
			f[b+"brood"], f[b+"honey"], f[b+"undrawn"] = pick("", "3.5", "0"), pick("", "2"), pick("", "1")
			f[b+"f.2.a"], f[b+"f.3.b"] = pick("", "H3 B5"), pick("", "HHHHPBB.")
		}
		first, err := form.ReadLook(typed(f), hive).Entered(hive)
		if err != nil || first.Look == nil {
			continue
		}
		told++
		again, err := form.ReadLook(form.FieldsOf(first.Look, first.Day, "e1", hive), hive).Entered(hive)
		if err != nil {
			t.Fatalf("%+v: %v", f, err)
		}
		if !reflect.DeepEqual(again.Look, first.Look) || again.Day != first.Day {
			t.Fatalf("%+v\nbecame %+v\nof %v", again.Look, first.Look, f)
		}
	}
	if told < 200 {
		t.Errorf("only %d of 400 said something", told)
	}
}

// TestBroodByCombsIsTwoThirds: ticked, the frames of brood are combs with brood; unticked they are as
// they were counted. A look is its fields again.
func TestBroodByCombsIsTwoThirds(t *testing.T) {
	for _, ticked := range []string{"", "1"} {
		fields := with(map[string]string{"box.0.depth": "boxes", "box.0.brood": "4.5", "box.0.combs": ticked})
		got, err := form.ReadLook(typed(fields), hive).Entered(hive)
		if err != nil {
			t.Fatal(err)
		}
		c := got.Look.Boxes[0].Counts
		if c == nil || c.Brood != 4.5 || (c.BroodCover > 0) != (ticked != "") {
			t.Fatalf("ticked %q: %+v", ticked, c)
		}
		if again := form.FieldsOf(got.Look, got.Day, "e1", hive)("box.0.combs"); again != ticked {
			t.Errorf("ticked %q, it is read back as %q", ticked, again)
		}
	}
}
