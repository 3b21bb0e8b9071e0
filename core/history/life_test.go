package history_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"kembo/core/bees"
	"kembo/core/brood"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
	"kembo/core/queen"
)

// begins sets a colony up with a beginning, in one box of drawn comb.
func (a *apiary) begins(id string, frames int, began history.Began, q string) {
	b := box(id, "langstroth-deep-10", false)
	b.Frames = b.Frames[:frames]
	a.write(history.Entry{Colony: id, ID: id + "-set", Day: d0, Kind: history.KindStack, Body: &history.StackSet{
		Boxes: []moves.Box{b}, HistoryKnown: true, QueenID: q, QueenYear: 2025, Began: began,
	}})
}

// does writes an act noted at a colony.
func (a *apiary) does(id, entry string, on day.Day, act moves.Act) {
	e := history.Done(on, act)
	e.ID, e.Colony = entry, id
	e.With = slices.DeleteFunc(e.With, func(x string) bool { return x == id })
	a.write(e)
}

// finds writes a look for the queen alone.
func (a *apiary) finds(id, entry string, on day.Day, q history.Queen) {
	q.Looked = true
	a.write(history.Entry{Colony: id, ID: entry, Day: on, Kind: history.KindLook, Body: &history.Look{Queen: q}})
}

// TestSituationsOfLife: what waits in a hive, by when it is to be looked for, and who
// the queen is. The days are worked out by hand from published lengths: a worker is
// egg 3 days, capped on day 9, out on day 21; a queen is out on day 16, from a larva of
// one to three days 10 to 14 days after a split, and lays 8 to 14 days later (Winston
// 1987, from memory); a caged queen is free in 3 to 5 days and lays within a week
// (common practice, no source).
func TestSituationsOfLife(t *testing.T) {
	laying := history.Queen{Eggs: true, Larvae: true, Capped: true}
	tests := []struct {
		name    string
		do      func(*apiary)
		waits   queen.Start
		eggs    [2]int // first eggs, days from d0
		alone   [2]int // not to be disturbed
		capped  int    // brood is capped by
		emerges int    // her first workers, at the earliest
		queens  []string
	}{
		{
			name:  "a package with a caged queen",
			do:    func(a *apiary) { a.begins("A", 10, history.Began{How: history.AsPackage, BeesKg: 1.5}, "q1") },
			waits: queen.InCage, eggs: [2]int{4, 12}, alone: [2]int{0, 2}, capped: 21, emerges: 25,
			queens: []string{"queen of 2025, caged"},
		},
		{
			name:  "a prime swarm hived",
			do:    func(a *apiary) { a.begins("A", 10, history.Began{How: history.AsSwarm, BeesKg: 2}, "q1") },
			waits: queen.Hived, eggs: [2]int{1, 7}, alone: [2]int{0, 2}, capped: 16, emerges: 22,
			queens: []string{"queen of 2025, came with a swarm"},
		},
		{
			name: "a cast hived",
			do: func(a *apiary) {
				a.begins("A", 10, history.Began{How: history.AsSwarm, Seams: 3, Cast: true}, "q1")
			},
			waits: queen.Virgin, eggs: [2]int{8, 14}, alone: [2]int{0, 10}, capped: 23, emerges: 29,
			queens: []string{"virgin queen of 2025, came with a swarm"},
		},
		{
			name: "a split that raises its own",
			do: func(a *apiary) {
				a.colony("P", 10, look.Counts{Brood: 6, Honey: 3, Empty: 1})
				a.begins("A", 6, history.Began{How: history.AsSplit}, "")
				a.splits("P", "A", d0, 2, "", true)
			},
			waits: queen.Split, eggs: [2]int{18, 28}, alone: [2]int{10, 22}, capped: 37, emerges: 39,
		},
		{
			name: "a ripe cell given",
			do: func(a *apiary) {
				a.colony("A", 10, look.Counts{Brood: 4, Honey: 3, Empty: 3})
				a.does("A", "cell", d0, &moves.QueenGiven{Queen: "q2", Cell: true, Year: 2026, Origin: queen.Bred})
			},
			waits: queen.Sealed, eggs: [2]int{9, 23}, alone: [2]int{1, 15}, capped: 32, emerges: 30,
			queens: []string{"queen in a ripe cell of 2026, bred here"},
		},
		{
			name: "a mated queen in a cage after the old one was killed",
			do: func(a *apiary) {
				a.begins("A", 10, history.Began{}, "q1")
				a.look("A", "l", d0, look.Counts{Brood: 4, Honey: 3, Empty: 3})
				a.does("A", "k", d0, &moves.QueenGone{How: queen.Killed})
				a.does("A", "g", d0, &moves.QueenGiven{
					Queen: "q2", Caged: true, Year: 2026, Mark: "white", Origin: queen.Bought,
				})
			},
			waits: queen.InCage, eggs: [2]int{4, 12}, alone: [2]int{0, 2}, capped: 21, emerges: 25,
			queens: []string{"queen of 2025", "queen of 2026, marked white, bought, caged"},
		},
		{
			name: "she is seen to lay, and was accepted",
			do: func(a *apiary) {
				a.begins("A", 10, history.Began{How: history.AsPackage, BeesKg: 1.5}, "q1")
				a.finds("A", "l", d0+8, history.Queen{Eggs: true, Seen: true})
			},
			queens: []string{"queen of 2025"},
		},
		{
			name: "requeening refused: they raise another",
			do: func(a *apiary) {
				a.colony("A", 10, look.Counts{Brood: 4, Honey: 3, Empty: 3})
				a.does("A", "g", d0, &moves.QueenGiven{Queen: "q2", Caged: true, Year: 2026})
				a.does("A", "r", d0+5, &moves.QueenGone{How: queen.Refused, Raise: true})
			},
			waits: queen.Split, eggs: [2]int{23, 33}, alone: [2]int{15, 27}, capped: 42, emerges: 44,
			queens: []string{"queen of 2026, caged"},
		},
		{
			name: "a prime swarm left: cells are capped as it goes",
			do: func(a *apiary) {
				a.begins("A", 10, history.Began{}, "q1")
				a.look("A", "l", d0, look.Counts{Brood: 6, Honey: 3, Empty: 1})
				a.does("A", "s", d0, &moves.SwarmLeft{})
			},
			waits: queen.Sealed, eggs: [2]int{9, 23}, alone: [2]int{1, 15}, capped: 32, emerges: 30,
			queens: []string{"queen of 2025"},
		},
		{
			name: "after the swarm eggs are found: her daughter lays",
			do: func(a *apiary) {
				a.begins("A", 10, history.Began{}, "q1")
				a.look("A", "l", d0, look.Counts{Brood: 6, Honey: 3, Empty: 1})
				a.does("A", "s", d0, &moves.SwarmLeft{})
				a.finds("A", "early", d0+2, laying) // eggs of the old queen
				a.finds("A", "l2", d0+19, history.Queen{Eggs: true})
			},
			queens: []string{"queen of 2025", "queen of 2026, raised here"},
		},
		{
			name: "a replacement found beside unmarked doubt",
			do: func(a *apiary) {
				a.begins("A", 10, history.Began{}, "q1")
				a.look("A", "l", d0, look.Counts{Brood: 6, Honey: 3, Empty: 1})
				a.does("A", "f", d0+5, &moves.QueenFound{Queen: "q3", Year: 2026, State: queen.Laying})
			},
			queens: []string{"queen of 2025", "queen of 2026, raised here"},
		},
		{
			name: "she lays drones only",
			do: func(a *apiary) {
				a.begins("A", 10, history.Began{}, "q1")
				a.look("A", "l", d0, look.Counts{Brood: 6, Honey: 3, Empty: 1})
				a.does("A", "n", d0+5, &moves.QueenNoted{State: queen.DroneLayer})
			},
			queens: []string{"drone-laying queen of 2025"},
		},
	}
	for _, tt := range tests {
		t.Run(tt.name, func(t *testing.T) {
			a := newApiary(t)
			tt.do(a)
			b := a.believed("A")
			var said []string
			for _, q := range b.Queens {
				said = append(said, q.Words())
			}
			if !slices.Equal(said, tt.queens) {
				t.Errorf("queens %q, want %q", said, tt.queens)
			}
			if tt.waits == "" {
				if b.Waiting != nil {
					t.Errorf("it waits for %s since %s", b.Waiting.Words(), b.Waiting.On)
				}
				return
			}
			if b.Waiting == nil || b.Waiting.For != tt.waits {
				t.Fatalf("it waits for %+v, want %s", b.Waiting, tt.waits)
			}
			d, err := b.Waiting.Due()
			if err != nil {
				t.Fatal(err)
			}
			for what, got := range map[string][2]day.Day{
				"eggs from": {d.Eggs, d0 + day.Day(tt.eggs[0])}, "eggs by": {d.EggsBy, d0 + day.Day(tt.eggs[1])},
				"alone from": {d.AloneFrom, d0 + day.Day(tt.alone[0])},
				"alone to":   {d.AloneTo, d0 + day.Day(tt.alone[1])},
				"capped by":  {d.Capped, d0 + day.Day(tt.capped)},
				"emerging":   {d.Emerging, d0 + day.Day(tt.emerges)},
			} {
				if got[0] != got[1] {
					t.Errorf("%s %s, want %s", what, got[0], got[1])
				}
			}
		})
	}
}

