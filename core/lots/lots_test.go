package lots

import (
	"errors"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"kembo/core/day"
)

func entry(n int, on day.Day, b Body) Entry {
	return Entry{ID: fmt.Sprintf("e%d", n), Day: on, Body: b}
}

// harrow is a season: two days of extracting, a blend of both, and jars sold of it.
func harrow() []Entry {
	return []Entry{
		entry(1, 100, &Extracted{
			Lot: "bean", Name: "2026-1", Kg: 120, WaxKg: 1.6, Water: 17.2, Crops: []Crop{{"QL-01", "a"}, {"QL-02", "b"}},
		}),
		entry(2, 140, &Extracted{Lot: "lime", Name: "2026-2", Kg: 80, Water: 18.2, Crops: []Crop{{"MR-01", "c"}}}),
		entry(3, 150, &Blended{Lot: "mixed", Name: "2026-3", From: []Part{{"bean", 60}, {"lime", 40}}}),
		entry(4, 151, &Filled{Lot: "mixed", What: "jar", EachKg: 0.454, Count: 150}),
		entry(5, 160, &Left{Lot: "mixed", Kg: 45.4, How: Sold, To: "market"}),
		entry(6, 161, &Left{Lot: "lime", Kg: 2, How: Lost}),
	}
}

func near(a, b float64) bool { return math.Abs(a-b) < 1e-6 }

// TestASeasonAddsUp: what came out of the extractor is in stock or gone, and a jar is known by its hives.
func TestASeasonAddsUp(t *testing.T) {
	a, err := Fold(harrow())
	if err != nil {
		t.Fatal(err)
	}
	if !near(a.MadeKg(), 200) || !near(a.StockKg()+a.GoneKg(), 200) || !near(a.GoneKg(), 47.4) {
		t.Errorf("made %g, in stock %g, gone %g", a.MadeKg(), a.StockKg(), a.GoneKg())
	}
	mixed := a.Lot("mixed")
	if !near(mixed.Kg, 54.6) || !near(mixed.Water, (60*17.2+40*18.2)/100) {
		t.Errorf("the blend has %g kg at %g %%", mixed.Kg, mixed.Water)
	}
	if s := mixed.Sources(); len(s) != 2 || s[0].Lot != "bean" || !near(s[0].Kg, 0.6*54.6) {
		t.Errorf("it consists of %+v", s)
	}
	if back := a.Back("mixed"); len(back) != 3 {
		t.Errorf("its hives are %v", back)
	}
	var on []string
	for _, l := range a.On("lime") {
		on = append(on, l.Name)
	}
	if !slices.Equal(on, []string{"2026-2", "2026-3"}) {
		t.Errorf("honey of the second day is in %v", on)
	}
	if a.LotOf(Crop{"QL-02", "b"}) != "bean" || a.LotOf(Crop{"QL-02", "x"}) != "" {
		t.Error("a crop is not known by its lot")
	}
}

// TestWhatCannotBe is refused with the field that it is about, and changes nothing.
func TestWhatCannotBe(t *testing.T) {
	for _, x := range []struct {
		field string
		body  Body
	}{
		{"crops", &Extracted{Lot: "x", Name: "x", Kg: 10}},
		{"crops", &Extracted{Lot: "x", Name: "x", Kg: 10, Crops: []Crop{{"QL-02", "b"}}}}, // in a lot already
		{"kg", &Extracted{Lot: "x", Name: "x", Crops: []Crop{{"SA-01", "z"}}}},
		{"name", &Extracted{Lot: "x", Name: "2026-1", Kg: 10, Crops: []Crop{{"SA-01", "z"}}}},
		{"name", &Extracted{Lot: "x", Kg: 10, Crops: []Crop{{"SA-01", "z"}}}},
		{"water", &Extracted{Lot: "x", Name: "x", Kg: 10, Water: 40, Crops: []Crop{{"SA-01", "z"}}}},
		{"wax", &Extracted{Lot: "x", Name: "x", Kg: 10, WaxKg: 11, Crops: []Crop{{"SA-01", "z"}}}},
		{"from", &Blended{Lot: "x", Name: "x", From: []Part{{"mixed", 60}}}}, // 54.6 are left
		{"from", &Blended{Lot: "x", Name: "x", From: []Part{{"mixed", 10}, {"mixed", 10}}}},
		{"from", &Blended{Lot: "x", Name: "x", From: []Part{{"nothing", 10}}}},
		{"kg", &Left{Lot: "mixed", Kg: 60, How: Sold}},
		{"kg", &Left{Lot: "mixed", Kg: -1, How: Sold}},
		{"how", &Left{Lot: "mixed", Kg: 1, How: "eaten by mice"}},
		{"count", &Filled{Lot: "lime", What: "bucket", EachKg: 12.5, Count: 4}}, // 38 are left
		{"what", &Filled{Lot: "lime", EachKg: 12.5, Count: 1}},
		{"water", &Tested{Lot: "lime"}},
		{"water", &Tested{Lot: "lime", Water: 9}},
		{"lot", &Tested{Lot: "nothing", Water: 17}},
	} {
		_, err := Fold(append(harrow(), entry(7, 170, x.body)))
		var e *Error
		if !errors.As(err, &e) || e.Field != x.field {
			t.Errorf("%+v: %v, not about %s", x.body, err, x.field)
		}
	}
	if _, err := Fold(append(harrow(), entry(7, 90, &Left{Lot: "lime", Kg: 1, How: Sold}))); err == nil {
		t.Error("honey was sold before it was extracted")
	}
}

