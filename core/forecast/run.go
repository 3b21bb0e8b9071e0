package forecast

import (
	"math"
	"slices"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/measure"
	"kembo/core/season"
)

// Members is the usual size of an ensemble.
const Members = 200

// The runways, in the order in which they are always shown.
const (
	Food = iota
	Lay
	Store
	Runways
)

// Names of the runways.
var Names = [Runways]string{"food", "lay", "store"}

// Input is all a run needs.
type Input struct {
	Colony     string // id, for its draws
	Estimate   colony.Estimate
	Excluder   bool
	Changes    []Change // since the look and, for a what-if, from today
	Today      day.Day
	Horizon    int   // days from today
	Yard       *Yard // from Estimate.Day or earlier, to Today+Horizon at least
	ReserveKg  float64
	Seed       uint64
	Parameters Parameters
	Limit      int  // run only the first members; 0: all
	Tracks     bool // keep the course of stores, brood and free cells
}

// Track is the course of a quantity: one Range every TrackStep days from today.
type Track []measure.Range

// TrackStep is the days between two points of a Track.
const TrackStep = 2

// Result is what an ensemble says.
type Result struct {
	Today   day.Day
	Horizon int
	// Quantities today.
	Stores, NestStores, SuperStores         measure.Range // kg
	Eggs, Larvae, Capped, Drone             measure.Range // cells
	Bees, Free, WantsToLay, GoodDay, RoomKg measure.Range
	SuperFill                               measure.Range // share of super cells in use
	Runway                                  [Runways]Runway
	StoresTrack, BroodTrack, RoomTrack      Track
	BeesTrack                               Track
	// What a look may be held against: pollen, open nectar and undrawn comb.
	Pollen                    measure.Range
	NestNectar, SuperNectar   float64
	NestUndrawn, SuperUndrawn float64
	ends                      [Runways][]float64
	members                   *columns
}

// Runway is a number of days in the form the record uses: nil where it does
// not end within the horizon, 0 where it has ended.
type Runway struct {
	Low    *float64 `json:"low"`
	Likely *float64 `json:"likely"`
	High   *float64 `json:"high"`
}

// Chance returns the chance that runway r ends before days have passed.
func (r *Result) Chance(runway int, days float64) float64 {
	n := 0
	for _, e := range r.ends[runway] {
		if e < days {
			n++
		}
	}
	return float64(n) / float64(max(1, len(r.ends[runway])))
}

// Run draws Members states from the estimate, moves them to today with the
// changes since, and on to the horizon.
func Run(in Input) *Result {
	p := in.Parameters
	first := in.Yard.Likely[int(in.Estimate.Day-in.Yard.From)].SeasonDay
	lead := int(in.Today - in.Estimate.Day)
	start := int(in.Estimate.Day - in.Yard.From)
	n := in.Yard.Members
	if in.Limit > 0 {
		n = min(n, in.Limit)
	}
	r := &Result{Today: in.Today, Horizon: in.Horizon}
	for k := range r.ends {
		r.ends[k] = make([]float64, n)
	}
	col := newColumns(n)
	points := 0
	if in.Tracks {
		points = in.Horizon/TrackStep + 1
	}
	tracks := newTracks(points, n)
	changes := slices.Clone(in.Changes)
	slices.SortStableFunc(changes, func(a, b Change) int { return int(a.Day - b.Day) })

	for m := range n {
		s := draw(&in.Estimate, &p, in.Excluder, first, in.Colony, m, in.Seed)
		cond := in.Yard.at(m)[start:]
		next := 0
		for i := range lead {
			for next < len(changes) && int(changes[next].Day-in.Estimate.Day) <= i {
				s.Apply(&changes[next])
				next++
			}
			s.Step(&p, &cond[i])
		}
		for next < len(changes) && changes[next].Day <= in.Today {
			s.Apply(&changes[next])
			next++
		}
		col.take(m, &s, &p)
		run := runner{s: s, p: &p, reserve: in.ReserveKg}
		run.reset()
		for i := range in.Horizon {
			for next < len(changes) && int(changes[next].Day-in.Today) <= i {
				run.s.Apply(&changes[next])
				next++
			}
			if in.Tracks && i%TrackStep == 0 {
				tracks.take(i/TrackStep, m, &run.s, &p)
			}
			run.day(i, &cond[lead+i])
			if i == 0 {
				col.first(m, &run.last)
			}
		}
		for k := range r.ends {
			r.ends[k][m] = run.end[k]
		}
	}
	col.into(r, &in)
	tracks.into(r)
	for k := range r.ends {
		r.Runway[k] = runwayOf(r.ends[k])
	}
	return r
}

