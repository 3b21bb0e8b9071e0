package calibration

import (
	"fmt"
	"math"
	"slices"

	"kembo/core/bees"
	"kembo/core/forecast"
	"kembo/core/measure"
)

// Line is the score of one output at one day ahead.
type Line struct {
	Output   string
	Day      int     // days ahead; 0: the day of the look
	Truths   int     // scored
	Held     float64 // share of truths in the 80 % range
	Below    float64 // share under its low end: the forecast was too high
	Above    float64
	Width    float64 // mean width of the range
	Climate  float64 // width of the 80 % range of all truths, knowing nothing of the colony
	Censored int     // truths whose runway did not end within the horizon, scored apart
	Reached  float64 // share of those whose range reaches past the horizon
	// Over are the runways said to be over already, which are scored apart.
	Over      int
	OverRight float64
	// Told are the runways whose whole range lies within the horizon, whatever the
	// truth did: only of them can both ends be missed. ToldHeld is the share held.
	Told     int
	ToldHeld float64
	// Central is, for ranges that promise 5, 10, 15 ... 100 of a hundred, how many
	// they held; nil where only the 80 % range is known.
	Central []float64 `json:",omitempty"`
}

// Tally gathers scores; tallies of parts of a run are added up.
type Tally struct {
	cells map[cell]*sums
	order []cell
	swarm chanceSums
	ends  [forecast.Runways][len(chanceDays)]chanceSums
}

type cell struct {
	output string
	day    int
}

type sums struct {
	n, held, below, above  int
	censored, censoredHeld int
	told, toldHeld         int
	over, overRight        int
	width                  float64
	central                [shares]int // by how far from the middle the truth lay
	placed                 int
	truths                 []float64
}

func (t *Tally) at(output string, day int) *sums {
	if t.cells == nil {
		t.cells = map[cell]*sums{}
	}
	c := cell{output, day}
	s, ok := t.cells[c]
	if !ok {
		s = &sums{}
		t.cells[c] = s
		t.order = append(t.order, c)
	}
	return s
}

// shares is how many widths of range are told apart.
const shares = 20

// place notes how far from the middle of a forecast a truth lay: the share of
// members under it.
func (s *sums) place(below float64) {
	k := int(shares * math.Abs(2*below-1))
	s.central[min(k, shares-1)]++
	s.placed++
}

// reliability returns the share of truths that the middle range of each width
// held.
func (s *sums) reliability() []float64 {
	if s.placed == 0 {
		return nil
	}
	out := make([]float64, shares)
	n := 0
	for k := range out {
		n += s.central[k]
		out[k] = float64(n) / float64(s.placed)
	}
	return out
}

func (s *sums) score(truth float64, r measure.Range) {
	s.n++
	// A range of nothing, as of brood that is not there, holds nothing.
	const slack = 1e-9
	switch {
	case truth < r.Low-slack:
		s.below++
	case truth > r.High+slack:
		s.above++
	default:
		s.held++
	}
	s.width += r.High - r.Low
	s.truths = append(s.truths, truth)
}

// Add takes the scores of another part.
func (t *Tally) Add(o *Tally) {
	t.swarm.add(&o.swarm)
	for k := range t.ends {
		for d := range t.ends[k] {
			t.ends[k][d].add(&o.ends[k][d])
		}
	}
	for _, c := range o.order {
		a, b := t.at(c.output, c.day), o.cells[c]
		a.n, a.held, a.below, a.above = a.n+b.n, a.held+b.held, a.below+b.below, a.above+b.above
		a.censored, a.censoredHeld = a.censored+b.censored, a.censoredHeld+b.censoredHeld
		a.over, a.overRight = a.over+b.over, a.overRight+b.overRight
		a.told, a.toldHeld = a.told+b.told, a.toldHeld+b.toldHeld
		a.width += b.width
		a.placed += b.placed
		for k := range a.central {
			a.central[k] += b.central[k]
		}
		a.truths = append(a.truths, b.truths...)
	}
}

