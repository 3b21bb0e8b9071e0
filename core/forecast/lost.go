package forecast

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

// leastAlive is the bees under which a colony is lost. Source: common practice; a fist of bees
// does not live.
const leastAlive = 300

// Bees dead of hunger from which on that is what a colony was lost to, and the share of all deaths
// from which on it is mites: a healthy colony loses one in twenty-five to them. Source: none; guesses.
const costHunger, shareMites = 1000, 0.15

// perish notes that a colony of so many bees the day before is lost.
func (s *State) perish(before float64) {
	n := s.Bees()
	if n >= leastAlive || before < leastAlive {
		return
	}
	s.Lost = s.ailment()
	s.Ledger.BeesDied += n
	s.House, s.Foragers, s.Winter = 0, 0, 0
}

// ailment is what a colony that dwindles dwindles of.
func (s *State) ailment() Cause {
	switch {
	case s.starved > costHunger && s.starved >= s.sickened:
		return ToHunger
	case s.QueenPeak <= 0 && s.NextQueen <= 0:
		return ToQueen
	case s.sickened > shareMites*(s.Ledger.BeesDied-s.diedBefore):
		return ToMites
	case s.starved > leastAlive:
		return ToHunger
	}
	return ToFewBees
}

// fate is what a colony is lost to, or cannot be saved from without help: none lays and none is to
// come, or there are too few bees to make a colony of.
func (s *State) fate() Cause {
	switch {
	case s.Lost != NotLost:
		return s.Lost
	case s.QueenPeak <= 0 && s.NextQueen <= 0 && !s.Caged:
		return ToQueen
	case s.Bees() < beyondHelp && s.brood < beyondHelp:
		return s.ailment()
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

// Losses say how likely a colony is lost by the end of the forecast, or beyond saving if nobody
// helps, and to what, as chances.
type Losses struct {
	Days int // looked ahead
	By   [Causes]float64
}

// Chance returns the chance that it is lost.
func (l Losses) Chance() float64 {
	all := 0.0
	for _, v := range l.By {
		all += v
	}
	return all
}

// Likeliest returns what it is most likely lost to, with the chance.
func (l Losses) Likeliest() (Cause, float64) {
	best := NotLost
	for c := range Causes {
		if l.By[c] > l.By[best] {
			best = c
		}
	}
	return best, l.By[best]
}

// lossesOf counts them over the members.
func lossesOf(lost []Cause, days int) Losses {
	l := Losses{Days: days}
	for _, c := range lost {
		if c != NotLost {
			l.By[c] += 1 / float64(len(lost))
		}
	}
	return l
}

// failsIn returns the days after which a queen fails who has done so by a share of all.
func (p *Parameters) failsIn(share float64) float64 {
	return math.Ceil(-math.Log(1-share) * yearDays / p.QueenFails)
}

const yearDays = 365
