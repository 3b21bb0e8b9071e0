package forecast

import (
	"math"
	"testing"

	"kembo/core/bees"
	"kembo/core/colony"
)

// drawn is an ensemble of the nest of run_test.go on the day of its look.
func drawnFrom(t testing.TB, e colony.Estimate) (*Ensemble, Input) {
	t.Helper()
	in := input(t, e)
	p := in.Parameters
	return Draw(&e, &p, in.Yard, true, "c", Members, 1), in
}

func spreadOf(x *Ensemble, q Quantity, p *bees.Parameters) (mean, sd float64) {
	v := x.Sample(q, p)
	for i := range v {
		v[i] = math.Log(v[i])
	}
	m, s := moments(v)
	return m, math.Sqrt(s)
}

// TestASightAgainstTheKalmanFilter: for what is seen itself the filter gives the
// mean and the variance of two sources weighed by their precision (Kalman 1960;
// any textbook). Members are moved by logarithms, so it is exact but for the
// small correction for chance correlations.
func TestASightAgainstTheKalmanFilter(t *testing.T) {
	x, in := drawnFrom(t, nest(t, 1, 0.4, 0.3))
	p := in.Parameters
	mean, sd := spreadOf(x, OfBees, &p)
	seen, off := mean+0.2, 0.1
	if !x.See([]Sight{{OfBees, math.Exp(seen), off}}, &p) {
		t.Fatal("two tenths off was taken for a surprise")
	}
	got, gotSD := spreadOf(x, OfBees, &p)
	w := sd * sd / (sd*sd + off*off)
	want, wantSD := mean+w*(seen-mean), math.Sqrt((1-w)*sd*sd)
	if math.Abs(got-want) > 0.005 || math.Abs(gotSD-wantSD) > 0.05*wantSD {
		t.Errorf("bees seen: mean %.4f spread %.4f, by precision %.4f and %.4f", got, gotSD, want, wantSD)
	}
}

// TestWhatGoesAlongMovesToo: a colony that gained more than was thought, in a
// flow, has a better pace or a better yard, and no other queen.
func TestWhatGoesAlongMovesToo(t *testing.T) {
	x, in := drawnFrom(t, nest(t, 2, 0.1, 0.1))
	p := in.Parameters
	before := x.Clone()
	x.Mark()
	x.Move(&p, in.Yard, nil, x.Day+8)
	gain := make([]float64, len(x.States))
	for m := range gain {
		gain[m] = x.States[m].Stores() - before.States[m].Stores()
	}
	likely, _ := moments(gain)
	pace := func(x *Ensemble) (intake, flow, queen, sd float64) {
		var a, b, c []float64
		for m := range x.States {
			a, b, c = append(
				a, math.Log(x.States[m].IntakeFactor),
			), append(b, math.Log(x.States[m].FlowFactor)), append(c, math.Log(max(1, x.States[m].QueenPeak)))
		}
		intake, v := moments(a)
		flow, u := moments(b)
		queen, _ = moments(c)
		return intake, flow, queen, math.Sqrt(v + u)
	}
	i0, f0, q0, sd0 := pace(x)
	x.Gained(likely*1.5, 0.5)
	i1, f1, q1, sd1 := pace(x)
	if i1 <= i0+0.05 || f1 <= f0+0.03 || sd1 >= 0.85*sd0 {
		t.Errorf(
			"half as much again was gained: intake %.2f to %.2f, flow %.2f to %.2f, spread %.2f to %.2f", i0, i1, f0,
			f1, sd0, sd1,
		)
	}
	if math.Abs(q1-q0) > 0.1 {
		t.Errorf("and the queen went from %.2f to %.2f", q0, q1)
	}
}

// TestASurpriseIsNotAveragedAway: a hive that lost three quarters of its bees
// has swarmed; half way between is no colony at all.
func TestASurpriseIsNotAveragedAway(t *testing.T) {
	x, in := drawnFrom(t, nest(t, 1, 0.4, 0.3))
	p := in.Parameters
	was := x.Clone()
	if x.See([]Sight{{OfBees, 8000, 0.18}}, &p) {
		t.Error("34,000 bees expected, 8,000 found, and no surprise")
	}
	for m := range x.States {
		if x.States[m] != was.States[m] {
			t.Fatal("a surprise changed what was believed")
		}
	}
}

