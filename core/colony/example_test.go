package colony_test

import (
	"fmt"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/hive"
)

// A box of honey over the brood lies as a lid over it.
func Example() {
	deep, err := hive.FormatFor("langstroth-deep-10")
	if err != nil {
		fmt.Println(err)
		return
	}
	below := hive.NewBox("below", deep, 10, hive.Make{Drawn: true})
	above := hive.NewBox("above", deep, 10, hive.Make{Drawn: true})
	for i := range below.Frames {
		brood, honey := comb.Shares{comb.Brood: 0.6, comb.Empty: 0.4}, comb.Shares{comb.Honey: 1}
		below.Frames[i].A, below.Frames[i].B = brood, brood
		above.Frames[i].A, above.Frames[i].B = honey, honey
	}
	s := colony.ShapeOf(hive.Stack{Boxes: []hive.Box{below, above}})
	fmt.Printf("%.1f times as much honey on top as spread evenly\n", s.Lid)
	// Output:
	// 2.0 times as much honey on top as spread evenly
}
