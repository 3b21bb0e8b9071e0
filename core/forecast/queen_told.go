package forecast

import (
	"math"

	"kembo/core/bees"
	"kembo/core/brood"
	"kembo/core/colony"
	"kembo/core/season"
)

// queenAndSeason returns what a member's queen could lay at her height and by how many days
// its year is ahead of that of its climate, as the brood of a look tells both. More brood than
// is usual is a better queen, or a colony that is ahead: by as much as queens differ and as the
// season changes then. In June it is the queen, in March and September mostly the season.
// Where nurses or room hold her back, brood tells only that she lays no less.
//
// It is a draw from the joint distribution given the brood, all as logarithms; more is this
// member's brood against what was counted.
func queenAndSeason(
	e *colony.Estimate, p *bees.Parameters, seasonDay int, more float64, z func(int) float64,
) (peak, ahead, keeps float64) {
	queen := queenSD * z(forQueen)
	keeps = keepsSD * z(forKeeps)
	says, off := queenSays(e, p, seasonDay, more)
	if off <= 0 {
		return max(p.QueenPeakLaying*math.Exp(queen), layingLeast), seasonOff(seasonDay) * z(forSeason),
			min(max(keeps, -keepsMost), keepsMost)
	}
	slope := math.Log(curveOn(seasonDay+slopeOver)/curveOn(seasonDay-slopeOver)) / (2 * slopeOver)
	hangs := 1 - curveOn(seasonDay) // of the logarithm of what she lays on how she keeps it up
	all := func(sd float64) float64 {
		return queenSD*queenSD + slope*slope*sd*sd + hangs*hangs*keepsSD*keepsSD + off*off
	}
	// Most colonies are near their climate's season; a few are far off, and one that cannot be
	// near is one of those.
	near := seasonOff(seasonDay)
	sd := near
	likely := func(sd float64) float64 { return math.Exp(-says*says/(2*all(sd))) / math.Sqrt(all(sd)) }
	far := farShare * likely(farSD)
	if chance := far / (far + (1-farShare)*likely(near)); chance > chanceOfNormal(z(forFar)) {
		sd = farSD
	}
	days := sd * z(forSeason)
	told := says + off*z(forTold) - queen - slope*days - hangs*keeps
	queen += queenSD * queenSD / all(sd) * told
	keeps += hangs * keepsSD * keepsSD / all(sd) * told
	days += slope * sd * sd / all(sd) * told
	peak = min(p.QueenPeakLaying*math.Exp(queen), max(layingMost, p.QueenPeakLaying))
	return max(peak, layingLeast), min(max(days, -mostAhead), mostAhead), min(max(keeps, -keepsMost), keepsMost)
}

// chanceOfNormal is the share of a standard normal that lies under z.
func chanceOfNormal(z float64) float64 { return math.Erfc(-z/math.Sqrt2) / 2 }

// queenSays returns the logarithm of what the brood of a look says she lays against what is
// usual for the season, and how far that may be off; 0 where it says nothing.
func queenSays(e *colony.Estimate, p *bees.Parameters, seasonDay int, more float64) (says, off float64) {
	if !e.CombSeen() || e.NestDrawn <= 0 || curveOn(seasonDay) <= curveLeast {
		return 0, 0
	}
	aDay, over, off := laidADay(e, p)
	aDay *= more
	off = math.Hypot(off, coarseCells/float64(over)/max(aDay, fewADay)) // counting by halves tells little of a little
	curve := max(season.Laying(min(max(seasonDay, over), lastDay), 0, over-1), curveNone)
	usual := p.QueenPeakLaying * curve
	says = math.Log(max(aDay, fewADay) / max(usual, fewADay))
	held := aDay > nursesHeld*p.NurseLoad*e.Bees*nurseShare || e.NestFree()/e.NestDrawn <= roomEnough
	switch {
	case held && says < 0:
		return 0, 0
	case season.HeldBySpring.Holds(seasonDay) && says < 0:
		return says, max(off, toldSpring) // cold and want of pollen may have held back what stands there now
	}
	return says, off
}

// laidADay returns how many eggs a day the brood of a look tells of, over how many days they
// were laid, and how far that may be off. A queen is rated by the youngest stages: where
// nothing is capped she has just begun, and three days of eggs are three days of laying, not
// three weeks.
func laidADay(e *colony.Estimate, p *bees.Parameters) (aDay float64, days int, off float64) {
	young := e.Eggs + e.Larvae
	q := e.Queen
	begun := q.Looked && !q.Capped && !q.CappedUnlooked || e.Painted() && e.Capped < fewSealed
	switch {
	case begun && young <= 0:
		return 0, brood.WorkerDays, toldUsual
	case begun && e.Larvae < fewSealed: // eggs alone: one to three days of laying
		return e.Eggs / justBegun, brood.EggDays, toldEggs
	case begun && e.Painted():
		return e.Eggs / brood.EggDays, brood.EggDays, toldYoung
	case begun: // between three and nine days
		return young / ((brood.EggDays + brood.EggDays + brood.LarvaDays) / 2), brood.EggDays + brood.LarvaDays, toldYoung
	}
	lost := (brood.LarvaDays/2 + brood.CappedDays) * (1 - p.EggToAdult)
	return e.Brood() / (brood.WorkerDays - lost), brood.WorkerDays, toldUsual
}

// curveOn is the mean share of her height that a queen lays over the three weeks in which the
// brood of a day was laid.
func curveOn(seasonDay int) float64 {
	return max(season.Laying(min(max(seasonDay, brood.WorkerDays), lastDay), 0, brood.WorkerDays-1), curveNone)
}

// seasonOff is how many days colonies of a climate are ahead of its season or behind: in autumn more,
// when queens stop early or late.
func seasonOff(seasonDay int) float64 {
	share := float64(seasonDay-autumnFrom) / (autumnFull - autumnFrom)
	return seasonSD + (autumnSD-seasonSD)*min(max(share, 0), 1)
}

// What brood tells of the queen who laid it; [Fixed] says of each where it comes from.
const (
	seasonSD    = 5     // days by which colonies of a climate are ahead or behind
	autumnSD    = 9     // the same in autumn
	autumnFrom  = 205   // season day from which on it goes over to that
	autumnFull  = 250   // and by which it has
	keepsSD     = 0.5   // how far queens differ in keeping up their laying off the height of the season
	keepsMost   = 0.95  // that it is at most, so that none lays less than nothing
	farShare    = 0.002 // of those that are far off
	farSD       = 20    // and by how many days
	slopeOver   = 7     // days either side over which the season's change is taken
	mostAhead   = 35    // days
	curveLeast  = 0.03  // of her season's curve, under which brood tells nothing
	curveNone   = 0.01
	lastDay     = 366
	roomEnough  = 0.12 // share of the nest's cells free from which room does not hold her
	toldUsual   = 0.2  // how far what the brood says of her laying may be off, as a logarithm
	toldSpring  = 0.35 // and in spring, where it says she lays less
	toldYoung   = 0.25 // and of one who has laid for some days
	toldEggs    = 0.5  // or of whom only eggs are there
	justBegun   = 2    // days of laying that stand for eggs alone
	fewSealed   = 150  // cells that count as none
	fewADay     = 20   // eggs
	layingLeast = 200  // eggs a day
	layingMost  = 2000
	nurseShare  = 0.74 // of the bees, those that can nurse
	nursesHeld  = 0.8  // of what they could rear, from which on they hold her
)
