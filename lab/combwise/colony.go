// Package combwise is a second simulator of a colony, of another structure than
// core/forecast, to be the truth that the forecast is scored against. It shares no rule
// with it and imports none of it:
//
//   - each comb is followed by itself, with its brood by day of age, where it hangs;
//   - adults are cohorts that age by how much brood they nurse, go out at an age that
//     moves with what the colony is short of, and die of the hours they fly;
//   - nectar is fetched in trips, which take longer the poorer the flow, and is put down
//     comb by comb; what finds no cell is turned into wax or stops the trips;
//   - laying follows a published curve of the year, what pollen they had, and the combs
//     that the queen comes to in a day.
//
// The structure follows published models of cohorts and of tasks by demand: Schmickl and
// Crailsheim 2007 (Ecol. Modelling 204:219-245), Becher et al. 2014 (J. Appl. Ecol.
// 51:470-482) and, for ageing by nursing, Amdam and Omholt 2002 (J. Theor. Biol.
// 216:209-228), all from memory and none copied. Numbers without a source are guesses; the
// point is that they are other guesses.
//
// A colony stands on a hive.Stack and takes every act of core/moves, one or between
// several ([Do]). It gives looks with a keeper's errors ([Colony.Look]). It need not be
// fast. The same colony under the same days gives the same course.
package combwise

import (
	"math"
	"slices"

	"kembo/core/brood"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
)

// droneTakes is the worker cells that a drone cell takes the place of.
const droneTakes = comb.WorkerCellsPerDm2 / comb.DroneCellsPerDm2

// thin is how many times the cells of the honey it becomes fresh nectar takes. Source:
// common practice, cells are a quarter to a third full at first and filled up as they dry.
const thin = 2.2

// frame is one comb with what is in it. Cells are worker cells of both faces.
type frame struct {
	cells   float64 // when it is drawn to the edge
	drawn   float64
	perCell float64                   // kg of capped honey that a cell holds
	brood   [brood.WorkerDays]float64 // by day of age
	drone   [brood.DroneDays]float64  // drone cells by day of age
	pollen  float64                   // cells
	capped  float64                   // kg
	open    float64                   // ripe and not yet capped, kg
	nectar  float64                   // kg of the honey that it becomes
	// Mites in cells, by day of age of the brood; before it is capped there are none.
	mites      [brood.WorkerDays]float64
	droneMites [brood.DroneDays]float64
}

func sum(v []float64) float64 {
	t := 0.0
	for _, x := range v {
		t += x
	}
	return t
}

func (f *frame) worker() float64 { return sum(f.brood[:]) }

// nest is the cells under brood of both kinds.
func (f *frame) nest() float64 { return f.worker() + droneTakes*sum(f.drone[:]) }

// stores is the kg of honey and nectar.
func (f *frame) stores() float64 { return f.capped + f.open + f.nectar }

func (f *frame) free() float64 {
	return max(0, f.drawn-f.nest()-f.pollen-(f.capped+f.open+thin*f.nectar)/f.perCell)
}

// spot is where a frame hangs.
type spot struct {
	*frame
	box, slot int
	super     bool
	barred    bool // above an excluder
}

// Traits are how a colony differs from the usual one: factors, but for the eggs.
type Traits struct {
	Intake, Eating, Death float64
	Eggs                  float64 // a day that its queen lays at the height of the year
	Urge                  float64 // of how readily it swarms; 0: never
	Swarming              Swarming
}

// Usual is the usual colony. Eggs as in Schmickl and Crailsheim 2007, from memory.
var Usual = Traits{Intake: 1, Eating: 1, Death: 1, Eggs: 1600, Urge: 1}

// cohort is bees of one age. Age is of the body, days: it stands still in bees that nurse
// nothing. The sick came from cells with mites.
type cohort struct{ n, age, sick float64 }

// Colony is a colony comb by comb. It is for one goroutine; [Colony.Clone] gives another.
type Colony struct {
	ID     string
	Day    day.Day // in the morning
	Stack  hive.Stack
	Traits Traits
	Books  Books

	frames map[string]*frame
	spots  []spot // bottom to top, left to right
	house  []cohort
	out    float64 // foragers
	drones float64

	queen  float64 // eggs a day at the height of the year; 0: none that lays
	next   float64 // of the one that is to come
	wait   float64 // days until that one lays
	caged  bool
	feeder float64            // kg of honey that what is in the feeder becomes
	used   map[string]float64 // boxes above the nest: how far bees have gone up into them
	onset  float64            // body age at which bees go out, days
	fed    float64            // how well fed with pollen the nurses are, 0 to 1
	crops  float64            // kg that found no cell today
	cells  float64            // days since the first egg was laid in a queen cup; 0: there is none
	rears  bool               // the one that is to come is out of cells here
	// swarmed says that those were a swarm's.
	swarmed bool
	calm    float64 // share of the urge that is gone for this year
	// easedFor is the days for which room that was given takes of the urge; under 1: none.
	easedFor int
	middle   [2]float64 // box and slot in which the nest stands

	riding  float64 // mites on bees
	against cure
}

