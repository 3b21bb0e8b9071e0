package bees

import "kembo/core/brood"

// lossOver is the days over which the loss of brood is spread so that 1-(1-x)^6
// is 0.15, within half a per cent.
const lossOver = 5.7

// age moves brood on by a day and lets adults emerge, change work and die.
func (s *State) age(p *Parameters, c *Condition, y *timeOfYear) {
	// Brood that is lost is lost as larvae, when nurses remove it, spread over
	// the six days so that survival from egg to adult is EggToAdult.
	oldest := brood.CappedDays - 1 - s.cappedTurn
	sealed := s.Capped[oldest]
	emerged, carried := sealed, 0.0
	mites := s.Mites.Riding > 0
	if mites {
		emerged, carried = s.emerge(p, int(oldest), sealed)
		s.enter(p, int(oldest), s.Larvae[5])
	}
	s.Capped[oldest] = s.Larvae[5]
	s.capped = most(0, s.capped+s.Larvae[5]-sealed)
	if s.cappedTurn++; s.cappedTurn == brood.CappedDays {
		s.cappedTurn = 0
	}
	keep := p.LarvaLives()
	loss := 1 - keep
	was := s.Eggs[2] + s.Larvae[0] + s.Larvae[1] + s.Larvae[2] + s.Larvae[3] + s.Larvae[4]
	s.Larvae[5] = s.Larvae[4] * keep
	s.Larvae[4] = s.Larvae[3] * keep
	s.Larvae[3] = s.Larvae[2] * keep
	s.Larvae[2] = s.Larvae[1] * keep
	s.Larvae[1] = s.Larvae[0] * keep
	s.Larvae[0] = s.Eggs[2] * keep
	s.larvae = was * keep
	s.Ledger.BroodDied += was * loss
	s.Eggs[2], s.Eggs[1], s.Eggs[0] = s.Eggs[1], s.Eggs[0], 0

	oldest = brood.DroneDays - 1 - s.droneTurn
	drones := s.Drone[oldest]
	if mites {
		s.emergeDrones(p, int(oldest))
	}
	s.Drone[oldest] = 0
	s.drone = most(0, s.drone-drones)
	if s.droneTurn++; s.droneTurn == brood.DroneDays {
		s.droneTurn = 0
	}
	s.total()
	s.Drones += drones
	s.Ledger.DroneEmerged += drones
	droneDeath := p.DroneDeath
	if y.out {
		droneDeath = p.DronesOut
	} else if s.dearth > dronesFeel { // they are thrown out when nothing is in flower
		droneDeath += (p.DronesOut - droneDeath) * (s.dearth - dronesFeel) * (1 / (1 - dronesFeel))
	}
	dead := s.Drones * droneDeath
	s.Drones -= dead
	s.Ledger.DronesDied += dead

	toWinter := emerged * y.winter * (1 - p.MiteShortens*carried)
	s.sickened += sealed - emerged + emerged*y.winter*p.MiteShortens*carried
	s.Winter += toWinter
	s.House += emerged - toWinter
	s.Ledger.Emerged += emerged

	s.work(p, c, y)
}

// LarvaLives is the share of the larvae that live through a day.
func (p *Parameters) LarvaLives() float64 { return 1 - (1-p.EggToAdult)*(1/lossOver) }

// manyLarvae are those from which on nurses who have none to feed are idle and go out: with no
// brood, as in a swarm, they build and keep. Source: none; guess, held by how packages dwindle.
const manyLarvae = 3000.0

// mostDie is the share of the foragers that a day takes at most.
const mostDie = 0.9

// dieWithBee is the share of the mites on a dying winter bee that die with it. Source: none; guess.
const dieWithBee = 0.5

// dronesFeel is the dearth, as it is felt, from which on drones are thrown out. Source: none; guess.
const dronesFeel = 0.4

// work moves house bees to the field (Khoury et al. 2011), lets winter bees
// take to flight in spring, and takes the dead.
func (s *State) work(p *Parameters, c *Condition, y *timeOfYear) {
	flying := 1.0
	if c.FlightHours < p.FullFlight {
		flying = c.FlightHours / p.FullFlight
	}
	n := s.House + s.Foragers + s.Winter
	if n <= 0 {
		return
	}
	perBee := 1 / n
	frail, sick := s.DeathFactor, 0.0
	if s.Mites.Riding > 0 {
		sick = p.MiteHarm * s.Mites.Riding * perBee * frail
		frail += sick
	}
	if c.MeanC < p.InCluster {
		cold := s.fragile(p, n)
		frail, sick = frail*cold, sick*cold
	}
	// Rates are of continuous time: what a day makes of them is worked out at the middle of the
	// day, and those who go out in its course meet half of the field's dangers.
	danger := p.ForagerDeathBase + p.ForagerDeathHour*c.FlightHours
	dies := least(mostDie, danger*frail)
	out := flying * s.House * (p.RecruitAlpha - p.RecruitSigma*s.Foragers*perBee) / 2
	half := dies / 2 * s.Foragers
	foragers := most(0, s.Foragers-half+out)
	toField := s.House * recruited(most(0, p.RecruitAlpha-p.RecruitSigma*foragers*perBee*(1+half*perBee)))
	// Nurses with few larvae to feed go out sooner, so larger colonies, with one
	// queen each, have more of their bees in the field.
	if idle := s.House - s.larvae*(1/(brood.LarvaDays*p.NurseLoad)); idle > 0 {
		toField += p.RecruitIdle * idle * least(1, s.larvae*(1/manyLarvae))
	}
	toField = most(0, toField*flying)
	s.House -= toField
	// In mild autumn weather winter bees hardly fly for nectar; in spring they
	// are used up in it.
	if y.spends && s.Winter > 0 {
		spent := s.Winter * p.WinterSpent * flying
		s.Winter -= spent
		toField += spent
	}
	dh := s.House * least(mostDie, p.HouseDeath*frail)
	late := newcomers(dies)
	df := dies*(1-late)*s.Foragers + late*toField
	s.Foragers += toField
	lasting := frail
	if s.WinterFactor > 0 {
		lasting *= s.WinterFactor
	}
	dw := s.Winter * least(mostDie, p.WinterDeath*lasting)
	s.House -= dh
	s.Foragers -= df
	s.Winter -= dw
	s.Ledger.BeesDied += dh + df + dw
	if sick > 0 {
		s.sickened += sick * (s.House*p.HouseDeath + s.Foragers*danger + s.Winter*p.WinterDeath)
	}
	if riding := s.Mites.Riding; riding > 0 && s.brood <= 0 { // on a bee of the cluster they die with it, or not
		gone := riding * dieWithBee * dw * perBee
		s.Mites.Riding -= gone
		s.Ledger.MitesDied += gone
	}
}

// recruited returns the share that goes out in a day at a rate, 1-exp(-rate) for rates up to a third.
func recruited(rate float64) float64 { return rate * (1 - rate*(series2-rate*series3)) }

// newcomers returns the share that a rate takes of those who come to it evenly over a day; of those
// who are there all day it takes rate times what is left of one: 1-exp(-rate), to within a thousandth
// for rates up to mostDie.
func newcomers(rate float64) float64 {
	return rate * (series2 - rate*(series3-rate*(series4-rate*series5)))
}

// Of the series of the exponential. Derived.
const series2, series3, series4, series5 = 1.0 / 2, 1.0 / 6, 1.0 / 24, 1.0 / 120
