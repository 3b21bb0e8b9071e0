package day_test

import (
	"fmt"

	"kembo/core/day"
)

// Days are counted, so that a fortnight is a sum.
func Example() {
	d, err := day.Parse("2026-02-20")
	if err != nil {
		fmt.Println(err)
		return
	}
	next := d + 14
	fmt.Println(next, "is", next.Short(), "or", next.Seen(d))
	// Output:
	// 2026-03-06 is Fri 6 Mar or Fri 6 Mar
}
