package sheet_test

import (
	"fmt"

	"kembo/core/hive"
	"kembo/core/sheet"
)

// A super goes between the nest and the super that is on.
func Example() {
	before := hive.Stack{
		Boxes: []hive.Box{
			hive.NewBox("nest", hive.Formats[0], 10, hive.Make{Drawn: true}),
			hive.NewBox("full", hive.Formats[2], 10, hive.Make{Super: true, Drawn: true}),
		},
		ExcluderAbove: 1,
	}
	after, err := before.AddBox(1, hive.NewBox("new", hive.Formats[2], 10, hive.Make{Super: true, Drawn: true}))
	if err != nil {
		panic(err)
	}
	after.ExcluderAbove = 1
	s, err := sheet.Of(before, after, 25)
	if err != nil {
		panic(err)
	}
	for _, step := range s.Steps {
		if step.Box != "" {
			fmt.Println(step.Do, step.Box)
		}
	}
	fmt.Println(s.Lifts, "lifts")
	// Output:
	// lift_off full
	// set_new new
	// set_back full
	// 3 lifts
}
