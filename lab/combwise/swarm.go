package combwise

import (
	"math"

	"kembo/core/hive"
)

// Of swarming. Source: none; guesses, but that crowding, a nest short of cells and the season
// drive it is common practice.
const (
	swarmsFrom  = 0.6  // share of her most that she lays
	swarmsADay  = 0.02 // at full cover and with room
	swarmsLeast = 9000 // bees
	boundMore   = 2.0
)

// Swarming is how a colony goes about it, where a keeper may meddle. The zero value goes at
// once on the day's luck, as often as luck has it.
type Swarming struct {
	// Cells says that they rear cells first, and leave when those are capped and a day is fit.
	Cells bool
	// ByCover is by how much the urge hangs on how crowded they are: 0 not at all, 1 usual.
	ByCover float64
	// Settles is the share of the urge that is gone, until the next year, once a swarm, a
	// nuc or a split has left; Torn the share that goes where all cells are torn down.
	Settles, Torn float64
	// Raised is the share that goes where the brood is raised over the supers and the queen is left below.
	Raised float64
	// Eased is the share of the urge that goes, for a time, where the nest is given room at its sides, above or below.
	Eased float64
	// Clipped is the share of swarms whose bees come back, for their queen cannot fly.
	Clipped float64
}

// Of the time that cells take. Source: Winston 1987, from memory: capped on day 8 to 9, and
// they leave on the first fit day after; out on day 16.
const (
	chargedFrom, cellsCapped = 4, 8
	cellsOut                 = 16
	leavesHours              = 3.0 // of flight, on a fit day
)

// press lets a prime swarm go, or has them begin cells, when the day's luck has it.
func (c *Colony) press(d Day, t *Came) {
	how := c.Traits.Swarming
	if d.SeasonDay < newYear {
		c.calm = 0
	}
	c.easedFor--
	if c.cells > 0 {
		c.rearCells(d, t)
		return
	}
	year := d.Year.share(float64(d.SeasonDay))
	if c.queen <= 0 || year < swarmsFrom || d.SeasonDay > 200 || c.Bees() < swarmsLeast || c.Traits.Urge <= 0 {
		return
	}
	h := c.Holds()
	bound := 0.0
	if t.Wanted > 0 {
		bound = 1 - t.Laid/t.Wanted
	}
	crowded := h.Cover * h.Cover
	if how.Cells {
		crowded = math.Pow(h.Cover, 2*how.ByCover)
	}
	eased := 0.0
	if c.easedFor > 0 {
		eased = how.Eased
	}
	if hazard := c.Traits.Urge * (1 - c.calm) * (1 - eased) * swarmsADay * crowded * (1 + boundMore*bound); d.Luck < hazard {
		if how.Cells {
			c.cells = 1
			return
		}
		c.swarms()
		t.Swarmed = true
	}
}

// newYear is the season day up to which the urge of the year before is forgotten.
const newYear = 60

// rearCells goes on with the cells that they have.
func (c *Colony) rearCells(d Day, t *Came) {
	c.cells++
	switch {
	case c.queen <= 0 && c.next <= 0, c.cells > cellsOut: // they missed it, and kept the old queen
		c.cells = 0
	case c.cells > cellsCapped && flightHours(d) >= leavesHours && c.queen > 0:
		c.cells = 0
		if c.Traits.Swarming.Clipped > 0 && d.Luck > 1-c.Traits.Swarming.Clipped {
			c.queen, c.next, c.wait, c.rears, c.swarmed = 0, c.Traits.Eggs, afterSwarm, true, true // she is lost, they come back
			c.settles()
			return
		}
		c.swarms()
		t.Swarmed = true
	}
}

// GivenRoom says that the nest was opened at its sides, honey above it alternated, its boxes turned or one put under it.
// Three weeks is how long that tells; a guess.
func (c *Colony) GivenRoom() { c.easedFor = roomTells }

const roomTells = 21

func (c *Colony) settles() { c.calm = max(c.calm, c.Traits.Swarming.Settles) }

// QueenCells are the cells that a look at every comb finds: of a swarm along the edges, of a
// queen who is raised in another's place on the face.
type QueenCells struct {
	WithEgg, Charged, Capped, Emerged int
	Face                              bool
}

// Cells that they rear for a swarm, and in an emergency; days for which one that is empty still
// stands. Source: Winston 1987, from memory: 10 to 15; the rest common practice.
const swarmReared, emergencyReared, empties = 12, 5, 9

