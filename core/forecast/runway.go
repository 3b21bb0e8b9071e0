package forecast

import (
	"math"
	"slices"

	"kembo/core/bees"
	"kembo/core/measure"
)

// The runways, in the order in which they are always shown.
const (
	Food = iota
	Lay
	Store
	Runways
)

// Names of the runways.
var Names = [Runways]string{"food", "lay", "store"}

// Titles are the runways as they are headed.
var Titles = [Runways]string{"Food", "Room to lay", "Room to store"}

// Runway is a number of days in the form the record uses, to a tenth: nil where
// it does not end within the horizon, 0 where it has ended.
type Runway struct {
	Low    *float64 `json:"low"`
	Likely *float64 `json:"likely"`
	High   *float64 `json:"high"`
}

// tenths of a day are what runways are told to.
const tenths = 10

func runwayOf(ends []float64) Runway {
	s := slices.Clone(ends)
	slices.Sort(s)
	at := func(p float64) *float64 {
		v := measure.Quantile(s, p)
		if math.IsInf(v, 1) || math.IsNaN(v) {
			return nil
		}
		v = math.Round(tenths*v) / tenths
		return &v
	}
	return Runway{at(measure.Low80), at(measure.Median), at(measure.High80)}
}

// runner moves one member over the horizon and notes where its runways end, at
// what part of a day.
type runner struct {
	s        bees.State
	p        *bees.Parameters
	reserve  float64
	reserves []float64 // by day; nil: the same on all
	end      [Runways]float64
	now      bees.Today
	before   bees.Today // how the day before ended
	hungry   float64    // day on which they first go hungry
	room     float64    // good days over the margin, when it was last asked
	supers   *superEnds
}

func (r *runner) reset() {
	for k := range r.end {
		r.end[k] = math.Inf(1)
	}
	r.before = bees.Today{Stores: r.s.Stores(), Laid: math.Inf(1)}
	r.room, r.hungry = math.Inf(1), math.Inf(1)
	if r.before.Stores < r.reserve {
		r.end[Food] = 0
	}
}

// again begins anew on day i: what has ended by then may go on.
func (r *runner) again(i int) {
	hungry := r.hungry
	r.reset()
	r.hungry = hungry
	keep := r.reserve
	if r.reserves != nil {
		keep = r.reserves[i]
	}
	if r.end[Food] = math.Inf(1); r.before.Stores < keep {
		r.end[Food] = float64(i)
	}
}

// crossed returns the part of a day after which what was over a limit came
// under it; where it was not over it, or nobody knows by how much, at once.
func crossed(was, now float64) float64 {
	if was <= 0 || math.IsInf(was, 1) || math.IsNaN(was) {
		return 0
	}
	return was / (was - now)
}

// day does day i and asks of each runway whether it ends on it.
func (r *runner) day(i int, c *bees.Condition) {
	was, t := &r.before, &r.now
	*t = bees.Today{}
	r.s.Advance(r.p, c, t)
	at := float64(i)
	keep, kept := r.reserve, r.reserve
	if r.reserves != nil {
		keep, kept = r.reserves[i+1], r.reserves[i]
	}
	if t.Hungry && at < r.hungry {
		r.hungry = at
	}
	if r.end[Food] > at {
		switch {
		case t.Stores < keep:
			r.end[Food] = at + crossed(was.Stores-kept, t.Stores-keep)
		case t.Hungry: // there is food, but not where they are
			r.end[Food] = at
		}
	}
	// Below so few eggs a day it is the season that holds her, not room.
	if share := 1 - r.p.LayShortfall; t.Laid < share*t.WithRoom && t.WithRoom > bees.HeldLeast && r.end[Lay] > at {
		r.end[Lay] = at + crossed(was.Laid/was.WithRoom-share, t.Laid/t.WithRoom-share)
	}
	if t.GoodDay > flowLeast && r.end[Store] > at {
		was := r.room
		r.room = r.s.RoomKg(r.p, t)/t.GoodDay - r.p.StoreMarginDays
		if r.room < 0 {
			r.end[Store] = at + crossed(was, r.room)
		}
	}
	r.before = *t
	if r.supers != nil {
		r.supers.day(&r.s, r.p, at)
	}
}

// flowLeast is the kg that a good day must bring for room to store to matter.
// Source: common practice.
const flowLeast = 0.2

// superEnds notes when supers are full and when they are capped, as if they
// were filled one after the other, the fullest first. Bees fill several at
// once; the last is full when this says so, the first a little later.
type superEnds struct {
	cells        []float64 // summed up, in the order in which they fill
	full, capped []float64 // days, +Inf where not within the horizon
	nFull, nCap  int
	share        float64 // capped
}

// Shares at which a super counts as full and, where the keeper has set nothing
// else, as capped. Source: common practice; the corners are seldom filled.
const (
	cappedUsual = 0.80
)

func newSuperEnds(cells []float64, capped float64) *superEnds {
	e := &superEnds{share: capped}
	if capped <= 0 {
		e.share = cappedUsual
	}
	t := 0.0
	for _, c := range cells {
		t += c
		e.cells = append(e.cells, t)
	}
	e.full, e.capped = make([]float64, len(cells)), make([]float64, len(cells))
	return e
}

func (e *superEnds) reset() {
	e.nFull, e.nCap = 0, 0
	for i := range e.cells {
		e.full[i], e.capped[i] = math.Inf(1), math.Inf(1)
	}
}

func (e *superEnds) day(s *bees.State, p *bees.Parameters, at float64) {
	if e.nCap == len(e.cells) || s.SuperKgPerCell <= 0 {
		return
	}
	used := (s.SuperHoney + p.NectarCells*s.SuperNectar) / s.SuperKgPerCell
	for e.nFull < len(e.cells) && used >= bees.FullShare*e.cells[e.nFull] {
		e.full[e.nFull] = at
		e.nFull++
	}
	capped := s.SuperCapped / s.SuperKgPerCell
	for e.nCap < e.nFull && capped >= e.share*bees.FullShare*e.cells[e.nCap] {
		e.capped[e.nCap] = at
		e.nCap++
	}
}
