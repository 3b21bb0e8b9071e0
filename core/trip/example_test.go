package trip_test

import (
	"fmt"

	"kembo/core/plan"
	"kembo/core/trip"
)

// A yard loses nothing for three days, and then half a kilogram a day at each of two hives.
func Example() {
	some := []plan.Going{{In: 0}, {In: 3}, {In: 7, Kg: 2}}
	y := trip.Yard{ID: "Quarry Lane", Visit: 7, Hives: []trip.Hive{
		{Code: "QL-04", Goings: some, By: -1, Due: -1}, {Code: "QL-09", Goings: some, By: -1, Due: -1},
	}}
	days := make([]trip.Day, 8)
	fmt.Printf("safe until day %d, best on day %d, %.1f kg by day 5\n", y.LastSafe(8, 6), trip.Route{y}.Best(days), y.LostKg(5))
	// Output: safe until day 5, best on day 3, 2.0 kg by day 5
}
