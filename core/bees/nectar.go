package bees

// forage brings nectar and pollen in and puts the nectar down: first near the
// nest and the unloading place, then up, so the nest is backfilled in a strong
// flow even while a super stands half empty.
func (s *State) forage(p *Parameters, c *Condition, t *Today) {
	perHour := s.Foragers * p.NectarCollectors * p.LoadPerHourMg * 1e-6 * c.Flow * s.FlowFactor * s.IntakeFactor
	t.Potential = perHour * c.FlightHours
	t.GoodDay = perHour * p.GoodDayHours

	pollen := s.pollenNeed(p)
	nestFree := s.free(p)
	if s.QueenPeak > 0 && !s.Caged { // part of what is just drawn is kept for her
		nestFree = most(0, nestFree-freshShare*s.fresh)
		if kept := p.HeartCells - s.broodCells; kept > 0 { // and her last patch of brood is not filled
			nestFree = most(0, nestFree-kept)
		}
	}
	superFree := s.SuperFree(p) * s.SuperAccess
	ripe := 1 / p.NectarCells
	superRoom := superFree * s.SuperKgPerCell * ripe
	if t.Potential > 0 {
		pull := p.NestPull * nestFree
		share := 1.0
		if pull+superFree > 0 {
			share = pull / (pull + superFree)
		}
		nestRoom := nestFree * s.NestKgPerCell * ripe
		toNest := least(t.Potential*share, nestRoom)
		toSuper := least(t.Potential-toNest, superRoom)
		toNest += least(t.Potential-toNest-toSuper, nestRoom-toNest)
		s.NestNectar += toNest
		s.SuperNectar += toSuper
		superRoom -= toSuper
		t.In = toNest + toSuper
		// What finds no cell stays in crops, as far as they hold it; no more is fetched.
		kept := most(0, least(t.Potential-t.In, s.Bees()*cropsHoldMg*1e-6-s.Crops))
		s.Crops += kept
		s.Ledger.NectarIn += t.In + kept
	}
	if t.Potential > openFromKg && s.SuperAccess < inUse && s.SuperDrawn+s.SuperUndrawn > 0 {
		start := p.SuperStart
		if s.Excluder {
			start *= p.ExcluderDrag
		}
		// A lid of solid honey at the top of the nest holds them back.
		lid := p.LidShape * s.Lid * s.NestHoney / most(s.NestKgPerCell*s.NestDrawn, 1e-9)
		s.SuperAccess += (1 - s.SuperAccess) * start * (1 - p.LidDrag*least(1, lid)) * least(1, t.Potential)
	}
	s.carryUp(p, c, nestFree, most(0, superRoom))
	s.gatherPollen(p, c, pollen)
}

// cropsHoldMg is the honey that bees hold in their crops who have no cell for it, mg a bee.
// Source: as of a swarm, SwarmCropMg.
const cropsHoldMg = 30

// FillCrops gives the bees what they carry as a swarm.
func (s *State) FillCrops() { s.Crops = cropsHoldMg * 1e-6 * s.Bees() }

// What the flow must bring in a day for bees to go up into a new super, kg.
const openFromKg = 0.1

// inUse is the access from which on supers count as wholly in use.
const inUse = 0.995

// carryUp lets bees clear the nest for the queen: while they fly and she is
// short of cells, nectar and honey go up, as far as there is room above in use.
// Without it a nest under open supers would stay bound, which it does not.
func (s *State) carryUp(p *Parameters, c *Condition, nestFree, superRoom float64) {
	if superRoom <= 0 || nestFree >= p.ClearBelow || c.FlightHours < p.ClearHours {
		return
	}
	nectar := least(s.NestNectar*p.NectarUp, superRoom)
	s.NestNectar -= nectar
	s.SuperNectar += nectar
	// Ripe honey needs fewer cells above than nectar does.
	honey := least(most(0, s.NestHoney-p.NestKeeps)*p.ClearShare*s.SuperAccess, (superRoom-nectar)*p.NectarCells)
	s.NestHoney -= honey
	s.SuperHoney += honey
}

// pollenNeed is what a day's larvae eat and the reserve kept for them, in cells.
// The reserve is divided by, which takes its time; so it is asked for early.
type pollenNeed struct{ eat, reserve, perReserve float64 }

