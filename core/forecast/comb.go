package forecast

// draw builds comb on foundation, of which there is some, on a day with income:
// only with warmth and bees, and only as room gets short. Drawing costs honey.
func (s *State) draw(p *Parameters, c *Condition, t *Today) {
	if c.MeanC < p.DrawWarmth {
		return
	}
	able := p.DrawCells * s.House * least(1, t.Potential)
	cost := p.WaxHoneyMg * 1e-6
	able = least(able, most(0, (s.NestNectar+s.SuperNectar)*waxShare/cost))
	// The nest first, where the bees are.
	nest := 0.0
	if s.free(p) < p.DrawNestDays*t.WithRoom {
		nest = least(able, s.NestUndrawn)
	}
	super := 0.0
	if s.SuperFree(p)*s.SuperKgPerCell/p.NectarCells < p.DrawSuperDays*t.GoodDay {
		super = least(able-nest, s.SuperUndrawn*s.drawReach())
	}
	s.NestUndrawn -= nest
	s.NestDrawn += nest
	s.SuperUndrawn -= super
	s.SuperDrawn += super
	honey := (nest + super) * cost
	fromNest := least(honey, s.NestNectar)
	s.NestNectar -= fromNest
	s.SuperNectar -= honey - fromNest
	s.Ledger.WaxHoney += honey
	s.Reach = least(s.Reach, s.Stores())
}

// Of the nectar, what a day may turn into wax at most; of the foundation above,
// what they can reach from the first day.
const waxShare, drawLeast = 0.5, 0.1

// drawReach is the share of the foundation that bees can hang on: all of it
// once the supers are in use, little before.
func (s *State) drawReach() float64 { return most(drawLeast, s.SuperAccess) }

// widen takes a box under the nest into it, as bees hang down into it in warm
// weather once the nest is full of them. Nectar is not put there.
func (s *State) widen(p *Parameters, c *Condition) {
	if c.MeanC < p.UnderWarmth {
		return
	}
	full := s.Bees() / (p.BeesPerCell * most(s.NestDrawn, 1))
	share := p.UnderStart * least(1, most(0, 2*full-1))
	drawn, undrawn := s.UnderDrawn*share, s.UnderUndrawn*share
	s.UnderDrawn -= drawn
	s.NestDrawn += drawn
	s.UnderUndrawn -= undrawn
	s.NestUndrawn += undrawn
}
