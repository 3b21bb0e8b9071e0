package history

import (
	"fmt"

	"kembo/core/colony"
	"kembo/core/forecast"
	"kembo/core/measure"
	"kembo/core/queen"
	"kembo/core/season"
)

// checks says what is known of brood health and of the checks for cells,
// each with its day; not looked is said, never taken for healthy or none.
func (b Believed) checks() []string {
	out := []string{"Brood health: not looked at."}
	switch b.Health {
	case colony.Healthy:
		out[0] = "Brood found healthy on " + b.HealthDay.Short() + "."
	case colony.Suspect:
		out[0] = "Brood found suspect on " + b.HealthDay.Short() + "."
	}
	check := "Queen cells: never checked."
	if b.CellCheckDay != 0 {
		check = "Every comb checked for queen cells on " + b.CellCheckDay.Short() + "."
	}
	if b.PartialDay > b.CellCheckDay {
		check += " Some combs on " + b.PartialDay.Short() + ", which does not count as a check."
	}
	return append(out, check)
}

// Findings says what is known of brood health, the queen and her cells, and what
// follows from the calendar; nothing of a hive that was never looked into.
func (b Believed) Findings(now season.Moment, u measure.Units) []string {
	e := b.Estimate
	if e == nil {
		return nil
	}
	out := append(b.surprised(u), b.checks()...)
	for _, x := range b.Unknown {
		from := x.From
		if x.Name != "" {
			from = x.Name
		}
		out = append(
			out,
			fmt.Sprintf(
				"On %s it got %s from %s, of which nothing is known: what came is not known, and neither is with "+
					"what it was fed or treated.",
				x.Day.Short(), x.What, from,
			),
		)
	}
	if year := b.QueenYear; year > 0 {
		out = append(out, fmt.Sprintf("Her year is %d: the mark is %s.", year, queen.Colour(year)))
	}
	q := e.Queen
	ev := q.Evidence(now.Swarming())
	if stop, ok := queen.LastLaid(ev); ok && season.LayingExpected.Has(now) {
		switch {
		case stop.Resumed:
			out = append(
				out,
				fmt.Sprintf("Eggs but no open brood on %s: laying began about %s.", ev.On.Short(), stop.From.Short()),
			)
		case q.Unlaid > 0 && q.Unlaid < stop.To:
			out = append(
				out,
				fmt.Sprintf("No eggs on %s: the last one was laid on %s or before.", ev.On.Short(), q.Unlaid.Short()),
			)
		case stop.Open:
			out = append(
				out,
				fmt.Sprintf(
					"No brood of any age on %s: the last egg was laid on %s or before.", ev.On.Short(),
					stop.To.Short(),
				),
			)
		default:
			out = append(
				out,
				fmt.Sprintf(
					"The last egg was laid between %s and %s, by the youngest brood seen.", stop.From.Short(),
					stop.To.Short(),
				),
			)
		}
	}
	ev.On = q.CellsDay
	r, ok := queen.ReadCells(ev)
	if !ok {
		return out
	}
	word, p := r.Intent.Likely()
	sure := "about as likely as not"
	switch {
	case p >= 0.85:
		sure = "fairly sure"
	case p >= 0.6:
		sure = fmt.Sprintf("%.0f chances in 10", 10*p)
	}
	if r.Begun {
		return append(out, fmt.Sprintf(
			"%d cups with an egg on %s, in season the beginning of a swarm: the first may be capped on %s. They often take such "+
				"eggs out again.",
			q.CupsWithEgg, ev.On.Short(), (ev.On+queen.CappedAfter-queen.HatchesAfter).Short(),
		))
	}
	out = append(out, fmt.Sprintf("%s of %s read as %s, %s.", cellWords(q), ev.On.Short(), word, sure))
	if r.Out {
		out = append(
			out,
			fmt.Sprintf(
				"One has emerged: look for first eggs from %s, usually by %s. Keep out while she flies.",
				r.EggsFrom.Short(), r.EggsBy.Short(),
			),
		)
	} else {
		out = append(
			out,
			fmt.Sprintf(
				"A queen may come out from %s, by %s at the latest; first eggs %s to %s.", r.Emerges.Short(),
				r.EmergesBy.Short(), r.EggsFrom.Short(), r.EggsBy.Short(),
			),
		)
	}
	return out
}

func cellWords(q colony.QueenEvidence) string {
	n := q.ChargedCells + q.CappedCells + q.EmergedCells
	where := map[string]string{
		"edge": " at the edges", "face": " on the face of the comb", "both": " at edges and on the face",
	}[q.CellsAt]
	if n == 1 {
		return "1 queen cell" + where
	}
	return fmt.Sprintf("%d queen cells%s", n, where)
}

// surprised tells a last look that no forecast from the one before could have led
// to: what was expected, what was found, and what such a thing may be.
func (b Believed) surprised(u measure.Units) []string {
	if u.Name == "" {
		u = measure.Systems[0]
	}
	stores := u.Mass.Name + " of stores"
	n := len(b.Surprises)
	if n == 0 || b.Estimate == nil || b.Surprises[n-1].Day != b.Estimate.Day {
		return nil
	}
	s := b.Surprises[n-1]
	var out []string
	for _, t := range s.Tests {
		name, may := "", ""
		low := t.Found < t.Expected.Low
		switch t.Of {
		case forecast.OfBees:
			if name, may = "bees", "drifted in, or miscounted"; low {
				may = "a swarm, a lost queen or poisoning"
			}
		case forecast.OfBrood, forecast.OfEggs, forecast.OfLarvae, forecast.OfSealed:
			if name, may = "brood cells", "a better queen than was thought, or a count that is off"; low {
				may = "a queen lost or failing, a swarm, or brood disease: look at the brood"
			}
		case forecast.OfNestStores, forecast.OfSuperStores, forecast.OfStores:
			if name, may = stores, "a flow that the calendar does not know, or a count that is off"; low {
				may = "robbing, stores taken and not noted, or no flow"
			}
		default:
			continue
		}
		show := func(v float64) string {
			if name == stores {
				return fmt.Sprintf("%.0f", u.Mass.In(v))
			}
			return measure.Count(measure.Rough(v))
		}
		out = append(
			out,
			fmt.Sprintf(
				"Not as expected on %s: %s %s found, %s to %s forecast. It may be %s.", s.Day.Short(), show(t.Found),
				name, show(t.Expected.Low), show(t.Expected.High), may,
			),
		)
	}
	return out
}
