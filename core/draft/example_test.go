package draft_test

import (
	"fmt"

	"kembo/core/draft"
	"kembo/core/places"
)

// Two combs change places, and an empty one comes for one of honey.
func Example() {
	steps, _ := draft.Parse("1.2-1.3,1.1-off,drawn-1.1")
	d, err := draft.Apply(stackOf("hbph"), steps, places.Conditions{}, ids())
	fmt.Println(d.Done, order(d.After), err)
	// Output: [Box 1, comb 2 to box 1, comb 3 Box 1, comb 1 out A drawn comb into box 1, comb 1] new1,1.3,1.2,1.4 <nil>
}
