package look_test

import (
	"testing"

	"kembo/core/look"
	"kembo/core/season"
)

// TestHowFarAHiveIsOpened: on both sides of each bound; wind counts against it, sun for it, and the keeper's own limit holds.
// Source: common practice.
func TestHowFarAHiveIsOpened(t *testing.T) {
	f := func(v float64) *float64 { return &v }
	for _, tt := range []struct {
		name    string
		day     season.Weather
		limit   float64
		lid     bool
		nest    bool
		minutes float64
	}{
		{"frost", season.Weather{MaxC: 2}, 0, false, false, 0},
		{"just too cold for the lid", season.Weather{MaxC: 7.9}, 0, false, false, 0},
		{"the lid", season.Weather{MaxC: 8}, 0, true, false, 0},
		{"just too cold for the nest", season.Weather{MaxC: 11.9}, 0, true, false, 0},
		{"a short look", season.Weather{MaxC: 12}, 0, true, true, 5},
		{"ten minutes", season.Weather{MaxC: 14}, 0, true, true, 10},
		{"at leisure", season.Weather{MaxC: 18}, 0, true, true, 0},
		{"twelve degrees in a wind", season.Weather{MaxC: 12, WindMS: f(6)}, 0, true, false, 0},
		{"a breeze", season.Weather{MaxC: 12, WindMS: f(3)}, 0, true, true, 5},
		{"ten degrees in the sun", season.Weather{MaxC: 10, SunH: f(6)}, 0, true, true, 5},
		{"ten degrees under cloud", season.Weather{MaxC: 10, SunH: f(4)}, 0, true, false, 0},
		{"a wet day of twenty degrees", season.Weather{MaxC: 20, RainMM: 6}, 0, true, false, 0},
		{"a shower", season.Weather{MaxC: 20, RainMM: 2}, 0, true, true, 0},
		{"a keeper who waits for fifteen", season.Weather{MaxC: 14}, 15, true, false, 0},
	} {
		o := look.OpenIn(tt.day, tt.limit)
		if o.Lid != tt.lid || o.Nest != tt.nest || o.Minutes != tt.minutes {
			t.Errorf("%s: %+v", tt.name, o)
		}
	}
}
