package history_test

import (
	"fmt"
	"math"
	"reflect"
	"strconv"
	"strings"
	"testing"
	"time"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
	"kembo/core/season"
)

const d0 = day.Day(20600)

func box(id, format string, super bool) moves.Box {
	b := moves.Box{ID: id, Format: format, Super: super, Drawn: true}
	for i := range 10 {
		b.Frames = append(b.Frames, id+string(rune('a'+i)))
	}
	return b
}

func begin() []history.Entry {
	return []history.Entry{
		{
			ID: "1", Day: d0, Kind: history.KindStack,
			Body: &history.StackSet{Boxes: []moves.Box{box("nest", "langstroth-deep-10", false)}, HistoryKnown: true},
		},
		{ID: "2", Day: d0, Kind: history.KindLook, Body: lookOf("nest", look.Counts{Brood: 4, Honey: 4, Empty: 2})},
	}
}

func lookOf(box string, c look.Counts) *history.Look {
	return &history.Look{
		Boxes: []history.BoxLook{{Box: box, Depth: "boxes", Counts: &c}}, Cells: history.Cells{Check: "complete"},
		Health: "healthy",
	}
}

func fold(t *testing.T, es []history.Entry) history.Believed {
	t.Helper()
	b, err := history.Fold(es, history.Ground{})
	if err != nil {
		t.Fatal(err)
	}
	return b
}

func TestTheStackIsTheFoldOfTheLog(t *testing.T) {
	es := append(begin(),
		history.Entry{
			ID: "3", Day: d0 + 5, Kind: "box_on",
			Body: &moves.BoxOn{At: 1, Box: box("super", "langstroth-medium-10", true), ExcluderUnder: true},
		},
		history.Entry{
			ID: "4", Day: d0 + 6, Kind: history.KindFeed, Body: &moves.Feed{What: "syrup", Kg: 2, StoresKg: 2},
		})
	b := fold(t, es)
	if len(b.Stack.Boxes) != 2 || b.Stack.ExcluderAbove != 1 || len(b.Changes) != 2 || len(b.Feeds) != 1 {
		t.Fatalf(
			"boxes %d, excluder %d, changes %d, feeds %d", len(b.Stack.Boxes), b.Stack.ExcluderAbove, len(b.Changes),
			len(b.Feeds),
		)
	}
	if c := b.Changes[0]; c.Day != d0+5 || math.Abs(c.SuperDrawn-44200) > 200 { // 20 faces of 2,211 cells (values A1)
		t.Errorf("a medium super of drawn comb is %+v", c)
	}
	if b.CellCheckDay != d0 || b.Health != "healthy" {
		t.Errorf("findings %v %v", b.CellCheckDay, b.Health)
	}
	// A look settles what was changed before it.
	b = fold(
		t,
		append(
			es,
			history.Entry{
				ID: "5", Day: d0 + 9, Kind: history.KindLook, Body: lookOf("nest", look.Counts{Brood: 5, Honey: 3}),
			},
		),
	)
	if len(b.Changes) != 0 || b.Estimate.Day != d0+9 {
		t.Errorf("after a look %d changes stand, estimate of %v", len(b.Changes), b.Estimate.Day)
	}
}

func TestUndoAndItsUndo(t *testing.T) {
	es := append(begin(), history.Entry{ID: "3", Day: d0 + 5, Kind: history.KindFeed, Body: &moves.Feed{StoresKg: 2}})
	undone := append(es, history.Entry{ID: "4", Day: d0 + 5, Kind: history.KindUndo, Supersedes: "3"})
	if n := len(fold(t, undone).Feeds); n != 0 {
		t.Errorf("%d feeds after the undo", n)
	}
	back := append(undone, history.Entry{ID: "5", Day: d0 + 5, Kind: history.KindUndo, Supersedes: "4"})
	if n := len(fold(t, back).Feeds); n != 1 {
		t.Errorf("%d feeds after the undo of the undo", n)
	}
}

