package combwise

import (
	"math"

	"kembo/core/brood"
	"kembo/core/mites"
)

// Mites go comb by comb: foundresses enter the cells that are being capped, spread over them by
// chance, so that some cells get several; what each leaves falls with how many share her cell; and a
// bee from a cell that had any is one of the sick of her cohort, who die first.
//
// Structure after Martin 1998 (Ecol. Model. 109:267-281) and DeGrandi-Hoffman and Curry 2004 (Int. J.
// Acarol. 30:259-274), from memory; the forecast counts mites of a whole colony by rates a gram of
// bees. Numbers without a source are guesses, set so that mites grow as published (mites_test.go).
const (
	sealsAt      = brood.EggDays + brood.LarvaDays
	droneSealsAt = 10
	pullWorker   = 4.0 // a day, of a cell that is being capped, to a bee of the colony
	pullDrone    = 32.0
	leavesWorker = 1.32 // mites for each that went into a worker cell alone
	leavesDrone  = 2.1
	shares       = 0.18 // of it that each more in the cell costs
	pupaDies     = 0.08 // of the bees of such cells
	fallsOff     = 0.008
	fallsWinter  = 0.003
	drifts       = 0.4 // mites a day of good flight that come from elsewhere
	outside      = 0.4 // of its days that a mite is on a bee, in a treatment of weeks
	sickDies     = 0.02
	crowdsSick   = 2.0 // times more that die for a mite on every bee
)

// cure is a treatment that is in.
type cure struct {
	class mites.Class
	days  float64
}

// Infest gives the colony so many mites on a hundred bees, all of them on bees.
func (c *Colony) Infest(per100 float64) { c.riding = per100 / 100 * c.Bees() }

// MitesPer100 returns how many ride on a hundred bees.
func (c *Colony) MitesPer100() float64 {
	if n := c.Bees(); n > 0 {
		return 100 * c.riding / n
	}
	return 0
}

// Mites returns all of them, on bees and in cells.
func (c *Colony) Mites() float64 {
	t := c.riding
	for _, s := range c.spots {
		t += sum(s.mites[:]) + sum(s.droneMites[:])
	}
	return t
}

// leave lets mites out of the cells of a comb whose bees emerge, and returns the bees that live and how
// many of them are sick.
func (c *Colony) leave(in, cells float64) (live, sick float64) {
	if in <= 0 || cells <= 0 {
		return cells, 0
	}
	each := in / cells
	hit := 1 - math.Exp(-each) // share of the cells that have any
	c.riding += in * leavesWorker * math.Exp(-shares*each)
	dead := cells * hit * pupaDies
	c.Books.Died += dead
	return cells - dead, cells*hit - dead
}

// invade lets mites into the cells that are capped today.
func (c *Colony) invade() {
	n := c.Bees()
	if c.riding <= 0 || n <= 0 {
		return
	}
	pull := 0.0
	for _, s := range c.spots {
		pull += pullWorker*s.brood[sealsAt] + pullDrone*s.drone[droneSealsAt]
	}
	if pull <= 0 {
		return
	}
	enter := c.riding * (1 - math.Exp(-pull/n))
	for _, s := range c.spots {
		s.mites[sealsAt] += enter * pullWorker * s.brood[sealsAt] / pull
		s.droneMites[droneSealsAt] += enter * pullDrone * s.drone[droneSealsAt] / pull
	}
	c.riding -= enter
}

// fall takes the mites that die on a day, of age and of what is in the hive against them, and brings some
// from elsewhere.
func (c *Colony) fall(d Day) {
	if c.Bees() < 1 { // they die with their hosts
		c.riding = 0
	}
	if c.riding <= 0 {
		return
	}
	dies := fallsWinter
	if _, all := c.load(); all > 100 {
		dies = fallsOff
	}
	if flightHours(d) > 3 {
		c.riding += drifts
	}
	if c.against.days > 0 {
		c.against.days--
		k := c.against.class
		days := float64(k.Days) // on which it gets at a mite
		if !k.Cells {
			days *= outside
		}
		kills := 1 - math.Pow(1-k.Kills.Likely, 1/days)
		if cold := k.FromC - d.Weather.MeanC(); k.FromC > 0 && cold > 0 {
			kills *= max(0, 1-cold/10)
		}
		dies = 1 - (1-dies)*(1-kills)
		if k.Cells {
			for _, s := range c.spots {
				for i := range s.mites {
					s.mites[i] *= 1 - kills
				}
				for i := range s.droneMites {
					s.droneMites[i] *= 1 - kills
				}
			}
		}
	}
	c.riding *= 1 - dies
}
