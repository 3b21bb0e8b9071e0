package forecast

import (
	"testing"
	"time"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/season"
)

// TestANestUnderALidOfHoneyIsRunningOut: brood fills the lower box and honey all but a comb and a half of
// the upper one: room to lay ends within a week or so in June, though as many empty cells as she lays in
// eight days were counted (common practice, no source). With the same combs empty beside the brood it does
// not.
func TestANestUnderALidOfHoneyIsRunningOut(t *testing.T) {
	on := day.Of(2026, time.June, 1)
	lay := func(lower, upper look.Counts) *Result {
		st := hive.Stack{}
		for _, id := range []string{"n", "m"} {
			st.Boxes = append(st.Boxes, hive.NewBox(id, hive.Formats[0], 10, hive.Make{Drawn: true}))
		}
		e, err := look.Read(look.Look{
			Day: on, Boxes: []look.BoxLook{
				{Box: "n", Depth: look.ByBox, Counts: lower, Seams: 9}, {Box: "m", Depth: look.ByBox, Counts: upper, Seams: 8},
			},
			Queen: colony.QueenEvidence{Looked: true, Eggs: true, Larvae: true, Capped: true},
		}, st, look.Context{Season: season.Place{}.On(on)})
		if err != nil {
			t.Fatal(err)
		}
		return Run(Input{
			Colony: "c", Estimate: e, Today: on, Horizon: 60, ReserveKg: 5, Seed: 1, Parameters: bees.Defaults(),
			Yard: NewYard(Site{Yard: "y", Hemisphere: season.North, Climate: uk(t)}, on, on, 60, Members, 1),
		})
	}
	lid := lay(look.Counts{Brood: 8, Honey: 1, Pollen: 1}, look.Counts{Honey: 8.5, Empty: 1.5})
	open := lay(look.Counts{Brood: 6, Honey: 1, Pollen: 1, Empty: 2}, look.Counts{Brood: 2, Honey: 2, Empty: 6})
	if p := lid.Chance(Lay, 8); p < 0.5 {
		t.Errorf("under a lid of honey room to lay ends within eight days %.2f", p)
	}
	if p := open.Chance(Lay, 8); p > 0.2 {
		t.Errorf("with combs free about the brood room to lay ends within eight days %.2f", p)
	}
}