func TestACorrectionTakesTheFirstWordsPlace(t *testing.T) {
	es := append(
		begin(),
		history.Entry{ID: "3", Day: d0 + 5, Kind: history.KindTreatment, Body: &moves.Treatment{What: "thymol"}},
		history.Entry{
			ID: "4", Day: d0 + 30, Kind: history.KindTreatment, Supersedes: "3",
			Body: &moves.Treatment{What: "thymol", From: d0 + 5, To: d0 + 30, HoneyBarred: d0 + 30},
		},
	)
	b := fold(t, es)
	if len(b.Treatments) != 1 || b.Treatments[0].From != d0+5 || b.Treatments[0].To != d0+30 {
		t.Errorf("treatments %+v", b.Treatments)
	}
	// As known on a day in between, it is still in.
	if b := fold(t, es[:3]); b.Treatments[0].To != 0 {
		t.Errorf("before it came out: %+v", b.Treatments)
	}
}

func TestABoxOffTakesItsHoney(t *testing.T) {
	es := append(begin(),
		history.Entry{
			ID: "3", Day: d0 + 1, Kind: "box_on",
			Body: &moves.BoxOn{At: 1, Box: box("s1", "langstroth-medium-10", true)},
		},
		history.Entry{
			ID: "4", Day: d0 + 1, Kind: "box_on",
			Body: &moves.BoxOn{At: 2, Box: box("s2", "langstroth-medium-10", true)},
		})
	l := lookOf("s1", look.Counts{Honey: 9, Empty: 1})
	l.Boxes = append(l.Boxes, history.BoxLook{Box: "s2", Depth: "boxes", Counts: &look.Counts{Honey: 3, Empty: 7}})
	es = append(es, history.Entry{ID: "5", Day: d0 + 30, Kind: history.KindLook, Body: l},
		history.Entry{ID: "6", Day: d0 + 30, Kind: "box_off", Body: &moves.BoxOff{Box: "s1", Why: "harvest"}})
	b := fold(t, es)
	if len(b.Changes) != 1 || math.Abs(b.Changes[0].SuperOut-0.75) > 0.01 ||
		math.Abs(b.Changes[0].SuperDrawnOut-0.5) > 0.01 {
		t.Errorf("nine of twelve frames of honey left: %+v", b.Changes)
	}
	if _, err := history.Fold(
		append(es, history.Entry{ID: "7", Day: d0 + 31, Kind: "box_off", Body: &moves.BoxOff{Box: "s1"}}),
		history.Ground{},
	); err == nil {
		t.Error("a box that is off was taken off again")
	}
}

func TestCombsSwappedKeepTheFrameCount(t *testing.T) {
	es := begin()
	before := fold(t, es)
	out := []string{before.Stack.Boxes[0].Frames[1].ID, before.Stack.Boxes[0].Frames[8].ID}
	b := fold(
		t,
		append(
			es,
			history.Entry{
				ID: "3", Day: d0 + 2, Kind: "combs_swapped",
				Body: &moves.CombsSwapped{Out: out, In: []string{"x", "y"}},
			},
		),
	)
	if b.Stack.Frames() != before.Stack.Frames() || b.Stack.Boxes[0].Frames[1].ID != "x" {
		t.Errorf("%d frames, were %d", b.Stack.Frames(), before.Stack.Frames())
	}
	if c := b.Changes[0]; math.Abs(c.NestDrawnOut-0.2) > 0.001 || c.NestHoneyOut < 0.2 ||
		math.Abs(c.NestDrawn-0.2*before.Estimate.NestDrawn) > 1 {
		t.Errorf("two of ten combs swapped: %+v", c)
	}
}

func ground(t *testing.T) history.Ground {
	t.Helper()
	c, err := season.ClimateFor("uk")
	if err != nil {
		t.Fatal(err)
	}
	return history.Ground{Colony: "c", Site: forecast.Site{Yard: "y", Hemisphere: season.North, Climate: c}, Seed: 1}
}

