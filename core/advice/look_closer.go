package advice

import (
	"fmt"

	"kembo/core/brood"
	"kembo/core/colony"
	"kembo/core/season"
	"kembo/core/words"
)

// A colony under this many bees in swarm season is weak. Source: common
// practice: three frames of bees.
const weakBees = 8000

// soonDays is when an old look is made good, and missedDays when eggs that were missed
// have hatched and show. Source: common practice; the second a day over brood.EggDays.
const soonDays, missedDays = 3, brood.EggDays + 1

var lookCloser = Rule{
	Action: LookCloser,
	Fires: "the last look no longer tells, brood disease is suspected, eggs were missing, or the colony is weak " +
		"in spring",
	Then:   "look at what would settle it",
	Source: "stage lengths: Winston 1987, from memory; the rest common practice",
	Check:  checkLookCloser,
}

func checkLookCloser(s *Situation) (Advice, bool) {
	for _, check := range []func(*Situation) (Advice, bool){staleLook, noEggs, weakColony} {
		if a, ok := check(s); ok {
			return a, true
		}
	}
	return Advice{}, false
}

func suspectBrood(s *Situation) (Advice, bool) {
	if s.Health != colony.Suspect {
		return Advice{}, false
	}
	a := Advice{ActBy: s.Today, Confidence: sureSeen, Do: "Close it up and call the bee inspector today"}
	a.Reason, a.Figures = reason(
		"Brood was found suspect on {day}. Move nothing in or out of this hive until it is looked at by someone "+
			"who may say.",
		dated("day", s.HealthDay),
	)
	a.Brief = brief("Brood found suspect on {day}; move nothing.", a.Figures)
	a.Cautions = []string{
		"Never guess a diagnosis. Local rules on notifiable disease decide.",
		"Clean tools and gloves before the next hive.",
	}
	return a, true
}

func staleLook(s *Situation) (Advice, bool) {
	if !s.Stale() {
		return Advice{}, false
	}
	a := Advice{ActBy: min(s.Visit, s.Today+soonDays), Confidence: sureByDay}
	a.Do = fmt.Sprintf("Look at it %s", s.by(a.ActBy))
	a.Reason, a.Figures = reason(
		"Last looked at on {day}, {age}. Whether it has swarmed, lost its queen or run short is not known.",
		Figure{"age", float64(s.LookAge()), words.Ago(s.LookAge())}, dated("day", s.Estimate.Seen),
	)
	a.Brief = brief("Last looked at {age}.", a.Figures)
	a.WouldChange = "A heft and a count of seams would already say food and room."
	return a, true
}

func noEggs(s *Situation) (Advice, bool) {
	q := s.Estimate.Queen
	if !season.EggsExpected.Has(s.Season) || !q.Looked || q.Eggs || q.EggsUnlooked || q.Seen {
		return Advice{}, false
	}
	// The youngest stage seen dates the last egg.
	least := brood.EggDays
	what := "no eggs were"
	if !q.Larvae && !q.LarvaeUnlooked {
		least, what = brood.EggDays+brood.LarvaDays, "no eggs and no larvae were"
		if !q.Capped && !q.CappedUnlooked {
			least, what = brood.WorkerDays, "no brood of any age was"
		}
	}
	a := Advice{Confidence: 1 - (colony.QueenEvidence{Looked: true, Larvae: q.Larvae, Capped: q.Capped}).QueenChance()}
	a.ActBy = max(s.Today, min(s.Visit, q.Day+missedDays))
	a.Do = fmt.Sprintf("Look for eggs and queen cells %s", s.by(a.ActBy))
	a.Reason, a.Figures = reason(
		"On {day} "+what+" seen, so nothing had been laid for at least {least} days. About {bees} bees are left.",
		dated("day", q.Day), whole("least", float64(least)), count("bees", s.Base.Bees.Likely),
	)
	a.Brief = brief("Nothing laid for at least {least} days; {bees} bees.", a.Figures)
	a.WouldChange = "If a cell has emerged, leave the hive and look for eggs three weeks later. If there is " +
		"nothing at all, give a comb of eggs from a healthy hive and see whether they draw cells."
	return a, true
}

// youngDays is how long a colony that began from bees, without brood of its own, is not
// asked why it is small: two rounds of brood. Source: common practice.
const youngDays = 2 * brood.WorkerDays

func weakColony(s *Situation) (Advice, bool) {
	if s.BeganOn > 0 && s.Today < s.BeganOn+youngDays {
		return Advice{}, false
	}
	if !season.WeakIsNews.Has(s.Season) || s.Base.Bees.Likely >= weakBees {
		return Advice{}, false
	}
	combs := s.Base.Bees.Likely / s.Estimate.Stack.Boxes[0].Format.Frame.BeesAtFullCover()
	a := Advice{ActBy: s.Visit, Confidence: sureWeak, Do: fmt.Sprintf("Find out why it is weak on %s", s.Visit.Short())}
	a.Reason, a.Figures = reason(
		"About {bees} bees cover {combs} of {all} combs, with {brood} brood cells. Check queen, food, mites and "+
			"brood health before you boost it.",
		count("bees", s.Base.Bees.Likely), Figure{"combs", combs, fmt.Sprintf("%.1f", combs)},
		whole("all", float64(s.Estimate.Stack.Frames())),
		count("brood", s.Base.Eggs.Likely+s.Base.Larvae.Likely+s.Base.Capped.Likely),
	)
	a.Brief = brief("{bees} bees on {combs} combs.", a.Figures)
	a.WouldChange = "If there is a good patch of eggs and the brood is healthy, close it down to the combs it " +
		"covers and let it grow."
	return a, true
}
