package moves

import (
	"slices"

	"kembo/core/bees"
	"kembo/core/measure"
	"kembo/core/queen"
)

// QueenFound is another queen found than the one who was known: a replacement, or one
// whom the bees raised after a swarm or a loss. She is a daughter of the one before.
type QueenFound struct {
	Queen   string      `json:"queen"` // id
	Year    int         `json:"year,omitempty"`
	Mark    string      `json:"mark,omitempty"`
	Clipped bool        `json:"clipped,omitempty"`
	State   queen.State `json:"state,omitempty"`
	Before  queen.End   `json:"before,omitempty"` // how the one before went, where she was still known
}

// Apply puts her in the place of the one before.
func (a *QueenFound) Apply(h *Hives) error {
	if a.State != queen.NotKnown && !slices.Contains(queen.States, a.State) {
		return wrong("queen", "choose virgin, mated, laying or drone layer")
	}
	x := h.Here()
	mother := x.Queen.ID
	x.Queen = Queen{
		ID: a.Queen, Year: a.Year, Mark: a.Mark, Clipped: a.Clipped, State: a.State, Origin: queen.Raised,
		Mother: mother,
	}
	x.Did.QueenEnd = a.Before
	if a.Before == queen.Here {
		x.Did.QueenEnd = queen.Superseded
	}
	x.queenIs(a.State)
	return nil
}

// queenIs tells the forecast and the calendar how far the queen has come.
func (x *Hive) queenIs(s queen.State) {
	switch s {
	case queen.Unmated:
		x.Did.Waits = queen.Virgin
		x.Did.QueenIn = &bees.Queen{
			Coming: bees.Defaults().QueenPeakLaying, LaysIn: queen.LaysLikely - queen.EmergesAfter,
		}
	case queen.Laying:
		x.Did.LaysIn = 1
	case queen.DroneLayer:
		x.Did.QueenIn = &bees.Queen{} // no worker comes of her
	}
}

// Words says it for the log.
func (a *QueenFound) Words(measure.Units) (title, say string) {
	p := queen.Person{Year: a.Year, Mark: a.Mark, Clipped: a.Clipped, State: a.State}
	return "Another queen found", "A " + p.Words() + "."
}

// Texts returns what a user wrote.
func (a *QueenFound) Texts() []Text { return []Text{{Field: "mark", Text: a.Mark}} }

var queenFound = Row{Kind: "queen_found", New: func() Act { return new(QueenFound) }}
