package history

import (
	"slices"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/harvest"
)

// fromDeadOut is the origin of a comb from a dead hive.
const fromDeadOut = "dead-out"

// Bars returns why the honey of a comb may not be sold on a day, by what it was in a hive with.
func (b Believed) Bars(frame string, today day.Day) []harvest.Bar {
	var out []harvest.Bar
	c := b.Combs[frame]
	if c.Fed > 0 {
		out = append(out, harvest.Bar{Cause: harvest.Fed, Since: c.Fed})
	}
	_, treatments := b.With(frame)
	for _, p := range treatments {
		if bars(p, today) {
			out = append(out, barOf(p))
		}
	}
	if c.Origin == fromDeadOut {
		out = append(out, harvest.Bar{Cause: harvest.DeadOut})
	}
	return out
}

// BarsOfAll returns why no honey of the hive may be sold, whatever comb it is in.
func (b Believed) BarsOfAll() []harvest.Bar {
	var out []harvest.Bar
	if b.Health == colony.Suspect {
		out = append(out, harvest.Bar{Cause: harvest.Suspected, Since: b.HealthDay})
	}
	if !b.HistoryKnown {
		out = append(out, harvest.Bar{Cause: harvest.Unknown})
	}
	return out
}

func barOf(p colony.Period) harvest.Bar {
	if p.To == 0 {
		return harvest.Bar{Cause: harvest.TreatmentIn, What: p.What, Since: p.From}
	}
	return harvest.Bar{Cause: harvest.TreatmentOut, What: p.What, Since: p.From, Until: p.Until}
}

// BarsOf returns why a box, taken as a whole, may not be sold on a day: each bar of its combs that hold honey, once.
func (b Believed) BarsOf(box harvest.Box, today day.Day) []harvest.Bar {
	out := b.BarsOfAll()
	for _, c := range box.Combs {
		if c.Fill == 0 {
			continue
		}
		for _, x := range b.Bars(c.ID, today) {
			if x.Cause == harvest.Fed { // of some feeds the last is told
				if i := slices.IndexFunc(out, func(y harvest.Bar) bool { return y.Cause == harvest.Fed }); i >= 0 {
					out[i].Since = max(out[i].Since, x.Since)
					continue
				}
			}
			if !slices.Contains(out, x) {
				out = append(out, x)
			}
		}
	}
	return out
}
