package moves

import (
	"kembo/core/measure"
	"kembo/core/queen"
)

// QueenMoved is a queen taken from one hive to another; with an empty To she is
// taken away.
type QueenMoved struct {
	Queen string `json:"queen,omitempty"` // id, where it is known
	From  string `json:"from"`            // colony
	To    string `json:"to,omitempty"`    // colony
}

// Hives returns the colonies she goes between; none where she is taken away.
func (a *QueenMoved) Hives() (from, to string) {
	if a.To == "" {
		return "", ""
	}
	return a.From, a.To
}

// Apply takes her; where she comes from a hive that is not known, nothing but her
// id is.
func (a *QueenMoved) Apply(h *Hives) error {
	if a.From == a.To {
		return wrong("queen", "she goes from one hive to another; choose two")
	}
	q := Queen{ID: a.Queen}
	if from := h.At(a.From); from != nil {
		if a.Queen == "" || from.Queen.ID == a.Queen {
			q = from.Queen
		}
		from.Queen = Queen{}
		from.Did.QueenOut, from.Did.QueenEnd, from.Did.Waits = true, queen.Moved, queen.Split
	}
	if a.To == "" {
		return nil
	}
	if to := h.At(a.To); to != nil {
		to.Queen = q
		to.Did.QueenEnd = queen.Lost // of one who was still thought to be there
	}
	return nil
}

// Words says it for the log.
func (a *QueenMoved) Words(measure.Units) (title, say string) {
	if a.To == "" {
		return "Queen taken", ""
	}
	return "Queen moved", "To another hive."
}

var queenMoved = Row{Kind: "queen_moved", New: func() Act { return new(QueenMoved) }}
