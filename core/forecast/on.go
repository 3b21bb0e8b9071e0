package forecast

import (
	"kembo/core/day"
	"kembo/core/measure"
)

// On returns what the first n members hold of a quantity on a day between today
// and the horizon, with changes made today or later.
func (y *Ready) On(on day.Day, q Quantity, n int, with ...Change) measure.Range {
	in := &y.in
	p := in.Parameters
	n = min(n, len(y.x.States))
	days := min(max(int(on-in.Today), 0), in.Horizon)
	with = inOrder(with)
	sample := make([]float64, n)
	for m := range n {
		cond := in.Yard.at(m)[y.first:]
		s := y.x.States[m]
		next := s.due(&p, with, 0, in.Today)
		for i := range days {
			next = s.due(&p, with, next, in.Today+day.Day(i))
			s.Step(&p, &cond[i])
		}
		s.due(&p, with, next, on)
		sample[m] = s.of(q, &p, &cond[max(days-1, 0)])
	}
	return Middle(sample)
}
