package plan

import (
	"fmt"
	"maps"
	"slices"
	"testing"

	"kembo/core/colony"
	"kembo/core/forecast"
)

// TestHivesEvenOutInPairs: seen from either hive the pair is the same, nobody gives to two, and the weak, the sick and
// the queenless are left out.
func TestHivesEvenOutInPairs(t *testing.T) {
	all := []colony.Neighbour{
		{Colony: "A", SpareKg: 12}, {Colony: "B", SpareKg: 9}, {Colony: "C", SpareKg: -7}, {Colony: "D", SpareKg: -15},
		{Colony: "E", SpareKg: 2}, {Colony: "F", SpareKg: 20, Bees: partnerBees - 1}, {Colony: "G", SpareKg: -20, Queenless: true},
		{Colony: "H", SpareKg: 30, Health: colony.Suspect},
	}
	for i := range all {
		all[i].Known = true
		if all[i].Bees == 0 {
			all[i].Bees = 20_000
		}
		if all[i].Health == "" {
			all[i].Health = colony.Healthy
		}
	}
	given := PairsOf(all)
	got := ""
	for _, n := range all[:5] {
		s := &Situation{Input: forecast.Input{Colony: n.Colony}, Base: &forecast.Result{}, Pairs: &given}
		got += fmt.Sprintf("%s-%s ", n.Colony, s.matched())
	}
	if want := "A-D B-C C-B D-A E- "; got != want {
		t.Errorf("paired %q, not %q", got, want)
	}
	slices.Reverse(all)
	if again := PairsOf(all); !maps.Equal(again.Honey, given.Honey) {
		t.Errorf("told in another order the pairs are %v, not %v", again.Honey, given.Honey)
	}
}

// reckoned is what combs come to where that was worked out.
func reckoned(few, more float64) colony.Worth {
	return colony.Worth{Told: true, Kg: [2]float64{few, more}}
}

// TestPairsGoByWhatTheyAreWorth: where what combs come to was worked out, the hive that gains most by them gets them, not the
// one that lacks most; and seen from either hive the pair is the same.
func TestPairsGoByWhatTheyAreWorth(t *testing.T) {
	all := []colony.Neighbour{
		{Colony: "A", SpareKg: 12, Honey: reckoned(1, 2.5)}, {Colony: "B", SpareKg: 6, Honey: reckoned(5, 0)},
		{Colony: "C", SpareKg: -7, Honey: reckoned(6, 7)}, {Colony: "D", SpareKg: -15, Honey: reckoned(2, 3)},
	}
	for i := range all {
		all[i].Known, all[i].Bees, all[i].Health = true, 20_000, colony.Healthy
	}
	got := fmt.Sprint(PairsOf(all).Honey)
	// A gives to C: 6 - 1 less the work; D, which lacks more, would gain less than the dear combs of B cost.
	if want := "map[C:A]"; got != want {
		t.Errorf("paired %q, not %q", got, want)
	}
	strong := colony.Neighbour{Colony: "S", Bees: 30_000, BroodPriceKg: 1.5}
	small := colony.Neighbour{Colony: "T", Bees: 6_000, BroodIn: reckoned(1, 1.2)}
	if v := broodPair(strong, small); v > 0 {
		t.Errorf("brood that is worth 1 kg to one and costs 1.5 is worth %.1f", v)
	}
	small.BroodIn = reckoned(0, 0)
	if v := broodPair(strong, small); v > 0 {
		t.Errorf("brood of which is known that it is worth nothing is worth %.1f", v)
	}
	small.BroodIn = reckoned(4, 9)
	if v := broodPair(strong, small); v < 5 || v > 6 {
		t.Errorf("two combs worth 9 that cost 1.5 each, the second more, are worth %.1f", v)
	}
}
