package history

import (
	"slices"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/moves"
)

// Disease is what may be seen in brood. What it is only who may say it decides.
type Disease string

// What is seen, from what stops all to what costs a little.
const (
	Notifiable Disease = "notifiable" // suspicion of what has to be reported
	Regulated  Disease = "regulated"  // of what local rules deal with
	ChalkBrood Disease = "chalk"
	SacBrood   Disease = "sac"
	OtherBrood Disease = "other"
)

// Diseases are those that can be noted.
var Diseases = []Disease{Notifiable, Regulated, ChalkBrood, SacBrood, OtherBrood}

// Words says what was seen.
func (d Disease) Words() string {
	switch d {
	case Notifiable:
		return "suspicion of a notifiable brood disease"
	case Regulated:
		return "a brood disease under local rules"
	case ChalkBrood:
		return "chalk brood"
	case SacBrood:
		return "sac brood"
	}
	return "something else in the brood"
}

// Stops reports whether all work at a hive stops until somebody who may say so has
// looked.
func (d Disease) Stops() bool { return d == Notifiable || d == Regulated }

// Inspection is a look at the brood for disease, and at the bees for breeding. What is
// empty was as usual.
type Inspection struct {
	Full    bool      `json:"full,omitempty"` // every brood comb, bees shaken off
	Found   []Disease `json:"found,omitempty"`
	Temper  string    `json:"temper,omitempty"`  // gentle, sharp
	Calm    string    `json:"calm,omitempty"`    // calm, running
	Pattern string    `json:"pattern,omitempty"` // closed, spotty
	Note    string    `json:"note,omitempty"`
}

// Inspected is an inspection as it stands in the log.
type Inspected struct {
	Day   day.Day `json:"day"`
	Entry string  `json:"entry"`
	Inspection
}

func (i *Inspection) apply(b *walker, e Entry) error {
	for _, d := range i.Found {
		if !slices.Contains(Diseases, d) {
			return &moves.Error{Field: "found", Say: "choose what was seen from the list"}
		}
	}
	for _, t := range []struct {
		field, value string
		of           []string
	}{
		{"temper", i.Temper, []string{"", "gentle", "sharp"}}, {"calm", i.Calm, []string{"", "calm", "running"}},
		{"pattern", i.Pattern, []string{"", "closed", "spotty"}},
	} {
		if !slices.Contains(t.of, t.value) {
			return &moves.Error{Field: t.field, Say: "choose one of the words"}
		}
	}
	switch {
	case slices.ContainsFunc(i.Found, Disease.Stops):
		b.Health, b.HealthDay = colony.Suspect, e.Day
	case i.Full: // chalk and sac brood cost, and stop nothing
		b.Health, b.HealthDay = colony.Healthy, e.Day
	}
	b.Inspections = append(b.Inspections, Inspected{e.Day, e.ID, *i})
	return nil
}

// Texts returns what a user wrote.
func (i *Inspection) Texts() []moves.Text {
	return []moves.Text{{Field: "note", Text: i.Note, Long: true}}
}

// FullsIn returns how many full inspections there were in a year.
func (b Believed) FullsIn(year int) int {
	n := 0
	for _, i := range b.Inspections {
		if i.Full && i.Day.Time().Year() == year {
			n++
		}
	}
	return n
}
