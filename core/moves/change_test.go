package moves_test

import (
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"kembo/core/bees"
	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/moves"
)

// deep and medium are the boxes of the tests: ten frames of a Langstroth.
func format(t testing.TB, key string) hive.BoxFormat {
	t.Helper()
	f, err := hive.FormatFor(key)
	if err != nil {
		t.Fatal(err)
	}
	return f
}

// stack is a nest of ten combs under a super of ten: brood on five combs, honey on
// three, two empty; half a super of honey.
func stack(t testing.TB) hive.Stack {
	t.Helper()
	nest := hive.NewBox("n", format(t, "langstroth-deep-10"), 10, hive.Make{Drawn: true})
	for i, s := range []comb.Shares{
		{comb.Honey: 1}, {comb.Honey: 0.9, comb.Pollen: 0.1}, {comb.Brood: 0.6, comb.Honey: 0.2, comb.Empty: 0.2},
		{comb.Brood: 0.5, comb.Larvae: 0.2, comb.Eggs: 0.1, comb.Empty: 0.2},
		{comb.Brood: 0.8, comb.Pollen: 0.1, comb.Empty: 0.1}, {comb.Larvae: 0.5, comb.Eggs: 0.3, comb.Empty: 0.2},
		{comb.Brood: 0.4, comb.Drone: 0.1, comb.Empty: 0.5}, {comb.Honey: 0.5, comb.Nectar: 0.5}, {comb.Empty: 1},
		{comb.Empty: 1},
	} {
		nest.Frames[i].A, nest.Frames[i].B = s, s
	}
	// In all as above, and seldom the same on both sides.
	nest.Frames[3].A = comb.Shares{comb.Brood: 0.7, comb.Larvae: 0.1, comb.Eggs: 0.1, comb.Empty: 0.1}
	nest.Frames[3].B = comb.Shares{comb.Brood: 0.3, comb.Larvae: 0.3, comb.Eggs: 0.1, comb.Empty: 0.3}
	super := hive.NewBox("s", format(t, "langstroth-medium-10"), 10, hive.Make{Super: true, Drawn: true})
	for i := range 5 {
		super.Frames[i].A, super.Frames[i].B = comb.Shares{comb.Honey: 1}, comb.Shares{comb.Honey: 1}
	}
	return hive.Stack{Boxes: []hive.Box{nest, super}}
}

func here(t testing.TB) moves.Hive { return moves.Hive{Colony: "a", Stack: stack(t)} }

// change does an act to a hive and returns what it is to the forecast.
func change(t *testing.T, h moves.Hive, a moves.Act) bees.Change {
	t.Helper()
	d, err := moves.Do(moves.Of(h), a, 100)
	if err != nil {
		t.Fatal(err)
	}
	return d.Changes[h.Colony]
}

func near(a, b float64) bool { return math.Abs(a-b) <= 1e-9*(1+math.Abs(a)+math.Abs(b)) }

