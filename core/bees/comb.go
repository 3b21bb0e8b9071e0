package bees

// draw builds comb on foundation, of which there is some: with warmth and bees, as comb gets
// short, and of what has found no cell, of feed and of a good day's income. A colony that has
// hardly any comb, as a swarm, builds with all it has. Drawing costs honey.
func (s *State) draw(p *Parameters, c *Condition, t *Today) {
	if c.MeanC < p.DrawWarmth {
		return
	}
	// What is in the feeder or in fat comb.
	over := (s.broodCells+s.PollenCells-s.NestDrawn)*s.NestKgPerCell + s.NestHoney + s.NestNectar
	over = least(most(0, over), s.NestHoney)
	income := p.DrawIncome * least(1, s.Bees()*(1/drawIncomeBees)) // fewer bees build on less
	if t.Potential < income && s.Crops+over < spareFromKg {
		return
	}
	wanted := p.DrawNestDays * t.WithRoom
	if s.SuperDrawn+s.SuperUndrawn <= 0 { // the nest is the larder as well
		wanted += p.DrawSuperDays * t.GoodDay * p.NectarCells * s.nestPerKg
	}
	short := most(0, 1-s.free(p)/most(1, wanted))
	able := p.DrawCells * s.House * (1 + p.DrawUrge*short)
	cost := p.WaxHoneyMg * 1e-6
	nectar := s.NestNectar + s.SuperNectar
	honey := (s.NestHoney - over) * honeyShare * short
	able = least(able, (s.Crops+over+nectar*waxShare+honey)/cost)
	// The nest first, where the bees are.
	nest := 0.0
	if short > 0 {
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
	s.fresh = nest
	kg := (nest + super) * cost
	s.Ledger.WaxHoney += kg
	for _, from := range [...]struct {
		of   *float64
		most float64
	}{
		{&s.Crops, s.Crops}, {&s.NestHoney, over}, {&s.NestNectar, s.NestNectar}, {&s.SuperNectar, s.SuperNectar},
		{&s.NestHoney, s.NestHoney - over},
	} {
		d := least(kg, from.most)
		*from.of -= d
		kg -= d
	}
	s.Reach = least(s.Reach, s.Stores())
}

// Of the nectar, what a day may turn into wax at most, and of honey where comb is short; of the
// foundation above, what they can reach from the first day; and the kg with no cell from which
// on they build without income.
const waxShare, honeyShare, drawLeast, spareFromKg = 0.6, 0.3, 0.1, 0.15

// drawIncomeBees is the colony that DrawIncome is of. Source: none; guess.
const drawIncomeBees = 20000.0

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
