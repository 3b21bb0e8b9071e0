package season

import (
	"cmp"
	"slices"

	"kembo/core/day"
)

// Given is how much of what a yard offered came from a plant.
type Given struct {
	Plant string
	Share float64 // of all that was offered, 0 to 1
}

// Gave returns the plants that offered nectar from one day to another, both included, the most first, by a calendar.
func Gave(calendar []Bloom, h Hemisphere, from, to day.Day) []Given {
	var out []Given
	all := 0.0
	for _, b := range calendar {
		x := Given{Plant: b.Plant}
		for d := from; d <= to; d++ {
			x.Share += b.Strength * b.Share(DayOf(d, h))
		}
		if x.Share > 0 {
			out = append(out, x)
			all += x.Share
		}
	}
	for i := range out {
		out[i].Share /= all
	}
	slices.SortStableFunc(out, func(a, b Given) int { return cmp.Compare(b.Share, a.Share) })
	return out
}
