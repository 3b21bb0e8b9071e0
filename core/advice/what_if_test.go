package advice_test

import (
	"slices"
	"testing"

	"kembo/core/assessment"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/look"
)

func situation(t testing.TB, c assessment.Case) *assessment.Assessment {
	t.Helper()
	c.Tracks = []forecast.Quantity{forecast.OfStores, forecast.OfFree, forecast.OfRoom}
	a, err := assessment.Of(c, nil)
	if err != nil {
		t.Fatal(err)
	}
	return a
}

// TestTriedThingsDoWhatTheySay: each option, tried on a hive that has use for
// it, moves what it is for, and nothing before the day on which it is done.
func TestTriedThingsDoWhatTheySay(t *testing.T) {
	a := situation(
		t,
		hiveOf(
			t, jun, 10, look.Counts{Brood: 4, Honey: 3, Nectar: 1, Pollen: 1, Empty: 1}, 9,
			look.Counts{Honey: 6, Nectar: 2, Empty: 2},
		),
	)
	s := a.Situation
	likely := func(r *forecast.Result, q forecast.Quantity, d int) float64 { return r.Tracks[q][d].Likely }
	const done = 4
	for key, holds := range map[string]func(was, is *forecast.Result) bool{
		"super": func(was, is *forecast.Result) bool {
			return likely(is, forecast.OfRoom, done) > likely(was, forecast.OfRoom, done)+5
		},
		"foundation": func(was, is *forecast.Result) bool {
			return likely(is, forecast.OfRoom, 14) > likely(was, forecast.OfRoom, 14)
		},
		"combs": func(was, is *forecast.Result) bool {
			return likely(is, forecast.OfFree, done) > likely(was, forecast.OfFree, done)+1000
		},
		"feed": func(was, is *forecast.Result) bool {
			gained := likely(is, forecast.OfStores, done) - likely(was, forecast.OfStores, done)
			return gained > 3 && gained < 7 // 8 L of 1:1 are 4.9 kg of sugar, 0.9-1.1 kg of stores each
		},
		"under": func(was, is *forecast.Result) bool {
			return likely(is, forecast.OfFree, 20) > likely(was, forecast.OfFree, 20)
		},
		"harvest": func(was, is *forecast.Result) bool {
			return likely(is, forecast.OfStores, done) < likely(was, forecast.OfStores, done)-8
		},
		"dearth": func(was, is *forecast.Result) bool {
			return likely(is, forecast.OfStores, 20) < likely(was, forecast.OfStores, 20)-3
		},
	} {
		changes, names := s.Tried([]string{key}, s.Today+done)
		if len(changes) != 1 || names[0] == "" {
			t.Errorf("%s cannot be tried: %v", key, names)
			continue
		}
		with := s.Ready.Run(changes...)
		if !holds(s.Base, with) {
			t.Errorf(
				"%s does not do what it says: stores %.1f %.1f, free %.0f %.0f, room %.1f %.1f", names[0],
				likely(s.Base, forecast.OfStores, done), likely(with, forecast.OfStores, done),
				likely(s.Base, forecast.OfFree, done), likely(with, forecast.OfFree, done),
				likely(s.Base, forecast.OfRoom, done), likely(with, forecast.OfRoom, done),
			)
		}
		for q := range s.Base.Tracks {
			for d := range min(done, len(s.Base.Tracks[q])) {
				if s.Base.Tracks[q][d] != with.Tracks[q][d] {
					t.Fatalf("%s changed day %d, before it was done", key, d)
				}
			}
		}
	}
}

// TestOnlyWhatCanBeDoneIsOffered: no boxes to turn where there is one, no honey
// combs to swap in an empty nest, no supers to take where there are none; and a
// day gone by is today.
func TestOnlyWhatCanBeDoneIsOffered(t *testing.T) {
	s := situation(t, hiveOf(t, jun, 10, look.Counts{Brood: 5, Honey: 0.2, Pollen: 0.5, Empty: 4.3}, 7)).Situation
	for _, o := range s.Options() {
		if slices.Contains([]string{"turn", "combs", "harvest"}, o.Key) {
			t.Errorf("%s is offered to one box without honey or supers", o.Name)
		}
	}
	changes, _ := s.Tried([]string{"super", "nonsense"}, s.Today-30)
	if len(changes) != 1 || changes[0].Day != s.Today {
		t.Errorf("a month ago: %+v", changes)
	}
	if c, _ := s.Tried([]string{"super"}, day.Day(0)); c[0].Day != s.Today {
		t.Errorf("no day: %+v", c)
	}
}
