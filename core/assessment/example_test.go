package assessment_test

import (
	"fmt"
	"time"

	"kembo/core/assessment"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/plan"
	"kembo/core/season"
)

// A look at a colony in March, and what to do before the next visit.
func Example() {
	deep, err := hive.FormatFor("langstroth-deep-10")
	if err != nil {
		fmt.Println(err)
		return
	}
	climate, err := season.ClimateFor("uk")
	if err != nil {
		fmt.Println(err)
		return
	}
	on := day.Of(2026, time.March, 15)
	a, err := assessment.Of(assessment.Case{
		Colony: "c", Today: on, Visit: on + 10, Site: forecast.Site{Yard: "y", Climate: climate},
		Stack: hive.Stack{Boxes: []hive.Box{hive.NewBox("n", deep, 10, hive.Make{Drawn: true})}},
		Look: look.Look{Day: on, Boxes: []look.BoxLook{{
			Box: "n", Depth: look.ByBox, Seams: 5, Counts: look.Counts{Brood: 2, Honey: 4, Pollen: 1, Empty: 3},
		}}},
		Settings: plan.DefaultSettings(), Seed: assessment.Seed,
	}, nil)
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Println(a.Advice[0].Do)
	fmt.Println(a.Advice[0].Reason)
	// Output:
	// Leave it; look again on Wed 25 Mar
	// Food is the next to end, in 13 days at the earliest; the visit is in 10 days. There is about 11 kg in the hive.
}
