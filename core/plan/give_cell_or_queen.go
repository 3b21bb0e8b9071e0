package plan

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/brood"
	"kembo/core/colony"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/queen"
)

const eggDays, larvaDays, workerDays = brood.EggDays, brood.LarvaDays, brood.WorkerDays

var giveCellOrQueen = Option{
	Action: GiveCellOrQueen,
	When:   "eggs were looked for and missing, no queen is on the way, and queens can be had",
	Does:   "give a mated queen in a cage, or a ripe cell",
	Source: "common practice; what is accepted a guess",
	steps:  giveSteps,
}

// noQueenFrom is the share of members without a queen from which on one is thought of. Rounding.
const noQueenFrom = 0.15

func giveSteps(x *scene) []Step {
	s := x.s
	if !s.queenInDoubt(x) || !x.queensToHave() || x.bees < queenBees || !s.cellsSought() && !s.overdue() {
		return nil
	}
	w, lays := s.weights(), s.layingWorkers(x)
	give := func(key string, laysIn, price, taken float64, virgin bool, what string) Step {
		return Step{
			Key: key, Opens: craft.Nest, Minutes: queenMinutes, Load: []Need{{What: what, Count: 1}},
			Alters: func(st *bees.State, p *bees.Parameters) float64 {
				if !queenless(st) {
					return price
				}
				if !st.Welcomes(1-lays, s.Today+layingDraw) { // she is killed, and so is the next
					return price + s.weights().Queen
				}
				return s.given(st, p, taken, laysIn, price, virgin)
			},
			say: func(s *Situation, p *part) told { return s.sayGive(p, what) },
		}
	}
	return []Step{
		give("queen", givenLaysIn, w.Queen, queen.Accepted, false, "mated queen"),
		give("cell", ripeCellDays, cellKg, queen.Mates, true, "ripe queen cell"),
	}
}

// Days since the last egg from which on workers may lay and no queen is taken, and over which that comes to most
// colonies, and to how many. Source: three to four weeks without open brood (Winston 1987, from memory); the share is
// a guess.
const layFrom, layOver, layMost = 30.0, 21.0, 0.8

// layingDraw sets the draw of who is not taken for laying workers apart from that of the queen herself.
const layingDraw = 1000

// layingWorkers returns the chance that workers lay on the day of a scene in a hive without a queen, as far as the days
// since the last egg tell it.
func (s *Situation) layingWorkers(x *scene) float64 {
	if !s.doubted() {
		return 0
	}
	least, _ := s.lastEgg()
	since := float64(least + int(s.Today-s.Estimate.Queen.Day) + x.in)
	return layMost * min(max((since-layFrom)/layOver, 0), 1)
}

// given gives a member a queen who comes to lay as often as taken says. Where she does not, a look for her eggs finds
// it, and a mated one is given.
func (s *Situation) given(st *bees.State, p *bees.Parameters, taken, laysIn, price float64, virgin bool) float64 {
	if st.Welcomes(taken, s.Today) {
		st.NextQueen, st.LaysIn, st.Virgin = p.QueenPeakLaying, laysIn, virgin
		return price
	}
	st.NextQueen, st.LaysIn, st.Virgin = p.QueenPeakLaying, laysIn+eggsLooked+helpComes+givenLaysIn, false
	return price + s.weights().Queen
}

// cellsSought reports whether every comb was gone through for queen cells when no eggs were found, or since.
func (s *Situation) cellsSought() bool {
	return s.CellCheck == colony.CompleteCheck && s.CellCheckDay >= s.Estimate.Queen.Day
}

// queenInDoubt reports whether a queen may be missing that nobody waits for.
func (s *Situation) queenInDoubt(x *scene) bool {
	return (s.doubted() || s.overdue()) && !s.raising() && x.queenless >= noQueenFrom
}

// overdue reports whether a queen that was waited for has not laid by the day on which she is judged.
func (s *Situation) overdue() bool {
	return s.Waiting != nil && s.due.Judged != 0 && s.Today >= s.due.Judged && s.doubted()
}

func (s *Situation) sayGive(p *part, what string) told {
	var t told
	t.do = fmt.Sprintf("Give it a %s %s", what, s.by(p))
	least, missing := s.lastEgg()
	eggs := s.Today + day.Day(p.in+givenLaysIn+eggDays)
	t.reason, t.figures = reason(
		"On {day} "+missing+" seen and no cells: nothing had been laid for at least {least}. {none} that there is no queen. "+
			"About {bees} bees are left.",
		dated("day", s.Estimate.Queen.Day),
		days("least", least),
		chance("none", s.scene(0).queenless),
		count("bees", s.Base.Bees.Likely),
		dated("eggs", eggs),
	)
	t.brief = brief("Nothing laid for at least {least}; {bees} bees.", t.figures)
	t.change = "If you find eggs, cells or a virgin, give none. Where you are not sure, hang in a comb of eggs first and " +
		"read it on the fourth or fifth day."
	t.cautions = []string{
		"Look again for eggs after a week to ten days, not before.",
		"Several eggs on the walls of cells with domed worker cells are laying workers: no queen is taken; shake them out " +
			"before strong hives.",
	}
	return t
}
