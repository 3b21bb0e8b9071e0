package bees

// Food the cluster cannot reach in the cold is not food. While a mean day is
// colder than TightC the bees hang together and eat what their combs hold and
// what touches them; honey further off waits for a milder day. A cluster
// without brood creeps on over what lies next to it; one with brood stays.

// tight reports whether the cold holds the bees in a cluster.
func (s *State) tight(p *Parameters, c *Condition) bool {
	return c.MeanC < p.TightC && c.FlightHours < 1
}

// WithinReach returns the kg that a cluster of the colony's size would have to
// hand: of the combs that it covers, as far as honey is near, and above them
// where no excluder parts it from the queen.
func (s *State) WithinReach(p *Parameters) float64 {
	kg := s.NestHoney * s.Near
	if !s.Excluder {
		kg += s.SuperHoney
	}
	return least(kg*s.covers(p)+s.NestNectar, s.Stores())
}

// covers returns the share of the comb that the cluster touches.
func (s *State) covers(p *Parameters) float64 {
	comb := s.NestDrawn
	if !s.Excluder {
		comb += s.SuperDrawn
	}
	return least(1, p.ReachSpread*s.Bees()/(p.BeesPerCell*most(comb, 1)))
}

// hungBeside hangs a share of the nest's honey where the cluster touches it, of which it would have touched what it covers; a
// share under 0 is taken from there.
func (s *State) hungBeside(p *Parameters, share float64) {
	cover := s.covers(p)
	if cover <= 0 || cover >= 1 {
		return
	}
	s.Near = least(1/cover, most(0, s.Near+share*(1-cover)/cover))
	s.Reach = least(s.Stores(), most(0, s.Reach+s.NestHoney*share*(1-cover)))
}

// creep moves a cluster without brood on to what lies next to it.
func (s *State) creep(p *Parameters) {
	if s.brood > p.BroodHolds {
		return
	}
	if more := s.WithinReach(p) - s.Reach; more > 0 {
		s.Reach += p.Creep * more
	}
}

// Reachable returns the stores that the bees can get at on such a day: all of
// them, but in the cold what their cluster touches.
func (s *State) Reachable(p *Parameters, c *Condition) float64 {
	if s.tight(p, c) {
		return s.Reach
	}
	return s.Stores()
}
