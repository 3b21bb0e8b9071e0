package moves

import (
	"fmt"

	"kembo/core/measure"
)

// StoresMoved is stores that stay in a hive though a box of it leaves: they are on combs that were hung in other boxes, and
// which those are nobody noted.
type StoresMoved struct {
	Kg float64 `json:"kg"`
}

// mostMovedKg is the most that is moved over so. Source: common practice: more stays where it is.
const mostMovedKg = 30

// Apply keeps them.
func (a *StoresMoved) Apply(h *Hives) error {
	if !(a.Kg > 0 && a.Kg <= mostMovedKg) {
		return wrong("stores", "stores that are moved over are more than 0 and at most %d kg, not %g", mostMovedKg, a.Kg)
	}
	h.Here().Did.FeedKg += a.Kg
	return nil
}

// Words says it for the log.
func (a *StoresMoved) Words(u measure.Units) (title, say string) {
	return "Stores moved over", fmt.Sprintf("About %s %s of its stores hang in the other boxes.",
		measure.Digits(u.Mass.In(a.Kg), 2), u.Mass.Name)
}

var storesMoved = Row{Kind: "stores_moved", New: func() Act { return new(StoresMoved) }}
