package forecast

import "kembo/core/bees"

// Losses say how likely a colony is lost by the end of the forecast, or beyond saving if nobody
// helps, and to what, as chances.
type Losses struct {
	Days int // looked ahead
	By   [bees.Causes]float64
}

// Chance returns the chance that it is lost.
func (l Losses) Chance() float64 {
	all := 0.0
	for _, v := range l.By {
		all += v
	}
	return all
}

// Likeliest returns what it is most likely lost to, with the chance.
func (l Losses) Likeliest() (bees.Cause, float64) {
	best := bees.NotLost
	for c := range bees.Causes {
		if l.By[c] > l.By[best] {
			best = c
		}
	}
	return best, l.By[best]
}

// lossesOf counts them over the members.
func lossesOf(lost []bees.Cause, days int) Losses {
	l := Losses{Days: days}
	for _, c := range lost {
		if c != bees.NotLost {
			l.By[c] += 1 / float64(len(lost))
		}
	}
	return l
}
