// Package look turns what a keeper saw on a day into a colony estimate.
//
// A [Look] holds what was entered, box by box, each at its own depth: a heft,
// seams of bees, counts of frames, faces in eighths, or nothing. [Read] lays it
// over the stack and says how far it may be off and what each part rests on.
// What was not looked at is what a forecast has made of the look before.
package look

import (
	"fmt"
	"math"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
)

// Depth says how closely a box was looked at.
type Depth string

// The depths, the shallowest first.
const (
	NotLooked Depth = ""
	ByHeft    Depth = "heft"
	BySeams   Depth = "seams"
	ByBox     Depth = "boxes"
	ByFace    Depth = "faces"
)

// Counts is a box told in frames, both sides together: 3.5 frames of brood.
// Brood is worker brood of all ages.
type Counts struct {
	Brood, Honey, Nectar, Pollen, Empty, Undrawn float64
	Drone                                        float64 `json:",omitempty"` // of drone brood
	// BroodCover is how far brood fills each of its frames, where combs with brood were counted; 0:
	// frames were counted as brood would fill them.
	BroodCover float64 `json:",omitempty"`
}

// UsualCover is how far brood fills a comb that is counted as one of brood, and coverSD how far that
// may be off, as the standard deviation of the logarithm. Source: common practice, about two thirds;
// the spread is a guess.
const (
	UsualCover = 2.0 / 3
	coverSD    = 0.15
)

// BoxLook is what was entered for one box.
type BoxLook struct {
	Box    string // id of the box
	Depth  Depth
	Counts Counts
	Faces  [][2]comb.Face // by slot, A and B
	Seams  float64        // -1: not looked
	Below  bool           // seams were counted from below
	// Expected says that the seams are those that were expected, accepted unchanged.
	Expected bool
	Outer    Answer     // bees on the outer frames
	Super    SuperState // of a super, at a glance
	Kg       float64    // the box as lifted on a scale; 0: not weighed
	Heft     Heft       // the box as it felt
}

// Answer is a finding that may not have been looked for. Not touched is not
// looked, never no.
type Answer string

// The answers.
const (
	Unasked Answer = ""
	Yes     Answer = "yes"
	No      Answer = "no"
)

// Look is one look at one colony.
type Look struct {
	Day    day.Day
	Boxes  []BoxLook
	Queen  colony.QueenEvidence
	Weight Weight
	// CellsChecked says that queen cells were looked for, on some combs or all.
	CellsChecked bool
	WhiteWax     Answer // fresh wax on the top bars: they are building, a flow is on
}

// Weight is the whole hive, weighed or hefted.
type Weight struct {
	How     How
	Kg      float64 // on a scale, or one side of it
	OtherKg float64 // the other side
	Heft    Heft
}

// How a whole hive was weighed.
type How string

// The ways, the surest first. A hive lifted at one side to a level edge shows
// half of it, if its load stands in the middle.
const (
	NotWeighed How = ""
	OnScale    How = "scale"
	TwoSides   How = "sides"
	OneSide    How = "side"
	ByFeel     How = "feel"
)

// Heft is what a lift by the back says.
type Heft string

// The words of a heft.
const (
	NotHefted Heft = ""
	Light     Heft = "light"
	Fair      Heft = "fair"
	Heavy     Heft = "heavy"
)

// SuperState is a super at a glance from above.
type SuperState string

// The states.
const (
	SuperNotLooked SuperState = ""
	SuperEmpty     SuperState = "empty"
	SuperStarted   SuperState = "started"
	SuperHalf      SuperState = "half"
	SuperNearly    SuperState = "nearly"
	SuperFull      SuperState = "full"
)

// FieldError says which field of a look is wrong and what to do.
type FieldError struct {
	Field string // as in "box 2, honey"
	Say   string
}

func (e *FieldError) Error() string { return e.Field + ": " + e.Say }

