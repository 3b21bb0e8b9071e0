// Package queen holds what is counted from a queen or her cell: the calendar
// from the egg to the first eggs of the queen that comes out of it, and the
// colour of her year.
package queen

import (
	"errors"
	"fmt"

	"kembo/core/brood"
	"kembo/core/day"
)

// Days from the laying of the egg. Source: Winston 1987, The Biology of the
// Honey Bee (from memory): egg 3 d, capped on day 7.5-8.5, emerges on day 16
// (15-17); laying begins 8-14 d after that, and a hive that makes its own is
// given 21 d before it is judged (common practice).
const (
	HatchesAfter = 3
	CappedAfter  = 8
	EmergesAfter = 16
	LaysFrom     = EmergesAfter + 8
	LaysLikely   = EmergesAfter + 11
	LaysUntil    = EmergesAfter + 14
	JudgedFrom   = EmergesAfter + 21
)

// Cell is the calendar of one cell.
type Cell struct {
	Laid, Capped, Emerges, LaysFrom, JudgedFrom day.Day
}

// FromEgg returns the calendar of a cell whose egg was laid on a day.
func FromEgg(laid day.Day) Cell {
	return Cell{laid, laid + CappedAfter, laid + EmergesAfter, laid + LaysFrom, laid + JudgedFrom}
}

// EarliestEmergence returns the first day on which a queen may come out of a
// cell that was seen on a day: a charged cell may be a day short of capping, a
// capped one may be about to open.
func EarliestEmergence(seen day.Day, capped bool) day.Day {
	if capped {
		return seen + 1
	}
	return seen + EmergesAfter - CappedAfter
}

// Start is what a new queen is counted from.
type Start string

// The starts: a split that raises its own from eggs and young larvae, a graft
// of larvae under a day old, a ripe cell given, a virgin that came out.
const (
	Split  Start = "split"
	Graft  Start = "graft"
	Sealed Start = "capped"
	Virgin Start = "emerged"
)

// ErrStart is returned for a start Kembo does not know.
var ErrStart = errors.New("count from split, graft, capped or emerged")

// Requeening is the calendar of a colony that waits for its queen.
type Requeening struct {
	Emerges, EmergesBy     day.Day // first and last likely day
	FliesFrom, FliesTo     day.Day // mating flights; look in as little as possible
	LaysFrom, Lays, LaysBy day.Day // first eggs
	Judged                 day.Day // no eggs by now: she has failed
	BroodGone              day.Day // the old queen's last workers are out (a split)
	FirstBees, Foragers    day.Day // her first workers emerge, forage
}

// From returns the calendar from a start on a day.
//
// In a split bees take larvae of one to three days, day 4 to 6 of the cell, so
// a queen emerges 10 to 14 days later (values B, derived); a grafted larva
// under a day old is day 4, so 11 to 12 days. Mating flights run from 6 to 14
// days after emergence (common practice).
func From(s Start, on day.Day) (Requeening, error) {
	var early, late day.Day
	switch s {
	case Split:
		early, late = 10, 14
	case Graft:
		early, late = 11, 13
	case Sealed:
		early, late = 1, EmergesAfter+1-CappedAfter
	case Virgin:
	default:
		return Requeening{}, fmt.Errorf("%q: %w", s, ErrStart)
	}
	r := Requeening{Emerges: on + early, EmergesBy: on + late}
	mid := (r.Emerges + r.EmergesBy) / 2
	r.FliesFrom, r.FliesTo = r.Emerges+6, r.EmergesBy+14
	r.LaysFrom, r.Lays, r.LaysBy = r.Emerges+LaysFrom-EmergesAfter, mid+LaysLikely-EmergesAfter, r.EmergesBy+LaysUntil-EmergesAfter
	r.Judged = r.EmergesBy + JudgedFrom - EmergesAfter
	// Both stages are in the closed table of a caste that is in it.
	out, _ := brood.After(brood.Worker, brood.Emerged)
	forage, _ := brood.After(brood.Worker, brood.Mature)
	r.FirstBees, r.Foragers = r.Lays+day.Day(out.Likely), r.Lays+day.Day(forage.Likely)
	if s == Split {
		r.BroodGone = on + day.Day(out.Likely)
	}
	return r, nil
}

// Colour returns the mark of queens of a year. Source: the international code:
// white for years ending in 1 and 6, yellow 2 and 7, red 3 and 8, green 4 and
// 9, blue 5 and 0 (values H).
func Colour(year int) string {
	return [5]string{"blue", "white", "yellow", "red", "green"}[((year%5)+5)%5]
}
