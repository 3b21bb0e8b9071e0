package forecast

// draw builds comb on foundation: only with income, warmth and bees, and only
// as room gets short. Drawing costs honey.
func (s *State) draw(p *Parameters, c *Condition, t *Today) {
	if t.Potential < p.DrawIncome || c.MeanC < p.DrawWarmth || s.NestUndrawn+s.SuperUndrawn <= 0 {
		return
	}
	able := p.DrawCells * s.House * min(1, t.Potential)
	cost := p.WaxHoneyMg * 1e-6
	able = min(able, max(0, (s.NestNectar+s.SuperNectar)*0.5/cost))
	// The nest first, where the bees are.
	nest := 0.0
	if s.free(p) < 6*t.WithRoom {
		nest = min(able, s.NestUndrawn)
	}
	super := 0.0
	if s.SuperFree(p)*s.SuperKgPerCell/p.NectarCells < 4*t.GoodDay {
		super = min(able-nest, s.SuperUndrawn*s.drawReach())
	}
	s.NestUndrawn -= nest
	s.NestDrawn += nest
	s.SuperUndrawn -= super
	s.SuperDrawn += super
	honey := (nest + super) * cost
	fromNest := min(honey, s.NestNectar)
	s.NestNectar -= fromNest
	s.SuperNectar -= honey - fromNest
	s.Ledger.WaxHoney += honey
}

// drawReach is the share of the foundation that bees can hang on: all of it
// once the supers are in use, little before.
func (s *State) drawReach() float64 { return max(0.1, s.SuperAccess) }