// TestALookIntoNoBoxLeavesTheCombsToTheForecast: cells checked, seams counted,
// nothing counted in the boxes. The combs are what the forecast has made of
// the look before, less sure than it was, and said to be so.
func TestALookIntoNoBoxLeavesTheCombsToTheForecast(t *testing.T) {
	n := 6.0
	before := fold(t, begin())
	findings := history.Entry{ID: "3", Day: d0 + 8, Kind: history.KindLook, Body: &history.Look{
		Boxes: []history.BoxLook{{Box: "nest", Seams: &n}}, Queen: history.Queen{Looked: true, Larvae: true},
		Cells: history.Cells{Check: "complete", Charged: 2},
	}}
	b, err := history.Fold(append(begin(), findings), ground(t))
	if err != nil {
		t.Fatal(err)
	}
	if p := b.Estimate.Parts[0]; b.Estimate.Day != d0+8 || p.Stores != colony.Carried || p.CarriedFrom != d0 {
		t.Errorf("the combs of the look of %v are %+v as of %v", d0, p, b.Estimate.Day)
	}
	if b.Estimate.Spread.Stores <= before.Estimate.Spread.Stores ||
		b.Estimate.Spread.Brood <= before.Estimate.Spread.Brood {
		t.Errorf(
			"carried for eight days they are as sure as when seen: %+v, seen %+v", b.Estimate.Spread,
			before.Estimate.Spread,
		)
	}
	if b.Estimate.BeesFrom != colony.Measured || len(b.Changes) != 0 {
		t.Errorf("six seams counted: bees %v, %d changes left to do", b.Estimate.BeesFrom, len(b.Changes))
	}
	if b.CellCheckDay != d0+8 || b.Estimate.Queen.Eggs || b.Estimate.Queen.ChargedCells != 2 {
		t.Errorf("findings: check of %v, queen %+v", b.CellCheckDay, b.Estimate.Queen)
	}
	// With no seams either, only the findings are new.
	findings.Look().Boxes = nil
	if b, err = history.Fold(append(begin(), findings), ground(t)); err != nil || b.Estimate.Day != d0 ||
		b.Estimate.Queen.ChargedCells != 2 {
		t.Errorf("only cells were looked at: estimate of %v, %+v (%v)", b.Estimate.Day, b.Estimate.Queen, err)
	}
}

// TestAWeighingIsALookAtTheStores: it moves and narrows them, and it is no look
// at bees or brood.
func TestAWeighingIsALookAtTheStores(t *testing.T) {
	g := ground(t)
	glance := 6.0
	later := append(
		begin(),
		history.Entry{
			ID: "g", Day: d0 + 20, Kind: history.KindLook,
			Body: &history.Look{Boxes: []history.BoxLook{{Box: "nest", Depth: "seams", Seams: &glance}}},
		},
	)
	before, err := history.Fold(later, g)
	if err != nil {
		t.Fatal(err)
	}
	// What it would weigh with five kilograms less than believed.
	gross := look.DefaultObserver.FloorLidKg + before.Estimate.Bees/7800 - 5
	for _, b := range before.Stack.Boxes {
		gross += b.LiftKg()
	}
	w := append(
		later, history.Entry{ID: "w", Day: d0 + 24, Kind: history.KindWeighing, Body: &history.Weighing{Kg: gross}},
	)
	after, err := history.Fold(w, g)
	if err != nil {
		t.Fatal(err)
	}
	e := after.Estimate
	if e.Day != d0+24 || e.Seen != d0+20 {
		t.Errorf("weighed on %v, last seen on %v; believed of %v, seen %v", d0+24, d0+20, e.Day, e.Seen)
	}
	if down := before.Estimate.Stores() - e.Stores(); down < 1.5 || down > 5.5 {
		t.Errorf("five kilograms less on the scale moved the stores by %.1f", -down)
	}
	if e.Spread.Stores >= before.Estimate.Spread.Stores {
		t.Errorf("weighed, stores are within %.2f, before %.2f", e.Spread.Stores, before.Estimate.Spread.Stores)
	}
	if e.BeesFrom == colony.Measured || len(after.Weighings) != 1 {
		t.Errorf("bees are %v, %d weighings in the ledger", e.BeesFrom, len(after.Weighings))
	}
}

// TestWhatWasNotLookedForAgainIsAsItWas: eggs and cells through a look that does
// not ask for them, a check that finds none, and time.
func TestWhatWasNotLookedForAgainIsAsItWas(t *testing.T) {
	found := colony.QueenEvidence{Day: d0, Looked: true, Larvae: true, ChargedCells: 2, CellsAt: "edge", CellsDay: d0}
	glance := colony.QueenEvidence{}
	if got := found.Later(glance, false, d0+5); got != found {
		t.Errorf("a glance changed %+v to %+v", found, got)
	}
	if got := found.Later(glance, true, d0+5); got.ChargedCells != 0 || got.CellsDay != d0+5 || !got.Larvae ||
		got.Day != d0 {
		t.Errorf("every comb checked and no cell: %+v", got)
	}
	if got := found.Later(glance, false, d0+20); got.ChargedCells != 0 {
		t.Errorf("cells of twenty days ago are still charged: %+v", got)
	}
	eggs := colony.QueenEvidence{Looked: true, Eggs: true, Larvae: true}
	if got := found.Later(eggs, false, d0+7); !got.Eggs || got.Day != d0+7 || got.ChargedCells != 2 ||
		got.CellsDay != d0 {
		t.Errorf("eggs a week later, cells not looked for: %+v", got)
	}
}

