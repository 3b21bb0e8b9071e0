package assessment_test

import (
	"strings"
	"testing"
)

// TestLingIsNoFoodForALongWinter: where bees are shut in for months and ling was the last to flower, who packs down or feeds is told; not in a
// mild winter, not where it was anything else, and not in spring. Common practice, no source.
func TestLingIsNoFoodForALongWinter(t *testing.T) {
	for _, x := range []struct {
		situation
		told bool
	}{
		{situation{
			name: "ling in the north", place: "scandinavia", bloom: heather, on: "2026-09-12", days: 8, told: checked(0),
			hive: "deep b2 h3 p1 e4 s8",
		}, true},
		{situation{
			name: "ling in a mild winter", place: "uk", bloom: heather, on: "2026-09-12", days: 8, told: checked(0),
			hive: "deep b2 h3 p1 e4 s8",
		}, false},
		{situation{
			name: "lime in the north", place: "scandinavia", bloom: limes, on: "2026-09-12", days: 8, told: checked(0),
			hive: "deep b2 h3 p1 e4 s8",
		}, false},
	} {
		a := x.assess(t)
		said, winters := false, false
		for _, v := range a.Advice {
			winters = winters || v.Action == "feed_winter" || v.Action == "pack_down"
			said = said || strings.Contains(strings.Join(v.Cautions, " "), "fills the gut")
		}
		if !winters {
			t.Errorf("%s: nothing is done for winter: %s", x.name, a.Advice[0].Do)
		}
		if said != x.told {
			t.Errorf("%s: told %v, want %v", x.name, said, x.told)
		}
	}
}
