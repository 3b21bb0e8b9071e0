// Package skill scores the forecast against truths ([kembo/lab/truth]) and beside what
// could be said without it. For each quantity and day ahead it tells how often the 80 % range
// held the truth, and the continuous ranked probability score (Gneiting and Raftery 2007,
// J. Am. Stat. Assoc. 102:359-378) of the forecast against that of four references:
//
//   - persistence: as it was seen, with the errors that this made before;
//   - season: what colonies have on such a day of the year;
//   - regression: linear in the logarithms of all that was seen and in the season;
//   - neighbours: what became of the fifty looks most like this one.
//
// References are fitted on truths of one world and scored in any. A ratio below 1 says that
// the forecast is better.
package skill

import (
	"fmt"
	"math"
	"slices"

	"kembo/core/bees"
	"kembo/core/forecast"
	"kembo/core/look"
	"kembo/lab/truth"
)

// Points are the days ahead that are scored.
var Points = []int{0, 8, 14, 28, truth.Horizon}

// Output is something that is forecast.
type Output struct {
	Name   string
	Of     forecast.Quantity
	Runway int // the index of one; -1: a quantity
	Above  bool
	Offset float64 // added before a logarithm is taken
	Most   float64 // from which on more is as much: in a colony that dies of mites; 0: no such
}

// Outputs are what is scored.
var Outputs = []Output{
	{Name: "stores, kg", Of: forecast.OfStores, Runway: -1, Offset: 1},
	{Name: "stores in supers, kg", Of: forecast.OfSuperStores, Runway: -1, Above: true, Offset: 1},
	{Name: "capped share of supers", Of: forecast.OfCapped, Runway: -1, Above: true, Offset: 0.1},
	{Name: "eggs", Of: forecast.OfEggs, Runway: -1, Offset: 300},
	{Name: "larvae", Of: forecast.OfLarvae, Runway: -1, Offset: 600},
	{Name: "capped brood, cells", Of: forecast.OfSealed, Runway: -1, Offset: 1000},
	{Name: "brood, cells", Of: forecast.OfBrood, Runway: -1, Offset: 1000},
	{Name: "bees", Of: forecast.OfBees, Runway: -1, Offset: 500},
	{Name: "free cells in the nest", Of: forecast.OfFree, Runway: -1, Offset: 3000},
	{Name: "free cells above", Of: forecast.OfSuperFree, Runway: -1, Above: true, Offset: 3000},
	{Name: "mites on 100 bees", Of: forecast.OfMites, Runway: -1, Offset: 0.3, Most: 20},
	{Name: "crowding", Of: forecast.OfCrowding, Runway: -1, Offset: 0.05},
	{Name: "food, days", Runway: forecast.Food, Offset: 3},
	{Name: "room to lay, days", Runway: forecast.Lay, Offset: 3},
	{Name: "room to store, days", Runway: forecast.Store, Offset: 3},
}

// points are the days ahead on which an output is scored; a runway is scored once.
func (o Output) points() []int {
	if o.Runway >= 0 {
		return []int{truth.RunwayDays}
	}
	return Points
}

// truthOf is what an output came to. Runways that do not end count as ending at the horizon.
func (o Output) truthOf(t *truth.Truth, day int) float64 {
	if o.Runway >= 0 {
		return min(t.Ends[o.Runway], truth.RunwayDays)
	}
	return o.most(t.At[o.Of][day])
}

func (o Output) most(v float64) float64 {
	if o.Most > 0 {
		return min(v, o.Most)
	}
	return v
}

// asked reports whether a truth has such a thing.
func (o Output) asked(t *truth.Truth) bool { return !o.Above || t.Supers }

// CRPS is the continuous ranked probability score of a sample against what came: the mean
// distance from it less half the mean distance within. It sorts the sample.
func CRPS(sample []float64, came float64) float64 {
	n := float64(len(sample))
	if n == 0 {
		return math.NaN()
	}
	slices.Sort(sample)
	off, within := 0.0, 0.0
	for i, x := range sample {
		off += math.Abs(x - came)
		within += x * (2*float64(i) + 1 - n)
	}
	return off/n - within/(n*n)
}

// References are their names, in order.
var References = []string{"persistence", "season", "regression", "neighbours"}

// Part is a part of the looks that is scored apart.
type Part string

// The parts: all, the quarters of the year as a keeper has them, and how deep was looked.
const (
	AllYear Part = "all year"
	Spring  Part = "March to May"
	Summer  Part = "June to August"
	Autumn  Part = "September and October"
	Winter  Part = "November to February"
	ByFace  Part = "by face"
	ByBox   Part = "by box"
	BySeams Part = "by seams"
)

// Parts in order.
var Parts = []Part{AllYear, Spring, Summer, Autumn, Winter, ByFace, ByBox, BySeams}

// partsOf are those that a truth is of.
func partsOf(t *truth.Truth) []Part {
	depth := map[look.Depth]Part{look.ByFace: ByFace, look.ByBox: ByBox, look.BySeams: BySeams}[t.Depth]
	return []Part{AllYear, quarterOf(t), depth}
}

func quarterOf(t *truth.Truth) Part {
	switch m := t.On.Time().Month(); {
	case m >= 3 && m <= 5:
		return Spring
	case m >= 6 && m <= 8:
		return Summer
	case m == 9 || m == 10:
		return Autumn
	}
	return Winter
}

