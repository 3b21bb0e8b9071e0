package assessment_test

import (
	"testing"

	"kembo/core/plan"
)

// toSpring are hives before winter.
var toSpring = []situation{
	{
		name: "strong, two full supers", place: "uk", bloom: limes, on: "2026-07-28", days: 8, told: checked(0),
		hive: "deep b5 h3 p1 e1 s10 | x | medium! h9 n1 s9 | medium! h8 n2 s9",
	},
	{
		name: "fair, one full super in September", place: "uk", bloom: limes, on: "2026-09-05", days: 10, told: checked(0),
		hive: "deep b4 h3 p1 e2 s8 | x | medium! h9 n1 s5",
	},
	{
		name: "small with plenty", place: "uk", bloom: limes, on: "2026-09-05", days: 10, told: checked(0),
		hive: "deep b2 h4 p1 e3 s4 | x | medium! h9 n1 s3",
	},
}

// TestWhatIsTakenIsMissedInSpring: the more is taken the fewer come through and the less is left; feed makes up for it, and who takes all
// and feeds nothing from a hive that needs it loses most. A fair hive that is made up to what common practice winters on (some 18 kg in the
// place of the situations, National Bee Unit, from memory) comes through nine times in ten.
func TestWhatIsTakenIsMissedInSpring(t *testing.T) {
	for _, x := range toSpring {
		a := x.assess(t)
		above := a.Base.SuperStores.Likely
		got := a.Situation.ToSpring([]plan.Taken{{}, {TakeKg: above / 2}, {TakeKg: above}, {TakeKg: above, SugarKg: 6}, {TakeKg: above, SugarKg: 14}})
		for i, w := range got {
			t.Logf("%s: %d %+v", x.name, i, w)
		}
		const wobbles = 0.02
		if got[0].Alive < got[1].Alive-wobbles || got[1].Alive < got[2].Alive-wobbles {
			t.Errorf("%s: %.2f, %.2f and %.2f come through as more is taken", x.name, got[0].Alive, got[1].Alive, got[2].Alive)
		}
		if got[3].Alive < got[2].Alive-wobbles || got[4].Alive < got[3].Alive-wobbles {
			t.Errorf("%s: %.2f, %.2f and %.2f come through as more is fed", x.name, got[2].Alive, got[3].Alive, got[4].Alive)
		}
		if got[0].Alive < 0.85 || got[0].On.String() != "2027-04-01" {
			t.Errorf("%s: with all that they have %.2f live on %s", x.name, got[0].Alive, got[0].On)
		}
		if got[0].LeastKg > got[0].LeftKg {
			t.Errorf("%s: the worst tenth have more than the middle", x.name)
		}
	}
	fair := toSpring[1].assess(t)
	w := fair.Situation.ToSpring([]plan.Taken{{TakeKg: fair.Base.SuperStores.Likely}, {TakeKg: fair.Base.SuperStores.Likely, SugarKg: 12}})
	if w[0].Alive > 0.4 || w[1].Alive < 0.85 {
		t.Errorf("stripped %.2f come through, made up with 12 kg of sugar %.2f", w[0].Alive, w[1].Alive)
	}
}
