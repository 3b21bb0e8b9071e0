package web

import (
	"fmt"
	"html/template"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/words"
	"kembo/web/draw"
)

// mitesGrow is how mites likely grow in a hive, and what waiting to treat them costs.
type mitesGrow struct {
	Say, Known string
	Figure     template.HTML
	On         string
	Rows       []treatedRow
}

type treatedRow struct {
	Name, Alive string
	Figure      template.HTML
}

func mitesAheadOf(a app.MitesAhead) *mitesGrow {
	if len(a.Days) < 2 {
		return nil
	}
	v := &mitesGrow{Say: crossText(a), Known: "No count tells how many there are: it is what is usual, with its wide range. Count."}
	if n := len(a.Believed.Mites); n > 0 {
		v.Known = "From the count of " + a.Believed.Mites[n-1].Day.Short() + " on, with what it allows."
	}
	fig := draw.Mites{Alt: v.Say}
	for _, d := range a.Days {
		fig.Days = append(fig.Days, draw.MitesDay{
			On: d.On, Low: d.Rate.Low, Likely: d.Rate.Likely, High: d.Rate.High, Limit: a.Limit(d.On),
		})
	}
	v.Figure = fig.Draw()
	for _, t := range a.Treated {
		r := treatedRow{Alive: words.Chance(t.Alive), Figure: draw.Wintering(t.Alive, 0, fmt.Sprintf("Alive %.0f %%", 100*t.Alive))}
		switch {
		case t.Days < 0:
			r.Name = "Never"
		case t.Days < weekDays:
			r.Name = "This week"
		default:
			r.Name = "In " + words.Count(t.Days/weekDays, "week", "weeks") + ", " + (a.Days[0].On + day.Day(t.Days)).DayMonth()
		}
		v.Rows, v.On = append(v.Rows, r), t.On.Short()
	}
	return v
}

const weekDays = 7

// crossText says when the limit is crossed.
func crossText(a app.MitesAhead) string {
	now, limit := a.Days[0], a.Limit(a.Days[0].On)
	last := a.Days[len(a.Days)-1].On
	say := fmt.Sprintf("About %.1f in 100 now (%.1f to %.1f).", now.Rate.Likely, now.Rate.Low, now.Rate.High)
	switch {
	case now.Over >= 1.0/2:
		return say + fmt.Sprintf(" That is likely over %g already: %s.", limit, words.Chance(now.Over))
	case a.Crosses > 0:
		say += " It is likely over what you act above by " + a.Crosses.Short()
	case a.Soonest > 0:
		return say + fmt.Sprintf(" It stays under what you act above in most cases until %s; one in ten is over by %s.", last.Short(), a.Soonest.Short())
	default:
		return say + " It stays under what you act above until " + last.Short() + "."
	}
	switch {
	case a.Soonest == now.On:
		say += ", and may be already"
	case a.Soonest > 0:
		say += ", at the soonest by " + a.Soonest.Short()
	}
	return say + "."
}
