package app

import (
	"fmt"
	"testing"
	"time"

	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/season"
)

// TestConditionsAreKeptWhileNothingChanges: the same draw for the same yard and
// day, another when weather or calendar change, and no more yards than are kept.
func TestConditionsAreKeptWhileNothingChanges(t *testing.T) {
	var c conditions
	climate, err := season.ClimateFor("uk")
	if err != nil {
		t.Fatal(err)
	}
	today := day.Of(2026, time.June, 3)
	site := forecast.Site{
		Yard: "a", Hemisphere: season.North, Climate: climate,
		Weather: map[day.Day]season.Weather{today: {Day: today, MinC: 8, MaxC: 17}},
	}
	first := c.yard(site, today)
	if c.yard(site, today) != first {
		t.Error("the same yard was drawn twice")
	}
	wind := 9.0
	site.Weather = map[day.Day]season.Weather{today: {Day: today, MinC: 8, MaxC: 17, WindMS: &wind}}
	windy := c.yard(site, today)
	if windy == first {
		t.Error("wind changed nothing")
	}
	if c.yard(site, today+1) == windy {
		t.Error("tomorrow is drawn as today")
	}
	for i := range 2 * yardsKept {
		site.Yard = fmt.Sprint("yard ", i)
		c.yard(site, today)
	}
	if len(c.of) != yardsKept {
		t.Errorf("%d yards are kept, not %d", len(c.of), yardsKept)
	}
}
