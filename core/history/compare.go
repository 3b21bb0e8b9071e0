package history

import (
	"math"

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
	w := walker{ground: g, parameters: forecast.Defaults()}
	var before Believed
	looks := 0
	err := w.walk(entries, func(Entry) bool {
		if n := len(w.Tests); n > len(before.Tests) && before.Estimate != nil {
			e := *before.Estimate
			e.Stack = before.Stack
			fresh := w.draw(&e)
			fresh.Move(&w.parameters, w.yard(e.Day), before.Changes, w.Estimate.Day)
			for i, t := range w.Tests[len(before.Tests):] {
				o := w.sights[i]
				out = append(out, Compared{t, fresh.Foresee(o, &w.parameters), looks})
			}
		}
		if w.Estimate != nil && (before.Estimate == nil || w.Estimate.Day != before.Estimate.Day) {
			looks++
		}
		before = w.Believed
		return true
	})
	return out, err
}

// Error returns how far an expectation lay from what was found, as the
// difference of their logarithms: 0.1 is about a tenth.
func (t Tested) Error(expected measure.Range) float64 {
	const least = 0.1
	return math.Abs(math.Log(max(t.Found, least) / max(expected.Likely, least)))
}
