// Package ledger turns weighings into honey: net honey between two weighings
// with what left or entered between, and a day's gain from a hive scale with
// handling taken out. Masses are kilograms.
package ledger

import (
	"errors"
	"math"

	"kembo/core/hive"
	"kembo/core/measure"
)

// How sure a weighing is, as standard deviations. Source: common practice, no
// source; a spring or platform scale in the yard reads to about 0.3 kg.
const (
	ScaleKg   = 0.30 // of one reading
	WetWoodKg = 0.60 // water that wood took up or lost between two
	BeesKg    = 0.50 // foragers out, bees born and dead between two
	TareShare = 0.06 // of a tare from the catalogue
	WeighedKg = 0.05 // of a tare that was weighed
)

// Moved is something that left or entered between two weighings.
type Moved struct {
	TareKg  float64
	Weighed bool // TareKg was weighed, not taken from the catalogue
}

// Ware returns n boxes of a format with drawn frames, as they are moved.
func Ware(f hive.BoxFormat, n int) Moved {
	return Moved{TareKg: float64(n) * f.Full(f.Slots, 0).TareKg}
}

// Between is two weighings of one hive and what happened between them.
type Between struct {
	BeforeKg, AfterKg float64
	Out, In           []Moved // boxes and frames, without their honey
	FedKg             float64 // mass of what was fed: syrup with its water
	SameDay           bool    // bees and wood had no time to change
}

// ErrMass is returned for a weighing that no hive can have.
var ErrMass = errors.New("a hive weighs more than 0 and less than 400 kg; weigh it again")

// NetHoneyKg returns the honey that left with the boxes between two weighings:
// what the hive lost, less the ware that went and what was fed, plus the ware
// that came. It is negative where the hive gained. 54 lb lifted off is not 54
// lb of honey.
func (b Between) NetHoneyKg() (measure.Range, error) {
	for _, kg := range []float64{b.BeforeKg, b.AfterKg} {
		if !(kg > 0 && kg < 400) {
			return measure.Range{}, ErrMass
		}
	}
	net, variance := b.BeforeKg-b.AfterKg+b.FedKg, 2*ScaleKg*ScaleKg
	for i, side := range [2][]Moved{b.Out, b.In} {
		for _, m := range side {
			net += float64(2*i-1) * m.TareKg
			sd := TareShare * m.TareKg
			if m.Weighed {
				sd = WeighedKg
			}
			variance += sd * sd
		}
	}
	if !b.SameDay {
		variance += WetWoodKg*WetWoodKg + BeesKg*BeesKg
	}
	return measure.Normal(net, math.Sqrt(variance)), nil
}

// Sides returns the mass of a hive from lifting its two sides in turn to a
// level edge: the two readings add up, since each side carries its share.
// Source: the balance of moments (values G).
func Sides(leftKg, rightKg float64) measure.Range {
	return measure.Normal(leftKg+rightKg, math.Sqrt2*ScaleKg)
}

// OneSideShare is how far off twice one side may be, as a standard deviation of
// its logarithm: right only where the load stands in the middle. Source: none;
// guess, stores often lie to one side.
const OneSideShare = 0.08

// OneSide returns the mass of a hive from lifting one side only.
func OneSide(kg float64) measure.Range {
	r := measure.Normal(2*kg, math.Hypot(2*ScaleKg, OneSideShare*2*kg))
	r.Low = max(0, r.Low)
	return r
}
