package forecast

// forage brings nectar and pollen in and puts the nectar down: first near the
// nest and the unloading place, then up, so the nest is backfilled in a strong
// flow even while a super stands half empty.
func (s *State) forage(p *Parameters, c *Condition, t *Today) {
	perHour := s.Foragers * p.NectarCollectors * p.LoadPerHourMg * 1e-6 * c.Flow * s.IntakeFactor
	t.Potential = perHour * c.FlightHours
	t.GoodDay = perHour * p.GoodDayHours

	nestFree := s.free(p)
	superFree := s.SuperFree(p) * s.SuperAccess
	pull := p.NestPull * nestFree
	share := 1.0
	if pull+superFree > 0 {
		share = pull / (pull + superFree)
	}
	nestRoom := nestFree * s.NestKgPerCell / p.NectarCells
	superRoom := superFree * s.SuperKgPerCell / p.NectarCells
	toNest := min(t.Potential*share, nestRoom)
	toSuper := min(t.Potential-toNest, superRoom)
	toNest += min(t.Potential-toNest-toSuper, nestRoom-toNest)
	s.NestNectar += toNest
	s.SuperNectar += toSuper
	t.In = toNest + toSuper
	s.Ledger.NectarIn += t.In

	if s.SuperDrawn+s.SuperUndrawn > 0 && t.Potential > 0.1 {
		start := p.SuperStart
		if s.Excluder {
			start *= p.ExcluderDrag
		}
		// A lid of solid honey at the top of the nest holds them back.
		lid := s.NestHoney / max(s.NestKgPerCell*s.NestDrawn, 1e-9)
		s.SuperAccess += (1 - s.SuperAccess) * start * (1 - p.LidDrag*min(1, lid*1.4)) * min(1, t.Potential)
	}
	s.carryUp(p, c, nestFree, max(0, superRoom-toSuper))
	s.gatherPollen(p, c)
}

// carryUp lets bees clear the nest for the queen: while they fly and she is
// short of cells, nectar and honey go up, as far as there is room above in use.
// Without it a nest under open supers would stay bound, which it does not.
func (s *State) carryUp(p *Parameters, c *Condition, nestFree, superRoom float64) {
	if superRoom <= 0 || nestFree >= p.ClearBelow || c.FlightHours < 2 {
		return
	}
	nectar := min(s.NestNectar*p.NectarUp, superRoom)
	s.NestNectar -= nectar
	s.SuperNectar += nectar
	// Ripe honey needs fewer cells above than nectar does.
	honey := min(max(0, s.NestHoney-3)*p.ClearShare*s.SuperAccess, (superRoom-nectar)*p.NectarCells)
	s.NestHoney -= honey
	s.SuperHoney += honey
}

// gatherPollen keeps a reserve of about ten days for the larvae. Source: the
// regulated reserve is well known; its size here is common practice.
func (s *State) gatherPollen(p *Parameters, c *Condition) {
	need := s.larvae * p.PollenPerLarva
	target := 10*need + 1500
	gap := max(0, target-s.PollenCells) / target
	// A pair of loads is 15 mg, ten trips in eight hours (Winston 1987, from
	// memory): an eighth of a cell an hour.
	// A need of it draws more foragers to pollen, up to three in four.
	in := (s.Foragers + 0.1*s.Winter) * (1 - p.NectarCollectors + 0.5*gap) * c.FlightHours * c.Pollen * 0.125 * min(1, 1.6*gap)
	in = min(in, 0.5*s.free(p))
	s.PollenCells += in
	s.Ledger.PollenIn += in
	eaten := min(need, s.PollenCells)
	s.PollenCells -= eaten
	s.Ledger.PollenEaten += eaten
}

// ripen turns nectar into honey, which needs fewer cells.
func (s *State) ripen(p *Parameters, c *Condition) {
	share := p.RipeningShare
	if c.MeanC < 10 {
		share *= 0.5
	}
	n, u := s.NestNectar*share, s.SuperNectar*share
	s.NestNectar -= n
	s.NestHoney += n
	s.SuperNectar -= u
	s.SuperHoney += u
}

// roomKg returns the kg of honey that the cells within reach above the nest,
// and those the nest can spare, could still take as nectar. Undrawn comb next
// to them counts for what would be drawn in two days of income.
func (s *State) roomKg(p *Parameters, t *Today) float64 {
	able := 0.0
	if t.GoodDay > 0.3 {
		able = 2 * p.DrawCells * s.House
	}
	drawAbove := min(s.SuperUndrawn, able)
	drawBelow := min(s.NestUndrawn, able-drawAbove)
	// A super just put on counts for what will be in use in two or three days.
	soon := s.SuperAccess + (1-s.SuperAccess)*p.AccessSoon
	above := s.SuperFree(p)*soon + drawAbove
	spare := max(0, s.free(p)+drawBelow-4*t.WithRoom)
	return (above*s.SuperKgPerCell + spare*s.NestKgPerCell) / p.NectarCells
}
