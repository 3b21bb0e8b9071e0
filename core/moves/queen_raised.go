package moves

import (
	"kembo/core/measure"
	"kembo/core/queen"
)

// QueenRaised is a hive without a queen that is left to raise one from its eggs and
// youngest larvae.
type QueenRaised struct {
	Colony string `json:"colony,omitempty"` // whose; empty: at which it is noted
}

// At returns the colony that it is done to.
func (a *QueenRaised) At() string { return a.Colony }

// Apply notes that they have none and begin to raise her.
func (a *QueenRaised) Apply(h *Hives) error {
	x := h.At(a.Colony)
	if x == nil {
		return nil
	}
	x.Queen = Queen{}
	x.Did.QueenLost, x.Did.QueenEnd, x.Did.Waits = true, queen.Lost, queen.Split
	return nil
}

// Words says it for the log.
func (a *QueenRaised) Words(measure.Units) (title, say string) {
	return "Left to raise a queen", ""
}

var queenRaised = Row{Kind: "queen_raised", New: func() Act { return new(QueenRaised) }}
