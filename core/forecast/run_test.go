package forecast

import (
	"math"
	"reflect"
	"testing"
	"time"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/season"
)

// nest returns a two-deep colony in main flow with a super that is full to
// the given share, and how much of the upper deep is honey.
func nest(t testing.TB, supers int, superFull, upperHoney float64) colony.Estimate {
	t.Helper()
	deep, err := hive.FormatFor("langstroth-deep-10")
	if err != nil {
		t.Fatal(err)
	}
	medium, _ := hive.FormatFor("langstroth-medium-10")
	st := hive.Stack{ExcluderAbove: 2}
	lower := hive.NewBox("d1", deep, 10, hive.Make{Drawn: true})
	for i := range lower.Frames {
		f := comb.Shares{
			comb.Honey: 0.1, comb.Pollen: 0.1, comb.Eggs: 0.1, comb.Larvae: 0.2, comb.Brood: 0.4, comb.Empty: 0.1,
		}
		lower.Frames[i].A, lower.Frames[i].B = f, f
	}
	upper := hive.NewBox("d2", deep, 10, hive.Make{Drawn: true})
	for i := range upper.Frames {
		f := comb.Shares{comb.Honey: upperHoney, comb.Empty: 1 - upperHoney}
		upper.Frames[i].A, upper.Frames[i].B = f, f
	}
	st.Boxes = append(st.Boxes, lower, upper)
	for i := range supers {
		b := hive.NewBox(string(rune('s'+i)), medium, 10, hive.Make{Super: true, Drawn: true})
		for k := range b.Frames {
			f := comb.Shares{comb.Honey: superFull, comb.Empty: 1 - superFull}
			b.Frames[k].A, b.Frames[k].B = f, f
		}
		st.Boxes = append(st.Boxes, b)
	}
	e := colony.Estimate{
		Day: day.Of(2026, time.June, 10), Stack: st, Bees: 34000, BeesFrom: colony.Measured, Stages: true,
		Spread: colony.Spread{Brood: 0.1, Stores: 0.1, Super: 0.1, Pollen: 0.2, Bees: 0.15},
		Queen:  colony.QueenEvidence{Looked: true, Eggs: true, Larvae: true, Capped: true},
	}
	e.Sum()
	return e
}

func input(t testing.TB, e colony.Estimate) Input {
	return Input{
		Colony: "c", Estimate: e, Excluder: true, Today: e.Day, Horizon: 60, ReserveKg: ReserveSeasonKg, Seed: 1,
		Parameters: bees.Defaults(),
		Yard:       NewYard(Site{Yard: "q", Hemisphere: season.North, Climate: uk(t)}, e.Day, e.Day, 60, Members, 1),
	}
}

func days(v *float64) float64 {
	if v == nil {
		return math.Inf(1)
	}
	return *v
}

func TestRunwaysAnswerTheSituation(t *testing.T) {
	roomy := Run(input(t, nest(t, 2, 0.1, 0.2)))
	full := Run(input(t, nest(t, 1, 0.95, 0.2)))
	bound := Run(input(t, nest(t, 2, 0.1, 0.99)))
	if r, f := days(roomy.Runway[Store].Likely), days(full.Runway[Store].Likely); f >= r || f > 9 {
		t.Errorf("room to store: %v d with a full super, %v d with two empty ones", f, r)
	}
	if r, b := days(roomy.Runway[Lay].Likely), days(bound.Runway[Lay].Likely); b > r/2 {
		t.Errorf("room to lay: %v d with honey over the nest, %v d without", b, r)
	}
	e := nest(t, 0, 0, 0)
	for i := range e.Stack.Boxes[0].Frames {
		f := &e.Stack.Boxes[0].Frames[i]
		f.A[comb.Honey], f.A[comb.Empty] = 0.02, f.A[comb.Empty]+0.08
		f.B[comb.Honey], f.B[comb.Empty] = 0.02, f.B[comb.Empty]+0.08
	}
	e.Sum()
	in := input(t, e)
	site := Site{Yard: "q", Hemisphere: season.North, Climate: uk(t), Flow: map[day.Day]float64{}}
	for d := range 60 {
		site.Flow[e.Day+day.Day(d)] = 0
	}
	in.Yard = NewYard(site, e.Day, e.Day, 60, Members, 1)
	if hungry := Run(in); days(hungry.Runway[Food].Likely) != 0 {
		t.Errorf(
			"food with %.1f kg is %v d, want 0: already under the reserve", e.Stores(),
			days(hungry.Runway[Food].Likely),
		)
	}
}

