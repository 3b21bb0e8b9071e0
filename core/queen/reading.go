package queen

import (
	"math"

	"kembo/core/brood"
	"kembo/core/day"
)

// Where queen cells hang.
type Where string

// The places. Swarm cells hang along the edges of the combs, replacement and
// emergency cells stand on their face.
const (
	NotNoted Where = ""
	Edge     Where = "edge"
	Face     Where = "face"
	Both     Where = "both"
)

// Evidence is what a look found of a queen and her cells.
type Evidence struct {
	On                   day.Day
	Looked               bool // combs were looked at for it
	Seen                 bool
	Eggs, Larvae, Sealed bool // of workers
	Unlooked             bool // a younger stage than the youngest seen was not looked for
	OpenOlder            bool // larvae were not looked for
	Dry, WithEgg         int  // cups
	Charged, Capped      int  // cells with jelly and larva; sealed cells
	Emerged, TornDown    int
	Where                Where
	SwarmSeason          bool
}

// Interruption is when the last egg was laid, from the youngest stage seen.
type Interruption struct {
	From, To day.Day // the last egg was laid between these days
	Open     bool    // nothing of any age: at To or any day before
	Resumed  bool    // eggs again, but nothing older: laying began between them
}

// LastLaid returns when laying stopped, or began again, and false where she
// lays, or nobody looked.
//
// The youngest stage seen dates it: with no eggs nothing was laid in the last 3
// days, with no open brood in the last 9, with none capped in the last 21
// (stage lengths, Winston 1987, from memory).
func LastLaid(e Evidence) (Interruption, bool) {
	// Stages of a worker are in the closed table.
	hatch, _ := brood.After(brood.Worker, brood.Hatched)
	cap, _ := brood.After(brood.Worker, brood.Capped)
	out, _ := brood.After(brood.Worker, brood.Emerged)
	back := func(n int) day.Day { return e.On - day.Day(n) }
	switch {
	case !e.Looked, !e.Eggs && e.Unlooked, e.Eggs && e.OpenOlder:
		return Interruption{}, false
	case e.Eggs && e.Larvae:
		return Interruption{}, false
	case e.Eggs: // nothing open older than them: she began, or began again
		return Interruption{From: back(hatch.Likely), To: e.On, Resumed: true}, true
	case e.Larvae:
		return Interruption{From: back(cap.Likely), To: back(hatch.Likely)}, true
	case e.Sealed:
		return Interruption{From: back(out.Likely), To: back(cap.Likely)}, true
	}
	return Interruption{To: back(out.Likely), Open: true}, true
}

// Intent is why bees raise queens.
type Intent struct{ Swarm, Replacement, Emergency float64 }

// Reading is what cells amount to.
type Reading struct {
	Intent Intent // chances that sum to 1
	// Emerges and EmergesBy are the first and the last day on which a queen of
	// these cells comes out; EggsFrom and EggsBy bound her first eggs.
	Emerges, EmergesBy, EggsFrom, EggsBy day.Day
	// Out says that one is out already, or that a swarm may be gone.
	Out bool
	// Begun says that there are eggs in cups and no more: they may take them out again.
	Begun bool
}

// GoOn is the chance that bees who have laid in many cups rear what they have begun. Source: none; guess: bees often
// take such eggs out again, common practice.
const GoOn = 0.6

// ReadCells says what cells amount to, and false where there is none that
// commits the bees: dry cups do not, nor do a few cups with an egg (common practice).
func ReadCells(e Evidence) (Reading, bool) {
	begun := e.SwarmSeason && e.Charged+e.Capped+e.Emerged == 0 && e.WithEgg >= manyCells
	if e.Charged+e.Capped+e.Emerged == 0 && !begun {
		return Reading{}, false
	}
	r := Reading{Intent: intent(e), Out: e.Emerged > 0, Begun: begun}
	switch {
	case begun:
		r.Emerges, r.EmergesBy = e.On+EmergesAfter-HatchesAfter, e.On+EmergesAfter
	case e.Emerged > 0:
		// She came out some time in the last week, or is out today.
		r.Emerges, r.EmergesBy = e.On-7, e.On
	case e.Capped > 0:
		r.Emerges, r.EmergesBy = EarliestEmergence(e.On, true), e.On+EmergesAfter-CappedAfter
		if e.Charged > 0 {
			r.EmergesBy = e.On + EmergesAfter - HatchesAfter
		}
	default:
		r.Emerges, r.EmergesBy = EarliestEmergence(e.On, false), e.On+EmergesAfter-HatchesAfter
	}
	r.EggsFrom, r.EggsBy = r.Emerges+LaysFrom-EmergesAfter, r.EmergesBy+LaysUntil-EmergesAfter
	return r, true
}

// Odds by finding, of swarm, replacement and emergency, against each other.
// Source: common practice, no source: swarm cells are many and hang at edges;
// replacement cells one to four on the face, with a queen that still lays;
// emergency cells follow a lost queen, on the face, with no eggs.
var (
	oddsSwarmSeason = [3]float64{3, 1, 0.7}
	oddsOutOfSeason = [3]float64{0.3, 1.5, 1}
	oddsMany        = [3]float64{3, 0.25, 1.2} // eight and more
	oddsFew         = [3]float64{0.6, 2.5, 0.9}
	oddsEdge        = [3]float64{3, 0.5, 0.3}
	oddsFace        = [3]float64{0.25, 2, 2.5}
	oddsEggs        = [3]float64{1.2, 1.5, 0.12}
	oddsNoEggs      = [3]float64{1, 0.4, 3}
	manyCells       = 8
	fewCells        = 4
)

// intent weighs the findings by Bayes' rule, taken as independent.
func intent(e Evidence) Intent {
	w := [3]float64{1, 1, 1}
	times := func(o [3]float64) {
		for i := range w {
			w[i] *= o[i]
		}
	}
	if e.SwarmSeason {
		times(oddsSwarmSeason)
	} else {
		times(oddsOutOfSeason)
	}
	switch n := e.WithEgg + e.Charged + e.Capped + e.Emerged + e.TornDown; {
	case n >= manyCells:
		times(oddsMany)
	case n <= fewCells:
		times(oddsFew)
	}
	switch e.Where {
	case Edge:
		times(oddsEdge)
	case Face:
		times(oddsFace)
	}
	if e.Looked {
		// Eggs stop a few days before a swarm leaves, so their absence counts
		// for little against it once cells are capped.
		if e.Eggs {
			times(oddsEggs)
		} else if e.Capped == 0 {
			times(oddsNoEggs)
		}
	}
	sum := w[0] + w[1] + w[2]
	return Intent{w[0] / sum, w[1] / sum, w[2] / sum}
}

// Likely returns the likeliest intent in a word, and its chance.
func (i Intent) Likely() (word string, p float64) {
	switch p = math.Max(i.Swarm, math.Max(i.Replacement, i.Emergency)); p {
	case i.Swarm:
		return "swarm", p
	case i.Replacement:
		return "replacement", p
	}
	return "emergency", p
}
