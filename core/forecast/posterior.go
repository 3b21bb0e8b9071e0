package forecast

import (
	"math"

	"kembo/core/bees"
	"kembo/core/brood"
	"kembo/core/colony"
	"kembo/core/hive"
	"kembo/core/season"
)

// What a first look leaves of a colony is drawn in three steps: each content off by what the
// look may be off; the young brood as this member's queen lays; and all of it filling the comb
// that is there, each giving way by how much it is in doubt. Empty cells were seen like the
// rest: a nest in which there were hardly any has hardly any in every member.

// asCounted lays brood as it was counted. Where its stages were not painted, the eggs are in
// part what this member's queen lays now.
func asCounted(
	s *bees.State, e *colony.Estimate, p *bees.Parameters, stages, counted float64, z func(int) float64, seasonDay int,
) {
	off := func(sd float64, purpose int) float64 { return math.Exp(sd * z(purpose)) }
	eggs := e.Eggs * off(stages, forEggs)
	larvae, sealed := e.Larvae*off(larvaePart*stages, forYoung), e.Capped*off(sealedPart*stages, forSealed)
	if !e.Painted() && eggs > 0 {
		lays := brood.EggDays * min(
			s.QueenPeak*s.ShareOn(seasonDay), p.NurseLoad*nurseShare*e.Bees,
			e.NestFree()*p.FindableShare+e.Capped/brood.CappedDays,
		)
		if lays > 0 {
			eggs = math.Exp((1-eggsByQueen)*math.Log(eggs) + eggsByQueen*math.Log(lays))
		}
	}
	if all := eggs + larvae + sealed; all > 0 {
		counted *= e.Brood() / all // in all it is what was counted
	}
	s.SpreadBrood(eggs*counted, larvae*counted, sealed*counted)
	asLaid(s, seasonDay)
}

// eggsByQueen is how much of the eggs, where brood was counted without its stages, is told by
// the queen: two stages that are each known to a fifth weigh about so against one that the
// season splits off with stagesSD. Derived.
const eggsByQueen = 0.7

// asLaid shifts brood within its stages to how it was laid: more of the young while she lays more each
// day, more of the old while she lays less.
func asLaid(s *bees.State, seasonDay int) {
	shift := func(cells []float64, from int) {
		sum, weights := 0.0, 0.0
		for i, v := range cells {
			sum += v
			weights += season.LayingOn(seasonDay-from-i) + curveNone
		}
		for i := range cells {
			cells[i] = sum * (season.LayingOn(seasonDay-from-i) + curveNone) / weights
		}
	}
	shift(s.Eggs[:], 0)
	shift(s.Larvae[:], brood.EggDays)
	shift(s.Capped[:], brood.EggDays+brood.LarvaDays)
}

// asUsual lays brood that nobody has seen: what this member's queen has laid in the last
// three weeks by the season, as far as its bees could rear it.
func asUsual(s *bees.State, e *colony.Estimate, p *bees.Parameters, z func(int) float64, seasonDay int) {
	was := math.Exp(laidUnseen * z(forBrood))
	could := p.NurseLoad * nurseShare * e.Bees * math.Exp(e.Spread.Bees*z(forBees))
	laid := func(ago int) float64 { return min(s.QueenPeak*s.ShareOn(seasonDay-ago), could) * was }
	for i := range s.Eggs {
		s.Eggs[i] = laid(i)
	}
	lives := 1.0
	for i := range s.Larvae {
		lives *= p.LarvaLives()
		s.Larvae[i] = laid(brood.EggDays+i) * lives
	}
	for i := range s.Capped {
		s.Capped[i] = laid(brood.EggDays+brood.LarvaDays+i) * p.EggToAdult
	}
}

// laidUnseen is how far what was laid in the last weeks differs from what the season and the
// bees have it, as the standard deviation of the logarithm. Source: none; guess.
const laidUnseen = 0.35