// QueenCells returns them.
func (c *Colony) QueenCells() QueenCells {
	switch {
	case c.cells > 0 && c.cells < chargedFrom:
		return QueenCells{WithEgg: swarmReared}
	case c.cells > 0 && c.cells <= cellsCapped:
		return QueenCells{Charged: swarmReared}
	case c.cells > 0:
		return QueenCells{Capped: swarmReared}
	case c.wait <= 0 || !c.rears:
		return QueenCells{}
	}
	// A queen is to come out of one of them: laysAfterOut before she lays, or after a swarm some days more.
	out := QueenCells{Face: !c.swarmed}
	n := emergencyReared
	till := c.wait - (emergencyIn - cellsOut + eggOnLarva)
	if c.swarmed {
		n, till = swarmReared, c.wait-(afterSwarm-(cellsOut-cellsCapped))
	}
	switch {
	case till > cellsOut-cellsCapped:
		out.Charged = n
	case till > 0:
		out.Capped = n
	case till > -empties:
		out.Emerged = n / 2
	}
	return out
}

// eggOnLarva is the days of a cell's that a young larva has behind it.
const eggOnLarva = 4

// TearCells takes all cells down.
func (c *Colony) TearCells() {
	if c.cells > 0 {
		c.cells, c.calm = 0, max(c.calm, c.Traits.Swarming.Torn)
	}
}

// BroodRaised says that the brood was raised over the supers, all cells taken down, and the queen left below.
func (c *Colony) BroodRaised() { c.cells, c.calm = 0, max(c.calm, c.Traits.Swarming.Raised) }

// QueenTaken says that the queen was taken out with a nuc or a split, and one cell left: they
// do not swarm this year as they would have.
func (c *Colony) QueenTaken() {
	had := c.cells
	c.cells = 0
	c.settles()
	if c.queen > 0 {
		c.orphaned()
	}
	if c.next <= 0 || had <= 0 {
		return
	}
	c.swarmed = true
	c.wait = max(laysAfterOut, afterSwarm+cellsCapped-had)
}

// laysAfterOut is days from the day that a virgin comes out to when she lays. Source: Winston
// 1987, from memory.
const laysAfterOut = 8

// Orphan loses the queen: they rear another where they can.
func (c *Colony) Orphan() { c.orphaned() }

// Mating reports whether a queen who is to come would lay tomorrow, having mated.
func (c *Colony) Mating() bool { return c.wait > 0 && c.wait <= 1 }

// NotMated loses the queen who is to come.
func (c *Colony) NotMated() { c.next, c.wait = 0, 0 }

// Laying reports whether a queen lays, and Coming whether one is to.
func (c *Colony) Laying() bool { return c.queen > 0 && !c.caged }

// Coming reports whether a queen is to come.
func (c *Colony) Coming() bool { return c.wait > 0 }

// Requeen gives her the vigour that queens of this colony have, in so many days.
func (c *Colony) Requeen(days float64) {
	c.queen, c.next, c.wait, c.caged, c.cells, c.rears = 0, c.Traits.Eggs, days, false, 0, false
	c.settles()
}

// LayPollen lays so many cells' worth of pollen over the brood.
func (c *Colony) LayPollen(cells float64) {
	near := c.byNearness()
	if len(near) > 0 {
		near[0].pollen += cells
		c.Books.PollenBrought += cells
	}
}

// swarms lets a prime swarm go, with crops full.
func (c *Colony) swarms() {
	house, out := c.part(swarmTakes, swarmTakes)
	n := out
	for _, h := range house {
		n += h.n
	}
	kg := min(n*cropKg, 0.4*c.stores())
	c.Books.Taken += c.takeFrom(c.byNearness(), kg, false, c.Bees())
	c.queen, c.next, c.wait, c.rears, c.swarmed = 0, c.Traits.Eggs, afterSwarm, true, true
	c.settles()
	c.Books.Swarms++
}

// Painted returns the stack with what the combs hold.
func (c *Colony) Painted() hive.Stack {
	c.paint()
	return c.Stack.Clone()
}

// RaisesAs has the queen that is to come as another state of the same colony has it.
func (c *Colony) RaisesAs(o *Colony) {
	c.queen, c.next, c.wait, c.caged, c.cells, c.calm = o.queen, o.next, o.wait, o.caged, o.cells, o.calm
	c.rears, c.swarmed = o.rears, o.swarmed
}

// Ages takes a share of her laying and adds to her colony's urge to swarm, as a winter does.
func (c *Colony) Ages(lays, urge float64) {
	c.queen *= lays
	c.Traits.Eggs *= lays
	c.Traits.Urge *= urge
}

// Young says what a queen who is about to lay, or is to come, lays at the height of the year, and how readily her
// colony swarms.
func (c *Colony) Young(eggs, urge float64) {
	c.Traits.Eggs, c.Traits.Urge = eggs, urge
	if c.next > 0 {
		c.next = eggs
	}
}
