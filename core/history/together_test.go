package history_test

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/season"
)

// apiary is logs that tell of one another, written in the order in which they are
// given.
type apiary struct {
	t    *testing.T
	logs map[string][]history.Entry
	seq  int64
	yard *forecast.Yard
}

func newApiary(t *testing.T) *apiary {
	y := forecast.NewYard(ground(t).Site, d0, d0+30, 40, forecast.Members, 1)
	return &apiary{t: t, logs: map[string][]history.Entry{}, yard: y}
}

// colony sets one up with a first look; slots are left for frames to come.
func (a *apiary) colony(id string, frames int, c look.Counts) {
	b := box(id, "langstroth-deep-10", false)
	b.Frames = b.Frames[:frames]
	a.write(history.Entry{Colony: id, ID: id + "-set", Day: d0, Kind: history.KindStack,
		Body: &history.StackSet{Boxes: []moves.Box{b}, HistoryKnown: true}})
	a.look(id, id+"-look", d0, c)
}

func (a *apiary) look(id, entry string, on day.Day, c look.Counts) {
	a.write(history.Entry{Colony: id, ID: entry, Day: on, Kind: history.KindLook, Body: lookOf(id, c)})
}

// write puts an entry into the logs it belongs to, in order of day and entry.
func (a *apiary) write(e history.Entry) {
	a.seq++
	e.Seq = a.seq
	for _, id := range append([]string{e.Colony}, e.With...) {
		l := append(a.logs[id], e)
		slices.SortStableFunc(l, func(x, y history.Entry) int { return int(x.Day - y.Day) })
		a.logs[id] = l
	}
}

// give writes that a frame went from one to another, with its bees.
func (a *apiary) give(entry, from, to, frame string, on day.Day) {
	e := history.Done(on, &moves.FrameMoved{Frame: frame, From: from, To: to, Box: to, Slot: 1, WithBees: true})
	e.ID, e.Colony, e.With = entry, from, []string{to}
	a.write(e)
}

// undo takes an entry back in all the logs it stands in.
func (a *apiary) undo(entry, of string, on day.Day) {
	for id, l := range a.logs {
		for _, e := range l {
			if e.ID == of && e.Colony == id {
				a.write(history.Entry{
					Colony: id, With: e.With, ID: entry, Day: on, Kind: history.KindUndo, Supersedes: of,
				})
				return
			}
		}
	}
}

// ground is what a colony is read on, with all on which it depends.
func (a *apiary) ground(id string) history.Ground {
	g := ground(a.t)
	g.Colony, g.Seed, g.To = id, 1, d0+30
	g.Yard = a.yard
	seen := []string{id}
	for i := 0; i < len(seen); i++ {
		for _, from := range history.Givers(a.logs[seen[i]], seen[i]) {
			if !slices.Contains(seen, from) {
				seen = append(seen, from)
				own := ground(a.t)
				own.Colony, own.Yard = from, a.yard
				g.Givers = append(g.Givers, history.Log{Entries: a.logs[from], Ground: own})
			}
		}
	}
	return g
}

func (a *apiary) believed(id string) history.Believed {
	a.t.Helper()
	b, err := history.Fold(a.logs[id], a.ground(id))
	if err != nil {
		a.t.Fatalf("%s: %v", id, err)
	}
	return b
}

// brought is the mean over the members of what a change brings in.
func brought(c bees.Change, of func(*bees.Load) float64) float64 {
	if c.In == nil {
		return math.NaN()
	}
	t := 0.0
	for i := range *c.In {
		t += of(&(*c.In)[i])
	}
	return t / float64(len(*c.In))
}

func two(t *testing.T) *apiary {
	a := newApiary(t)
	a.colony("A", 10, look.Counts{Brood: 6, Honey: 3, Empty: 1})
	a.colony("B", 8, look.Counts{Brood: 2, Honey: 2, Empty: 4})
	return a
}

