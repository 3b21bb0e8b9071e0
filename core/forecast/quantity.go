package forecast

import (
	"slices"

	"kembo/core/bees"
	"kembo/core/measure"
)

// Quantity is something that an ensemble holds of a colony, on every day.
type Quantity uint8

// The quantities. Masses in kg honey, brood and comb in cells, bees counted.
const (
	OfStores Quantity = iota
	OfNestStores
	OfSuperStores
	OfReachable // stores that can be got at on that day
	OfCapped    // share of the supers' stores that is capped
	OfEggs
	OfLarvae
	OfSealed // capped brood
	OfDrone
	OfBrood
	OfBees
	OfFree      // empty drawn cells of the nest
	OfSuperFree // and above it
	OfRoom      // kg of honey that all empty comb could take as nectar
	OfCrowding  // bees against the comb in use at full cover
	OfPollen
	OfNestNectar
	OfSuperNectar
	OfNestUndrawn
	OfSuperUndrawn
	OfMites      // that ride on a hundred bees
	OfPollenDays // days for which the pollen feeds the larvae that are there
	Quantities
)

// QuantityNames are short names in the units of [State].
var QuantityNames = [Quantities]string{
	"stores_kg", "nest_stores_kg", "super_stores_kg", "reachable_kg", "super_capped_share", "eggs", "larvae",
	"capped_brood", "drone_brood", "brood", "bees", "nest_free_cells", "super_free_cells", "room_kg", "crowding",
	"pollen_cells", "nest_nectar_kg", "super_nectar_kg", "nest_undrawn", "super_undrawn", "mites_per_100", "pollen_days",
}

// Of returns the quantity of a state on a mild day.
func (q Quantity) Of(s *bees.State, p *bees.Parameters) float64 {
	s.Tally()
	return q.on(s, p, &bees.Condition{MeanC: mild})
}

// on returns the quantity of a state on a day of such conditions.
func (q Quantity) on(s *bees.State, p *bees.Parameters, c *bees.Condition) float64 {
	switch q {
	case OfStores:
		return s.Stores()
	case OfNestStores:
		return s.NestHoney + s.NestNectar
	case OfSuperStores:
		return s.SuperHoney + s.SuperNectar
	case OfReachable:
		return s.Reachable(p, c)
	case OfCapped:
		return measure.Share(s.SuperCapped, s.SuperHoney+s.SuperNectar)
	case OfEggs:
		return s.EggCount()
	case OfLarvae:
		return s.LarvaCount()
	case OfSealed:
		return s.CappedCount()
	case OfDrone:
		return s.DroneCount()
	case OfBrood:
		return s.Brood()
	case OfBees:
		return s.Bees()
	case OfFree:
		return s.NestFree(p)
	case OfSuperFree:
		return s.SuperFree(p)
	case OfRoom:
		return s.CombRoomKg(p)
	case OfCrowding:
		return s.Crowding(p)
	case OfPollen:
		return s.PollenCells
	case OfNestNectar:
		return s.NestNectar
	case OfSuperNectar:
		return s.SuperNectar
	case OfNestUndrawn:
		return s.NestUndrawn
	case OfSuperUndrawn:
		return s.SuperUndrawn
	case OfMites:
		return s.MitesPer100()
	case OfPollenDays:
		return s.PollenDays(p, inSeason)
	}
	return 0
}

// Track is the course of a quantity: one Range a day, from today to the
// horizon.
type Track []measure.Range

// tracks gathers quantities by day and member.
type tracks struct {
	of []Quantity
	n  int
	at []float64 // quantity, day, member
	d  int
}

func newTracks(of []Quantity, days, members int) *tracks {
	return &tracks{of: of, n: members, d: days, at: make([]float64, len(of)*days*members)}
}

func (t *tracks) take(day, m int, s *bees.State, p *bees.Parameters, c *bees.Condition) {
	for k, q := range t.of {
		t.at[(k*t.d+day)*t.n+m] = q.on(s, p, c)
	}
}

func (t *tracks) into(r *Result) {
	for k, q := range t.of {
		tr := make(Track, t.d)
		for i := range t.d {
			tr[i] = Middle(t.at[(k*t.d+i)*t.n : (k*t.d+i+1)*t.n])
		}
		r.Tracks[q] = tr
	}
}

// Middle returns the median of a sample with its 80 % range; it reorders it.
func Middle(sample []float64) measure.Range { return measure.Middle(sample) }

// Below returns the share of the members in which a quantity whose course was
// asked for is under v on a day ahead, and false where it was not.
func (r *Result) Below(q Quantity, day int, v float64) (share float64, ok bool) {
	t := r.courses
	if t == nil || day < 0 || day >= t.d {
		return 0, false
	}
	k := slices.Index(t.of, q)
	if k < 0 {
		return 0, false
	}
	n := 0
	for _, x := range t.at[(k*t.d+day)*t.n : (k*t.d+day+1)*t.n] {
		if x < v {
			n++
		}
	}
	return float64(n) / float64(t.n), true
}
