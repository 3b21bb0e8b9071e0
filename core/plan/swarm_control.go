package plan

import (
	"fmt"
	"slices"

	"kembo/core/bees"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/moves"
	"kembo/core/queen"
	"kembo/core/words"
)

var swarmControl = Option{
	Action: SwarmControl,
	When:   "charged or capped queen cells were found, or eggs in many cups, that are read as a swarm's",
	Does: "take the old queen out with some combs as a nuc; or split the colony; or leave her on her place with the bees that fly, and " +
		"set the brood aside; or raise the brood over the supers, with her below on drawn combs; or take the cells down for a week, " +
		"where eggs or she were seen today",
	Source: "common practice; how much of the urge is left is a guess",
	steps:  controlSteps,
}

// Of swarm control. Source: common practice; shares left are guesses.
const (
	nucMinutes, splitMinutes, cellsMinutes = 25.0, 35.0, 20.0
	nucBees, nucBrood, nucComb             = 0.15, 0.2, 0.25
	splitShare                             = 0.5
	nucLeaves, splitLeaves, cellsLeave     = 0.1, 0.08, 0.65
	nucBoxKg                               = 0.5
	splitWorth                             = 1.6 // times a nuc's worth: the half that goes is more
)

// raiseBrood is the key of swarm control that raises the brood, and what it takes. Source: common practice: for a keeper who
// wants honey and no increase, while most of the flow is to come, drawn comb is to hand and no cell is capped yet: they are not to
// be held by then. What is left of the urge is a guess.
const (
	raiseBrood                = "raise"
	raiseMinutes, raiseLeaves = 40.0, 0.2
	raiseBees, raiseFlowKg    = 18_000, 8.0
	raiseBoxes                = 2 // of the nest, at most: more is no lift
)

// cellsDown is the key of swarm control that takes nothing out but the cells.
const cellsDown = "cells"

// swarmCells reports whether the cells that were found are a swarm's, by their reading.
func (s *Situation) swarmCells() (queen.Reading, bool) {
	q := s.Estimate.Queen
	if q.EmergedCells > 0 && q.ChargedCells+q.CappedCells == 0 || s.Today-q.CellsDay > cellsLast {
		return queen.Reading{}, false
	}
	r, ok := queen.ReadCells(q.Evidence(s.on(q.CellsDay).Swarming()))
	return r, ok && r.Intent.Swarm >= 1.0/2 && !r.Out
}

// cellsLast is how long charged and capped cells that were found count, days. Source: from a charged cell to
// the queen (Winston 1987, from memory).
const cellsLast = 12

func controlSteps(x *scene) []Step {
	s := x.s
	found, ok := s.swarmCells()
	if !ok || s.gone() || s.Waiting != nil {
		return nil
	}
	var until day.Day
	if found.Begun { // cups with an egg are capped some days later, or empty again: then a check tells
		until = s.Estimate.Queen.CellsDay + queen.CappedAfter - queen.HatchesAfter - 1
	}
	if until > 0 && s.Today+day.Day(x.in) > until {
		return nil
	}
	w := s.weights()
	nuc := Step{
		Key: "nuc", Opens: craft.Combs, Minutes: nucMinutes, Kg: nucBoxKg - w.Nuc, Swarms: nucLeaves,
		Moves: crossing{gives: true},
		Changes: []bees.Change{{
			QueenOut: true, BeesOut: nucBees, BroodOut: nucBrood, NestDrawnOut: nucComb, NestHoneyOut: nucComb / 2,
		}},
		Alters: s.heirFound,
		Load:   []Need{{What: "nuc box", Count: 1}},
		say:    func(s *Situation, p *part) told { return s.sayControl(p, "nuc") },
	}
	split := Step{
		Key: "split", Opens: craft.Combs, Minutes: splitMinutes, Kg: 2*nucBoxKg - splitWorth*w.Nuc, Swarms: splitLeaves,
		Moves: crossing{gives: true},
		Changes: []bees.Change{{
			QueenOut: true, BeesOut: splitShare, FlyBack: true, BroodOut: splitShare, NestDrawnOut: splitShare,
			NestHoneyOut: splitShare,
		}},
		Alters: s.heirFound,
		Load:   []Need{{What: "hive with floor and lid", Count: 1}},
		say:    func(s *Situation, p *part) told { return s.sayControl(p, "split") },
	}
	cells := Step{
		Key: cellsDown, Opens: craft.Combs, Minutes: cellsMinutes, Swarms: cellsLeave, Checks: true,
		Moves: crossing{allCells: true},
		say:   func(s *Situation, p *part) told { return s.sayControl(p, "cells") },
	}
	out := []Step{nuc, split, cells}
	if artificial, ok := s.artificial(x); ok {
		out = append(out, artificial)
	}
	if raise, ok := s.raise(x); ok {
		out = append(out, raise)
	}
	for i := range out {
		out[i].Until = until
	}
	return out
}

