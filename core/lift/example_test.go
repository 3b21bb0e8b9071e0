package lift_test

import (
	"fmt"

	"kembo/core/lift"
)

// A full super on a stack at chest height, held away from the body.
func Example() {
	kg, err := lift.FilterKg(lift.Chest, true)
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Printf("look closer over %.0f kg\n", kg)
	// Output:
	// look closer over 10 kg
}