// TestTheReserveIsThatOfTheDay: food that would last at the reserve of today ends on the day from which more
// must be kept.
func TestTheReserveIsThatOfTheDay(t *testing.T) {
	in := input(t, nest(t, 0, 0, 0.3))
	in.ReserveKg = 0.5
	lasts := Run(in).Runway[Food]
	if lasts.Likely != nil && *lasts.Likely < 12 {
		t.Fatalf("food ends after %.1f days at half a kilogram", *lasts.Likely)
	}
	in.Reserves = make([]float64, in.Horizon+1)
	for i := range in.Reserves {
		if in.Reserves[i] = 0.5; i > 8 {
			in.Reserves[i] = 60
		}
	}
	if got := Run(in).Runway[Food]; got.Likely == nil || *got.Likely < 7.5 || *got.Likely > 9.5 {
		t.Errorf("where 60 kg must be kept from the ninth day on food ends after %v days", days(got.Likely))
	}
}

func TestRangesHoldTheirOrder(t *testing.T) {
	r := Run(input(t, nest(t, 1, 0.4, 0.5)))
	for k, w := range r.Runway {
		if !(days(w.Low) <= days(w.Likely) && days(w.Likely) <= days(w.High)) {
			t.Errorf("%s runway out of order: %v %v %v", Names[k], days(w.Low), days(w.Likely), days(w.High))
		}
	}
	if r.Stores.Low >= r.Stores.High || r.Free.Low >= r.Free.High || r.Bees.Low >= r.Bees.High {
		t.Errorf("a look has no range: %+v %+v %+v", r.Stores, r.Free, r.Bees)
	}
}

func TestSameInputSameBytes(t *testing.T) {
	in := input(t, nest(t, 1, 0.4, 0.5))
	in.Tracks = []Quantity{OfStores, OfBrood, OfFree}
	if a, b := Run(in), Run(in); !reflect.DeepEqual(a, b) {
		t.Error("two runs of one input differ")
	}
	in2 := in
	in2.Seed = 2
	if a, b := Run(in), Run(in2); reflect.DeepEqual(a.Stores, b.Stores) {
		t.Error("another seed gave the same ranges")
	}
}

func TestMoreRoomNeverShortensTheStoreRunway(t *testing.T) {
	in := input(t, nest(t, 1, 0.7, 0.3))
	base := Run(in)
	last := base.Chance(Store, 14)
	for n := 1; n <= 3; n++ {
		if c := Prepare(in).Run(bees.Change{
			Day: in.Today, SuperDrawn: float64(n) * 44000, SuperKgPerCell: 0.00039,
		}).Chance(Store, 14); c > last+0.02 {
			t.Errorf("with %d supers more the chance of a full hive is %.2f, with one less %.2f", n, c, last)
		} else {
			last = c
		}
	}
}

// BenchmarkColonyDays is the daily loop alone; it prints what a core does.
func BenchmarkColonyDays(b *testing.B) {
	in := input(b, nest(b, 1, 0.4, 0.3))
	y := Prepare(in)
	p := in.Parameters
	b.ReportAllocs()
	for b.Loop() {
		for m := range y.x.States {
			s := y.x.States[m]
			cond := in.Yard.at(m)
			for i := range cond {
				s.Step(&p, &cond[i])
			}
		}
	}
	b.ReportMetric(float64(b.N)*60*Members/b.Elapsed().Seconds()/1e6, "Mdays/s")
}

// BenchmarkWhatIf is a run from an ensemble that stands ready: 60 days of 200
// members, with an action.
func BenchmarkWhatIf(b *testing.B) {
	y := Prepare(input(b, nest(b, 1, 0.4, 0.3)))
	b.ReportAllocs()
	for b.Loop() {
		y.Run(bees.Change{Day: y.in.Today, SuperDrawn: 44000, SuperKgPerCell: 0.00039})
	}
}

// BenchmarkEnsemble200x60 draws an ensemble and runs it.
func BenchmarkEnsemble200x60(b *testing.B) {
	in := input(b, nest(b, 1, 0.4, 0.3))
	b.ReportAllocs()
	for b.Loop() {
		Run(in)
	}
}

