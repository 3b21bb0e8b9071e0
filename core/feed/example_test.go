package feed_test

import (
	"fmt"

	"kembo/core/feed"
)

// Ten litres of autumn syrup, two parts of sugar to one of water by weight.
func Example() {
	m, err := feed.OfRatio(2, 1, 10, false, 20)
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Printf("%.1f kg of sugar in %.1f L of water, %.1f %%\n", m.SugarKg, m.WaterKg, m.MassPercent())
	fmt.Printf("stored: about %.0f kg of honey\n", m.StoresKg().Likely)
	// Output:
	// 8.8 kg of sugar in 4.4 L of water, 66.7 %
	// stored: about 9 kg of honey
}
