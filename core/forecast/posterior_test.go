package forecast

import (
	"math"
	"testing"
	"time"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/season"
)

// counted reads a nest of ten deep frames as counted in June.
func counted(t *testing.T, c look.Counts, seams float64) colony.Estimate {
	t.Helper()
	on := day.Of(2026, time.June, 3)
	st := hive.Stack{Boxes: []hive.Box{hive.NewBox("n", hive.Formats[0], 10, hive.Make{Drawn: true})}}
	e, err := look.Read(look.Look{
		Day: on, Boxes: []look.BoxLook{{Box: "n", Depth: look.ByBox, Counts: c, Seams: seams}},
		Queen: colony.QueenEvidence{Looked: true, Eggs: true, Larvae: true, Capped: true},
	}, st, look.Context{Season: season.Place{}.On(on)})
	if err != nil {
		t.Fatal(err)
	}
	return e
}

// TestAFullNestIsToldFull: a nest in which no cell was empty has room to lay for a few days
// at most, in a flow, and one with four empty combs has more; what was seen empty is empty in
// every member, whatever the errors in all else.
func TestAFullNestIsToldFull(t *testing.T) {
	run := func(c look.Counts) *Result {
		e := counted(t, c, 9)
		return Run(Input{
			Colony: "c", Estimate: e, Today: e.Day, Horizon: 60, ReserveKg: 5, Seed: 1, Parameters: bees.Defaults(),
			Yard: NewYard(Site{Yard: "y", Hemisphere: season.North, Climate: uk(t)}, e.Day, e.Day, 60, Members, 1),
		})
	}
	full := run(look.Counts{Brood: 6, Honey: 3, Pollen: 1})
	if full.Free.High > 4000 {
		t.Errorf("no empty cells were seen; %.0f to %.0f are told", full.Free.Low, full.Free.High)
	}
	if r := full.Runway[Lay]; r.Likely == nil || *r.Likely > 4 {
		t.Errorf("room to lay in a full nest: %v", r)
	}
	roomy := run(look.Counts{Brood: 4, Honey: 1, Pollen: 1, Empty: 4})
	cells := 4 * 2 * hive.Formats[0].Frame.WorkerCells()
	if roomy.Free.Low < 0.75*cells || roomy.Free.High > 1.25*cells {
		t.Errorf("%.0f cells were seen empty; %.0f to %.0f are told", cells, roomy.Free.Low, roomy.Free.High)
	}
}

// TestEggsAreNoVaguerTodayThanSoon: brood counted without its stages leaves its eggs, which
// the queen has laid in three days, no vaguer than those that she will have laid in five.
func TestEggsAreNoVaguerTodayThanSoon(t *testing.T) {
	e := counted(t, look.Counts{Brood: 5, Honey: 2, Pollen: 1, Empty: 2}, 9)
	p := bees.Defaults()
	y := NewYard(Site{Yard: "y", Hemisphere: season.North, Climate: uk(t)}, e.Day, e.Day, 30, 400, 1)
	x := Draw(&e, &p, y, false, "c", 400, 1)
	spread := func() float64 {
		v := x.Sample(OfEggs, &p)
		for i := range v {
			v[i] = math.Log(max(1, v[i]))
		}
		_, s := moments(v)
		return math.Sqrt(s)
	}
	now := spread()
	x.Move(&p, y, nil, e.Day+5)
	if soon := spread(); now > 1.1*soon {
		t.Errorf("eggs are off by %.2f today and by %.2f in five days", now, soon)
	}
}