// broodFrame is a frame of the nest with brood, as a look by box lays it out.
func (a *apiary) broodFrame(id string) string {
	b := a.believed(id)
	most, at := 0.0, ""
	for _, x := range b.Stack.Boxes {
		for _, f := range x.Frames {
			if w := f.A.Worker() + f.B.Worker(); w > most {
				most, at = w, f.ID
			}
		}
	}
	return at
}

// TestWhatOneGivesTheOtherGets: a frame goes with its id, its content, its bees and
// what it was in a hive with; member by member nothing is made or lost.
func TestWhatOneGivesTheOtherGets(t *testing.T) {
	a := two(t)
	a.write(history.Entry{
		Colony: "A", ID: "t", Day: d0 + 1, Kind: history.KindTreatment, Body: &moves.Treatment{What: "thymol"},
	})
	frame := a.broodFrame("A")
	a.give("g", "A", "B", frame, d0+5)
	from, to := a.believed("A"), a.believed("B")
	if _, there := from.Stack.PlaceOf(frame); there {
		t.Error("the frame is still in A")
	}
	p, there := to.Stack.PlaceOf(frame)
	if !there || p != (hive.Place{Box: 0, Slot: 1}) {
		t.Errorf("in B it stands at %+v", p)
	}
	if len(from.Changes) != 2 || len(to.Changes) != 1 || from.Changes[0].Treat == nil || from.Changes[1].Day != d0+5 ||
		to.Changes[0].Day != d0+5 {
		t.Fatalf("changes of A %+v, of B %+v", from.Changes, to.Changes)
	}
	given := *to.Changes[0].In
	if len(given) != forecast.Members || !given.Finite() {
		t.Fatalf("%d loads came", len(given))
	}
	lose := from.Ensemble.Clone()
	par, y := bees.Defaults(), a.yard
	before := lose.Clone()
	before.Move(&par, y, from.Changes[:1], d0+5)
	lose.Move(&par, y, from.Changes, d0+5)
	for m := range given {
		for what, d := range map[string][2]float64{
			"bees":  {before.States[m].Bees() - lose.States[m].Bees(), given[m].Bees()},
			"brood": {before.States[m].Brood() - lose.States[m].Brood(), given[m].Brood()},
		} {
			if math.Abs(d[0]-d[1]) > 1e-6*(1+d[0]) || d[0] <= 0 {
				t.Fatalf("member %d: %s: A lost %g, B got %g", m, what, d[0], d[1])
			}
		}
	}
	if _, treated := to.With(frame); len(treated) != 1 || treated[0].What != "thymol" {
		t.Errorf("the frame was in A with %+v", treated)
	}
	if _, treated := to.With("Ba"); len(treated) != 0 {
		t.Errorf("a comb of B's own was treated with %+v", treated)
	}
	if len(to.Unknown) != 0 || !to.HistoryKnown {
		t.Errorf("unknown: %+v", to.Unknown)
	}
}

// TestACorrectionOfTheGiverChangesTheTaker: another look in A, and B got another
// frame of brood.
func TestACorrectionOfTheGiverChangesTheTaker(t *testing.T) {
	a := two(t)
	frame := a.broodFrame("A")
	a.give("g", "A", "B", frame, d0+5)
	was := brought(a.believed("B").Changes[0], (*bees.Load).Brood)
	a.write(history.Entry{Colony: "A", ID: "right", Day: d0, Kind: history.KindLook, Supersedes: "A-look",
		Body: lookOf("A", look.Counts{Brood: 2, Honey: 6, Empty: 2})})
	b := a.believed("B")
	if now := brought(b.Changes[0], (*bees.Load).Brood); !(now < 0.85*was) {
		t.Errorf("B got %.0f cells of brood, and after A was corrected %.0f", was, now)
	}
	// What comes after it in A is nothing to B.
	a.look("A", "later", d0+8, look.Counts{Brood: 1, Honey: 1, Empty: 7})
	if again := a.believed("B"); brought(
		again.Changes[0], (*bees.Load).Brood,
	) != brought(b.Changes[0], (*bees.Load).Brood) {
		t.Error("a later look in A changes what B got")
	}
}

