package queen_test

import (
	"fmt"
	"time"

	"kembo/core/day"
	"kembo/core/queen"
)

// A split made on 12 May raises its own queen: when to stay out, when to judge.
func Example() {
	r, err := queen.From(queen.Split, day.Of(2026, time.May, 12))
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Println("flies from", r.FliesFrom, "lays about", r.Lays, "failed if no eggs by", r.Judged)
	// Output:
	// flies from 2026-05-28 lays about 2026-06-04 failed if no eggs by 2026-06-16
}
