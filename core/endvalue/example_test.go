package endvalue_test

import (
	"fmt"

	"kembo/core/endvalue"
)

// What two colonies are worth in mid-October: one of two seams, one of seven.
func Example() {
	a := endvalue.Ahead{BeesDay: 288, WinterKg: 19}
	weak := endvalue.Colony{Bees: 4000, StoresKg: 19, Peak: 1, Lays: true, MitesPer100: 1}
	strong := weak
	strong.Bees = 14000
	fmt.Println(a.Alive(weak) < a.Alive(strong))
	// Output:
	// true
}
