package colony

import (
	"math"

	"kembo/core/day"
	"kembo/core/measure"
)

// Origin says what a part of an estimate rests on.
type Origin uint8

// The origins, the weakest first.
const (
	Assumed  Origin = iota // usual for the season; nobody has looked
	Carried                // forecast from an earlier look
	Measured               // seen, counted or weighed on the day
)

// String returns o in a word.
func (o Origin) String() string { return [...]string{"assumed", "carried", "measured"}[o] }

// Part says what is known of one box.
type Part struct {
	Box           string
	Depth         string // how closely it was looked at; "" not at all
	Stores, Brood Origin
	Faces         [][2]Origin // by slot, where the faces differ; nil: all as the box
	CarriedFrom   day.Day     // the look that what is carried comes from
}

// Face returns the origin of what is drawn on a face: the weaker of its parts,
// for a nest whose stores were weighed was still not seen.
func (p Part) Face(slot, side int) Origin {
	if slot < len(p.Faces) {
		return p.Faces[slot][side]
	}
	return min(p.Stores, p.Brood)
}

// Expected is what a forecast makes of the last look by the day of the next one:
// brood and pollen in cells, stores in kg, comb in worker cells.
type Expected struct {
	From                        day.Day // the day of that look
	Parts                       []Part  // what it rested on
	Eggs, Larvae, Capped, Drone measure.Range
	Pollen, Bees                measure.Range
	NestStores, SuperStores     measure.Range
	NestNectar, SuperNectar     float64 // of them, likely
	NestUndrawn, SuperUndrawn   float64 // likely
	Stages                      bool    // as in Estimate
}

// LogSD returns the spread of a range as the standard deviation of its
// logarithm, at most 1.
func LogSD(r measure.Range) float64 {
	if r.Low <= 0 || r.High <= r.Low {
		if r.High > 0 && r.Low <= 0 {
			return 1
		}
		return 0
	}
	return min(1, math.Log(r.High/r.Low)/(2*measure.Z80))
}
