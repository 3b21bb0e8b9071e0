package history_test

import (
	"testing"

	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
)

// TestAQueenWhoIsShutInIsThere: shut in on a day, she is believed in her cage through looks that find no eggs, until she is let out
// or eggs are found that are younger than that; eggs of the days before she was shut in do not free her. Common practice.
func TestAQueenWhoIsShutInIsThere(t *testing.T) {
	shut := func(on int) history.Entry {
		return history.Entry{ID: "c", Day: d0 + dayOf(on), Kind: "queen_caged", Body: &moves.QueenCaged{Caged: true}}
	}
	eggs := func(id string, on int) history.Entry {
		l := lookOf("nest", look.Counts{Brood: 5, Honey: 3, Empty: 2})
		l.Queen.Looked, l.Queen.Eggs, l.Queen.Larvae = true, true, true
		return history.Entry{ID: id, Day: d0 + dayOf(on), Kind: history.KindLook, Body: l}
	}
	for _, tt := range []struct {
		name  string
		then  []history.Entry
		caged bool
	}{
		{"nobody looked", nil, true},
		{"no eggs on day 12", []history.Entry{noEggs("l", 14)}, true},
		{"old eggs on day 2", []history.Entry{eggs("l", 4)}, true},
		{"eggs on day 12", []history.Entry{eggs("l", 14)}, false},
		{"let out", []history.Entry{{ID: "o", Day: d0 + 20, Kind: "queen_caged", Body: &moves.QueenCaged{}}}, false},
	} {
		es := append(append(begin(), eggs("first", 1), shut(2)), tt.then...)
		g := ground(t)
		g.To = d0 + 24
		b, err := history.Fold(es, g)
		if err != nil {
			t.Fatalf("%s: %v", tt.name, err)
		}
		g.Yard = forecast.NewYard(g.Site, d0, g.To, 31, forecast.Members, g.Seed)
		if got := b.CagedSince > 0; got != tt.caged {
			t.Errorf("%s: she is shut in: %v", tt.name, got)
		}
		if tt.caged && b.CagedSince != d0+dayOf(2) {
			t.Errorf("%s: since %s", tt.name, b.CagedSince)
		}
		if n := queened(t, b, g, d0+dayOf(22)); tt.caged && n < 0.9 {
			t.Errorf("%s: a queen is there in %.2f of the members", tt.name, n)
		}
		if looked := len(tt.then) > 0 && tt.then[0].Kind == history.KindLook; looked && b.Estimate.Queen.Caged != tt.caged {
			t.Errorf("%s: the look says that she is shut in: %v", tt.name, b.Estimate.Queen.Caged)
		}
	}
}
