package app

import (
	"fmt"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/ledger"
	"kembo/core/mites"
	"kembo/core/season"
)

// mitesTell is how long a count is told beside a colony. Source: common practice: mites
// double in a month or two.
const mitesTell = 60

// LastMites returns the last count of a colony that tells something of a day, and false
// for none.
func LastMites(b history.Believed, today day.Day) (history.MitesCounted, bool) {
	n := len(b.Mites)
	if n == 0 || today-b.Mites[n-1].Day > mitesTell {
		return history.MitesCounted{}, false
	}
	return b.Mites[n-1], true
}

// scaleWarns is how many days what a scale told is said beside a hive. Source: none: until somebody has likely been there.
const scaleWarns = 7

// scaleSays says what a scale told lately that somebody must see to: that bees left, or honey.
func scaleSays(b history.Believed, today day.Day) []string {
	var out []string
	for _, h := range b.Told {
		if today-h.Day > scaleWarns {
			continue
		}
		switch h.What {
		case ledger.SwarmLeft:
			out = append(out, fmt.Sprintf("Its scale fell by %.1f kg at once on %s: likely a swarm.", -h.Kg, h.Day.Short()))
		case ledger.Robbed:
			out = append(out, fmt.Sprintf("Its scale lost %.1f kg over %s: robbed, or leaking. Make its entrance small.", -h.Kg, h.Day.Short()))
		}
	}
	return out
}

// careOf says what whoever works at a hive must know beside what is to be done: a
// suspicion, what bars its honey, mites over what is set.
func careOf(b history.Believed, y yardDay, set Settings) []string {
	var out []string
	if b.Health == colony.Suspect {
		out = append(out, "Brood suspect since "+b.HealthDay.Short()+": nothing of it moves.")
	}
	out = append(out, b.BarredOn(y.today)...)
	out = append(out, scaleSays(b, y.today)...)
	m, ok := LastMites(b, y.today)
	if !ok || m.Method == history.MethodFall {
		return out
	}
	climate, _ := climateOf(y.Yard) // one that is not known is as the reference
	mark := set.MitesNow(season.Place{Climate: climate, Hemisphere: season.Hemisphere(y.Hemisphere)}.On(m.Day))
	if rate, err := mites.Of(m.Mites, m.Bees); err == nil && rate.Percent > mark {
		out = append(out, fmt.Sprintf("Mites %.1f %% on %s, over %g %%.", rate.Percent, m.Day.Short(), mark))
	}
	return out
}
