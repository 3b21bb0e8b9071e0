package look_test

import (
	"math"
	"math/rand/v2"
	"strings"
	"testing"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/season"
)

const on = day.Day(20608)

var june = look.Context{Season: season.Moment{Calendar: 155, Bees: 155}}

// seen returns a look into the nest by box and the stack it leaves.
func seen(t testing.TB) colony.Estimate {
	t.Helper()
	e, err := look.Read(look.Look{Day: on - 14, Boxes: []look.BoxLook{
		{
			Box: "nest", Depth: look.ByBox, Seams: 8,
			Counts: look.Counts{Brood: 5, Honey: 2, Nectar: 1, Pollen: 1, Empty: 1},
		},
		{Box: "super", Depth: look.ByBox, Seams: 4, Counts: look.Counts{Honey: 2, Nectar: 2, Empty: 6}},
	}}, stack(t), june)
	if err != nil {
		t.Fatal(err)
	}
	return e
}

// expected is a forecast of that look: more of everything, ranges wider.
func expected(e colony.Estimate, widen float64) look.Context {
	around := func(v, sd float64) measure.Range {
		return measure.Range{Low: v * math.Exp(-1.2816*sd), Likely: v, High: v * math.Exp(1.2816*sd)}
	}
	x := colony.Expected{
		From: e.Day, Eggs: around(1.1*e.Eggs, widen), Larvae: around(1.1*e.Larvae, widen),
		Capped: around(1.1*e.Capped, widen), Drone: measure.Exact(0), Pollen: around(e.Pollen, widen),
		Bees: around(30000, widen), NestStores: around(e.NestHoney+e.NestNectar, widen),
		SuperStores: around(e.SuperHoney+e.SuperNectar+4, widen), NestNectar: e.NestNectar,
		SuperNectar: e.SuperNectar + 2, Stages: true,
	}
	return look.Context{Season: season.Moment{Calendar: 155, Bees: 155}, Expected: &x}
}

// TestSeamsSayBeesAndNotBrood: a keeper who only lifts the lid.
func TestSeamsSayBeesAndNotBrood(t *testing.T) {
	l := look.Look{
		Day: on,
		Boxes: []look.BoxLook{
			{Box: "nest", Depth: look.BySeams, Seams: 9},
			{Box: "super", Depth: look.BySeams, Seams: 3, Super: look.SuperHalf},
		},
	}
	e, err := look.Read(l, stack(t), june)
	if err != nil {
		t.Fatal(err)
	}
	if e.BeesFrom != colony.Measured || e.Stages {
		t.Errorf("bees %v, brood by stage known: %v", e.BeesFrom, e.Stages)
	}
	if e.Spread.Stores < 0.5 || e.Spread.Brood < 0.4 {
		t.Errorf(
			"nobody looked into the nest, yet food is within %.2f and brood within %.2f", e.Spread.Stores,
			e.Spread.Brood,
		)
	}
	if n := e.Parts[0]; n.Stores != colony.Assumed || n.Brood != colony.Assumed {
		t.Errorf("the nest is %v and %v", n.Stores, n.Brood)
	}
	// A half-full super of ten medium combs: 17 kg full, by geometry.
	if kg := e.SuperHoney + e.SuperNectar; kg < 6 || kg > 9.5 || e.Parts[1].Stores != colony.Measured {
		t.Errorf("a half-full super holds %.1f kg, %v", kg, e.Parts[1].Stores)
	}
	// With a look two weeks before, the nest is carried, not assumed.
	first := seen(t)
	e, err = look.Read(l, first.Stack, expected(first, 0.25))
	if err != nil {
		t.Fatal(err)
	}
	if n := e.Parts[0]; n.Stores != colony.Carried || n.CarriedFrom != on-14 || !e.Stages {
		t.Errorf("the nest is %v from %v", n.Stores, n.CarriedFrom)
	}
	if math.Abs(e.Capped/first.Capped-1.1) > 0.02 {
		t.Errorf("capped brood is carried to %.0f, the forecast says %.0f", e.Capped, 1.1*first.Capped)
	}
}

