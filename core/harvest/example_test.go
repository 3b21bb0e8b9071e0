package harvest_test

import (
	"fmt"

	"kembo/core/harvest"
)

// A super that is not capped and was read as dry may come off.
func ExampleLimits_Judge() {
	limits := harvest.Limits{CappedShare: 0.8, KeepsWater: 18.5}
	box := harvest.Box{ID: "s1", Super: true, Fill: 0.95, Capped: 0.4}
	read := harvest.Reading{Box: "s1", Day: 20_000, Water: 17.3, Combs: 3, Open: true}
	found := harvest.FoundOn([]harvest.Reading{read}, "s1", 20_000)
	j := limits.Judge(box, found, nil, 20_000)
	fmt.Println(j.Verdict, j.Why[0])
	j = limits.Judge(box, found, []harvest.Bar{{Cause: harvest.Fed, Since: 19_990}}, 20_000)
	fmt.Println(j.Verdict, j.Why[0])
	// Output:
	// ready Read on Fri 4 Oct: 17.3 % water in open cells of three combs or more.
	// never It holds what was fed on Tue 24 Sep: sugar is not honey.
}