// Check returns the first thing in l that cannot be, as a *FieldError.
func Check(l Look, s hive.Stack) error {
	if err := checkWeight(l.Weight); err != nil {
		return err
	}
	for i, b := range l.Boxes {
		at := indexOf(s, b.Box)
		if at < 0 {
			return &FieldError{fmt.Sprintf("box %d", i+1), "it is not on this hive; choose a box of the stack"}
		}
		box := s.Boxes[at]
		name := fmt.Sprintf("box %d", at+1)
		if err := checkCounts(b, box, name); err != nil {
			return err
		}
		if err := checkWords(b, box, name); err != nil {
			return err
		}
		if b.Depth == ByFace && len(b.Faces) > len(box.Frames) {
			return &FieldError{
				name,
				fmt.Sprintf(
					"%d frames are entered, the box has %d; take out the extra ones", len(b.Faces), len(box.Frames),
				),
			}
		}
		for k, f := range b.Faces {
			for side, face := range f {
				if face.Painted() > 8 {
					return &FieldError{
						fmt.Sprintf("%s, frame %d%c", name, k+1, 'A'+side),
						"the shares add up to more than eight eighths; lower one",
					}
				}
			}
		}
	}
	return nil
}

func checkWeight(w Weight) error {
	switch w.How {
	case NotWeighed:
		return nil
	case ByFeel:
		if _, ok := hefts[w.Heft]; !ok {
			return &FieldError{"weight", "say light, fair or heavy"}
		}
		return nil
	case OnScale, TwoSides, OneSide:
		if !(w.Kg > 0 && w.Kg < 400) || w.How == TwoSides && !(w.OtherKg > 0 && w.OtherKg < 400) {
			return &FieldError{
				"weight", "a hive, or one side of it, weighs more than 0 and less than 400 kg; weigh it again",
			}
		}
		return nil
	}
	return &FieldError{
		"weight", fmt.Sprintf("%q is not a way to weigh a hive; choose scale, sides, side or feel", w.How),
	}
}

func checkWords(b BoxLook, box hive.Box, name string) error {
	if _, ok := hefts[b.Heft]; b.Heft != NotHefted && !ok {
		return &FieldError{name + ", heft", "say light, fair or heavy"}
	}
	if _, ok := superStates[b.Super]; b.Super != SuperNotLooked && !ok {
		return &FieldError{name + ", state", "say empty, started, half, nearly or full"}
	}
	if b.Super != SuperNotLooked && !box.Super {
		return &FieldError{name + ", state", "it is a brood box; count it, or its seams"}
	}
	if b.Kg < 0 || b.Kg > 120 {
		return &FieldError{name + ", kg", "a box weighs more than 0 and less than 120 kg; weigh it again"}
	}
	return nil
}

func checkCounts(b BoxLook, box hive.Box, name string) error {
	if b.Seams > float64(len(box.Frames)+1) {
		return &FieldError{
			name + ", seams",
			fmt.Sprintf(
				"%g seams are more than the %d that %d frames make; lower it", b.Seams, len(box.Frames)+1,
				len(box.Frames),
			),
		}
	}
	if b.Depth != ByBox {
		return nil
	}
	c, sum := b.Counts, 0.0
	for _, v := range []struct {
		what string
		n    float64
	}{
		{"brood", c.Brood}, {"honey", c.Honey}, {"nectar", c.Nectar}, {"pollen", c.Pollen}, {"empty", c.Empty},
		{"undrawn", c.Undrawn}, {"drone", c.Drone},
	} {
		if v.n < 0 || math.IsNaN(v.n) {
			return &FieldError{name + ", " + v.what, fmt.Sprintf("%g frames is less than none; enter 0 or more", v.n)}
		}
		sum += v.n
	}
	if !(c.BroodCover >= 0 && c.BroodCover <= 1) {
		return &FieldError{name + ", brood", fmt.Sprintf("brood fills more than 0 and at most 1 of a comb, not %g",
			c.BroodCover)}
	}
	if sum > float64(len(box.Frames))+0.01 {
		return &FieldError{
			name, fmt.Sprintf("the counts add up to %g frames, the box has %d; lower one", sum, len(box.Frames)),
		}
	}
	return nil
}

func indexOf(s hive.Stack, id string) int {
	for i, b := range s.Boxes {
		if b.ID == id {
			return i
		}
	}
	return -1
}

func find(l Look, id string) (BoxLook, bool) {
	for _, b := range l.Boxes {
		if b.Box == id {
			return b, true
		}
	}
	return BoxLook{}, false
}
