package plan

import (
	"kembo/core/day"
	"kembo/core/season"
)

// Of queens that are given. Source: common practice.
const (
	queenMinutes = 10.0
	givenLaysIn  = 7    // days until a mated queen lays that was put in
	ripeCellDays = 18   // and one from a ripe cell
	eggsLooked   = 7    // days after she should lay until eggs are looked for
	queenBees    = 2500 // under which none is given
	cellKg       = 0.4  // what a ripe cell costs
	combKgOfEggs = 0.6  // what a comb of eggs costs who gives it
	testDays     = 5    // until it is read
)

// waits reports whether a queen is waited for on the day of a scene: there is none to be expected yet.
func (s *Situation) waits(x *scene) bool {
	return s.Waiting != nil && s.due.Judged != 0 && s.Today+day.Day(x.in) < s.due.Judged
}

// raising reports whether they are at it themselves: cells were found that are a replacement or an emergency,
// or one has emerged.
func (s *Situation) raising() bool {
	q := s.Estimate.Queen
	if s.Waiting != nil && s.due.Judged != 0 && s.Today < s.due.Judged {
		return true
	}
	return q.Cells()-q.TornCells > 0 && s.Today-q.CellsDay <= cellsCount
}

// cellsCount is how long cells that were found stand for a queen that comes of them, days. Source: from a
// charged cell to eggs (Winston 1987, from memory).
const cellsCount = 28

// queensToHave reports whether queens can be bought or reared on the day of a scene, and mate.
func (x *scene) queensToHave() bool { return season.QueensMate.Holds(x.season.Bees) }

// doubted reports whether the last look into the nest left doubt about the queen: neither eggs nor she were
// seen, by somebody who looked.
func (s *Situation) doubted() bool {
	q := s.Estimate.Queen
	return q.Looked && !q.Eggs && !q.EggsUnlooked && !q.Seen && !q.Caged
}

// lastEgg returns the days before the look by which the last egg was laid, at the latest, and in words what was
// missing.
func (s *Situation) lastEgg() (days int, missing string) {
	q := s.Estimate.Queen
	switch {
	case q.Larvae || q.LarvaeUnlooked:
		days, missing = eggDays, "no eggs were"
	case q.Capped || q.CappedUnlooked:
		days, missing = eggDays+larvaDays, "no eggs and no larvae were"
	default:
		days, missing = workerDays, "no brood of any age was"
	}
	if q.Unlaid > 0 { // looks before that found none either
		days = max(days, int(q.Day-q.Unlaid))
	}
	return days, missing
}

// leftAlone returns the chance that there is no queen on the day of a scene where so long nothing was laid that none is
// to be expected of their own, and a hive is opened; 0 else.
func (s *Situation) leftAlone(x *scene) float64 {
	if !s.hopeless(x) || season.Clustered.Has(x.season) {
		return 0
	}
	return x.queenless
}

// hopeless reports whether so long nothing was laid that a comb of eggs would tell nothing new.
func (s *Situation) hopeless(x *scene) bool {
	return s.doubted() && s.Estimate.Queen.Long(s.Today+day.Day(x.in)) && !s.waits(x)
}
