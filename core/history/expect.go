package history

import (
	"fmt"
	"slices"

	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/moves"
)

// Expect returns what should be looked at on a day because of what was found and
// done since the last time the hive was opened, as sentences.
func Expect(entries []Entry, on day.Day, u measure.Units) []string {
	live := Live(entries)
	opened := -1
	for i, e := range live {
		if e.Day <= on && e.Look() != nil && opens(e.Look()) {
			opened = i
		}
	}
	if opened < 0 {
		return nil
	}
	var out []string
	if l := live[opened].Look(); l.Queen.Told().NoEggs {
		out = append(out, fmt.Sprintf("No eggs seen on %s: check for eggs.", live[opened].Day.DayMonth()))
	}
	for _, e := range live[opened:] {
		if e.Day > on {
			break
		}
		if t := expectOf(e, int(on-e.Day), u); t != "" {
			out = append(out, t)
		}
	}
	return out
}

// opens reports whether a look opened the hive, and did not only weigh it.
func opens(l *Look) bool {
	for _, b := range l.Boxes {
		if b.Depth != "" && b.Depth != "heft" {
			return true
		}
	}
	return l.Queen.Looked || l.Cells.Check != ""
}

// expectOf says what should be found so many days after something was done.
func expectOf(e Entry, days int, u measure.Units) string {
	a, ok := e.Body.(moves.Expecting)
	if !ok {
		return ""
	}
	return a.Expect(e.Day.DayMonth(), days, u)
}

// LastSeams returns the seams of bees that were last counted in each box of a stack,
// by the last look that counted any; 0 for a box that was not.
func LastSeams(entries []Entry, st hive.Stack) []float64 {
	out := make([]float64, len(st.Boxes))
	for _, e := range slices.Backward(entries) {
		l := e.Look()
		if l == nil {
			continue
		}
		found := false
		for _, b := range l.Boxes {
			if i := st.BoxAt(b.Box); b.Seams != nil && i >= 0 {
				out[i], found = *b.Seams, true
			}
		}
		if found {
			break
		}
	}
	return out
}
