package look_test

import (
	"fmt"
	"time"

	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/season"
)

// A single box told in frames becomes an estimate in cells and kilograms.
func Example() {
	deep, err := hive.FormatFor("langstroth-deep-10")
	if err != nil {
		fmt.Println(err)
		return
	}
	st := hive.Stack{Boxes: []hive.Box{hive.NewBox("n", deep, 10, hive.Make{Drawn: true})}}
	climate, _ := season.ClimateFor("uk")
	on := day.Of(2026, time.May, 4)
	e, err := look.Read(look.Look{
		Day: on,
		Boxes: []look.BoxLook{{
			Box: "n", Depth: look.ByBox, Seams: 9, Counts: look.Counts{Brood: 5, Honey: 2, Pollen: 1, Empty: 2},
		}},
	}, st, look.Context{Season: season.Place{Climate: climate}.On(on)})
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Printf("%.0f cells of brood, %.1f kg of honey, by %s\n", e.Brood(), e.NestHoney, e.Depth)
	// Output:
	// 34485 cells of brood, 5.4 kg of honey, by boxes
}
