package history_test

import (
	"strings"
	"testing"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/measure"
	"kembo/core/moves"
)

// TestWhatToLookFor: what was done since the hive was last open is what a keeper
// looks for first. Common practice, no source: eggs within days, brood after
// nine, a super taken into use within days.
func TestWhatToLookFor(t *testing.T) {
	opened := history.Entry{ID: "l", Day: 100, Body: &history.Look{Queen: history.Queen{Looked: true}}}
	swap := history.Entry{ID: "s", Day: 101, Body: &moves.CombsSwapped{Out: []string{"a", "b"}}}
	super := history.Entry{ID: "b", Day: 101, Body: &moves.BoxOn{Box: moves.Box{Super: true, Drawn: true}}}
	fed := history.Entry{ID: "f", Day: 101, Body: &moves.Feed{Kg: 2}}
	weighed := history.Entry{ID: "w", Day: 105, Body: &history.Look{Weight: &history.Weight{How: "feel", Heft: "fair"}}}
	undone := history.Entry{ID: "u", Day: 101, Kind: history.KindUndo, Supersedes: "b"}
	metric := measure.Systems[0]
	for _, c := range []struct {
		what    string
		entries []history.Entry
		on      int
		want    []string
	}{
		{
			"no eggs, two combs swapped long enough ago, a weighing since",
			[]history.Entry{opened, swap, super, weighed}, 112,
			[]string{
				"check for eggs", "2 combs of honey swapped on 12 Apr 1970: expect brood", "expect bees and nectar",
			},
		},
		{
			"the same, four days after", []history.Entry{opened, swap, super}, 105,
			[]string{"check for eggs", "expect eggs", "expect bees and nectar"},
		},
		{
			"the super was taken back", []history.Entry{opened, super, undone, fed}, 110,
			[]string{"check for eggs", "Fed 2 kg of sugar"},
		},
		{
			"done before the last look: seen since",
			[]history.Entry{
				swap, {ID: "m", Day: 108, Body: &history.Look{Queen: history.Queen{Looked: true, Eggs: true}}},
			},
			112, nil,
		},
		{"never opened", []history.Entry{super}, 112, nil},
	} {
		got := history.Expect(c.entries, day.Day(c.on), metric)
		if len(got) != len(c.want) {
			t.Errorf("%s: %q", c.what, got)
			continue
		}
		for i := range got {
			want := strings.Replace(c.want[i], " 1970", "", 1)
			if !strings.Contains(got[i], want) {
				t.Errorf("%s: %q, want %q in it", c.what, got[i], want)
			}
		}
	}
}
