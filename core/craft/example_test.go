package craft_test

import (
	"fmt"

	"kembo/core/craft"
	"kembo/core/hive"
	"kembo/core/season"
)

// Syrup under a super is a breach, and syrup in January is never given.
func Example() {
	st := hive.Stack{Boxes: []hive.Box{
		hive.NewBox("n", hive.Formats[0], 10, hive.Make{Drawn: true}),
		hive.NewBox("s", hive.Formats[2], 10, hive.Make{Super: true, Drawn: true}),
	}}
	p := craft.Plan{
		Season: season.Moment{Bees: 15}, HighC: 6, Before: st, After: st, FedKg: 4, Liquid: true, Opens: craft.LidOff,
	}
	for _, b := range craft.Judge(&p) {
		fmt.Println(b.Rank, b.Rule)
	}
	// Output:
	// never syrup_in_the_cold
	// costly cold_opening
	// costly feed_under_super
}
