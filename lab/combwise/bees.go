package combwise

import "math"

// Of adults. Sources: bees go out at about three weeks, earlier or later by what is short
// (Becher et al. 2014 and Winston 1987, from memory); ageing by nursing after Amdam and
// Omholt 2002, from memory; the rest guesses.
const (
	onsetUsual, onsetFirst, onsetLast = 20.5, 8.0, 45.0
	outShare                          = 0.3  // share of the bees in the field under which they go out sooner
	restAgeing                        = 0.05 // days of body age in a day with nothing to nurse
	nursesFull                        = 1.3  // open brood cells a house bee that are a full load
	halfAgeing                        = 0.07 // load at which it ages half as fast as at a full one
	nursesShort                       = 0.5  // load from which on bees stay in for it
	houseDies                         = 0.0035
	oldFrom, oldDies                  = 32.0, 0.05 // house bees past that age of body, and what a day takes of them
	outDies                           = 0.010      // of the foragers, whatever they do
	hourDies                          = 0.018      // and for each hour on the wing
	dronesDie, dronesOut              = 0.03, 0.2
)

// ageBees lets house bees age by what they nurse, go out, and all die.
func (c *Colony) ageBees(d Day) {
	open, _ := c.load()
	house := c.houseBees()
	if house <= 0 {
		c.house = c.house[:0]
	}
	load := 0.0
	if house > 0 {
		load = open / (nursesFull * house)
	}
	ages := restAgeing + (1-restAgeing)*load/(load+halfAgeing)*(1+halfAgeing)
	crowds := 1.0 // what mites on their backs cost them
	if n := c.Bees(); n > 0 {
		crowds += crowdsSick * c.riding / n
	}
	flies := flightHours(d) > 0.5
	if flies {
		c.turnOut(load)
	}
	kept := c.house[:0]
	for _, h := range c.house {
		dies := houseDies
		if h.age > oldFrom {
			dies += oldDies
		}
		dies *= crowds
		dead := h.n * min(1, dies*c.Traits.Death)
		if h.sick > 0 && h.n > 0 { // and the sick among them sooner
			ill := h.sick * sickDies
			h.sick = max(0, h.sick-ill-dead*h.sick/h.n)
			dead += ill
		}
		dead = min(dead, h.n)
		c.Books.BeesDied += dead
		h.n -= dead
		h.age += ages
		if flies && h.age > c.onset { // not all on one day
			go_ := h.n * min(1, 0.25+0.1*(h.age-c.onset))
			if h.n > 0 {
				h.sick -= h.sick * go_ / h.n
			}
			h.n -= go_
			c.out += go_
		}
		if h.n < 0.5 {
			c.Books.BeesDied += h.n
			continue
		}
		kept = append(kept, h)
	}
	c.house = kept
	dead := c.out * min(0.9, (outDies+hourDies*c.hoursOut(d))*c.Traits.Death*crowds)
	c.out -= dead
	c.Books.BeesDied += dead
	rate := dronesDie
	if d.Year.share(float64(d.SeasonDay)) < droneShare && d.SeasonDay > 180 {
		rate = dronesOut
	}
	c.drones -= c.drones * rate
}

// turnOut moves the age at which they go out: sooner where there are few in the field or
// little food, later where there is much to nurse.
func (c *Colony) turnOut(load float64) {
	if c.out < outShare*c.Bees() {
		c.onset--
	}
	if c.stores() < 2*hungryBrood {
		c.onset--
	}
	if load > nursesShort {
		c.onset += 1 + load
	}
	switch {
	case c.onset < onsetUsual-6:
		c.onset++
	case c.onset > onsetUsual+6:
		c.onset--
	default:
		c.onset += 0.5 * math.Copysign(1, onsetUsual-c.onset)
	}
	c.onset = min(max(c.onset, onsetFirst), onsetLast)
}
