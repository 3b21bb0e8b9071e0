package shorthand_test

import (
	"fmt"

	"kembo/core/shorthand"
)

// What a keeper types beside the hive, and how it was understood.
func Example() {
	boxes := []shorthand.Box{{ID: "a", Frames: 11}, {ID: "b", Frames: 10, Super: true}}
	l, err := shorthand.Parse("qE cc 1:s8 2:=half +1S", boxes, "kg")
	if err != nil {
		fmt.Println(err)
		return
	}
	for _, s := range shorthand.Say(l, boxes) {
		fmt.Println(s)
	}
	// Output:
	// Queen: eggs
	// Cells: every comb checked, none
	// Box 1: 8 seams of bees
	// Box 2: half full
	// Done: 1 super of drawn comb put on
}
