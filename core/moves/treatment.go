package moves

import (
	"fmt"
	"slices"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/measure"
	"kembo/core/mites"
	"kembo/core/words"
)

// Treatment is a treatment put in; To is the day it came out, 0 while it is in.
type Treatment struct {
	What        string    `json:"what"`           // the product, as its keeper names it
	From        day.Day   `json:"from,omitempty"` // 0: the entry's day
	To          day.Day   `json:"to,omitempty"`
	HoneyBarred day.Day   `json:"honey_barred_until,omitempty"`
	Class       Substance `json:"substance,omitempty"`
	Batch       string    `json:"batch,omitempty"`
	Dose        string    `json:"dose,omitempty"` // as in "2 strips"
	How         string    `json:"how,omitempty"`  // as in "trickled"
	Why         string    `json:"why,omitempty"`  // as in "8 mites in 300"
	By          string    `json:"by,omitempty"`   // who gave it
	BarDays     int       `json:"bar_days,omitempty"`
}

// Substance is the class of what works in a treatment.
type Substance string

// The classes, as a medicine book has them. Source: values F, common practice.
const (
	NotNamed   Substance = ""
	Formic     Substance = "formic acid"
	Oxalic     Substance = "oxalic acid"
	Thymol     Substance = "thymol"
	Pyrethroid Substance = "pyrethroid"
	Amidine    Substance = "amidine"
	Organophos Substance = "organophosphate"
	HopAcids   Substance = "hop acids"
	Antibiotic Substance = "antibiotic"
	Biotech    Substance = "no substance" // brood taken out, the queen caged
	Another    Substance = "another"
)

// Substances are the classes in the order of a form.
var Substances = []Substance{
	Formic, Oxalic, Thymol, Pyrethroid, Amidine, Organophos, HopAcids, Antibiotic, Biotech, Another,
}

// mostBarDays is the longest that a label bars honey. Source: none; more than any
// that is known of.
const mostBarDays = 400

// Apply puts it in, or notes when it came out.
func (a *Treatment) Apply(h *Hives) error {
	if a.Class != NotNamed && !slices.Contains(Substances, a.Class) {
		return wrong("substance", "%q is not a class of substance; choose one of the list", a.Class)
	}
	if a.BarDays < 0 || a.BarDays > mostBarDays {
		return wrong("days barred", "a label bars honey for 0 to %d days", mostBarDays)
	}
	if a.To != 0 && a.From != 0 && a.To < a.From {
		return wrong("out", "it comes out after it went in, on %s", a.From.Long())
	}
	until := a.HoneyBarred
	if until == 0 && a.To != 0 && a.BarDays > 0 {
		until = a.To + day.Day(a.BarDays)
	}
	did := &h.Here().Did
	did.Treated = &colony.Period{What: a.What, From: a.From, To: a.To, Until: until}
	did.Against, _ = mites.ClassFor(string(a.Class))
	return nil
}

// Words says it for the log.
func (a *Treatment) Words(measure.Units) (title, say string) {
	say = words.Capital(a.What)
	for _, t := range []string{a.Dose, a.How} {
		if t != "" {
			say += ", " + t
		}
	}
	if a.Batch != "" {
		say += ", batch " + a.Batch
	}
	if a.To != 0 {
		return "Treated", fmt.Sprintf("%s, out %s.", say, a.To.DayMonth())
	}
	return "Treatment in", say + "."
}

// Expect says that it comes out.
func (a *Treatment) Expect(when string, _ int, _ measure.Units) string {
	if a.To != 0 {
		return ""
	}
	return fmt.Sprintf("%s in since %s: out when its label says.", a.What, when)
}

var treatment = Row{Kind: "treatment", New: func() Act { return new(Treatment) }}

// Texts returns what a user wrote.
func (a *Treatment) Texts() []Text {
	return []Text{
		{Field: "treatment", Text: a.What}, {Field: "batch", Text: a.Batch}, {Field: "dose", Text: a.Dose},
		{Field: "how given", Text: a.How}, {Field: "why", Text: a.Why}, {Field: "by", Text: a.By},
	}
}