// TestChangesByHand: what acts are to the forecast, worked out by hand from the
// shares in stack.
func TestChangesByHand(t *testing.T) {
	deep, medium := format(t, "langstroth-deep-10"), format(t, "langstroth-medium-10")
	dc, mc := 2*deep.Frame.WorkerCells(), 2*medium.Frame.WorkerCells() // of a comb
	nectar := hive.NectarFill
	// In combs: honey of the nest, brood, pollen.
	honey := 1 + 0.9 + 0.2 + 0.5 + 0.5*nectar
	brood := 0.6 + 0.8 + 0.8 + 0.8 + 0.5
	pollen := 0.1 + 0.1
	none := 0
	tests := []struct {
		name string
		act  moves.Act
		want bees.Change
	}{
		{"a drawn super over an excluder",
			&moves.BoxOn{
				At: 2, Box: moves.Box{ID: "x", Format: "medium-10", Frames: ids("x", 9), Super: true, Drawn: true},
				ExcluderUnder: true,
			},
			bees.Change{SuperDrawn: 9 * mc, Excluder: bees.On}},
		{"a super of foundation",
			&moves.BoxOn{At: 2, Box: moves.Box{ID: "x", Format: "medium-10", Frames: ids("x", 10), Super: true}},
			bees.Change{SuperUndrawn: 10 * mc}},
		{"a drawn box under the nest",
			&moves.BoxOn{At: 0, Box: moves.Box{ID: "x", Format: "deep-10", Frames: ids("x", 10), Drawn: true}},
			bees.Change{UnderDrawn: 10 * dc}},
		{"a drawn box on the nest",
			&moves.BoxOn{At: 1, Box: moves.Box{ID: "x", Format: "deep-10", Frames: ids("x", 10), Drawn: true}},
			bees.Change{NestDrawn: 10 * dc}},
		{"the super off", &moves.BoxOff{Box: "s"}, bees.Change{SuperOut: 1, SuperDrawnOut: 1}},
		{"two combs swapped", &moves.CombsSwapped{Out: []string{"n-1", "n-2"}, In: []string{"y", "z"}},
			bees.Change{NestHoneyOut: 1.9 / honey, NestDrawnOut: 0.2, NestDrawn: 2 * dc, PollenOut: 0.1 / pollen}},
		{"feed", &moves.Feed{What: "2:1 syrup", Kg: 2, StoresKg: 2.2}, bees.Change{FeedKg: 2.2}},
		{"the excluder in", &moves.Arranged{ExcluderAbove: ptr(1)}, bees.Change{Excluder: bees.On}},
		{"no excluder out of a hive without", &moves.Arranged{ExcluderAbove: &none}, bees.Change{}},
		{"a screen", &moves.Arranged{OverScreen: ptr(true)}, bees.Change{Screen: bees.On}},
		{"a comb of brood scraped", &moves.CombsScraped{Frames: []string{"n-5"}},
			bees.Change{NestDrawnOut: 0.1, NestUndrawn: dc, BroodOut: 0.8 / brood, PollenOut: 0.1 / pollen}},
		{"a comb of honey opened", &moves.CombsUncapped{Frames: []string{"n-1"}}, bees.Change{Opened: 1 / honey}},
		{"a comb turned is the same comb", &moves.CombsTurned{Frames: []string{"n-1", "n-4"}}, bees.Change{}},
		{
			"a comb to another slot of its box is the same nest", &moves.FrameMoved{Frame: "n-9", Box: "n", Slot: 3},
			bees.Change{},
		},
		{"a treatment", &moves.Treatment{What: "thymol"}, bees.Change{}},
		{"a guard", &moves.Guard{On: true}, bees.Change{}},
		{"the entrance", &moves.Entrance{Width: hive.Reduced}, bees.Change{}},
		{"the queen caged", &moves.QueenCaged{Caged: true}, bees.Change{Caged: bees.On}},
		{"the queen taken", &moves.QueenMoved{From: "a"}, bees.Change{QueenOut: true}},
		{"a comb of brood and its bees to another hive",
			&moves.FrameMoved{Frame: "n-5", From: "a", To: "b", Box: "other", WithBees: true},
			bees.Change{
				NestDrawnOut: 0.1, BroodOut: 0.8 / brood, PollenOut: 0.1 / pollen, BeesOut: 2.6 / (10 + 2*brood),
			}},
		{"a third of the bees shaken into another", &moves.BeesMoved{From: "a", To: "b", Share: 1. / 3},
			bees.Change{BeesOut: 1. / 3}},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			got := change(t, here(t), tt.act)
			if w := tt.want; !w.Nothing() && got.Day != 100 {
				t.Errorf("it is of day %d", got.Day)
			}
			if kg := got.SuperKgPerCell; kg > 0 != (got.SuperDrawn+got.SuperUndrawn > 0) {
				t.Errorf("the new cells hold %g kg each", kg)
			}
			for _, f := range []struct {
				what      string
				got, want float64
			}{
				{"honey out", got.NestHoneyOut, tt.want.NestHoneyOut}, {"honey up", got.NestHoneyUp, 0},
				{"drawn out", got.NestDrawnOut, tt.want.NestDrawnOut}, {"drawn", got.NestDrawn, tt.want.NestDrawn},
				{"undrawn", got.NestUndrawn, tt.want.NestUndrawn}, {"undrawn out", got.NestUndrawnOut, 0},
				{"under", got.UnderDrawn, tt.want.UnderDrawn}, {"super", got.SuperDrawn, tt.want.SuperDrawn},
				{"super undrawn", got.SuperUndrawn, tt.want.SuperUndrawn},
				{"super out", got.SuperOut, tt.want.SuperOut},
				{"super drawn out", got.SuperDrawnOut, tt.want.SuperDrawnOut},
				{"pollen", got.PollenOut, tt.want.PollenOut}, {"brood", got.BroodOut, tt.want.BroodOut},
				{"bees", got.BeesOut, tt.want.BeesOut}, {"feed", got.FeedKg, tt.want.FeedKg},
				{"opened", got.Opened, tt.want.Opened},
			} {
				if !near(f.got, f.want) {
					t.Errorf("%s: %.9g, by hand %.9g", f.what, f.got, f.want)
				}
			}
			if got.Excluder != tt.want.Excluder || got.Screen != tt.want.Screen || got.Caged != tt.want.Caged ||
				got.QueenOut != tt.want.QueenOut || got.Turned != tt.want.Turned {
				t.Errorf("settings %+v, want %+v", got, tt.want)
			}
		})
	}
}