// TestCombsKeepWhatTheyWereInTheHiveWith: attributes, the cull list, and feeds
// and treatments by frame.
func TestCombsKeepWhatTheyWereInTheHiveWith(t *testing.T) {
	es := begin()
	b := fold(t, es)
	frame, other := b.Stack.Boxes[0].Frames[2].ID, b.Stack.Boxes[0].Frames[3].ID
	black, drone := 3, 4
	es = append(es,
		history.Entry{
			ID: "f", Day: d0 + 3, Kind: history.KindFeed, Body: &moves.Feed{What: "1:1 syrup", Kg: 2, StoresKg: 2},
		},
		history.Entry{
			ID: "a", Day: d0 + 4, Kind: history.KindCombs,
			Body: &history.Combs{Frames: []string{frame}, Darkness: &black},
		},
		history.Entry{
			ID: "b", Day: d0 + 5, Kind: history.KindCombs,
			Body: &history.Combs{Frames: []string{frame, other}, DroneShare: &drone},
		},
		history.Entry{
			ID: "s", Day: d0 + 6, Kind: "combs_swapped",
			Body: &moves.CombsSwapped{Out: []string{other}, In: []string{"new"}},
		},
		history.Entry{ID: "t", Day: d0 + 9, Kind: history.KindTreatment, Body: &moves.Treatment{What: "thymol"}})
	b = fold(t, es)
	culls := b.Culls(d0 + 10)
	if len(culls) != 1 || culls[0].Frame != frame || len(culls[0].Why) != 2 {
		t.Errorf("to cull: %+v; one black comb with drone cells is, the other has left", culls)
	}
	feeds, treatments := b.With(frame)
	if len(feeds) != 1 || len(treatments) != 1 {
		t.Errorf("the comb was fed %v and treated %v", feeds, treatments)
	}
	if feeds, treatments = b.With("new"); len(feeds) != 0 || len(treatments) != 1 {
		t.Errorf("a comb that came after the feed was fed %v, treated %v", feeds, treatments)
	}
	if _, err := history.Fold(
		append(
			es,
			history.Entry{
				ID: "x", Day: d0 + 11, Kind: history.KindCombs,
				Body: &history.Combs{Frames: []string{other}, Darkness: &black},
			},
		),
		history.Ground{},
	); err == nil {
		t.Error("a comb that is not in the hive was looked at")
	}
}

// TestWalkShowsEachStepAsItsOwnFoldWould holds the one pass against the slow
// way: a fold of every beginning of the log.
func TestWalkShowsEachStepAsItsOwnFoldWould(t *testing.T) {
	es := append(begin(),
		history.Entry{
			ID: "3", Day: d0 + 3, Kind: "box_on",
			Body: &moves.BoxOn{At: 1, Box: box("s", "langstroth-medium-10", true)},
		},
		history.Entry{ID: "4", Day: d0 + 9, Kind: history.KindLook, Body: lookOf("s", look.Counts{Honey: 5, Empty: 5})},
		history.Entry{ID: "5", Day: d0 + 12, Kind: "box_off", Body: &moves.BoxOff{Box: "s"}})
	i := 0
	if _, err := history.Walk(es, history.Ground{}, func(e history.Entry, b history.Believed) {
		i++
		slow := fold(t, es[:i])
		if !reflect.DeepEqual(slow.Stack, b.Stack) || len(slow.Changes) != len(b.Changes) {
			t.Errorf("after %s the walk has another stack than the fold", e.ID)
		}
	}); err != nil || i != len(es) {
		t.Errorf("%d steps of %d, %v", i, len(es), err)
	}
}

