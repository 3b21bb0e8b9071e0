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
