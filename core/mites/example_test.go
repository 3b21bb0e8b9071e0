package mites_test

import (
	"fmt"

	"kembo/core/mites"
)

// Six mites off 300 bees, with how far the sample may be off.
func Example() {
	r, err := mites.Of(6, 300)
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Printf("%.1f %%, between %.1f and %.1f\n", r.Percent, r.Low95, r.High95)
	// Output:
	// 2.0 %, between 0.7 and 4.3
}
