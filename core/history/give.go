package history

import (
	"fmt"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/season"
)

// findingLasts is how many days a finding of brood health lets combs of the nest go to
// another hive. Source: common practice: two weeks, in which any capped brood was open.
const findingLasts = 14

// MayGive returns why no comb of the nest may go to another hive on a day, as a sentence;
// "" where it may. Not looked is not healthy; out of season nobody opens a nest for it.
func (b Believed) MayGive(now season.Moment) string {
	switch {
	case b.Health == colony.Suspect:
		return fmt.Sprintf(
			"its brood was found suspect on %s: nothing of it moves until somebody who may say so has found it healthy",
			b.HealthDay.Long(),
		)
	case !season.BroodMoves.Has(now):
		return ""
	case b.Health != colony.Healthy:
		return "its brood has not been looked at: look for disease first"
	case now.Day-b.HealthDay > day.Day(findingLasts):
		return fmt.Sprintf(
			"its brood was last found healthy on %s, more than %d days before: look for disease first", b.HealthDay.Long(),
			findingLasts,
		)
	}
	return ""
}
