package brood_test

import (
	"fmt"
	"time"

	"kembo/core/brood"
	"kembo/core/day"
)

// Capped worker brood seen on 10 May tells when its bees come out and forage.
func Example() {
	c, err := brood.From(brood.Worker, brood.Capped, day.Of(2026, time.May, 10))
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Println("laid", c.Laid, "comes out", c.Emerges, "forages", c.Mature)
	// Output:
	// laid 2026-05-01 comes out 2026-05-22 forages 2026-06-11
}
