package share_test

import (
	"fmt"

	"kembo/core/share"
)

// Two hives lack and two have: what the first would gain most by goes to the second, for which there is nothing else.
func Example() {
	gains := [][]float64{{5, 4}, {5, 0}}
	pairs := share.Best(gains)
	fmt.Println(pairs, share.Sum(gains, pairs))
	// Output: [1 0] 9
}
