package history

import (
	"kembo/core/day"
	"kembo/core/ledger"
	"kembo/core/look"
)

// Weighing is a gross weighing of the whole hive.
type Weighing struct {
	Kg float64 `json:"kg"`
}

// apply reads a weighing as the look it is: the stores are as the scale says,
// all else is as the forecast has carried it. Before the first look there is
// nothing to carry, and the weighing stands in the ledger alone.
func (w *Weighing) apply(b *walker, e Entry) error {
	b.Weighings = append(b.Weighings, Weighed{e.Day, e.ID, w.Kg, b.MovedSince})
	b.MovedSince = nil
	l := look.Look{Day: e.Day, Weight: look.Weight{How: look.OnScale, Kg: w.Kg - b.waterKg(e.Day)}}
	c := b.context(e.Day)
	if c.Expected == nil && (c.Prior == nil || c.Prior.Day != e.Day) {
		return nil
	}
	est, err := look.Read(l, b.Stack, c)
	if err != nil {
		return err
	}
	b.learn(&est)
	b.Estimate, b.Stack, b.Changes = &est, est.Stack, nil
	return nil
}

// waterKg is what rain of the days up to one has left in the wood of a hive, as far as its weather is
// known.
func (w *walker) waterKg(on day.Day) float64 {
	const back = 7 // days; before them all has dried
	water := ledger.Soaked(on-back, back+1, func(d day.Day) float64 { return w.ground.Site.Weather[d].RainMM })
	kg := 0.0
	for d := on - back; d <= on; d++ {
		kg += water[d].Kg
	}
	return kg
}
