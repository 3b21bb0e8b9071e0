package bees

import "math"

// eat takes the day's food: adults, larvae, and heat for brood in the cold.
func (s *State) eat(p *Parameters, c *Condition, t *Today) {
	house, forager := p.HouseEatMg, p.ForagerEatMg
	if c.FlightHours < 1 {
		forager = house
	}
	winter := p.WinterEatMg
	// The cooler, the more of them rest, until in a cluster all eat as winter bees do, and a little
	// more. The smaller it is, the more each must heat.
	if awake := (c.MeanC - p.InCluster) * (1.0 / restSpan); awake < 1 {
		awake = most(0, awake)
		house = restless*winter + awake*(house-restless*winter)
		forager = restless*winter + awake*(forager-restless*winter)
		if n := s.Bees(); awake <= 0 && n > 0 {
			small := least(clusterMost, math.Sqrt(math.Sqrt(usualCluster/n)))
			house, forager, winter = house*small, forager*small, winter*small
		}
	}
	mg := s.House*house + s.Foragers*forager + s.Winter*winter + s.Drones*forager
	mg += s.larvae * p.LarvaEatMg
	if c.MeanC < heatBroodUnder {
		mg += s.broodCells * p.BroodHeatMg * (heatBroodUnder - c.MeanC) * s.heats()
	}
	// The colder, the more a cluster heats, past what WinterEatMg stands for.
	if c.MeanC < p.ColdFrom {
		mg += s.Winter * winter * p.ColdHeat * (p.ColdFrom - c.MeanC) * s.heats()
	}
	need := mg * 1e-6 * s.EatFactor
	got := 0.0
	cold := s.tight(p, c)
	if cold {
		s.creep(p)
		got = s.take(least(need, s.Reach+s.Crops))
		s.Reach = most(0, s.Reach-got)
	} else {
		got = s.take(need)
		s.Reach = s.Stores()
		if c.MeanC < p.InCluster { // it may be held tomorrow
			s.Reach = s.WithinReach(p)
		}
	}
	s.Ledger.Eaten += got
	if got < need*fed && need > 0 {
		death := p.StarveDeath
		if cold {
			death = p.StarveCold
		}
		s.starve(1-got/need, death)
		t.Hungry = true
	}
}

// heats is the share of its heating that the colony does itself.
func (s *State) heats() float64 { return (1 - s.Warmed) * (1 - s.Snug) }

// heatBroodUnder is the mean of a day under which brood costs heat; BroodHeatMg
// is by degree under it.
const heatBroodUnder = 12

// fed is the share of its need with which a colony is not hungry; what is under
// one is rounding. starveBrood is what dies of the larvae of a day wholly unfed.
const fed, starveBrood = 0.999, 0.5

// restSpan is the °C over which bees go from resting in a cluster to being about. Source: none;
// guess.
const restSpan = 6

// usualCluster is the cluster that WinterEatMg is of; a smaller one eats more a bee, by the
// fourth root, and at most clusterMost times as much. Source: that small clusters spend more a
// bee, Free and Racey 1968 and Southwick 1985, from memory; the power is a guess.
const usualCluster, clusterMost = 15000.0, 1.6

// restless is how many times as much as winter bees the others eat in a cluster.
const restless = 2

// take removes kg of stores, what is in crops and nectar first, and returns what it could get.
func (s *State) take(kg float64) float64 {
	left := kg
	d := least(left, s.Crops)
	s.Crops -= d
	left -= d
	d = least(left, s.NestNectar)
	s.NestNectar -= d
	left -= d
	d = least(left, s.SuperNectar)
	s.SuperNectar -= d
	left -= d
	// Ripe honey is eaten where it stands, above and below alike: what they
	// carry down keeps an arc of food over the brood.
	honey := s.NestHoney + s.SuperHoney
	if honey <= 0 || left <= 0 {
		return kg - left
	}
	d = least(left, honey)
	below := d * s.NestHoney / honey
	s.NestHoney = most(0, s.NestHoney-below)
	s.SuperHoney = most(0, s.SuperHoney-(d-below))
	s.SuperCapped = least(s.SuperCapped, s.SuperHoney)
	return kg - left + d
}

// starve lets larvae and then bees die for want of food.
func (s *State) starve(unfed, death float64) {
	for i := range s.Larvae {
		d := s.Larvae[i] * unfed * starveBrood
		s.Larvae[i] -= d
		s.Ledger.BroodDied += d
	}
	s.Tally()
	for _, b := range [...]*float64{&s.House, &s.Foragers, &s.Winter} {
		d := *b * unfed * death
		*b -= d
		s.starved += d
		s.Ledger.BeesDied += d
	}
}
