package plan

import (
	"fmt"
	"slices"

	"kembo/core/bees"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/moves"
	"kembo/core/season"
)

// Trial is something that can be tried on the forecast, whether it is advised
// or not.
type Trial struct {
	Key  string // stands in addresses
	Name string // "a drawn super"
	acts []moves.Act
	step *Step // what it is as a step of a plan; nil: it is none
	// dearth tries something that nobody does: nothing comes in any more.
	dearth bool
}

// Changes returns what it does on a day.
func (s *Situation) Changes(o Trial, on day.Day) []bees.Change {
	if o.dearth {
		return []bees.Change{{Day: on, NoFlow: true}}
	}
	out, err := moves.Changes(s.hive(), s.Today, o.acts...)
	if err != nil {
		return nil
	}
	for i := range out {
		out[i].Day = on
	}
	return out
}

// What is tried. Sizes are round ones, common practice.
const (
	tryFeedL     = 8.0
	tryCombs     = 2
	tryFondantKg = 2.5
)

// Trials returns what can be tried on this hive, in the order of the season's
// work: only what it has room, boxes or honey for.
func (s *Situation) Trials() []Trial {
	if s.Season.Phase() == season.Winter { // the hive stays shut
		return []Trial{s.tryFeed()}
	}
	var out []Trial
	say := func(key, name string, step *Step) {
		if acts, _, err := moves.All.ExactAll(s.hive(), step.Said, moves.Unnamed()); err == nil {
			out = append(out, Trial{Key: key, Name: name, acts: acts, step: step})
		}
	}
	st := s.Estimate.Stack
	say("super", "a drawn super", tryingSuper(true))
	say("foundation", "a super of foundation", tryingSuper(false))
	say("combs", fmt.Sprintf("%d honey combs for empty ones", tryCombs), tryingCombs())
	out = append(out, s.tryFeed())
	nest := len(st.Boxes) - st.Supers()
	if nest > 1 {
		say("turn", "the nest’s boxes turned", tryingTurn())
	}
	if nest > 0 {
		say("under", "a drawn box under the nest", tryingUnder())
		say("sides", "the sides of the nest opened", tryingSides())
	}
	say("alternate", "honey and drawn combs alternated above the nest", tryingAlternate())
	if s.supered() && s.Base.SuperStores.Likely > 1 {
		say("harvest", "the supers off", s.tryingOff())
	}
	return append(out, Trial{Key: "dearth", Name: "no flow from then on", dearth: true})
}

// tryFeed is a feeder full: thin in spring and summer, thick in autumn.
func (s *Situation) tryFeed() Trial {
	said := moves.Said{Do: "syrup_thin", N: tryFeedL}
	switch {
	case !craft.TakesSyrup(s.Season, min(s.HighsC, s.empties(0)+craft.ChillC)):
		said = moves.Said{Do: "fondant", N: tryFondantKg}
	case season.ThickFeed.Has(s.Season):
		said.Do = "syrup_thick"
	}
	o := Trial{Key: "feed", step: tryingFeed(said)}
	o.acts, _, _ = moves.All.ExactAll(s.hive(), []moves.Said{said}, moves.Unnamed()) // within the bounds of a feed
	if w, ok := moves.All.Way(said.Do); ok {
		o.Name = w.Noun(said, s.units())
	}
	return o
}

// Tried returns the changes of the options with these keys, on a day no earlier
// than today, with the names of those it knew.
func (s *Situation) Tried(keys []string, on day.Day) (changes []bees.Change, names []string) {
	on = min(max(on, s.Today), s.Today+day.Day(s.Input.Horizon)-1)
	for _, o := range s.Trials() {
		if slices.Contains(keys, o.Key) {
			changes, names = append(changes, s.Changes(o, on)...), append(names, o.Name)
		}
	}
	return changes, names
}