// TestTakenBack: taking an entry back is as if it had not been, and taking that back brings it back.
func TestTakenBack(t *testing.T) {
	all := append(harrow(), Entry{ID: "u1", Day: 170, Supersedes: "e5"})
	a, err := Fold(all)
	if err != nil || !near(a.Lot("mixed").Kg, 100) {
		t.Errorf("with the sale taken back the blend has %g kg, %v", a.Lot("mixed").Kg, err)
	}
	a, err = Fold(append(all, Entry{ID: "u2", Day: 171, Supersedes: "u1"}))
	if err != nil || !near(a.Lot("mixed").Kg, 54.6) {
		t.Errorf("with that taken back it has %g kg, %v", a.Lot("mixed").Kg, err)
	}
	if _, err := Fold(append(harrow(), Entry{ID: "u1", Day: 170, Supersedes: "e1"})); err == nil {
		t.Error("what a blend was made of was taken back under it")
	}
}

// TestEveryKilogramIsAccountedFor draws sequences of entries: what was extracted is in stock or gone, of every lot that was
// extracted, and no lot holds less than nothing.
func TestEveryKilogramIsAccountedFor(t *testing.T) {
	r := rand.New(rand.NewPCG(11, 3))
	for run := range 300 {
		var all []Entry
		var ids []string
		made := map[string]float64{}
		for n := range 40 {
			id := fmt.Sprintf("l%d", n)
			one := func() string { return ids[r.IntN(len(ids))] }
			var b Body
			switch k := r.IntN(5); {
			case k == 0 || len(ids) == 0:
				b = &Extracted{Lot: id, Name: id, Kg: 200 * r.Float64(), Crops: []Crop{{"c", id}}}
			case k == 1:
				b = &Blended{Lot: id, Name: id, From: []Part{{one(), 80 * r.Float64()}, {one(), 80 * r.Float64()}}}
			case k == 2:
				b = &Left{Lot: one(), Kg: 60 * r.Float64(), How: Hows[r.IntN(len(Hows))]}
			case k == 3:
				b = &Filled{Lot: one(), What: "bucket", EachKg: 12.5, Count: 1 + r.IntN(4)}
			default:
				b = &Tested{Lot: one(), Water: 15 + 4*r.Float64()}
			}
			e := entry(n, day.Day(n), b)
			if _, err := Fold(append(slices.Clone(all), e)); err != nil {
				continue // it cannot be; nothing is written
			}
			all = append(all, e)
			switch x := b.(type) {
			case *Extracted:
				ids, made[id] = append(ids, id), x.Kg
			case *Blended:
				ids = append(ids, id)
			}
		}
		a, err := Fold(all)
		if err != nil {
			t.Fatal(err)
		}
		if math.Abs(a.MadeKg()-a.StockKg()-a.GoneKg()) > 1e-6 {
			t.Fatalf("run %d: made %g, in stock %g, gone %g", run, a.MadeKg(), a.StockKg(), a.GoneKg())
		}
		in := map[string]float64{}
		for _, l := range a.Lots() {
			if l.Kg < -1e-9 || l.PackedKg() > l.Kg+1e-9 {
				t.Fatalf("run %d: lot %s has %g kg, %g filled", run, l.ID, l.Kg, l.PackedKg())
			}
			sum := 0.0
			for _, s := range l.Sources() {
				in[s.Lot] += s.Kg
				sum += s.Kg
				if !slices.ContainsFunc(a.On(s.Lot), func(x *Lot) bool { return x.ID == l.ID }) {
					t.Fatalf("run %d: honey of %s is in %s and cannot be followed there", run, s.Lot, l.ID)
				}
			}
			if math.Abs(sum-l.Kg) > 1e-6 {
				t.Fatalf("run %d: lot %s has %g kg and consists of %g", run, l.ID, l.Kg, sum)
			}
		}
		for id, kg := range made {
			if in[id] > kg+1e-6 {
				t.Fatalf("run %d: of %s there are %g kg, of %g made", run, id, in[id], kg)
			}
		}
	}
}
