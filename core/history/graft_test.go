package history_test

import (
	"testing"

	"kembo/core/history"
	"kembo/core/look"
)

// TestAGraftIsCounted: how many were taken stands with the graft; more than were grafted, none grafted and a count of no graft
// are refused.
func TestAGraftIsCounted(t *testing.T) {
	for _, tt := range []struct {
		name  string
		of    *history.Graft
		taken int
		ok    bool
	}{
		{"not looked at", nil, -1, true}, {"some taken", &history.Graft{Of: "graft", Cells: 21}, 21, true},
		{"none taken", &history.Graft{Of: "graft"}, 0, true}, {"more than there were", &history.Graft{Of: "graft", Cells: 31}, -1, false},
		{"of another", &history.Graft{Of: "other", Cells: 3}, -1, false}, {"no larva", &history.Graft{}, -1, false},
	} {
		a := newApiary(t)
		a.begins("A", 10, history.Began{}, "qA")
		a.look("A", "first", d0, look.Counts{Brood: 3, Honey: 3, Empty: 4})
		a.write(history.Entry{ID: "graft", Colony: "A", Day: d0 + 1, Kind: history.KindGraft, Body: &history.Graft{Cells: 30, From: "the red line"}})
		if tt.of != nil {
			a.write(history.Entry{ID: "seen", Colony: "A", Day: d0 + 2, Kind: history.KindGraft, Body: tt.of})
		}
		b, err := history.Fold(a.logs["A"], a.ground("A"))
		if (err == nil) != tt.ok {
			t.Errorf("%s: %v", tt.name, err)
		}
		if len(b.Grafts) == 0 || b.Grafts[0].Taken != tt.taken || b.Grafts[0].Cells != 30 {
			t.Errorf("%s: %+v", tt.name, b.Grafts)
		}
	}
}
