package assessment_test

import (
	"testing"

	"kembo/core/plan"
)

// TestAnOldQueenIsWornInSpringToo: who keeps two combs of brood in May where she has room for six is replaced where she is old; not
// one of last year, who may be held back by something else, nor an old one who lays as she should. Common practice.
func TestAnOldQueenIsWornInSpringToo(t *testing.T) {
	const poor, good = "deep b1.5 h4 p1 e3.5 s5", "deep b6 h2 p1 e1 s8"
	for _, x := range []struct {
		hive string
		year int
		want bool
	}{{poor, 2022, true}, {poor, 2025, false}, {good, 2022, false}} {
		s := situation{
			name: x.hive, place: "uk", bloom: limes, on: "2026-05-12", days: 9, hive: x.hive,
			told: all(checked(0), queenOf(x.year), beside(24000)),
		}
		if got := planned(s.assess(t), plan.Requeen); got != x.want {
			t.Errorf("%s, a queen of %d: she is replaced: %v", x.hive, x.year, got)
		}
	}
}
