package harvest

import "kembo/core/day"

// TellsDays is for how many days a reading tells of a box: after that what was open then is capped, or new nectar has come.
// Source: none; guess, about what bees need to finish a comb.
const TellsDays = 7

// enoughCombs is from how many combs a sample must come to say that a box is dry. Source: common practice.
const enoughCombs = 3

// Found is what the tests of a box's honey tell together on a day.
type Found struct {
	Water float64 // the wettest that was read, per cent; 0: none was read lately
	Day   day.Day // on which the latest was
	Fair  bool    // from open cells of three combs or more: it may speak for the box
	Shake Shake
}

// FoundOn returns what readings tell of a box on a day: those of the last day on which it was tested, while they tell.
func FoundOn(all []Reading, box string, on day.Day) Found {
	var f Found
	for _, r := range all {
		if r.Box != box || r.Day > on || on-r.Day > TellsDays || r.Day < f.Day {
			continue
		}
		if r.Day > f.Day {
			f = Found{Day: r.Day}
		}
		if r.Water > 0 {
			fair := r.Open && r.Combs >= enoughCombs
			if f.Water == 0 {
				f.Fair = fair
			}
			f.Fair = f.Fair || fair
			f.Water = max(f.Water, r.Water)
		}
		if r.Shake != "" && f.Shake != ShakeDrops { // one comb that drops is enough
			f.Shake = r.Shake
		}
	}
	return f
}
