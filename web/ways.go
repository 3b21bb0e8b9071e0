package web

import (
	"fmt"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/measure"
	"kembo/core/words"
)

// waysView holds the ways to deal with a swarm’s cells against each other; no rows where there are none to deal with.
type waysView struct {
	On   string // the day for which bees are told
	Mass string
	Rows []wayRow
}

type wayRow struct {
	Words, Kg, Bees, Swarm, Minutes string
	Against                         string // the plan, all told
	Chosen                          bool
}

func waysOf(x app.Colony) waysView {
	p := x.Assessment.Plan
	v := waysView{On: (x.Today + day.Day(p.Days)).DayMonth(), Mass: x.Units.Mass.Name}
	for _, w := range p.Ways {
		r := wayRow{
			Words: w.Words, Kg: fmt.Sprintf("%.0f", max(0, x.Units.Mass.In(w.HoneyKg))), Bees: measure.Count(measure.Rough(w.Bees)),
			Swarm: words.Chance(w.Swarm), Minutes: fmt.Sprintf("%.0f", w.Minutes), Chosen: w.Chosen,
		}
		switch {
		case w.Chosen:
			r.Against = "planned"
		case w.LostKg < tossUp:
			r.Against = "a toss-up"
		default:
			r.Against = massOf(w.LostKg, x.Units) + " less"
		}
		v.Rows = append(v.Rows, r)
	}
	return v
}
