package assessment

import (
	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/queen"
)

// cellsHold is how long cells found bear on the hazard, in days: a swarm goes
// at about the capping of the first. Source: Winston 1987, from memory.
const cellsHold = 10

// cupsTell is how many cups with an egg press as much as such cups do that are not yet a beginning. Source: none; guess.
const cupsTell = 4

// settles is how long a colony that began from bees is as one with a queen of the year, days. Source: common
// practice: in its first two months it builds.
const settles = 60

// pressureOf returns the swarm risk factors that the simulation does not model.
func pressureOf(c Case, e colony.Estimate) forecast.Pressure {
	p := bees.Defaults()
	k := forecast.Pressure{QueenYears: -1, Cups: 1}
	if c.QueenYear > 0 {
		k.QueenYears = float64(c.Today.Time().Year() - c.QueenYear)
	}
	if c.BeganOn > 0 && c.Today-c.BeganOn < settles {
		k.QueenYears = 0 // a swarm, a package or a split of this season seldom swarms in it
	}
	q := e.Queen
	k.NotBefore = int(earliestSwarm(c, q) - c.Today)
	if q.CellsDay == 0 || c.Today-q.CellsDay > cellsHold {
		return k
	}
	if q.CupsWithEgg > 0 {
		k.Cups = 1 + (p.SwarmCups-1)*min(1, float64(q.CupsWithEgg)/cupsTell)
	}
	ev := q.Evidence(c.Site.On(q.CellsDay).Swarming())
	if r, ok := queen.ReadCells(ev); ok && !r.Out {
		rate := p.SwarmCharged
		if q.CappedCells > 0 {
			rate = p.SwarmCapped
		}
		if r.Begun {
			rate *= queen.GoOn
		}
		k.CellsADay = rate * r.Intent.Swarm
	}
	return k
}

// earliestSwarm is the first day on which a swarm may go. It goes when its first
// cell is capped; where every comb was checked and there was none, the egg for it
// was laid after that, or stood in a cup. A clipped queen does not get far: they
// go with the first that emerges. Where nobody checked it may be any day.
// Source: Winston 1987, from memory; the second common practice.
func earliestSwarm(c Case, q colony.QueenEvidence) day.Day {
	if c.CellCheck != colony.CompleteCheck || c.CellCheckDay == 0 || q.CellsDay >= c.CellCheckDay && q.Cells() > 0 {
		return c.Today
	}
	laid := c.CellCheckDay
	if q.CellsDay >= c.CellCheckDay && q.CupsWithEgg > 0 {
		laid -= queen.HatchesAfter
	}
	cell := queen.FromEgg(laid)
	if c.Clipped {
		return cell.Emerges
	}
	return cell.Capped
}

func cellsOf(b hive.Box) float64 {
	return 2 * float64(len(b.Frames)) * b.Format.Frame.WorkerCells()
}

func supersOf(st hive.Stack) []float64 {
	var out []float64
	for _, i := range hive.FillOrder(st) {
		out = append(out, cellsOf(st.Boxes[i]))
	}
	return out
}
