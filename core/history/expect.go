package history

import (
	"fmt"

	"kembo/core/day"
	"kembo/core/measure"
)

// Days after which something done shows. Source: common practice, no source:
// a queen lays in empty comb beside her nest within days, capped brood stands in
// it after nine; bees take a super of drawn comb into use within days.
const (
	eggsAfter  = 3
	broodAfter = 9
	usedAfter  = 4
)

// Expect returns what should be looked at on a day because of what was found and
// done since the last time the hive was opened, as sentences.
func Expect(entries []Entry, on day.Day, u measure.Units) []string {
	live := Live(entries)
	opened := -1
	for i, e := range live {
		if e.Day <= on && e.Look != nil && opens(e.Look) {
			opened = i
		}
	}
	if opened < 0 {
		return nil
	}
	var out []string
	if l := live[opened].Look; l.Queen.Looked && !l.Queen.Eggs {
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

func expectOf(e Entry, days int, u measure.Units) string {
	when := e.Day.DayMonth()
	switch {
	case e.Swap != nil:
		what := "combs of honey swapped"
		if len(e.Swap.Out) == 1 {
			what = "comb of honey swapped"
		}
		return fmt.Sprintf("%d %s on %s: expect %s.", len(e.Swap.Out), what, when, laidIn(days))
	case e.BoxOn != nil && e.BoxOn.Box.Super:
		if days < usedAfter {
			return fmt.Sprintf("Super put on %s: they are just finding it.", when)
		}
		if e.BoxOn.Box.Drawn {
			return fmt.Sprintf("Super put on %s: expect bees and nectar in it.", when)
		}
		return fmt.Sprintf("Super put on %s: expect them drawing it if a flow is on.", when)
	case e.BoxOn != nil:
		return fmt.Sprintf("Box put on the nest on %s: expect %s.", when, laidIn(days))
	case e.Feed != nil:
		return fmt.Sprintf("Fed %s of sugar on %s: expect it taken down.", u.Write(measure.Mass, e.Feed.Kg), when)
	case e.Treatment != nil && e.Treatment.To == 0:
		return fmt.Sprintf("%s in since %s: out when its label says.", e.Treatment.What, when)
	case e.Arranged != nil && e.Arranged.NestTurned:
		return fmt.Sprintf("Nest turned on %s: expect brood in both boxes.", when)
	}
	return ""
}

// laidIn says what stands in comb that was given to the nest some days ago.
func laidIn(days int) string {
	switch {
	case days < eggsAfter:
		return "nothing in them yet"
	case days < broodAfter:
		return "eggs in them"
	}
	return "brood in them by now"
}
