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

var queenCaged = Row{Kind: "queen_caged", New: func() Act { return new(QueenCaged) }, Ways: []Way{cages("queen_caged", true), cages("queen_let_out", false)}}

// cages is a way to shut her in, or to let her out.
func cages(code Code, in bool) Way {
	one := "the queen let out of her cage"
	if in {
		one = "the queen shut in a cage"
	}
	return Way{
		Code: code, Sheet: true, One: one,
		Exact: func(h Hive, _ Said, _ func() string) ([]Act, error) { return []Act{&QueenCaged{Caged: in}}, nil },
	}
}
