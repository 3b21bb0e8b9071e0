package forecast

import (
	"math"

	"kembo/core/bees"
	"kembo/core/brood"
	"kembo/core/colony"
	"kembo/core/hive"
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
	sitsSD   = 0.06 // of the bees that sit on a comb at full cover
	eyeSD    = 0.04
	youngSD  = 0.12 // eggs and larvae are harder to see than capped brood
	stagesSD = 0.32 // of eggs, where brood was counted and split by the season
	housesSD = 0.10 // of the house bees among those that are not winter bees
	ripeOpen = 0.50 // of the open honey of the nest: ripe, and not yet capped
	// The same above, where what is ripe stays open until its comb is full; and how far that differs.
	ripeAbove = 0.70
	ripeSD    = 0.22
	nectarSD  = 0.25
	SameEye   = 0.7 // correlation of errors in stores below and above
)

// drawing is one member as it is drawn: z is its deviate for a purpose, eye how far the keeper's eye is
// off one way for all that he counts.
type drawing struct {
	e         *colony.Estimate
	p         *bees.Parameters
	z         func(purpose int) float64
	eye       float64
	seasonDay int
}

// off is a factor of a spread.
func (d *drawing) off(sd float64, purpose int) float64 { return math.Exp(sd * d.z(purpose)) }

// draw makes member m's state from an estimate: each content off by a factor
// of its spread, then held to the comb that is there. So free cells, a small
// difference of large numbers, get the wide range they deserve.
func draw(
	e *colony.Estimate, p *bees.Parameters, excluder bool, seasonDay int, h uint64, m, n int, seed uint64,
) bees.State {
	d := drawing{e: e, p: p, z: func(purpose int) float64 { return stratified(seed, h, m, n, purpose) }}
	d.eye = d.off(eyeSD, forEye)
	counted := d.eye * d.off(e.Spread.Brood, forBrood)
	shape := colony.ShapeOf(e.Stack)
	s := bees.State{
		PollenCells:   e.Pollen*d.off(e.Spread.Pollen, forPollen) + coarseCells*uniform(seed, h, m, 0, forPollenLeft),
		NestDrawn:     e.NestDrawn,
		NestUndrawn:   e.NestUndrawn,
		SuperDrawn:    e.SuperDrawn,
		SuperUndrawn:  e.SuperUndrawn,
		NestKgPerCell: max(e.NestKgPerCell, leastKgPerCell), SuperKgPerCell: e.SuperKgPerCell,
		Excluder:     excluder,
		Lid:          shape.Lid,
		Low:          shape.Low,
		Near:         shape.Near,
		IntakeFactor: d.off(intakeSD, forIntake) * math.Exp(-intakeSD*intakeSD/2),
		EatFactor:    d.off(eatingSD, forEating),
		DeathFactor:  d.off(deathSD, forDeath),
		WinterFactor: d.off(winterSD, forWinter),
		Sits:         d.off(sitsSD, forSits),
		FlowFactor:   1,
	}
	s.QueenPeak, s.Ahead, s.Keeps = queenAndSeason(e, p, seasonDay, counted, d.z)
	d.seasonDay = seasonDay + int(math.Round(s.Ahead))
	d.brood(&s, counted)
	d.stores(&s)
	requeen(&s, e, p, h, m, seed)
	d.adults(&s)
	s.SuperAccess = access(&s, p)
	s.Shelter(e.Stack.OverScreen, e.Stack.Insulation.On)
	s.Tally()
	if e.CombSeen() {
		reconcile(&s, e, p, d.z)
	}
	s.Hold(p)
	s.Reach = s.WithinReach(p)
	d.fate(&s)
	return s
}

// brood lays what was counted or, where no comb was seen, what is usual.
func (d *drawing) brood(s *bees.State, counted float64) {
	stages := stagesSD
	if d.e.Painted() {
		stages = youngSD
	}
	if d.e.CombSeen() {
		asCounted(s, d.e, d.p, stages, counted, d.z, d.seasonDay)
	} else {
		asUsual(s, d.e, d.p, d.z, d.seasonDay)
	}
	drones := d.e.Drone * counted / brood.DroneDays
	for i := range s.Drone {
		s.Drone[i] = drones
	}
	if !season.DronesOut.Holds(d.seasonDay) { // as many as emerge and die
		s.Drones = drones / d.p.DroneDeath
	}
}

// stores fills the combs. Of what is open, part is ripe: see hive.NectarFill.
func (d *drawing) stores(s *bees.State) {
	e := d.e
	nest := d.eye * d.off(e.Spread.Stores, forStores)
	// One keeper's errors in the nest and above it go together in part.
	super := d.eye * math.Exp(e.Spread.Super*(SameEye*d.z(forStores)+math.Sqrt(1-SameEye*SameEye)*d.z(forSuper)))
	nectar := d.off(nectarSD, forNectar)
	open := func(kg, ripe, taken float64, counted bool) (ripeKg, thinKg float64) {
		if counted {
			kg *= openFill(ripe, taken, d.p)
		}
		return kg * ripe, kg * (1 - ripe)
	}
	below := min(max(ripeOpen+ripeSD*d.z(forRipeBelow), 0), 1)
	above := min(max(ripeAbove+ripeSD*d.z(forRipe), 0), 1)
	ripe, thin := open(e.NestNectar*nest*nectar, below, hive.NectarFill, e.OpenSeen.Nest)
	s.NestHoney, s.NestNectar = e.NestHoney*nest+ripe, thin
	ripe, thin = open(e.SuperNectar*super*nectar, above, hive.NectarFillAbove, e.OpenSeen.Super)
	s.SuperCapped = e.SuperHoney * super
	s.SuperHoney, s.SuperNectar = s.SuperCapped+ripe, thin
}

