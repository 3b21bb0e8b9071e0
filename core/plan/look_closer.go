package plan

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/brood"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/season"
	"kembo/core/words"
)

var lookCloser = Option{
	Action: LookCloser,
	When: "eggs were missing though nobody waits for a queen, or the last look is too old to tell whether it has swarmed, " +
		"lost its queen or run short",
	Does:   "look for eggs; or go through the nest",
	Source: "stage lengths: Winston 1987, from memory; the rest common practice",
	steps:  lookSteps,
}

// Of looks. Source: common practice; what finding a swarm gone is worth a guess: a queen of theirs that fails
// is found in time, and room is set right.
const (
	oldLook       = 14 // days from which on a whole look is weighed
	missedDays    = brood.EggDays + 1
	swarmFoundKg  = 2.5
	eggsMinutes   = 2.0
	eggsHalfFound = 0.9 // of lost queens that a look for eggs finds
)

func lookSteps(x *scene) []Step {
	s := x.s
	var out []Step
	on := s.Today + day.Day(x.in)
	q := s.Estimate.Queen
	// Neither eggs nor larvae, and no cells: another look would not say more than a comb of eggs does.
	first := q.Larvae || q.LarvaeUnlooked || s.raising() || !s.cellsSought() || !x.queensToHave()
	missed := s.doubted() && !s.waits(x) && on >= q.Day+missedDays && first
	if (missed || s.eggsDue(on)) && season.LayingExpected.Has(x.season) {
		found := s.lostFound(x)
		out = append(out, Step{
			Key: "eggs", Opens: craft.Nest, Minutes: eggsMinutes, Looks: true,
			Alters: func(st *bees.State, p *bees.Parameters) float64 { return eggsHalfFound * found(st, p) },
			say:    func(s *Situation, p *part) told { return s.sayEggs(p) },
		})
	}
	if s.missed() {
		out = append(out, Step{
			Key: "gone", Opens: craft.Combs, Looks: true, Checks: true, Kg: -swarmFoundKg * q.GoneOdds, Alters: s.lostFound(x),
			say: func(s *Situation, p *part) told { return s.sayMissed(p) },
		})
	}
	if age := s.LookAge() + x.in; age >= oldLook && season.LooksFade.Has(x.season) && !s.waits(x) &&
		season.EggsExpected.Has(x.season) && len(checkSteps(x)) == 0 {
		out = append(out, Step{
			Key: "whole", Opens: craft.Combs, Looks: true, Checks: true, Kg: -swarmFoundKg * s.Ready.SwarmedSince(),
			Alters: s.lostFound(x),
			say:    func(s *Situation, p *part) told { return s.sayWhole(p) },
		})
	}
	return out
}

// missed reports whether so many bees were missing at the last look that a swarm may have left, and nobody has gone
// through the nest since.
func (s *Situation) missed() bool {
	q := s.Estimate.Queen
	return q.GoneOdds >= goneOdds && q.Day < q.GoneDay && s.Waiting == nil
}

// goneOdds is the chance of a swarm that has left from which on a look is thought of. Source: none; guess.
const goneOdds = 0.3

func (s *Situation) sayMissed(p *part) told {
	var t told
	q := s.Estimate.Queen
	t.do = fmt.Sprintf("Go through it %s: bees are missing", s.by(p))
	t.reason, t.figures = reason(
		"On {day} there were far fewer bees than were to be expected; about {bees} are left. {gone} that it has swarmed. The "+
			"combs tell: open queen cells, and no eggs.",
		dated("day", q.GoneDay), count("bees", s.Base.Bees.Likely), chance("gone", q.GoneOdds),
	)
	t.brief = brief("Bees are missing; {gone} that it has swarmed.", t.figures)
	t.change = "Eggs and no queen cells: it has not swarmed; look for what else took the bees. Cells and no eggs: leave one " +
		"cell, and look for eggs three to four weeks later."
	return t
}

// eggsDue reports whether the eggs of a queen who is waited for are due by a day, and nobody has looked for them since.
func (s *Situation) eggsDue(on day.Day) bool {
	return s.Waiting != nil && s.due.EggsBy > 0 && on >= s.due.EggsBy && s.Estimate.Queen.Day < s.due.EggsBy
}

// eggsUnlooked returns the day by which such eggs were due, where that is by the visit and a nest is opened then; 0 else.
func (s *Situation) eggsUnlooked(x *scene) day.Day {
	if !s.eggsDue(s.Visit) || !season.LayingExpected.Has(x.season) || s.high(x.in) < checkedFromC {
		return 0
	}
	return s.due.EggsBy
}

func (s *Situation) sayEggs(p *part) told {
	var t told
	if s.eggsDue(s.Today + day.Day(p.in)) {
		return s.sayEggsDue(p)
	}
	least, missing := s.lastEgg()
	t.do = fmt.Sprintf("Look for eggs and queen cells %s", s.by(p))
	t.reason, t.figures = reason(
		"On {day} "+missing+" seen, so nothing had been laid for at least {least}. {none} that there is no queen. About "+
			"{bees} bees are left.",
		dated("day", s.Estimate.Queen.Day),
		days("least", least),
		chance("none", s.scene(0).queenless),
		count("bees", s.Base.Bees.Likely),
	)
	t.brief = brief("Nothing laid for at least {least}; {bees} bees.", t.figures)
	t.change = "If a cell has emerged, leave the hive and look for eggs three weeks later. If there is nothing at all, give a " +
		"comb of eggs from a healthy hive and read it on the fourth or fifth day."
	return t
}

func (s *Situation) sayEggsDue(p *part) told {
	var t told
	t.do = fmt.Sprintf("Look for eggs %s", s.by(p))
	t.reason, t.figures = reason(
		"Since {since} it waits for "+s.Waiting.Words()+". Eggs were due by {by}, and nobody has looked for them. {none} that "+
			"there is no queen; about {bees} bees are left.",
		dated("since", s.Waiting.On),
		dated("by", s.due.EggsBy),
		chance("none", s.scene(0).queenless),
		count("bees", s.Base.Bees.Likely),
	)
	t.brief = brief("Eggs were due by {by}; nobody has looked.", t.figures)
	t.change = "Eggs, one to a cell: she lays, and all is well. None: look at the cells, and give a queen or a ripe cell, or " +
		"unite."
	return t
}

// worthSaying is the chance under which it is not told. Rounding.
const worthSaying = 0.05

func (s *Situation) sayWhole(p *part) told {
	var t told
	age := s.LookAge()
	swarmed := s.Ready.SwarmedSince()
	till := int(s.Days())
	risk, _ := s.Base.Swarm(max(till, 1))
	t.do = fmt.Sprintf("Go through it %s", s.by(p))
	text := "Last looked at on {day}, {age}. "
	switch {
	case swarmed >= worthSaying:
		text += "Since then {gone} that it has swarmed, and {none} that it has no queen; {swarm} that it swarms by {visit}. "
	case risk >= worthSaying:
		text += "{swarm} that it swarms by {visit}, and {none} that it has no queen. "
	}
	t.reason, t.figures = reason(
		text+"Whether it has run short, or lost its queen, is not known.",
		dated("day", s.Estimate.Seen),
		Figure{"age", float64(age), words.Ago(age)},
		chance("gone", swarmed),
		chance("none", s.scene(0).queenless),
		chance("swarm", risk),
		dated("visit", s.Visit),
	)
	t.brief = brief("Last looked at {age}.", t.figures)
	if p.in > 0 {
		t.brief = fmt.Sprintf("By then last looked at %s before.", words.Days(age+p.in))
	}
	t.change = "A heft and a count of seams would already say food and room."
	return t
}
