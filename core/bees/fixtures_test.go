package bees_test

import (
	"kembo/core/bees"
	"kembo/core/season"
	"math"
	"testing"
)

// usual is a wintered colony on 1 March in one deep with a medium super.
func usual() bees.State {
	return bees.State{
		Winter: 11000, QueenPeak: 1550, PollenCells: 3000,
		NestHoney: 14, NestDrawn: 2 * 69000, NestKgPerCell: 0.00039,
		SuperDrawn: 2 * 44000, SuperKgPerCell: 0.00039, Excluder: true,
		IntakeFactor: 1, EatFactor: 1, DeathFactor: 1, FlowFactor: 1, Near: 1, Lid: 1,
	}
}

func uk(t testing.TB) season.Climate {
	c, err := season.ClimateFor("uk")
	if err != nil {
		t.Fatal(err)
	}
	return c
}

func close2(a, b float64) bool { return math.Abs(a-b) <= 1e-6*(1+math.Abs(a)+math.Abs(b)) }

// summer is a strong colony in one deep with a drawn super, on 10 June.
func summer() bees.State {
	s := usual()
	s.Winter, s.House, s.Foragers = 0, 22000, 8000
	s.NestDrawn, s.SuperDrawn = 69000, 44000
	s.NestHoney = 4
	for i := range s.Capped {
		s.Capped[i] = 1200
	}
	for i := range s.Larvae {
		s.Larvae[i] = 1350
	}
	for i := range s.Eggs {
		s.Eggs[i] = 1450
	}
	s.Tally()
	return s
}
