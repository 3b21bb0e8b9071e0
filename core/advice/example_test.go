package advice_test

import (
	"fmt"
	"time"

	"kembo/core/advice"
	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/season"
)

// A full nest with no super at the beginning of the flow: each rule is asked, and
// what they propose comes out in the order in which it matters.
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
	nest := hive.NewBox("n", deep, 10, hive.Make{Drawn: true})
	look.Arrange(&nest, look.Totals{comb.Honey: 7, comb.Pollen: 1, comb.Eggs: 1, comb.Larvae: 3, comb.Brood: 7, comb.Empty: 1})
	on := day.Of(2026, time.May, 12)
	e := colony.Estimate{
		Day: on, Seen: on, Stack: hive.Stack{Boxes: []hive.Box{nest}}, Bees: 26000, BeesFrom: colony.Measured,
		Stages: true, Spread: look.DefaultObserver.Boxes,
		Queen: colony.QueenEvidence{Looked: true, Eggs: true, Larvae: true, Capped: true},
		Parts: []colony.Part{{Box: "n"}},
	}
	e.Sum()
	s := assessment.Situate(assessment.Case{
		Colony: "c", Today: on, Visit: on + 10, Site: forecast.Site{Yard: "y", Climate: climate},
		Settings: advice.DefaultSettings(), Seed: assessment.Seed, QueenYear: 2025,
	}, e, nil)
	for _, a := range advice.For(s)[:2] {
		fmt.Println(a.Do)
	}
	// Output:
	// Add 2 drawn supers today
	// Check for queen cells today
}
