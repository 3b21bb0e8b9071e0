package forecast

import "slices"

// Course returns what the members hold of a quantity whose course was asked for, a day
// ahead; nil where it was not.
func (r *Result) Course(q Quantity, day int) []float64 {
	t := r.courses
	if t == nil || day < 0 || day >= t.d {
		return nil
	}
	k := slices.Index(t.of, q)
	if k < 0 {
		return nil
	}
	return slices.Clone(t.at[(k*t.d+day)*t.n : (k*t.d+day+1)*t.n])
}

// Ends returns by member the days after which a runway ends, +Inf where it does not.
func (r *Result) Ends(runway int) []float64 { return slices.Clone(r.ends[runway]) }

// Now returns what the members hold of a quantity today. It is not to be written to.
func (r *Result) Now(q Quantity) []float64 { return r.today[q] }
