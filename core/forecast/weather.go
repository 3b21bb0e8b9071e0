package forecast

import (
	"math"

	"kembo/core/season"
)

// Days that nobody has measured are drawn one after the other, wet or dry, with a warmth that
// wanders about what is usual: a cold month has its warm days, and rain comes in spells. It is
// a stochastic weather generator of the usual kind (Richardson 1981, Water Resour. Res.
// 17:182-190, from memory). What has been measured is as it was; what is foretold is trusted
// less the further ahead it is.

// Of such days. Sources: by spreads.go.
const (
	weatherMemory = 0.75 // correlation of one day's warmth with the next
	weatherSkill  = 6.0  // days over which a weather forecast loses its worth
	swingSummerC  = 2.2  // standard deviation of a day's warmth about the usual, °C, in summer
	swingBySummer = 0.06 // and more by the swing of the year
	swingWinterC  = 2.4  // the same in winter
	swingByWinter = 0.2
	seaSwingC     = 8.0  // swing of the year, °C, under which a climate is of the sea
	wetBySea      = 0.38 // share of days that are wet
	wetInland     = 0.30
	wetAfterWet   = 0.6 // chance that a wet day is followed by one
	wetDayMM      = 4.2 // mean of a wet day
	dryHalfC      = 5.2 // °C either side of the mean of a dry day
	wetHalfC      = 3.2
	wetCoolerC    = 1.0 // by which a wet day of summer is cooler than a dry one; in winter it is milder
)

// skies draws the weather of one member, day by day. A day hangs on the window of days before it and
// on nothing else, so that it does not hang on the day that a yard is drawn from.
type skies struct {
	wetShare, wetAfterDry float64
	summerC, winterC      float64 // standard deviation of a day's warmth
	climate               season.Climate
	z                     [window]float64 // deviates of the last days, a ring
	at                    int             // of today's in it
	wet                   bool
	settled               int     // days since which it hangs on nothing that lies further back
	anchor                float64 // how far the last measured day was off, in standard deviations
	since                 int     // days since it; over window: none
}

// window is the days of which the weather of a day tells, and starts the powers of weatherMemory
// that weigh them. Rounding: of what lies further back a hundredth is left.
const window = 16

var fades = fadesOf()

func fadesOf() (out [window + 1]float64) {
	out[0] = 1
	for i := range window {
		out[i+1] = weatherMemory * out[i]
	}
	return out
}

func skiesOf(c season.Climate) skies {
	s := skies{wetShare: wetInland, climate: c, since: window + 1, settled: window}
	if c.SwingC < seaSwingC {
		s.wetShare = wetBySea
	}
	s.wetAfterDry = s.wetShare * (1 - wetAfterWet) / (1 - s.wetShare)
	s.summerC, s.winterC = swingSummerC+swingBySummer*c.SwingC, swingWinterC+swingByWinter*c.SwingC
	return s
}

// usualDay is what of a season day all members share.
type usualDay struct {
	meanC  float64
	winter float64 // 1 at midwinter, 0 at midsummer
	sdC    float64 // of its warmth
	light  float64 // hours between sunrise and sunset
}

func (s *skies) usual(seasonDay int) usualDay {
	u := usualDay{meanC: s.climate.Normal(seasonDay), light: s.climate.DaylightH(seasonDay)}
	u.winter = season.Winterness(seasonDay)
	u.sdC = s.summerC + u.winter*(s.winterC-s.summerC)
	return u
}

// next draws a day: u and rain are in (0, 1), z is standard normal.
func (s *skies) next(o *offered, u, z, rain float64) season.Weather {
	day, told, trust := &o.usual, o.told, o.trust
	if s.at++; s.at == window {
		s.at = 0
	}
	s.z[s.at] = z
	s.since = min(s.since+1, window+1)
	if told != nil && trust == 1 { // what follows follows from what was
		s.wet, s.settled = told.RainMM >= wetFromMM, 0
		s.anchor, s.since = (told.MeanC()-day.meanC)/day.sdC, 0
		return *told
	}
	switch { // whatever yesterday was, or as yesterday was
	case u < s.wetAfterDry:
		s.wet, s.settled = true, 0
	case u >= wetAfterWet:
		s.wet, s.settled = false, 0
	default:
		if s.settled++; s.settled > window {
			s.wet = u < s.wetShare
		}
	}
	off := s.off()
	var w season.Weather
	mean, half := day.meanC+day.sdC*off, dryHalfC
	cooler := wetCoolerC * (1 - 2*day.winter)
	if s.wet {
		half = wetHalfC
		w.RainMM = -wetDayMM * math.Log(rain)
		mean -= cooler * (1 - s.wetShare)
	} else {
		mean += cooler * s.wetShare
	}
	if told != nil {
		off := (1 - trust) * day.sdC * off
		wet := w.RainMM
		w = *told
		w.MinC, w.MaxC = told.MinC+off, told.MaxC+off
		if rain > trust { // by then it may rain or not as on any day
			w.RainMM = wet
		}
		return w
	}
	w.MinC, w.MaxC = mean-half, mean+half
	return w
}

// wetFromMM is the rain from which a day counts as wet. Source: the usual definition of a wet
// day in climatology, 1 mm (WMO), from memory.
const wetFromMM = 1

// off returns how far today's warmth is off, in standard deviations.
func (s *skies) off() float64 {
	days := min(s.since, window)
	sum := 0.0
	for k := range days {
		sum += fades[k] * s.z[(s.at-k+window)%window]
	}
	sum *= innovation
	if s.since <= window {
		sum += fades[s.since] * s.anchor
	}
	return sum
}

// innovation is the part of a day's warmth that is new, so that its variance stays one. Derived.
var innovation = math.Sqrt(1 - weatherMemory*weatherMemory)
