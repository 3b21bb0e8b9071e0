package forecast

import (
	"math"

	"kembo/core/bees"
	"kembo/core/brood"
	"kembo/core/colony"
	"kembo/core/measure"
)

// Settle holds the members to the comb that the hive has, as an estimate knows
// it, and to what it found of a queen.
func (x *Ensemble) Settle(e *colony.Estimate, p *bees.Parameters, excluder bool, name string, seed uint64) {
	x.Begin()
	h := hashName(name)
	shape := colony.ShapeOf(e.Stack)
	for m := range x.States {
		s := &x.States[m]
		s.NestDrawn, s.NestUndrawn = e.NestDrawn, e.NestUndrawn
		s.SuperDrawn, s.SuperUndrawn = e.SuperDrawn, e.SuperUndrawn
		s.UnderDrawn, s.UnderUndrawn = 0, 0
		s.NestKgPerCell, s.SuperKgPerCell = max(e.NestKgPerCell, leastKgPerCell), e.SuperKgPerCell
		s.Lid, s.Low, s.Near, s.Excluder = shape.Lid, shape.Low, shape.Near, excluder
		s.Shelter(e.Stack.OverScreen, e.Stack.Insulation.On)
		if s.SuperDrawn <= 0 {
			s.SuperHoney, s.SuperNectar, s.SuperCapped = 0, 0, 0
		}
		s.SuperAccess = max(access(s, p), min(s.SuperAccess, 1))
		if e.Queen.Looked && e.Queen.Day == e.Day {
			unlaid(s, e.Queen)
			requeen(s, e, p, h, m, seed)
		}
		if e.Queen.GoneOdds > 0 && e.Queen.GoneDay == e.Day {
			swarmed(s, e, p, h, m, seed)
		}
		s.Tally()
		s.Hold(p)
		s.Tally()
		s.Reach = s.WithinReach(p)
	}
}

// flowForgets is how many days what was learnt of a yard's flow takes to
// fade: the next plant is another flow. Source: none; guess, about the length of a flow.
const flowForgets = 45.0

// seasonForgets is how many days what was learnt of a colony's season takes to fade: one that
// is ahead in April need not be so in August. Source: none; guess.
const seasonForgets = 60.0

// Drift widens the ensemble by what no forecast sees coming, and lets the flow
// level wander back to what is usual, over the days since the last sight.
func (x *Ensemble) Drift(y *Yard, days int, name string, seed uint64) {
	if days <= 0 {
		return
	}
	h := hashName(name)
	keep := math.Exp(-float64(days) / flowForgets)
	fresh := math.Sqrt(1 - keep*keep)
	off := seasonOff(y.Likely[min(max(int(x.Day-y.From), 0), len(y.Likely)-1)].SeasonDay)
	unseen := unseenADay * math.Sqrt(float64(days)) // a walk: the same however it is cut
	for m := range x.States {
		s := &x.States[m]
		if s.FlowFactor > 0 {
			s.FlowFactor = math.Exp(
				keep*math.Log(s.FlowFactor) + fresh*flowLevelSD*normal(seed, y.key, m, int(x.Day), forFlowLevel),
			)
		}
		back := math.Exp(-float64(days) / seasonForgets)
		s.Ahead = back*s.Ahead + math.Sqrt(1-back*back)*off*normal(seed, h, m, int(x.Day), forSeason)
		z := func(k int) float64 { return unseen * normal(seed, h, m, int(x.Day), forUnseen+k) }
		moveBy(s, atNest, z(atNest))
		moveBy(s, atSuper, z(atSuper))
		moveBy(s, atBees, z(atBees))
		// A queen lays now more, now less; what she has laid goes with her.
		queen := queenDrifts / unseenADay * z(atQueen)
		moveBy(s, atQueen, queen)
		for k := atEggs; k <= atSealed; k++ {
			moveBy(s, k, queen+z(k))
		}
		s.Tally()
	}
}

// What no forecast sees coming in a day, and how a queen's laying wanders, as
// standard deviations of the logarithm. Source: none; guesses, held by the
// calibration.
const (
	unseenADay  = 0.018
	queenDrifts = 0.039
)

// Foresee returns the 80 % range of what a sight may say, with its own spread,
// as the ensemble holds it.
func (x *Ensemble) Foresee(o Sight, p *bees.Parameters) measure.Range {
	y := make([]float64, len(x.States))
	c := bees.Condition{MeanC: mild}
	for m := range x.States {
		y[m] = logOf(o.Of.on(&x.States[m], p, &c), floor(o.Of))
	}
	// By quantiles: a few members without a queen would spoil the moments.
	mid := Middle(y)
	half := math.Hypot((mid.High-mid.Low)/2, measure.Z80*o.SD)
	return measure.Range{
		Low: math.Exp(mid.Likely - half), Likely: math.Exp(mid.Likely), High: math.Exp(mid.Likely + half),
	}
}

// KeepPace takes over what another ensemble has learnt of the colony's pace, its yard's flow, its
// mites and its queen's years.
func (x *Ensemble) KeepPace(from *Ensemble, p *bees.Parameters) {
	for m := range x.States {
		s, o := &x.States[m], &from.States[m]
		s.IntakeFactor, s.FlowFactor, s.EatFactor, s.DeathFactor = o.IntakeFactor, o.FlowFactor, o.EatFactor, o.DeathFactor
		s.Ahead, s.Keeps = o.Ahead, o.Keeps
		s.WinterFactor, s.Sits, s.Mites.Luck = o.WinterFactor, o.Sits, o.Mites.Luck
		s.FailsIn, s.Superseded, s.Heirless, s.Casts, s.Welcome = o.FailsIn, o.Superseded, o.Heirless, o.Casts, o.Welcome
		s.Infest(p, o.MitesPer100())
	}
}

// Requeen says anew which members have a laying queen, by what was found since.
func (x *Ensemble) Requeen(e *colony.Estimate, p *bees.Parameters, name string, seed uint64) {
	h := hashName(name)
	for m := range x.States {
		requeen(&x.States[m], e, p, h, m, seed)
	}
}

// unlaid takes out the stages that a look for a queen did not find: with no eggs
// seen there are none.
func unlaid(s *bees.State, q colony.QueenEvidence) {
	if q.Eggs || q.EggsUnlooked {
		return
	}
	s.Eggs = [brood.EggDays]float64{}
	if q.Larvae || q.LarvaeUnlooked {
		return
	}
	s.Larvae = [brood.LarvaDays]float64{}
	if !q.Capped && !q.CappedUnlooked {
		s.Capped = [brood.CappedDays]float64{}
	}
}
