package assessment_test

import (
	"strings"
	"testing"

	"kembo/core/assessment"
	"kembo/core/harvest"
	"kembo/core/plan"
	"kembo/core/season"
)

// Situations of the flow and of the harvest, written before readings of honey were: what a severe keeper would say.
// Common practice, no source, where none is named.

// water says that a refractometer was read today: per cent of water of open cells from three combs of a box, counted from
// the floor.
func water(box int, percent float64) func(*assessment.Case) {
	return func(c *assessment.Case) {
		c.Readings = append(c.Readings, harvest.Reading{
			Box: c.Stack.Boxes[box].ID, Day: c.Today, Water: percent, Combs: 3, Open: true,
		})
	}
}

// shaken says what a comb of a box did today when it was shaken.
func shaken(box int, what harvest.Shake) func(*assessment.Case) {
	return func(c *assessment.Case) {
		c.Readings = append(c.Readings, harvest.Reading{Box: c.Stack.Boxes[box].ID, Day: c.Today, Shake: what})
	}
}

// rape is a yard of oilseed rape, with little after it until bramble.
var rape = []season.Bloom{
	{Plant: "willow", From: 62, PeakFrom: 76, PeakTo: 96, To: 112, Strength: 0.16, Pollen: 1},
	{Plant: "oilseed rape", From: 112, PeakFrom: 118, PeakTo: 138, To: 146, Strength: 0.9, Pollen: 0.9},
	{Plant: "bramble", From: 166, PeakFrom: 174, PeakTo: 196, To: 210, Strength: 0.42, Pollen: 0.8},
	{Plant: "wayside", From: 100, PeakFrom: 125, PeakTo: 240, To: 275, Strength: 0.1, Pollen: 0.75},
}

// sunflowers is a yard whose second flow opens ten days after its first is over.
var sunflowers = []season.Bloom{
	{Plant: "willow", From: 62, PeakFrom: 76, PeakTo: 96, To: 112, Strength: 0.16, Pollen: 1},
	{Plant: "robinia", From: 138, PeakFrom: 143, PeakTo: 154, To: 160, Strength: 0.9, Pollen: 0.2},
	{Plant: "sunflower", From: 188, PeakFrom: 194, PeakTo: 210, To: 218, Strength: 0.8, Pollen: 0.9},
	{Plant: "wayside", From: 100, PeakFrom: 125, PeakTo: 240, To: 275, Strength: 0.08, Pollen: 0.75},
}

