package moves

import "kembo/core/measure"

// BoxesChanged is two boxes of a hive that change places; each keeps its frames,
// and what stands in the nest is nest.
type BoxesChanged struct {
	A string `json:"a"`
	B string `json:"b"`
}

// Apply changes them.
func (a *BoxesChanged) Apply(h *Hives) error {
	st := &h.Here().Stack
	i, k := st.BoxAt(a.A), st.BoxAt(a.B)
	if i < 0 || k < 0 {
		return boxNotHere()
	}
	var err error
	*st, err = st.SwapBoxes(i, k)
	return err
}

// Words says it for the log.
func (a *BoxesChanged) Words(measure.Units) (title, say string) {
	return "Boxes changed", "Two boxes changed places."
}

var boxesChanged = Row{Kind: "boxes_changed", New: func() Act { return new(BoxesChanged) }}
