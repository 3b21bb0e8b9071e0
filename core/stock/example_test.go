package stock_test

import (
	"fmt"

	"kembo/core/day"
	"kembo/core/stock"
)

// Forty excluders were counted in March; fifteen went on in May.
func Example() {
	excluder := stock.Item{Kind: stock.Excluder}
	for _, l := range stock.Lines(
		[]stock.Count{{Day: day.Of(2026, 3, 10), Item: excluder, N: 40}},
		[]stock.Move{{Day: day.Of(2026, 5, 2), Item: excluder, N: -15}},
	) {
		fmt.Printf("%s: %g counted, %g moved, %g now\n", l.Kind, l.Counted.N, l.Moved, l.Now)
	}
	// Output: excluder: 40 counted, -15 moved, 25 now
}
