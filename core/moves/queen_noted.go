package moves

import (
	"fmt"
	"slices"

	"kembo/core/measure"
	"kembo/core/queen"
	"kembo/core/words"
)

// QueenNoted is what was seen of the queen who is there, or done to her: marked,
// clipped, accepted, laying. What is nil or empty is as it was.
type QueenNoted struct {
	Year     *int         `json:"year,omitempty"`
	Mark     *string      `json:"mark,omitempty"`
	Clipped  *bool        `json:"clipped,omitempty"`
	State    queen.State  `json:"state,omitempty"`
	Accepted bool         `json:"accepted,omitempty"`
	Origin   queen.Origin `json:"origin,omitempty"`
	Source   *string      `json:"source,omitempty"`
	Queen    string       `json:"queen,omitempty"` // id, for one who has none yet
}

// Apply notes it.
func (a *QueenNoted) Apply(h *Hives) error {
	if a.State != queen.NotKnown && !slices.Contains(queen.States, a.State) {
		return wrong("queen", "choose virgin, mated, laying or drone layer")
	}
	x := h.Here()
	q := &x.Queen
	if q.ID == "" {
		q.ID = a.Queen
	}
	if a.Year != nil {
		q.Year = *a.Year
	}
	if a.Mark != nil {
		q.Mark = *a.Mark
	}
	if a.Clipped != nil {
		q.Clipped = *a.Clipped
	}
	if a.Origin != queen.FromNotKnown {
		q.Origin = a.Origin
	}
	if a.Source != nil {
		q.Source = *a.Source
	}
	if a.Accepted {
		x.Did.Accepted, q.Caged = true, false
	}
	if a.State != queen.NotKnown && a.State != q.State {
		q.State = a.State
		q.Caged = q.Caged && a.State != queen.Laying
		x.queenIs(a.State)
	}
	return nil
}

// Words says it for the log.
func (a *QueenNoted) Words(measure.Units) (title, say string) {
	var out []string
	if a.Accepted {
		out = append(out, "accepted")
	}
	if a.State != queen.NotKnown {
		out = append(out, a.State.Words())
	}
	if a.Mark != nil && *a.Mark != "" {
		out = append(out, "marked "+*a.Mark)
	}
	if a.Clipped != nil && *a.Clipped {
		out = append(out, "clipped")
	}
	if a.Year != nil && *a.Year > 0 {
		out = append(out, fmt.Sprintf("of %d", *a.Year))
	}
	if len(out) == 0 {
		return "Queen", ""
	}
	return "Queen", words.Capital(words.List(out...)) + "."
}

// Texts returns what a user wrote.
func (a *QueenNoted) Texts() []Text {
	var out []Text
	for field, t := range map[string]*string{"mark": a.Mark, "from": a.Source} {
		if t != nil {
			out = append(out, Text{Field: field, Text: *t})
		}
	}
	return out
}

var queenNoted = Row{Kind: "queen_noted", New: func() Act { return new(QueenNoted) }, Ways: []Way{{
	Code: "queen_clipped", Sheet: true, One: "the queen’s wing clipped",
	Exact: func(h Hive, _ Said, id func() string) ([]Act, error) {
		if h.Queen.Clipped {
			return nil, wrong("queen", "her wing is clipped already")
		}
		yes, a := true, &QueenNoted{}
		if a.Clipped = &yes; h.Queen.ID == "" {
			a.Queen = id()
		}
		return []Act{a}, nil
	},
}}}
