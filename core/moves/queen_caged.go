package moves

import (
	"kembo/core/bees"
	"kembo/core/measure"
	"kembo/core/queen"
)

// QueenCaged is the queen caged in her hive, or let out: while she is caged she
// does not lay.
type QueenCaged struct {
	Caged bool `json:"caged"`
}

// Apply cages her or lets her out.
func (a *QueenCaged) Apply(h *Hives) error {
	x := h.Here()
	if x.Queen.Caged == a.Caged {
		if a.Caged {
			return wrong("queen", "she is caged already")
		}
		return wrong("queen", "she is not caged")
	}
	x.Queen.Caged, x.Did.Caged = a.Caged, bees.Off
	if a.Caged {
		x.Did.Caged = bees.On
		return nil
	}
	x.Did.Waits = queen.GivenIn
	return nil
}

// Words says it for the log.
func (a *QueenCaged) Words(measure.Units) (title, say string) {
	if a.Caged {
		return "Queen caged", ""
	}
	return "Queen let out", ""
}

var queenCaged = Row{Kind: "queen_caged", New: func() Act { return new(QueenCaged) }}
