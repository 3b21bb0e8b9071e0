// Package lift holds published guidance on lifting by hand: filter values by
// height and reach, and the recommended weight limit of the NIOSH equation. It
// warns; a person's own limit, pain and doctor come first.
package lift

import (
	"errors"
	"fmt"
	"math"
)

// Height is where the hands are when a box is lifted or set down.
type Height string

// The zones of the guidance, from the ground up.
const (
	Floor    Height = "floor"
	LowerLeg Height = "lower-leg"
	Waist    Height = "waist" // knuckle to elbow
	Chest    Height = "chest" // elbow to shoulder
	Head     Height = "head"  // shoulder to head
)

// Heights lists the zones in order.
var Heights = []Height{Floor, LowerLeg, Waist, Chest, Head}

// filter is close to the body and at arm's length, for most men.
// Source: HSE L23, Manual Handling Operations Regulations 1992, from memory;
// for most women about two thirds (16 kg where it says 25).
var filter = map[Height][2]float64{Floor: {10, 5}, LowerLeg: {20, 10}, Waist: {25, 15}, Chest: {20, 10}, Head: {10, 5}}

// ErrHeight is returned for a height that is not one of Heights.
var ErrHeight = errors.New("choose floor, lower-leg, waist, chest or head")

// FilterKg returns the mass over which the guidance asks for a closer look.
func FilterKg(h Height, far bool) (float64, error) {
	f, ok := filter[h]
	if !ok {
		return 0, fmt.Errorf("%q: %w", h, ErrHeight)
	}
	if far {
		return f[1], nil
	}
	return f[0], nil
}

// Task is a lift as the NIOSH equation sees it. Lengths in cm, angle in
// degrees; CM is the coupling multiplier, FM that of frequency.
type Task struct {
	ReachCM  float64 // hands in front of the ankles
	HeightCM float64 // hands above the floor at the start
	TravelCM float64 // up or down
	TwistDeg float64
	FM, CM   float64
}

// LimitKg returns the recommended weight limit, 0 where the equation allows no
// lift at all.
//
// Source: Waters, Putz-Anderson, Garg and Fine 1993, Ergonomics 36:749-776,
// metric form, from memory. The US form is rounded apart and differs by 2-3 %.
func (t Task) LimitKg() float64 {
	const loadConstant = 23.0
	hm, vm, dm, am := 1.0, 1-0.003*math.Abs(t.HeightCM-75), 1.0, 1-0.0032*t.TwistDeg
	switch {
	case t.ReachCM > 63:
		return 0
	case t.ReachCM > 25:
		hm = 25 / t.ReachCM
	}
	switch {
	case t.TravelCM > 175:
		return 0
	case t.TravelCM > 25:
		dm = 0.82 + 4.5/t.TravelCM
	}
	if t.HeightCM > 175 || t.TwistDeg > 135 {
		return 0
	}
	return loadConstant * hm * vm * dm * am * t.FM * t.CM
}

// FrequencyOnce is FM for a lift a minute within an hour's work, and FairGrip
// CM for hand holds cut into a box below 75 cm. Source: as for LimitKg.
const (
	FrequencyOnce = 0.94
	FairGrip      = 0.95
)
