package app

import (
	"kembo/core/assessment"
	"kembo/core/bees"
	"kembo/core/forecast"
	"kembo/core/measure"
	"kembo/core/plan"
)

// Ahead is what is told of a colony's weeks ahead beside its runways and tracks.
type Ahead struct {
	StoppedFood forecast.Runway           // food, if nothing came in from today
	ReserveKg   float64                   // under which food counts as out, today
	Chances     [forecast.Runways]float64 // that each runway ends before the visit
	Swarm       Swarm                     // by the visit
	Options     []Option                  // what can be tried
	BestDo      string                    // the look that would tell most; empty: none would
	BestWhy     string                    //
	Known       bool                      // the last look still tells
	OwnPace     measure.Range             // how it gains against the usual, as its looks tell; zero: nothing learnt
	YardPace    measure.Range             // how its yard's flow runs against the calendar
	SeasonDays  measure.Range             // by which the colony is ahead of its climate's season
	Tested      int                       // ranges that looks have tested
	Held        int                       // and of them held
}

// Swarm is the chance of a swarm, with what drives it.
type Swarm struct {
	Chance float64
	Why    forecast.Drivers
}

// Option is something that can be tried on a forecast.
type Option struct{ Key, Name string }

// aheadOf gathers what is told of an assessment.
func aheadOf(c Colony, a *assessment.Assessment) *Ahead {
	sit := a.Situation
	days := int(sit.Visit - sit.Today)
	out := &Ahead{
		ReserveKg:   sit.Input.ReserveKg,
		StoppedFood: stopped(sit).Runway[forecast.Food],
		Swarm:       swarmOf(a.Base, days),
		Options:     optionsOf(sit),
		Known:       !sit.Stale(),
	}
	for k := range out.Chances {
		out.Chances[k] = a.Base.Chance(k, float64(days))
	}
	if q, ok := plan.BestLook(sit); ok {
		out.BestDo, out.BestWhy = q.Do, q.Reason
	}
	out.OwnPace, out.YardPace, _ = c.Believed.Pace()
	out.SeasonDays, _ = c.Believed.Ahead()
	out.Tested, out.Held = c.Believed.Tested()
	return out
}

// stopped is the forecast if nothing came in from today.
func stopped(sit *plan.Situation) *forecast.Result {
	return sit.Ready.Few(forecast.Members, bees.Change{Day: sit.Today, NoFlow: true})
}

func swarmOf(r *forecast.Result, days int) Swarm {
	p, why := r.Swarm(days)
	return Swarm{p, why}
}

func optionsOf(sit *plan.Situation) []Option {
	var out []Option
	for _, o := range sit.Trials() {
		out = append(out, Option{o.Key, o.Name})
	}
	return out
}
