package history

import (
	"kembo/core/day"
	"kembo/core/moves"
)

// Entry is one entry of the log.
type Entry struct {
	ID         string
	Colony     string // in whose log it was noted; empty: that which is read
	Day        day.Day
	Seq        int64 // in which it was written, over all logs; 0: not yet written, and after all that were
	Kind       Kind
	Supersedes string // the entry this one corrects or undoes
	Unread     string // why it cannot be read; empty: it can
	// Body is what was entered, of the type that its kind has: see [Kinds]. It is nil
	// for an undo.
	Body any
	// With are the other colonies in whose logs the same entry stands.
	With []string
}

// Done returns the entry of an act done on a day, without an id.
func Done(on day.Day, a moves.Act) Entry {
	kind, _ := moves.All.KindOf(a)
	return Entry{Day: on, Kind: kind, Body: a, With: moves.Colonies(a)}
}

// Look returns the look that was entered, nil where the entry is another kind.
func (e Entry) Look() *Look {
	l, _ := e.Body.(*Look)
	return l
}

// Act returns what was done, nil where the entry is no act.
func (e Entry) Act() moves.Act {
	a, _ := e.Body.(moves.Act)
	return a
}

// Payload returns what is stored of what was entered: its body or, for an undo, an
// empty struct.
func (e Entry) Payload() any {
	if e.Body == nil {
		return struct{}{}
	}
	return e.Body
}
