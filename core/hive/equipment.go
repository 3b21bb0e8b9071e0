package hive

import (
	"errors"
	"slices"
)

// FeederKind is where a feeder is on a hive.
type FeederKind string

// The kinds of feeder.
const (
	NoFeeder       FeederKind = ""
	TopFeeder      FeederKind = "top"      // a tray over the whole hive
	FrameFeeder    FeederKind = "frame"    // hangs in the place of a comb
	BucketFeeder   FeederKind = "bucket"   // a pail or jar turned over on the crown board
	EntranceFeeder FeederKind = "entrance" // a jar at the door
)

// Feeder is a feeder on a hive; the zero Feeder is none.
type Feeder struct {
	Kind   FeederKind
	Litres float64 // that it holds, more than 0 and at most MostFeederL
	Kg     float64 // that it weighs when empty
}

// MostFeederL is the largest feeder that is taken for one. Source: common practice, no
// source: a tray over a hive of full size holds some 20 L.
const MostFeederL = 40

// mostGearKg is the most that a feeder or an insulation may weigh. Source: none; guess.
const mostGearKg = 20

// Feeders are the kinds that can be put on, with the size and the weight that are
// usual. Source: common practice, no source; both are asked for.
var Feeders = []Feeder{
	{TopFeeder, 10, 2}, {FrameFeeder, 3, 0.6}, {BucketFeeder, 4, 0.3}, {EntranceFeeder, 1, 0.3},
}

// Words says where a feeder is: "tray over the hive".
func (k FeederKind) Words() string {
	switch k {
	case TopFeeder:
		return "tray over the hive"
	case FrameFeeder:
		return "frame feeder"
	case BucketFeeder:
		return "bucket or jar"
	case EntranceFeeder:
		return "jar at the entrance"
	}
	return "none"
}

// Errors of equipment.
var (
	ErrFeeder  = errors.New("choose a tray, a frame feeder, a bucket or jar, or a jar at the entrance")
	ErrFeederL = errors.New("a feeder holds more than 0 and at most 40 L")
	ErrGearKg  = errors.New("a feeder or an insulation weighs 0 to 20 kg")
	ErrHole    = errors.New("a box’s own entrance is open, shut, or there is none")
)

// Check returns what is wrong with a feeder that is put on, or nil.
func (f Feeder) Check() error {
	switch {
	case !slices.ContainsFunc(Feeders, func(x Feeder) bool { return x.Kind == f.Kind }):
		return ErrFeeder
	case !(f.Litres > 0 && f.Litres <= MostFeederL):
		return ErrFeederL
	case !(f.Kg >= 0 && f.Kg <= mostGearKg):
		return ErrGearKg
	}
	return nil
}

// Insulation is what is laid on or wrapped around a hive against the cold.
type Insulation struct {
	On bool
	Kg float64 // that it weighs
}

// Check returns what is wrong with it, or nil.
func (x Insulation) Check() error {
	if !(x.Kg >= 0 && x.Kg <= mostGearKg) {
		return ErrGearKg
	}
	return nil
}

// Hole is an entrance or a hole of a box of its own, beside the hive's entrance.
type Hole string

// What can be said of one. A box of which nobody said anything has none.
const (
	NoHole   Hole = ""
	HoleOpen Hole = "open"
	HoleShut Hole = "shut"
)

// Holes are what can be noted of a box.
var Holes = []Hole{NoHole, HoleOpen, HoleShut}

// GearKg returns what a hive carries beside its boxes: its feeder, empty, and what
// keeps it warm.
func (s Stack) GearKg() float64 {
	kg := s.Feeder.Kg
	if s.Insulation.On {
		kg += s.Insulation.Kg
	}
	return kg
}

// OpenHoles returns the places of the boxes with an open entrance of their own, from
// the floor up.
func (s Stack) OpenHoles() []int {
	var out []int
	for i, b := range s.Boxes {
		if b.Hole == HoleOpen {
			out = append(out, i)
		}
	}
	return out
}
