package proof

import (
	"math"
	"reflect"
	"testing"

	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
	"kembo/lab/combwise"
)

func world(t *testing.T, climate string) *World {
	t.Helper()
	w, err := NewWorld(climate, 4242)
	if err != nil {
		t.Fatal(err)
	}
	return w
}

// TestAWorldIsTheSameForEachKeeper: what a yard meets hangs on its climate and seed alone.
func TestAWorldIsTheSameForEachKeeper(t *testing.T) {
	a, b := world(t, "uk"), world(t, "uk")
	if a.From != b.From || a.begins != b.begins || a.How != b.How {
		t.Error("two worlds of one seed begin otherwise")
	}
	if len(a.days) != lead+Days {
		t.Errorf("%d days", len(a.days))
	}
	for i := range a.days {
		if x, y := a.days[i], b.days[i]; !reflect.DeepEqual(x, y) {
			t.Fatalf("day %d: %+v and %+v", i, x, y)
		}
		if a.chance[7][i%Days] != b.chance[7][i%Days] {
			t.Fatalf("day %d differs", i)
		}
	}
	if other, err := NewWorld("uk", 4243); err != nil || other.begins == a.begins {
		t.Error("another seed makes the same world", err)
	}
}

// TestAKeeperIsToldNoMoreThanTheWeatherToCome: the place as a keeper knows it holds no weather beyond what is told,
// and no flow.
func TestAKeeperIsToldNoMoreThanTheWeatherToCome(t *testing.T) {
	w := world(t, "uk")
	today := w.From + 100
	s := w.SiteOn(today, toldDays)
	if _, told := s.Weather[today+toldDays-1]; !told {
		t.Error("the weather of the days to come is not told")
	}
	if _, told := s.Weather[today+toldDays]; told || s.Flow != nil {
		t.Error("more is told than a keeper can know")
	}
	if _, told := w.All().Flow[today+200]; !told {
		t.Error("who knows all is not told the flow")
	}
}

// lone returns the first hive of a world, and a yard of it alone.
func lone(t *testing.T, w *World) (*Yard, *Hive) {
	t.Helper()
	written := int64(0)
	h := newHive(w, 0, &written)
	return &Yard{World: w, Today: w.From, Hives: []*Hive{h}}, h
}

// TestBarredHoneyIsNoCrop: what was fed under a super makes its honey barred, and ripe honey is counted alone.
func TestBarredHoneyIsNoCrop(t *testing.T) {
	for _, fed := range []bool{false, true} {
		y, h := lone(t, world(t, "uk"))
		if err := y.superOn(h, 1); err != nil {
			t.Fatal(err)
		}
		id := h.supersOn()[0].ID
		if fed {
			if err := y.syrup(h, 3); err != nil {
				t.Fatal(err)
			}
		}
		for range 90 { // it fills in the flow of a world without keepers
			d, _ := y.World.dayOn(y.Today)
			d.Luck, d.Flow = 1, 0.8
			d.Weather.MaxC, d.Weather.MinC, d.Weather.RainMM, d.DaylightH = 22, 12, 0, 15
			h.bees.Step(d)
			y.Today++
		}
		held := h.bees.BoxHolds(id)
		if held.StoresKg() < 3 {
			t.Fatalf("the super holds %.1f kg", held.StoresKg())
		}
		if err := h.say(y.Today, moves.Said{Do: "box_harvested", Box: id}); err != nil {
			t.Fatal(err)
		}
		ripe := held.StoresKg() - held.SuperNectarKg
		got, other := h.CropKg, h.BarredKg
		if fed {
			got, other = other, got
		}
		if math.Abs(got-ripe) > 1e-9 || other != 0 {
			t.Errorf("fed %v: crop %.2f, barred %.2f, where %.2f were ripe", fed, h.CropKg, h.BarredKg, ripe)
		}
	}
}

// TestWhatIsDoneIsWrittenDown: the record that a keeper writes folds, and comes to the hive that stands there.
func TestWhatIsDoneIsWrittenDown(t *testing.T) {
	w := world(t, "central-europe")
	y, err := Live(t.Context(), w, new(practised))
	if err != nil {
		t.Fatal(err)
	}
	for _, h := range y.Hives {
		b, err := history.Fold(h.log, history.Ground{Colony: h.ID})
		if err != nil {
			t.Fatalf("%s: %v", h.ID, err)
		}
		if h.ended {
			continue
		}
		if len(b.Stack.Boxes) != len(h.bees.Stack.Boxes) || b.Stack.Supers() != len(h.supersOn()) {
			t.Errorf("%s: the record has %d boxes, there are %d", h.ID, len(b.Stack.Boxes), len(h.bees.Stack.Boxes))
		}
	}
	if s := y.Sum(); s.Alive+s.Starved+s.Winter+s.Dwindled+s.United != Hives {
		t.Errorf("of %d colonies %+v", Hives, s)
	}
}

