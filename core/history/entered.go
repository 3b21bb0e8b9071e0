package history

import (
	"kembo/core/colony"
	"kembo/core/look"
	"kembo/core/moves"
)

// Look is a look as entered.
type Look struct {
	Boxes  []BoxLook `json:"boxes"`
	Queen  Queen     `json:"queen"`
	Cells  Cells     `json:"cells"`
	Health string    `json:"health,omitempty"`
	Note   string    `json:"note,omitempty"`
	// WhiteWax is yes, no, or empty for not looked.
	WhiteWax string  `json:"white_wax,omitempty"`
	Weight   *Weight `json:"weight,omitempty"`
	// Insisted names the questions that were asked of this look and answered
	// with "it is so".
	Insisted []string `json:"insisted,omitempty"`
}

// Weight is the whole hive, weighed or hefted, in the unit it was read in.
type Weight struct {
	How   string  `json:"how"` // scale, sides, side, feel
	Value float64 `json:"value,omitempty"`
	Other float64 `json:"other,omitempty"` // the other side
	Unit  string  `json:"unit,omitempty"`  // kg or lb; empty: kg
	Heft  string  `json:"heft,omitempty"`  // light, fair, heavy
}

// BoxLook is one box of a look. Faces are as entered, in shorthand or zones.
type BoxLook struct {
	Box    string       `json:"box"`
	Depth  string       `json:"depth,omitempty"` // boxes, faces, or empty
	Below  bool         `json:"below,omitempty"` // seams were counted from below
	Outer  string       `json:"outer,omitempty"` // bees on the outer frames: yes, no
	State  string       `json:"state,omitempty"` // of a super at a glance
	Heft   string       `json:"heft,omitempty"`
	Value  float64      `json:"value,omitempty"` // the box on a scale
	Unit   string       `json:"unit,omitempty"`
	Counts *look.Counts `json:"counts,omitempty"`
	Faces  [][2]string  `json:"faces,omitempty"`
	Seams  *float64     `json:"seams,omitempty"`
	// Expected says that the seams are those Kembo expected, accepted as they were.
	Expected bool `json:"expected,omitempty"`
}

// Queen is what was found of her. Only what was touched is true.
type Queen struct {
	Looked bool `json:"looked,omitempty"`
	Seen   bool `json:"seen,omitempty"`
	Eggs   bool `json:"eggs,omitempty"`
	Larvae bool `json:"larvae,omitempty"`
	Capped bool `json:"capped,omitempty"`
	// Each says that each stage speaks for itself: seen, looked for and not there, or not
	// looked for. Without it, as looks were entered at first, what was not seen was not
	// there.
	Each     bool `json:"each,omitempty"`
	NoEggs   bool `json:"no_eggs,omitempty"`
	NoLarvae bool `json:"no_larvae,omitempty"`
	NoCapped bool `json:"no_capped,omitempty"`
	// Several says where several eggs lay in a cell: walls or bottom; empty for not noted.
	Several string `json:"several,omitempty"`
}

// Told returns q with each stage speaking for itself.
func (q Queen) Told() Queen {
	q.Looked = q.Looked || q.Seen || q.Eggs || q.Larvae || q.Capped || q.NoEggs || q.NoLarvae || q.NoCapped ||
		q.Several != ""
	if q.Looked && !q.Each {
		q.Each, q.NoEggs, q.NoLarvae, q.NoCapped = true, !q.Eggs, !q.Larvae, !q.Capped
	}
	return q
}

// evidence returns what was found, for the core.
func (q Queen) evidence() colony.QueenEvidence {
	q = q.Told()
	return colony.QueenEvidence{
		Looked: q.Looked, Seen: q.Seen, Eggs: q.Eggs, Larvae: q.Larvae, Capped: q.Capped,
		EggsUnlooked: !q.Eggs && !q.NoEggs, LarvaeUnlooked: !q.Larvae && !q.NoLarvae,
		CappedUnlooked: !q.Capped && !q.NoCapped, ManyEggs: q.Several,
	}
}

// Cells is the check for queen cells that went with a look.
type Cells struct {
	Check   string `json:"check,omitempty"` // complete, partial, or empty
	Charged int    `json:"charged,omitempty"`
	Capped  int    `json:"capped,omitempty"`
	Cups    int    `json:"cups,omitempty"`     // dry
	WithEgg int    `json:"with_egg,omitempty"` // cups with an egg
	Emerged int    `json:"emerged,omitempty"`
	Torn    int    `json:"torn_down,omitempty"`
	Where   string `json:"where,omitempty"` // edge, face, both
}

// Texts returns what a user wrote.
func (l *Look) Texts() []moves.Text { return []moves.Text{{Field: "note", Text: l.Note, Long: true}} }
