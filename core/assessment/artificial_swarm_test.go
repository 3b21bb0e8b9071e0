package assessment_test

import (
	"slices"
	"testing"

	"kembo/core/assessment"
	"kembo/core/plan"
)

// TestTheWaysAgainstASwarmAreHeldAgainstEachOther: with a swarm's cells in a strong hive all ways are told with what they come
// to, the one that is planned among them and leaving it; each is what a keeper would expect of it against the others.
func TestTheWaysAgainstASwarmAreHeldAgainstEachOther(t *testing.T) {
	x := situation{
		name: "cells in a strong hive", place: "uk", bloom: limes, on: "2026-05-16", days: 7,
		hive: "deep b7 h1 p1 n1 s10 | x | medium! h2 n3 e5 s7", told: cells(6, 0, "edge"),
	}
	a := x.assess(t)
	way := map[string]plan.Way{}
	for _, w := range a.Plan.Ways {
		way[w.Key] = w
	}
	for _, key := range []string{"", "nuc", "split", "artificial", "raise"} {
		if _, ok := way[key]; !ok {
			t.Fatalf("%q is not told; told are %+v", key, a.Plan.Ways)
		}
	}
	if n := len(slices.DeleteFunc(slices.Clone(a.Plan.Ways), func(w plan.Way) bool { return !w.Chosen })); n != 1 {
		t.Errorf("%d ways are the plan's", n)
	}
	left := way[""]
	for key, w := range way {
		switch {
		case key == "":
		case w.Swarm >= left.Swarm:
			t.Errorf("%s: a chance of %.2f of a swarm, %.2f if left", key, w.Swarm, left.Swarm)
		case w.Minutes <= left.Minutes:
			t.Errorf("%s takes %.0f minutes", key, w.Minutes)
		case w.Chosen && w.LostKg != 0:
			t.Errorf("%s is the plan and loses %.2f against itself", key, w.LostKg)
		case w.Bees <= 0:
			t.Errorf("%s leaves no bees", key)
		}
	}
	if cells := way["cells"]; cells.HoneyKg <= left.HoneyKg {
		t.Errorf("left alone it brings %.1f kg, with the cells taken down %.1f: a swarm takes honey along", left.HoneyKg, cells.HoneyKg)
	}
	// Common practice: raised brood stays with its bees, an artificial swarm parts with its brood, a split with half of all.
	raise, split, artificial := way["raise"].HoneyKg, way["split"].HoneyKg, way["artificial"].HoneyKg
	if raise <= split || raise <= artificial {
		t.Errorf("raised brood brings %.1f kg, a split %.1f, an artificial swarm %.1f", raise, split, artificial)
	}
	for name, other := range map[string]situation{
		"no cells":  {name: "none", place: "uk", bloom: limes, on: "2026-05-16", days: 7, hive: x.hive, told: checked(0)},
		"in August": {name: "late", place: "uk", bloom: limes, on: "2026-08-20", days: 7, hive: x.hive, told: checked(0)},
	} {
		if ways := other.assess(t).Plan.Ways; len(ways) > 0 {
			t.Errorf("%s: told are %+v", name, ways)
		}
	}
}

// TestAnArtificialSwarmNeedsAStrongHive with a queen who was not missing; where only foundation is to hand it is made on that.
func TestAnArtificialSwarmNeedsAStrongHive(t *testing.T) {
	has := func(x situation) bool {
		return slices.ContainsFunc(x.assess(t).Plan.Ways, func(w plan.Way) bool { return w.Key == "artificial" })
	}
	base := situation{
		name: "cells in a strong hive", place: "uk", bloom: limes, on: "2026-05-16", days: 7,
		hive: "deep b7 h1 p1 n1 s10 | x | medium! h2 n3 e5 s7", told: cells(6, 0, "edge"),
	}
	for _, c := range []struct {
		name   string
		change func(*situation)
		want   bool
	}{
		{"ten seams", func(*situation) {}, true},
		{"foundation alone", func(x *situation) {
			x.told = all(x.told, func(c *assessment.Case) { c.Settings.DrawnSupers = false })
		}, true},
		{"five seams", func(x *situation) { x.hive = "deep b4 h2 p1 e3 s5" }, false},
	} {
		x := base
		if c.change(&x); has(x) != c.want {
			t.Errorf("%s: told of an artificial swarm: %v", c.name, !c.want)
		}
	}
}

// TestAnArtificialSwarmLeavesHerFood: where one is made of a hive with eight kilograms in its nest, five stay with her.
func TestAnArtificialSwarmLeavesHerFood(t *testing.T) {
	x := situation{
		name: "cells two months before the heather", place: "uk", bloom: heather, on: "2026-05-22", days: 7, hive: "deep b6 h3 p1 s10",
		told: cells(6, 0, "edge"),
	}
	a := x.assess(t)
	nest := a.Base.NestStores.Likely
	for _, v := range a.Advice {
		for _, c := range v.Changes {
			if v.Action != plan.SwarmControl || c.BroodOut < 0.8 {
				continue
			}
			if left := nest * (1 - c.NestHoneyOut); left < 4.5 || c.NestHoneyOut <= 0 {
				t.Errorf("of %.1f kg %.1f stay with her", nest, left)
			}
			return
		}
	}
	t.Errorf("no artificial swarm is made: %s", a.Advice[0].Do)
}
