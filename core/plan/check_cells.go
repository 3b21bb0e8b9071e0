package plan

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/season"
	"kembo/core/words"
)

// A colony under this many bees seldom swarms. Source: common practice.
const swarmBees = 12000

// SwarmTold is the chance of a swarm by the visit from which on it is told beside a
// colony in a list; its page tells smaller ones too. Source: none; guess.
const SwarmTold = 0.1

var checkCells = Option{
	Action: CheckCells,
	When:   "in the season of swarms twelve thousand bees or more have not been checked that day, and no cells are known",
	Does: "check every comb of the nest for queen cells and for eggs: for eight days no swarm goes unseen, and a lost " +
		"queen is found",
	Source: "a queen cell is capped on day 8 to 9 (Winston 1987, from memory)",
	steps:  checkSteps,
}

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

// checkDue returns the day on which a check is due by the visit; 0 where none is, where cells are known, a queen
// is doubted or waited for, it is too cold, or next to no member would swarm.
func (s *Situation) checkDue() day.Day {
	due, _, runs := s.SwarmClock()
	q := s.Estimate.Queen
	next, then := s.visits()
	if !runs || due > s.Today+day.Day(next) || s.doubted() || s.waits(s.scene(next)) || s.high(next) < checkedFromC ||
		q.ChargedCells+q.CappedCells > 0 && !s.Stale() {
		return 0
	}
	if p, _ := s.Base.Swarm(then); p < swarmLeast {
		return 0
	}
	return due
}

// checkedFromC is the high of a day from which a nest is gone through as a routine, °C. Source: common practice: in
// shirt sleeves.
const checkedFromC = 15.0

// swarmLeast is the chance of a swarm by the visit after next under which no check is due. Source: none; guess.
const swarmLeast = 0.02

// swarmDayLeast is the chance of a swarm a day under which no check is weighed. Rounding.
const swarmDayLeast = 0.0005

func checkSteps(x *scene) []Step {
	s := x.s
	q := s.Estimate.Queen
	if q.ChargedCells+q.CappedCells > 0 && !s.Stale() { // then the clock is the cell's
		return nil
	}
	if s.CellCheckDay == s.Today+day.Day(x.in) || s.waits(x) || x.bees < swarmBees ||
		!season.CellChecks.Has(x.season) {
		return nil
	}
	if p, _ := s.Base.Swarm(x.in + x.next); p < swarmDayLeast*float64(x.in+x.next) {
		return nil
	}
	step := Step{
		Key: "check", Opens: craft.Combs, Checks: true, Looks: true, Kg: -swarmFoundKg * s.Ready.SwarmedSince(),
		say: func(s *Situation, p *part) told { return s.sayCheck(p) },
	}
	if !s.doubted() { // a loss that nobody knows of is found by the way; where one is feared, other steps are for it
		step.Alters = s.lostFound(x)
	}
	return []Step{step}
}

// lostFound returns what a look through every comb does for a member in which the queen is lost without anybody
// knowing: it is given another that much sooner.
func (s *Situation) lostFound(*scene) func(st *bees.State, p *bees.Parameters) float64 {
	price := s.weights().Queen + queenMinutes*s.weights().Minute
	return func(st *bees.State, p *bees.Parameters) float64 {
		if !queenless(st) || st.Bees() < queenBees {
			return 0
		}
		st.NextQueen, st.LaysIn, st.Virgin = p.QueenPeakLaying, givenLaysIn+helpComes, false
		return price
	}
}

// helpComes is the days until a queen is to hand once her loss is found. Source: common practice.
const helpComes = 7

func (s *Situation) sayCheck(p *part) told {
	var t told
	due, _, _ := s.SwarmClock()
	never := s.CellCheck != colony.CompleteCheck || s.CellCheckDay == 0
	keeper, every := "an unclipped queen", s.Settings.UnclippedDays
	if s.Clipped {
		keeper, every = "a clipped queen", s.Settings.ClippedDays
	}
	then := p.in
	if then < int(s.Days()) {
		then = int(s.Days())
	}
	risk, _ := s.Base.Swarm(then)
	t.do = fmt.Sprintf("Check for queen cells %s", s.by(p))
	figs := []Figure{
		count("bees", s.Base.Bees.Likely), days("every", every), chance("swarm", risk),
		dated("visit", s.Today+day.Day(then)), dated("due", due),
	}
	text := "No complete cell check is known, in swarm season, with about {bees} bees. {swarm} that it swarms by {visit} if " +
		"nobody looks."
	short := "No complete check known; {bees} bees."
	if !never {
		ago := int(s.Today - s.CellCheckDay)
		figs = append(figs, Figure{"age", float64(ago), words.Ago(ago)}, dated("day", s.CellCheckDay))
		text = "The last complete check was {age}, on {day}; with " + keeper + " the next is due after {every}. {swarm} that it " +
			"swarms by {visit} if nobody looks."
		short = "Last complete check {age}; {bees} bees."
	}
	t.reason, t.figures = reason(text, figs...)
	t.brief = brief(short, t.figures)
	t.change = "Eggs do not rule swarming out; only a check of every comb does."
	return t
}
