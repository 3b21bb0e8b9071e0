package moves

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/measure"
	"kembo/core/queen"
)

// QueenGiven is a queen given from outside the operation, or from a cell: laying, a
// virgin, or a ripe cell.
type QueenGiven struct {
	Queen   string       `json:"queen,omitempty"` // id
	Year    int          `json:"year,omitempty"`
	Clipped bool         `json:"clipped,omitempty"`
	Virgin  bool         `json:"virgin,omitempty"`
	Caged   bool         `json:"caged,omitempty"`
	Cell    bool         `json:"cell,omitempty"` // a ripe cell, not a queen
	Mark    string       `json:"mark,omitempty"`
	Origin  queen.Origin `json:"origin,omitempty"`
	Mother  string       `json:"mother,omitempty"` // id of a queen
	Source  string       `json:"source,omitempty"` // in the keeper's words
	Graft   string       `json:"graft,omitempty"`  // entry of the graft that the cell is of
}

// beginsAfter is the days until a mated queen who was given lays: she is let out of
// her cage in three or four, and begins in as many. Source: common practice.
const beginsAfter = 7

// Apply gives her.
func (a *QueenGiven) Apply(h *Hives) error {
	x := h.Here()
	x.Queen = Queen{
		ID: a.Queen, Year: a.Year, Clipped: a.Clipped, Caged: a.Caged, Mark: a.Mark, Origin: a.Origin,
		Mother: a.Mother, Source: a.Source, State: queen.Mated,
	}
	x.Did.QueenEnd = queen.Lost // of one who was still thought to be there
	q := bees.Queen{Coming: bees.Defaults().QueenPeakLaying, LaysIn: beginsAfter}
	x.Did.Waits = queen.GivenIn
	switch {
	case a.Cell:
		x.Queen.State, x.Did.Waits = queen.Ripe, queen.Sealed
		q.LaysIn = float64(queen.LaysLikely - queen.CappedAfter)
	case a.Virgin:
		x.Queen.State, x.Did.Waits = queen.Unmated, queen.Virgin
		q.LaysIn = float64(queen.LaysUntil - queen.EmergesAfter)
	case a.Caged:
		x.Did.Waits = queen.InCage
	}
	// Bees eat a given queen free, so her cage does not keep her from laying: the days
	// until she lays hold that.
	q.Odds = queen.Waiting{For: x.Did.Waits}.Odds()
	x.Did.QueenIn = &q
	return nil
}

// Words says it for the log.
func (a *QueenGiven) Words(measure.Units) (title, say string) {
	title = "Queen given"
	kind := "Mated"
	switch {
	case a.Cell:
		title, kind = "Queen cell given", "Ripe"
	case a.Virgin:
		kind = "A virgin"
	}
	if a.Caged {
		kind += ", in a cage"
	}
	if a.Year > 0 {
		kind += fmt.Sprintf(", of %d", a.Year)
	}
	if a.Mark != "" {
		kind += ", marked " + a.Mark
	}
	if a.Source != "" {
		kind += ", " + a.Source
	}
	return title, kind + "."
}

// Expect says when to look for her eggs.
func (a *QueenGiven) Expect(when string, days int, _ measure.Units) string {
	if days < beginsAfter {
		return fmt.Sprintf("Queen given on %s: leave her be, look for eggs after a week.", when)
	}
	return fmt.Sprintf("Queen given on %s: expect eggs.", when)
}

var queenGiven = Row{Kind: "queen_given", New: func() Act { return new(QueenGiven) }}

// Texts returns what a user wrote.
func (a *QueenGiven) Texts() []Text {
	return []Text{{Field: "mark", Text: a.Mark}, {Field: "from", Text: a.Source}}
}