// TestBroodNobodySawGoesWithTheSeason: of a hive only weighed and glanced at from above, brood
// is as the queen lays at that time of the year: next to none at new year.
func TestBroodNobodySawGoesWithTheSeason(t *testing.T) {
	for _, tt := range []struct {
		month     time.Month
		low, high float64
	}{{time.January, 0, 600}, {time.June, 8000, 40000}} {
		on := day.Of(2026, tt.month, 2)
		st := hive.Stack{Boxes: []hive.Box{hive.NewBox("n", hive.Formats[0], 10, hive.Make{Drawn: true})}}
		e, err := look.Read(look.Look{
			Day: on, Boxes: []look.BoxLook{{Box: "n", Depth: look.BySeams, Seams: 6}},
			Weight: look.Weight{How: look.OnScale, Kg: 30},
		}, st, look.Context{Season: season.Place{}.On(on)})
		if err != nil {
			t.Fatal(err)
		}
		p := bees.Defaults()
		y := NewYard(Site{Yard: "y", Hemisphere: season.North, Climate: uk(t)}, on, on, 5, 200, 1)
		got := Middle(Draw(&e, &p, y, false, "c", 200, 1).Sample(OfBrood, &p))
		if got.Likely < tt.low || got.Likely > tt.high {
			t.Errorf("%v: %.0f cells of brood, %.0f to %.0f", tt.month, got.Likely, got.Low, got.High)
		}
	}
}

// TestAColonyAheadIsAhead: 31,000 cells of brood on 20 March are a colony that is two weeks
// ahead, by its season or because it builds up early, not one that shrinks to half by the calendar;
// and an ordinary one is not moved.
func TestAColonyAheadIsAhead(t *testing.T) {
	on := day.Of(2026, time.March, 20)
	run := func(frames, seams float64) (*Result, float64) {
		st := hive.Stack{}
		for _, id := range []string{"n", "m"} {
			st.Boxes = append(st.Boxes, hive.NewBox(id, hive.Formats[0], 10, hive.Make{Drawn: true}))
		}
		e, err := look.Read(look.Look{
			Day: on, Boxes: []look.BoxLook{
				{
					Box:    "n",
					Depth:  look.ByBox,
					Counts: look.Counts{Brood: frames, Honey: 2, Pollen: 1, Empty: 7 - frames},
					Seams:  seams,
				},
				{Box: "m", Depth: look.ByBox, Counts: look.Counts{Honey: 5, Pollen: 1, Empty: 4}, Seams: seams},
			},
			Queen: colony.QueenEvidence{Looked: true, Eggs: true, Larvae: true, Capped: true},
		}, st, look.Context{Season: season.Place{}.On(on)})
		if err != nil {
			t.Fatal(err)
		}
		in := Input{
			Colony: "c", Estimate: e, Today: on, Horizon: 60, ReserveKg: 5, Seed: 1, Parameters: bees.Defaults(),
			Yard:   NewYard(Site{Yard: "y", Hemisphere: season.North, Climate: uk(t)}, on, on, 60, Members, 1),
			Tracks: []Quantity{OfBrood},
		}
		x := Draw(&e, &in.Parameters, in.Yard, false, "c", Members, 1)
		days := 0.0 // by which they lay what is usual later, or had been before
		for m := range x.States {
			s := &x.States[m]
			lays := s.ShareOn(in.Yard.Likely[0].SeasonDay + int(math.Round(s.Ahead)))
			d := -40
			for d < 40 && season.LayingOn(in.Yard.Likely[0].SeasonDay+d) < lays {
				d++
			}
			days += float64(d) / Members
		}
		return Run(in), days
	}
	r, ahead := run(4.5, 9)
	now, then := r.Tracks[OfBrood][0].Likely, r.Tracks[OfBrood][21].Likely
	if now < 28000 || then < 0.75*now {
		t.Errorf("%.0f cells of brood on 20 March become %.0f in three weeks", now, then)
	}
	if ahead < 7 || ahead > 35 {
		t.Errorf("it is told to be %.0f days ahead", ahead)
	}
	if _, ahead := run(1.2, 5); math.Abs(ahead) > 6 {
		t.Errorf("an ordinary colony is told to be %.0f days ahead", ahead)
	}
}