// TestTheRangeOfWhatWasNotLookedAtGrows with that of the forecast.
func TestTheRangeOfWhatWasNotLookedAtGrows(t *testing.T) {
	first := seen(t)
	last := 0.0
	for _, w := range []float64{0.2, 0.3, 0.45} {
		e, err := look.Read(
			look.Look{
				Day: on,
				Boxes: []look.BoxLook{
					{Box: "super", Depth: look.ByBox, Seams: 3, Counts: look.Counts{Honey: 5, Empty: 5}},
				},
			},
			first.Stack, expected(first, w),
		)
		if err != nil {
			t.Fatal(err)
		}
		if e.Spread.Stores <= last ||
			math.Abs(e.Spread.Stores-math.Hypot(w, 14*look.DefaultObserver.UnseenADay)) > 0.02 {
			t.Errorf("forecast within %.2f, nest within %.2f", w, e.Spread.Stores)
		}
		if e.Spread.Super > 0.19 {
			t.Errorf("the super was counted, but is within %.2f", e.Spread.Super)
		}
		last = e.Spread.Stores
	}
}

// TestNoEggsSeenCarriesNone: the nest was not counted, but somebody looked for
// eggs and found none; what the forecast would carry gives way.
func TestNoEggsSeenCarriesNone(t *testing.T) {
	first := seen(t)
	for _, tt := range []struct {
		q                    colony.QueenEvidence
		eggs, larvae, capped bool
	}{
		{colony.QueenEvidence{}, true, true, true}, // not looked is not "no"
		{colony.QueenEvidence{Looked: true, Seen: true, Eggs: true}, true, true, true},
		{colony.QueenEvidence{Looked: true, Larvae: true, Capped: true}, false, true, true},
		{colony.QueenEvidence{Looked: true, Capped: true}, false, false, true},
		{colony.QueenEvidence{Looked: true}, false, false, false},
	} {
		e, err := look.Read(
			look.Look{Day: on, Queen: tt.q, Boxes: []look.BoxLook{{Box: "nest", Depth: look.BySeams, Seams: 8}}},
			first.Stack, expected(first, 0.2),
		)
		if err != nil {
			t.Fatal(err)
		}
		if (e.Eggs > 1) != tt.eggs || (e.Larvae > 1) != tt.larvae || (e.Capped > 1) != tt.capped {
			t.Errorf("%+v: %.0f eggs, %.0f larvae, %.0f capped are carried", tt.q, e.Eggs, e.Larvae, e.Capped)
		}
	}
}

// TestAWeightSettlesFood: the whole hive on a scale, the nest not opened.
func TestAWeightSettlesFood(t *testing.T) {
	first := seen(t)
	c := expected(first, 0.45)
	before, err := look.Read(look.Look{Day: on}, first.Stack, c)
	if err != nil {
		t.Fatal(err)
	}
	// What it weighs if it holds what is expected.
	gross := look.DefaultObserver.FloorLidKg + before.Bees/7800
	for _, b := range before.Stack.Boxes {
		gross += b.LiftKg()
	}
	for _, off := range []float64{-6, 0, 6} {
		e, err := look.Read(look.Look{Day: on, Weight: look.Weight{How: look.OnScale, Kg: gross + off}}, first.Stack, c)
		if err != nil {
			t.Fatal(err)
		}
		if d := e.Stores() - before.Stores() - off; math.Abs(d) > 0.45*math.Abs(off)+0.3 {
			t.Errorf("%+.0f kg on the scale moves the stores by %+.1f", off, e.Stores()-before.Stores())
		}
		total := func(e colony.Estimate) float64 {
			return math.Hypot(e.Spread.Stores*(e.NestHoney+e.NestNectar), e.Spread.Super*(e.SuperHoney+e.SuperNectar))
		}
		if total(e) >= 0.75*total(before) {
			t.Errorf("weighed, the stores are within %.1f kg, before within %.1f", total(e), total(before))
		}
	}
	// The ways to weigh, from the surest to the least.
	last := 0.0
	for _, w := range []look.Weight{
		{How: look.OnScale, Kg: gross}, {How: look.OneSide, Kg: gross / 2}, {How: look.ByFeel, Heft: look.Fair},
	} {
		e, err := look.Read(look.Look{Day: on, Weight: w}, first.Stack, c)
		if err != nil {
			t.Fatal(err)
		}
		s := e.Spread.Stores * (e.NestHoney + e.NestNectar)
		if s <= last {
			t.Errorf("%s: within %.2f kg, the surer way within %.2f", w.How, s, last)
		}
		last = s
	}
}

