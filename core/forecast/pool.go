package forecast

import (
	"math"

	"kembo/core/measure"
)

// A yard's colonies meet one flow, and each makes of it what it can. What each
// has gained says something of both. Pooling takes them apart: what all have in
// common is the yard, the rest the colony, each believed as far as its looks
// have told (partial pooling; Gelman and Hill 2007, from memory).

// Pace is what a colony's looks say of how it gains against the calendar: the
// logarithm, and the variance with which they alone tell it. Told is false
// where they say nothing.
type Pace struct {
	Log, Variance float64
	Told          bool
}

// Pace returns what x has learnt of intake and flow together, freed of what was
// believed before any look: of the same members, so that what chance has drawn
// is not taken for learnt.
func (x *Ensemble) Pace() Pace {
	y := x.paces()
	if len(y) < 2 {
		return Pace{}
	}
	mean, v := moments(y)
	if v > toldUnder*x.born.variance {
		return Pace{}
	}
	told := 1/v - 1/x.born.variance
	return Pace{Log: (mean/v - x.born.mean/x.born.variance) / told, Variance: 1 / told, Told: true}
}

// paces returns the logarithm of intake and flow together, by member.
func (x *Ensemble) paces() []float64 {
	y := make([]float64, 0, len(x.States))
	for m := range x.States {
		if f := x.States[m].FlowFactor; f > 0 {
			y = append(y, math.Log(x.States[m].IntakeFactor)+math.Log(f))
		}
	}
	return y
}

// toldUnder is the share of the variance before any look under which looks
// count as having told something.
const toldUnder = 0.9

// PoolLevel returns a yard's flow level from the paces of its colonies.
func PoolLevel(paces []Pace) Level {
	precision := 1 / (flowLevelSD * flowLevelSD)
	sum := 0.0
	for _, c := range paces {
		if !c.Told {
			continue
		}
		w := 1 / (intakeSD*intakeSD + c.Variance)
		precision += w
		sum += w * (c.Log + intakeSD*intakeSD/2)
	}
	return Level{Mean: sum / precision, SD: math.Sqrt(1 / precision)}
}

// Pool gives the members the yard's flow level, and leaves to the colony's own
// pace what its looks say beyond it.
func (x *Ensemble) Pool(level Level, y *Yard) {
	own := x.Pace()
	intake := make([]float64, len(x.States))
	for m := range x.States {
		intake[m] = math.Log(x.States[m].IntakeFactor)
	}
	mean, v := moments(intake)
	sd := math.Sqrt(max(v, 1e-12))
	for m := range x.States {
		s := &x.States[m]
		l := level.Mean + level.SD*y.z[m]
		mid, spread := -intakeSD*intakeSD/2, intakeSD
		if own.Told {
			precision := 1/(intakeSD*intakeSD) + 1/own.Variance
			mid = ((own.Log-l)/own.Variance + mid/(intakeSD*intakeSD)) / precision
			spread = math.Sqrt(1 / precision)
		}
		s.FlowFactor = math.Exp(l)
		s.IntakeFactor = math.Exp(mid + spread*(intake[m]-mean)/sd)
	}
}

// Learnt returns how a colony gains against the usual, and how its yard's flow
// runs against its calendar, with their 80 % ranges; false where nothing has
// been learnt of them.
func (x *Ensemble) Learnt() (own, yard measure.Range, ok bool) {
	if !x.Pace().Told {
		return own, yard, false
	}
	a, b := make([]float64, len(x.States)), make([]float64, len(x.States))
	for m := range x.States {
		a[m], b[m] = x.States[m].IntakeFactor*x.States[m].FlowFactor, x.States[m].FlowFactor
	}
	return Middle(a), Middle(b), true
}
