package bees

import (
	"math"

	"kembo/core/day"
)

// await brings on the queen that is to come, and lets the one who is there fail. A virgin mates on
// fine days alone; one who has waited too long lays drones.
func (s *State) await(p *Parameters, c *Condition, y *timeOfYear) {
	if s.FailsIn > 0 && s.QueenPeak > 0 {
		if s.FailsIn--; s.FailsIn == 0 {
			s.fail(p)
		}
	}
	if s.castIn > 0 {
		if s.castIn--; s.castIn == 0 {
			s.cast(p)
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

// fail lets the queen fail. Where they supersede her they rear a daughter while she still lays, at
// half; else she is gone, and the brood that she leaves is what they rear one from. A daughter who does
// not come to lay leaves them with nothing, or with the old one.
func (s *State) fail(p *Parameters) {
	peak := s.QueenPeak
	s.loseQueen(p)
	if s.Superseded && s.NextQueen > 0 {
		s.QueenPeak = failing * peak
	}
	s.EndHeir()
}

// turns spreads the draws of one member over the days on which queens are given: the golden ratio less one, whose
// multiples lie evenly between 0 and 1 (Weyl).
const turns = 0.6180339887

// Welcomes reports whether a queen who is given on a day comes to lay, as so often as odds say.
func (s *State) Welcomes(odds float64, on day.Day) bool {
	_, luck := math.Modf(s.Welcome + turns*float64(on))
	return luck <= odds
}

// takeQueen gives the colony a queen, or lets her be lost.
func (s *State) takeQueen(q *Queen, on day.Day) {
	s.QueenPeak, s.NextQueen, s.LaysIn, s.Virgin = q.Peak, q.Coming, q.LaysIn, false
	if q.Odds > 0 && !s.Welcomes(q.Odds, on) {
		s.QueenPeak, s.NextQueen, s.LaysIn = 0, 0, 0
	}
}

// failing is what a queen lays of what she did while her daughter is reared beside her. Source: common
// practice; size a guess.
const failing = 0.5

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

// EndHeir lets the daughter who is reared not come to lay, in a member of which that is so.
func (s *State) EndHeir() {
	if s.Heirless {
		s.NextQueen, s.LaysIn, s.Virgin = 0, 0, false
	}
}

// begins has the queen who is there, or is to come, lay in so many days.
func (s *State) begins(p *Parameters, days float64) {
	peak := most(s.QueenPeak, s.NextQueen)
	if peak <= 0 {
		peak = p.QueenPeakLaying
	}
	s.QueenPeak, s.NextQueen, s.LaysIn, s.Virgin = 0, peak, days, false
}
