package bees

import (
	"math"

	"kembo/core/brood"
	"kembo/core/measure"
	"kembo/core/mites"
)

// Mites ride on bees and breed under cappings: they enter cells as these are capped, the more
// readily the more cells there are to a bee, drone cells far more than workers', and leave with
// the bee that emerges, more than went in. What they do to bees is told by the share of the
// emerging that carried them and by how many ride on the rest.
//
// Structure as of Fries, Camazine and Sneyd 1994 (Bee World 75:5-28), Martin 1998 (Ecol. Model.
// 109:267-281) and Calis, Fries and Ryrie 1999 (Apidologie 30:111-124), all from memory.

// infested is the mites of a colony.
type infested struct {
	Riding float64                   // on adult bees
	Sealed [brood.CappedDays]float64 // in capped worker cells, beside State.Capped
	Drone  [brood.DroneDays]float64  // in capped drone cells, beside State.Drone
	Luck   float64                   // 0 to 1: how well treatments work here
	cure   cure                      // what is in the hive against them
}

// cure is a treatment at work.
type cure struct {
	daysLeft float64
	aDay     float64 // share of those it gets at that it kills in a day
	cells    bool
	fromC    float64
}

// Treat is a treatment against mites as the forecast sees it. Its effect differs from hive to
// hive within the range of its class.
type Treat struct {
	Class mites.Class
	Days  int  // 0: as long as its class works
	Over  bool // it was noted once it was out
}

// All returns all mites of the colony.
func (s *State) AllMites() float64 {
	return s.Mites.Riding + sum(s.Mites.Sealed[:]) + sum(s.Mites.Drone[:])
}

// MitesPer100 returns how many ride on a hundred bees.
func (s *State) MitesPer100() float64 {
	if n := s.Bees(); n > 0 {
		return percent * s.Mites.Riding / n
	}
	return 0
}

const percent = 100

// beesPerG is how many bees weigh a gram. Source: values A, common practice.
const beesPerG = 8.0

// Infest gives the colony so many mites per hundred bees, and its capped brood as many as go
// with them.
func (s *State) Infest(p *Parameters, per100 float64) {
	share := per100 / percent
	x := &s.Mites
	x.Riding = share * s.Bees()
	for i := range x.Sealed {
		x.Sealed[i] = s.Capped[i] * share * p.MiteEnters * beesPerG
	}
	for age := range brood.DroneDays {
		slot := s.droneSlot(age)
		x.Drone[slot] = 0
		if age >= droneSealedAt {
			x.Drone[slot] = s.Drone[slot] * share * p.MiteEntersDrone * beesPerG
		}
	}
}

// droneSealedAt is the day of age on which a drone cell is capped. Source: Winston 1987, from
// memory.
const droneSealedAt = 10

// ScaleMites multiplies all mites.
func (s *State) ScaleMites(f float64) {
	x := &s.Mites
	x.Riding *= f
	for i := range x.Sealed {
		x.Sealed[i] *= f
	}
	for i := range x.Drone {
		x.Drone[i] *= f
	}
}

// emerge lets the mites of a worker cohort out with it, before the slot is filled anew, and
// returns how many of the emerged live, and the share of those that carried mites.
func (s *State) emerge(p *Parameters, slot int, emerged float64) (live, carried float64) {
	m := s.Mites.Sealed[slot]
	s.Mites.Sealed[slot] = 0
	if emerged <= 0 || m <= 0 {
		s.Ledger.MitesDied += m
		return emerged, 0
	}
	carried = m / (emerged + m)
	born := m * (p.MiteWorker - 1)
	s.Ledger.MitesBorn += born
	s.Mites.Riding += m + born
	killed := emerged * carried * p.MiteKills
	s.Ledger.BroodDied += killed
	return emerged - killed, carried
}

