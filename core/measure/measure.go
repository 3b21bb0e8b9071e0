// Package measure holds what every quantity in Kembo is made of: a [Range],
// which is a likely value inside an 80 % interval, never a bare number
// pretending to be exact.
package measure

import (
	"fmt"
	"math"
	"strings"
)

// Range is a likely value with the ends of its 80 % interval: one chance in
// ten that the truth lies below Low, one in ten that it lies above High.
// Low <= Likely <= High always holds for a Range made by this package. The
// unit is that of the field that carries it.
type Range struct {
	Low    float64 `json:"low"`
	Likely float64 `json:"likely"`
	High   float64 `json:"high"`
}

// The shares under the ends and the middle of an 80 % range.
const Low80, Median, High80 = 0.1, 0.5, 0.9

// Z80 is the standard normal's quantile at 0.9: the 80 % interval of a normal
// quantity reaches so many standard deviations to either side.
const Z80 = 1.2816

// Normal returns the Range of a normal quantity.
func Normal(mean, sd float64) Range { return Range{mean - Z80*sd, mean, mean + Z80*sd} }

// SD returns the standard deviation of the normal quantity that has r as its
// 80 % interval.
func (r Range) SD() float64 { return (r.High - r.Low) / (2 * Z80) }

// Share returns part over whole, 0 where there is no whole.
func Share(part, whole float64) float64 {
	if whole <= 0 {
		return 0
	}
	return part / whole
}

// Exact returns the Range of a value that is known.
func Exact(v float64) Range { return Range{v, v, v} }

// Quantile returns the p-quantile, 0 <= p <= 1, of an ascending sample by
// linear interpolation between order statistics (type 7 of Hyndman and Fan,
// Am. Stat. 50 (1996), 361-365, from memory). It is NaN for an empty sample.
func Quantile(sorted []float64, p float64) float64 {
	n := len(sorted)
	if n == 0 {
		return math.NaN()
	}
	h := p * float64(n-1)
	i := int(h)
	if i >= n-1 {
		return sorted[n-1]
	}
	if math.IsInf(sorted[i+1], 1) {
		if h-float64(i) > 0 {
			return math.Inf(1)
		}
		return sorted[i]
	}
	return sorted[i] + (h-float64(i))*(sorted[i+1]-sorted[i])
}

// Count writes a whole number with a comma between thousands: 37,400.
func Count(v float64) string {
	s := fmt.Sprintf("%.0f", math.Abs(v))
	var b strings.Builder
	for i, r := range s {
		if i > 0 && (len(s)-i)%3 == 0 {
			b.WriteByte(',')
		}
		b.WriteRune(r)
	}
	if v <= -0.5 {
		return "-" + b.String()
	}
	return b.String()
}

// Rough rounds a count to two significant figures, at least to tens, since no
// estimate of cells or bees deserves more.
func Rough(v float64) float64 {
	a := math.Abs(v)
	if a < 100 {
		return math.Round(v/10) * 10
	}
	unit := math.Pow(10, math.Floor(math.Log10(a))-1)
	return math.Round(v/unit) * unit
}
