package forecast

import (
	"math"
	"slices"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/measure"
	"kembo/core/season"
)

// Members is the usual size of an ensemble.
const Members = 200

// Input is all a run needs.
type Input struct {
	Colony     string // id, for its draws
	Estimate   colony.Estimate
	Ensemble   *Ensemble // what is believed on the day of the estimate; nil: drawn from the estimate alone
	Excluder   bool
	Changes    []bees.Change // since the look
	Today      day.Day
	Horizon    int       // days from today
	Yard       *Yard     // from Estimate.Day or earlier, to Today+Horizon at least
	ReserveKg  float64   // under which food counts as out, today
	Reserves   []float64 // and on each day from today; nil: as today
	Seed       uint64
	Parameters bees.Parameters
	Pressure   Pressure
	Supers     []float64  // cells of the supers, in the order in which they fill
	Capped     float64    // share of a super at which it counts as capped; 0: the usual
	Tracks     []Quantity // whose course is kept
}

// Result is what an ensemble says.
type Result struct {
	Today   day.Day
	Horizon int
	// Quantities today.
	Stores, NestStores, SuperStores         measure.Range // kg
	Eggs, Larvae, Capped, Drone             measure.Range // cells
	Bees, Free, WantsToLay, GoodDay, RoomKg measure.Range
	Reachable                               measure.Range
	Mites                                   measure.Range // on a hundred bees
	PollenDays                              measure.Range // for the larvae that are there; at most a season
	Runway                                  [Runways]Runway
	Tracks                                  [Quantities]Track
	// Full and SuperCapped say of each super, in the order in which they fill,
	// when it is full and when it is capped.
	Full, SuperCapped []Runway
	// Losses are by the horizon; LastFood is the days until they go hungry, whatever the reserve.
	Losses   Losses
	LastFood Runway

	ends    [Runways][]float64
	last    []float64 // by member, the day on which they first go hungry
	today   [Quantities][]float64
	hazard  []float64    // by day and member: of a swarm, summed up to the end of the day
	drives  []bees.Drive // by day: summed up over the members to the end of the day
	pull    Drivers
	members int
	courses *tracks // of the quantities whose course was asked for
}

// Ready is an ensemble that has been moved to today: every run from it, with
// whatever is done, starts from the same states and meets the same days. Runs only
// read it: it is safe for concurrent use.
type Ready struct {
	in    Input
	x     *Ensemble
	first int       // index of today in the yard's days
	since []float64 // hazard of a swarm by member, from the look to today
}

// Prepare moves an ensemble to today.
func Prepare(in Input) *Ready {
	var x *Ensemble
	if in.Ensemble != nil {
		x = in.Ensemble.Clone()
	} else {
		x = Draw(&in.Estimate, &in.Parameters, in.Yard, in.Excluder, in.Colony, in.Yard.Members, in.Seed)
	}
	since := make([]float64, len(x.States))
	for m := range x.States {
		x.States[m].SwarmHazard = 0
	}
	x.Move(&in.Parameters, in.Yard, in.Changes, in.Today)
	for m := range x.States {
		since[m] = x.States[m].SwarmHazard
		x.States[m].Reset()
	}
	return &Ready{in, x, int(in.Today - in.Yard.From), since}
}

// Size returns the number of its members.
func (y *Ready) Size() int { return len(y.x.States) }

// Lives hands f each member from one up to another as it stands today, for f to live on, with the days that it
// meets from today on.
func (y *Ready) Lives(from, to int, f func(m int, s *bees.State, days []bees.Condition)) {
	var s bees.State
	for m := from; m < min(to, len(y.x.States)); m++ {
		s = y.x.States[m]
		f(m, &s, y.in.Yard.at(m)[y.first:])
	}
}

// SwarmedSince returns the chance that the colony has swarmed since it was looked at, nobody having looked.
func (y *Ready) SwarmedSince() float64 {
	why := y.pull()
	stays := 0.0
	for _, h := range y.since {
		stays += math.Exp(-why.Queen * why.Cups * h)
	}
	return 1 - stays/float64(max(1, len(y.since)))
}

// Pull returns what of the drives to swarm is the same on all days.
func (y *Ready) Pull() Drivers { return y.pull() }

