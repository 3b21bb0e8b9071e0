package advice

import "fmt"

// Under so many bees no colony is left that could live on. Source: common
// practice: a cup of bees.
const deadBees = 500

// deadDays is how soon a hive that may be dead is looked at, before others rob it.
// Source: common practice.
const deadDays = 3

var deadOutCheck = Rule{
	Action: DeadOutCheck,
	Fires:  "by the forecast hardly a bee is left",
	Then:   "see whether it lives; if not, close it and find out why before a comb goes anywhere",
	Source: "common practice; unexplained dead-outs hold their combs (docs/actions.md, cautions)",
	Check:  checkDeadOut,
	Alone:  true,
}

func checkDeadOut(s *Situation) (Advice, bool) {
	if s.Base.Bees.Likely >= deadBees {
		return Advice{}, false
	}
	a := Advice{ActBy: min(s.Visit, s.Today+deadDays), Confidence: sureFailing}
	a.Do = fmt.Sprintf("See whether it still lives %s", s.by(a.ActBy))
	a.Reason, a.Figures = reason(
		"It was failing when last seen, on {day}. Few bees can be left, and {stores} of stores is exposed to robbing.",
		dated("day", s.Estimate.Seen), s.kg("stores", s.Base.Stores.Likely),
	)
	a.Brief = brief("Few bees can be left; {stores} of stores is exposed to robbing.", a.Figures)
	a.WouldChange = "If a fistful of bees is left with a laying queen, and its brood is healthy, unite it with a " +
		"healthy colony."
	a.Cautions = []string{
		"Close a dead hive at once: robbing bees carry its diseases home.",
		"No comb of it goes to another hive until the cause is known; brood that looks or smells wrong is for the " +
			"bee inspector.",
	}
	return a, true
}