// runner moves one member over the horizon and notes where its runways end.
type runner struct {
	s       State
	p       *Parameters
	reserve float64
	end     [Runways]float64
	last    Today
}

func (r *runner) reset() {
	for k := range r.end {
		r.end[k] = math.Inf(1)
	}
	if r.s.Stores() < r.reserve {
		r.end[Food] = 0
	}
}

// day does day i and asks of each runway whether it ends on it.
func (r *runner) day(i int, c *Condition) {
	r.last = r.s.Step(r.p, c)
	t := &r.last
	if t.Stores < r.reserve && i+1 < int(min(r.end[Food], 1e6)) {
		r.end[Food] = float64(i + 1)
	}
	// Below 150 eggs a day it is the season that holds her, not room.
	if t.WithRoom > 150 && t.Laid < (1-r.p.LayShortfall)*t.WithRoom && math.IsInf(r.end[Lay], 1) {
		r.end[Lay] = float64(i)
	}
	if t.GoodDay > 0.2 && t.RoomKg < r.p.StoreMarginDays*t.GoodDay && math.IsInf(r.end[Store], 1) {
		r.end[Store] = float64(i)
	}
}

func runwayOf(ends []float64) Runway {
	s := slices.Clone(ends)
	slices.Sort(s)
	at := func(p float64) *float64 {
		v := measure.Quantile(s, p)
		if math.IsInf(v, 1) {
			return nil
		}
		v = math.Round(v)
		return &v
	}
	return Runway{at(0.1), at(0.5), at(0.9)}
}

// columns gathers today's quantities by member.
type columns struct {
	stores, nest, super, eggs, larvae, capped, drone, bees, free, want, good, room, fill []float64
	pollen, nestNectar, superNectar, nestUndrawn, superUndrawn                           []float64
}

func newColumns(n int) *columns {
	a := make([]float64, 18*n)
	cut := func(i int) []float64 { return a[i*n : (i+1)*n : (i+1)*n] }
	return &columns{cut(0), cut(1), cut(2), cut(3), cut(4), cut(5), cut(6), cut(7), cut(8), cut(9), cut(10), cut(11), cut(12), cut(13), cut(14), cut(15), cut(16), cut(17)}
}

func (c *columns) take(m int, s *State, p *Parameters) {
	c.stores[m], c.nest[m], c.super[m] = s.Stores(), s.NestHoney+s.NestNectar, s.SuperHoney+s.SuperNectar
	c.eggs[m], c.larvae[m], c.capped[m], c.drone[m] = s.EggCount(), s.LarvaCount(), s.CappedCount(), s.DroneCount()
	c.bees[m], c.free[m] = s.Bees(), s.NestFree(p)
	c.pollen[m], c.nestNectar[m], c.superNectar[m], c.nestUndrawn[m], c.superUndrawn[m] = s.PollenCells, s.NestNectar, s.SuperNectar, s.NestUndrawn, s.SuperUndrawn
	if s.SuperDrawn > 0 {
		c.fill[m] = 1 - s.SuperFree(p)/s.SuperDrawn
	}
}

func (c *columns) first(m int, t *Today) {
	c.want[m], c.good[m], c.room[m] = t.WithRoom, t.GoodDay, t.RoomKg
}