// splits moves the frames with most brood, so many, from one to another.
func (a *apiary) splits(from, to string, on day.Day, n int, queenOf string, raise bool) {
	a.t.Helper()
	var frames []string
	b := a.believed(from)
	for _, f := range b.Stack.Boxes[0].Frames {
		if len(frames) < n && f.A.Worker()+f.B.Worker() > 0.5 {
			frames = append(frames, f.ID)
		}
	}
	act, err := moves.Split{
		To: to, Box: to, Parts: []moves.Part{{From: from, Frames: frames, Bees: 0.1}}, QueenOf: queenOf, Raise: raise,
	}.Act()
	if err != nil {
		a.t.Fatal(err)
	}
	a.does(to, fmt.Sprint("split-", a.seq), on, act)
}

// laysOn returns the share of the members that have a laying queen on a day.
func (a *apiary) laysOn(id string, on day.Day) float64 {
	x := a.ensemble(id, on)
	n := 0
	for i := range x.States {
		if x.States[i].QueenPeak > 0 {
			n++
		}
	}
	return float64(n) / float64(len(x.States))
}

// ensemble is what is believed of a colony on a day.
func (a *apiary) ensemble(id string, on day.Day) *forecast.Ensemble {
	a.t.Helper()
	b := a.believed(id)
	p := bees.Defaults()
	x := b.Ensemble
	if x == nil {
		e := *b.Estimate
		x = forecast.Draw(&e, &p, a.yard, false, id, forecast.Members, 1)
	}
	x = x.Clone()
	x.Move(&p, a.yard, b.Changes, on)
	return x
}

