package plan

import (
	"strings"

	"kembo/core/hive"
)

// Need is something to load for a step.
type Need struct {
	What  string  `json:"what"`         // as in "drawn super"
	Of    string  `json:"of,omitempty"` // the box that it is or fits, by its full name
	Count float64 `json:"count"`
	Unit  string  `json:"unit,omitempty"` // "kg", "L" or none
	// What each is made of, for who looks it up in store.
	Box     string  `json:"box,omitempty"`      // key of the format of a box
	Frame   string  `json:"frame,omitempty"`    // name of the format of its combs
	Combs   int     `json:"combs,omitempty"`    // in each
	Drawn   bool    `json:"drawn,omitempty"`    // they are drawn; else foundation
	Nest    bool    `json:"nest,omitempty"`     // they go into a nest, where dark ones do as well
	SugarKg float64 `json:"sugar_kg,omitempty"` // in all of it
	Kg      float64 `json:"kg,omitempty"`       // it weighs, where that is not told by its parts
}

// ExcluderNeed is what an excluder is called on a load.
const ExcluderNeed = "excluder"

// boxNeed is boxes with their combs.
func boxNeed(what string, f hive.BoxFormat, n, combs int, drawn, nest bool) Need {
	return Need{
		What: what, Of: f.Name, Count: float64(n), Box: f.Key, Frame: f.Frame.Name, Combs: combs, Drawn: drawn, Nest: nest,
	}
}

// combNeed is combs for a nest.
func combNeed(what string, f hive.BoxFormat, n int, drawn bool) Need {
	return Need{What: what, Count: float64(n), Frame: f.Frame.Name, Combs: 1, Drawn: drawn, Nest: true}
}

// InFoundation is the name of a load of drawn combs as one of foundation.
func InFoundation(what string) string { return strings.Replace(what, "drawn", "foundation", 1) }
