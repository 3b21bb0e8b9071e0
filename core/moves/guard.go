package moves

import "kembo/core/measure"

// Guard is the mouse guard put on or taken off.
type Guard struct {
	On bool `json:"on"`
}

// Apply puts it on or takes it off.
func (a *Guard) Apply(h *Hives) error {
	h.Here().Stack.Guarded = a.On
	return nil
}

// Words says it for the log.
func (a *Guard) Words(measure.Units) (title, say string) {
	if a.On {
		return "Mouse guard", "On."
	}
	return "Mouse guard", "Off."
}

var guard = Row{Kind: "guard", New: func() Act { return new(Guard) }}
