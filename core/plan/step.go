package plan

import (
	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/moves"
)

// Step is one thing that can be done here: acts, or a look, with what it takes and what it is to the bees.
type Step struct {
	Action Action
	Key    string       // tells variants of an action apart
	Said   []moves.Said // what a tick writes; none: no tick can
	Acts   []moves.Act  // what is done after that, exactly: of a plan that was drawn
	Opens  craft.Opening
	// Minutes beside opening the hive.
	Minutes float64
	Load    []Need

	// What it is to the bees, beside what is said: changes without a day, or, where it hangs on how a
	// member stands, what it does to that member, with what that costs in it, kg.
	Changes []bees.Change
	Alters  func(s *bees.State, p *bees.Parameters) float64
	// Keeps is the worth of a kilogram of honey that it takes out of the hive: 1 as a crop.
	Keeps float64
	// Kg is what it costs beside: a queen, a comb; under 0 what it gains.
	Kg float64
	// PaysKg is of it what another hive loses that gives for it.
	PaysKg float64

	FedKg  float64 // stores given
	Sugar  float64 // kg of it
	Liquid bool
	Checks bool    // every comb is checked for queen cells
	Swarms float64 // share of the urge to swarm that is left after it; 0: all, it leaves that alone
	Eases  Easing  // what it takes of it for a time; zero: nothing
	// Requeens says that she is replaced: her age no longer counts.
	Requeens bool
	Looks    bool    // it tells whether she is there
	Until    day.Day // after which it is too late for it; 0: never
	Moves    crossing

	hands int                              // place in the order of hands
	say   func(s *Situation, p *part) told // its words
}

// crossing is what goes between hives.
type crossing struct {
	partner     string
	what        colony.Ware
	combs       int  // of it that go from hive to hive; 1 where it is not combs
	takes       bool // from the partner
	gives       bool
	nest, union bool
	opensNest   bool // empty comb comes beside brood, or its boxes are turned
	supersOn    int
	harvested   int
	allCells    bool
}

// told is what is said of a step.
type told struct {
	do, reason, brief, change string
	figures                   []Figure
	cautions                  []string
}

// part is a step in a plan, some days from today.
type part struct {
	*Step
	in   int
	adds float64 // kg of honey, against the plan without it
	by   int     // days by which it is done
}

// changes does to a hive what a step says, on a day, and returns what it is to the forecast, beside the step's own changes.
func (t *Step) changes(h moves.Hive, on day.Day) ([]bees.Change, moves.Hive, error) {
	acts, after, err := moves.All.ExactAll(h, t.Said, moves.Unnamed(h.Stack))
	if err != nil {
		return nil, h, err
	}
	for _, a := range t.Acts {
		d, err := moves.Do(moves.Of(after), a, on)
		if err != nil {
			return nil, h, err
		}
		acts, after = append(acts, a), *d.Hives.Here()
	}
	changes, err := moves.Changes(h, on, acts...)
	return changes, after, err
}
