// Package weather draws days of weather one after the other, in wet and dry spells, for
// truths to live through. It is a stochastic weather generator of the usual kind (Richardson
// 1981, Water Resour. Res. 17:182-190, from memory): wet follows wet more often than dry,
// rain falls in amounts of an exponential, warmth wanders about the season's mean and is
// lower and less spread through a day in the wet. It shares nothing with how the forecast
// draws its own.
package weather

import (
	"math"
	"math/rand/v2"

	"kembo/core/day"
	"kembo/core/season"
)

// Of the spells. Sources: shares of wet days and rain by day as in handbooks for stations
// of such climates, from memory; persistence as Richardson found it for inland stations.
const (
	wetAfterDry, wetAfterWet       = 0.20, 0.50 // inland
	seaWetAfterDry, seaWetAfterWet = 0.29, 0.62 // by the sea
	seaSwingC                      = 8          // swing of the year under which a climate is of the sea
	rainMM                         = 4.5        // mean of a wet day
	memory                         = 0.70       // of one day's warmth in the next
	swingBase, swingShare          = 2.1, 0.13  // of a day's warmth about the mean, °C: by the swing of the year
	winterMore                     = 0.35       // and more of it in winter
	wetCoolerC                     = 1.2        // in the wet half of the year's warmth
	halfDry, halfWet               = 5.6, 3.2   // °C either side of the mean through a day
	halfShare                      = 0.12       // more of it, by the swing of the year
	sunDry, sunWet                 = 0.62, 0.22
)

// Year is how a year differs from the usual one: warmer or cooler, wetter, and a wet spell
// of its own.
type Year struct {
	WarmerC     float64
	Wetter      float64 // added to the chance of rain
	SpellFrom   day.Day
	SpellDays   int     // on which it rains four days in five; 0: none
	DaysEarlier int     // by which the warmth of the season comes early; under 0: late
	SpreadTimes float64 // how much more the days differ than usual; 0: as usual
}

// Draw draws n days from a day on. The same source of chance gives the same days.
func Draw(c season.Climate, h season.Hemisphere, from day.Day, n int, y Year, r *rand.Rand) []season.Weather {
	dw, ww := wetAfterDry, wetAfterWet
	if c.SwingC < seaSwingC {
		dw, ww = seaWetAfterDry, seaWetAfterWet
	}
	times := y.SpreadTimes
	if times == 0 {
		times = 1
	}
	sd := times * (swingBase + swingShare*c.SwingC)
	half := 1 + halfShare*(c.SwingC-seaSwingC)/seaSwingC
	wet := r.Float64() < dw/(dw+1-ww)
	off := r.NormFloat64()
	out := make([]season.Weather, 0, n)
	for i := range n {
		d := from + day.Day(i)
		sd1 := season.DayOf(d, h)
		p := dw
		if wet {
			p = ww
		}
		p += y.Wetter
		if y.SpellDays > 0 && d >= y.SpellFrom && d < y.SpellFrom+day.Day(y.SpellDays) {
			p = 0.8
		}
		wet = r.Float64() < p
		off = memory*off + math.Sqrt(1-memory*memory)*r.NormFloat64()
		winter := (1 + math.Cos(2*math.Pi*float64(sd1-20)/365)) / 2
		mean := c.Normal(wrapped(sd1+y.DaysEarlier)) + y.WarmerC + sd*(1+winterMore*winter)*off
		w := season.Weather{Day: d}
		sun, swing := sunDry, halfDry
		if wet {
			sun, swing = sunWet, halfWet
			mean -= wetCoolerC * (1 - 2*winter) // in winter the wet is mild
			w.RainMM = rainMM * r.ExpFloat64()
		} else {
			mean += wetCoolerC * (1 - 2*winter) / 2
		}
		swing *= half * (1 - 0.35*winter)
		w.MinC, w.MaxC = mean-swing, mean+swing
		light := c.DaylightH(sd1)
		s := light * min(1, max(0, sun+0.22*r.NormFloat64()))
		w.SunH = &s
		out = append(out, w)
	}
	return out
}

// wrapped brings a day into the year.
func wrapped(seasonDay int) int {
	const year = 365
	return (seasonDay-1+2*year)%year + 1
}
