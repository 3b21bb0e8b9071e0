package forecast

// age moves brood on by a day and lets adults emerge, change work and die.
func (s *State) age(p *Parameters, c *Condition) {
	// Brood that is lost is lost as larvae, when nurses remove it, spread over
	// the six days so that survival from egg to adult is EggToAdult.
	// The shifts add the cohorts up on the way, since this runs every day of
	// every member.
	emerged := s.Capped[11]
	brood := 0.0
	for i := 11; i > 0; i-- {
		s.Capped[i] = s.Capped[i-1]
		brood += s.Capped[i]
	}
	s.Capped[0] = s.Larvae[5]
	brood += s.Capped[0]
	loss := (1 - p.EggToAdult) / 5.7 // 1-(1-x)^6 = 0.15 within half a per cent
	open, died := 0.0, 0.0
	for i := 5; i >= 0; i-- {
		was := s.Eggs[2]
		if i > 0 {
			was = s.Larvae[i-1]
		}
		d := was * loss
		s.Larvae[i] = was - d
		open += s.Larvae[i]
		died += d
	}
	s.Ledger.BroodDied += died
	s.Eggs[2], s.Eggs[1], s.Eggs[0] = s.Eggs[1], s.Eggs[0], 0
	s.larvae = open
	s.brood = brood + open + s.Eggs[2] + s.Eggs[1]

	drones, inCells := s.Drone[23], 0.0
	for i := 23; i > 0; i-- {
		s.Drone[i] = s.Drone[i-1]
		inCells += s.Drone[i]
	}
	s.Drone[0] = 0
	s.broodCells = s.brood + droneCells*inCells
	s.Drones += drones
	s.Ledger.DroneEmerged += drones
	droneDeath := 1.0 / 30 // common practice: drones live about a month
	if c.SeasonDay > 225 {
		droneDeath = 1.0 / 7 // thrown out after the flow; common practice
	}
	dead := s.Drones * droneDeath
	s.Drones -= dead
	s.Ledger.DronesDied += dead

	w := winterShare(c.SeasonDay)
	s.Winter += emerged * w
	s.House += emerged * (1 - w)
	s.Ledger.Emerged += emerged

	s.work(p, c)
}

// winterShare is the share of emerging bees that become long-lived: from late
// August on, all of them by early October. Source: common practice.
func winterShare(seasonDay int) float64 {
	if seasonDay < 60 || seasonDay > 275 {
		return 1
	}
	return min(max(float64(seasonDay-225)/50, 0), 1)
}

// work moves house bees to the field (Khoury et al. 2011), lets winter bees
// take to flight in spring, and takes the dead.
func (s *State) work(p *Parameters, c *Condition) {
	flying := min(1, c.FlightHours/p.FullFlight)
	n := s.House + s.Foragers + s.Winter
	if n <= 0 {
		return
	}
	r := max(0, p.RecruitAlpha-p.RecruitSigma*s.Foragers/n) * flying
	toField := s.House * r
	s.House -= toField
	s.Foragers += toField
	// In mild autumn weather winter bees hardly fly for nectar; in spring they
	// are used up in it.
	if c.SeasonDay > 40 && c.SeasonDay < 160 {
		spent := s.Winter * p.WinterSpent * flying
		s.Winter -= spent
		s.Foragers += spent
	}
	dh := s.House * p.HouseDeath * s.DeathFactor
	df := s.Foragers * min(0.9, (p.ForagerDeathBase+p.ForagerDeathHour*c.FlightHours)*s.DeathFactor)
	dw := s.Winter * p.WinterDeath * s.DeathFactor
	s.House -= dh
	s.Foragers -= df
	s.Winter -= dw
	s.Ledger.BeesDied += dh + df + dw
}
