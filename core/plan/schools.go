package plan

// Stance is what a keeper makes of a school.
type Stance string

// The stances.
const (
	AsItPays Stance = ""     // it is weighed like all else
	Custom   Stance = "mine" // it is done here: where it is a toss-up it stands
	Refused  Stance = "not"  // it is not done here, and not offered
)

// School is a way of giving a nest room in spring on which good keepers differ.
type School struct {
	Action Action
	Words  string
}

// Schools are those that a keeper may choose among, in the order of a form.
var Schools = []School{
	{AddBoxUnder, "A box under the nest"},
	{RotateBoxes, "The boxes of the nest turned"},
	{OpenNestSides, "The sides of the nest opened"},
	{AlternateFrames, "Honey and drawn combs alternated above it"},
}

// customKg is how much less than all else a custom may come to and still stand, kg of honey. Source: the design: under a
// kilogram it is a toss-up.
const customKg = 1.0

// refuses reports whether an action is not done here.
func (s Settings) refuses(a Action) bool { return s.Schools[a] == Refused }

// custom reports whether it is done here as a custom.
func (s Settings) custom(a Action) bool { return s.Schools[a] == Custom }

// Known reports whether it is a stance that was taken.
func (s Stance) Known() bool { return s == Custom || s == Refused }