// TestASplitStartsFromWhatItGot: the part without a queen has none, raises one where
// it got eggs, and the part with her goes on; bees and brood are those of the whole.
func TestASplitStartsFromWhatItGot(t *testing.T) {
	a := newApiary(t)
	a.begins("P", 10, history.Began{}, "q1")
	a.look("P", "l", d0, look.Counts{Brood: 6, Honey: 3, Empty: 1})
	a.begins("A", 6, history.Began{How: history.AsSplit}, "")
	whole := a.ensemble("P", d0+3)
	a.splits("P", "A", d0+3, 2, "", true)
	parent, child := a.ensemble("P", d0+3), a.ensemble("A", d0+3)
	for m := range whole.States {
		w, p, c := &whole.States[m], &parent.States[m], &child.States[m]
		if d := math.Abs(w.Bees() - p.Bees() - c.Bees()); d > 1e-6*w.Bees() {
			t.Fatalf("member %d: %g bees were %g and %g", m, w.Bees(), p.Bees(), c.Bees())
		}
		if d := math.Abs(w.Brood() - p.Brood() - c.Brood()); d > 1e-6*w.Brood() || c.Brood() <= 0 {
			t.Fatalf("member %d: %g brood were %g and %g", m, w.Brood(), p.Brood(), c.Brood())
		}
	}
	if with, without := a.laysOn("P", d0+4), a.laysOn("A", d0+4); with < 0.9 || without > 0 {
		t.Errorf("a queen lays in %.2f of the parents and %.2f of the splits", with, without)
	}
	// Published: the first eggs 18 to 28 days after the split.
	if early, late := a.laysOn("A", d0+3+17), a.laysOn("A", d0+3+29); early > 0.05 || late < 0.6 {
		t.Errorf("the new queen lays in %.2f before, %.2f after", early, late)
	}
	// The other way about: the queen goes over.
	split := a.logs["A"][len(a.logs["A"])-1]
	a.undo("u", split.ID, d0+3)
	a.splits("P", "A", d0+3, 2, "P", true)
	if stays, goes := a.laysOn("P", d0+4), a.laysOn("A", d0+4); stays > 0 || goes < 0.9 {
		t.Errorf("a queen lays in %.2f of the parents and %.2f of the splits with her", stays, goes)
	}
	if q, ok := queen.PresentOf(a.believed("A").Queens); !ok || q.ID != "q1" {
		t.Errorf("in the split is %+v", q)
	}
}

