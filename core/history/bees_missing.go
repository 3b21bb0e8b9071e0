package history

import (
	"math"

	"kembo/core/colony"
	"kembo/core/forecast"
	"kembo/core/measure"
	"kembo/core/queen"
	"kembo/core/season"
)

// Of bees that are missing: what is left after a prime swarm of those that were expected, the chance that one leaves
// between two looks of the season, and how much less likely that is where every comb was checked a few days before, and
// where eggs are seen. Source: half to two thirds go (Winston 1987, from memory); the rest common practice, guesses.
const (
	leftBySwarm              = 0.45
	fewestLeft               = 0.2 // under which no swarm and its cast have done it: it dwindled, or was robbed
	swarmsUnseen             = 0.08
	checkedLately            = 5
	afterCheck, eggsAreThere = 0.3, 0.25
	goneLeast                = 0.05 // chance that is kept. Rounding
)

// missing notes how likely a swarm has left, where a look finds far fewer bees than were to be expected: with a prime
// swarm half of them go, and nothing else takes so many in a week of May.
func (w *walker) missing(e *colony.Estimate, sights []forecast.Sight) {
	q := &e.Queen
	if !season.SwarmsLeave.Has(w.ground.Site.On(e.Day)) || q.Seen && q.Day == e.Day {
		return
	}
	prior := swarmsUnseen
	if w.CellCheckDay > 0 && e.Day-w.CellCheckDay <= checkedLately {
		prior *= afterCheck
	}
	if q.Eggs && q.Day == e.Day {
		prior *= eggsAreThere
	}
	for _, s := range sights {
		if s.Of != forecast.OfBees || s.Value <= 0 {
			continue
		}
		r := w.ahead.Foresee(s, &w.parameters)
		sd := math.Log(r.High/r.Low) / (2 * measure.Z80)
		off := math.Log(s.Value / r.Likely)
		density := func(mean float64) float64 { z := (off - mean) / sd; return math.Exp(-z * z / 2) }
		went, stayed := prior*density(math.Log(leftBySwarm)), (1-prior)*density(0)
		if p := went / (went + stayed); p >= goneLeast && off < 0 && off > math.Log(fewestLeft) {
			q.GoneOdds, q.GoneDay = p, e.Day
		}
	}
}

// presume has a hive wait for a queen out of one of the cells that a swarm left, where one has likely left and the combs
// were looked at since without finding eggs or the queen.
func (w *walker) presume(e Entry) {
	q := w.Estimate.Queen
	if w.Waiting == nil && q.Looked && q.Day == e.Day && !q.Eggs && !q.EggsUnlooked && !q.Seen && !q.Caged && q.GoneOdds >= presumed {
		w.Waiting = &queen.Waiting{For: queen.Sealed, On: q.GoneDay - colony.GoneSince}
	}
}

// presumed is the chance of a swarm from which on it is taken to have left. Rounding.
const presumed = 0.5
