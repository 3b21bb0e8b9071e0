package specimen_test

import (
	"fmt"

	"kembo/core/bees/specimen"
)

func Example() {
	s := specimen.Strong()
	fmt.Printf("%.0f bees on %.0f cells of brood\n", s.Bees(), s.Brood())
	// Output:
	// 30000 bees on 26850 cells of brood
}
