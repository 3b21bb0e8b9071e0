package forecast

import (
	"slices"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/measure"
)

// On returns what the first n members hold of a quantity on a day between today
// and the horizon, on a mild day, with changes made today or later.
func (y *Ready) On(on day.Day, q Quantity, n int, with ...bees.Change) measure.Range {
	in := &y.in
	x := &Ensemble{Day: in.Today, States: slices.Clone(y.x.States[:min(n, len(y.x.States))])}
	x.Move(&in.Parameters, in.Yard, with, min(max(on, in.Today), in.Today+day.Day(in.Horizon)))
	return Middle(x.Sample(q, &in.Parameters))
}
