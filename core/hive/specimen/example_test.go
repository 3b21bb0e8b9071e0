package specimen_test

import (
	"fmt"

	"kembo/core/hive/specimen"
)

// A nest of six combs under a super.
func Example() {
	st := specimen.Stack("hpbbph | s:hhee")
	fmt.Println(len(st.Boxes), st.Boxes[0].Frames[2].ID, st.Boxes[1].Super, specimen.Text(st))
	// Output: 2 1.3 true hpbbph | s:hhee
}
