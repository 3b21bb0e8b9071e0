package moves

import (
	"fmt"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/measure"
	"kembo/core/words"
)

// Treatment is a treatment put in; To is the day it came out, 0 while it is in.
type Treatment struct {
	What        string  `json:"what"`
	From        day.Day `json:"from,omitempty"` // 0: the entry's day
	To          day.Day `json:"to,omitempty"`
	HoneyBarred day.Day `json:"honey_barred_until,omitempty"`
}

// Apply puts it in, or notes when it came out.
func (a *Treatment) Apply(h *Hives) error {
	h.Here().Did.Treated = &colony.Period{What: a.What, From: a.From, To: a.To, Until: a.HoneyBarred}
	return nil
}

// Words says it for the log.
func (a *Treatment) Words(measure.Units) (title, say string) {
	if a.To != 0 {
		return "Treated", fmt.Sprintf("%s, out %s.", words.Capital(a.What), a.To.DayMonth())
	}
	return "Treatment in", words.Capital(a.What) + "."
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
func (a *Treatment) Texts() []Text { return []Text{{Field: "treatment", Text: a.What}} }