// TestADeeperLookNarrows: averaged over situations, a deeper look narrows every
// range that it bears on.
func TestADeeperLookNarrows(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 9))
	depths := []look.Depth{look.NotLooked, look.ByHeft, look.BySeams, look.ByBox, look.ByFace}
	var food, brood [5]float64
	for range 60 {
		st := stack(t)
		for i := range st.Boxes {
			tot := look.Totals{comb.Honey: 2 + 5*r.Float64(), comb.Nectar: 2 * r.Float64()}
			if i == 0 {
				tot[comb.Brood], tot[comb.Eggs], tot[comb.Larvae], tot[comb.Pollen] = 4*r.Float64()+2, 1, 2, 1
			}
			tot[comb.Empty] = 20 - tot[comb.Honey] - tot[comb.Nectar] - tot[comb.Brood] - tot[comb.Eggs] - tot[comb.Larvae] - tot[comb.Pollen]
			look.Arrange(&st.Boxes[i], tot)
		}
		truth := colony.Estimate{Day: on - 14, Stack: st}
		truth.Sum()
		c := expected(truth, 0.4)
		for k, d := range depths {
			l := look.Look{Day: on}
			for _, b := range st.Boxes {
				x := look.BoxLook{Box: b.ID, Depth: d, Seams: -1}
				switch d {
				case look.ByHeft:
					x.Heft = look.Fair
				case look.BySeams:
					x.Seams = 6
					if b.Super {
						x.Super = look.SuperHalf
					}
				case look.ByBox:
					x.Counts = look.Counts{Brood: 3, Honey: 4, Empty: 3}
				case look.ByFace:
					for _, f := range b.Frames {
						x.Faces = append(x.Faces, [2]comb.Face{look.Quantise(f.A), look.Quantise(f.B)})
					}
				}
				l.Boxes = append(l.Boxes, x)
			}
			e, err := look.Read(l, st, c)
			if err != nil {
				t.Fatal(err)
			}
			food[k] += math.Hypot(
				e.Spread.Stores*(e.NestHoney+e.NestNectar), e.Spread.Super*(e.SuperHoney+e.SuperNectar),
			) / e.Stores()
			brood[k] += e.Spread.Brood
		}
	}
	for k := 1; k < len(depths); k++ {
		// Seams say nothing of the nest's food; a heft does. Both say something.
		if depths[k] != look.BySeams && food[k] >= food[k-1] || food[k] >= food[0] {
			t.Errorf("%s: food within %.3f, one shallower within %.3f", depths[k], food[k]/60, food[k-1]/60)
		}
	}
	if !(brood[4] < brood[3] && brood[3] < brood[2] && brood[2] == brood[0]) {
		t.Errorf("brood by depth %v", brood)
	}
}

