package honey_test

import (
	"fmt"

	"kembo/core/honey"
)

// 40 kg that is too wet is brought under 18 % with a dry lot.
func Example() {
	kg, err := honey.BlendKg(40, 19.2, 16.5, 17.8)
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Printf("%.0f kg of the dry lot\n", kg)
	// Output:
	// 43 kg of the dry lot
}
