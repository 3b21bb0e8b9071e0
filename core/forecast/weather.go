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

// skies draws the weather of one member, day by day.
type skies struct {
	wetShare, wetAfterDry float64
	summerC, winterC      float64 // standard deviation of a day's warmth
	climate               season.Climate
	wet                   bool
	off                   float64 // of yesterday's warmth, in standard deviations
	begun                 bool
}

func skiesOf(c season.Climate) skies {
	s := skies{wetShare: wetInland, climate: c}
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

// A day's weather hangs on the days before it. So that it does not hang on the day that a yard is
// drawn from, the days of a block begin anew, so many days before its first. Rounding: by then
// nothing is left of where they began.
const skyBlock, skyWarmUp = 128, 24

// warmUpFrom returns the day from which the weather of the block of d is drawn.
func warmUpFrom(d int) int { return d - (d%skyBlock+skyBlock)%skyBlock - skyWarmUp }

// next draws a day: u and rain are in (0, 1), z is standard normal.
func (s *skies) next(o *offered, u, z, rain float64) season.Weather {
	day, told, trust := &o.usual, o.told, o.trust
	chance := s.wetAfterDry
	switch {
	case !s.begun:
		chance, s.off = s.wetShare, z
	default:
		if s.wet {
			chance = wetAfterWet
		}
		s.off = weatherMemory*s.off + math.Sqrt(1-weatherMemory*weatherMemory)*z
	}
	s.begun = true
	s.wet = u < chance
	if told != nil && trust == 1 { // what follows follows from what was
		s.wet = told.RainMM >= wetFromMM
		s.off = (told.MeanC() - day.meanC) / day.sdC
		return *told
	}
	var w season.Weather
	mean, half := day.meanC+day.sdC*s.off, dryHalfC
	cooler := wetCoolerC * (1 - 2*day.winter)
	if s.wet {
		half = wetHalfC
		w.RainMM = -wetDayMM * math.Log(rain)
		mean -= cooler * (1 - s.wetShare)
	} else {
		mean += cooler * s.wetShare
	}
	if told != nil {
		off := (1 - trust) * day.sdC * s.off
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
