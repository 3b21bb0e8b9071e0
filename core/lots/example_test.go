package lots_test

import (
	"fmt"

	"kembo/core/lots"
)

// Of two days' extracting a blend is made, and a jar of it leads back to all hives.
func ExampleFold() {
	a, err := lots.Fold([]lots.Entry{
		{ID: "1", Day: 100, Body: &lots.Extracted{
			Lot: "bean", Name: "2026-1", Kg: 120, Crops: []lots.Crop{{Colony: "QL-01", Entry: "a"}},
		}},
		{ID: "2", Day: 140, Body: &lots.Extracted{
			Lot: "lime", Name: "2026-2", Kg: 80, Crops: []lots.Crop{{Colony: "MR-01", Entry: "b"}},
		}},
		{ID: "3", Day: 150, Body: &lots.Blended{
			Lot: "mixed", Name: "2026-3", From: []lots.Part{{Lot: "bean", Kg: 60}, {Lot: "lime", Kg: 40}},
		}},
		{ID: "4", Day: 160, Body: &lots.Left{Lot: "mixed", Kg: 25, How: lots.Sold}},
	})
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Println(a.MadeKg(), a.StockKg(), a.GoneKg())
	for _, c := range a.Back("mixed") {
		fmt.Println(c.Colony)
	}
	// Output:
	// 200 175 25
	// QL-01
	// MR-01
}
