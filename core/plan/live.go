package plan

import (
	"math"

	"kembo/core/bees"
	"kembo/core/brood"
	"kembo/core/forecast"
	"kembo/core/queen"
	"kembo/core/season"
)

// preparing is the days over which what is left of a swarm in preparation goes. Source: from a charged cell to a
// capped one (Winston 1987, from memory).
const preparing = 10

// lateIn says that in one member in so many the visits after the plan come late, by half a rhythm or mostLate days: it
// rains, or there is no time. So what is left for them to do has a price. Source: none; guess.
const lateIn, mostLate = 3, 4

// lived is a plan with what has come of it in the members that have lived it so far.
type lived struct {
	*compiled
	parts                    []part
	value                    []float64 // kg of honey, by member
	sums                     Terms
	alive, strength, swarmed float64 // summed up
	bees                     float64 // on the last day, summed up
	outcomes                 map[int]*outcome
}

// life is a member on a day, with what has come of it since today.
type life struct {
	bees.State
	done                            int     // of the plan's days that have been
	sale, other, fed, fedBefore     float64 // kg
	hazard, stays, early, swarmKg   float64
	cells, urge, unfound, winterOut float64
	eased                           float64 // share of the urge that is left until easedTill
	easedTill                       int     // days from today
}

// live lives a plan in the members up to n that have not lived it.
func (s *Situation) live(l *lived, n int) {
	p := s.Input.Parameters
	pull := s.Ready.Pull()
	next, _ := s.visits()
	waits := next > 0 && (len(l.at) == 0 || l.at[0].in >= next)
	x := new(life)
	s.Ready.Lives(len(l.value), n, func(m int, st *bees.State, days []bees.Condition) {
		from := 0
		if waits { // nothing is done before the visit: what comes till then was lived once
			*x, from = s.untilNext()[m], next
		} else {
			*x = begun(st, pull)
		}
		for i := from; i < s.horizon; i++ {
			s.liveDay(l.compiled, x, &p, pull, days, i, m)
		}
		l.ends(s, x, &p)
	})
}

// begun is a member as it stands today.
func begun(st *bees.State, pull forecast.Drivers) life {
	return life{
		State: *st, hazard: st.SwarmHazard, stays: 1, early: 1, fedBefore: st.Ledger.Fed, cells: pull.CellsADay, urge: 1,
		unfound: 1, winterOut: 1,
	}
}

// untilNext returns all members as they stand on the visit, nothing being done before it.
func (s *Situation) untilNext() []life {
	if s.untilVisit != nil {
		return s.untilVisit
	}
	p := s.Input.Parameters
	pull := s.Ready.Pull()
	next, _ := s.visits()
	lives, nothing := make([]life, s.Ready.Size()), &compiled{}
	s.Ready.Lives(0, len(lives), func(m int, st *bees.State, days []bees.Condition) {
		x := &lives[m]
		*x = begun(st, pull)
		for i := range min(next, s.horizon) {
			s.liveDay(nothing, x, &p, pull, days, i, m)
		}
	})
	s.untilVisit = lives
	return lives
}

// liveDay is one day of a member, and what is done on it.
func (s *Situation) liveDay(
	c *compiled, x *life, p *bees.Parameters, pull forecast.Drivers, days []bees.Condition, i, m int,
) {
	st := &x.State
	for x.done < len(c.at) && c.at[x.done].in <= i {
		x.act(&c.at[x.done], p, pull.CellsADay, m)
		x.done++
	}
	late := 0
	if m%lateIn == 0 {
		late = s.late
	}
	if i >= late && s.comes[i-late] {
		s.freed(c, st, i)
		cost, took := s.upkeep(st, p, i, m)
		x.fed += cost
		if !c.barred {
			x.sale += took
		}
	}
	st.Step(p, &days[i])
	if larvae := st.LarvaCount(); larvae > larvaeLeast && st.PollenCells < emptyPollen*larvae*p.PollenPerLarva {
		x.other -= withoutPollen * larvae / brood.LarvaDays
	}
	if season.ClusterForms.Holds(days[i].SeasonDay) && (i == 0 || !season.ClusterForms.Holds(days[i-1].SeasonDay)) {
		x.winterOut *= winters(st.Bees(), c.small)
	}
	if h := st.SwarmHazard - x.hazard; h > 0 || x.cells > 0 {
		x.hazard = st.SwarmHazard
		urge := x.urge
		if i < x.easedTill {
			urge *= x.eased
		}
		rate, found := s.watched(c, pull, i, urge*pull.Queen*pull.Cups*h+x.cells)
		s.swarmsOn(x, i, rate, found)
	}
}

