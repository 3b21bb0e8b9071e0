package plan

import (
	"fmt"
	"slices"
	"testing"

	"kembo/core/colony"
	"kembo/core/forecast"
	"kembo/core/measure"
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
	got := ""
	for i, n := range all[:5] {
		s := &Situation{Input: forecast.Input{Colony: n.Colony}, Health: n.Health, Base: &forecast.Result{}}
		s.Base.Bees = measure.Range{Likely: n.Bees}
		s.Neighbours = append(append(s.Neighbours, all[:i]...), all[i+1:]...)
		got += fmt.Sprintf("%s-%s ", n.Colony, s.matched(n.SpareKg))
	}
	if want := "A-D B-C C-B D-A E- "; got != want {
		t.Errorf("paired %q, not %q", got, want)
	}
	// C has settled with A: D, whose code comes after, looks for another, and C would not give way to D.
	d, c := &Situation{Input: forecast.Input{Colony: "D"}}, &Situation{Input: forecast.Input{Colony: "C"}}
	for _, n := range all[:3] {
		if n.Colony == "C" {
			n.Takes = "A"
		}
		d.Neighbours = append(d.Neighbours, n)
	}
	for _, n := range append(slices.Clone(all[:2]), all[3]) {
		if n.Colony == "D" {
			n.Takes = "B"
		}
		c.Neighbours = append(c.Neighbours, n)
	}
	for _, s := range []*Situation{c, d} {
		s.Health, s.Base = colony.Healthy, &forecast.Result{}
		s.Base.Bees = measure.Range{Likely: 20_000}
	}
	if got := d.matched(-15) + c.matched(-7); got != "BB" {
		t.Errorf("settled with others, D and C are matched with %q", got)
	}
}
