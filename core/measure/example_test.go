package measure_test

import (
	"fmt"

	"kembo/core/measure"
)

// What a keeper types in his units is kept in kilograms and shown in his units.
func Example() {
	us := measure.SystemFor("us")
	kg, err := measure.Parse("30", us.Mass)
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Printf("%.2f kg, shown as %s\n", kg, us.Write(measure.Mass, kg))
	// Output:
	// 13.61 kg, shown as 30.0 lb
}
