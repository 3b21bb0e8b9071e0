package moves

import (
	"slices"

	"kembo/core/hive"
	"kembo/core/measure"
)

// BoxHole says of a box's own entrance or hole that it is open or shut, or that there
// is none.
type BoxHole struct {
	Box string    `json:"box"` // id
	Is  hive.Hole `json:"is"`
}

// Apply sets it.
func (a *BoxHole) Apply(h *Hives) error {
	if !slices.Contains(hive.Holes, a.Is) {
		return wrong("hole", "%v", hive.ErrHole)
	}
	st := &h.Here().Stack
	i := st.BoxAt(a.Box)
	if i < 0 {
		return boxNotHere()
	}
	st.Boxes[i].Hole = a.Is
	return nil
}

// Words says it for the log.
func (a *BoxHole) Words(measure.Units) (title, say string) {
	switch a.Is {
	case hive.HoleOpen:
		return "A box’s own entrance", "Open."
	case hive.HoleShut:
		return "A box’s own entrance", "Shut."
	}
	return "A box’s own entrance", "None."
}

var hole = Row{Kind: "hole", New: func() Act { return new(BoxHole) }}
