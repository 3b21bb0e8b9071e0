package forecast

import (
	"math"

	"kembo/core/bees"
	"kembo/core/brood"
	"kembo/core/colony"
	"kembo/core/season"
)

// Spreads of what differs between colonies. Source: none; guesses, but for
// intake: colonies of a yard differ by 30-50 % (values I).
const (
	queenSD  = 0.20
	intakeSD = 0.36
	eatingSD = 0.12
	deathSD  = 0.18
	winterSD = 0.40 // of the deaths of winter bees, beyond deathSD: what they were reared on, and sickness
	eyeSD    = 0.04
	youngSD  = 0.12 // eggs and larvae are harder to see than capped brood
	stagesSD = 0.32 // of eggs, where brood was counted and split by the season
	housesSD = 0.10 // of the house bees among those that are not winter bees
	ripeOpen = 0.50 // of the open honey of the nest: ripe, and not yet capped
	// The same above, where what is ripe stays open until its comb is full; and how far that differs.
	ripeAbove = 0.75
	ripeSD    = 0.22
	nectarSD  = 0.25
	SameEye   = 0.7 // correlation of errors in stores below and above
)

// draw makes member m's state from an estimate: each content off by a factor
// of its spread, then held to the comb that is there. So free cells, a small
// difference of large numbers, get the wide range they deserve.
func draw(
	e *colony.Estimate, p *bees.Parameters, excluder bool, seasonDay int, h uint64, m, n int, seed uint64,
) bees.State {
	z := func(purpose int) float64 { return stratified(seed, h, m, n, purpose) }
	off := func(s float64, purpose int) float64 { return math.Exp(s * z(purpose)) }

	// A keeper's eye is off one way for all that he counts.
	eye := off(eyeSD, forEye)
	counted := eye * off(e.Spread.Brood, forBrood)
	stages := stagesSD
	if e.Painted() {
		stages = youngSD
	}
	drones := counted
	stores := eye * off(e.Spread.Stores, forStores)
	// One keeper's errors in the nest and above it go together in part.
	super := eye * math.Exp(e.Spread.Super*(SameEye*z(forStores)+math.Sqrt(1-SameEye*SameEye)*z(forSuper)))
	nectar := off(nectarSD, forNectar)
	ripe := min(max(ripeAbove+ripeSD*z(forRipe), 0), 1)
	open := e.SuperNectar * super * nectar
	if e.OpenSeen.Super {
		open *= openFill(ripe, p)
	}

	s := bees.State{
		PollenCells:   e.Pollen*off(e.Spread.Pollen, forPollen) + coarseCells*uniform(seed, h, m, 0, forPollenLeft),
		NestHoney:     e.NestHoney * stores,
		NestNectar:    e.NestNectar * stores * nectar,
		SuperHoney:    e.SuperHoney * super,
		SuperNectar:   open,
		NestDrawn:     e.NestDrawn,
		NestUndrawn:   e.NestUndrawn,
		SuperDrawn:    e.SuperDrawn,
		SuperUndrawn:  e.SuperUndrawn,
		NestKgPerCell: max(e.NestKgPerCell, leastKgPerCell), SuperKgPerCell: e.SuperKgPerCell,
		Excluder:     excluder,
		IntakeFactor: off(intakeSD, forIntake) * math.Exp(-intakeSD*intakeSD/2),
		EatFactor:    off(eatingSD, forEating),
		DeathFactor:  off(deathSD, forDeath),
		WinterFactor: off(winterSD, forWinter),
		SuperCapped:  e.SuperHoney * super,
		FlowFactor:   1,
	}
	s.QueenPeak, s.Ahead, s.Keeps = queenAndSeason(e, p, seasonDay, counted, z)
	seasonDay += int(math.Round(s.Ahead))
	if e.CombSeen() {
		asCounted(&s, e, p, stages, counted, z, seasonDay)
	} else {
		asUsual(&s, e, p, z, seasonDay)
	}
	for i := range s.Drone {
		s.Drone[i] = e.Drone * drones / brood.DroneDays
	}
	if !season.DronesOut.Holds(seasonDay) { // as many as emerge and die
		s.Drones = e.Drone * drones / brood.DroneDays / p.DroneDeath
	}
	// Of what is open, part is ripe: see hive.NectarFill.
	s.SuperNectar, s.SuperHoney = open*(1-ripe), s.SuperHoney+open*ripe
	ripe = min(max(ripeOpen+ripeSD*z(forRipeBelow), 0), 1)
	open = s.NestNectar
	if e.OpenSeen.Nest {
		open *= openFill(ripe, p)
	}
	s.NestNectar, s.NestHoney = open*(1-ripe), s.NestHoney+open*ripe
	requeen(&s, e, p, h, m, seed)
	adults := e.Bees * eye * off(e.Spread.Bees, forBees)
	winter := season.WinterBees.On(float64(seasonDay))
	s.Winter = adults * winter
	house := nurseShare * off(housesSD, forHouse)
	house = min(house, housesMost)
	s.House = adults * (1 - winter) * house
	s.Foragers = adults * (1 - winter) * (1 - house)
	if s.NestDrawn < bareNest*(s.NestDrawn+s.NestUndrawn) { // a swarm: what it has, it brought in its crops
		s.FillCrops()
	}
	s.SuperAccess = access(&s, p)
	s.Shelter(e.Stack.OverScreen, e.Stack.Insulation.On)
	shape := colony.ShapeOf(e.Stack)
	s.Lid, s.Low, s.Near = shape.Lid, shape.Low, shape.Near
	s.Tally()
	if e.CombSeen() {
		reconcile(&s, e, p, z)
	}
	s.Hold(p)
	s.Reach = s.WithinReach(p)
	s.Infest(p, season.UsualMites.On(float64(seasonDay))*off(mitesSD, forMites))
	s.Mites.Luck = chanceOfNormal(z(forLuck))
	s.FailsIn = p.FailsIn(chanceOfNormal(z(forFailing)))
	s.Heirless = chanceOfNormal(z(forHeir)) > p.Mates
	s.Superseded = chanceOfNormal(z(forSuperseded)) < p.Supersedes
	s.Casts = chanceOfNormal(z(forCast)) < p.Casts
	return s
}

