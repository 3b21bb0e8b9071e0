package ledger

import (
	"fmt"
	"testing"
	"time"

	"kembo/core/day"
)

// hourly is a series of three quiet days at 40 kg, changed by what is added from an hour of the second day on.
func hourly(change func(hour int) float64) []Reading {
	start := time.Date(2026, 6, 8, 0, 0, 0, 0, time.UTC)
	var out []Reading
	for h := range 72 {
		out = append(out, Reading{start.Add(time.Duration(h) * time.Hour), 40 + change(h-24)})
	}
	return out
}

// TestWhatAScaleTells asks of one thing at a time what an old hand would read off the curve. Common practice, no source.
func TestWhatAScaleTells(t *testing.T) {
	from := func(hour int, kg float64) func(int) float64 {
		return func(h int) float64 {
			if h >= hour {
				return kg
			}
			return 0
		}
	}
	for _, x := range []struct {
		name   string
		change func(hour int) float64
		rainMM float64 // on the second day
		want   string
	}{
		{"nothing", from(99, 0), 0, ""},
		{"two kilograms gone at noon", from(13, -2), 0, "swarm -2.0 "},
		{"a kilogram gone at noon", from(13, -1), 0, ""},
		{"two kilograms gone at night", from(3, -2), 0, ""},
		{"a lid lifted and put back two hours later", func(h int) float64 {
			if h >= 13 && h < 15 {
				return -2
			}
			return 0
		}, 0, ""},
		{"bees out by day", func(h int) float64 {
			if h >= 10 && h < 18 {
				return -0.8
			}
			return 0
		}, 0, ""},
		{"a super put on", from(11, 5.6), 0, "put_on 5.6 "},
		{"three boxes off", from(11, -48), 0, "taken_off -48.0 "},
		{"1.5 kg over a dry day", func(h int) float64 { return -1.5 * min(1, max(0, float64(h-8)/10)) }, 0, "robbed -1.5 "},
		{"0.6 kg over a dry day", func(h int) float64 { return -0.6 * min(1, max(0, float64(h-8)/10)) }, 0, ""},
		{"a shower", from(15, 0.8), 9, "rain 0.8 "},
		{"a shower that nobody noted, and it dries", func(h int) float64 {
			if h < 2 {
				return 0
			}
			return 2 - 1.6*min(1, max(0, float64(h-8)/10))
		}, 0, ""},
		{"a cloudburst at noon", from(12, 2.8), 28, "rain 2.8 "},
		{"two kilograms in a flow", func(h int) float64 { return 2 * min(1, max(0, float64(h-8)/10)) }, 0, ""},
	} {
		got := ""
		for _, h := range Tell(hourly(x.change), time.UTC, func(d day.Day) float64 {
			if d == day.Of(2026, time.June, 9) {
				return x.rainMM
			}
			return 0
		}) {
			got += fmt.Sprintf("%s %.1f ", h.What, h.Kg)
		}
		if got != x.want {
			t.Errorf("%s: %q, not %q", x.name, got, x.want)
		}
	}
}