// TestAPackageLaysWhenSheIsOut: no brood, no eggs before she is out of the cage, and
// fewer bees until the first brood emerges.
func TestAPackageLaysWhenSheIsOut(t *testing.T) {
	a := newApiary(t)
	a.begins("A", 10, history.Began{How: history.AsPackage, BeesKg: 1.5}, "q1")
	a.does("A", "fed", d0, moves.FeedOf("1:1 syrup", 4))
	if early, late := a.laysOn("A", d0+3), a.laysOn("A", d0+12); early > 0 || late < 1 {
		t.Errorf("she lays in %.2f on day 3, %.2f on day 12", early, late)
	}
	mean := func(on day.Day, of func(*bees.State) float64) float64 {
		sum, x := 0.0, a.ensemble("A", on)
		for i := range x.States {
			sum += of(&x.States[i])
		}
		return sum / float64(len(x.States))
	}
	adults := func(on day.Day) float64 { return mean(on, (*bees.State).Bees) }
	if b := adults(d0); b < 10000 || b > 13000 { // 1.5 kg at 7,700 to a kilogram
		t.Errorf("1.5 kg are %.0f bees", b)
	}
	if !(adults(d0+brood.WorkerDays) < adults(d0+7) && adults(d0+7) < adults(d0)) {
		t.Errorf("bees: %.0f, %.0f after a week, %.0f after three", adults(d0), adults(d0+7), adults(d0+21))
	}
	if b := mean(d0+4, (*bees.State).Brood); b > 0 {
		t.Errorf("%.0f cells of brood on day 4", b)
	}
}

// TestAUnionKeepsFramesAndBees: one colony ends, the other has its combs and bees and
// one queen; the one that ended takes no look any more, and undoing brings both back.
func TestAUnionKeepsFramesAndBees(t *testing.T) {
	a := newApiary(t)
	for _, id := range []string{"A", "B"} {
		a.begins(id, 10, history.Began{}, "q"+id)
		a.look(id, id+"-l", d0, look.Counts{Brood: 3, Honey: 3, Empty: 4})
	}
	was := a.bees(d0+5, "A", "B")
	x, y := a.believed("A"), a.believed("B")
	act, err := moves.Union{
		From: "A", To: "B", Boxes: []string{"A"}, KeepQueen: true, QueenAtFrom: true, QueenAtTo: true,
	}.Act(x.Stack, y.Stack)
	if err != nil {
		t.Fatal(err)
	}
	a.does("A", "u", d0+5, act)
	x, y = a.believed("A"), a.believed("B")
	if x.Ended == nil || x.Ended.Into != "B" || x.Ended.Day != d0+5 || y.Ended != nil {
		t.Errorf("A ended %+v, B %+v", x.Ended, y.Ended)
	}
	if y.TookIn != d0+5 || x.TookIn != 0 {
		t.Errorf("B took it in on %d, A one on %d", y.TookIn, x.TookIn)
	}
	if len(x.Stack.Boxes) != 0 || y.Stack.Frames() != 20 {
		t.Errorf("A has %d boxes, B %d frames", len(x.Stack.Boxes), y.Stack.Frames())
	}
	if q, ok := queen.PresentOf(y.Queens); !ok || q.ID != "qA" || len(y.Queens) != 2 || y.Queens[0].End != queen.Killed {
		t.Errorf("queens of B: %+v", y.Queens)
	}
	if now := a.bees(d0+5, "A", "B"); math.Abs(now-was) > 1e-6*was {
		t.Errorf("%.1f bees were %.1f", was, now)
	}
	a.look("A", "late", d0+6, look.Counts{Brood: 1})
	if _, err := history.Fold(a.logs["A"], a.ground("A")); err == nil {
		t.Error("a colony that has ended takes a look")
	}
	a.undo("undo-look", "late", d0+6)
	a.undo("undo", "u", d0+5)
	x, y = a.believed("A"), a.believed("B")
	if y.TookIn != 0 {
		t.Errorf("what is undone took in another on %d", y.TookIn)
	}
	if x.Ended != nil || x.Stack.Frames() != 10 || y.Stack.Frames() != 10 {
		t.Errorf("undone, A is %+v with %d frames, B has %d", x.Ended, x.Stack.Frames(), y.Stack.Frames())
	}
}