// BenchmarkCourses keeps the course of every quantity on top.
func BenchmarkCourses(b *testing.B) {
	in := input(b, nest(b, 1, 0.4, 0.3))
	for q := range Quantities {
		in.Tracks = append(in.Tracks, q)
	}
	for b.Loop() {
		Run(in)
	}
}

func BenchmarkYardDraws(b *testing.B) {
	e := nest(b, 1, 0.4, 0.3)
	for b.Loop() {
		NewYard(Site{Yard: "q", Hemisphere: season.North, Climate: uk(b)}, e.Day-14, e.Day, 74, Members, 1)
	}
}

// TestHowManyMembers: what a counterfactual needs. Members meet the same days
// with and without what is done, so a difference is far steadier than what it is
// the difference of. Over twenty seeds the chance of a full hive is known to some
// 0.03 with 200 members, what a super does to it to about the same, and the
// likely end to a day; with 60 members it is twice as unsure, good enough for a
// search.
func TestHowManyMembers(t *testing.T) {
	e := nest(t, 1, 0.75, 0.35)
	spread := func(n int) (chance, gain, likely float64) {
		var c, g, l []float64
		for seed := range uint64(20) {
			in := input(t, e)
			in.Seed = seed
			in.Yard = NewYard(Site{Yard: "q", Hemisphere: season.North, Climate: uk(t)}, e.Day, e.Day, 60, n, seed)
			y := Prepare(in)
			base, with := y.Run(), y.Run(bees.Change{Day: in.Today, SuperDrawn: 44000, SuperKgPerCell: 0.00039})
			c = append(c, base.Chance(Store, 10))
			g = append(g, base.Chance(Store, 10)-with.Chance(Store, 10))
			l = append(l, min(60, days(base.Runway[Store].Likely)))
		}
		_, vc := moments(c)
		_, vg := moments(g)
		_, vl := moments(l)
		return math.Sqrt(vc), math.Sqrt(vg), math.Sqrt(vl)
	}
	c60, g60, l60 := spread(60)
	c200, g200, l200 := spread(200)
	t.Logf(
		"60 members: chance ± %.3f, what a super does ± %.3f, likely end ± %.2f d; 200 members: %.3f, %.3f, %.2f d",
		c60, g60, l60, c200, g200, l200,
	)
	if c200 > 0.05 || g200 > 0.05 || l200 > 1.2 {
		t.Errorf(
			"with 200 members the chance is known to %.3f, the difference to %.3f, the likely end to %.2f d", c200,
			g200, l200,
		)
	}
	if c200 >= c60 {
		t.Errorf("more members are no surer: %.3f of 60, %.3f of 200", c60, c200)
	}
}

// TestSupersFillInTurn: of two supers in a flow the first is full first, each is
// capped after it is full; one that is full is full today; without a flow none
// fills.
func TestSupersFillInTurn(t *testing.T) {
	e := nest(t, 2, 0.35, 0.2)
	in := input(t, e)
	in.Supers = []float64{44220, 44220}
	r := Prepare(in).Run()
	if len(r.Full) != 2 || len(r.SuperCapped) != 2 {
		t.Fatalf("two supers, told %d and %d", len(r.Full), len(r.SuperCapped))
	}
	for k := range r.Full {
		if full, capped := days(r.Full[k].Likely), days(r.SuperCapped[k].Likely); !(full <= capped) || k == 0 &&
			full > 25 {
			t.Errorf("super %d full in %v d, capped in %v", k+1, full, capped)
		}
	}
	if a, b := days(r.Full[0].Likely), days(r.Full[1].Likely); a >= b {
		t.Errorf("the first is full in %v d, the second in %v", a, b)
	}
	if d := Prepare(in).Run(bees.Change{Day: in.Today, NoFlow: true}); d.Full[1].Likely != nil {
		t.Errorf("without a flow the second is full in %v d", *d.Full[1].Likely)
	}
	// One more put on fills last.
	if m := Prepare(in).Run(bees.Change{Day: in.Today, SuperDrawn: 44220, SuperKgPerCell: 0.00039}); len(m.Full) != 3 ||
		days(m.Full[2].Likely) < days(m.Full[1].Likely) {
		t.Errorf("with one more: %d supers told", len(m.Full))
	}
	full := input(t, nest(t, 1, 0.99, 0.2))
	full.Supers = []float64{44220}
	if f := Prepare(full).Run(); days(f.Full[0].Likely) > 1 {
		t.Errorf("a full super is full in %v d", days(f.Full[0].Likely))
	}
}
