package history

import (
	"fmt"
	"slices"
	"strconv"

	"kembo/core/colony"
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
	if p, ok := b.treatedElsewhere(today); ok {
		say := "Combs above the nest were in another hive with " + p.What + ": "
		if p.Until > 0 {
			out = append(out, say+"barred until "+p.Until.Long()+", by its label.")
		} else {
			out = append(out, say+"until when its label bars them is not noted.")
		}
	}
	if say := b.fedSay(); say != "" {
		out = append(out, say)
	}
	return out
}

// bars reports whether a treatment that is out bars honey on a day still.
func bars(p colony.Period, today day.Day) bool {
	return p.To == 0 || p.Until >= today || p.Until == 0 && today-p.To < barredUnknown
}

// treatedElsewhere returns the treatment that bars combs above the nest the longest, of
// those they were in another hive with.
func (b Believed) treatedElsewhere(today day.Day) (worst colony.Period, ok bool) {
	for _, p := range b.CombTreatments() {
		if bars(p, today) && (!ok || worst.Until != 0 && (p.Until == 0 || p.Until > worst.Until)) {
			worst, ok = p, true
		}
	}
	return worst, ok
}

// CombTreatments returns the treatments that combs above the nest were in other hives
// with.
func (b Believed) CombTreatments() []colony.Period {
	var out []colony.Period
	for _, box := range b.Stack.Boxes {
		for _, f := range box.Frames {
			for _, p := range b.Combs[f.ID].Treatments {
				if box.Super && !slices.Contains(out, p) {
					out = append(out, p)
				}
			}
		}
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