func ptr[T any](v T) *T { return &v }

func ids(of string, n int) (out []string) {
	for i := range n {
		out = append(out, of+string(rune('0'+i)))
	}
	return out
}

// TestNestTurnedIsToldWithItsShape: boxes of the nest in another order, and no other
// act, tell the forecast how the nest lies now.
func TestNestTurnedIsToldWithItsShape(t *testing.T) {
	h := here(t)
	upper := hive.NewBox("u", format(t, "langstroth-deep-10"), 10, hive.Make{Drawn: true})
	for i := range upper.Frames {
		upper.Frames[i].A = comb.Shares{comb.Honey: 1}
		upper.Frames[i].B = comb.Shares{comb.Honey: 1}
	}
	h.Stack.Boxes = slices.Insert(h.Stack.Boxes, 1, upper)
	c := change(t, h, &moves.Arranged{NestTurned: true})
	if !c.Turned || c.Lid >= 1 {
		t.Errorf("the honey box went under the brood: turned %v, lid %g", c.Turned, c.Lid)
	}
	if c := change(t, h, &moves.BoxesChanged{A: "n", B: "u"}); !c.Turned {
		t.Error("two boxes of the nest that change places turn it")
	}
	for _, a := range []moves.Act{&moves.BoxOff{Box: "u"}, &moves.FrameMoved{Frame: "n-1", Box: "n", Slot: 4}} {
		if c := change(t, h, a); c.Turned {
			t.Errorf("%T turns the nest", a)
		}
	}
}

