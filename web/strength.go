package web

import (
	"fmt"

	"kembo/app"
	"kembo/core/brood"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/measure"
	"kembo/core/season"
)

// strengthOf tells the combs that bees cover now, and once the brood that is capped now has hatched; false out of the season in
// which a colony grows, or where it is not forecast.
func strengthOf(x app.Colony) (sum, bool) {
	phase := x.Season.Phase()
	if phase != season.BuildUp && phase != season.Swarm || len(x.Believed.Stack.Boxes) == 0 {
		return sum{}, false
	}
	bees := x.Assessment.Base.Tracks[forecast.OfBees]
	if len(bees) <= brood.CappedDays {
		return sum{}, false
	}
	full := x.Believed.Stack.Boxes[0].Format.Frame.BeesAtFullCover()
	one := func(r measure.Range) (likely, span string) {
		return fmt.Sprintf("%.0f", r.Likely/full), fmt.Sprintf("%.0f to %.0f", r.Low/full, r.High/full)
	}
	now, nowSpan := one(bees[0])
	then, thenSpan := one(bees[brood.CappedDays])
	on := (x.Today + day.Day(brood.CappedDays)).DayMonth()
	return sum{"Combs of bees", now + ", on " + on + " " + then, nowSpan + ", then " + thenSpan}, true
}
