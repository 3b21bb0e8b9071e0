package supering_test

import (
	"fmt"

	"kembo/core/supering"
)

// Two hives want a super, and there is one of drawn comb.
func Example() {
	given := supering.Share([]supering.Hive{
		{Code: "QL-04", Combs: 10, Drawn: []float64{12}, Foundation: []float64{5}},
		{Code: "QL-09", Combs: 10, Drawn: []float64{6}, Foundation: []float64{4.5}},
	}, 10)
	for _, g := range given {
		fmt.Printf("drawn %d, foundation %d, %.1f kg less\n", g.Drawn, g.Foundation, g.LostKg)
	}
	// Output:
	// drawn 1, foundation 0, 0.0 kg less
	// drawn 0, foundation 1, 1.5 kg less
}