// reconcile brings what was seen of the nest and above it into the comb that is there: what is
// too much or too little is shared out by how far each may be off, empty cells among them.
func reconcile(s *bees.State, e *colony.Estimate, p *bees.Parameters, z func(int) float64) {
	free := func(seen float64, purpose int) (cells, sd float64) {
		return seen*math.Exp(emptySD*z(purpose)) + coarseEmpty*z(purpose+1), emptySD*seen + coarseEmpty
	}
	if s.NestDrawn > 0 {
		empty, sd := free(e.NestFree(), forEmpty)
		x := [...]float64{
			s.BroodCells(),
			s.PollenCells,
			(s.NestHoney + p.NectarCells*s.NestNectar) / s.NestKgPerCell,
			empty,
		}
		k := shared(s.NestDrawn, x[:], []float64{
			e.Spread.Brood * x[0], e.Spread.Pollen*x[1] + 1, e.Spread.Stores * x[2], sd,
		})
		for _, c := range [...][]float64{s.Eggs[:], s.Larvae[:], s.Capped[:], s.Drone[:]} {
			for i := range c {
				c[i] *= k[0]
			}
		}
		s.PollenCells *= k[1]
		s.NestHoney *= k[2]
		s.NestNectar *= k[2]
	}
	if s.SuperDrawn > 0 && s.SuperKgPerCell > 0 {
		empty, sd := free(seenAbove(e, p), forEmptyAbove)
		x := [...]float64{(s.SuperHoney + p.NectarCells*s.SuperNectar) / s.SuperKgPerCell, empty}
		k := shared(s.SuperDrawn, x[:], []float64{e.Spread.Super * x[0], sd})
		s.SuperHoney *= k[0]
		s.SuperCapped *= k[0]
		s.SuperNectar *= k[0]
	}
	s.Tally()
}

// openFill is the mass of open honey of which such a share is ripe against what its cells were taken to
// hold: the more of it is ripe, the more they do.
func openFill(ripe, taken float64, p *bees.Parameters) float64 {
	return 1 / (taken * (ripe + (1-ripe)*p.NectarCells))
}

// SeenStores is the kg of honey in the nest and above it that a look likely means.
func SeenStores(e *colony.Estimate, p *bees.Parameters) (nest, super float64) {
	nest, super = e.NestNectar, e.SuperNectar
	if e.OpenSeen.Nest {
		nest *= openFill(ripeOpen, hive.NectarFill, p)
	}
	if e.OpenSeen.Super {
		super *= openFill(ripeAbove, hive.NectarFillAbove, p)
	}
	return e.NestHoney + nest, e.SuperHoney + super
}

// fillOff is how far stores may be off of which so much was capped, since nobody sees how full the open
// cells are: as the standard deviation of the logarithm.
func fillOff(openSeen bool, capped, kg float64) float64 {
	if !openSeen || kg <= capped {
		return 0
	}
	return fillSD * (1 - capped/kg)
}

// fillSD is that of open honey alone. Derived from ripeSD, about ripeAbove.
const fillSD = 0.2

// seenAbove is the empty drawn cells above the nest as a look has them.
func seenAbove(e *colony.Estimate, p *bees.Parameters) float64 {
	open := ripeAbove + (1-ripeAbove)*p.NectarCells
	if e.OpenSeen.Super {
		open = 1 / hive.NectarFillAbove
	}
	return max(0, e.SuperDrawn-(e.SuperHoney+open*e.SuperNectar)/e.SuperKgPerCell)
}

// How far a count of empty comb may be off: a share, and what counting by halves of frames
// leaves. Source: none; guesses, the share as of stores counted.
const emptySD, coarseEmpty = 0.18, 900

// shared returns the factors by which parts that should fill a whole are changed to do so,
// each by the square of how far it may be off; none to less than a tenth.
func shared(whole float64, x, sd []float64) (k [4]float64) {
	sum, v := 0.0, 0.0
	for i := range x {
		sum += x[i]
		v += sd[i] * sd[i]
	}
	over := 0.0
	if v > 0 {
		over = (sum - whole) / v
	}
	for i := range x {
		if k[i] = 1; x[i] > 0 {
			k[i] = max(leastPart, 1-over*sd[i]*sd[i]/x[i])
		}
	}
	return k
}

// leastPart is the least share of a part that is left of it. Rounding.
const leastPart = 0.1
