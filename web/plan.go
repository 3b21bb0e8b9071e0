package web

import (
	"fmt"

	"kembo/app"
	"kembo/core/bees"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/measure"
	"kembo/core/plan"
	"kembo/core/words"
)

// planOf is the plan of a colony as its page shows it.
func planOf(x app.Colony) planView {
	p, all := x.Assessment.Plan, x.Assessment.Advice
	v := planView{Numbered: len(all) > 1, Hand: all[0].Action != plan.Leave, Sure: sure(all[0])}
	steps := 0
	for _, a := range all {
		s := planStep{
			Action: a.Action, Doable: a.Doable(), ID: x.ID, EntryID: app.NewID(), Do: a.Do, Reason: a.Reason,
			Change: a.WouldChange, Cautions: a.Cautions, Needs: needsText(a.Needs, x.Units),
		}
		if a.Step > 0 {
			steps++
		}
		if a.Step > 0 && len(all) > 1 && a.Adds >= addsTold {
			s.Adds = massOf(a.Adds, x.Units)
		}
		v.Steps = append(v.Steps, s)
	}
	if steps > 0 && p.GainKg >= addsTold {
		text := "%s: about %s of honey better than leaving it, in %s forecasts."
		if p.BetterIn < safeguard {
			text = "%s: about %s of honey better than leaving it on average; it pays in %s forecasts."
		}
		v.Head = fmt.Sprintf(
			text,
			map[bool]string{true: words.Count(steps, "step", "steps"), false: "One step"}[steps > 1],
			massOf(p.GainKg, x.Units), words.OfTen(p.BetterIn),
		)
	}
	if p.KeptSince > 0 {
		v.Head += " Kept since " + p.KeptSince.Short() + ": nothing new was seen that would be better by more than a little."
	}
	if x.Dropped {
		v.Dropped = []string{"This version of Kembo weighs anew: the plan that the last one kept was let go."}
	}
	v.Before = runwaysOf(all[0], x.Assessment.Base.Horizon)
	v.Odds = oddsOf(p, x)
	v.Ways = waysOf(x)
	for _, b := range p.Breaches {
		if b.Rank == craft.Never || b.Kg >= breachTold {
			v.Breaches = append(v.Breaches, b.Say)
		}
	}
	for _, w := range p.Weighed {
		if w.LostKg < tossUp {
			v.Weighed = append(v.Weighed, w.Do+": a toss-up.")
			continue
		}
		v.Weighed = append(v.Weighed, fmt.Sprintf("%s: %s of honey less.", w.Do, massOf(w.LostKg, x.Units)))
	}
	return v
}

// Kilograms of honey under which nothing is said of what a step adds, of what a breach costs, and of by how much
// something lost. Source: none; rounding.
const addsTold, breachTold, tossUp = 0.3, 0.9, 0.2

// massOf writes kilograms of honey in the user's unit, to a tenth where they are few.
func massOf(kg float64, u measure.Units) string {
	if v := u.Mass.In(kg); v < 9.95 {
		return fmt.Sprintf("%.1f %s", v, u.Mass.Name)
	}
	return fmt.Sprintf("%.0f %s", u.Mass.In(kg), u.Mass.Name)
}

// runwaysOf are the runways before and after; none where they are the same, and the chart has them.
func runwaysOf(a plan.Advice, horizon int) []runwayText {
	var out []runwayText
	names, moved := forecast.Titles, false
	for k, n := range forecast.Names {
		r := runwayText{
			Name: names[k], Before: daysText(a.Before[n].Likely, horizon), After: daysText(a.After[n].Likely, horizon),
		}
		r.Changed = r.Before != r.After
		moved = moved || r.Changed
		out = append(out, r)
	}
	if !moved && a.Action != plan.Leave {
		return nil
	}
	return out
}

// oddsOf are what a plan does to the chance of a swarm, and the chance that it comes through.
func oddsOf(p plan.Plan, x app.Colony) []runwayText {
	var out []runwayText
	if p.Swarm >= oddsTold {
		out = append(out, runwayText{Name: "Swarm by the visit after", After: words.Chance(p.Swarm)})
	}
	if p.Alive > 0 {
		alive := runwayText{Name: "Alive on " + (x.Today + day.Day(p.Days)).DayMonth(), After: words.Chance(p.Alive)}
		if why := lostMost(p, x); why != "" {
			alive.After += ": " + why
		}
		out = append(out, alive)
	}
	return out
}

// atRisk is the chance of being alive under which it is told what a colony would be lost to. Source: none; some 1 in 10
// are lost in a usual winter.
const atRisk = 0.9

// lostMost tells what a colony that may be lost is lost to most often.
func lostMost(p plan.Plan, x app.Colony) string {
	if p.Alive >= atRisk {
		return ""
	}
	cause, chance := x.Assessment.Base.Losses.Likeliest()
	if cause == bees.NotLost || chance < lossTold {
		return ""
	}
	why := "most at risk from " + lostTo[cause]
	if _, counted := app.LastMites(x.Believed, x.Today); cause == bees.ToMites && !counted {
		why += ", of which none were counted"
	}
	return why
}

// oddsTold is the chance of a swarm from which on it is told. Rounding.
const oddsTold = 0.03

// safeguard is the share of forecasts under which a plan that is better on average is told as one. Rounding.
const safeguard = 0.4

// sure says a confidence in words.
func sure(a plan.Advice) string {
	of := "better in "
	if a.Action == plan.Leave {
		of = "best in "
	}
	switch p := a.Confidence; {
	case p >= 0.9:
		return "nearly sure"
	case p >= 0.6:
		return of + words.OfTen(p) + " forecasts"
	case p < safeguard && a.Action != plan.Leave: // it costs a little in most, and saves much in some
		return "a safeguard: it pays in " + words.OfTen(p) + " forecasts"
	default:
		return "a toss-up: " + of + words.OfTen(p) + " forecasts"
	}
}