var flow = []situation{
	// Room in time.
	{
		name: "The lime opens, and nobody comes for a fortnight", place: "uk", bloom: limes, on: "2026-06-26", days: 14,
		hive: "deep b7 h1 n1 p1 s10 | x | medium! h2 n3 e5 s9", told: checked(0), does: [][]string{{"add_super"}},
		never: []string{"leave", "harvest_super", "open_nest_sides"}, why: "two weeks of lime are more than five combs",
	},
	{
		name: "The lime has a week to go, an empty super is on", place: "uk", bloom: limes, on: "2026-07-16", days: 9,
		hive: "deep b6 h2 n1 p1 s10 | x | medium! h6 n3 e1 s10 | medium! e10 s2", told: checked(0),
		never: []string{"add_super", "feed_emergency", "pack_down"}, why: "not over an empty super, and not for a week",
	},
	{
		name: "Two supers nearly full in the lime, twelve days to the visit", place: "uk", bloom: limes, on: "2026-06-28",
		days: 12, hive: "deep b7 h1 n1 p1 s10 | x | medium! h8 n2 s10 | medium! h5 n5 s10", told: checked(0),
		does: [][]string{{"add_super"}}, never: []string{"leave", "pack_down"}, rushes: true,
		why: "what they have is gone in three days of lime",
	},
	{
		name: "Four seams in the lime, a super half empty", place: "uk", bloom: limes, on: "2026-06-30", days: 9,
		hive: "deep b3 h2 n1 p1 e3 s4 | x | medium! n1 e9 s1", told: checked(0), never: []string{"add_super", "swarm_control"},
		why: "they will not fill the one they have",
	},
	{
		name: "A dearth by the sea in July", place: "mediterranean", on: "2026-07-22", days: 14,
		hive: "deep b4 h3 p1 e2 s9 | x | medium! h3 e7 s4", told: checked(0), never: []string{"add_super"},
		why: "nothing comes in until September",
	},
	{
		name: "A super nobody went into, at the end of the flow", place: "uk", bloom: limes, on: "2026-07-31", days: 10,
		hive: "deep b5 h3 p1 e1 s9 | x | medium! e10 s0", told: checked(0), does: [][]string{{"remove_super", "pack_down"}},
		never: []string{"add_super"}, why: "combs over an empty box are combs for the moth",
	},
	// The nest that fills.
	{
		name: "Bound in the lime without a super", place: "uk", bloom: limes, on: "2026-06-30", days: 8,
		hive: "deep b3 h4 n2 p1 s10", told: checked(0), does: [][]string{{"add_super", "relieve_honey_bound"}},
		never: []string{"leave", "feed_emergency", "combine"}, why: "room above first",
	},
	{
		name: "Foundation over an excluder, and they fill the nest", place: "uk", bloom: limes, on: "2026-06-28", days: 8,
		hive: "deep b5 h2 n2 p1 s10 | x | medium! u10 s1", told: checked(0),
		does:  [][]string{{"excluder_off", "add_super", "relieve_honey_bound", "swarm_control"}},
		never: []string{"leave", "remove_super"}, why: "they do not pass the excluder for foundation",
	},
	{
		name: "A nest walled with what was fed, the sycamore opens", place: "uk", bloom: limes, on: "2026-04-30", days: 9,
		hive: "deep b3.5 h5 p1 e0.5 s9", told: fedAgo(30, 8), never: []string{"add_super/relieve_honey_bound", "leave"},
		why: "once a super is on they carry it up, and it is sugar: combs out first",
	},
	// Weather.
	{
		name: "A rainy week in June on eight combs of brood", place: "uk", bloom: heather, on: "2026-06-10", days: 9,
		hive: "deep b8 h0.6 n0.4 p1 s10 | x | medium! e10 s4", told: all(checked(0), weathered(8, 8, 13, 6)),
		does: [][]string{{"feed_emergency"}}, never: []string{"leave", "add_super"}, rushes: true,
		why: "a strong colony starves in a week of rain in June",
	},
	// What may be taken.
	{
		name: "Nine tenths capped and 19.8 % by the refractometer", place: "uk", bloom: limes, on: "2026-07-28", days: 5,
		hive: "deep b5 h3 p1 e1 s9 | x | medium! h9 n1 s9", told: all(checked(0), water(1, 19.8)),
		does: [][]string{{"hold_harvest"}}, never: []string{"harvest_super"}, why: "capped honey can be wet: it would work in the jar",
	},
	{
		name: "Rape over for a week, half capped, 17.2 % in the open cells", place: "uk", bloom: rape, on: "2026-06-01", days: 4,
		hive: "deep b6 h2 p1 e1 s10 | x | medium! h5 n5 s9", told: all(checked(0), water(1, 17.2)),
		does: [][]string{{"harvest_super"}}, never: []string{"hold_harvest"}, why: "it is dry, and in a week it is set in the comb",
	},
	{
		name: "The same, and it drops when shaken", place: "uk", bloom: rape, on: "2026-05-24", days: 4,
		hive: "deep b6 h2 p1 e1 s10 | x | medium! h3.5 n6 e0.5 s9", told: all(checked(0), shaken(1, harvest.ShakeDrops)),
		never: []string{"harvest_super"}, why: "that is nectar yet",
	},
	{
		name: "Ling, nine tenths capped, 21.5 % water", place: "uk", bloom: heather, on: "2026-09-08", days: 6,
		hive: "deep b3 h4 p1 e2 s9 | x | medium! h9 n1 s8", told: all(checked(0), water(1, 21.5)),
		does: [][]string{{"harvest_super"}}, never: []string{"hold_harvest"},
		why: "ling holds more water and keeps: its limit is 23 % (Codex CXS 12-1981)",
	},
	{
		name: "Capped all over, with brood in it", place: "uk", bloom: limes, on: "2026-07-28", days: 6,
		hive: "deep b5 h3 p1 e1 s9 | medium! b2 h7.5 n0.5 s9", told: checked(0), never: []string{"harvest_super"},
		why: "brood hatches first, with an excluder under it",
	},
	{
		name: "A whole deep of honey on the nest", place: "uk", bloom: limes, on: "2026-07-22", days: 6,
		hive: "deep b6 h2 p1 e1 s10 | deep h9.7 n0.3 s9", told: checked(0),
		does:  [][]string{{"harvest_super", "relieve_honey_bound"}}, // the relief there is that box, taken off
		never: []string{"feed_emergency"}, why: "a deep of honey in July is crop; comb in its place",
	},
	{
		name: "A whole deep of honey over an empty nest in September", place: "uk", bloom: limes, on: "2026-09-05", days: 10,
		hive: "deep b4 h0.5 p1 e4.5 s9 | deep h9.5 e0.5 s7", told: checked(0), never: []string{"harvest_super", "feed_winter"},
		why: "it is their winter",
	},
	{
		name: "Fed under it in the June gap", place: "uk", bloom: limes, on: "2026-07-28", days: 6,
		hive: "deep b5 h3 p1 e1 s9 | x | medium! h9.5 n0.5 s9", told: all(checked(0), fedAgo(45, 4), water(1, 17)),
		does: [][]string{{"hold_harvest"}}, never: []string{"harvest_super"}, why: "dry sugar is sugar still",
	},
	{
		name: "The robinia is ripe, the sunflower a month off", place: "central-europe", bloom: sunflowers, on: "2026-06-16", days: 6,
		hive: "deep b6 h2 p1 e1 s10 | x | medium! h9.8 n0.2 s10", told: all(checked(0), water(1, 16.8)),
		does: [][]string{{"harvest_super"}}, never: []string{"pack_down", "feed_winter", "combine"},
		why: "taken apart it sells for more, and the combs are wanted in three weeks",
	},
	{
		name: "Six tenths capped, 17.4 % at the end of July", place: "uk", bloom: limes, on: "2026-07-30", days: 4,
		hive: "deep b5 h3.5 p1 e0.5 s9 | x | medium! h6 n3.5 e0.5 s8", told: all(checked(0), water(1, 17.4)),
		does: [][]string{{"harvest_super"}}, never: []string{"hold_harvest", "add_super"}, why: "uncapped but dry, by a reading, is ready",
	},
}

