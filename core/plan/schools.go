package plan

import "slices"

// Stance is what a keeper makes of a school.
type Stance string

// The stances.
const (
	AsItPays Stance = ""     // it is weighed like all else; what is only done by wish is not done
	Custom   Stance = "mine" // it is done here: where it is a toss-up it stands
	Refused  Stance = "not"  // it is not done here, and not offered
)

// School is a way of keeping on which good keepers differ.
type School struct {
	Action Action
	Words  string
	ByWish bool // it is offered only where it is the keeper's custom
}

// Schools are those that a keeper may choose among, in the order of a form.
var Schools = []School{
	{AddBoxUnder, "A box under the nest", false},
	{RotateBoxes, "The boxes of the nest turned", false},
	{OpenNestSides, "The sides of the nest opened", false},
	{AlternateFrames, "Honey and drawn combs alternated above it", false},
	{FeedStimulate, "Thin syrup in spring to build up", true},
	{DroneComb, "Drone comb cut out against mites", true},
	{CageQueen, "The queen shut in before the flow ends", true},
	{ResourceFrames, "Two combs of brood out for foundation, each fortnight", true},
	{ClipQueen, "Queens clipped in spring", true},
	{DoubleScreen, "A small hive over a strong one, a double screen between", true},
	{SwapPlaces, "A small hive and a strong one change places", true},
}

// customKg is how much less than all else a custom may come to and still stand, kg of honey. Source: the design: under a
// kilogram it is a toss-up.
const customKg = 1.0

// refuses reports whether an action is not done here.
func (s Settings) refuses(a Action) bool { return s.Schools[a] == Refused || byWish(a) && !s.custom(a) }

// byWish reports whether an action is offered only where it is the keeper's custom.
func byWish(a Action) bool {
	return slices.ContainsFunc(Schools, func(x School) bool { return x.Action == a && x.ByWish })
}

// mayCost returns by how much a plan may come to less than leaving: where something in it is done by wish alone, its keeper
// takes it to be worth more than the forecast knows.
func (s *Situation) mayCost(parts []part) float64 {
	if slices.ContainsFunc(parts, func(p part) bool { return byWish(p.Action) }) {
		return customKg
	}
	return 0
}

// custom reports whether it is done here as a custom.
func (s Settings) custom(a Action) bool { return s.Schools[a] == Custom }

// Known reports whether it is a stance that was taken.
func (s Stance) Known() bool { return s == Custom || s == Refused }
