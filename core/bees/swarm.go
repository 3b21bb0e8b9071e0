package bees

import (
	"math"
)

// press adds up the hazard of a swarm from what the day shows: season, bees
// against comb, and how far the queen is held from laying. Queen's age and
// cells multiply it at the end, since they do not change with the days.
func (s *State) press(p *Parameters, y *timeOfYear, t *Today) {
	urge := y.swarm
	if s.QueenPeak <= 0 || urge == 0 || s.Bees() < p.SwarmLeast {
		return
	}
	held := 0.0
	if t.WithRoom > HeldLeast && t.Laid < t.WithRoom {
		held = 1 - t.Laid/t.WithRoom
	}
	a, b := crowd(s.Crowding(p)), 1+p.SwarmHeld*held
	s.SwarmHazard += p.SwarmBase * urge * a * b
	s.Drive.Season += urge
	s.Drive.Crowd += urge * a
	s.Drive.Held += urge * b
}

// Drive sums up what pressed, weighted by season.
type Drive struct{ Season, Crowd, Held float64 }

// Add adds another.
func (d *Drive) Add(o *Drive) {
	d.Season += o.Season
	d.Crowd += o.Crowd
	d.Held += o.Held
}

// Less takes another away.
func (d *Drive) Less(o *Drive) {
	d.Season -= o.Season
	d.Crowd -= o.Crowd
	d.Held -= o.Held
}

// Crowding is the bees against what the comb in use holds at full cover.
func (s *State) Crowding(p *Parameters) float64 {
	comb := s.NestDrawn + p.DrawnCrowd*s.NestUndrawn + s.SuperAccess*s.SuperDrawn + s.UnderDrawn
	n := s.Bees()
	if s.Sits > 0 {
		n /= s.Sits
	}
	return n / (p.BeesPerCell * most(comb, 1))
}

// crowd is how much more a swarm is in the air for so much crowding: to the
// power of two and a half, at most crowdMost times.
func crowd(x float64) float64 { return least(crowdMost, x*x*math.Sqrt(x)) }

// crowdPower stands for the table what crowd does without a call to Pow; cropMost
// is the share of the nest's honey that a swarm takes at most, for each kind of
// bee that goes.
const (
	crowdMost  = 6
	crowdPower = 2.5
	cropMost   = 0.5
)

// HeldLeast is the laying under which the season holds her, not room.
const HeldLeast = 150

// swarm lets a prime swarm go with the old queen. The new one comes from cells
// that are capped as it leaves.
func (s *State) swarm(p *Parameters) {
	s.leave(p, p.SwarmShare)
	s.NextQueen, s.LaysIn = max(s.QueenPeak, s.NextQueen), p.SwarmQueenDays
	s.Virgin, s.waited = true, 0
	s.QueenPeak = 0
	if s.castIn = 0; s.Casts {
		s.castIn = castAfter
	}
	s.SwarmHazard = 0
}

// leave takes a share of the bees, with full crops and what rides on them.
func (s *State) leave(p *Parameters, share float64) {
	for _, b := range [...]*float64{&s.House, &s.Foragers, &s.Winter} {
		gone := *b * share
		*b -= gone
		s.Ledger.BeesLeft += gone
		crop := least(gone*p.SwarmCropMg*1e-6, cropMost*s.NestHoney)
		s.NestHoney -= crop
		s.Ledger.SwarmHoney += crop
	}
	riding := s.Mites.Riding * share
	s.Mites.Riding -= riding
	s.Ledger.MitesLeft += riding
	s.Reach = least(s.Reach, s.Stores())
}

// cast lets a second swarm go with a virgin, of a colony that still has the bees; another virgin stays.
func (s *State) cast(p *Parameters) {
	if s.QueenPeak > 0 || s.LaysIn <= 0 || s.Bees() < castLeast {
		return
	}
	s.leave(p, castShare)
	s.LaysIn += castLater
}

// Days after a prime swarm that a second one goes, the share of the bees that go with it, the bees under
// which none does, and the days by which it puts off the queen who stays. Source: eight to ten days, a
// third to a half of the bees (Winston 1987, from memory); the rest guesses.
const castAfter, castShare, castLeast, castLater = 9.0, 0.4, 6000.0, 2.0

// QueenAge is how much more a queen of so many years is left by a swarm than
// one of last year. Source: Simpson 1960 (from memory) and common practice:
// colonies swarm far less with queens of the year.
func (p *Parameters) QueenAge(years float64) float64 {
	switch {
	case years < 0:
		return 1
	case years < 1:
		return p.SwarmYoung
	case years < 2:
		return 1
	}
	return p.SwarmOld
}
