package web

import (
	"strings"
	"testing"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/measure"
	"kembo/core/season"
)

// TestTheWeatherIsSaidAsItIs: the spell that begins today and what follows.
func TestTheWeatherIsSaidAsItIs(t *testing.T) {
	on := day.Of(2026, 6, 3)
	days := func(mm ...float64) (out []season.Weather) {
		for i, x := range mm {
			out = append(out, season.Weather{Day: on + day.Day(i), MaxC: 20, RainMM: x})
		}
		return out
	}
	for _, tt := range []struct {
		days        []season.Weather
		say, after  string
		known, rain bool
	}{
		{days(5, 0, 0), "Rain today, 20 °C", "then dry, 20 °C", true, true},
		{days(0, 0.5, 4), "Dry to Thu 4 Jun, 20 °C", "then rain, 20 °C", true, false},
		{days(2, 3), "Rain to Thu 4 Jun, 20 °C", "as far as it is known", true, true},
		{nil, "No weather on file", "a usual season is assumed", false, false},
	} {
		var v boardView
		v.weather(tt.days, measure.Systems[0])
		if v.Weather != tt.say || v.After != tt.after || v.Known != tt.known || v.Rain != tt.rain {
			t.Errorf("%v: %q, %q, known %v, rain %v", tt.days, v.Weather, v.After, v.Known, v.Rain)
		}
	}
}

// TestALookIsToldAsItWas: not looked is not said, no eggs is not eggs.
func TestALookIsToldAsItWas(t *testing.T) {
	seams := 8.0
	for _, tt := range []struct {
		queen history.Queen
		cells history.Cells
		says  string
		not   string
	}{
		{history.Queen{Looked: true, Eggs: true}, history.Cells{}, "eggs", "no eggs"},
		{history.Queen{Looked: true}, history.Cells{}, "no eggs", "queen seen"},
		{history.Queen{Eggs: true, Several: "walls"}, history.Cells{}, "several eggs on the walls", "no eggs"},
		{history.Queen{Looked: true, Seen: true, Eggs: true}, history.Cells{}, "queen seen", "eggs"},
		{history.Queen{}, history.Cells{}, "8 seams of bees", "eggs"},
		{history.Queen{}, history.Cells{Check: "complete"}, "no queen cells on any comb", "eggs"},
		{history.Queen{}, history.Cells{Check: "partial"}, "8 seams of bees", "on any comb"},
		{history.Queen{}, history.Cells{Check: "complete", Charged: 1}, "1 queen cell", "no queen cells"},
	} {
		_, say := entryWords(history.Entry{Body: &history.Look{
			Boxes: []history.BoxLook{{Box: "nest", Depth: "seams", Seams: &seams}}, Queen: tt.queen, Cells: tt.cells,
		}}, measure.Systems[0])
		if !strings.Contains(say, tt.says) || strings.Contains(say, tt.not) {
			t.Errorf("%+v, %+v: %q", tt.queen, tt.cells, say)
		}
	}
}
