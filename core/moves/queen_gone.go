package moves

import (
	"slices"

	"kembo/core/measure"
	"kembo/core/queen"
	"kembo/core/words"
)

// QueenGone is a queen who is no longer there: lost, killed by her keeper, refused by
// the bees she was given to.
type QueenGone struct {
	How    queen.End `json:"how"`
	Colony string    `json:"colony,omitempty"` // whose; empty: at which it is noted
	// Raise says that the bees are left to raise another.
	Raise bool `json:"raise,omitempty"`
}

// At returns the colony that it is done to.
func (a *QueenGone) At() string { return a.Colony }

// Apply takes her out of what is known. Where there are eggs or young larvae the
// bees raise another, unless one is given.
func (a *QueenGone) Apply(h *Hives) error {
	if !slices.Contains(queen.Ends, a.How) {
		return wrong("queen", "choose how she went: killed, lost, refused or superseded")
	}
	x := h.At(a.Colony)
	if x == nil {
		return nil
	}
	x.Queen = Queen{}
	x.Did.QueenLost, x.Did.QueenEnd = true, a.How
	if a.Raise {
		x.Did.Waits = queen.Split
	}
	return nil
}

// Words says it for the log.
func (a *QueenGone) Words(measure.Units) (title, say string) {
	say = words.Capital(a.How.Words()) + "."
	if a.Raise {
		say += " They are left to raise another."
	}
	return "Queen gone", say
}

var queenGone = Row{Kind: "queen_gone", New: func() Act { return new(QueenGone) }}
