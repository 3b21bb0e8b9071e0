package bees_test

import (
	"fmt"

	"kembo/core/bees"
)

// A strong colony with one comb free and nothing above it, in a good flow: how much room has she to
// lay a week on?
func Example() {
	p := bees.Defaults()
	s := bees.State{
		House: 22000, Foragers: 9000, QueenPeak: 1550, NestHoney: 9, PollenCells: 4000, NestDrawn: 69000,
		NestKgPerCell: 0.00039, IntakeFactor: 1, EatFactor: 1, DeathFactor: 1, FlowFactor: 1, Near: 1, Lid: 1,
	}
	s.SpreadBrood(4000, 8000, 15000)
	flow := bees.Condition{SeasonDay: 150, MeanC: 17, FlightHours: 7, Flow: 0.8, Pollen: 0.8}
	var last bees.Today
	for range 7 {
		last = s.Step(&p, &flow)
	}
	fmt.Printf("She would lay %.0f eggs and finds room for %.0f.\n", last.WithRoom, last.Laid)
	// Output:
	// She would lay 1550 eggs and finds room for 512.
}