// bees sums the bees of colonies on a day, over all members.
func (a *apiary) bees(on day.Day, ids ...string) float64 {
	sum := 0.0
	for _, id := range ids {
		x := a.ensemble(id, on)
		for i := range x.States {
			sum += x.States[i].Bees()
		}
	}
	return sum
}

// TestNothingIsMadeOrLostBetweenHives: over random acts between four hives no frame is
// made, lost or doubled, and neither are bees.
func TestNothingIsMadeOrLostBetweenHives(t *testing.T) {
	ids := []string{"A", "B", "C", "D"}
	for seed := range uint64(6) {
		r := rand.New(rand.NewPCG(seed, 1))
		a := newApiary(t)
		for _, id := range ids {
			a.begins(id, 6, history.Began{}, "q"+id)
			a.look(id, id+"-l", d0, look.Counts{Brood: 2, Honey: 2, Empty: 2})
		}
		frames := func() (all []string) {
			for _, id := range ids {
				for _, b := range a.believed(id).Stack.Boxes {
					for _, f := range b.Frames {
						all = append(all, f.ID)
					}
				}
			}
			slices.Sort(all)
			return all
		}
		had, was := frames(), a.bees(d0+4, ids...)
		for k := range 12 {
			from, to := ids[r.IntN(4)], ids[r.IntN(4)]
			st := a.believed(from).Stack
			var act moves.Act
			switch r.IntN(3) {
			case 0:
				if from == to || len(st.Boxes) == 0 || len(st.Boxes[0].Frames) == 0 {
					continue
				}
				f := st.Boxes[0].Frames[r.IntN(len(st.Boxes[0].Frames))]
				act = &moves.FrameMoved{Frame: f.ID, From: from, To: to, Box: to, WithBees: r.IntN(2) == 0}
			case 1:
				act = &moves.BeesMoved{From: from, To: to, Share: r.Float64()}
			case 2:
				act = &moves.QueenMoved{From: from, To: to}
			}
			before := a.logs
			a.logs = map[string][]history.Entry{}
			for id, l := range before {
				a.logs[id] = slices.Clone(l)
			}
			a.does(from, fmt.Sprint("x", k), d0+4, act)
			for _, id := range ids { // what cannot be is refused, and changes nothing
				if _, err := history.Fold(a.logs[id], a.ground(id)); err != nil {
					a.logs = before
					break
				}
			}
		}
		if got := frames(); !slices.Equal(got, had) {
			t.Errorf("seed %d: frames %v were %v", seed, got, had)
		}
		if now := a.bees(d0+4, ids...); math.Abs(now-was) > 1e-6*was {
			t.Errorf("seed %d: %.1f bees were %.1f", seed, now, was)
		}
	}
}