// TestAQueenWhoHasJustBegunIsNoPoorOne: eggs and larvae with nothing capped in a colony that
// began to lay a week ago: a good queen, with some 20,000 cells in two weeks.
func TestAQueenWhoHasJustBegunIsNoPoorOne(t *testing.T) {
	on := day.Of(2026, time.June, 10)
	st := hive.Stack{Boxes: []hive.Box{hive.NewBox("n", hive.Formats[0], 10, hive.Make{Drawn: true})}}
	e, err := look.Read(look.Look{
		Day: on, Boxes: []look.BoxLook{
			{Box: "n", Depth: look.ByBox, Counts: look.Counts{Brood: 1.2, Honey: 1, Pollen: 0.5, Empty: 7.3}, Seams: 8},
		},
		Queen: colony.QueenEvidence{Looked: true, Eggs: true, Larvae: true},
	}, st, look.Context{Season: season.Place{}.On(on)})
	if err != nil {
		t.Fatal(err)
	}
	in := Input{
		Colony: "c", Estimate: e, Today: on, Horizon: 40, ReserveKg: 5, Seed: 1, Parameters: bees.Defaults(),
		Yard:   NewYard(Site{Yard: "y", Hemisphere: season.North, Climate: uk(t)}, on, on, 40, Members, 1),
		Tracks: []Quantity{OfBrood},
	}
	r := Run(in)
	now, then := r.Tracks[OfBrood][0].Likely, r.Tracks[OfBrood][14].Likely
	if now < 6000 || now > 11000 || then < 19000 || then > 32000 {
		t.Errorf("%.0f cells, in two weeks %.0f", now, then)
	}
	if e.Capped > 0 {
		t.Errorf("%.0f capped cells are told, and none was seen", e.Capped)
	}
}

// TestOpenCellsWeighWhatTheyHold: four combs of open honey in a super hold some two thirds to four fifths of
// what they would capped, by as much as nobody sees how ripe it is; a super that was weighed holds what it
// weighed (common practice, no source).
func TestOpenCellsWeighWhatTheyHold(t *testing.T) {
	on := day.Of(2026, time.June, 20)
	st := hive.Stack{Boxes: []hive.Box{
		hive.NewBox("n", hive.Formats[0], 10, hive.Make{Drawn: true}),
		hive.NewBox("s", hive.Formats[2], 10, hive.Make{Super: true, Drawn: true}),
	}}
	super := func(b look.BoxLook) (lo, mid, hi float64) {
		b.Box = "s"
		nest := look.BoxLook{
			Box: "n", Depth: look.ByBox, Counts: look.Counts{Brood: 6, Honey: 2, Pollen: 1, Empty: 1}, Seams: 9,
		}
		e, err := look.Read(
			look.Look{Day: on, Boxes: []look.BoxLook{nest, b}},
			st,
			look.Context{Season: season.Place{}.On(on)},
		)
		if err != nil {
			t.Fatal(err)
		}
		p := bees.Defaults()
		y := NewYard(Site{Yard: "y", Hemisphere: season.North, Climate: uk(t)}, on, on, 1, Members, 1)
		r := Middle(Draw(&e, &p, y, true, "c", Members, 1).Sample(OfSuperStores, &p))
		return r.Low, r.Likely, r.High
	}
	_, capped, _ := super(look.BoxLook{Depth: look.ByBox, Counts: look.Counts{Honey: 4, Empty: 6}, Seams: -1})
	lo, open, hi := super(look.BoxLook{Depth: look.ByBox, Counts: look.Counts{Nectar: 4, Empty: 6}, Seams: -1})
	if share := open / capped; share < 0.6 || share > 0.85 || hi < 1.3*lo {
		t.Errorf("open combs hold %.1f kg (%.1f to %.1f), capped %.1f", open, lo, hi, capped)
	}
	tare := st.Boxes[1].LiftKg()
	if _, weighed, _ := super(look.BoxLook{Depth: look.ByHeft, Kg: tare + 9, Seams: -1}); math.Abs(weighed-9) > 1 {
		t.Errorf("a super that holds 9 kg is told to hold %.1f", weighed)
	}
}
