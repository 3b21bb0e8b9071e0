package ledger_test

import (
	"fmt"
	"time"

	"kembo/core/ledger"
)

// A hive scale read each evening: what the bees brought by day.
func Example() {
	evening := func(d int) time.Time { return time.Date(2026, time.June, d, 22, 0, 0, 0, time.UTC) }
	for _, d := range ledger.Days([]ledger.Reading{
		{At: evening(10), Kg: 48.0}, {At: evening(11), Kg: 49.6}, {At: evening(12), Kg: 49.3},
	}, time.UTC, nil) {
		if d.Known {
			fmt.Printf("%s %+.1f kg\n", d.Day, d.GainKg)
		}
	}
	// Output:
	// 2026-06-11 +1.6 kg
	// 2026-06-12 -0.3 kg
}
