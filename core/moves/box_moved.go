package moves

import (
	"fmt"

	"kembo/core/hive"
	"kembo/core/measure"
)

// BoxMoved is a box with all its frames set to another height, in its own hive or
// on another. Between hives both are named; within one neither.
type BoxMoved struct {
	Box  string `json:"box"`
	From string `json:"from,omitempty"` // colony
	To   string `json:"to,omitempty"`   // colony
	At   int    `json:"at"`             // 0 is on the floor, once it is off
	// Super says that it stands above the nest from now on; nil: as it was.
	Super *bool `json:"super,omitempty"`
	// Came is the box as it was made, for a hive whose giver is not known.
	Came *Box `json:"came,omitempty"`
	// WithBees says that the bees in it went with it.
	WithBees bool `json:"with_bees,omitempty"`
}

// Hives returns the colonies it goes between.
func (a *BoxMoved) Hives() (from, to string) { return a.From, a.To }

// Apply moves it.
func (a *BoxMoved) Apply(h *Hives) error {
	var box hive.Box
	if from := h.At(a.From); from != nil {
		at := from.Stack.BoxAt(a.Box)
		if at < 0 {
			return boxNotHere()
		}
		if a.WithBees && a.From != a.To {
			for _, f := range from.Stack.Boxes[at].Frames {
				from.Did.BeesOut += beesOn(from.Stack, f.ID)
				from.Did.FlyBack = true
			}
		}
		var err error
		if from.Stack, box, err = from.Stack.RemoveBox(at); err != nil {
			return err
		}
	} else if a.Came != nil {
		var err error
		if box, err = a.Came.Made(); err != nil {
			return err
		}
		for i := range box.Frames { // what it holds is not known
			box.Frames[i] = hive.Frame{ID: box.Frames[i].ID}
		}
	} else {
		return wrong("box", "the box came from a hive of which nothing is known")
	}
	if a.Super != nil {
		box.Super = *a.Super
	}
	to := h.At(a.To)
	if to == nil {
		return nil
	}
	var err error
	to.Stack, err = to.Stack.AddBox(a.At, box)
	return err
}

// Words says it for the log.
func (a *BoxMoved) Words(measure.Units) (title, say string) {
	if a.From != a.To {
		return "Box moved", "To another hive."
	}
	return "Box moved", fmt.Sprintf("Box %d from the floor now.", a.At+1)
}

var boxMoved = Row{Kind: "box_moved", New: func() Act { return new(BoxMoved) }}
