// Package bees is one colony on one day. A [State] holds it in plain numbers, [State.Step] moves it on
// by a day, and [State.Apply] and [State.Befall] do to it what a keeper does and what befalls it.
//
// Each rule of a day has its own file: brood and the ages of bees (ages.go), laying.go, nectar.go,
// comb.go, eating.go, reach.go, mites.go, swarm.go, lost.go. Nothing is drawn here, nothing
// allocates within a day, and the same state and day give the same bytes.
package bees

import "kembo/core/brood"

// State is one colony at the start of a day. Brood is in worker cells by day
// of age, drone brood in drone cells, stores in kilograms of honey at 18 %
// water (nectar counted as the honey it becomes), comb in worker cells.
type State struct {
	Eggs   [brood.EggDays]float64
	Larvae [brood.LarvaDays]float64
	// Capped and Drone are rings: a day overwrites the oldest cohort with the
	// youngest instead of moving all of them.
	Capped [brood.CappedDays]float64
	Drone  [brood.DroneDays]float64

	House, Foragers, Winter, Drones float64 // adult bees

	QueenPeak float64 // eggs a day she would lay at the height of the season; 0: no laying queen
	NextQueen float64 // peak of the queen that is to come
	LaysIn    float64 // days until she lays; 0: none is to come
	Virgin    bool    // she who is to come has yet to mate
	FailsIn   float64 // days until the queen fails; 0: she does not
	// What becomes of it then: they rear her daughter beside her; the daughter does not come to lay; and,
	// where she leaves with a swarm, a second swarm follows.
	Superseded, Heirless, Casts bool
	Welcome                     float64 // 0 to 1: by which a queen is taken who is given, see [State.takeQueen]

	PollenCells float64

	NestHoney, NestNectar   float64
	SuperHoney, SuperNectar float64
	SuperCapped             float64 // of SuperHoney
	Reach                   float64 // kg the cluster can get at while the cold holds it
	Crops                   float64 // kg in the bees' crops that found no cell
	fresh                   float64 // cells of the nest that were drawn since she laid last
	dearth                  float64 // how long nothing has been in flower: 0 to 1, as it is felt

	NestDrawn, NestUndrawn   float64
	SuperDrawn, SuperUndrawn float64
	UnderDrawn, UnderUndrawn float64 // of a box under the nest, not yet taken into it

	NestKgPerCell, SuperKgPerCell float64 // capped honey in a cell

	SuperAccess float64 // 0 to 1: how far the bees have taken the supers into use
	Lid         float64 // honey in the top box of the nest, against its share of the nest; 1: spread evenly
	Low         float64 // share of the nest's empty cells that lie below its brood
	Near        float64 // share of the nest's honey that touches the bees' combs or lies above them
	Warmed      float64 // share of its heating that the colony below a double screen does for it
	Snug        float64 // share of its heating that insulation saves
	Excluder    bool
	Caged       bool // the queen cannot lay

	// How this colony differs from the usual one, and how its yard's flow does
	// from the calendar.
	IntakeFactor, EatFactor, DeathFactor, FlowFactor float64
	WinterFactor                                     float64 // of the deaths of winter bees; 0: as usual
	Sits                                             float64 // bees on a comb at full cover, against the usual; 0: as usual

	Ahead float64 // days by which its year is ahead of that of its climate; under 0: behind
	Keeps float64 // how far she keeps up her laying off the height of the season; 0: as usual, -1 to 1

	Mites infested
	Lost  Cause

	SwarmHazard float64 // summed up since the forecast began, with what drove it
	Drive       Drive

	Ledger Ledger

	// Sums of the cohorts, kept up by what changes them, so that a day need not
	// add them up.
	larvae, capped, drone float64
	brood, broodCells     float64
	nestPerKg             float64 // cells that a kg fills
	superPerKg            float64 // the same above; 0: not worked out
	starved, sickened     float64 // bees that died of hunger, and of mites, since the forecast began
	diedBefore            float64 // bees that had died by then
	waited                float64 // days that a virgin could not fly out to mate
	castIn                float64 // days until a second swarm goes; 0: none
	cappedTurn, droneTurn uint8   // slot of the oldest cohort, counted down from the last
}