// TestCombsBetweenNestAndSupers: a comb that goes up or down takes its honey along
// and leaves the hive's total as it is.
func TestCombsBetweenNestAndSupers(t *testing.T) {
	h := here(t)
	h.Stack.Boxes[1] = hive.NewBox("s", format(t, "langstroth-deep-10"), 9, hive.Make{Super: true, Drawn: true})
	up := change(t, h, &moves.FrameMoved{Frame: "n-1", Box: "s", Slot: 0})
	if up.NestHoneyUp <= 0 || up.NestHoneyOut != 0 || !near(up.NestDrawnUp, 0.1) || up.NestDrawn != 0 ||
		up.SuperDrawn != 0 {
		t.Errorf("a honey comb set over the nest: %+v", up)
	}
	h.Stack.Boxes[1].Frames[0].A, h.Stack.Boxes[1].Frames[0].B = comb.Shares{comb.Honey: 1}, comb.Shares{comb.Honey: 1}
	h.Stack.Boxes[0].Frames = h.Stack.Boxes[0].Frames[:9]
	down := change(t, h, &moves.FrameMoved{Frame: "s-1", Box: "n", Slot: 0})
	if !near(down.SuperHoneyDown, 1) || !near(down.SuperDrawnDown, 1./9) || down.SuperOut != 0 {
		t.Errorf("a honey comb set down into the nest: %+v", down)
	}
}

// frameIDs are the ids of all frames of hives, sorted.
func frameIDs(hs ...hive.Stack) (out []string) {
	for _, s := range hs {
		for _, b := range s.Boxes {
			for _, f := range b.Frames {
				out = append(out, f.ID)
			}
		}
	}
	slices.Sort(out)
	return out
}

// FuzzFramesAreConserved: whatever is moved between two hives, in whatever order,
// no frame is lost, doubled or renamed, and what does not fit changes nothing.
func FuzzFramesAreConserved(f *testing.F) {
	f.Add(uint64(1))
	f.Add(uint64(77))
	f.Fuzz(func(t *testing.T, seed uint64) {
		r := rand.New(rand.NewPCG(seed, 1))
		a, b := here(t), moves.Hive{Colony: "b", Stack: stack(t)}
		for i := range b.Stack.Boxes {
			b.Stack.Boxes[i].ID += "b"
			for k := range b.Stack.Boxes[i].Frames {
				b.Stack.Boxes[i].Frames[k].ID += "b"
			}
		}
		all := frameIDs(a.Stack, b.Stack)
		for range 40 {
			hs := []moves.Hive{a, b}
			from, to := hs[r.IntN(2)], hs[r.IntN(2)]
			all := frameIDs(from.Stack)
			act := moves.Act(&moves.FrameMoved{
				Frame: all[r.IntN(len(all))], From: from.Colony, To: to.Colony,
				Box: to.Stack.Boxes[r.IntN(2)].ID, Slot: r.IntN(11), WithBees: r.IntN(2) == 0,
			})
			if r.IntN(4) == 0 {
				act = &moves.BoxesChanged{A: a.Stack.Boxes[0].ID, B: a.Stack.Boxes[r.IntN(len(a.Stack.Boxes))].ID}
			}
			d, err := moves.Do(moves.Of(a, b), act, 1)
			if err != nil {
				continue
			}
			a, b = *d.Hives.At("a"), *d.Hives.At("b")
			for _, c := range d.Changes {
				for _, share := range []float64{
					c.NestHoneyOut, c.NestHoneyUp, c.NestDrawnOut, c.NestDrawnUp, c.SuperOut, c.SuperHoneyDown,
					c.SuperDrawnOut, c.SuperDrawnDown, c.PollenOut, c.BroodOut, c.BeesOut,
				} {
					if !(share >= 0 && share <= 1+1e-9) {
						t.Fatalf("%+v: a share is %g", act, share)
					}
				}
			}
		}
		if got := frameIDs(a.Stack, b.Stack); !slices.Equal(got, all) {
			t.Fatalf("frames %v became %v", all, got)
		}
	})
}

// TestAHarvestIsOne: a box that comes off for its honey says so in the log, one that
// comes off for anything else does not.
func TestAHarvestIsOne(t *testing.T) {
	h := here(t)
	super := h.Stack.Boxes[len(h.Stack.Boxes)-1].ID
	for code, want := range map[moves.Code]string{"box_harvested": "Harvest.", "box_off": ""} {
		acts, _, err := moves.All.ExactAll(h, []moves.Said{{Do: code, Box: super}}, moves.Unnamed())
		if err != nil || len(acts) != 1 {
			t.Fatal(acts, err)
		}
		off, ok := acts[0].(*moves.BoxOff)
		if _, say := acts[0].Words(measure.Units{}); !ok || off.Box != super ||
			(off.Why == moves.WhyHarvest) != (want != "") ||
			strings.Contains(say, "Harvest") != (want != "") {
			t.Errorf("%s is %+v, told %q", code, acts[0], say)
		}
	}
}

