package advice

import (
	"fmt"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/queen"
	"kembo/core/season"
	"kembo/core/words"
)

// A colony under this many bees seldom swarms. Source: common practice.
const swarmBees = 12000

var checkCells = Rule{
	Action: CheckCells,
	Fires: "in swarm season the last complete cell check is older by the next visit than the queen's wings allow, " +
		"or cells were found",
	Then:   "check every brood comb for cells, or deal with those found",
	Source: "a queen cell is capped on day 8 to 9 (Winston 1987, from memory): 7 days, 10 to 14 with a clipped queen",
	Check:  checkCheckCells,
}

// SwarmTold is the chance of a swarm by the visit from which on it is told beside a
// colony in a list; its page tells smaller ones too. Source: none; guess.
const SwarmTold = 0.1

// SwarmClock returns the day the next complete cell check is due and whether
// the clock runs at all today. never is true when no complete check is known.
func (s *Situation) SwarmClock() (due day.Day, never, runs bool) {
	if !season.CellChecks.Has(s.Season) || s.Base.Bees.Likely < swarmBees {
		return 0, false, false
	}
	if s.CellCheck != colony.CompleteCheck || s.CellCheckDay == 0 {
		return s.Today, true, true
	}
	d := s.Settings.UnclippedDays
	if s.Clipped {
		d = s.Settings.ClippedDays
	}
	return s.CellCheckDay + day.Day(d), false, true
}

func checkCheckCells(s *Situation) (Advice, bool) {
	if a, ok := cellsFound(s); ok {
		return a, true
	}
	due, never, runs := s.SwarmClock()
	if !runs || due >= s.Visit || s.Stale() { // a stale look asks for all of it
		return Advice{}, false
	}
	keeper, days := "an unclipped queen", s.Settings.UnclippedDays
	if s.Clipped {
		keeper, days = "a clipped queen", s.Settings.ClippedDays
	}
	due = max(due, s.Today)
	a := Advice{ActBy: due, Do: fmt.Sprintf("Check for queen cells %s", s.by(due)), Confidence: sureByDay}
	bees, every := count("bees", s.Base.Bees.Likely), whole("every", float64(days))
	if never {
		a.Reason, a.Figures = reason(
			"No complete cell check is known, in swarm season, with about {bees} bees. With "+keeper+" it is due every {every} days.",
			bees, every,
		)
		a.Brief = brief("No complete check known; {bees} bees, due every {every} days.", a.Figures)
	} else {
		a.Reason, a.Figures = reason(
			"The last complete check was {age}, on {day}; with "+keeper+" it is due every {every} days.",
			Figure{"age", float64(s.Today - s.CellCheckDay), words.Ago(int(s.Today - s.CellCheckDay))},
			dated("day", s.CellCheckDay), every, bees,
		)
		a.Brief = brief("Last complete check {age}, due every {every} days.", a.Figures)
	}
	a.WouldChange = "Eggs do not rule swarming out; only a check of every comb does."
	return a, true
}

// cellsFound speaks when the last look found charged or capped queen cells:
// then the clock is the cell's, not the keeper's.
func cellsFound(s *Situation) (Advice, bool) {
	q := s.Estimate.Queen
	n := q.ChargedCells + q.CappedCells
	if n == 0 || s.Stale() {
		return Advice{}, false
	}
	seen := q.CellsDay
	out := queen.EarliestEmergence(seen, q.CappedCells > 0)
	a := Advice{
		ActBy: s.Today, Confidence: sureSeen,
		Do: fmt.Sprintf("Deal with %s today", words.Count(n, "queen cell", "queen cells")),
	}
	a.Reason, a.Figures = reason(
		"On {day} there were {charged} charged and {capped} capped queen cells; a queen may be out from {out}.",
		dated("day", seen), whole("charged", float64(q.ChargedCells)), whole("capped", float64(q.CappedCells)),
		dated("out", out),
	)
	a.Brief = brief("{charged} charged and {capped} capped; a queen may be out from {out}.", a.Figures)
	a.WouldChange = "Cells on the face of a comb, few and of one age, mean a replacement: leave one."
	if q.CappedCells > 0 {
		a.WouldChange = "Capped cells mean that a swarm is imminent or gone: look for eggs and for fewer bees first."
	}
	return a, true
}
