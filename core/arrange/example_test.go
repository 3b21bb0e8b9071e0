package arrange_test

import (
	"fmt"

	"kembo/core/arrange"
	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/places"
)

// A nest of six combs with an empty one in its middle, brought in order.
func Example() {
	kinds := map[rune]comb.Shares{'h': {comb.Honey: 1}, 'b': {comb.Brood: 0.8}, 'p': {comb.Pollen: 0.8}, 'e': {comb.Empty: 1}}
	nest := hive.Box{ID: "nest", Format: hive.Formats[len(hive.Formats)-2]}
	for i, c := range "hbebph" {
		nest.Frames = append(nest.Frames, hive.Frame{ID: fmt.Sprint(i + 1), A: kinds[c], B: kinds[c]})
	}
	st := hive.Stack{Boxes: []hive.Box{nest}}
	r, _ := arrange.For(arrange.Together(), st, places.Conditions{FramesOfBees: 4, ColdestC: 6}, nil)
	fmt.Printf("%d comb moved, %.1f minutes, %d rules broken\n", len(r.Sheet.Combs), r.Minutes, len(r.Breaches))
	// Output:
	// 1 comb moved, 3.5 minutes, 0 rules broken
}