// TestABrokenGiverIsUnknown: A's log does not fit, and B opens all the same: what
// came is wide, its history is unknown, and it says from where.
func TestABrokenGiverIsUnknown(t *testing.T) {
	a := two(t)
	frame := a.broodFrame("A")
	a.give("g", "A", "B", frame, d0+5)
	sure := a.believed("B")
	a.write(history.Entry{Colony: "A", ID: "bad", Day: d0 + 2, Kind: "box_off", Body: &moves.BoxOff{Box: "none"}})
	if _, err := history.Fold(a.logs["A"], a.ground("A")); err == nil {
		t.Fatal("A's log fits")
	}
	b := a.believed("B")
	if len(b.Unknown) != 1 || b.Unknown[0] != (history.Unknown{Day: d0 + 5, From: "A", What: "a frame"}) ||
		b.HistoryKnown {
		t.Errorf("unknown %+v, history known %v", b.Unknown, b.HistoryKnown)
	}
	if _, there := b.Stack.PlaceOf(frame); !there {
		t.Error("the frame is not in B")
	}
	came := func(b history.Believed) measure.Range {
		var v []float64
		for _, l := range *b.Changes[0].In {
			v = append(v, l.Brood())
		}
		return forecast.Middle(v)
	}
	if got, known := came(b), came(sure); got.Low > 0.2*known.Low || got.High/got.Low < 4*known.High/known.Low {
		t.Errorf("%+v cells of brood came, and %+v where A is known", got, known)
	}
	said := strings.Join(b.Findings(season.Moment{Calendar: 150, Bees: 150}, measure.Units{}), " ")
	if !strings.Contains(said, "not known") {
		t.Errorf("it is told as %q", said)
	}
}

// TestAChainOfThree: what A gave to B goes on to C, with all that was known of it.
func TestAChainOfThree(t *testing.T) {
	a := two(t)
	a.colony("C", 8, look.Counts{Brood: 1, Honey: 2, Empty: 5})
	a.write(history.Entry{
		Colony: "A", ID: "t", Day: d0 + 1, Kind: history.KindFeed, Body: moves.FeedOf("2:1 syrup", 2),
	})
	frame := a.broodFrame("A")
	a.give("g1", "A", "B", frame, d0+5)
	a.give("g2", "B", "C", frame, d0+7)
	c := a.believed("C")
	if _, there := c.Stack.PlaceOf(frame); !there || len(c.Unknown) != 0 {
		t.Fatalf("the frame is not in C; unknown %+v", c.Unknown)
	}
	feeds, _ := c.With(frame)
	if len(feeds) != 1 || feeds[0].What != "2:1 syrup" {
		t.Errorf("it was fed with %+v", feeds)
	}
	was := brought(c.Changes[0], (*bees.Load).Brood)
	a.write(history.Entry{Colony: "A", ID: "right", Day: d0, Kind: history.KindLook, Supersedes: "A-look",
		Body: lookOf("A", look.Counts{Brood: 2, Honey: 6, Empty: 2})})
	if now := brought(a.believed("C").Changes[0], (*bees.Load).Brood); now >= was {
		t.Errorf("C got %.0f cells of brood, and after A was corrected %.0f", was, now)
	}
}

// TestThereAndBackInADay: A gives to B and B to A on one day, in the order in which
// it was written.
func TestThereAndBackInADay(t *testing.T) {
	a := two(t)
	frame := a.broodFrame("A")
	a.give("g1", "A", "B", frame, d0+5)
	a.give("g2", "B", "A", frame, d0+5)
	x, y := a.believed("A"), a.believed("B")
	if _, there := x.Stack.PlaceOf(frame); !there {
		t.Error("the frame is not back in A")
	}
	if _, there := y.Stack.PlaceOf(frame); there {
		t.Error("the frame is still in B")
	}
	if len(x.Changes) != 2 || x.Changes[0].In != nil || x.Changes[1].In == nil {
		t.Errorf("A gave, and got: %d changes", len(x.Changes))
	}
	a.undo("u", "g2", d0+5)
	if _, there := a.believed("A").Stack.PlaceOf(frame); there {
		t.Error("it is undone, and the frame is in A")
	}
	if _, there := a.believed("B").Stack.PlaceOf(frame); !there {
		t.Error("it is undone, and the frame is not in B")
	}
}

