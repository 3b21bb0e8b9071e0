package forecast

// eat takes the day's food: adults, larvae, and heat for brood in the cold.
func (s *State) eat(p *Parameters, c *Condition, t *Today) {
	house, forager := p.HouseEatMg, p.ForagerEatMg
	if c.FlightHours < 1 {
		forager = house
	}
	if c.MeanC < 8 { // in cluster all eat as winter bees do, and a little more
		house, forager = 2*p.WinterEatMg, 2*p.WinterEatMg
	}
	mg := s.House*house + s.Foragers*forager + s.Winter*p.WinterEatMg + s.Drones*forager
	mg += s.larvae * p.LarvaEatMg
	mg += s.broodCells * p.BroodHeatMg * max(0, 12-c.MeanC)
	// The colder, the more a cluster heats, past what WinterEatMg stands for
	// (near 3 degrees). Source: common practice, 1-1.5 kg a month in hard cold.
	if c.MeanC < 3 {
		mg += s.Winter * p.WinterEatMg * p.ColdHeat * (3 - c.MeanC)
	}
	need := mg * 1e-6 * s.EatFactor
	got := s.take(need)
	s.Ledger.Eaten += got
	if got < need*0.999 && need > 0 {
		s.starve(1 - got/need)
		t.RearedShort = true
	}
}

// take removes kg of stores, nectar first, and returns what it could get.
func (s *State) take(kg float64) float64 {
	left := kg
	d := min(left, s.NestNectar)
	s.NestNectar -= d
	left -= d
	d = min(left, s.SuperNectar)
	s.SuperNectar -= d
	left -= d
	// Ripe honey is eaten where it stands, above and below alike: what they
	// carry down keeps an arc of food over the brood.
	honey := s.NestHoney + s.SuperHoney
	if honey <= 0 {
		return kg - left
	}
	d = min(left, honey)
	s.NestHoney -= d * s.NestHoney / honey
	s.SuperHoney = honey - d - s.NestHoney
	left -= d
	return kg - left
}

// starve lets larvae and then bees die for want of food; a fifth of those not
// fed die each day. Source: none; guess.
func (s *State) starve(unfed float64) {
	for i := range s.Larvae {
		d := s.Larvae[i] * unfed * 0.5
		s.Larvae[i] -= d
		s.Ledger.BroodDied += d
	}
	s.tally()
	for _, b := range [...]*float64{&s.House, &s.Foragers, &s.Winter} {
		d := *b * unfed * 0.2
		*b -= d
		s.Ledger.BeesDied += d
	}
}