func (y *Ready) pull() Drivers {
	p, in := &y.in.Parameters, &y.in
	return Drivers{
		Queen: p.QueenAge(in.Pressure.QueenYears), Cups: max(1, in.Pressure.Cups), CellsADay: in.Pressure.CellsADay,
		NotBefore: in.Pressure.NotBefore,
	}
}

// Keep sets the reserves that food is held against, by day from today.
func (y *Ready) Keep(kg []float64) { y.in.ReserveKg, y.in.Reserves = kg[0], kg }

// Run prepares and runs in.
func Run(in Input) *Result { return Prepare(in).Run() }

// Run runs the ensemble over the horizon, with changes made today or later. All
// members meet the same days whatever is done, so that results differ by what
// was done and by nothing else.
func (y *Ready) Run(with ...bees.Change) *Result { return y.run(len(y.x.States), y.in.Tracks, with, 0) }

// Few runs the first n members without their courses, for a search; what is
// shown is run with all.
func (y *Ready) Few(n int, with ...bees.Change) *Result {
	return y.run(min(n, len(y.x.States)), nil, with, 0)
}

// After is Run with changes, told from the day on that they are made: a runway that has ended by then, and
// that the changes give back, is told by its next end.
func (y *Ready) After(from int, with ...bees.Change) *Result {
	return y.run(len(y.x.States), nil, with, from)
}