// TestQuestionsShowTheirArithmetic: what hardly can be is asked about, and what
// can be is not.
func TestQuestionsShowTheirArithmetic(t *testing.T) {
	counts := func(c look.Counts) look.BoxLook {
		return look.BoxLook{Box: "nest", Depth: look.ByBox, Seams: 8, Counts: c}
	}
	fine := counts(look.Counts{Brood: 5, Honey: 2, Nectar: 1, Pollen: 1, Empty: 1})
	first := seen(t)
	tests := []struct {
		name string
		l    look.Look
		c    look.Context
		key  string
		say  []string
	}{
		{"a usual look", look.Look{Day: on, Boxes: []look.BoxLook{fine}}, june, "", nil},
		// Common practice: 12 lb (5.4 kg) in one deep frame needs a comb 49 mm
		// thick (values A2); ten of them are 54.4 kg and 7.4 kg of wood.
		{
			"12 lb a deep frame",
			look.Look{Day: on, Boxes: []look.BoxLook{{Box: "nest", Depth: look.ByHeft, Seams: -1, Kg: 61.8}}}, june,
			"heavy-box", []string{"49 mm", "26 mm"},
		},
		{
			"nine and a half frames of brood",
			look.Look{
				Day: on,
				Boxes: []look.BoxLook{
					counts(look.Counts{Brood: 10}),
					{Box: "super", Depth: look.ByBox, Seams: 9, Counts: look.Counts{Brood: 8, Empty: 2}},
				},
			},
			june, "much-brood", []string{"a day"},
		},
		{
			"all eggs", look.Look{Day: on, Boxes: []look.BoxLook{byFace(t, "nest", "E6 C2")}}, june, "stages",
			[]string{"three days ago"},
		},
		{
			"eggs and capped brood, no larvae",
			look.Look{Day: on, Boxes: []look.BoxLook{fine},
				Queen: colony.QueenEvidence{Looked: true, Eggs: true, Capped: true}},
			june, "stages", []string{"six days", "larvae looked for"},
		},
		{
			"larvae alone",
			look.Look{Day: on, Boxes: []look.BoxLook{fine}, Queen: colony.QueenEvidence{Looked: true, Larvae: true}},
			june, "stages", []string{"stopped three days ago"},
		},
		{
			"larvae alone, the rest not looked for",
			look.Look{Day: on, Boxes: []look.BoxLook{fine},
				Queen: colony.QueenEvidence{Looked: true, Larvae: true, EggsUnlooked: true}},
			june, "", nil,
		},
		{
			"capped brood alone, as of a lost queen",
			look.Look{Day: on, Boxes: []look.BoxLook{fine}, Queen: colony.QueenEvidence{Looked: true, Capped: true}},
			june, "", nil,
		},
		{
			"bees on more seams than combs",
			look.Look{
				Day: on,
				Boxes: []look.BoxLook{
					{Box: "nest", Depth: look.BySeams, Seams: 11},
					{Box: "super", Depth: look.BySeams, Seams: 11, Super: look.SuperFull},
				},
			},
			look.Context{Season: season.Moment{Calendar: 155, Bees: 155}, Observer: look.DefaultObserver}, "", nil,
		},
		{
			"one seam, five frames of brood",
			look.Look{
				Day: on,
				Boxes: []look.BoxLook{
					{Box: "nest", Depth: look.ByBox, Seams: 1, Counts: look.Counts{Brood: 5, Empty: 5}},
				},
			},
			june, "few-bees", []string{"each warm"},
		},
		{
			"a weight that says otherwise",
			look.Look{
				Day: on,
				Boxes: []look.BoxLook{
					fine, {Box: "super", Depth: look.ByBox, Seams: 3, Counts: look.Counts{Empty: 10}},
				},
				Weight: look.Weight{How: look.OnScale, Kg: 60},
			},
			june, "weight", []string{"The weight leaves", "as counted hold"},
		},
		{
			"twenty kilograms in a fortnight of nothing",
			look.Look{
				Day: on,
				Boxes: []look.BoxLook{
					{Box: "super", Depth: look.ByBox, Seams: 9, Counts: look.Counts{Honey: 10}},
					{Box: "nest", Depth: look.ByBox, Seams: 9, Counts: look.Counts{Honey: 9, Brood: 1}},
				},
			},
			expected(first, 0.1), "too-fast", []string{"than was to be expected 14 days after"},
		},
	}
	for _, tt := range tests {
		e, err := look.Read(tt.l, stack(t), tt.c)
		if err != nil {
			t.Fatalf("%s: %v", tt.name, err)
		}
		qs := look.Questions(tt.l, stack(t), e, tt.c)
		if tt.key == "" {
			if len(qs) > 0 && tt.name == "a usual look" {
				t.Errorf("%s is asked about: %v", tt.name, qs)
			}
			continue
		}
		found := false
		for _, q := range qs {
			if q.Key == tt.key {
				found = true
				for _, s := range tt.say {
					if !strings.Contains(q.Ask, s) {
						t.Errorf("%s: %q has no %q", tt.name, q.Ask, s)
					}
				}
			}
		}
		if !found {
			t.Errorf("%s: not asked (%v)", tt.name, qs)
		}
	}
}

// TestBecomeConserves: whatever a forecast says, every face still sums to one.
func TestCarriedFacesSumToOne(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 5))
	first := seen(t)
	for range 200 {
		c := expected(first, 0.3)
		k := func(v measure.Range) measure.Range { return measure.Exact(v.Likely * 3 * r.Float64()) }
		x := c.Expected
		x.Eggs, x.Larvae, x.Capped, x.NestStores, x.SuperStores = k(
			x.Eggs,
		), k(
			x.Larvae,
		), k(
			x.Capped,
		), k(
			x.NestStores,
		), k(
			x.SuperStores,
		)
		e, err := look.Read(
			look.Look{Day: on, Boxes: []look.BoxLook{{Box: "nest", Depth: look.BySeams, Seams: 5}}}, first.Stack, c,
		)
		if err != nil {
			t.Fatal(err)
		}
		for _, b := range e.Stack.Boxes {
			for i, f := range b.Frames {
				for _, s := range [2]comb.Shares{f.A, f.B} {
					if math.Abs(s.Known()-1) > 1e-6 {
						t.Fatalf("frame %d of %s sums to %v", i+1, b.ID, s.Known())
					}
					for c, v := range s {
						if v < -1e-9 {
							t.Fatalf("frame %d of %s has %v of %s", i+1, b.ID, v, comb.Content(c))
						}
					}
				}
			}
		}
	}
}
