package bees

import (
	"math"

	"kembo/core/brood"
)

// Load is what crosses from one hive to another in one member of the ensemble,
// in absolute amounts: brood in cells by day of age, the youngest first, bees,
// honey and nectar in kilograms, pollen in cells, and the queen where she goes
// with it.
type Load struct {
	Eggs   [brood.EggDays]float64
	Larvae [brood.LarvaDays]float64
	Capped [brood.CappedDays]float64
	Drone  [brood.DroneDays]float64 // drone cells

	House, Foragers, Winter float64

	NestHoney, NestNectar   float64
	SuperHoney, SuperNectar float64
	SuperCapped             float64 // of SuperHoney
	Pollen                  float64

	Mites       float64                   // on the bees
	SealedMites [brood.CappedDays]float64 // in Capped
	DroneMites  [brood.DroneDays]float64  // in Drone

	Queen Queen
}

// Queen is a queen as the forecast knows her. The zero value is none.
type Queen struct {
	Peak   float64 // eggs a day she would lay at the height of the season; 0: she does not lay
	Coming float64 // peak of one that is to come
	LaysIn float64 // days until that one lays
	Odds   float64 // chance that the bees take her, and she comes to lay; 0: she is theirs already
}

// Parcel is a Load by member: what member m of one colony gives, member m of
// another gets, so that they go on meeting the same weather with the same bees.
type Parcel []Load

// Of returns the load of a member; a parcel of one is the same for all.
func (p *Parcel) Of(m int) *Load {
	if p == nil || len(*p) == 0 {
		return nil
	}
	return &(*p)[m%len(*p)]
}

// Brood returns the worker brood in l, in cells.
func (l *Load) Brood() float64 { return sum(l.Eggs[:]) + sum(l.Larvae[:]) + sum(l.Capped[:]) }

// Bees returns the adult workers in l.
func (l *Load) Bees() float64 { return l.House + l.Foragers + l.Winter }

// StoresKg returns the honey and nectar in l, in kg of honey.
func (l *Load) StoresKg() float64 { return l.NestHoney + l.NestNectar + l.SuperHoney + l.SuperNectar }

// holding returns what s holds, as a load.
func (s *State) holding() Load {
	l := Load{
		Eggs: s.Eggs, Larvae: s.Larvae,
		House: s.House, Foragers: s.Foragers, Winter: s.Winter,
		NestHoney: s.NestHoney, NestNectar: s.NestNectar,
		SuperHoney: s.SuperHoney, SuperNectar: s.SuperNectar, SuperCapped: s.SuperCapped,
		Pollen: s.PollenCells,
		Queen:  Queen{Peak: s.QueenPeak, Coming: s.NextQueen, LaysIn: s.LaysIn},
	}
	for age := range l.Capped {
		l.Capped[age], l.SealedMites[age] = s.Capped[s.CappedSlot(age)], s.Mites.Sealed[s.CappedSlot(age)]
	}
	for age := range l.Drone {
		l.Drone[age], l.DroneMites[age] = s.Drone[s.droneSlot(age)], s.Mites.Drone[s.droneSlot(age)]
	}
	l.Mites = s.Mites.Riding
	return l
}

// CappedSlot returns where in the ring the cells lie that were capped so many
// days ago.
func (s *State) CappedSlot(age int) int {
	return (age + brood.CappedDays - int(s.cappedTurn)) % brood.CappedDays
}

// droneSlot returns where in the ring the drone cells of an age lie.
func (s *State) droneSlot(age int) int {
	return (age + brood.DroneDays - int(s.droneTurn)) % brood.DroneDays
}

