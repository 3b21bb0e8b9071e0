package web

import (
	"testing"

	"kembo/core/measure"
)

// TestItsSeasonIsSaidInDays: ahead, behind, and nothing where it is hardly off.
func TestItsSeasonIsSaidInDays(t *testing.T) {
	for _, tt := range []struct {
		days       measure.Range
		value, say string
	}{
		{measure.Range{Low: 2, Likely: 9.4, High: 16}, "9 days ahead", "of the usual here; 2 days ahead to 16 days ahead"},
		{measure.Range{Low: -12, Likely: -6, High: 0.3}, "6 days behind", "of the usual here; 12 days behind to on it"},
		{measure.Range{Low: -5, Likely: 1, High: 6}, "", ""},
	} {
		f, ok := seasonFact(tt.days)
		if ok != (tt.value != "") || f.Value != tt.value || f.Say != tt.say {
			t.Errorf("%+v: %q, %q", tt.days, f.Value, f.Say)
		}
	}
}
