package history

import (
	"math"
	"slices"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/measure"
)

// Compared is a thing a look found, with what was expected of it by what all
// looks had taught, and by a fresh model that knows the last look alone.
type Compared struct {
	Tested
	Fresh measure.Range
	Looks int // known before
}

// Compare reads a log and returns, of every look after the first, what it tests.
func Compare(entries []Entry, g Ground) ([]Compared, error) {
	var out []Compared
	w := walker{ground: g, parameters: bees.Defaults()}
	var before Believed
	var fresh *forecast.Ensemble // on the morning of the last look
	looks := 0
	err := w.walk(entries, func(Entry) bool {
		if w.Estimate == before.Estimate || before.Estimate == nil {
			before = w.Believed
			return true
		}
		on := w.Estimate.Day
		if on == before.Estimate.Day { // both are one look, at the hive as it is now
			out = slices.DeleteFunc(out, func(c Compared) bool { return c.Day == on })
			if fresh != nil {
				fresh.Begin()
			}
		} else {
			looks++
			e := *before.Estimate
			e.Stack = before.Stack
			fresh = nil
			if w.carries(e.Day) {
				fresh = w.draw(&e)
			}
		}
		if fresh != nil {
			fresh.Move(&w.parameters, w.yard(fresh.Day), before.Changes, on)
			for i, t := range w.Tests[len(w.Tests)-w.testedOn(on):] {
				out = append(out, Compared{t, fresh.Foresee(w.sights[i], &w.parameters), looks})
			}
		}
		before = w.Believed
		return true
	})
	return out, err
}

// testedOn returns how many tests the looks of a day made; they are the last.
func (w *walker) testedOn(on day.Day) int {
	n := 0
	for i := len(w.Tests); i > 0 && w.Tests[i-1].Day == on; i-- {
		n++
	}
	return n
}

// Error returns how far an expectation lay from what was found, as the
// difference of their logarithms: 0.1 is about a tenth.
func (t Tested) Error(expected measure.Range) float64 {
	const least = 0.1
	return math.Abs(math.Log(max(t.Found, least) / max(expected.Likely, least)))
}