// raise is the brood raised over the supers; false where it is none to do it with.
func (s *Situation) raise(x *scene) (Step, bool) {
	said := []moves.Said{{Do: "brood_raised"}}
	if _, _, err := moves.All.ExactAll(s.hive(), said, moves.Unnamed()); err != nil || !s.Settings.DrawnSupers ||
		x.bees < raiseBees || x.ahead.FlowKg < raiseFlowKg || len(s.nest()) > raiseBoxes || s.Estimate.Queen.CappedCells > 0 {
		return Step{}, false
	}
	f := s.nest()[0].Format
	st := Step{
		Key: raiseBrood, Said: said, Opens: craft.Combs, Minutes: raiseMinutes, Kg: underWearKg, Swarms: raiseLeaves,
		Load: []Need{boxNeed("box of drawn comb", f, 1, f.Slots, true, true), {What: ExcluderNeed, Count: 1}},
		say:  func(s *Situation, p *part) told { return s.sayControl(p, raiseBrood) },
	}
	if !s.supered() {
		over := s.Estimate.Stack.SuperFormat()
		st.Load = append(st.Load, boxNeed("drawn super", over, 1, moves.SuperCombs(s.Estimate.Stack, over, true), true, false))
		st.Kg += superWearKg
	}
	if s.Estimate.Stack.ExcluderAbove > 0 { // it is there
		st.Load = slices.Delete(st.Load, 1, 2)
	}
	return st, true
}

// heirLooked is the days after the queen was taken out on which eggs of the next are looked for. Source: common practice.
const heirLooked = 30

// heirFound returns what it costs that the one who was left to be reared does not come to lay: a look on the day finds
// it, and a queen is given.
func (s *Situation) heirFound(st *bees.State, p *bees.Parameters) float64 {
	if !queenless(st) {
		return 0
	}
	st.NextQueen, st.LaysIn, st.Virgin = p.QueenPeakLaying, heirLooked+helpComes+givenLaysIn, false
	return s.weights().Queen
}

// gone reports whether the swarm has likely left: cells capped, and neither eggs nor the queen seen by who
// looked; or half the bees are missing that were expected.
func (s *Situation) gone() bool {
	q := s.Estimate.Queen
	return q.CappedCells > 0 && s.doubted() || q.GoneOdds >= 1.0/2 && !q.Seen && s.Today-q.GoneDay <= cellsCount
}

