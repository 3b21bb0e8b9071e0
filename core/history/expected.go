package history

import (
	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/look"
)

// ExpectedOn returns what a look on a day would be read against, after all that the
// log amounts to; nil where there is nothing to carry. The day is not before the
// last entry's.
func (b Believed) ExpectedOn(on day.Day, g Ground) *colony.Expected {
	w := walker{Believed: b, ground: g, parameters: bees.Defaults(), last: on}
	return w.expect(on)
}

// Asked returns what should be asked about a look on a day, read against what the
// log amounts to and what ExpectedOn told of that day: as Questions does, without
// reading the log anew.
func (b Believed) Asked(l Look, on day.Day, expected *colony.Expected, g Ground) ([]look.Question, error) {
	read, err := l.Read(on, b.Stack)
	if err != nil {
		return nil, err
	}
	c := look.Context{
		Units:    g.Units,
		Observer: g.Observer,
		Season:   g.Site.On(on),
		Expected: expected,
	}
	if b.Estimate != nil && on >= b.Estimate.Day {
		prior := *b.Estimate
		c.Prior = &prior
	}
	e, err := look.Read(read, b.Stack, c)
	if err != nil {
		return nil, err
	}
	return look.Questions(read, b.Stack, e, c), nil
}
