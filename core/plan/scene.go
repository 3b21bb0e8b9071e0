package plan

import (
	"slices"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/endvalue"
	"kembo/core/season"
)

// scene is how the hive likely stands on a day that something may be done on: the middle of some members.
type scene struct {
	s      *Situation
	in     int // days from today
	next   int // days from then to the visit after it
	season season.Moment
	ahead  endvalue.Ahead

	bees, brood, larvae float64
	free                float64 // empty drawn cells of the nest
	freeKg              float64 // the honey that they hold
	nestKg, superKg     float64
	reachKg             float64 // that a cluster would touch
	goodDayKg           float64
	pollenDays          float64
	pollenHours         float64 // of flight in the week after, weighed by the pollen that is in flower
	peak                float64 // of the queen, against the usual
	undrawn             float64 // share of the nest that is foundation
	inUse               float64 // share of its drawn comb that holds something
	queenless           float64 // share of members in which none lays and none is to come
	highC               float64
	emptiesC            float64 // the middle of the highs of the days in which a feeder is emptied
	coldestC            float64 // the lowest night of the week from then on
	flowKg              float64 // that is offered from then to the visit after it
}

// sceneOf is as many members as tell a scene that is neither today’s nor the visit’s, of which all do. Rounding.
const sceneOf = 40

// pollenMost is the days that pollen is told for at most. Rounding.
const pollenMost = 60

// pollenWeek is how far ahead flights for pollen are told. Source: common practice.
const pollenWeek = 7

// scene returns how it stands in some days.
func (s *Situation) scene(in int) *scene {
	if x, ok := s.scenes[in]; ok {
		return x
	}
	visit, then := s.visits()
	x := &scene{s: s, in: in, season: s.on(s.Today + day.Day(in)), ahead: s.season.At(in)}
	if x.next = then - in; in < visit {
		x.next = visit - in
	}
	s.scenes[in] = x
	p := s.Input.Parameters
	var of gathered
	members := sceneOf
	if in == 0 || in == visit {
		members = s.Ready.Size()
	}
	s.Ready.Lives(0, members, func(m int, st *bees.State, days []bees.Condition) {
		if in == visit && in > 0 {
			*st = s.untilNext()[m].State
		} else {
			for i := range min(in, len(days)) {
				st.Step(&p, &days[i])
			}
		}
		y := *st
		t := y.Step(&p, &days[min(in, len(days)-1)])
		hours := 0.0
		for i := in; i < min(in+pollenWeek, len(days)); i++ {
			hours += days[i].FlightHours * days[i].Pollen
		}
		of.members++
		of.add(&x.pollenHours, hours)
		if queenless(st) {
			x.queenless++
		}
		of.add(&x.bees, st.Bees())
		of.add(&x.brood, st.Brood())
		of.add(&x.larvae, st.LarvaCount())
		of.add(&x.free, st.NestFree(&p))
		of.add(&x.freeKg, st.NestFree(&p)*st.NestKgPerCell)
		of.add(&x.nestKg, st.NestHoney+st.NestNectar)
		of.add(&x.reachKg, st.WithinReach(&p))
		of.add(&x.superKg, st.SuperHoney+st.SuperNectar)
		of.add(&x.goodDayKg, t.GoodDay)
		of.add(&x.pollenDays, st.PollenDays(&p, pollenMost))
		of.add(&x.peak, max(st.QueenPeak, st.NextQueen)/p.QueenPeakLaying)
		of.add(&x.undrawn, st.NestUndrawn/max(st.NestUndrawn+st.NestDrawn, 1))
		of.add(&x.inUse, 1-st.NestFree(&p)/max(st.NestDrawn, 1))
	})
	of.middle()
	x.queenless /= float64(max(1, of.members))
	x.highC, x.emptiesC, x.coldestC = s.high(in), s.empties(in), s.coldest(in)
	x.flowKg = s.season.FlowKg(in, in+x.next)
	return x
}

// gathered is what the members hold of some quantities, to be told by their middles.
type gathered struct {
	members int
	into    []*float64
	of      [][]float64
}

// add notes a member's value of a quantity.
func (g *gathered) add(into *float64, v float64) {
	k := slices.Index(g.into, into)
	if k < 0 {
		k = len(g.into)
		g.into, g.of = append(g.into, into), append(g.of, nil)
	}
	g.of[k] = append(g.of[k], v)
}

// middle writes the middle of each.
func (g *gathered) middle() {
	for k, v := range g.of {
		slices.Sort(v)
		*g.into[k] = v[len(v)/2]
	}
}

// queenless reports whether none lays and none is to come.
func queenless(s *bees.State) bool { return s.QueenPeak <= 0 && s.NextQueen <= 0 && !s.Caged }

// keeperWaits is how many of the days about a visit a keeper can choose the warmest of. Source: common
// practice.
const keeperWaits = 3

// high returns the likely high of the day, the warmest of those that a keeper can choose between.
func (s *Situation) high(in int) float64 {
	best := s.Site.WeatherOn(s.Today + day.Day(in)).MaxC
	for d := 1; d < keeperWaits; d++ {
		best = max(best, s.Site.WeatherOn(s.Today+day.Day(in+d)).MaxC)
	}
	return best
}

// feederDays are those in which a feeder is emptied. Source: common practice: four or five.
const feederDays = 5

// empties returns the middle of the highs of the days in which a feeder is emptied that is filled on a day, °C, as forecast or
// usual.
func (s *Situation) empties(in int) float64 {
	sum := 0.0
	for d := range feederDays {
		sum += s.Site.WeatherOn(s.Today + day.Day(in+d)).MaxC
	}
	return sum / feederDays
}

// bearsOn is as many days as a night's warmth is asked for. Source: common practice: what a forecast of the weather tells.
const bearsOn = 7

// coldest returns the lowest night of the week from a day on, °C, as forecast or usual.
func (s *Situation) coldest(in int) float64 {
	c := s.Site.WeatherOn(s.Today + day.Day(in)).MinC
	for d := 1; d < bearsOn; d++ {
		c = min(c, s.Site.WeatherOn(s.Today+day.Day(in+d)).MinC)
	}
	return c
}

// lowStoresKg returns the stores under which one member in ten is in some days from today.
func (x *scene) lowStoresKg(in int) float64 {
	s := x.s
	p := s.Input.Parameters
	var kg []float64
	s.Ready.Lives(0, sceneOf, func(_ int, st *bees.State, days []bees.Condition) {
		for i := range min(in, len(days)) {
			st.Step(&p, &days[i])
		}
		kg = append(kg, st.Stores())
	})
	if len(kg) == 0 {
		return 0
	}
	slices.Sort(kg)
	const tenth = 10
	return kg[len(kg)/tenth]
}