func (s *Situation) sayControl(p *part, how string) told {
	var t told
	q := s.Estimate.Queen
	t.do = map[string]string{
		"nuc":           "Take the queen out with a nuc, and leave one cell, ",
		"split":         "Split it, the queen in one half and one cell in the other, ",
		"raise":         "Raise the brood over the supers, the queen below on one comb of it, ",
		artificialSwarm: "Make an artificial swarm: the queen stays, the brood goes aside with one cell, ",
		"cells":         "Take down the queen cells ",
	}[how] + s.by(p)
	till := max(int(s.Days()), 1)
	risk, _ := s.Base.Swarm(till)
	if r, _ := s.swarmCells(); r.Begun {
		return s.sayBegun(p, how, risk)
	}
	n := q.ChargedCells + q.CappedCells
	out := queen.EarliestEmergence(q.CellsDay, q.CappedCells > 0)
	t.reason, t.figures = reason(
		"On {day} there were {charged} charged and {capped} capped queen cells, read as a swarm’s; a queen may be out from "+
			"{out}. {swarm} that it swarms by {visit} if nobody acts.",
		dated("day", q.CellsDay),
		whole("charged", float64(q.ChargedCells)),
		whole("capped", float64(q.CappedCells)),
		dated("out", out),
		chance("swarm", risk),
		dated("visit", s.Visit),
	)
	t.brief = brief("{charged} charged and {capped} capped; a queen may be out from {out}.", t.figures)
	t.change = "Cells on the face of a comb, few and of one age, mean a replacement: leave one. Capped cells and no eggs: " +
		"they are gone; leave one cell, take no more."
	t.cautions = []string{
		fmt.Sprintf("Of the %s leave one that is open and well fed, where the queen goes; look for more after a week.",
			words.Count(n, "cell", "cells")),
	}
	switch how {
	case raiseBrood:
		t.cautions = raiseCautions
	case artificialSwarm:
		t.cautions = artificialCautions
	case "cells":
		t.cautions = []string{
			"Only where eggs or the queen are seen today: else the cells are all there is. It buys a week: check again before " +
				"eight days are over.",
		}
	}
	t.cautions = s.withDrones(t.cautions, how, p)
	return t
}

// raiseCautions are what is minded where brood is raised. Source: common practice.
var raiseCautions = []string{
	"Find her first: she goes below on one comb without queen cells, and all cells come out, above and below.",
	"On day 7 to 9 look for queen cells in the raised box and take them down; drones need a way out up there.",
}

// sayBegun says what is done about eggs in many cups, before any of them is a cell.
func (s *Situation) sayBegun(p *part, how string, risk float64) told {
	var t told
	q := s.Estimate.Queen
	t.do = map[string]string{
		"nuc":           "Take the queen out with a nuc, and leave two cups with an egg, ",
		"split":         "Split it, the queen in one half and two cups with an egg in the other, ",
		"raise":         "Raise the brood over the supers, the queen below on one comb of it, ",
		artificialSwarm: "Make an artificial swarm: the queen stays, the brood goes aside with two cups with an egg, ",
		"cells":         "Take down the cups with an egg ",
	}[how] + s.by(p)
	t.reason, t.figures = reason(
		"On {day} there were {cups} cups with an egg, read as a swarm’s beginning; the first may be capped on {capped}, and a "+
			"swarm goes then. {swarm} that it swarms by {visit} if nobody acts.",
		dated("day", q.CellsDay),
		whole("cups", float64(q.CupsWithEgg)),
		dated("capped", q.CellsDay+queen.CappedAfter-queen.HatchesAfter),
		chance("swarm", risk),
		dated("visit", s.Visit),
	)
	t.brief = brief("{cups} cups with an egg; the first may be capped on {capped}.", t.figures)
	t.change = "Bees often take such eggs out again. A check of every comb within five days tells as well."
	t.cautions = []string{
		"Leave the cups on a comb with young brood: where the eggs are taken out again, the bees raise a queen from a larva. " +
			"Look for cells after a week.",
	}
	switch how {
	case raiseBrood:
		t.cautions = raiseCautions
	case artificialSwarm:
		t.cautions = artificialCautions
	case "cells":
		t.cautions = []string{"It buys a week: give room with it, and check every comb again before eight days are over."}
	}
	t.cautions = s.withDrones(t.cautions, how, p)
	return t
}
