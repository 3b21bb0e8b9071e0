package forecast_test

import (
	"fmt"
	"time"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/season"
)

// A colony on two and a half combs of honey in March: will it last? Food ends where
// the reserve begins.
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
	look.Arrange(&nest, look.Totals{comb.Honey: 5, comb.Pollen: 1, comb.Brood: 4, comb.Larvae: 2, comb.Empty: 8})
	on := day.Of(2026, time.March, 15)
	e := colony.Estimate{
		Day: on, Stack: hive.Stack{Boxes: []hive.Box{nest}}, Bees: 12000, BeesFrom: colony.Measured, Stages: true,
		Spread: look.DefaultObserver.Boxes, Queen: colony.QueenEvidence{Looked: true, Eggs: true},
	}
	e.Sum()
	site := forecast.Site{Yard: "y", Climate: climate}
	r := forecast.Run(forecast.Input{
		Colony: "c", Estimate: e, Today: on, Horizon: 30, ReserveKg: forecast.ReserveSeasonKg, Seed: 1,
		Parameters: bees.Defaults(), Yard: forecast.NewYard(site, on, on, 30, forecast.Members, 1),
	})
	fmt.Printf("%.1f kg now; food ends within a fortnight: %.0f in 10\n", e.NestHoney, 10*r.Chance(forecast.Food, 14))
	// Output:
	// 6.7 kg now; food ends within a fortnight: 9 in 10
}
