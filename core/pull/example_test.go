package pull_test

import (
	"fmt"

	"kembo/core/pull"
)

// Two yards that an extractor does in a day are pulled on one, the day after boards went on.
func ExampleLay() {
	yards := []pull.Yard{{ID: "QL", Hives: 6, Boxes: 8, Kg: 110, DriveMinutes: 30}, {ID: "MR", Hives: 4, Boxes: 5, Kg: 70, DriveMinutes: 30}}
	days := []pull.Day{{Day: 20_000, Hours: 8}, {Day: 20_001, Hours: 8}, {Day: 20_002, Hours: 8}}
	p := pull.Lay(yards, days, pull.Usual)
	fmt.Println(p.On, p.Loads[1].Boxes, "boxes")
	// Output: [1 1] 13 boxes
}