// TestWhatIsFedIsItsSugar: docs/values.md E: 1.131 L of 2:1 and 1.62 L of 1:1 syrup by
// weight hold a kg of sugar; fondant is 77 to 90 % of it.
func TestWhatIsFedIsItsSugar(t *testing.T) {
	for code, want := range map[moves.Code][2]float64{
		"syrup_thick": {8 / 1.131, 0.05}, "syrup_thin": {8 / 1.62, 0.05}, "sugar": {8, 1e-9}, "fondant": {6.7, 0.52},
	} {
		acts, _, err := moves.All.ExactAll(here(t), []moves.Said{{Do: code, N: 8}}, moves.Unnamed())
		if err != nil || len(acts) != 1 {
			t.Fatal(acts, err)
		}
		if fed, ok := acts[0].(*moves.Feed); !ok || math.Abs(fed.Kg-want[0]) > want[1] {
			t.Errorf("8 of %s are %+v, not %.2f kg of sugar", code, acts[0], want[0])
		}
	}
}

// TestAnAmountIsInTheKeepersUnit in the form, in litres and kilograms in the log.
func TestAnAmountIsInTheKeepersUnit(t *testing.T) {
	us := measure.SystemFor("us")
	for code, inside := range map[moves.Code]float64{"syrup_thin": 3.785411784, "sugar": 0.45359237} {
		w, ok := moves.All.Way(code)
		if got := w.Out(inside, us); !ok || got != "1.00" {
			t.Errorf("%g of %s are shown as %q", inside, code, got)
		}
		if got, err := w.In("1", us); err != nil || math.Abs(got-inside) > 1e-9 {
			t.Errorf("1 of %s is %g, %v", code, got, err)
		}
	}
	if w, _ := moves.All.Way("super_drawn"); w.Out(2, us) != "2" {
		t.Errorf("2 supers are shown as %q", w.Out(2, us))
	}
}

// TestBeesCarriedOverFlyHome: of the bees that a comb takes to another hive those that fly know the way
// back, and the forecast of the hive that gave is told so; a queen's hive that is moved whole has none to
// fly back to.
func TestBeesCarriedOverFlyHome(t *testing.T) {
	to := moves.Hive{Colony: "b", Stack: hive.Stack{
		Boxes: []hive.Box{hive.NewBox("m", format(t, "langstroth-deep-10"), 9, hive.Make{Drawn: true})},
	}}
	frame := here(t).Stack.Boxes[0].Frames[4].ID
	for name, act := range map[string]moves.Act{
		"a comb": &moves.FrameMoved{Frame: frame, From: "a", To: "b", Box: "m", WithBees: true},
		"bees":   &moves.BeesMoved{From: "a", To: "b", Share: 0.2},
	} {
		d, err := moves.Do(moves.Of(here(t), to), act, 100)
		if err != nil {
			t.Fatal(err)
		}
		if c := d.Changes["a"]; c.BeesOut <= 0 || !c.FlyBack {
			t.Errorf("%s: %.2f of the bees went, and those that fly come home: %t", name, c.BeesOut, c.FlyBack)
		}
	}
	bare := &moves.FrameMoved{Frame: frame, From: "a", To: "b", Box: "m"}
	if d, err := moves.Do(moves.Of(here(t), to), bare, 100); err != nil || d.Changes["a"].BeesOut != 0 {
		t.Errorf("a comb with no bees takes %.2f of them, %v", d.Changes["a"].BeesOut, err)
	}
}