// mitesSD is how far the mites of colonies differ of which none were counted.
const mitesSD = 1.0

// bareNest is the share of drawn comb under which a colony has only just come. Source: none; guess.
const bareNest = 0.1

// access is how far supers that hold something are in use.
func access(s *bees.State, p *bees.Parameters) float64 {
	if s.SuperDrawn <= 0 {
		return 0
	}
	full := (s.SuperHoney + p.NectarCells*s.SuperNectar) / (s.SuperDrawn * s.SuperKgPerCell)
	return min(1, fullInUse*full)
}

// Of the spread of eggs, that of larvae and of capped brood; how many of the bees
// are house bees at most; how full supers are all in use; and what a cell holds
// at least, kg, so that nothing is divided by none.
const (
	larvaePart, sealedPart = 0.7, 0.75
	housesMost             = 0.9
	fullInUse              = 4
	leastKgPerCell         = 1e-5
)

// requeen says whether this member has a laying queen and, where it has none,
// when another is to lay, by what was found: in cells, by how long ago the
// youngest brood was laid. Source: the calendar is Winston's (1987, from
// memory); the chances of a mated queen are common practice.
func requeen(s *bees.State, e *colony.Estimate, p *bees.Parameters, h uint64, m int, seed uint64) {
	q := e.Queen
	at := int(e.Day)
	if uniform(seed, h, m, at, forQueenThere) <= q.QueenChance() {
		if s.QueenPeak == 0 {
			s.QueenPeak = s.NextQueen
			if s.QueenPeak == 0 {
				s.QueenPeak = p.QueenPeakLaying * math.Exp(queenSD*normal(seed, h, m, 0, forQueen))
			}
		}
		s.NextQueen, s.LaysIn, s.Virgin = 0, 0, false
		return
	}
	peak := max(s.QueenPeak, s.NextQueen)
	if peak == 0 {
		peak = p.QueenPeakLaying
	}
	s.QueenPeak, s.NextQueen, s.LaysIn = 0, 0, 0
	days, chance := 0.0, p.Mates
	switch {
	case q.CappedCells > 0: // out within 8 days, laying 8 to 14 later
		days = afterCapped
	case q.ChargedCells > 0:
		days = afterCharged
	case q.EmergedCells > 0:
		days = afterEmerged
	case q.Larvae: // lost within nine days
		days = p.EmergencyDays - lostLarvae
	case q.Capped: // within three weeks
		days, chance = afterLarvae, hopeCapped*p.Mates
	default:
		days, chance = afterBrood, hopeless*p.Mates
	}
	if uniform(seed, h, m, at, forMating) < chance {
		s.NextQueen, s.Virgin = peak, true
		s.LaysIn = math.Max(1, math.Round(days+requeenSD*normal(seed, h, m, at, forRequeen)))
	}
}

// Days until a queen to come lays, by what was found, and what is left of the
// chance that she does; [Fixed] says of each where it comes from.
const (
	afterCapped, afterCharged, afterEmerged = 15, 20, 8
	lostLarvae, afterLarvae, afterBrood     = 6, 10, 8
	requeenSD                               = 4
	hopeCapped, hopeless                    = 0.8, 0.4
)
