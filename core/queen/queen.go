// Package queen holds the calendar of a queen cell: from the egg to the first
// eggs of the queen that comes out of it.
package queen

import "kembo/core/day"

// Days from the laying of the egg. Source: Winston 1987, The Biology of the
// Honey Bee (from memory): egg 3 d, capped on day 7.5-8.5, emerges on day 16
// (15-17); laying begins 8-14 d after that, and a hive that makes its own is
// given 21 d before it is judged (common practice).
const (
	HatchesAfter = 3
	CappedAfter  = 8
	EmergesAfter = 16
	LaysFrom     = EmergesAfter + 8
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