// act does to a member what is done at one time.
func (x *life) act(d *doing, p *bees.Parameters, cellsADay float64, m int) {
	st := &x.State
	taken := st.Ledger.Taken
	for k := range d.changes {
		ch := &d.changes[k]
		st.Befall(p, ch)
		st.Apply(ch)
		if l := ch.In.Of(m); l != nil {
			st.Receive(l, ch.InAbove)
		}
	}
	if d.keeps > 0 {
		x.sale += d.keeps * (st.Ledger.Taken - taken)
	}
	if d.alters != nil {
		x.other -= d.alters(st, p)
	}
	if d.eases.Days > 0 {
		x.eased, x.easedTill = d.eases.left(m), d.in+d.eases.Days
	}
	if d.swarms > 0 { // of what was in preparation so much still goes
		x.urge, x.cells = d.swarms, min(d.swarms*cellsADay, -math.Log(1-d.swarms)/preparing)
	}
}

// swarmsOn counts what goes with swarms on a day, and what is found of them.
func (s *Situation) swarmsOn(x *life, i int, rate, found float64) {
	gone := x.stays * (1 - math.Exp(-rate))
	dealt := x.unfound * (1 - math.Exp(-found))
	x.unfound -= dealt
	counts := 1.0
	if i >= s.then {
		counts = laterCounts
	} else {
		x.early *= math.Exp(-rate)
	}
	x.swarmKg += counts * (gone*s.swarms[i] + x.stays*dealt*min(dealtWith, s.swarms[i]/2))
	x.stays -= gone
}

// ends adds up what a member comes to.
func (l *lived) ends(s *Situation, x *life, p *bees.Parameters) {
	w := s.weights()
	t := s.endOf(&x.State, p, l.compiled, x.sale, x.winterOut, x.Ledger.Fed-x.fedBefore)
	t.Swarm, t.Feed, t.Other = x.swarmKg, l.sugar*w.SugarKg+x.fed, t.Other+l.other+x.other
	t.Work, t.Craft = w.Minute*l.minutes+l.care(w), l.craft+l.idleKg
	l.value = append(l.value, t.Total())
	l.sums.add(t)
	l.swarmed += 1 - x.early
	l.bees += x.Bees()
	if x.Lost == bees.NotLost {
		l.alive += x.winterOut
		l.strength += t.Colony / max(w.Colony, 1e-9)
	}
}

// outcomeOf returns what a plan comes to in the first n members.
func (l *lived) outcomeOf(s *Situation, n int) *outcome {
	o := &outcome{
		parts: l.parts, breaches: l.breaches, forbidden: l.forbidden, changes: l.changes, after: l.after,
		value: l.value[:min(n, len(l.value))],
	}
	k := 1 / float64(max(1, len(l.value)))
	o.members = len(o.value)
	o.terms = l.sums.times(k)
	o.alive, o.strength, o.swarm = l.alive*k, l.strength*k, l.swarmed*k
	o.bees, o.minutes = l.bees*k, l.minutes
	o.mean = s.decides(o.value)
	return o
}

// careMinutes is the work of a year that a colony takes which is kept. Source: common practice; a guess.
const careMinutes = 60

// care returns what keeping the colony costs, kg.
func (c *compiled) care(w Weights) float64 {
	if c.ended {
		return 0
	}
	return careMinutes * w.Minute
}

// watched returns the rate of a day with what checks of every comb leave of it, and the share of swarms in
// preparation that are found instead.
func (s *Situation) watched(c *compiled, pull forecast.Drivers, i int, rate float64) (left, found float64) {
	if i < pull.NotBefore {
		return 0, 0
	}
	for _, d := range c.checks {
		guards := queen.CappedAfter
		if s.Clipped || c.clippedIn > 0 && c.clippedIn <= d+1 {
			guards = queen.EmergesAfter
		}
		if i >= d && i < d+guards {
			return missed * rate, (1 - missed) * rate
		}
	}
	return rate, 0
}