// TestSeenTwiceIsSurer, and a sight of nothing changes nothing.
func TestSeenTwiceIsSurer(t *testing.T) {
	x, in := drawnFrom(t, nest(t, 1, 0.4, 0.3))
	p := in.Parameters
	last := math.Inf(1)
	for range 3 {
		mean, _ := spreadOf(x, OfStores, &p)
		x.See([]Sight{{OfStores, math.Exp(mean), 0.15}}, &p)
		_, sd := spreadOf(x, OfStores, &p)
		if sd >= last {
			t.Errorf("seen again, the stores are known to %.3f after %.3f", sd, last)
		}
		last = sd
	}
	was := x.Clone()
	x.See(nil, &p)
	for m := range x.States {
		if x.States[m].Stores() != was.States[m].Stores() {
			t.Fatal("seeing nothing moved something")
		}
	}
}

// TestSightsAreWhatWasSeen: a glance at seams tells bees, a weight tells stores,
// frames counted tell brood in all; what was carried tells nothing.
func TestSightsAreWhatWasSeen(t *testing.T) {
	part := func(box string, depth string, o colony.Origin) colony.Part {
		return colony.Part{Box: box, Depth: depth, Stores: o, Brood: o}
	}
	tests := []struct {
		name  string
		parts []colony.Part
		bees  colony.Origin
		scale float64
		want  []Quantity
	}{
		{
			"seams",
			[]colony.Part{
				part("d1", "seams", colony.Carried), part("d2", "seams", colony.Carried),
				part("s", "", colony.Carried),
			},
			colony.Measured, 0, []Quantity{OfBees},
		},
		{
			"weight",
			[]colony.Part{
				part("d1", "", colony.Carried), part("d2", "", colony.Carried), part("s", "", colony.Carried),
			},
			colony.Carried, 31, []Quantity{OfStores},
		},
		{
			"frames",
			[]colony.Part{
				part("d1", "boxes", colony.Measured), part("d2", "boxes", colony.Measured),
				part("s", "boxes", colony.Measured),
			},
			colony.Carried, 0, []Quantity{OfNestStores, OfSuperStores, OfBrood, OfPollen},
		},
		{
			"faces",
			[]colony.Part{
				part("d1", "faces", colony.Measured), part("d2", "faces", colony.Measured),
				part("s", "", colony.Carried),
			},
			colony.Carried, 0, []Quantity{OfNestStores, OfEggs, OfLarvae, OfSealed, OfPollen},
		},
		{
			"nothing",
			[]colony.Part{
				part("d1", "", colony.Carried), part("d2", "", colony.Carried), part("s", "", colony.Carried),
			},
			colony.Carried, 0, nil,
		},
	}
	for _, tt := range tests {
		e := nest(t, 1, 0.4, 0.3)
		for i := range tt.parts {
			tt.parts[i].Box = e.Stack.Boxes[i].ID
		}
		e.Parts, e.BeesFrom = tt.parts, tt.bees
		e.OnScale.Kg, e.OnScale.SD = tt.scale, 2
		var got []Quantity
		for _, s := range Sights(&e) {
			got = append(got, s.Of)
		}
		if len(got) != len(tt.want) {
			t.Errorf("%s tells %v, want %v", tt.name, got, tt.want)
			continue
		}
		for i := range got {
			if got[i] != tt.want[i] {
				t.Errorf("%s tells %v, want %v", tt.name, got, tt.want)
			}
		}
	}
}

// TestPoolingTakesYardAndColonyApart by the closed form for normal effects: with
// precise paces the yard is their mean, drawn to the calendar by its prior, and
// each colony keeps what lies beyond it (Gelman and Hill 2007, from memory).
func TestPoolingTakesYardAndColonyApart(t *testing.T) {
	bias := -intakeSD * intakeSD / 2
	paces := []Pace{{0.5 + bias, 1e-6, true}, {0.3 + bias, 1e-6, true}, {0.4 + bias, 1e-6, true}, {9, 1, false}}
	l := PoolLevel(paces)
	w := 3 / (intakeSD * intakeSD)
	want := 0.4 * w / (w + 1/(flowLevelSD*flowLevelSD))
	if math.Abs(l.Mean-want) > 1e-4 || math.Abs(l.SD-math.Sqrt(1/(w+1/(flowLevelSD*flowLevelSD)))) > 1e-4 {
		t.Errorf("level %+v, by hand %.4f", l, want)
	}
	if none := PoolLevel(nil); none.Mean != 0 || none.SD != flowLevelSD {
		t.Errorf("of no colonies the level is %+v", none)
	}
	x, in := drawnFrom(t, nest(t, 2, 0.1, 0.1))
	x.Pool(Level{0.5, 0.05}, in.Yard)
	for _, s := range x.States[:5] {
		if math.Abs(math.Log(s.FlowFactor)-0.5) > 0.25 {
			t.Errorf("a yard half as strong again gives a level of %.2f", s.FlowFactor)
		}
	}
}
