package harvest

import (
	"fmt"

	"kembo/core/day"
	"kembo/core/words"
)

// Cause is why honey may not be sold, however ripe.
type Cause string

// Causes.
const (
	Fed          Cause = "fed"           // it holds what was fed, and was not seen empty since
	TreatmentIn  Cause = "treatment_in"  // something is in the hive
	TreatmentOut Cause = "treatment_out" // barred until a day, or for as long as no day is noted
	DeadOut      Cause = "dead_out"      // its comb is from a dead hive of which the cause is not known
	Suspected    Cause = "suspected"     // brood of its hive looks sick
	Unknown      Cause = "unknown"       // what was fed and treated with is not on record
)

// Bar is one reason for which honey may not be sold, of a box or of a comb.
type Bar struct {
	Cause Cause
	What  string  // that was fed or put in
	Since day.Day // that it was; 0: not known
	Until day.Day // by the label, that day included; 0: not known
}

// Says returns why, and what lifts it, each a sentence.
func (b Bar) Says() (why, lifts string) {
	what := b.What
	switch b.Cause {
	case Fed:
		return fmt.Sprintf("It holds what was fed on %s: sugar is not honey.", b.Since.Short()),
			"Give it back to the bees; once the combs were seen empty they are free."
	case TreatmentIn:
		return fmt.Sprintf("Since %s it is treated with %s.", b.Since.Short(), orA(what)),
			"It is over when the treatment is out and the days of its label are past."
	case TreatmentOut:
		if b.Until == 0 {
			return fmt.Sprintf("It was treated with %s, and until when the label bars honey is not noted.", orA(what)),
				"Read the label and note the day with the treatment."
		}
		return fmt.Sprintf("It is barred until %s by the label of %s.", b.Until.Short(), orA(what)),
			fmt.Sprintf("It is over on %s.", (b.Until + 1).Short())
	case DeadOut:
		return "Its comb is from a dead hive.", "Note what it died of; brood disease must be ruled out."
	case Suspected:
		return "Brood of this hive looks sick.", "Close it, move nothing, and have the bee inspector see it."
	default:
		return "What it was fed and treated with is not on record.", "Note it, or that there was nothing, at the colony."
	}
}

// orA names what was put in, or that something was.
func orA(what string) string {
	if what == "" {
		return "something"
	}
	return words.Lower(what)
}

// holds reports whether it holds on a day.
func (b Bar) holds(on day.Day) bool { return b.Cause != TreatmentOut || b.Until == 0 || on <= b.Until }
