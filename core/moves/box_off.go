package moves

import (
	"kembo/core/measure"
	"kembo/core/words"
)

// BoxOff is a box taken off, with why: harvest, or empty.
type BoxOff struct {
	Box string `json:"box"`
	Why string `json:"why,omitempty"`
}

// WhyHarvest is why a box comes off for its honey.
const WhyHarvest = "harvest"

// Apply takes the box off with all that it holds but bees.
func (a *BoxOff) Apply(h *Hives) error {
	st := &h.Here().Stack
	at := st.BoxAt(a.Box)
	if at < 0 {
		return boxNotHere()
	}
	var err error
	*st, _, err = st.RemoveBox(at)
	if st.ExcluderAbove >= len(st.Boxes) {
		st.ExcluderAbove = 0 // nothing is left above it
	}
	return err
}

// Words says it for the log.
func (a *BoxOff) Words(measure.Units) (title, say string) {
	if a.Why == "" {
		return "Box taken off", ""
	}
	return "Box taken off", words.Capital(a.Why) + "."
}

// boxesOff is the field of the form for a box taken off: one for each box.
var boxesOff = Field{Key: "off", Label: "Boxes off"}

var boxOff = Row{Kind: "box_off", New: func() Act { return new(BoxOff) }, Ways: []Way{
	takenOff("box_off", "off", "taken off", "", "box {n} taken off", "taken off"),
	takenOff("box_harvested", "harvest", "harvested", "h", "box {n} harvested", WhyHarvest),
	condensed,
}}

func takenOff(code Code, value, label, after, say, why string) Way {
	return Way{
		Code: code, Field: boxesOff, Value: value, Label: label,
		Arg: OfBox, Before: "x", After: after,
		Example: "x3" + after, Means: "box 3 " + label, Wants: "box",
		One: say,
		Exact: func(h Hive, s Said, _ func() string) ([]Act, error) {
			if h.Stack.BoxAt(s.Box) < 0 {
				return nil, boxNotHere()
			}
			return []Act{&BoxOff{Box: s.Box, Why: why}}, nil
		},
	}
}

// Texts returns what a user wrote.
func (a *BoxOff) Texts() []Text { return []Text{{Field: "why", Text: a.Why}} }
