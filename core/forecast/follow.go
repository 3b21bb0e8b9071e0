package forecast

import "kembo/core/bees"

// Course is what became of one colony, day by day from the first: the truth
// that a forecast of it is scored against.
type Course struct {
	At    [Quantities][]float64 // at the start of each day
	Swarm []float64             // hazard of a swarm since the first day, by the start of each
	Ends  [Runways]float64      // day a runway ended, +Inf where it did not
	Last  bees.State
}

// Follow moves one state through given conditions, with nobody touching the
// hive.
func Follow(s bees.State, p bees.Parameters, days []bees.Condition, reserveKg float64) Course {
	var c Course
	r := runner{s: s, p: &p, reserve: reserveKg}
	r.reset()
	take := func(on *bees.Condition) {
		for q := range Quantities {
			c.At[q] = append(c.At[q], q.on(&r.s, &p, on))
		}
		c.Swarm = append(c.Swarm, r.s.SwarmHazard-s.SwarmHazard)
	}
	for i := range days {
		take(&days[i])
		r.day(i, &days[i])
	}
	take(&days[len(days)-1])
	c.Ends, c.Last = r.end, r.s
	return c
}

// Member returns the conditions that member m of a yard draws.
func (y *Yard) Member(m int) []bees.Condition { return y.at(m) }