// Books count what came and went, by the flows themselves, so that tests can hold them
// against what is there.
type Books struct {
	NectarIn, FedIn, Eaten, Wax, Taken, Brought, Spilt float64 // kg
	Laid, Died, Hatched, BroodTaken, BroodBrought      float64 // worker brood
	BeesDied, BeesLeft, BeesCame                       float64
	PollenIn, PollenEaten, PollenTaken, PollenBrought  float64 // cells
	Swarms                                             int
}

// New sets a colony up on a stack as its faces have it, drawn comb as far as nothing else
// is told, with so many bees of the middle of their lives. Brood is spread over the ages
// of its stage.
func New(id string, on day.Day, st hive.Stack, bees float64, t Traits) *Colony {
	c := &Colony{
		ID: id, Day: on, Stack: st.Clone(), Traits: t, frames: map[string]*frame{}, used: map[string]float64{}, queen: t.Eggs,
		onset: onsetUsual, fed: 1,
	}
	for _, b := range st.Boxes {
		for _, f := range b.Frames {
			c.frames[f.ID] = frameOf(f, b)
		}
	}
	const ages = 20
	for k := range ages {
		c.house = append(c.house, cohort{n: bees / ages, age: float64(k)})
	}
	c.place()
	c.middle = [2]float64{0, float64(len(st.Boxes[0].Frames)-1) / 2}
	if at := c.centre((*frame).nest); at != nil {
		c.middle = *at
	}
	return c
}

// frameOf returns a frame as its faces have it.
func frameOf(f hive.Frame, b hive.Box) *frame {
	face := b.Format.Frame.WorkerCells()
	out := &frame{cells: 2 * face, perCell: b.Format.Frame.HoneyKg(b.Format.ThicknessMM(len(b.Frames))) / face}
	for _, s := range [2]comb.Shares{f.A.Completed(), f.B.Completed()} {
		out.drawn += face * (1 - s[comb.Foundation])
		out.pollen += face * s[comb.Pollen]
		out.capped += face * out.perCell * s[comb.Honey]
		out.nectar += face * out.perCell * s[comb.Nectar] / thin
		for _, stage := range [...]struct {
			of       comb.Content
			from, to int
		}{
			{comb.Eggs, 0, brood.EggDays}, {comb.Larvae, brood.EggDays, brood.EggDays + brood.LarvaDays},
			{comb.Brood, brood.EggDays + brood.LarvaDays, brood.WorkerDays},
		} {
			for a := stage.from; a < stage.to; a++ {
				out.brood[a] += face * s[stage.of] / float64(stage.to-stage.from)
			}
		}
		for a := range out.drone {
			out.drone[a] += face * s[comb.Drone] / droneTakes / brood.DroneDays
		}
	}
	return out
}

// place works out where each frame hangs; whoever changes the stack calls it.
func (c *Colony) place() {
	c.spots = c.spots[:0]
	for i, b := range c.Stack.Boxes {
		barred := c.Stack.ExcluderAbove > 0 && i >= c.Stack.ExcluderAbove
		for k, f := range b.Frames {
			c.spots = append(c.spots, spot{c.frames[f.ID], i, k, b.Super, barred})
		}
	}
	c.settle()
}

// settle finds the middle of the nest: that of the brood or, where there is none, where it
// was; from there bees move towards the nearest comb of honey.
func (c *Colony) settle() {
	if nest := c.centre((*frame).nest); nest != nil {
		c.middle = *nest
		return
	}
	var to *spot
	for i, s := range c.spots {
		if !s.barred && s.stores() > honeyComb && (to == nil || c.from(s) < c.from(*to)) {
			to = &c.spots[i]
		}
	}
	if to == nil {
		return
	}
	if far := c.from(*to); far > creeps {
		c.middle[0] += creeps / far * (float64(to.box) - c.middle[0])
		c.middle[1] += creeps / far * (float64(to.slot) - c.middle[1])
	}
}

// creeps is how many combs a cluster without brood moves towards honey in a day, honeyComb
// the kg of a comb worth it. Source: none; guesses.
const creeps, honeyComb = 0.2, 0.3

// centre returns the box and the slot in the middle of something, nil where there is hardly
// any; what lies above an excluder does not count.
func (c *Colony) centre(of func(*frame) float64) *[2]float64 {
	var box, slot, all float64
	for _, s := range c.spots {
		if s.barred {
			continue
		}
		n := of(s.frame)
		box, slot, all = box+n*float64(s.box), slot+n*float64(s.slot), all+n
	}
	const hardlyAny = 0.5
	if all < hardlyAny {
		return nil
	}
	return &[2]float64{box / all, slot / all}
}