func (s *State) pollenNeed(p *Parameters) pollenNeed {
	eat := s.larvae * p.PollenPerLarva
	reserve := p.PollenDays*eat + p.PollenKeeps
	return pollenNeed{eat, reserve, 1 / reserve}
}

// PollenDays returns the days for which the pollen feeds the larvae that are there, at most so many.
func (s *State) PollenDays(p *Parameters, most float64) float64 {
	eat := s.LarvaCount() * p.PollenPerLarva
	if s.PollenCells >= eat*most {
		return most
	}
	return s.PollenCells / eat
}

// gatherPollen keeps a reserve of some days for the larvae. Where it is gone,
// the youngest larvae go after it: they are eaten.
func (s *State) gatherPollen(p *Parameters, c *Condition, n pollenNeed) {
	if c.Pollen > 0 && s.PollenCells < n.reserve {
		gap := (n.reserve - s.PollenCells) * n.perReserve
		// A need of it draws more foragers to pollen, up to three in four.
		collectors := (s.Foragers + p.WinterPollen*s.Winter) * (1 - p.NectarCollectors + pollenDraw*gap)
		in := collectors * c.FlightHours * c.Pollen * p.PollenPerHour * least(1, pollenHaste*gap)
		in = least(in, pollenRoom*s.free(p))
		s.PollenCells += in
		s.Ledger.PollenIn += in
	}
	eaten := least(n.eat, s.PollenCells)
	s.PollenCells -= eaten
	s.Ledger.PollenEaten += eaten
	if short := n.eat - eaten; short > p.BodyReserve*n.eat {
		s.eatBrood(p, short/n.eat-p.BodyReserve)
	}
}

// How a need of pollen draws foragers: more of them with the gap, in full haste
// while the gap is over 1/pollenHaste, into so much of the free cells; and the
// days of the larvae that are eaten where there is none.
const (
	pollenDraw  = 0.5
	pollenHaste = 1.6
	pollenRoom  = 0.5
	youngLarvae = 3
)

// eatBrood takes the larvae of the first three days for want of pollen.
func (s *State) eatBrood(p *Parameters, short float64) {
	lost := 0.0
	for i := range youngLarvae {
		d := s.Larvae[i] * p.BroodEaten * short
		s.Larvae[i] -= d
		lost += d
	}
	s.larvae -= lost
	s.Ledger.BroodDied += lost
	s.total()
}

// ripen turns nectar into honey, which needs fewer cells, and caps it above.
func (s *State) ripen(p *Parameters, c *Condition) {
	share, capping := p.RipeningShare, p.CappingShare
	if c.MeanC < p.RipenWarmth {
		share *= coolRipening
		capping = 0
	}
	n, u := s.NestNectar*share, s.SuperNectar*share
	s.NestNectar -= n
	s.NestHoney += n
	s.SuperNectar -= u
	s.SuperHoney += u
	if s.SuperHoney > s.SuperCapped {
		s.SuperCapped += capping * most(0, s.SuperHoney-s.beingFilled(p)-s.SuperCapped)
	}
	s.SuperCapped = least(s.SuperCapped, s.SuperHoney)
}

// beingFilled is the kg of honey in combs above that are still being filled, which are not capped while
// something comes in: of a super just begun all, of one that is nearly full little.
func (s *State) beingFilled(p *Parameters) float64 {
	free := s.SuperFree(p)
	cells := least(p.FillFront, least(free, s.SuperDrawn-free))
	return cells * s.SuperKgPerCell * (1 - s.dearth)
}

// coolRipening is ripening on a cool day against a warm one.
const coolRipening = 0.5

// RoomKg returns the kg of honey that the cells within reach above the nest, and those the nest
// can spare, could still take as nectar. Foundation is none: it is room once it is drawn.
func (s *State) RoomKg(p *Parameters, t *Today) float64 {
	// A super just put on counts for what will be in use in two or three days.
	soon := s.SuperAccess + (1-s.SuperAccess)*p.AccessSoon
	above := most(0, s.SuperFree(p)-(1-FullShare)*s.SuperDrawn) * soon // corners are seldom filled
	spare := most(0, s.free(p)-p.SpareDays*t.WithRoom)
	return (above*s.SuperKgPerCell + spare*s.NestKgPerCell) / p.NectarCells
}

// FullShare is the share at which a super counts as full. Source: common practice; corners are seldom
// filled.
const FullShare = 0.92
