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
	if s.doubted() && !s.waits(x) && s.Today+day.Day(x.in) >= s.Estimate.Queen.Day+missedDays &&
		season.EggsExpected.Has(x.season) {
		found := s.lostFound(x)
		out = append(out, Step{
			Key: "eggs", Opens: craft.Nest, Minutes: eggsMinutes, Looks: true,
			Alters: func(st *bees.State, p *bees.Parameters) float64 { return eggsHalfFound * found(st, p) },
			say:    func(s *Situation, p *part) told { return s.sayEggs(p) },
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

func (s *Situation) sayEggs(p *part) told {
	var t told
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

func (s *Situation) sayWhole(p *part) told {
	var t told
	age := s.LookAge()
	swarmed := s.Ready.SwarmedSince()
	till := int(s.Days())
	risk, _ := s.Base.Swarm(max(till, 1))
	t.do = fmt.Sprintf("Go through it %s", s.by(p))
	t.reason, t.figures = reason(
		"Last looked at on {day}, {age}. Since then {gone} that it has swarmed, and {none} that it has no queen; {swarm} that it "+
			"swarms by {visit}. Whether it has run short is not known either.",
		dated("day", s.Estimate.Seen),
		Figure{"age", float64(age), words.Ago(age)},
		chance("gone", swarmed),
		chance("none", s.scene(0).queenless),
		chance("swarm", risk),
		dated("visit", s.Visit),
	)
	t.brief = brief("Last looked at {age}.", t.figures)
	t.change = "A heft and a count of seams would already say food and room."
	return t
}