// TestANucTakesTheQueen: they rear another from the cell that is left, and swarm no more that year as they would.
func TestANucTakesTheQueen(t *testing.T) {
	y, h := lone(t, world(t, "uk"))
	brood, bees := h.bees.Holds().Brood(), h.bees.Bees()
	if err := y.nuc(h, nucFrames); err != nil {
		t.Fatal(err)
	}
	if h.bees.Laying() || !h.bees.Coming() || h.Nucs != 1 {
		t.Errorf("laying %v, coming %v, %d nucs", h.bees.Laying(), h.bees.Coming(), h.Nucs)
	}
	if is := h.bees.Holds(); is.Brood() >= brood || is.Bees >= bees || is.Bees < bees/3 {
		t.Errorf("%.0f bees of %.0f, %.0f brood of %.0f", is.Bees, bees, is.Brood(), brood)
	}
}

// TestHalfThePlansAreDone: by the dice of the world, the same each time.
func TestHalfThePlansAreDone(t *testing.T) {
	y, h := lone(t, world(t, "uk"))
	k := follow(0.5, false)
	n := 0
	for range 1000 {
		y.Today++
		does := k.follows(y, h, "add_super")
		if does != k.follows(y, h, "add_super") {
			t.Fatal("it is done and not done")
		}
		if does {
			n++
		}
	}
	if n < 440 || n > 560 {
		t.Errorf("%d of 1000 are done", n)
	}
}

// TestDifferencesArePaired: against tables of Student's t, 4.303 for two degrees of freedom (from memory).
func TestDifferencesArePaired(t *testing.T) {
	var all []Result
	for i, crop := range []float64{10, 20, 60} { // 1, 2 and 3 more than the other
		all = append(all,
			Result{Climate: "uk", Seed: uint64(i), Keeper: "plans", Tally: Tally{CropKg: Hives * (crop + float64(i+1))}},
			Result{Climate: "uk", Seed: uint64(i), Keeper: "round", Tally: Tally{CropKg: Hives * crop}},
		)
	}
	all = append(all, Result{Climate: "uk", Seed: 9, Keeper: "plans"}) // it has no pair
	d := Compare(all, Measures[0], "plans", "round", func(Result) bool { return true })
	half := 4.303 / math.Sqrt(3)
	if d.Pairs != 3 || math.Abs(d.Mean-2) > 1e-9 || math.Abs(d.High-2-half) > 1e-3 || math.Abs(2-half-d.Low) > 1e-3 {
		t.Errorf("%+v, half %.3f", d, half)
	}
}

// TestTwoYardsAreProved keeps two short seasons of the whole comparison: each keeper in one world of two climates,
// from spring to the end of the main flow. What is asked is only that plans do their work; how much they bring is for
// docs/proof.md.
func TestTwoYardsAreProved(t *testing.T) {
	if testing.Short() {
		t.Skip("two minutes")
	}
	for _, climate := range []string{"uk", "mediterranean"} {
		w := world(t, climate)
		w.days, w.hives = w.days[:lead+130], 5
		crop := map[string]float64{}
		for _, e := range Entrants {
			k := e.make()
			y, err := Live(t.Context(), w, k)
			if err != nil {
				t.Fatal(climate, e.Key, err)
			}
			s := y.Sum()
			crop[e.Key] = s.CropKg + standing(y)
			if p, ok := k.(*plans); ok && p.stats.failed > max(1, p.stats.done/10) { // what hangs otherwise than it was told
				t.Errorf("%s %s: %d of %d steps could not be done", climate, e.Key, p.stats.failed, p.stats.done)
			}
			t.Logf("%s %s: %.1f kg a hive taken or in supers, %v visits", climate, e.Key, crop[e.Key]/float64(w.hives), y.Visits)
		}
		if crop["plans"] <= 0 || crop["plans"] < crop["round"]/2 {
			t.Errorf("%s: plans bring %.0f kg, a fixed round %.0f", climate, crop["plans"], crop["round"])
		}
	}
}

// standing is what stands in supers.
func standing(y *Yard) float64 {
	kg := 0.0
	for _, h := range y.Living() {
		kg += h.bees.Holds().SuperKg
	}
	return kg
}

// TestBroodIsRaisedInAProof: the cells are gone, the bees are calmer by what the world has it, nothing of the hive is lost, and
// she goes on laying below.
func TestBroodIsRaisedInAProof(t *testing.T) {
	y, h := lone(t, world(t, "uk"))
	h.see(y.World, y.Today, look.ByFace, combwise.UsualEye) // the stack shows what is there
	before := h.bees.Holds()
	h.bees.BroodRaised()
	if err := h.say(y.Today, moves.Said{Do: "brood_raised"}); err != nil {
		t.Fatal(err)
	}
	after := h.bees.Holds()
	st := h.bees.Stack
	if c := h.bees.QueenCells(); c.Charged+c.Capped > 0 || st.ExcluderAbove != 1 || !st.Boxes[len(st.Boxes)-1].Super {
		t.Errorf("cells %+v, the excluder over %d of %d boxes", c, st.ExcluderAbove, len(st.Boxes))
	}
	if !h.bees.Laying() || after.Bees != before.Bees || after.Sealed != before.Sealed {
		t.Errorf("of %.0f bees and %.0f capped cells %.0f and %.0f are left", before.Bees, before.Sealed, after.Bees, after.Sealed)
	}
}
