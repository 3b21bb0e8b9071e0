package history_test

import (
	"strings"
	"testing"

	"kembo/core/colony"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
)

// TestADeadHiveIsGoneThrough: its combs are held until every comb that had brood was looked at and nothing speaks against them;
// with signs of sick brood they stay held, whatever is ticked; a hive that lives is not gone through like that. Source: common
// practice.
func TestADeadHiveIsGoneThrough(t *testing.T) {
	sick := []history.Sign{history.SickBrood}
	for _, tt := range []struct {
		name string
		dead bool
		how  moves.HowEnded
		said *history.DeadOut
		held bool
		err  string
	}{
		{"not yet gone through", true, moves.Died, nil, true, ""},
		{"sold", true, moves.Sold, nil, false, ""},
		{"found free", true, moves.Died, &history.DeadOut{Every: true, Free: true, Signs: []history.Sign{history.NoFood}}, false, ""},
		{"looked at, and not said to be free", true, moves.Died, &history.DeadOut{Every: true}, true, ""},
		{"free without a look at every comb", true, moves.Died, &history.DeadOut{Free: true}, true, "every comb"},
		{"free with sick brood", true, moves.Died, &history.DeadOut{Every: true, Free: true, Signs: sick}, true, "inspector"},
		{"sick brood", true, moves.Died, &history.DeadOut{Every: true, Signs: sick}, true, ""},
		{"a sign that is none", true, moves.Died, &history.DeadOut{Signs: []history.Sign{"ghosts"}}, true, "list"},
		{"alive", false, "", &history.DeadOut{Every: true}, false, "note first that it died"},
		{"sold, and gone through", true, moves.Sold, &history.DeadOut{Every: true}, false, "note first that it died"},
	} {
		a := newApiary(t)
		a.begins("A", 10, history.Began{}, "qA")
		a.look("A", "first", d0, look.Counts{Brood: 3, Honey: 3, Empty: 4})
		if tt.dead {
			a.does("A", "end", d0+5, &moves.ColonyEnded{Ending: moves.Ending{How: tt.how}})
		}
		if tt.said != nil {
			a.write(history.Entry{ID: "dead", Day: d0 + 6, Kind: history.KindDeadOut, Body: tt.said, Colony: "A"})
		}
		b, err := history.Fold(a.logs["A"], a.ground("A"))
		if tt.err == "" && err != nil || tt.err != "" && (err == nil || !strings.Contains(err.Error(), tt.err)) {
			t.Errorf("%s: %v", tt.name, err)
		}
		if b.Held() != tt.held {
			t.Errorf("%s: held %v", tt.name, b.Held())
		}
		if tt.err == "" && tt.said != nil && (b.Health == colony.Suspect) != (len(tt.said.Signs) > 0 && tt.said.Signs[0].Stops()) {
			t.Errorf("%s: its brood counts as %q", tt.name, b.Health)
		}
	}
}

// TestWhatADeadHiveTells: signs together say more than each. Source: common practice.
func TestWhatADeadHiveTells(t *testing.T) {
	for _, tt := range []struct {
		signs []history.Sign
		want  string
	}{
		{nil, ""},
		{[]history.Sign{history.HeadsInCells, history.NoFood}, "It starved."},
		{[]history.Sign{history.HeadsInCells, history.FoodFar, history.FewBees}, "It starved beside its honey, in the cold."},
		{[]history.Sign{history.ManyMites, history.SickBrood}, "Its brood may have been sick."},
		{[]history.Sign{history.FoodFar}, ""},
	} {
		d := history.DeadOut{Signs: tt.signs}
		got := ""
		if c := d.Causes(); len(c) > 0 {
			got = c[0].Say
		}
		if got != tt.want {
			t.Errorf("%v tells %q, not %q", tt.signs, got, tt.want)
		}
	}
	for _, s := range history.Signs() {
		if s.Asks() == "" {
			t.Errorf("%s asks nothing", s)
		}
	}
}