// Line is the score of an output some days ahead, in a part of the year.
type Line struct {
	Output string
	Part   Part
	Day    int
	Truths int
	Held   float64 // share in the 80 % range
	CRPS   float64
	Bias   float64    // mean of the middle less the truth, as a share of the mean truth
	Ratio  [4]float64 // of the forecast's CRPS to each reference's
}

type key struct {
	output string
	part   Part
	day    int
}

type sums struct {
	n, held            int
	crps, came, middle float64
	reference          [4]float64
	_                  struct{}
}

// Tally gathers scores.
type Tally struct {
	at map[key]*sums
}

// Score forecasts truths from to to of a world and scores them beside references.
func Score(w truth.World, from, to int, seed uint64, refs *Fitted) *Tally {
	t := &Tally{at: map[key]*sums{}}
	for i := from; i < to; i++ {
		x := w.Make(i, seed)
		r := Forecast(&x, fmt.Sprint("truth ", i), seed+uint64(i))
		var near around
		if refs != nil {
			near = refs.around(&x)
		}
		for k, o := range Outputs {
			if !o.asked(&x) {
				continue
			}
			for _, d := range o.points() {
				came := o.truthOf(&x, d)
				sample := o.sampleOf(r, d)
				middle, held := rangeHolds(sample, came)
				crps := CRPS(sample, came)
				var of [4]float64
				if refs != nil {
					for j := range References {
						of[j] = CRPS(refs.sample(j, k, d, &x, near), came)
					}
				}
				for _, s := range partsOf(&x) {
					t.add(key{o.Name, s, d}, held, crps, came, middle, of)
				}
			}
		}
	}
	return t
}

func (t *Tally) add(k key, held bool, crps, came, middle float64, of [4]float64) {
	s := t.at[k]
	if s == nil {
		s = &sums{}
		t.at[k] = s
	}
	s.n++
	if held {
		s.held++
	}
	s.crps += crps
	s.came += came
	s.middle += middle
	for j := range of {
		s.reference[j] += of[j]
	}
}

// Add takes in another part of a run.
func (t *Tally) Add(o *Tally) {
	for k, b := range o.at {
		a := t.at[k]
		if a == nil {
			a = &sums{}
			t.at[k] = a
		}
		a.n, a.held, a.crps, a.came, a.middle = a.n+b.n, a.held+b.held, a.crps+b.crps, a.came+b.came, a.middle+b.middle
		for j := range a.reference {
			a.reference[j] += b.reference[j]
		}
	}
}

// Lines are the scores in the order of outputs, days and seasons.
func (t *Tally) Lines() []Line {
	var out []Line
	for _, o := range Outputs {
		for _, d := range o.points() {
			for _, at := range Parts {
				s := t.at[key{o.Name, at, d}]
				if s == nil {
					continue
				}
				n := float64(s.n)
				l := Line{
					Output: o.Name, Part: at, Day: d, Truths: s.n, Held: float64(s.held) / n, CRPS: s.crps / n,
					Bias: (s.middle - s.came) / math.Max(1e-9, s.came),
				}
				for j := range l.Ratio {
					l.Ratio[j] = s.crps / s.reference[j]
				}
				out = append(out, l)
			}
		}
	}
	return out
}

// Forecast runs the forecast of a truth from its look alone.
func Forecast(x *truth.Truth, name string, seed uint64) *forecast.Result {
	in := forecast.Input{
		Colony: name, Estimate: x.Estimate, Excluder: x.Excluder, Today: x.On, Horizon: truth.Horizon + 1,
		Yard:      forecast.NewYard(x.Site, x.On, x.On, truth.Horizon+1, forecast.Members, seed),
		ReserveKg: x.Reserve, Seed: seed, Parameters: bees.Defaults(), Pressure: forecast.Pressure{QueenYears: 1},
	}
	for _, o := range Outputs {
		if o.Runway < 0 {
			in.Tracks = append(in.Tracks, o.Of)
		}
	}
	if x.Counted.Bees > 0 {
		in.Ensemble = forecast.Draw(&x.Estimate, &in.Parameters, in.Yard, x.Excluder, name, forecast.Members, seed)
		in.Ensemble.SeeMites(x.Counted, &in.Parameters)
	}
	if x.Treated > 0 {
		in.Changes = []bees.Change{{Day: x.On, Treat: &bees.Treat{Class: truth.Strips, Days: x.Treated}}}
	}
	return forecast.Run(in)
}

// sampleOf is what the members say of an output.
func (o Output) sampleOf(r *forecast.Result, day int) []float64 {
	if o.Runway < 0 {
		sample := r.Course(o.Of, day)
		for i, v := range sample {
			sample[i] = o.most(v)
		}
		return sample
	}
	ends := r.Ends(o.Runway)
	for i := range ends {
		ends[i] = min(ends[i], truth.RunwayDays)
	}
	return ends
}

// rangeHolds returns the middle of a sample, and whether its 80 % range holds what came. A
// range that ends at the horizon holds what is past it.
func rangeHolds(sample []float64, came float64) (middle float64, held bool) {
	r := forecast.Middle(sample)
	const slack = 1e-9
	return r.Likely, came >= r.Low-slack && came <= r.High+slack
}