// Tally adds the cohorts up; whoever writes into them from outside a step
// calls it, since what is asked of the brood is answered from the sums.
func (s *State) Tally() {
	s.nestPerKg = 1 / s.NestKgPerCell
	s.superPerKg = 0
	s.larvae, s.capped, s.drone = sum(s.Larvae[:]), sum(s.Capped[:]), sum(s.Drone[:])
	s.total()
}

// total brings the sums of the sums up to date.
func (s *State) total() {
	s.brood = s.Eggs[0] + s.Eggs[1] + s.Eggs[2] + s.larvae + s.capped
	s.broodCells = s.brood + DroneCells*s.drone
}

func sum(v []float64) float64 {
	t := 0.0
	for _, x := range v {
		t += x
	}
	return t
}

// free is NestFree within a step, from the sums.
func (s *State) free(p *Parameters) float64 {
	f := s.NestDrawn - s.broodCells - s.PollenCells - (s.NestHoney+p.NectarCells*s.NestNectar)*s.nestPerKg
	if f < 0 {
		return 0
	}
	return f
}

// most and least are max and min for numbers that are never NaN, which the
// daily loop has no time to ask about.
func most(a, b float64) float64 {
	if a > b {
		return a
	}
	return b
}

func least(a, b float64) float64 {
	if a < b {
		return a
	}
	return b
}

// Ledger counts what flowed in and out, kept by the flows themselves and never
// as a remainder, so that tests can hold it against the stocks.
type Ledger struct {
	NectarIn, Fed, Eaten, WaxHoney, Taken float64 // kg honey
	SwarmHoney                            float64 // kg honey that left in a swarm's crops
	Laid, BroodDied, Emerged, BeesDied    float64 // workers
	BeesLeft, BroodTaken                  float64 // with a swarm or to another hive
	DroneLaid, DroneEmerged, DronesDied   float64
	DroneTaken                            float64
	PollenIn, PollenEaten, PollenTaken    float64 // cells
	// From another hive.
	Brought                float64 // kg honey
	BeesCame, BroodBrought float64
	DroneBrought           float64
	PollenBrought          float64 // cells
	// Mites.
	MitesBorn, MitesDied, MitesCame float64
	MitesLeft, MitesBrought         float64
}

// DroneCells is the worker cells a drone cell takes the place of.
const DroneCells = 1.63 // (6.9/5.4)^2

// SpreadBrood spreads so much brood evenly over the days of its stages; [State.Tally] is called afterwards.
func (s *State) SpreadBrood(eggs, larvae, sealed float64) {
	for i := range s.Eggs {
		s.Eggs[i] = eggs / brood.EggDays
	}
	for i := range s.Larvae {
		s.Larvae[i] = larvae / brood.LarvaDays
	}
	for i := range s.Capped {
		s.Capped[i] = sealed / brood.CappedDays
	}
}

// EggCount returns the worker eggs.
func (s *State) EggCount() float64 { return s.Eggs[0] + s.Eggs[1] + s.Eggs[2] }

// LarvaCount returns the open worker larvae.
func (s *State) LarvaCount() float64 { return s.tallied().larvae }

// CappedCount returns the capped worker cells.
func (s *State) CappedCount() float64 { return s.tallied().capped }

// DroneCount returns the drone brood.
func (s *State) DroneCount() float64 { return s.tallied().drone }

// Brood returns the worker brood of all ages.
func (s *State) Brood() float64 { return s.tallied().brood }

// BroodCells returns the worker cells that all brood takes the place of, a drone cell as DroneCells.
func (s *State) BroodCells() float64 { return s.tallied().broodCells }

func (s *State) tallied() *State {
	if s.nestPerKg == 0 {
		s.Tally()
	}
	return s
}

// Reset sets to nothing what is summed up from the day that a forecast begins.
func (s *State) Reset() {
	s.SwarmHazard, s.Drive = 0, Drive{}
	s.starved, s.sickened, s.diedBefore = 0, 0, s.Ledger.BeesDied
}

// Bees returns the adult workers.
func (s *State) Bees() float64 { return s.House + s.Foragers + s.Winter }

// Stores returns all stores in kg honey.
func (s *State) Stores() float64 {
	return s.NestHoney + s.NestNectar + s.SuperHoney + s.SuperNectar
}

// nestUsed returns the drawn nest cells that hold something.
func (s *State) nestUsed(p *Parameters) float64 {
	return s.BroodCells() + s.PollenCells + (s.NestHoney+p.NectarCells*s.NestNectar)/s.NestKgPerCell
}

