package plan

import (
	"kembo/core/bees"
	"kembo/core/brood"
	"kembo/core/forecast"
	"kembo/core/queen"
	"kembo/core/season"
	"math"
)

// preparing is the days over which what is left of a swarm in preparation goes. Source: from a charged cell to a
// capped one (Winston 1987, from memory).
const preparing = 10

// lateIn says that in one member in so many the visits after the plan come late, by half a rhythm or mostLate days: it
// rains, or there is no time. So what is left for them to do has a price. Source: none; guess.
const lateIn, mostLate = 3, 4

// live lives a plan in the first n members.
func (s *Situation) live(c *compiled, o *outcome, n int) {
	p := s.Input.Parameters
	w := s.weights()
	_, then := s.visits()
	pull := s.Ready.Pull()
	unit, unitKg := s.superCells()
	var sums Terms
	work := w.Minute * c.minutes
	alive, strength, swarmed := 0.0, 0.0, 0.0
	total := 0
	s.Ready.Lives(n, func(m int, st *bees.State, days []bees.Condition) {
		total++
		next, late := 0, 0
		if m%lateIn == 0 {
			late = min(s.rhythm()/2, mostLate)
		}
		sale, other, fed := 0.0, 0.0, 0.0
		before, stays, swarmKg, early := st.SwarmHazard, 1.0, 0.0, 1.0
		fedBefore := st.Ledger.Fed
		cells, urge, lives, unfound := pull.CellsADay, 1.0, 1.0, 1.0
		for i := range s.horizon {
			for next < len(c.at) && c.at[next].in <= i {
				d := &c.at[next]
				taken := st.Ledger.Taken
				for k := range d.changes {
					ch := &d.changes[k]
					st.Befall(&p, ch)
					st.Apply(ch)
					if l := ch.In.Of(m); l != nil {
						st.Receive(l, ch.InAbove)
					}
				}
				if d.keeps > 0 {
					sale += d.keeps * (st.Ledger.Taken - taken)
				}
				if d.alters != nil {
					other -= d.alters(st, &p)
				}
				if d.swarms > 0 { // of what was in preparation so much still goes
					urge, cells = d.swarms, min(d.swarms*pull.CellsADay, -math.Log(1-d.swarms)/preparing)
				}
				next++
			}
			if i >= late && s.comes[i-late] {
				cost, took := s.upkeep(st, &p, i, m, unit, unitKg)
				fed += cost
				if !c.barred {
					sale += took
				}
			}
			st.Step(&p, &days[i])
			if larvae := st.LarvaCount(); larvae > larvaeLeast && st.PollenCells < emptyPollen*larvae*p.PollenPerLarva {
				other -= withoutPollen * larvae / brood.LarvaDays
			}
			if season.ClusterForms.Holds(days[i].SeasonDay) &&
				(i == 0 || !season.ClusterForms.Holds(days[i-1].SeasonDay)) {
				lives *= s.winters(st.Bees(), true)
			}
			if h := st.SwarmHazard - before; h > 0 || cells > 0 {
				before = st.SwarmHazard
				rate := urge*pull.Queen*pull.Cups*h + cells
				rate, found := s.watched(c, pull, i, rate)
				gone := stays * (1 - math.Exp(-rate))
				dealt := unfound * (1 - math.Exp(-found))
				unfound -= dealt
				counts := 1.0
				if i >= then {
					counts = laterCounts
				} else {
					early *= math.Exp(-rate)
				}
				swarmKg += counts * (gone*s.swarms[i] + stays*dealt*min(dealtWith, s.swarms[i]/2))
				stays -= gone
			}
		}
		t := s.endOf(st, &p, c, sale, lives, st.Ledger.Fed-fedBefore)
		t.Swarm, t.Feed, t.Other = swarmKg, c.sugar*w.SugarKg+fed, t.Other+c.other+other
		t.Work, t.Craft = work+c.care(w), c.craft+c.idleKg
		o.value = append(o.value, t.Total())
		sums.add(t)
		swarmed += 1 - early
		if st.Lost == bees.NotLost {
			alive += lives
			strength += t.Colony / max(w.Colony, 1e-9)
		}
	})
	k := 1 / float64(max(1, total))
	o.members = total
	o.terms = sums.times(k)
	o.alive, o.strength, o.swarm = alive*k, strength*k, swarmed*k
	o.mean = s.decides(o.value)
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
	guards := queen.CappedAfter
	if s.Clipped {
		guards = queen.EmergesAfter
	}
	for _, d := range c.checks {
		if i >= d && i < d+guards {
			return missed * rate, (1 - missed) * rate
		}
	}
	return rate, 0
}
