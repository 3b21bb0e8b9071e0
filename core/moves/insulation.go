package moves

import (
	"kembo/core/hive"
	"kembo/core/measure"
)

// Insulated is insulation laid on or wrapped around a hive, or taken off.
type Insulated struct {
	On bool    `json:"on"`
	Kg float64 `json:"kg,omitempty"` // that it weighs
}

// Apply puts it on or takes it off.
func (a *Insulated) Apply(h *Hives) error {
	x := hive.Insulation(*a)
	if !x.On {
		x.Kg = 0
	}
	if err := x.Check(); err != nil {
		return wrong("insulation", "%v", err)
	}
	h.Here().Stack.Insulation = x
	return nil
}

// Words says it for the log.
func (a *Insulated) Words(measure.Units) (title, say string) {
	if a.On {
		return "Insulation on", ""
	}
	return "Insulation off", ""
}

var insulation = Row{Kind: "insulation", New: func() Act { return new(Insulated) }}