// Give does c to s and returns what left it towards another hive.
//
// Honey of the hive that fit moves between nest and supers is no loss: what left
// is told by the shares of c, before anything is moved to fit.
func (s *State) Give(p *Parameters, c *Change) Load {
	was := s.holding()
	s.Befall(p, c)
	s.Apply(c)
	l := Load{
		House: was.House * c.BeesOut, Foragers: was.Foragers * (c.foragersOut() + c.FliersOut), Winter: was.Winter * c.BeesOut,
		NestHoney: was.NestHoney * c.NestHoneyOut, NestNectar: was.NestNectar * c.NestHoneyOut,
		SuperHoney: was.SuperHoney * c.SuperOut, SuperNectar: was.SuperNectar * c.SuperOut,
		SuperCapped: was.SuperCapped * c.SuperOut,
		Pollen:      was.Pollen * c.PollenOut,
	}
	for i, v := range was.Eggs {
		l.Eggs[i] = v * c.BroodOut
	}
	for i, v := range was.Larvae {
		l.Larvae[i] = v * c.BroodOut
	}
	for i, v := range was.Capped {
		l.Capped[i], l.SealedMites[i] = v*c.BroodOut, was.SealedMites[i]*c.BroodOut
	}
	for i, v := range was.Drone {
		l.Drone[i], l.DroneMites[i] = v*c.BroodOut, was.DroneMites[i]*c.BroodOut
	}
	l.Mites = was.Mites * c.BeesOut
	if c.QueenOut {
		l.Queen = Queen{Peak: was.Queen.Peak}
		if was.Queen.Peak <= 0 { // a virgin: she who is to come is this one
			l.Queen = was.Queen
		}
	}
	return l
}

// Receive takes a load in. above is the share of its honey that comes in supers.
func (s *State) Receive(l *Load, above float64) {
	for i, v := range l.Eggs {
		s.Eggs[i] += v
	}
	for i, v := range l.Larvae {
		s.Larvae[i] += v
	}
	for age, v := range l.Capped {
		s.Capped[s.CappedSlot(age)] += v
		s.Mites.Sealed[s.CappedSlot(age)] += l.SealedMites[age]
	}
	for age, v := range l.Drone {
		s.Drone[s.droneSlot(age)] += v
		s.Mites.Drone[s.droneSlot(age)] += l.DroneMites[age]
	}
	s.Mites.Riding += l.Mites
	s.Ledger.MitesBrought += l.Mites + sum(l.SealedMites[:]) + sum(l.DroneMites[:])
	s.House += l.House
	s.Foragers += l.Foragers
	s.Winter += l.Winter
	honey, nectar := l.NestHoney+l.SuperHoney, l.NestNectar+l.SuperNectar
	if s.SuperDrawn <= 0 {
		above = 0
	}
	s.NestHoney += honey * (1 - above)
	s.NestNectar += nectar * (1 - above)
	s.SuperHoney += honey * above
	s.SuperNectar += nectar * above
	s.SuperCapped = min(s.SuperHoney, s.SuperCapped+l.SuperCapped*above)
	s.PollenCells += l.Pollen
	s.Reach += (honey + nectar) * (1 - above)
	if q := l.Queen; q != (Queen{}) {
		s.QueenPeak, s.NextQueen, s.LaysIn = q.Peak, q.Coming, q.LaysIn
	}
	led := &s.Ledger
	led.Brought += honey + nectar
	led.PollenBrought += l.Pollen
	led.BeesCame += l.Bees()
	led.BroodBrought += l.Brood()
	led.DroneBrought += sum(l.Drone[:])
	s.Tally()
	s.fit()
	s.Reach = min(s.Reach, s.Stores())
}

// Finite reports whether all amounts of a parcel are numbers and none is under 0.
func (p Parcel) Finite() bool {
	for i := range p {
		l := &p[i]
		for _, v := range [...]float64{l.Brood(), sum(l.Drone[:]), l.House, l.Foragers, l.Winter, l.NestHoney,
			l.NestNectar, l.SuperHoney, l.SuperNectar, l.Pollen} {
			if math.IsNaN(v) || math.IsInf(v, 0) || v < 0 {
				return false
			}
		}
	}
	return true
}
