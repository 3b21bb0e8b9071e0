package season_test

import (
	"fmt"

	"kembo/core/season"
)

// A warm dry day in June gives most of its light to foragers; a wet one none.
func ExampleWeather_FlightHours() {
	june := 160
	fmt.Printf("%.1f h\n", season.Weather{MinC: 10, MaxC: 19}.FlightHours(june))
	fmt.Printf("%.1f h\n", season.Weather{MinC: 10, MaxC: 19, RainMM: 9}.FlightHours(june))
	// Output:
	// 9.7 h
	// 0.0 h
}
