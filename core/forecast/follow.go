package forecast

// Course is what became of one colony, day by day from the first: the truth
// that a forecast of it is scored against.
type Course struct {
	Stores, Brood, Bees []float64        // at the start of each day
	RoomKg              []float64        // free comb in reach, as kg of nectar
	Ends                [Runways]float64 // day a runway ended, +Inf where it did not
	Last                State
}

// Follow moves one state through given conditions, with nobody touching the
// hive.
func Follow(s State, p Parameters, days []Condition, reserveKg float64) Course {
	var c Course
	r := runner{s: s, p: &p, reserve: reserveKg}
	r.reset()
	take := func() {
		c.Stores, c.Brood, c.Bees = append(c.Stores, r.s.Stores()), append(c.Brood, r.s.Brood()), append(c.Bees, r.s.Bees())
		c.RoomKg = append(c.RoomKg, r.s.CombRoomKg(&p))
	}
	for i := range days {
		take()
		r.day(i, &days[i])
	}
	take()
	c.Ends, c.Last = r.end, r.s
	return c
}

// Member returns the conditions that member m of a yard draws.
func (y *Yard) Member(m int) []Condition { return y.at(m) }
