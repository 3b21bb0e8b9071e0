package forecast

import (
	"math"
	"testing"

	"kembo/core/bees"
	"kembo/core/look"
)

// TestChancesHardlyHangOnTheSeed: the chance that a runway ends before a visit in nine days,
// of records in the middle of a flow, has a standard deviation over seeds of about two points
// in the mean. Of members drawn each for itself it was 2.7; one is aimed at.
func TestChancesHardlyHangOnTheSeed(t *testing.T) {
	const seeds, visit = 30, 9
	sum, n := 0.0, 0
	for _, c := range []look.Counts{
		{Brood: 5, Honey: 2, Pollen: 1, Empty: 2}, {Brood: 5, Honey: 2, Nectar: 1, Pollen: 1, Empty: 1},
		{Brood: 4, Honey: 1, Pollen: 1, Empty: 4}, {Brood: 5, Honey: 3, Pollen: 1, Empty: 1},
	} {
		e := counted(t, c, 8)
		var told [Runways][]float64
		for seed := range uint64(seeds) {
			r := Run(Input{
				Colony: "c", Estimate: e, Today: e.Day, Horizon: 20, ReserveKg: 5, Seed: seed, Parameters: bees.Defaults(),
				Yard: NewYard(Site{Yard: "y", Climate: uk(t), Hemisphere: "north"}, e.Day, e.Day, 20, Members, seed),
			})
			for k := range told {
				told[k] = append(told[k], r.Chance(k, visit))
			}
		}
		for k := range told {
			mean, v := moments(told[k])
			if mean < 0.05 || mean > 0.95 {
				continue
			}
			t.Logf("%+v: %s %.2f, give or take %.3f", c, Names[k], mean, math.Sqrt(v))
			sum, n = sum+math.Sqrt(v), n+1
		}
	}
	if sd := sum / float64(n); n < 4 || sd > 0.0235 {
		t.Errorf("of %d chances: a standard deviation of %.4f over seeds", n, sd)
	}
}

// TestAPlaceIsTakenOnce: the places that members are given are each taken once, and which is
// whose hangs on the key.
func TestAPlaceIsTakenOnce(t *testing.T) {
	for _, n := range []int{1, 2, 7, 60, 200, 400} {
		taken := map[int]bool{}
		same := 0
		for m := range n {
			k := shuffled(77, m, n)
			if k < 0 || k >= n || taken[k] {
				t.Fatalf("of %d: member %d is given place %d", n, m, k)
			}
			taken[k] = true
			if k == shuffled(78, m, n) {
				same++
			}
		}
		if n > 50 && same > n/5 {
			t.Errorf("of %d: %d have the same place by another key", n, same)
		}
	}
}
