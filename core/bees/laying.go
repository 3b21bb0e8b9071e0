package bees

import (
	"kembo/core/brood"
	"kembo/core/season"
)

// lay lets the queen lay: the least of what she would, what the nurses can
// rear, what the larder allows and what room she finds.
func (s *State) lay(p *Parameters, c *Condition, y *timeOfYear, t *Today) {
	want := s.QueenPeak * s.kept(y.laying)
	if s.Caged {
		want = 0
	}
	// Nothing in flower is felt within a week or two, and she lays less.
	poor := most(0, 1-c.Flow*(1/dearthFlow))
	s.dearth += (poor - s.dearth) * (1 / dearthDays)
	want *= 1 - p.DearthHolds*s.dearth
	nurses := s.House + p.WinterNurse*s.Winter
	want = least(want, p.NurseLoad*nurses)
	if kg := s.Stores() + s.Crops; kg < p.StoresForFull {
		want *= kg / p.StoresForFull
	}
	if s.PollenCells < p.PollenForFull {
		want *= least(1, p.BodyReserve+s.PollenCells/p.PollenForFull)
	}
	if over := c.MeanC - p.FrostStop; over < frostSpan {
		want *= most(0, over/frostSpan)
	}
	// A few bees in wide rooms warm less brood while it is cool.
	if cool := p.CoolUnder - c.MeanC; cool > 0 {
		if empty := 1 - s.Bees()*(1/(p.BeesPerCell*s.NestDrawn)); empty > 0 {
			want *= 1 - p.WideCold*(1-s.Warmed)*empty*least(1, cool/p.CoolUnder)
		}
	}
	// Queens go up more readily than down: empty cells under the brood are found
	// late.
	free := s.free(p)
	room := free * p.FindableShare * (1 - p.LowDrag*s.Low)
	s.Low *= 1 - p.LowEases
	room = most(room, least(free, freshShare*s.fresh)) // which she comes to first
	s.fresh = 0
	t.WithRoom = want
	laid := least(want, room)
	t.Laid = laid
	drone := 0.0
	if y.drones && s.House > dronesLeast && DroneCells*s.drone < dronesMost*s.NestDrawn {
		drone = laid * p.DroneShare * (1 / DroneCells)
	}
	workers := laid - drone*DroneCells
	s.Eggs[0] += workers
	s.Ledger.Laid += workers
	s.brood += workers
	s.broodCells += laid
	if drone > 0 {
		s.Drone[(brood.DroneDays-int(s.droneTurn))%brood.DroneDays] += drone // where a day's oldest have just left
		s.drone += drone
		s.Ledger.DroneLaid += drone
	}
}

// ShareOn returns the share of her peak that the queen lays on a season day of the climate.
func (s *State) ShareOn(seasonDay int) float64 { return s.kept(season.LayingOn(seasonDay)) }

// kept is what a share of the usual curve is in this colony: queens and strains differ in how early they
// build up and how long they go on, most while the curve is half way.
func (s *State) kept(share float64) float64 { return share + s.Keeps*share*(1-share) }

// dearthFlow is the flow under which there is a dearth, dearthDays how long it takes to be felt.
// Source: none; guesses.
const dearthFlow, dearthDays = 0.05, 10.0

// freshShare is the share of the cells drawn the day before that are kept for the queen. Source:
// none; guess.
const freshShare = 0.6

// frostSpan is the degrees over which a frost goes from stopping the queen to
// leaving her alone. Source: none; guess.
const frostSpan = 8

// By how many house bees at least drones are reared, and on how much of the nest's
// comb at most. Source: common practice.
const (
	dronesLeast = 8000
	dronesMost  = 0.05
)

// await brings on the queen that is to come, and lets the one who is there fail. A virgin mates on
// fine days alone; one who has waited too long lays drones.
func (s *State) await(p *Parameters, c *Condition, y *timeOfYear) {
	if s.FailsIn > 0 && s.QueenPeak > 0 {
		if s.FailsIn--; s.FailsIn == 0 {
			s.loseQueen(p)
			if s.Heirless {
				s.NextQueen, s.LaysIn = 0, 0
			}
		}
	}
	if s.LaysIn <= 0 {
		return
	}
	if s.Virgin && s.LaysIn <= fliesOut && s.LaysIn > hasMated && (c.FlightHours < p.MateHours || !y.mates) {
		if s.waited++; s.waited > waitsMost {
			s.NextQueen, s.LaysIn, s.Virgin, s.waited = 0, 0, false, 0
		}
		return
	}
	if s.LaysIn--; s.LaysIn <= 0 {
		s.QueenPeak, s.NextQueen, s.LaysIn, s.Virgin, s.waited = s.NextQueen, 0, 0, false, 0
	}
}

// Days before she lays between which a virgin flies out, and how many she can wait for a fine one.
// Source: mature five to six days after she is out, laying two to three after mating; after three
// to four weeks she no longer mates (Winston 1987, from memory).
const fliesOut, hasMated, waitsMost = 5, 3, 21

// partWithQueen takes the queen to elsewhere, or the virgin that is to lay; where a
// laying one goes they rear another, as they would if she were lost.
func (s *State) partWithQueen(p *Parameters) {
	if s.QueenPeak <= 0 {
		s.NextQueen, s.LaysIn = 0, 0
		return
	}
	s.loseQueen(p)
}

// loseQueen takes the queen. Where there is a larva young enough they rear
// another from it, who lays after EmergencyDays.
func (s *State) loseQueen(p *Parameters) {
	if s.EggCount()+s.Larvae[0]+s.Larvae[1] > 0 && s.LaysIn == 0 {
		s.NextQueen, s.LaysIn, s.Virgin, s.waited = s.QueenPeak, p.EmergencyDays, true, 0
	}
	s.QueenPeak = 0
}

// begins has the queen who is there, or is to come, lay in so many days.
func (s *State) begins(p *Parameters, days float64) {
	peak := most(s.QueenPeak, s.NextQueen)
	if peak <= 0 {
		peak = p.QueenPeakLaying
	}
	s.QueenPeak, s.NextQueen, s.LaysIn, s.Virgin = 0, peak, days, false
}