func (y *Ready) run(n int, of []Quantity, with []bees.Change, from int) *Result {
	in := &y.in
	p := in.Parameters
	r := &Result{Today: in.Today, Horizon: in.Horizon, members: n}
	ends := make([]float64, Runways*n)
	for k := range r.ends {
		r.ends[k] = ends[k*n : (k+1)*n]
	}
	var tr *tracks
	if len(of) > 0 {
		tr = newTracks(of, in.Horizon+1, n)
	}
	col := newColumns(r, n)
	supers := y.superEnds(with, n)
	r.hazard, r.drives = make([]float64, (in.Horizon+1)*n), make([]bees.Drive, in.Horizon+1)
	with = inOrder(with)
	lost, hungry := make([]bees.Cause, n), make([]float64, n)
	run := runner{p: &p, reserve: in.ReserveKg, reserves: in.Reserves}
	if supers != nil {
		run.supers = supers.ends
	}
	for m := range n {
		cond := in.Yard.at(m)[y.first:]
		run.s = y.x.States[m]
		next := run.s.Due(&p, with, 0, in.Today, m)
		col.take(m, &run.s, &p, &cond[0])
		run.reset()
		if supers != nil {
			supers.ends.reset()
		}
		for i := range in.Horizon {
			if next < len(with) {
				next = run.s.Due(&p, with, next, in.Today+day.Day(i), m)
			}
			if i == from && i > 0 {
				run.again(i)
			}
			if tr != nil {
				tr.take(i, m, &run.s, &p, &cond[i])
			}
			run.day(i, &cond[i])
			r.hazard[(i+1)*n+m] = run.s.SwarmHazard
			r.drives[i+1].Add(&run.s.Drive)
			if i == 0 {
				col.first(m, &run.before, run.s.RoomKg(&p, &run.before))
			}
		}
		if tr != nil {
			tr.take(in.Horizon, m, &run.s, &p, &cond[in.Horizon-1])
		}
		for k := range r.ends {
			r.ends[k][m] = run.end[k]
		}
		lost[m], hungry[m] = run.s.Fate(), run.hungry
		supers.take(m)
	}
	r.last = hungry
	r.Losses, r.LastFood = lossesOf(lost, in.Horizon), runwayOf(hungry)
	col.into(r)
	if tr != nil {
		tr.into(r)
		r.courses = tr
	}
	for k := range r.ends {
		r.Runway[k] = runwayOf(r.ends[k])
	}
	supers.into(r)
	r.pull = y.pull()
	return r
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

// LastChance returns the chance that they go hungry before days have passed, whatever the reserve.
func (r *Result) LastChance(days float64) float64 {
	n := 0
	for _, e := range r.last {
		if e < days {
			n++
		}
	}
	return float64(n) / float64(max(1, len(r.last)))
}

// columns gathers what only today is told of.
type columns struct {
	r                *Result
	want, good, room []float64
}

// todayOnly is how many of them no quantity stands for.
const todayOnly = 3

func newColumns(r *Result, n int) *columns {
	a := make([]float64, (int(Quantities)+todayOnly)*n)
	cut := func(i int) []float64 { return a[i*n : (i+1)*n : (i+1)*n] }
	for q := range r.today {
		r.today[q] = cut(q)
	}
	k := int(Quantities)
	return &columns{r, cut(k), cut(k + 1), cut(k + 2)}
}

func (c *columns) take(m int, s *bees.State, p *bees.Parameters, on *bees.Condition) {
	for q := range Quantities {
		c.r.today[q][m] = q.on(s, p, on)
	}
}

func (c *columns) first(m int, t *bees.Today, roomKg float64) {
	c.want[m], c.good[m], c.room[m] = t.WithRoom, t.GoodDay, roomKg
}

// into writes ranges: the likely is the middle of the members, on the day of a look as on any other,
// so that what is told today is what is forecast from.
func (c *columns) into(r *Result) {
	scratch := make([]float64, r.members)
	of := func(sample []float64) measure.Range {
		copy(scratch, sample)
		return Middle(scratch)
	}
	today := func(q Quantity) measure.Range { return of(r.today[q]) }
	r.Stores, r.NestStores, r.SuperStores = today(OfStores), today(OfNestStores), today(OfSuperStores)
	r.Eggs, r.Larvae, r.Capped, r.Drone = today(OfEggs), today(OfLarvae), today(OfSealed), today(OfDrone)
	r.Bees, r.Free = today(OfBees), today(OfFree)
	r.WantsToLay, r.GoodDay, r.RoomKg = of(c.want), of(c.good), of(c.room)
	r.Reachable, r.Mites, r.PollenDays = today(OfReachable), today(OfMites), today(OfPollenDays)
}

// superRun gathers when supers are full and capped, by super and member.
type superRun struct {
	ends         *superEnds
	full, capped [][]float64
}

// superEnds returns nil where there are no supers to follow. Boxes that are put
// on are filled last; where boxes come off, what is left fills as it stood.
func (y *Ready) superEnds(with []bees.Change, n int) *superRun {
	cells := slices.Clone(y.in.Supers)
	for _, c := range with {
		if c.SuperOut > 0 || c.SuperDrawnOut > 0 {
			return nil
		}
		if k := c.SuperDrawn + c.SuperUndrawn; k > 0 {
			cells = append(cells, k)
		}
	}
	if len(cells) == 0 {
		return nil
	}
	s := &superRun{ends: newSuperEnds(cells, y.in.Capped)}
	for range cells {
		s.full, s.capped = append(s.full, make([]float64, n)), append(s.capped, make([]float64, n))
	}
	return s
}

func (s *superRun) take(m int) {
	if s == nil {
		return
	}
	for k := range s.full {
		s.full[k][m], s.capped[k][m] = s.ends.full[k], s.ends.capped[k]
	}
}

func (s *superRun) into(r *Result) {
	if s == nil {
		return
	}
	for k := range s.full {
		r.Full, r.SuperCapped = append(r.Full, runwayOf(s.full[k])), append(r.SuperCapped, runwayOf(s.capped[k]))
	}
}

// inSeason is the days that are looked ahead in season.
const inSeason = 60

// HorizonFor returns the days to look ahead: 60 in season; from mid-September
// to early April, to the first flow of spring.
func HorizonFor(now season.Moment) int {
	const year = 365
	far := season.FarHorizon
	switch {
	case !far.Has(now):
		return inSeason
	case now.Bees > far.By:
		return year - now.Calendar + now.Climate.CalendarDay(far.By)
	}
	return now.Climate.CalendarDay(far.By) - now.Calendar
}

// Reserves in kg below which food counts as out where no forecast tells the colony's own
// ([Ready.Reserves]). Source: common practice: about 5 kg in season, more while they cannot
// forage.
const (
	ReserveSeasonKg = 5.0
	ReserveWinterKg = 6.0
)

// ReserveFor returns the usual reserve on a day.
func ReserveFor(now season.Moment) float64 {
	if now.Phase() == season.Winter {
		return ReserveWinterKg
	}
	return ReserveSeasonKg
}