// into writes ranges. On the day of the look the likely value is the look's
// own; later it is the middle of the ensemble.
func (c *columns) into(r *Result, in *Input) {
	seen := in.Today == in.Estimate.Day && len(in.Changes) == 0
	e := &in.Estimate
	set := func(sample []float64, looked float64) measure.Range {
		likely := looked
		if !seen || math.IsNaN(looked) {
			s := slices.Clone(sample)
			slices.Sort(s)
			likely = measure.Quantile(s, 0.5)
		}
		return measure.Around(likely, slices.Clone(sample))
	}
	none := math.NaN()
	r.Stores = set(c.stores, e.Stores())
	r.NestStores = set(c.nest, e.NestHoney+e.NestNectar)
	r.SuperStores = set(c.super, e.SuperHoney+e.SuperNectar)
	r.Eggs, r.Larvae = set(c.eggs, e.Eggs), set(c.larvae, e.Larvae)
	r.Capped, r.Drone = set(c.capped, e.Capped), set(c.drone, e.Drone)
	r.Bees, r.Free = set(c.bees, e.Bees), set(c.free, e.NestFree())
	r.WantsToLay, r.GoodDay, r.RoomKg = set(c.want, none), set(c.good, none), set(c.room, none)
	r.SuperFill = set(c.fill, none)
	r.Pollen = set(c.pollen, e.Pollen)
	mid := func(sample []float64) float64 { return middle(slices.Clone(sample)).Likely }
	r.NestNectar, r.SuperNectar, r.NestUndrawn, r.SuperUndrawn = mid(c.nestNectar), mid(c.superNectar), mid(c.nestUndrawn), mid(c.superUndrawn)
	r.members = c
}

type tracks struct {
	n                         int
	stores, brood, room, bees [][]float64
}

func newTracks(points, n int) *tracks {
	t := &tracks{n: n}
	for range points {
		t.stores = append(t.stores, make([]float64, n))
		t.brood = append(t.brood, make([]float64, n))
		t.room = append(t.room, make([]float64, n))
		t.bees = append(t.bees, make([]float64, n))
	}
	return t
}

func (t *tracks) take(i, m int, s *State, p *Parameters) {
	t.stores[i][m], t.brood[i][m], t.bees[i][m] = s.Stores(), s.Brood(), s.Bees()
	t.room[i][m] = s.CombRoomKg(p)
}

func (t *tracks) into(r *Result) {
	for i := range t.stores {
		r.StoresTrack = append(r.StoresTrack, middle(t.stores[i]))
		r.BroodTrack = append(r.BroodTrack, middle(t.brood[i]))
		r.RoomTrack = append(r.RoomTrack, middle(t.room[i]))
		r.BeesTrack = append(r.BeesTrack, middle(t.bees[i]))
	}
}

func middle(sample []float64) measure.Range {
	slices.Sort(sample)
	return measure.Around(measure.Quantile(sample, 0.5), sample)
}

// HorizonFor returns the days to look ahead: 60 in season; from mid-September
// to early April, to the first flow of spring.
func HorizonFor(today day.Day, h season.Hemisphere) int {
	const inSeason, firstFlow, from = 60, 112, 258
	sd := season.DayOf(today, h)
	switch {
	case sd >= from:
		return 365 - sd + firstFlow
	case sd < firstFlow-inSeason:
		return firstFlow - sd
	}
	return inSeason
}

// Usual reserves in kg below which food counts as out. Source: common
// practice: about 5 kg in season, more while they cannot forage.
const (
	ReserveSeasonKg = 5.0
	ReserveWinterKg = 6.0
)

// ReserveFor returns the usual reserve on a day.
func ReserveFor(today day.Day, h season.Hemisphere) float64 {
	if season.PhaseOf(season.DayOf(today, h)) == season.Winter {
		return ReserveWinterKg
	}
	return ReserveSeasonKg
}
