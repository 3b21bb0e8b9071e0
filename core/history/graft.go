package history

import (
	"fmt"

	"kembo/core/day"
	"kembo/core/moves"
)

// Graft is larvae grafted into a hive that builds the cells, or, with Of, how many of them were taken.
type Graft struct {
	Cells  int    `json:"cells"`
	Of     string `json:"of,omitempty"`     // entry of a graft: so many of its cells were taken
	Mother string `json:"mother,omitempty"` // id of the queen whose larvae they are
	From   string `json:"from,omitempty"`   // in the keeper's words
}

// MostCells is the most cells of one graft. Source: common practice: thirty to a builder, two bars more at most.
const MostCells = 120

// Grafted is a graft as it stands in the log.
type Grafted struct {
	Entry string
	Day   day.Day
	Graft
	Taken int // -1: nobody has looked yet
}

func (g *Graft) apply(b *walker, e Entry) error {
	least := 1
	if g.Of != "" {
		least = 0
	}
	if g.Cells < least || g.Cells > MostCells {
		return &moves.Error{Field: "cells", Say: fmt.Sprintf("say how many, %d to %d", least, MostCells)}
	}
	if g.Of == "" {
		b.Grafts = append(b.Grafts, Grafted{e.ID, e.Day, *g, -1})
		return nil
	}
	for i := range b.Grafts {
		x := &b.Grafts[i]
		if x.Entry != g.Of {
			continue
		}
		if g.Cells > x.Cells {
			return &moves.Error{Field: "cells", Say: fmt.Sprintf("%d were grafted; no more than that can be taken", x.Cells)}
		}
		x.Taken = g.Cells
		return nil
	}
	return &moves.Error{Field: "graft", Say: "that graft is not in this hive’s log"}
}

// Texts returns what a user wrote.
func (g *Graft) Texts() []moves.Text { return []moves.Text{{Field: "from", Text: g.From}} }
