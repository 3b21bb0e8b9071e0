package history

import (
	"fmt"
	"strconv"

	"kembo/core/day"
	"kembo/core/words"
)

// barredUnknown is how long it is told that the days of a label are not noted.
// Source: none; longer than most labels.
const barredUnknown = 180

// BarredOn says what bars the honey on a hive on a day, and until when; none where
// nothing does, as far as the log knows.
func (b Believed) BarredOn(today day.Day) []string {
	var out []string
	for _, t := range b.Treatments {
		what := words.Capital(t.What)
		switch {
		case t.To == 0:
			out = append(out, what+" is in since "+t.From.Short()+": the honey on this hive is barred.")
		case t.Until == 0 && today-t.To < barredUnknown:
			out = append(out, what+" came out on "+t.To.Short()+", and until when its label bars honey is not noted.")
		case t.Until >= today:
			out = append(out, "Honey is barred until "+t.Until.Long()+", by the label of "+t.What+".")
		}
	}
	if say := b.fedSay(); say != "" {
		out = append(out, say)
	}
	return out
}

// fedSay names the supers that hold what was fed; "" for none.
func (b Believed) fedSay() string {
	var names []string
	var last day.Day
	super := 0
	for _, box := range b.Stack.Boxes {
		if !box.Super {
			continue
		}
		super++
		if f := b.fedIn(box); f.N > 0 {
			names, last = append(names, strconv.Itoa(super)), max(last, f.Day)
		}
	}
	switch len(names) {
	case 0:
		return ""
	case 1:
		return fmt.Sprintf(
			"Super %s holds what was fed on %s: no honey until it has been seen empty.", names[0], last.Short(),
		)
	}
	return fmt.Sprintf(
		"Supers %s hold what was fed up to %s: no honey until they have been seen empty.", words.List(names...),
		last.Short(),
	)
}
