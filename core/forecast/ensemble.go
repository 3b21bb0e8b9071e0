// Package forecast is many colonies that one may be, and the days that it may meet: drawn from a look
// ([Draw]), lived on, taught by what is seen later, and run ahead to read three runways from: food,
// room to lay and room to store ([Run]). What a day does to each of them is core/bees.
//
// Draws are keyed by seed, name, member, day and purpose; nothing here keeps a clock or global state:
// the same input gives the same bytes.
package forecast

import (
	"slices"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/measure"
)

// Ensemble is what is believed of a colony: many states that it may be in, each
// with its own pace, all as likely. Member m of every colony of a yard meets
// member m's weather and flow. What moves it or lets it learn writes in it: it is for
// one goroutine, and others get a clone.
type Ensemble struct {
	Day    day.Day
	States []bees.State
	mark   []float64 // kg of stores by member, when they were last marked
	done   int       // changes since the look that have been done
	born   moment    // of the pace, before anything was learnt
}

// Draw makes an ensemble from an estimate alone.
func Draw(e *colony.Estimate, p *bees.Parameters, y *Yard, excluder bool, name string, n int, seed uint64) *Ensemble {
	x := &Ensemble{Day: e.Day, States: make([]bees.State, n)}
	seasonDay := y.Likely[int(e.Day-y.From)].SeasonDay
	h := hashName(name)
	for m := range n {
		x.States[m] = draw(e, p, excluder, seasonDay, h, m, n, seed)
		x.States[m].FlowFactor = y.Level(m)
	}
	x.born.mean, x.born.variance = moments(x.paces())
	return x
}

// moment is the mean of a sample and its variance.
type moment struct{ mean, variance float64 }

// Begin starts a new list of changes: none of it has been done.
func (x *Ensemble) Begin() { x.done = 0 }

// Clone returns a copy that shares nothing.
func (x *Ensemble) Clone() *Ensemble {
	return &Ensemble{x.Day, slices.Clone(x.States), slices.Clone(x.mark), x.done, x.born}
}

// Move lives all states up to the morning of a day, with what was done in
// between.
func (x *Ensemble) Move(p *bees.Parameters, y *Yard, changes []bees.Change, to day.Day) {
	start := int(x.Day - y.From)
	lead := int(to - x.Day)
	changes = inOrder(changes)
	for m := range x.States {
		s := &x.States[m]
		cond := y.at(m)[start:]
		next := x.done
		for i := range lead {
			next = s.Due(p, changes, next, x.Day+day.Day(i), m)
			s.Step(p, &cond[i])
		}
		if next = s.Due(p, changes, next, to, m); m == len(x.States)-1 {
			x.done = next
		}
	}
	x.Day = to
}

func inOrder(changes []bees.Change) []bees.Change {
	if slices.IsSortedFunc(changes, byDay) {
		return changes
	}
	changes = slices.Clone(changes)
	slices.SortStableFunc(changes, byDay)
	return changes
}

func byDay(a, b bees.Change) int { return int(a.Day - b.Day) }

// Sample returns a quantity of all members, on a mild day.
func (x *Ensemble) Sample(q Quantity, p *bees.Parameters) []float64 {
	c := bees.Condition{MeanC: mild}
	out := make([]float64, len(x.States))
	for m := range x.States {
		out[m] = q.on(&x.States[m], p, &c)
	}
	return out
}

// Ahead returns the days by which the colony's year is ahead of that of its climate; under 0,
// behind.
func (x *Ensemble) Ahead() measure.Range {
	days := make([]float64, len(x.States))
	for m := range x.States {
		days[m] = x.States[m].Ahead
	}
	return Middle(days)
}

// mild is a mean of a day on which bees move about their combs, degrees C.
const mild = 12

// Expected returns what the ensemble makes of an estimate by its day: what a
// look on that day is read against.
func (x *Ensemble) Expected(e colony.Estimate, p *bees.Parameters) colony.Expected {
	of := func(q Quantity) (v []float64) { return x.Sample(q, p) }
	mid := func(q Quantity) float64 { return Middle(of(q)).Likely }
	return colony.Expected{
		From: e.Day, Parts: e.Parts, Stages: e.Stages, Eggs: Middle(of(OfEggs)), Larvae: Middle(of(OfLarvae)),
		Capped: Middle(of(OfSealed)), Drone: Middle(of(OfDrone)), Pollen: Middle(of(OfPollen)),
		Bees: Middle(of(OfBees)), NestStores: Middle(of(OfNestStores)), SuperStores: Middle(of(OfSuperStores)),
		NestNectar: mid(OfNestNectar), SuperNectar: mid(OfSuperNectar), NestUndrawn: mid(OfNestUndrawn),
		SuperUndrawn: mid(OfSuperUndrawn),
	}
}
