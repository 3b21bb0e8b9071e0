package moves

import (
	"fmt"

	"kembo/core/measure"
)

// BeesMoved is bees shaken or brushed from one hive into another, without combs.
type BeesMoved struct {
	From  string  `json:"from"` // colony
	To    string  `json:"to"`   // colony
	Share float64 `json:"share"`
	How   string  `json:"how,omitempty"` // shaken, brushed
}

// Hives returns the colonies they go between.
func (a *BeesMoved) Hives() (from, to string) { return a.From, a.To }

// Apply takes them out of the one; what the other gets is worked out with it.
func (a *BeesMoved) Apply(h *Hives) error {
	if !(a.Share > 0 && a.Share <= 1) {
		return wrong("bees", "the share of the bees is more than 0 and at most 1, not %g", a.Share)
	}
	if a.From == a.To {
		return wrong("bees", "bees are moved from one hive to another; choose two")
	}
	if from := h.At(a.From); from != nil {
		from.Did.BeesOut, from.Did.FlyBack = a.Share, true
	}
	return nil
}

// Words says it for the log.
func (a *BeesMoved) Words(measure.Units) (title, say string) {
	how := a.How
	if how == "" {
		how = "moved"
	}
	return "Bees moved", fmt.Sprintf("%.0f %% of them %s into another hive.", 100*a.Share, how)
}

var beesMoved = Row{Kind: "bees_moved", New: func() Act { return new(BeesMoved) }}

// Texts returns what a user wrote.
func (a *BeesMoved) Texts() []Text { return []Text{{Field: "bees", Text: a.How}} }
