package history

import (
	"fmt"

	"kembo/core/day"
	"kembo/core/moves"
)

// Ended is how and when a colony ended.
type Ended struct {
	Day   day.Day `json:"day"`
	Entry string  `json:"entry"` // that says so
	moves.Ending
}

// over returns why an entry cannot be one of a colony that has ended; nil where it
// can: combs that were left may be noted, and go to other hives, and one that was lost is
// gone through.
func (w *walker) over(e Entry) error {
	if w.Ended == nil || e.Body == nil {
		return nil
	}
	switch e.Body.(type) {
	case *Combs, *Placed, *DeadOut:
		return nil
	}
	if a := e.Act(); a != nil && onlyOut(a, w.ground.Colony) {
		return nil
	}
	return fmt.Errorf("the colony ended on %s (%s); take that back first", w.Ended.Day.Long(), w.Ended.How.Words())
}

// onlyOut reports whether an act does nothing to a hive but take ware out of it.
func onlyOut(a moves.Act, colony string) bool {
	for _, s := range moves.Steps(a) {
		switch x := s.(type) {
		case *moves.BoxOff:
			continue
		case moves.Between:
			if from, to := x.Hives(); from == to || to == colony {
				return false
			}
		case moves.Elsewhere:
			if x.At() == "" || x.At() == colony {
				return false
			}
		default:
			return false
		}
	}
	return true
}

// united notes at a colony that another was united with it.
func (w *walker) united(a moves.Act, on day.Day) {
	if x, ok := a.(*moves.ColonyEnded); ok && x.How == moves.United && x.Into != "" && x.Into == w.ground.Colony {
		w.TookIn = on
	}
}