// adults shares the bees out to house, field and winter.
func (d *drawing) adults(s *bees.State) {
	all := d.e.Bees * d.eye * d.off(d.e.Spread.Bees, forBees)
	winter := season.WinterBees.On(float64(d.seasonDay))
	house := min(nurseShare*d.off(housesSD, forHouse), housesMost)
	s.Winter = all * winter
	s.House = all * (1 - winter) * house
	s.Foragers = all * (1 - winter) * (1 - house)
	if s.NestDrawn < bareNest*(s.NestDrawn+s.NestUndrawn) { // a swarm: what it has, it brought in its crops
		s.FillCrops()
	}
}

// fate is what nobody can see on a day: mites, and what becomes of the queen.
func (d *drawing) fate(s *bees.State) {
	chance := func(purpose int) float64 { return chanceOfNormal(d.z(purpose)) }
	s.Infest(d.p, season.UsualMites.On(float64(d.seasonDay))*d.off(mitesSD, forMites))
	s.Mites.Luck = chance(forLuck)
	s.FailsIn = d.p.FailsIn(chance(forFailing))
	s.Heirless = chance(forHeir) > d.p.Mates
	s.Superseded = chance(forSuperseded) < d.p.Supersedes
	s.Casts = chance(forCast) < d.p.Casts
	s.Welcome = chance(forWelcome)
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
	s.Caged = q.Caged
	if q.Comes > 0 && !q.Eggs && !q.Seen {
		waited(s, e, p, h, m, seed)
		return
	}
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
	case q.Long(q.Day):
		chance = hardly
	default:
		days, chance = afterBrood, hopeless*p.Mates
	}
	if uniform(seed, h, m, at, forMating) < chance {
		s.NextQueen, s.Virgin = peak, true
		s.LaysIn = math.Max(1, math.Round(days+requeenSD*normal(seed, h, m, at, forRequeen)))
	}
}

// swarmed lets the queen of this member be gone with a swarm, as likely as the bees tell that are missing.
func swarmed(s *bees.State, e *colony.Estimate, p *bees.Parameters, h uint64, m int, seed uint64) {
	at := int(e.Day)
	if s.QueenPeak <= 0 || uniform(seed, h, m, at, forGone) >= e.Queen.GoneOdds {
		return
	}
	s.NextQueen, s.QueenPeak, s.Virgin = s.QueenPeak, 0, true
	s.LaysIn = math.Max(1, math.Round(p.SwarmQueenDays-colony.GoneSince+requeenSD*normal(seed, h, m, at, forRequeen)))
	s.EndHeir()
}

// waited says of a hive that waits for a queen, and has no eggs yet, whether she comes in this member, and when: as
// likely as at first until she is due, less from then on, and hardly once she is judged.
func waited(s *bees.State, e *colony.Estimate, p *bees.Parameters, h uint64, m int, seed uint64) {
	q := e.Queen
	at := int(e.Day)
	peak := max(s.QueenPeak, s.NextQueen)
	if peak == 0 {
		peak = p.QueenPeakLaying * math.Exp(queenSD*normal(seed, h, m, 0, forQueen))
	}
	s.QueenPeak, s.NextQueen, s.LaysIn, s.Virgin = 0, 0, 0, false
	over, span := float64(e.Day-q.Comes), float64(max(1, q.ComesBy-q.Comes))
	odds, days := q.ComesOdds, -over
	if over > 0 {
		days = (span - over) / 2
		if left := max(0, 1-over/span); !q.EggsUnlooked { // by Bayes: who comes may come on any day between
			odds = left * odds / (left*odds + 1 - odds)
		}
	}
	if uniform(seed, h, m, at, forMating) < max(odds, hardly) {
		s.NextQueen = peak
		s.LaysIn = math.Max(1, math.Round(days+lateSD*normal(seed, h, m, at, forRequeen)))
	}
}

// hardly is what is left of the chance of a queen once she is judged, and lateSD how far the day differs on which one
// lays who is waited for. Source: common practice; guesses.
const hardly, lateSD = 0.05, 2

// Days until a queen to come lays, by what was found, and what is left of the
// chance that she does; [Fixed] says of each where it comes from.
const (
	afterCapped, afterCharged, afterEmerged = 15, 20, 8
	lostLarvae, afterLarvae, afterBrood     = 6, 10, 8
	requeenSD                               = 4
	hopeCapped, hopeless                    = 0.8, 0.4
)