// TestQueenMovesWithHerYear: who she is goes along, and who she left has none.
func TestQueenMovesWithHerYear(t *testing.T) {
	a := two(t)
	e := history.Done(d0+3, &moves.QueenGiven{Queen: "q1", Year: 2025, Clipped: true})
	e.ID, e.Colony = "given", "A"
	a.write(e)
	e = history.Done(d0+20, &moves.QueenMoved{From: "A", To: "B"})
	e.ID, e.Colony, e.With = "moved", "A", []string{"B"}
	a.write(e)
	x, y := a.believed("A"), a.believed("B")
	if x.QueenYear != 0 || y.QueenYear != 2025 || !y.Clipped {
		t.Errorf("A has one of %d, B one of %d, clipped %v", x.QueenYear, y.QueenYear, y.Clipped)
	}
	if peak := brought(y.Changes[0], func(l *bees.Load) float64 { return l.Queen.Peak }); peak < 1000 {
		t.Errorf("she lays %g a day at her height", peak)
	}
}

// TestALongerChainFoldsInItsLength: a correction at the head of a chain bears on
// all of it, and each giver is read once, not once for each that depends on it.
func TestALongerChainFoldsInItsLength(t *testing.T) {
	a := newApiary(t)
	names := strings.Split("ABCDEFGHIJ", "")
	for _, n := range names {
		a.colony(n, 9, look.Counts{Brood: 5, Honey: 2, Empty: 2})
	}
	frame := a.broodFrame("A")
	for i, n := range names[:9] {
		a.give(fmt.Sprint("g", i), n, names[i+1], frame, d0+day.Day(3+i))
	}
	if _, there := a.believed("J").Stack.PlaceOf(frame); !there {
		t.Error("the frame is not in J")
	}
	five := testing.AllocsPerRun(1, func() { a.believed("E") })
	ten := testing.AllocsPerRun(1, func() { a.believed("J") })
	t.Logf("a chain of five folds with %g allocations, of ten with %g", five, ten)
	if ten > 3*five {
		t.Errorf("a chain of five folds with %g allocations, of ten with %g", five, ten)
	}
}

// TestFliersComeHomeToTheOther: hives that change places lose and gain the same bees, member by member, and no comb; the logs
// of both hold it, whichever it is noted at.
func TestFliersComeHomeToTheOther(t *testing.T) {
	a := two(t)
	a.write(history.Entry{
		Colony: "B", ID: "p", Day: d0 + 5, Kind: "places_changed", With: []string{"A", "B"},
		Body: &moves.PlacesChanged{From: "A", To: "B", Share: 0.6},
	})
	from, to := a.believed("A"), a.believed("B")
	if len(from.Changes) != 1 || len(to.Changes) != 1 || from.Changes[0].FliersOut != 0.6 || to.Changes[0].In == nil {
		t.Fatalf("changes of A %+v, of B %+v", from.Changes, to.Changes)
	}
	par := bees.Defaults()
	before, after := from.Ensemble.Clone(), from.Ensemble.Clone()
	before.Move(&par, a.yard, nil, d0+5)
	after.Move(&par, a.yard, from.Changes, d0+5)
	for m, l := range *to.Changes[0].In {
		lost := before.States[m].Bees() - after.States[m].Bees()
		if l.Foragers <= 0 || l.House+l.Winter != 0 || l.Brood()+l.StoresKg() != 0 || math.Abs(lost-l.Foragers) > 1e-6*lost {
			t.Fatalf("member %d: A lost %g, B got %+v", m, lost, l)
		}
	}
	if g := history.Givers(a.logs["B"], "B"); len(g) != 1 || g[0] != "A" {
		t.Errorf("givers of B are %v", g)
	}
}