// TestWhatIsSeenInBroodIsGraded: a suspicion stops all, chalk brood stops nothing, and a
// full inspection with nothing seen is a finding of health.
func TestWhatIsSeenInBroodIsGraded(t *testing.T) {
	for _, tt := range []struct {
		name string
		i    history.Inspection
		want colony.Health
	}{
		{"a full one, nothing seen", history.Inspection{Full: true}, colony.Healthy},
		{"a full one, chalk brood", history.Inspection{Full: true, Found: []history.Disease{history.ChalkBrood}}, colony.Healthy},
		{"a glance, nothing seen", history.Inspection{}, colony.HealthNotLooked},
		{"a glance, a suspicion", history.Inspection{Found: []history.Disease{history.Notifiable}}, colony.Suspect},
		{
			"under local rules, and sac brood",
			history.Inspection{Full: true, Found: []history.Disease{history.SacBrood, history.Regulated}}, colony.Suspect,
		},
	} {
		a := newApiary(t)
		a.begins("A", 10, history.Began{}, "q1")
		a.write(history.Entry{Colony: "A", ID: "i", Day: d0 + 2, Kind: history.KindInspect, Body: &tt.i})
		b := a.believed("A")
		if b.Health != tt.want || len(b.Inspections) != 1 {
			t.Errorf("%s: %q, want %q", tt.name, b.Health, tt.want)
		}
	}
	a := newApiary(t)
	a.begins("A", 10, history.Began{}, "q1")
	for _, m := range []history.MiteCount{
		{Method: "wash", Bees: 300, Mites: 301}, {Method: "wash", Mites: 3}, {Method: "guess", Bees: 300},
		{Method: history.MethodFall, Mites: 10}, {Method: "roll", Bees: 300, Mites: -1},
	} {
		log := append(slices.Clone(a.logs["A"]), history.Entry{ID: "m", Day: d0 + 1, Kind: history.KindMites, Body: &m})
		if _, err := history.Fold(log, a.ground("A")); err == nil {
			t.Errorf("%+v is taken", m)
		}
	}
}

// TestHoneyThatCameOffIsCounted: with the wood it was weighed with, as honey; where it
// was only counted, as what the combs held, carried to the day.
func TestHoneyThatCameOffIsCounted(t *testing.T) {
	a := newApiary(t)
	nest, super := box("A", "langstroth-deep-10", false), box("S", "langstroth-medium-10", true)
	a.write(history.Entry{Colony: "A", ID: "set", Day: d0, Kind: history.KindStack, Body: &history.StackSet{
		Boxes: []moves.Box{nest, super}, HistoryKnown: true,
	}})
	l := lookOf("A", look.Counts{Brood: 5, Honey: 3, Empty: 2})
	l.Boxes = append(l.Boxes, history.BoxLook{Box: "S", Depth: "boxes", Counts: &look.Counts{Honey: 8, Empty: 2}})
	a.write(history.Entry{Colony: "A", ID: "l", Day: d0, Kind: history.KindLook, Body: l})
	was := a.believed("A")
	holds := was.Stack.Boxes[1].HoneyKg()
	tare := was.Stack.Boxes[1].TareKg()
	for name, tt := range map[string]struct {
		act  moves.Act
		kg   float64
		off  float64
		real bool
	}{
		"weighed with the wood": {&moves.Harvested{Boxes: []string{"S"}, GrossKg: tare + 11}, 11, 1e-9, true},
		"the honey weighed":     {&moves.Harvested{Boxes: []string{"S"}, NetKg: 10.5}, 10.5, 1e-9, true},
		"only counted":          {&moves.Harvested{Boxes: []string{"S"}}, holds, 0.35 * holds, false},
		"as a box in a look":    {&moves.BoxOff{Box: "S", Why: moves.WhyHarvest}, holds, 0.35 * holds, false},
		"two combs":             {&moves.Harvested{Frames: []string{"Sd", "Se"}}, holds * 2 / 8, 0.15 * holds, false},
	} {
		b := newApiary(t)
		b.logs, b.seq = map[string][]history.Entry{"A": slices.Clone(a.logs["A"])}, a.seq
		b.does("A", "h", d0+1, tt.act)
		x := b.believed("A")
		if len(x.Crops) != 1 {
			t.Errorf("%s: %d crops", name, len(x.Crops))
			continue
		}
		c := x.Crops[0]
		if math.Abs(c.Kg-tt.kg) > tt.off || c.Scale != tt.real || math.Abs(c.Guess-holds) > 0.35*holds && name != "two combs" {
			t.Errorf("%s: %.2f kg, weighed %v, estimated %.2f; want %.2f", name, c.Kg, c.Scale, c.Guess, tt.kg)
		}
	}
	b := newApiary(t)
	b.logs = map[string][]history.Entry{"A": slices.Clone(a.logs["A"])}
	b.does("A", "off", d0+1, &moves.BoxOff{Box: "S", Why: "empty"})
	if x := b.believed("A"); len(x.Crops) != 0 {
		t.Errorf("a box taken off for another reason is a crop: %+v", x.Crops)
	}
}
