package exchange

import (
	"fmt"

	"kembo/core/assessment"
	"kembo/core/day"
	"kembo/core/harvest"
)

// HoneyReading is a test of the honey of a box.
type HoneyReading struct {
	Box   int     `json:"box"` // of the stack, from 1
	Date  day.Day `json:"date"`
	Water float64 `json:"water_percent,omitempty"` // corrected to 20 °C
	Combs int     `json:"combs,omitempty"`         // from which the sample came
	Open  bool    `json:"open_cells,omitempty"`
	Shake string  `json:"shaken,omitempty"` // dry, drops
}

// readings returns the tests of honey of a record, by the boxes of its case.
func (r Record) readings(c assessment.Case) ([]harvest.Reading, error) {
	var out []harvest.Reading
	for i, x := range r.Readings {
		name := fmt.Sprintf("honey_readings[%d]", i)
		if x.Box < 1 || x.Box > len(c.Stack.Boxes) {
			return nil, wrong(name+".box", "%d is not a box of the stack, from 1 to %d", x.Box, len(c.Stack.Boxes))
		}
		if x.Date > r.Date {
			return nil, wrong(name+".date", "%v is in the future of date %v", x.Date, r.Date)
		}
		h := harvest.Reading{
			Box: c.Stack.Boxes[x.Box-1].ID, Day: x.Date, Water: x.Water, Combs: x.Combs, Open: x.Open, Shake: harvest.Shake(x.Shake),
		}
		if err := h.Check(); err != nil {
			return nil, wrong(name, "%v", err)
		}
		out = append(out, h)
	}
	return out, nil
}
