package account_test

import (
	"fmt"

	"kembo/core/account"
	"kembo/core/day"
	"kembo/core/season"
)

// What comes off at the end of July, after a crop in June, is of the lime.
func Example() {
	for _, p := range account.Flowers(calendar, season.North, day.Of(2026, 6, 5), day.Of(2026, 7, 30), 25) {
		fmt.Printf("%.0f kg of %s\n", p.Kg, p.Plant)
	}
	// Output: 25 kg of lime tree
}
