package plan_test

import (
	"fmt"
	"time"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/plan"
	"kembo/core/season"
)

// A strong colony whose super is nearly full, in the main flow: what is planned, and what else was weighed.
func Example() {
	deep, medium := hive.Formats[0], hive.Formats[2]
	on := day.Of(2026, time.June, 20)
	a, err := assessment.Of(assessment.Case{
		Colony: "c", Today: on, Visit: on + 9, Site: forecast.Site{Yard: "y", Climate: season.Climates[0]}, HistoryKnown: true,
		CellCheck: colony.CompleteCheck, CellCheckDay: on - 1,
		Stack: hive.Stack{ExcluderAbove: 1, Boxes: []hive.Box{
			hive.NewBox(
				"n",
				deep,
				10,
				hive.Make{Drawn: true},
			), hive.NewBox("s", medium, 10, hive.Make{Super: true, Drawn: true}),
		}},
		Look: look.Look{Day: on, Boxes: []look.BoxLook{
			{Box: "n", Depth: look.ByBox, Seams: 10, Counts: look.Counts{Brood: 6, Honey: 2, Nectar: 1, Pollen: 1}},
			{Box: "s", Depth: look.ByBox, Seams: 9, Counts: look.Counts{Honey: 6, Nectar: 3, Empty: 1}},
		}},
		Settings: plan.DefaultSettings(), Seed: assessment.Seed,
	}, nil)
	if err != nil {
		fmt.Println(err)
		return
	}
	for _, x := range a.Plan.Advice {
		fmt.Println(x.Do)
	}
	fmt.Println("cannot wait:", a.Plan.Urgent)
	// Output:
	// Add 2 drawn supers by Mon 22 Jun
	// Check for queen cells on Mon 29 Jun
	// Harvest 1 super on Mon 29 Jun
	// cannot wait: true
}
