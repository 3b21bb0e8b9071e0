package bees

import "math"

// Cause is what a colony is lost to.
type Cause uint8

// The causes.
const (
	NotLost Cause = iota
	ToHunger
	ToQueen // none lays, and none is to come
	ToMites
	ToFewBees
	Causes
)

// LeastAlive is the bees under which a colony is lost. Source: common practice; a fist of bees
// does not live.
const LeastAlive = 300

// Bees dead of hunger from which on that is what a colony was lost to, and the share of all deaths
// from which on it is mites: a healthy colony loses one in twenty-five to them. Source: none; guesses.
const costHunger, shareMites = 1000, 0.15

// perish notes that a colony of so many bees the day before is lost.
func (s *State) perish(before float64) {
	n := s.Bees()
	if n >= LeastAlive || before < LeastAlive {
		return
	}
	s.Lost = s.Ailment()
	s.Ledger.BeesDied += n
	s.House, s.Foragers, s.Winter = 0, 0, 0
}

// Ailment is what a colony that dwindles dwindles of.
func (s *State) Ailment() Cause {
	switch {
	case s.starved > costHunger && s.starved >= s.sickened:
		return ToHunger
	case s.QueenPeak <= 0 && s.NextQueen <= 0:
		return ToQueen
	case s.sickened > shareMites*(s.Ledger.BeesDied-s.diedBefore):
		return ToMites
	case s.starved > LeastAlive:
		return ToHunger
	}
	return ToFewBees
}

// Fate is what a colony is lost to, or cannot be saved from without help: none lays and none is to
// come, or there are too few bees to make a colony of.
func (s *State) Fate() Cause {
	switch {
	case s.Lost != NotLost:
		return s.Lost
	case s.QueenPeak <= 0 && s.NextQueen <= 0 && !s.Caged:
		return ToQueen
	case s.Bees() < beyondHelp && s.brood < beyondHelp:
		return s.Ailment()
	}
	return NotLost
}

// beyondHelp are the bees, and the brood, under which a colony counts as lost in a survey of
// losses. Source: common practice; two frames of bees come through.
const beyondHelp = 2500

// fragile is how many times as many die in the cold of a cluster too small to keep warm.
func (s *State) fragile(p *Parameters, bees float64) float64 {
	small := p.SmallCluster / bees * (1 - s.Warmed)
	return 1 + least(small*small, fragileMost)
}

// fragileMost is the most that it is more. Rounding.
const fragileMost = 50

// FailsIn returns the days after which a queen fails who has done so by a share of all.
func (p *Parameters) FailsIn(share float64) float64 {
	return math.Ceil(-math.Log(1-share) * yearDays / p.QueenFails)
}

const yearDays = 365
