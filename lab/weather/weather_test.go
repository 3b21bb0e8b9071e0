package weather_test

import (
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"kembo/core/day"
	"kembo/core/season"
	"kembo/lab/weather"
)

// TestYearsAreOfTheirClimate: over forty years the months have the means of the climate,
// between a quarter and a half of the days are wet, warmth holds from one day to the next,
// and March in the middle of a continent has its flying days (common practice, no source:
// three to ten days with 13 °C).
func TestYearsAreOfTheirClimate(t *testing.T) {
	for _, c := range season.Climates {
		r := rand.New(rand.NewPCG(5, 7))
		var months [12][2]float64
		wet, n, march, pairs, square := 0, 0, 0.0, 0.0, 0.0
		const years = 40
		for y := range years {
			from := day.Of(2000+y, time.January, 1)
			last := 0.0
			for _, w := range weather.Draw(c, season.North, from, 365, weather.Year{}, r) {
				m := w.Day.Time().Month() - 1
				months[m][0] += w.MeanC()
				months[m][1]++
				n++
				if w.RainMM > 0 {
					wet++
				}
				if m == 2 && w.MaxC >= 13 && w.RainMM < 2 {
					march++
				}
				off := w.MeanC() - c.Normal(season.DayOf(w.Day, season.North))
				pairs, square, last = pairs+off*last, square+off*off, off
				if w.MinC > w.MaxC || w.RainMM < 0 || *w.SunH < 0 || *w.SunH > 24 {
					t.Fatalf("%s: %+v", c.Key, w)
				}
			}
		}
		for m, v := range months {
			want := 0.0
			for d := range 28 {
				want += c.Normal(m*365/12+d+2) / 28
			}
			if got := v[0] / v[1]; math.Abs(got-want) > 0.9 {
				t.Errorf("%s, month %d: %.1f °C, usual %.1f", c.Key, m+1, got, want)
			}
		}
		if share := float64(wet) / float64(n); share < 0.25 || share > 0.5 {
			t.Errorf("%s: %.2f of the days are wet", c.Key, share)
		}
		if memory := pairs / square; memory < 0.5 || memory > 0.85 {
			t.Errorf("%s: one day's warmth is in the next by %.2f", c.Key, memory)
		}
		t.Logf("%s: March has %.1f days to fly, spread %.1f °C", c.Key, march/years, math.Sqrt(square/float64(n)))
		if c.Key == "central-europe" && (march/years < 3 || march/years > 12) {
			t.Errorf("March has %.1f days to fly", march/years)
		}
	}
}

// TestAYearIsAsItIsAsked: warmer, earlier and with its wet spell.
func TestAYearIsAsItIsAsked(t *testing.T) {
	c := season.Climates[0]
	from := day.Of(2026, time.March, 1)
	mean := func(y weather.Year) (spring, rain float64) {
		for seed := range uint64(60) {
			for _, w := range weather.Draw(c, season.North, from, 90, y, rand.New(rand.NewPCG(seed, 1))) {
				spring += w.MeanC() / 60 / 90
				if w.Day >= from+40 && w.Day < from+60 && w.RainMM > 0 {
					rain += 1.0 / 60
				}
			}
		}
		return spring, rain
	}
	usual, dry := mean(weather.Year{})
	if warm, _ := mean(weather.Year{WarmerC: 2}); math.Abs(warm-usual-2) > 0.3 {
		t.Errorf("two degrees warmer is %.1f", warm-usual)
	}
	if early, _ := mean(weather.Year{DaysEarlier: 15}); early < usual+0.8 {
		t.Errorf("a fortnight early is %.1f °C more", early-usual)
	}
	if _, wet := mean(weather.Year{SpellFrom: from + 40, SpellDays: 20}); wet < 14 || dry > 11 {
		t.Errorf("a wet spell of twenty days has %.0f wet ones, else %.0f", wet, dry)
	}
}
