package bench_test

import (
	"fmt"

	"kembo/core/bench"
	"kembo/core/measure"
)

func Example() {
	c, _ := bench.Find("mites")
	r, err := c.Run(map[string]string{"count": "24", "bees": "300"}, today, measure.SystemFor("metric"))
	if err != nil {
		fmt.Println(err)
		return
	}
	for _, v := range r.Values[:3] {
		fmt.Println(v.Label+":", v.Write(measure.SystemFor("metric")))
	}
	fmt.Println(r.Say[0])
	// Output:
	// Found: 8.00 %
	// 95 % interval, low: 5.19 %
	// 95 % interval, high: 11.7 %
	// Above 3 %, beyond doubt of counting.
}
