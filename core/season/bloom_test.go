package season_test

import (
	"math"
	"testing"
	"time"

	"kembo/core/day"
	"kembo/core/season"
)

// TestDegreeDays against worked examples of the single sine, base 10 (values G,
// after Baskerville and Emin 1969, from memory).
func TestDegreeDays(t *testing.T) {
	for _, tt := range []struct{ max, min, want float64 }{{22, 4, 4.53}, {12, 2, 0.39}, {25, 12, 8.5}, {9, 1, 0}} {
		if got := (season.Weather{MinC: tt.min, MaxC: tt.max}).DegreeDays(10); math.Abs(got-tt.want) > 0.01 {
			t.Errorf("%v to %v degrees: %.2f degree-days over 10, want %.2f", tt.min, tt.max, got, tt.want)
		}
	}
}

func TestWindAndDullDaysShortenFlight(t *testing.T) {
	w := season.Weather{MinC: 10, MaxC: 20}
	calm, gale, dull := 2.0, 10.0, 0.5
	still := w.FlightHours(160)
	w.WindMS = &calm
	if got := w.FlightHours(160); got != still {
		t.Errorf("a light air changes %.1f to %.1f h", still, got)
	}
	w.WindMS = &gale
	if got := w.FlightHours(160); got != 0 {
		t.Errorf("in 10 m/s they fly %.1f h", got)
	}
	w.WindMS, w.SunH = nil, &dull
	if got := w.FlightHours(160); got >= 0.75*still || got == 0 {
		t.Errorf("on a dull day they fly %.1f h of %.1f", got, still)
	}
}

func TestNectarWaitsForWarmth(t *testing.T) {
	warm, cool := season.Weather{MinC: 10, MaxC: 20}.Nectar(), season.Weather{MinC: 3, MaxC: 10}.Nectar()
	if warm != 1 || cool > 0.7 || cool < 0.3 {
		t.Errorf("nectar at 20 degrees %.2f, at 10 %.2f", warm, cool)
	}
}

var calendar = []season.Bloom{
	{Plant: "hawthorn", From: 130, PeakFrom: 136, PeakTo: 148, To: 156, Strength: 0.8},
	{Plant: "lime", From: 170, PeakFrom: 178, PeakTo: 190, To: 200, Strength: 1},
	{Plant: "ling", From: 215, PeakFrom: 222, PeakTo: 245, To: 255, Strength: 0.9},
}

// TestWhatWasSeenMovesTheRest: a hawthorn nine days early brings the lime
// forward, not so far; what is over is over, and moves nothing.
func TestWhatWasSeenMovesTheRest(t *testing.T) {
	c := season.Corrected(calendar, []season.Note{{"hawthorn", season.Started, 121}})
	if c[0].From != 121 || c[0].To != 147 || c[1].From != 165 || c[2].From != 210 {
		t.Errorf("nine days early: %+v", c)
	}
	if calendar[0].From != 130 {
		t.Error("the calendar itself was changed")
	}
	c = season.Corrected(calendar, []season.Note{{"hawthorn", season.Over, 145}})
	if c[0].Share(144) == 0 || c[0].Share(145) != 0 || c[1].From != 170 {
		t.Errorf("over on day 145: %+v", c)
	}
	// What was seen of a plant itself stands against what another says of it.
	c = season.Corrected(calendar, []season.Note{{"hawthorn", season.Started, 121}, {"lime", season.Started, 172}})
	if c[1].From != 172 || c[2].From <= 210 {
		t.Errorf("lime seen on day 172: %+v", c)
	}
	if got := season.Corrected(calendar, []season.Note{{"thistle", season.Started, 100}}); got[0].From != 130 {
		t.Error("a plant that is not in the calendar moved it")
	}
}

// TestWarmthOpensAPlant: a warm spring brings it forward, a cool one back, the
// usual one leaves it where the usual warmth puts it.
func TestWarmthOpensAPlant(t *testing.T) {
	c, _ := season.ClimateFor("uk")
	from := day.Of(2026, time.January, 1)
	spring := func(off float64) int {
		b := season.Bloom{Plant: "lime", From: 170, PeakFrom: 178, PeakTo: 190, To: 200, BaseC: 5, DegreeDays: 600}
		return season.Warmed([]season.Bloom{b}, from, func(d day.Day) season.Weather {
			w := c.Usual(d, season.DayOf(d, season.North))
			w.MinC, w.MaxC = w.MinC+off, w.MaxC+off
			return w
		})[0].From
	}
	warm, usual, cool := spring(2), spring(0), spring(-2)
	if !(warm < usual-7 && usual < cool-7) {
		t.Errorf("600 degree-days on day %d in a warm spring, %d in a usual one, %d in a cool one", warm, usual, cool)
	}
	if b := season.Warmed(calendar, from, func(day.Day) season.Weather { return season.Weather{} }); b[0].From != 130 {
		t.Error("a plant by date moved")
	}
}
