package forecast

import (
	"slices"

	"kembo/core/day"
)

// Then returns a yard whose conditions are those of y until a day and of another yard from then on, as a hive has them that is moved. Both
// are drawn from the same day, for as many days and members.
func (y *Yard) Then(there *Yard, on day.Day) *Yard {
	out := *y
	out.drawn, out.Likely = slices.Clone(y.drawn), slices.Clone(y.Likely)
	from := min(max(int(on-y.From), 0), y.Days)
	copy(out.Likely[from:], there.Likely[from:])
	for m := range y.Members {
		copy(out.at(m)[from:], there.at(m)[from:])
	}
	return &out
}