// NestFree returns the empty drawn cells of the nest.
func (s *State) NestFree(p *Parameters) float64 { return max(0, s.NestDrawn-s.nestUsed(p)) }

// SuperFree returns the empty drawn cells above the nest.
func (s *State) SuperFree(p *Parameters) float64 {
	if s.SuperDrawn <= 0 {
		return 0
	}
	f := s.SuperDrawn - (s.SuperHoney+p.NectarCells*s.SuperNectar)*s.cellsPerSuperKg()
	if f < 0 {
		return 0
	}
	return f
}

func (s *State) cellsPerSuperKg() float64 {
	if s.superPerKg == 0 {
		s.superPerKg = 1 / s.SuperKgPerCell
	}
	return s.superPerKg
}

// CombRoomKg returns what all empty drawn comb could take, as kg of honey that
// comes in as nectar.
func (s *State) CombRoomKg(p *Parameters) float64 {
	return (s.SuperFree(p)*s.SuperKgPerCell + s.NestFree(p)*s.NestKgPerCell) / p.NectarCells
}

// Condition is what a day offers at a yard, the same for all its colonies.
type Condition struct {
	SeasonDay   int
	MeanC       float64
	FlightHours float64
	Flow        float64 // nectar intensity: 1 is a strong main flow
	Pollen      float64 // 0 to 1
}

// Today is what came of one day.
type Today struct {
	Laid      float64 // eggs laid
	WithRoom  float64 // eggs she would have laid with room
	Potential float64 // kg honey that would have come in with room
	GoodDay   float64 // kg honey a good day of this flow would bring
	In        float64 // kg honey that came in
	Stores    float64 // kg at the end of the day
	Hungry    bool    // they did not get what they needed
}

// Step moves s on by a day. The order is the order of a day: brood emerges and
// frees cells, foragers bring nectar that takes cells, the queen lays in what
// is left, all eat, nectar ripens, comb is drawn.
func (s *State) Step(p *Parameters, c *Condition) Today {
	var t Today
	s.Advance(p, c, &t)
	return t
}

// Advance is Step that writes what came of the day into t, which is as Today{} before.
func (s *State) Advance(p *Parameters, c *Condition, t *Today) {
	if s.nestPerKg == 0 {
		s.Tally()
	}
	y := s.time(c.SeasonDay)
	bees := s.Bees()
	s.age(p, c, y)
	if s.Mites.Riding > 0 {
		s.fallOff(p, c)
	}
	if s.LaysIn > 0 || s.FailsIn > 0 {
		s.await(p, c, y)
	}
	if s.UnderDrawn+s.UnderUndrawn > 0 {
		s.widen(p, c)
	}
	s.forage(p, c, t)
	s.lay(p, c, y, t)
	s.press(p, y, t)
	s.eat(p, c, t)
	s.ripen(p, c)
	if s.NestUndrawn+s.SuperUndrawn > 0 {
		s.draw(p, c, t)
	}
	s.perish(bees)
	t.Stores = s.Stores()
}

// Hold scales stores down until they fit the comb beside brood and pollen.
func (s *State) Hold(p *Parameters) {
	fixed := s.Brood() + DroneCells*s.DroneCount()
	if over := fixed / max(s.NestDrawn, 1); over > 1 {
		for i := range s.Eggs {
			s.Eggs[i] /= over
		}
		for i := range s.Larvae {
			s.Larvae[i] /= over
		}
		for i := range s.Capped {
			s.Capped[i] /= over
		}
		for i := range s.Drone {
			s.Drone[i] /= over
		}
		fixed = s.NestDrawn
		s.Tally()
	}
	rest := s.NestDrawn - fixed
	stored := s.PollenCells + (s.NestHoney+p.NectarCells*s.NestNectar)/s.NestKgPerCell
	if stored > rest && stored > 0 {
		f := rest / stored
		s.PollenCells *= f
		s.NestHoney *= f
		s.NestNectar *= f
	}
	if s.SuperDrawn > 0 {
		used := (s.SuperHoney + p.NectarCells*s.SuperNectar) / s.SuperKgPerCell
		if used > s.SuperDrawn {
			s.SuperHoney *= s.SuperDrawn / used
			s.SuperCapped *= s.SuperDrawn / used
			s.SuperNectar *= s.SuperDrawn / used
		}
	}
}
