package places_test

import (
	"fmt"

	"kembo/core/hive/specimen"
	"kembo/core/places"
)

// An empty comb in the middle of the nest, in a cold week.
func Example() {
	st := specimen.Stack("hpbbebbphh")
	v := places.Of(st, st, places.Conditions{FramesOfBees: 9, ColdestC: 2})
	for _, b := range v.Breaches() {
		fmt.Printf("%s %.0f minutes.\n", v.Say(b), b.Minutes)
	}
	// Output:
	// An empty comb parts the brood of box 1 at slot 5, and bees are few or nights cold. 20 minutes.
}
