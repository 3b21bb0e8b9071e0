package moves

import (
	"slices"

	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/words"
)

// Ending is how a colony came to an end, or left the operation.
type Ending struct {
	How  HowEnded `json:"how"`
	Into string   `json:"into,omitempty"` // the colony with which it was united
	Why  string   `json:"why,omitempty"`  // in the keeper's words
}

// HowEnded is the way in which a colony ended.
type HowEnded string

// The ways.
const (
	Died   HowEnded = "died"
	Robbed HowEnded = "robbed"
	Left   HowEnded = "left" // all bees flew off
	Shaken HowEnded = "shaken"
	United HowEnded = "united"
	Sold   HowEnded = "sold"
	Given  HowEnded = "given"
	// Mistake is a colony that never was: it is shown nowhere.
	Mistake HowEnded = "mistake"
)

// HowsEnded are the ways, in the order of a form.
var HowsEnded = []HowEnded{Died, Robbed, Left, Shaken, United, Sold, Given}

// Words says a way: "died", "robbed out".
func (e HowEnded) Words() string {
	switch e {
	case Robbed:
		return "robbed out"
	case Left:
		return "empty, the bees flew off"
	case Shaken:
		return "shaken out"
	case United:
		return "united with another"
	case Given:
		return "given away"
	case Mistake:
		return "entered by mistake"
	}
	return string(e)
}

// Loss reports whether a colony that ended so was lost, and not parted with.
func (e HowEnded) Loss() bool { return e == Died || e == Robbed || e == Left }

// ColonyEnded is a colony that is one no more. Its hive stays where it stands with
// its combs, unless it went with the bees.
type ColonyEnded struct {
	Ending
	Colony string `json:"colony,omitempty"` // whose; empty: at which it is noted
	// WithHive says that its boxes and frames left the operation with it.
	WithHive bool `json:"with_hive,omitempty"`
}

// At returns the colony that it is done to.
func (a *ColonyEnded) At() string { return a.Colony }

// Apply ends it.
func (a *ColonyEnded) Apply(h *Hives) error {
	if a.How != Mistake && !slices.Contains(HowsEnded, a.How) {
		return wrong("how", "choose what became of it")
	}
	x := h.At(a.Colony)
	if x == nil {
		return nil
	}
	e := a.Ending
	x.Did.Ended, x.Did.Emptied = &e, true
	x.Queen = Queen{}
	if a.WithHive {
		x.Stack = hive.Stack{}
	}
	return nil
}

// Words says it for the log.
func (a *ColonyEnded) Words(measure.Units) (title, say string) {
	with := ""
	if a.WithHive {
		with = "with its hive"
	}
	if a.How == "" {
		return "Ended", words.Sentences(with, a.Why)
	}
	return words.Capital(a.How.Words()), words.Sentences(with, a.Why)
}

// Texts returns what a user wrote.
func (a *ColonyEnded) Texts() []Text { return []Text{{Field: "why", Text: a.Why, Long: true}} }

var colonyEnded = Row{Kind: "ended", New: func() Act { return new(ColonyEnded) }}
