package moves

import (
	"fmt"

	"kembo/core/forecast"
	"kembo/core/measure"
	"kembo/core/queen"
)

// QueenGiven is a queen given from outside the operation: laying, or a virgin.
type QueenGiven struct {
	Queen   string `json:"queen,omitempty"` // id
	Year    int    `json:"year,omitempty"`
	Clipped bool   `json:"clipped,omitempty"`
	Virgin  bool   `json:"virgin,omitempty"`
	Caged   bool   `json:"caged,omitempty"`
}

// beginsAfter is the days until a mated queen who was given lays: she is let out of
// her cage in three or four, and begins in as many. Source: common practice.
const beginsAfter = 7

// Apply gives her.
func (a *QueenGiven) Apply(h *Hives) error {
	x := h.Here()
	x.Queen = Queen{ID: a.Queen, Year: a.Year, Clipped: a.Clipped, Caged: a.Caged}
	q := forecast.Queen{Coming: forecast.Defaults().QueenPeakLaying, LaysIn: beginsAfter}
	if a.Virgin {
		q.LaysIn = float64(queen.LaysUntil - queen.EmergesAfter)
	}
	x.Did.QueenIn = &q
	if a.Caged {
		x.Did.Caged = forecast.On
	}
	return nil
}

// Words says it for the log.
func (a *QueenGiven) Words(measure.Units) (title, say string) {
	kind := "Mated"
	if a.Virgin {
		kind = "A virgin"
	}
	if a.Year > 0 {
		return "Queen given", fmt.Sprintf("%s, of %d.", kind, a.Year)
	}
	return "Queen given", kind + "."
}

// Expect says when to look for her eggs.
func (a *QueenGiven) Expect(when string, days int, _ measure.Units) string {
	if days < beginsAfter {
		return fmt.Sprintf("Queen given on %s: leave her be, look for eggs after a week.", when)
	}
	return fmt.Sprintf("Queen given on %s: expect eggs.", when)
}

var queenGiven = Row{Kind: "queen_given", New: func() Act { return new(QueenGiven) }}
