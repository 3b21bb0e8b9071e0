package plan

import (
	"fmt"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
)

// What stands alone: where it is so, nothing else is done to a hive.

// Under so many bees no colony is left that could live on, and how soon a hive that may be dead is looked at,
// before others rob it. Source: common practice: a cup of bees.
const deadBees, deadDays = 500, 3

// sure is how sure what was seen with one's own eyes is. Source: none; guess.
const sure = 0.95

// alone returns what stands alone here, if anything does.
func (s *Situation) alone() (Advice, bool) {
	switch {
	case len(s.Estimate.Stack.Boxes) == 0:
		return s.sayNothingHere(), true
	case s.suspect():
		return s.saySuspect(), true
	case s.Base.Bees.Likely < deadBees:
		return s.sayDead(), true
	case s.Estimate.Queen.ManyEggs == colony.EggsOnWalls && !s.Estimate.Queen.Seen && len(s.suspects()) == 0:
		return s.sayLayingWorkers(), true
	}
	return Advice{}, false
}

func (s *Situation) saySuspect() Advice {
	a := Advice{
		Action: LookCloser, ActBy: s.Today, On: s.Today, Confidence: sure, Do: "Close it up and call the bee inspector today",
	}
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
	return a
}

// sayLayingWorkers says what is done with a colony of laying workers: no queen is taken there.
func (s *Situation) sayLayingWorkers() Advice {
	a := Advice{Action: Combine, ActBy: s.Visit, On: s.Visit, Confidence: sure}
	before := "strong hives"
	if all := s.partners(); len(all) > 0 && all[0].Colony != someHive {
		before = all[0].Colony
		a.With = before
	}
	a.Do = fmt.Sprintf("Shake it out before %s on %s", before, s.Visit.Short())
	a.Reason, a.Figures = reason(
		"On {day} several eggs lay in a cell, on its walls: laying workers. They take no queen, and what they raise are "+
			"drones. About {bees} bees are left.",
		dated("day", s.Estimate.Queen.Day),
		count("bees", s.Base.Bees.Likely),
	)
	a.Brief = brief("Laying workers; {bees} bees.", a.Figures)
	a.WouldChange = "Several eggs at the bottom of cells, and worker brood under flat cappings, are a young queen who has just " +
		"begun: leave her."
	a.Cautions = []string{
		"On a fine day, some way off; the box goes away, so that those that fly beg their way in elsewhere.",
		"Look at its brood first: where it looks sick nothing of it goes anywhere.",
	}
	return a
}

// sayDead says what is done about a hive that may be dead. A keeper who found it empty is believed.
func (s *Situation) sayDead() Advice {
	found := s.Estimate.Bees < deadBees && s.Estimate.Seen == s.Today
	by := min(s.Visit, s.Today+day.Day(deadDays))
	a := Advice{Action: DeadOutCheck, ActBy: by, On: by, Confidence: 1 - s.aliveNow()}
	a.Do = fmt.Sprintf("See whether it still lives by %s", by.Short())
	text := "It was failing when last seen, on {day}. Few bees can be left, and {stores} of stores is exposed to robbing."
	short := "Few bees can be left; {stores} of stores is exposed to robbing."
	if s.Base.Stores.Likely < traceKg {
		text, short = "It was failing when last seen, on {day}. Few bees can be left.", "Few bees can be left."
	}
	if s.Estimate.Bees < deadBees {
		a.Do = fmt.Sprintf("Close it, and find out why it died, by %s", by.Short())
		if found {
			a.ActBy, a.On, a.Do = s.Today, s.Today, "Close it today, and find out why it died"
		}
		text = "Next to no bees were found on {day}. {stores} of stores is exposed to robbing."
		short = "Next to no bees on {day}; {stores} of stores exposed."
		if s.Base.Stores.Likely < traceKg {
			text, short = "Next to no bees were found on {day}, and no stores.", "Next to no bees on {day}."
		}
	}
	a.Reason, a.Figures = reason(text, dated("day", s.Estimate.Seen), s.kg("stores", s.Base.Stores.Likely))
	a.Brief = brief(short, a.Figures)
	a.WouldChange = "If a fistful of bees is left with a laying queen, and its brood is healthy, unite it with a " +
		"healthy colony."
	a.Cautions = []string{
		"Close a dead hive at once: robbing bees carry its diseases home.",
		"No comb of it goes to another hive until the cause is known; brood that looks or smells wrong is for the " +
			"bee inspector.",
	}
	return a
}

// traceKg is what is next to nothing of stores.
const traceKg = 0.3

// aliveNow is the share of members in which more bees are left than make a dead hive.
func (s *Situation) aliveNow() float64 {
	n, alive := 0, 0
	for _, v := range s.Base.Now(forecast.OfBees) {
		n++
		if v >= deadBees {
			alive++
		}
	}
	return float64(alive) / float64(max(1, n))
}
