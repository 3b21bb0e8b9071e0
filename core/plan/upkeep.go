package plan

import (
	"math"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/season"
)

// From the visit after next on a keeper does what is usual, so that leaving is not taken
// for never coming back.
//
// roomFlowKg is what the fortnight ahead must offer for room to be given, littleRoom the share of a super
// that is left when it is; overReserve is what food is made up to, kg over the reserve. Source: common
// practice; sizes are guesses.
const (
	roomDays, roomFlowKg = 14, 2.0
	littleRoom           = 2.0 // supers' worth of free comb, under which a later visit gives room
	overReserve          = 3.0
	aWinterFeed          = 1.5  // the same where the hive is opened in winter for it
	lateFeed             = 0.1  // a kg more for each that is left to the next visit in autumn: a cold week may come
	aFeed                = 0.4  // kg of honey that a feed costs beside its sugar
	laterCounts          = 0.15 // how far swarms after the visit after next count: they can still be kept
)

// comesIn says that in one member in so many somebody comes in time in winter and lays fondant on a hive that is short:
// who counts on it has not fed. Source: none; guess.
const comesIn = 2

// upkeep does to a member what a keeper does on the visits that no plan is made for, and returns what feed
// it took, in kg of honey, and what crop. Day i is from today, m the member.
func (s *Situation) upkeep(st *bees.State, p *bees.Parameters, i, m int) (cost, crop float64) {
	if st.Bees() < bees.LeastAlive || queenless(st) && st.Bees() < queenBees {
		return 0, 0
	}
	if s.season.FlowKg(i, i+roomDays) < overFlowKg && st.SuperCapped > boundKg &&
		season.CropsComeOff.Holds(s.season.At(i).BeesDay) {
		share := st.SuperCapped / (st.SuperHoney + st.SuperNectar)
		crop = saleKg(st.SuperCapped)
		st.Apply(&bees.Change{SuperOut: share})
	}
	if s.season.FlowKg(i, i+roomDays) > roomFlowKg && st.Bees() > fewForSuper &&
		(st.NestFree(p) < st.NestDrawn/2 || st.Bees() > p.BeesPerCell*st.NestDrawn/2) {
		access := st.SuperAccess
		for n := 0; n < mostSupers && st.SuperFree(p) < littleRoom*s.unit; n++ {
			cost += superWearKg + superMinutes*s.weights().Minute // as it would have today
			st.Apply(&bees.Change{SuperDrawn: s.unit, SuperKgPerCell: s.unitKg})
		}
		st.SuperAccess = access // put on in time, over others or under
	}
	w := s.weights()
	keep, late := s.Input.ReserveKg, 0.0
	if r := s.Input.Reserves; i < len(r) {
		keep = r[i]
	}
	if on := s.season.At(i); season.FedByAll.Holds(on.BeesDay) {
		keep, late = max(keep, on.WinterKg-overReserve), lateFeed
	}
	if lacks := keep + overReserve - st.Stores(); lacks > overReserve {
		feed := aFeed
		if season.WinterRest.Has(s.on(s.Today + day.Day(i))) { // a block of fondant, if somebody comes at all
			if m%comesIn != 0 {
				return cost, crop
			}
			lacks, feed = min(lacks, fondantKgWeek*winterRhythm/daysAWeek*st.Bees()/perBees), aWinterFeed
		}
		st.Apply(&bees.Change{FeedKg: lacks})
		cost += lacks*(w.SugarKg+late) + feed
	}
	return cost, crop
}

// boundKg is what of a crop stays in wet combs and on the floor, in the end, however much there is; a super with
// less is no crop. overFlowKg is the flow of a fortnight under which a crop comes off. Source: common practice;
// sizes are guesses.
const boundKg, overFlowKg = 2.0, 1.5

// saleKg returns what so much honey above a nest comes to in the tank.
func saleKg(kg float64) float64 { return kg - boundKg*(1-math.Exp(-kg/boundKg)) }

// fewForSuper is the bees under which nobody puts a super on. Source: common practice.
const fewForSuper = 6000

// superCells returns the cells of a super as they are on the hive, and the honey that one holds.
func (s *Situation) superCells() (cells, kgPerCell float64) {
	f := s.Estimate.Stack.SuperFormat()
	cells = 2 * float64(f.Slots) * f.Frame.WorkerCells()
	return cells, f.Frame.HoneyKg(f.ThicknessMM(f.Slots)) / f.Frame.WorkerCells()
}