// BenchmarkTenYears is a log of some sixty entries a year.
func BenchmarkTenYears(b *testing.B) {
	es := begin()
	for i := range 600 {
		es = append(
			es,
			history.Entry{
				ID: "l" + strconv.Itoa(i), Day: d0 + day.Day(6*i), Kind: history.KindLook,
				Body: lookOf("nest", look.Counts{Brood: 4, Honey: 3, Empty: 3}),
			},
		)
	}
	for b.Loop() {
		if _, err := history.Fold(es, history.Ground{}); err != nil {
			b.Fatal(err)
		}
	}
}

// TestABoxThatCameOffLeavesNothingBehind: what was known of boxes that are gone
// is not taken for others.
func TestABoxThatCameOffLeavesNothingBehind(t *testing.T) {
	es := append(begin(),
		history.Entry{
			ID: "3", Day: d0, Kind: "box_on", Body: &moves.BoxOn{At: 1, Box: box("s1", "langstroth-medium-10", true)},
		},
		history.Entry{
			ID: "4", Day: d0 + 1, Kind: "box_on",
			Body: &moves.BoxOn{At: 2, Box: box("s2", "langstroth-medium-10", true)},
		},
		history.Entry{
			ID: "5", Day: d0 + 2, Kind: history.KindLook,
			Body: lookOf("nest", look.Counts{Brood: 4, Honey: 3, Empty: 3}),
		},
		history.Entry{ID: "6", Day: d0 + 3, Kind: "box_off", Body: &moves.BoxOff{Box: "s1"}},
		history.Entry{ID: "7", Day: d0 + 3, Kind: "box_off", Body: &moves.BoxOff{Box: "s2"}},
		history.Entry{
			ID: "8", Day: d0 + 9, Kind: history.KindLook,
			Body: lookOf("nest", look.Counts{Brood: 5, Honey: 3, Empty: 2}),
		})
	g := ground(t)
	if _, err := history.Fold(es, g); err != nil {
		t.Fatal(err)
	}
	all, err := history.Compare(es, g)
	if err != nil || len(all) == 0 {
		t.Fatalf("%d compared: %v", len(all), err)
	}
	if last := all[len(all)-1]; last.Looks != 2 || last.Day != d0+9 || last.Fresh.Low >= last.Fresh.High {
		t.Errorf("the last test is %+v", last)
	}
}

// TestArrangedAnew: the nest turned, the excluder out and a double screen under it
// stand in the stack and reach the forecast; what cannot be is refused.
func TestArrangedAnew(t *testing.T) {
	yes, none := true, 0
	es := append(begin(),
		history.Entry{
			ID: "3", Day: d0, Kind: "box_on",
			Body: &moves.BoxOn{At: 1, Box: box("upper", "langstroth-deep-10", false)},
		},
		history.Entry{
			ID: "4", Day: d0, Kind: "box_on",
			Body: &moves.BoxOn{At: 2, Box: box("super", "langstroth-medium-10", true), ExcluderUnder: true},
		},
		history.Entry{
			ID: "5", Day: d0 + 2, Kind: "arranged",
			Body: &moves.Arranged{NestTurned: true, ExcluderAbove: &none, OverScreen: &yes},
		})
	b := fold(t, es)
	if b.Stack.Boxes[0].ID != "upper" || b.Stack.Boxes[1].ID != "nest" || b.Stack.Boxes[2].ID != "super" ||
		b.Stack.ExcluderAbove != 0 || !b.Stack.OverScreen {
		t.Errorf(
			"the stack is %s %s %s, excluder over %d, over a screen %v", b.Stack.Boxes[0].ID, b.Stack.Boxes[1].ID,
			b.Stack.Boxes[2].ID, b.Stack.ExcluderAbove, b.Stack.OverScreen,
		)
	}
	if c := b.Changes[len(b.Changes)-1]; !c.Turned || c.Low == 0 || c.Excluder != bees.Off ||
		c.Screen != bees.On {
		t.Errorf("the forecast is told %+v", c)
	}
	far := 7
	for name, a := range map[string]*moves.Arranged{
		"one box turned": {NestTurned: true}, "an excluder in the air": {ExcluderAbove: &far},
	} {
		if _, err := history.Fold(
			append(begin(), history.Entry{ID: "3", Day: d0, Kind: "arranged", Body: a}), history.Ground{},
		); err == nil {
			t.Errorf("%s is taken", name)
		}
	}
}

