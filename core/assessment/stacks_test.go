package assessment_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/plan"
	"kembo/core/season"
)

// oddStack makes a stack that the catalogue does not forbid: no box at all, only
// supers, only foundation, formats mixed, boxes with one frame or none, twelve high.
func oddStack(r *rand.Rand) hive.Stack {
	var st hive.Stack
	boxes := r.IntN(13)
	foundation := r.IntN(4) == 0
	onlySupers := r.IntN(5) == 0
	for i := range boxes {
		f := hive.Formats[r.IntN(len(hive.Formats))]
		super := onlySupers || i > 0 && r.IntN(2) == 0
		n := r.IntN(f.Slots + 1)
		b := hive.NewBox(fmt.Sprint("b", i), f, n, hive.Make{Super: super, Drawn: !foundation && r.IntN(3) > 0})
		for k := range b.Frames {
			b.Frames[k].ID = fmt.Sprint("f", i, ".", k)
			if r.IntN(3) > 0 {
				b.Frames[k].A, b.Frames[k].B = oddFace(r), oddFace(r)
			}
		}
		st.Boxes = append(st.Boxes, b)
	}
	if boxes > 1 && r.IntN(2) == 0 {
		st.ExcluderAbove = r.IntN(boxes)
	}
	st.OverScreen = r.IntN(8) == 0
	return st
}

func oddFace(r *rand.Rand) comb.Shares {
	var s comb.Shares
	left := 1.0
	for range 3 {
		x := left * r.Float64()
		s[r.IntN(len(s))] += x
		left -= x
	}
	s[comb.Empty] += left
	return s
}

// FuzzStacks: whatever stands there and whatever was found in it, every rule, the
// forecast, each option tried on it and the best look come to an end with finite
// figures.
func FuzzStacks(f *testing.F) {
	climate, err := season.ClimateFor("uk")
	if err != nil {
		f.Fatal(err)
	}
	for i := range uint64(200) {
		f.Add(i, uint16(i*37))
	}
	f.Fuzz(func(t *testing.T, seed uint64, onDay uint16) {
		r := rand.New(rand.NewPCG(seed, 5))
		st := oddStack(r)
		today := day.Of(2026, 1, 1) + day.Day(onDay%730)
		l := look.Look{
			Day:   today,
			Queen: colony.QueenEvidence{Looked: r.IntN(2) == 0, Eggs: r.IntN(2) == 0, CappedCells: r.IntN(3)},
		}
		for _, b := range st.Boxes {
			x := look.BoxLook{Box: b.ID, Seams: -1}
			switch r.IntN(4) {
			case 0:
				x.Depth, x.Seams = look.BySeams, float64(r.IntN(len(b.Frames)+1))
			case 1:
				x.Depth, x.Kg = look.ByHeft, 2+30*r.Float64()
			}
			l.Boxes = append(l.Boxes, x)
		}
		h := season.Hemisphere([]season.Hemisphere{season.North, season.South}[r.IntN(2)])
		c := assessment.Case{
			Colony:    "c",
			Today:     today,
			Visit:     today + day.Day(r.IntN(200)),
			Site:      forecast.Site{Yard: "y", Hemisphere: h, Climate: climate},
			Stack:     st,
			Look:      l,
			Settings:  plan.DefaultSettings(),
			Seed:      1,
			QueenYear: 2024,
			Clipped:   r.IntN(2) == 0,
		}
		e, err := look.Read(l, st, look.Context{Season: season.Place{Hemisphere: h}.On(today)})
		if err != nil {
			return // a look that cannot be is refused
		}
		if r.IntN(3) == 0 { // boxes came off since, perhaps all of them
			e.Stack.Boxes = e.Stack.Boxes[:r.IntN(len(e.Stack.Boxes)+1)]
			e.Stack.ExcluderAbove = min(e.Stack.ExcluderAbove, max(0, len(e.Stack.Boxes)-1))
		}
		a := assessment.Assess(c, e, nil)
		if len(a.Advice) == 0 {
			t.Error("no rule says anything")
		}
		for _, x := range a.Advice {
			for _, f := range x.Figures {
				if f.Value != f.Value || f.Value > 1e12 || f.Value < -1e12 {
					t.Errorf("%s: %s is %v", x.Action, f.Key, f.Value)
				}
			}
		}
		plan.BestLook(a.Situation)
		a.Base.Swarm(int(c.Visit - c.Today))
		var keys []string
		for _, o := range a.Situation.Trials() {
			keys = append(keys, o.Key)
		}
		changes, _ := a.Situation.Tried(keys, today)
		a.Situation.Ready.Few(20, changes...)
		hive.FillOrder(st)
	})
}
