package assessment_test

import (
	"testing"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/look"
	"kembo/core/queen"
)

// held are situations that nobody looked at the answers of until the engine was done.
var held = []situation{
	{
		name: "HE-06 in October", place: "uk", bloom: heather, on: "2026-10-31", days: 28,
		hive: "deep h3 p1 e6 s6.5", does: [][]string{{"feed_winter", "feed_emergency"}},
		never: []string{"leave", "add_super"}, why: "ten short of its winter, and fondant is still taken",
	},
	{
		name: "HE-06 the day after", place: "uk", bloom: heather, on: "2026-11-01", days: 27,
		hive: "deep h3 p1 e6 s6.5", told: lookedAgo(1), does: [][]string{{"feed_winter", "feed_emergency"}},
		never: []string{"leave", "add_super"}, why: "as on the last of October: nothing new was seen",
	},
	{
		name: "QL-02, May, a nest that fills", place: "uk", bloom: limes, on: "2026-05-11", days: 9,
		hive: "deep b5.5 h2.5 n0.5 p1 e0.5 s10", told: checked(0), does: [][]string{{"add_super"}},
		never: []string{"feed_emergency", "leave", "relieve_honey_bound/add_super"},
		why:   "sycamore is in flower, and there is no super on",
	},
	{
		name: "QL-08 51 kg in August", place: "uk", bloom: limes, on: "2026-08-20", days: 11,
		hive: "deep b4 h4 p1 e1 s10 | deep h10 s9", told: beside(18000, 16000),
		does: [][]string{{"harvest_super", "equalise"}}, never: []string{"feed_winter", "feed_emergency", "add_super"},
		why: "27 kg of sealed honey in a deep box is a crop too",
	},
	{
		name: "SA-02 in October", place: "uk", bloom: limes, on: "2026-10-06", days: 9,
		hive: "deep b0.2 h3 p1 e5.8 s1.9", told: all(queenOf(2023), beside(22000, 19000)),
		does: [][]string{{"combine"}}, never: []string{"add_super", "feed_winter/combine", "leave"},
		why: "4,500 bees of an old queen do not winter",
	},
	{
		name: "MR-05 still queenless in June", place: "uk", bloom: limes, on: "2026-06-14", days: 10,
		hive: "deep h5 n2 p2 e1 s6 | x | medium! h3 n3 e4 s3", told: all(checked(0), beside(26000)),
		does: [][]string{{"test_comb", "give_cell_or_queen", "combine", "requeen"}}, never: []string{"leave", "feed_emergency"},
		why: "11,000 are worth a queen or a neighbour; at 1,300 nothing is",
	},
	{
		name: "A heavy super that is light below", place: "uk", on: "2026-07-29", days: 5,
		hive: "deep b4 h0.7 n0.3 p1 e4 s9 | x | medium! h9.5 n0.5 s8",
		does: [][]string{{"harvest_super", "hold_harvest", "feed_winter", "leave"}}, never: []string{"harvest_super/feed_winter|feed_emergency"},
		why: "take it and feed, or leave it on: not take it and go",
	},
	{
		name: "Cells capped, eggs there", place: "uk", bloom: limes, on: "2026-06-06", days: 8,
		hive: "deep b7 h1.5 n0.5 p1 s10 | x | medium! h5 n3 e2 s9", told: cells(5, 3, "edge"),
		does: [][]string{{"swarm_control"}}, rushes: true, never: []string{"leave", "requeen"},
		why: "they go on the next fine day",
	},
	{
		name: "A winter hive on a scale", place: "uk", on: "2026-01-20", days: 20, hive: "deep h2.5 p1 e6.5 s6",
		told:  func(c *assessment.Case) { c.Look.Weight = look.Weight{How: look.OnScale, Kg: 23} },
		never: []string{"add_super", "pack_down", "check_cells", "combine"}, unsaid: []string{"Heft it"}, mostFeed: 6,
		why: "some fondant by February at most; a scale has told",
	},
	{
		name: "Acacia in the middle states", place: "us-mid", on: "2026-05-08", days: 9,
		hive: "deep b3 h3 p1 e3 s9 | deep b6 h2 n1 p1 s10 | x | medium! h5 n4 e1 s9", told: checked(0),
		does: [][]string{{"add_super"}}, never: []string{"feed_emergency", "feed_winter", "leave"},
		why: "the flow is on and the super is full of nectar",
	},
	{
		name: "A late swarm in the rain", place: "uk", bloom: limes, on: "2026-07-24", days: 8,
		hive: "deep b0.5 h0.2 n0.1 p0.2 e0.5 u8.5 s5",
		told: all(weathered(7, 9, 14, 6), func(c *assessment.Case) { c.BeganOn = c.Today - 6; brood(true, false, false)(c) }),
		does: [][]string{{"feed_emergency"}}, rushes: true, never: []string{"add_super", "requeen", "look_closer"},
		why: "they have built on what they carried and have nothing left",
	},
	{
		name: "A queen of this year, no room wanted", place: "uk", bloom: limes, on: "2026-06-15", days: 10,
		hive: "deep b3 h2 n1 p1 e3 s5.5", told: all(queenOf(2026), checked(0)),
		never: []string{"swarm_control", "requeen", "combine", "relieve_honey_bound", "feed_winter", "look_closer"}, waits: true,
		why: "young, room on every side: it needs nothing",
	},
	{
		name: "Southern autumn", place: "australia-south-east", on: "2026-03-25", days: 12,
		hive: "deep b3 h2 p1 e4 s8", never: []string{"add_super", "relieve_honey_bound", "leave"},
		does: [][]string{{"feed_winter", "feed_emergency"}}, why: "6 kg at the end of a southern March: as 25 September at home",
	},
	{
		name: "Southern spring by the sea", place: "maritime-south", on: "2026-10-25", days: 10,
		hive: "deep b5.5 h2.5 n0.5 p1 e0.5 s9.5", does: [][]string{{"add_super", "check_cells"}},
		never: []string{"feed_winter", "pack_down", "combine"}, why: "as late April in the north",
	},
	{
		name: "Subtropical December", place: "subtropical", on: "2026-12-15", days: 20,
		hive: "deep b2 h4 p1 e3 s7", never: []string{"feed_emergency", "pack_down", "combine", "add_super"}, waits: true,
		why: "12 kg, and something in flower in six weeks",
	},
	{
		name: "Two boxes, bees in one", place: "central-europe", on: "2026-10-05", days: 14,
		hive: "deep e9 p1 s0 | deep b1 h6 p1 e2 s6.5", does: [][]string{{"pack_down", "condense"}},
		never: []string{"add_super", "feed_emergency"}, why: "an empty box under a cluster that fits in one",
	},
	{
		name: "A hive that chills in a big box", place: "uk", on: "2026-09-28", days: 12,
		hive: "deep b1 h5 p1 e3 s6 | x | medium! h0.5 e9.5 s0.5", does: [][]string{{"pack_down", "remove_super", "harvest_super"}},
		never: []string{"add_super", "relieve_honey_bound"}, why: "the super is of no use now",
	},
	{
		name: "Treated, with a super on", place: "uk", on: "2026-08-20", days: 10,
		hive: "deep b3 h4 p1 e2 s8 | x | medium! h7 n1 e2 s5", told: treated("amidine strips", 3),
		does: [][]string{{"hold_harvest", "remove_super"}}, never: []string{"harvest_super", "add_super"},
		why: "it should have come off before; it is not for sale now",
	},
	{
		name: "A week late for eggs", place: "uk", bloom: limes, on: "2026-06-30", days: 9,
		hive: "deep h4 n2 p1 e3 s8 | x | medium! h5 n2 e3 s6",
		told: all(checked(0), func(c *assessment.Case) { c.Waiting = &queen.Waiting{For: queen.Virgin, On: c.Today - 31} }),
		does: [][]string{{"requeen", "combine", "give_cell_or_queen", "test_comb"}}, never: []string{"leave", "check_cells"},
		why: "a month after she came out there are no eggs: she is not coming",
	},
	{
		name: "Foulbrood next door", place: "uk", bloom: limes, on: "2026-08-22", days: 9,
		hive: "deep b0.8 h1 p1 e7.2 s3",
		told: func(c *assessment.Case) {
			beside(24000)(c)
			c.Neighbours[0].Health = colony.Suspect
		},
		never: []string{"combine", "equalise", "test_comb"}, why: "nothing goes from hive to hive in that yard",
	},
	{
		name: "A partner full of mites", place: "uk", on: "2026-09-10", days: 10, hive: "deep b0.8 h3 p1 e5.2 s2.5",
		told: func(c *assessment.Case) {
			beside(26000)(c)
			c.Neighbours[0].MitesPercent = 6
		},
		never: []string{"combine", "equalise"}, why: "not into a hive over the limit before it is treated",
	},
	{
		name: "Honey in the frost", place: "continental", on: "2026-12-20", days: 40,
		hive: "deep h3 p1 e6 s6 | deep h8 e2 s5", told: lookedAgo(60), never: []string{"feed_emergency", "look_closer", "pack_down", "combine"},
		waits: true, why: "30 kg over the cluster: hands off",
	},
	{
		name: "A strong hive in a weak flow", place: "uk", bloom: heather, on: "2026-07-30", days: 9,
		hive: "deep b5 h3 n0.5 p1 e0.5 s10 | x | medium! h8.5 n0.5 e1 s9", told: checked(0),
		does: [][]string{{"add_super", "harvest_super"}}, never: []string{"feed_winter", "feed_emergency", "pack_down"},
		why: "the heather wants a box of its own, and the bramble may come off",
	},
	{
		name: "Snow in May", place: "scandinavia", on: "2026-05-12", days: 9, hive: "deep b4 h1 p1 e4 s8",
		told: weathered(7, -1, 5, 3), does: [][]string{{"feed_emergency"}}, never: []string{"add_super!", "relieve_honey_bound"},
		why: "3 kg on four combs of brood, a week before anything flies",
	},
	{
		name: "Bound in December, far in the south", place: "australia-south-east", on: "2026-12-05", days: 7,
		hive: "deep b2 h7 p0.5 e0.5 s9", told: checked(3), does: [][]string{{"relieve_honey_bound", "add_super"}},
		never: []string{"leave", "combine"}, why: "brood on two combs of ten, at the height of their summer",
	},
	{
		name: "A virgin out two weeks, no eggs yet", place: "central-europe", on: "2026-06-10", days: 7,
		hive: "deep h3 n2 p1 e4 s7", told: all(checked(0), given(queen.Virgin, 14)),
		never: []string{"give_cell_or_queen", "combine", "requeen"}, why: "half of them lay in their third week: another look",
	},
	{
		name: "A swarm's cell left five weeks ago, not looked at since", place: "us-north", on: "2026-07-08", days: 5,
		hive: "deep h3 n1 p1 e5 s6", told: all(checked(35), lookedAgo(35), given(queen.Sealed, 35)),
		does: [][]string{{"look_closer", "check_cells"}}, never: []string{"leave"},
		why: "one in four does not come back from mating",
	},
	{
		name: "Eight thousand in the south in November", place: "mediterranean", on: "2026-11-05", days: 21,
		hive: "deep b1 h5 p1 e3 s5", told: beside(18000, 16000), never: []string{"combine", "feed_emergency"},
		why: "a short winter: they come through",
	},
}

// TestHeldSituations is TestSituations of those that nothing was tuned on.
func TestHeldSituations(t *testing.T) {
	for _, x := range held {
		t.Run(x.name, func(t *testing.T) {
			wrongs, _ := x.wrongs(t, x.assess(t))
			for _, w := range wrongs {
				t.Error(w)
			}
		})
	}
}
