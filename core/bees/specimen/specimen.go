// Package specimen has colonies that tests and examples begin with.
package specimen

import "kembo/core/bees"

// Combs of ten, in worker cells, and what such a cell holds capped. Source: values A, Langstroth deep
// and medium.
const (
	DeepCells   = 69000
	MediumCells = 44000
	KgPerCell   = 0.00039
)

// Wintered is a colony on 1 March in two deeps with two medium supers over an excluder.
func Wintered() bees.State {
	return bees.State{
		Winter: 11000, QueenPeak: 1550, PollenCells: 3000,
		NestHoney: 14, NestDrawn: 2 * DeepCells, NestKgPerCell: KgPerCell,
		SuperDrawn: 2 * MediumCells, SuperKgPerCell: KgPerCell, Excluder: true,
		IntakeFactor: 1, EatFactor: 1, DeathFactor: 1, FlowFactor: 1, Near: 1, Lid: 1,
	}
}

// Strong is a colony on 10 June that fills its one deep, with a drawn super.
func Strong() bees.State {
	s := Wintered()
	s.Winter, s.House, s.Foragers = 0, 22000, 8000
	s.NestDrawn, s.SuperDrawn = DeepCells, MediumCells
	s.NestHoney = 4
	const eggsADay, larvaeADay, cappedADay = 1450, 1350, 1200
	for i := range s.Eggs {
		s.Eggs[i] = eggsADay
	}
	for i := range s.Larvae {
		s.Larvae[i] = larvaeADay
	}
	for i := range s.Capped {
		s.Capped[i] = cappedADay
	}
	s.Tally()
	return s
}
