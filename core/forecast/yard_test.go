package forecast

import (
	"math"
	"testing"
	"time"

	"kembo/core/bees"
	"kembo/core/bees/specimen"
	"kembo/core/day"
	"kembo/core/season"
)

func TestColoniesOfAYardShareTheirWeather(t *testing.T) {
	today := day.Of(2026, time.June, 10)
	site := Site{Yard: "q", Hemisphere: season.North, Climate: uk(t), Weather: map[day.Day]season.Weather{
		today - 1: {Day: today - 1, MinC: 2, MaxC: 6, RainMM: 12}, today + 2: {Day: today + 2, MinC: 10, MaxC: 20}}}
	y := NewYard(site, today-3, today, 40, 50, 1)
	again := NewYard(site, today-3, today, 40, 50, 1)
	other := NewYard(Site{Yard: "r", Hemisphere: season.North, Climate: uk(t)}, today-3, today, 40, 50, 1)
	apart := 0
	for m := range 50 {
		for i := range 40 {
			if y.at(m)[i] != again.at(m)[i] {
				t.Fatal("the same yard drew other weather")
			}
			if y.at(m)[i].MeanC != other.at(m)[i].MeanC {
				apart++
			}
		}
		if c := y.at(m)[2]; c.MeanC != 4 || c.FlightHours != 0 {
			t.Fatalf("yesterday's cold rain became %+v", c)
		}
	}
	if apart == 0 {
		t.Error("two yards share all their weather")
	}
	spread := func(i int) float64 {
		lo, hi := math.Inf(1), math.Inf(-1)
		for m := range 50 {
			lo, hi = min(lo, y.at(m)[i].MeanC), max(hi, y.at(m)[i].MeanC)
		}
		return hi - lo
	}
	if near, far := spread(5), spread(30); near >= far || near == 0 {
		t.Errorf("the day after tomorrow is open by %.1f degrees, a month ahead by %.1f", near, far)
	}
}

func TestSpringComesInTheSouthToo(t *testing.T) {
	from := day.Of(2026, time.September, 1)
	s := specimen.Wintered()
	y := NewYard(Site{Yard: "s", Hemisphere: season.South, Climate: uk(t)}, from, from, 100, 1, 1)
	p := bees.Defaults()
	for i := range y.Likely {
		s.Step(&p, &y.Likely[i])
	}
	if s.Brood() < 15000 {
		t.Errorf("in early December in the south there are %.0f brood cells", s.Brood())
	}
}

func TestHorizonReachesTheFirstFlowFromAutumnOn(t *testing.T) {
	for d, want := range map[day.Day]int{
		day.Of(2026, time.June, 3): 60, day.Of(2026, time.August, 1): 60,
		day.Of(2026, time.December, 1): 365 - 335 + 112, day.Of(2026, time.February, 1): 112 - 32,
		day.Of(2026, time.April, 10): 60,
	} {
		if got := HorizonFor(season.Place{}.On(d)); got != want {
			t.Errorf("%s: horizon %d, want %d", d, got, want)
		}
	}
}