// Lines returns the scores in the order of the outputs.
func (t *Tally) Lines() []Line {
	var out []Line
	for _, c := range t.order {
		s := t.cells[c]
		if s.n == 0 {
			continue
		}
		n := float64(s.n)
		slices.Sort(s.truths)
		out = append(out, Line{
			c.output, c.day, s.n, float64(s.held) / n, float64(s.below) / n, float64(s.above) / n, s.width / n,
			measure.Quantile(s.truths, 0.9) - measure.Quantile(s.truths, 0.1), s.censored,
			float64(s.censoredHeld) / float64(max(1, s.censored)), s.over,
			float64(s.overRight) / float64(max(1, s.over)), s.told, float64(s.toldHeld) / float64(max(1, s.told)),
			s.reliability(),
		})
	}
	return out
}

// Score forecasts truths from to to of a world and scores them. The same
// numbers and seed give the same scores, in whatever parts a run is cut.
func Score(w World, from, to int, seed uint64) *Tally {
	t := &Tally{}
	for i := from; i < to; i++ {
		x := w.make(i, seed)
		r := one(t, x, fmt.Sprint("truth ", i), seed+uint64(i))
		chance, _ := r.Swarm(SwarmDays)
		t.swarm.score(chance, chanceOf(x.course.Swarm[SwarmDays]*w.urge(i, seed)))
	}
	return t
}

// outputs are what is scored on each point.
var outputs = []struct {
	of    forecast.Quantity
	name  string
	above bool // scored only where there are supers
}{
	{forecast.OfStores, "stores, kg", false}, {forecast.OfReachable, "stores in reach, kg", false},
	{forecast.OfSuperStores, "stores in supers, kg", true}, {forecast.OfCapped, "capped share of supers", true},
	{forecast.OfEggs, "eggs", false}, {forecast.OfLarvae, "larvae", false},
	{forecast.OfSealed, "capped brood, cells", false}, {forecast.OfBrood, "brood, cells", false},
	{forecast.OfBees, "bees", false}, {forecast.OfFree, "free cells in the nest", false},
	{forecast.OfSuperFree, "free cells above", true}, {forecast.OfRoom, "room, kg of nectar", false},
	{forecast.OfCrowding, "crowding", false},
}

func one(t *Tally, x lived, name string, seed uint64) *forecast.Result {
	in := forecast.Input{
		Colony: name, Estimate: x.estimate, Excluder: x.state.Excluder, Today: x.on, Horizon: Horizon + 1,
		Yard: forecast.NewYard(x.site, x.on, x.on, Horizon+1, forecast.Members, seed), ReserveKg: x.reserve,
		Seed: seed, Parameters: bees.Defaults(), Pressure: forecast.Pressure{QueenYears: 1},
	}
	for _, o := range outputs {
		in.Tracks = append(in.Tracks, o.of)
	}
	r := forecast.Run(in)
	for _, d := range Points {
		for _, o := range outputs {
			if o.above && x.state.SuperDrawn+x.state.SuperUndrawn == 0 {
				continue
			}
			name := o.name
			if o.of == forecast.OfCapped && r.Tracks[o.of][d].High > nearlyAll {
				name += ", nearly all" // only the low end can be missed: nine in ten keeps the word
			}
			s := t.at(name, d)
			s.score(x.course.At[o.of][d], r.Tracks[o.of][d])
			if below, ok := r.Below(o.of, d, x.course.At[o.of][d]); ok {
				s.place(below)
			}
		}
	}
	for k, n := range forecast.Names {
		s := t.at("runway: "+n+", days", Horizon)
		end, w := x.course.Ends[k], r.Runway[k]
		// Runways are told to a tenth of a day.
		low, high := days(w.Low)-0.05, days(w.High)+0.05
		if high < ended { // no range, but a claim: it is over
			s.over++
			if end < ended {
				s.overRight++
			}
			continue
		}
		for d, days := range chanceDays {
			was := 0.0
			if end < float64(days) {
				was = 1
			}
			t.ends[k][d].score(r.Chance(k, float64(days)), was)
		}
		if high <= Horizon {
			s.told++
			if low <= end && end <= high {
				s.toldHeld++
			}
		}
		if math.IsInf(end, 1) {
			// Beyond the horizon: held where the range reaches past it.
			s.censored++
			if high > Horizon {
				s.censoredHeld++
			}
			continue
		}
		s.score(end, measure.Range{Low: min(low, Horizon+1), High: min(high, Horizon+1)})
	}
	return r
}

// nearlyAll is the capped share from which on a range reaches its ceiling.
const nearlyAll = 0.97

// ended is a runway that is over on the day itself, days.
const ended = 0.1

func days(v *float64) float64 {
	if v == nil {
		return math.Inf(1)
	}
	return *v
}