// enter lets mites into the worker and drone cells that were capped today.
func (s *State) enter(p *Parameters, slot int, sealed float64) {
	x := &s.Mites
	n := s.Bees()
	if x.Riding <= 0 || n <= 0 {
		return
	}
	drone := s.droneSlot(droneSealedAt)
	perBee := beesPerG / n
	workers, drones := p.MiteEnters*sealed*perBee, p.MiteEntersDrone*s.Drone[drone]*perBee
	all := workers + drones
	if all > mostDie {
		workers, drones, all = workers*mostDie/all, drones*mostDie/all, mostDie
	}
	in := x.Riding * (1 - newcomers(all)) // for each of the rate at which they enter
	x.Sealed[slot] += in * workers
	x.Drone[drone] += in * drones
	x.Riding -= in * all
}

// emergeDrones lets the mites of a drone cohort out.
func (s *State) emergeDrones(p *Parameters, slot int) {
	m := s.Mites.Drone[slot]
	if m <= 0 {
		return
	}
	s.Mites.Drone[slot] = 0
	born := m * (p.MiteDrone - 1)
	s.Ledger.MitesBorn += born
	s.Mites.Riding += m + born
}

// fallOff takes the mites that die on a day, of age and by a treatment, and brings those that
// come from elsewhere.
func (s *State) fallOff(p *Parameters, c *Condition) {
	x := &s.Mites
	death := p.MiteDeathWinter
	if s.brood > 0 {
		death = p.MiteDeath
	}
	come := p.MitesCome * least(1, c.FlightHours/p.FullFlight)
	s.Ledger.MitesCame += come
	x.Riding += come
	if t := &x.cure; t.daysLeft > 0 {
		t.daysLeft--
		kill := t.aDay
		if cold := t.fromC - c.MeanC; t.fromC > 0 && cold > 0 {
			kill *= most(0, 1-cold/cureSpanC)
		}
		death = 1 - (1-death)*(1-kill)
		if t.cells {
			s.killSealed(kill)
		}
	}
	dead := x.Riding * death
	x.Riding -= dead
	s.Ledger.MitesDied += dead
}

// cureSpanC is the °C under its warmth over which a treatment that evaporates comes to do
// nothing. Source: none; guess.
const cureSpanC = 8

// killSealed takes a share of the mites under cappings.
func (s *State) killSealed(share float64) {
	for _, ring := range [...][]float64{s.Mites.Sealed[:], s.Mites.Drone[:]} {
		for i := range ring {
			d := ring[i] * share
			ring[i] -= d
			s.Ledger.MitesDied += d
		}
	}
}

// treat puts a treatment in. How much it takes in all goes by the range of its class and by how
// well treatments work in this hive.
func (s *State) treat(t *Treat) {
	days := float64(t.Days)
	if days <= 0 {
		days = float64(t.Class.Days)
	}
	if days <= 0 {
		return
	}
	// In fewer days than it works, as much a day.
	takes, works := spread(t.Class.Kills, s.Mites.Luck), float64(t.Class.Days)
	if !t.Class.Cells && works > brood.CappedDays { // trials have it work while there is brood
		works *= ridesShare
	}
	if t.Over {
		if s.Mites.cure.daysLeft > 0 { // it was noted going in as well
			s.Mites.cure = cure{}
			return
		}
		if t.Class.Cells || t.Class.Days > brood.CappedDays {
			s.killSealed(takes)
		}
		dead := s.Mites.Riding * takes
		s.Mites.Riding -= dead
		s.Ledger.MitesDied += dead
		return
	}
	aDay := 1 - math.Pow(1-takes, 1/works)
	s.Mites.cure = cure{daysLeft: days, aDay: aDay, cells: t.Class.Cells, fromC: t.Class.FromC}
}

// spread returns the value of a range at a share of those it is told of: low and high hold
// eight in ten of them.
func spread(r measure.Range, share float64) float64 {
	const low, high = measure.Low80, measure.High80
	v := r.Likely
	switch {
	case share < measure.Median:
		v += (r.Low - r.Likely) * (measure.Median - share) / (measure.Median - low)
	default:
		v += (r.High - r.Likely) * (share - measure.Median) / (high - measure.Median)
	}
	return min(max(v, leastEffect), mostEffect)
}

// ridesShare is the share of its time that a mite is on a bee while there is brood, and so open to
// what does not reach into cells. Source: derived from 70 to 85 % under cappings.
const ridesShare = 0.25

// What a treatment takes at least and at most. Rounding.
const leastEffect, mostEffect = 0.01, 0.995
