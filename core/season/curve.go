package season

import (
	"fmt"
	"strings"
)

// Curve is a line through knots of season day and value, level before the first
// and after the last.
type Curve [][2]float64

// On returns the value on a season day.
func (c Curve) On(seasonDay float64) float64 {
	if seasonDay <= c[0][0] {
		return c[0][1]
	}
	for k := 1; k < len(c); k++ {
		if a, b := c[k-1], c[k]; seasonDay <= b[0] {
			return a[1] + (b[1]-a[1])*(seasonDay-a[0])/(b[0]-a[0])
		}
	}
	return c[len(c)-1][1]
}

// String lists the knots, for the open table.
func (c Curve) String() string {
	var b strings.Builder
	for i, k := range c {
		if i > 0 {
			b.WriteString(", ")
		}
		fmt.Fprintf(&b, "%g: %g", k[0], k[1])
	}
	return b.String()
}
