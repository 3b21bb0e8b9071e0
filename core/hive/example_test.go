package hive_test

import (
	"fmt"

	"kembo/core/hive"
)

// A super comes off: its frames come with it, and what is left is still whole.
func ExampleStack_RemoveBox() {
	deep, _ := hive.FormatFor("langstroth-deep-10")
	medium, _ := hive.FormatFor("langstroth-medium-10")
	s := hive.Stack{
		ExcluderAbove: 1,
		Boxes: []hive.Box{
			hive.NewBox("nest", deep, 10, hive.Make{Drawn: true}),
			hive.NewBox("super", medium, 9, hive.Make{Super: true, Drawn: true}),
		},
	}
	left, super, err := s.RemoveBox(1)
	fmt.Println(left.Frames(), len(super.Frames), err)
	fmt.Printf("empty super: %.1f kg\n", super.LiftKg())
	// Output:
	// 10 9 <nil>
	// empty super: 5.2 kg
}