// TestMendedLeavesWhatFits: of any log, also one of which hardly anything fits, what
// is left folds, and what was left out is named.
func TestMendedLeavesWhatFits(t *testing.T) {
	d0 := day.Of(2026, time.May, 1)
	set := history.StackSet{Boxes: []moves.Box{{ID: "a", Format: "langstroth-deep-10", Frames: []string{"1"}}}}
	log := []history.Entry{{ID: "set", Day: d0, Kind: history.KindStack, Body: &set}}
	if fitting, misfits := history.Mended(log, ""); len(fitting) != 1 || len(misfits) != 0 {
		t.Errorf("a log that fits: %d left, %d out", len(fitting), len(misfits))
	}
	for i := range 60 {
		off := moves.BoxOff{Box: "none"}
		fed := moves.Feed{What: "syrup", Kg: 1}
		log = append(log, history.Entry{ID: fmt.Sprint("off", i), Day: d0 + day.Day(i), Kind: "box_off", Body: &off},
			history.Entry{ID: fmt.Sprint("fed", i), Day: d0 + day.Day(i), Kind: history.KindFeed, Body: &fed})
	}
	for _, n := range []int{3, 41, len(log)} {
		fitting, misfits := history.Mended(log[:n], "")
		if _, err := history.Fold(fitting, history.Ground{}); err != nil || len(fitting) == 0 {
			t.Errorf("of %d entries %d are left, and do not fold: %v", n, len(fitting), err)
		}
		if len(misfits) == 0 || misfits[0].Entry.ID != "off0" || len(misfits) > 40 {
			t.Errorf("of %d entries %d are named", n, len(misfits))
		}
	}
}

// TestAnOldCombComesOut: a comb of the nest after more than four years, none of a super
// and none before. Common practice, no source.
func TestAnOldCombComesOut(t *testing.T) {
	es := append(begin(), history.Entry{
		ID: "3", Day: d0 + 1, Kind: "box_on",
		Body: &moves.BoxOn{At: 1, Box: box("super", "langstroth-medium-10", true)},
	})
	for days, want := range map[day.Day]int{4 * 365: 0, 4*365 + 1: 10, 9 * 365: 10} {
		culls := fold(t, es).Culls(d0 + days)
		if len(culls) != want {
			t.Errorf("after %d days %d combs come out, not %d", days, len(culls), want)
		}
		for _, c := range culls {
			if c.Place.Box != 0 || !strings.Contains(strings.Join(c.Why, " "), "since 2026") {
				t.Errorf("%+v", c)
			}
		}
	}
}

// TestPoundsArePounds: what was entered in pounds is read in kilograms, the hive's
// weight and a box's.
func TestPoundsArePounds(t *testing.T) {
	for unit, want := range map[string]float64{"lb": 45.359237, "kg": 100, "": 100} {
		l, err := history.Look{
			Weight: &history.Weight{How: "sides", Value: 100, Other: 100, Unit: unit},
			Boxes:  []history.BoxLook{{Box: "nest", Depth: "heft", Value: 100, Unit: unit}},
		}.Read(d0, fold(t, begin()).Stack)
		if err != nil {
			t.Fatal(err)
		}
		for _, kg := range []float64{l.Weight.Kg, l.Weight.OtherKg, l.Boxes[0].Kg} {
			if kg != want {
				t.Errorf("100 %s are read as %g kg, not %g", unit, kg, want)
			}
		}
	}
}

// TestFeedIsMovedIn: what is fed after a weighing is told with the mass that went in,
// syrup with its water: 2 kg of sugar in 1:1 weigh four.
func TestFeedIsMovedIn(t *testing.T) {
	es := append(
		begin(),
		history.Entry{ID: "3", Day: d0 + 2, Kind: history.KindWeighing, Body: &history.Weighing{Kg: 40}},
		history.Entry{ID: "4", Day: d0 + 3, Kind: history.KindFeed, Body: moves.FeedOf("1:1 syrup", 2)},
	)
	if m := fold(t, es).MovedSince; len(m) != 1 || math.Abs(m[0].FedKg-4) > 1e-9 {
		t.Errorf("moved since it was weighed: %+v", m)
	}
}
