package web

import (
	"fmt"

	"kembo/app"
	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/words"
)

// lossTold is the chance of a loss from which on it is told. Source: none; some 1 colony in 40 is
// lost whatever is done.
const lossTold = 0.03

// lostTo says what colonies are lost to.
var lostTo = [bees.Causes]string{
	bees.ToHunger: "hunger", bees.ToQueen: "a failing queen", bees.ToMites: "mites",
	bees.ToFewBees: "too few bees",
}

// lossFact tells the chance that a colony is lost, and to what.
func lossFact(l forecast.Losses, today day.Day) (courseFact, bool) {
	p := l.Chance()
	cause, of := l.Likeliest()
	if p < lossTold || cause == bees.NotLost {
		return courseFact{}, false
	}
	why := "most likely to " + lostTo[cause]
	if of > 0.95*p {
		why = "to " + lostTo[cause]
	}
	return courseFact{
		"Lost by " + (today + day.Day(l.Days)).Short(), words.Cases(p), why + ", if nobody helps",
	}, true
}

// lastFoodFact tells when the last honey is eaten, beside the runway that ends at the reserve.
func lastFoodFact(r *forecast.Result, x app.Course) (courseFact, bool) {
	if r.Runway[forecast.Food].Low == nil && r.LastFood.Low == nil {
		return courseFact{}, false
	}
	return courseFact{
		"To the last honey", spanText(r.LastFood, r.Horizon),
		fmt.Sprintf("the runway of food ends at a reserve of %s", kgText(x.Units, x.Ahead.ReserveKg)),
	}, true
}

// pollenTold are the days of pollen under which they are told. Source: common practice; a reserve of
// some days is usual.
const pollenTold = 6

// pollenFact tells for how many days there is pollen, where that is short.
func pollenFact(r *forecast.Result) (courseFact, bool) {
	w := r.PollenDays
	if w.Likely >= pollenTold {
		return courseFact{}, false
	}
	return courseFact{
		"Pollen for the brood", fmt.Sprintf("%.0f d (%.0f to %.0f)", w.Likely, w.Low, w.High),
		"if none came in; where it is gone the youngest larvae are eaten, and less brood is reared",
	}, true
}

// mitesAhead tells the mites on a hundred bees, and when they pass the limit.
func mitesAhead(r *forecast.Result, x app.Course) courseFact {
	f := courseFact{
		"Mites per 100 bees", fmt.Sprintf("%.1f (%.1f to %.1f)", r.Mites.Likely, r.Mites.Low, r.Mites.High), "",
	}
	mark := x.Settings.MitesNow(x.Season)
	switch on, over := overFrom(r.Tracks[forecast.OfMites], mark); {
	case r.Mites.Likely > mark:
		f.Say = fmt.Sprintf("over %g, where to act", mark)
	case over:
		f.Say = fmt.Sprintf("likely over %g, where to act, from %s", mark, (x.Today + day.Day(on)).Short())
	default:
		f.Say = fmt.Sprintf("not over %g, where to act, in %d d", mark, r.Horizon)
	}
	if _, counted := app.LastMites(x.Believed, x.Today); !counted {
		f.Say += "; none counted, so as is usual"
	}
	return f
}

// overFrom returns the first day on which a quantity is likely over a mark.
func overFrom(t forecast.Track, mark float64) (days int, ok bool) {
	for i, w := range t {
		if w.Likely > mark {
			return i, true
		}
	}
	return 0, false
}