// flowUnanswered is how many of them are not answered as yet: it may only fall.
const flowUnanswered = 5

// TestFlowSituations counts the situations of flow and harvest that are not answered as a severe keeper would, and says which.
func TestFlowSituations(t *testing.T) {
	mostUnanswered(t, append(flow, flowHeld...), flowUnanswered)
}

// TestSugarInTheNestIsSaidWithASuper: where much of what was fed is in the nest still, a super goes on with a word about it; where it
// is eaten, without. Common practice, no source.
func TestSugarInTheNestIsSaidWithASuper(t *testing.T) {
	const word = "Sugar is not honey"
	for _, x := range []struct {
		name string
		told func(*assessment.Case)
		want bool
	}{{"fed eight kilograms in April", fedAgo(30, 8), true}, {"fed two", fedAgo(30, 2), false}, {"never fed", nil, false}} {
		c := situation{
			name: x.name, place: "uk", bloom: limes, on: "2026-04-30", days: 9, hive: "deep b3.5 h5 p1 e0.5 s9", told: x.told,
		}
		said, supered := false, false
		for _, a := range c.assess(t).Advice {
			supered = supered || a.Action == plan.AddSuper
			said = said || strings.Contains(strings.Join(a.Cautions, " "), word)
		}
		if !supered {
			t.Fatalf("%s: no super is advised", x.name)
		}
		if said != x.want {
			t.Errorf("%s: said %t, not %t", x.name, said, x.want)
		}
	}
}
