package look

import "kembo/core/season"

// Opening is how far a hive may be opened on a day by its weather, and for how long.
type Opening struct {
	FeltC   float64 // the highest of the day as the brood has it: less in wind, more in sun
	Lid     bool    // the lid may come off for a moment: seams from above, a feeder
	Nest    bool    // combs of the nest may be pulled
	Minutes float64 // that the nest may stand open at most; 0: not at all, or as long as it takes
}

// Wind that is felt from calmMS on, each m/s of it; sun that warms a comb held in it from sunnyH hours of the day. Source:
// common practice that wind chills brood and sun spares it; the sizes are guesses.
const calmMS, chillPerMS, sunnyH, sunC = 3.0, 0.7, 5.0, 2.0

// The lid may come off from lidFromC; the nest may stand open for shortMinutes from the keeper's own limit on, for each degree
// more by degreeMinutes more, and as long as it takes from freelyC over the limit. No nest is opened in rain of more than a
// shower. Source: common practice: a quick look under the lid from 8 °C, ten minutes at 14, at leisure from 18.
const (
	lidFromC, freelyC, showerMM = 8.0, 6.0, 2.0
	shortMinutes, degreeMinutes = 5.0, 2.5
)

// UsualNestC is the warmth from which nests are opened, °C. Source: common practice.
const UsualNestC = 12.0

// OpenIn returns how far a hive may be opened on a day; nestFromC is the keeper's own limit, 0 for the usual.
func OpenIn(w season.Weather, nestFromC float64) Opening {
	if nestFromC == 0 {
		nestFromC = UsualNestC
	}
	felt := w.MaxC
	if w.WindMS != nil {
		felt -= chillPerMS * max(0, *w.WindMS-calmMS)
	}
	if w.SunH != nil && *w.SunH >= sunnyH {
		felt += sunC
	}
	o := Opening{FeltC: felt, Lid: felt >= lidFromC}
	if o.Nest = felt >= nestFromC && w.RainMM <= showerMM; o.Nest && felt < nestFromC+freelyC {
		o.Minutes = shortMinutes + degreeMinutes*(felt-nestFromC)
	}
	return o
}