// boxApart is how many combs' width a box further up or down is. Source: none; guess.
const boxApart = 2.5

// from is how far a spot is from the middle of the nest, in combs.
func (c *Colony) from(s spot) float64 {
	return math.Hypot(float64(s.slot)-c.middle[1], boxApart*(float64(s.box)-c.middle[0]))
}

// Bees returns the adult workers.
func (c *Colony) Bees() float64 {
	t := c.out
	for _, h := range c.house {
		t += h.n
	}
	return t
}

func (c *Colony) houseBees() float64 { return c.Bees() - c.out }

// Clone returns a copy that shares nothing.
func (c *Colony) Clone() *Colony {
	d := *c
	d.Stack = c.Stack.Clone()
	d.frames, d.used = make(map[string]*frame, len(c.frames)), make(map[string]float64, len(c.used))
	for id, f := range c.frames {
		g := *f
		d.frames[id] = &g
	}
	for id, u := range c.used {
		d.used[id] = u
	}
	d.house, d.spots = append([]cohort(nil), c.house...), nil
	d.place()
	d.middle = c.middle
	return &d
}

// Holds is what a colony holds, nest and supers apart as the boxes are called.
type Holds struct {
	NestKg, SuperKg, CappedKg             float64 // CappedKg: of SuperKg
	Eggs, Larvae, Sealed, Drone           float64 // cells
	Pollen, NestFree, SuperFree           float64 // cells
	NestDrawn, NestUndrawn                float64
	SuperDrawn, SuperUndrawn              float64
	Bees, RoomKg, ReachableKg, Cover      float64 // Cover: bees against comb in use at full cover
	NestNectarKg, SuperNectarKg, FeederKg float64
}

// Holds sums up.
func (c *Colony) Holds() Holds { return c.holds(func(spot) bool { return true }) }

// holds sums up some of the combs.
func (c *Colony) holds(of func(spot) bool) Holds {
	h := Holds{Bees: c.Bees(), FeederKg: c.feeder}
	space := 0.0
	for _, s := range c.spots {
		if !of(s) {
			continue
		}
		h.Eggs += sum(s.brood[:brood.EggDays])
		h.Larvae += sum(s.brood[brood.EggDays : brood.EggDays+brood.LarvaDays])
		h.Sealed += sum(s.brood[brood.EggDays+brood.LarvaDays:])
		h.Drone += sum(s.drone[:])
		h.Pollen += s.pollen
		h.RoomKg += s.free() * s.perCell / thin
		h.ReachableKg += s.stores()
		used := 1.0
		if s.super {
			h.SuperKg, h.SuperFree = h.SuperKg+s.stores(), h.SuperFree+s.free()
			h.CappedKg, h.SuperNectarKg = h.CappedKg+s.capped, h.SuperNectarKg+s.nectar
			h.SuperDrawn, h.SuperUndrawn = h.SuperDrawn+s.drawn, h.SuperUndrawn+s.cells-s.drawn
			used = c.used[c.Stack.Boxes[s.box].ID]
		} else {
			h.NestKg, h.NestFree, h.NestNectarKg = h.NestKg+s.stores(), h.NestFree+s.free(), h.NestNectarKg+s.nectar
			h.NestDrawn, h.NestUndrawn = h.NestDrawn+s.drawn, h.NestUndrawn+s.cells-s.drawn
		}
		space += used * (s.drawn + (s.cells-s.drawn)/2)
	}
	h.Cover = h.Bees / max(1, space*beesPerCell)
	return h
}

// beesPerCell is the bees that sit on a comb by its worker cells, at full cover. Source:
// the catalogue's own figure for a dm2 of comb.
const beesPerCell = comb.BeesPerDm2 / comb.WorkerCellsPerDm2

// Brood returns the worker brood, in cells.
func (h Holds) Brood() float64 { return h.Eggs + h.Larvae + h.Sealed }

// StoresKg returns all honey and nectar in the combs.
func (h Holds) StoresKg() float64 { return h.NestKg + h.SuperKg }

// Out returns the foragers.
func (c *Colony) Out() float64 { return c.out }

// BoxHolds is what one box holds.
func (c *Colony) BoxHolds(box string) Holds {
	return c.holds(func(s spot) bool { return c.Stack.Boxes[s.box].ID == box })
}

// FramesHold is what some frames hold.
func (c *Colony) FramesHold(ids []string) Holds {
	return c.holds(func(s spot) bool { return slices.Contains(ids, c.Stack.Boxes[s.box].Frames[s.slot].ID) })
}
