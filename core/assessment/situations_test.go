package assessment_test

import (
	"testing"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/look"
	"kembo/core/queen"
)

// situations are those that the engine was built by; a third more is in situations_held_test.go.
var situations = []situation{
	// What was read of the sample's year, by hive and day.
	{
		name: "HE-01 before the heather", place: "uk", bloom: heather, on: "2026-08-01", days: 7,
		hive:  "deep b4 h3 n1 p1 e1 s8 | x | medium! h5 n2 e3 s6",
		never: []string{"feed_winter", "feed_emergency", "remove_super", "pack_down", "condense"}, waits: true,
		why: "ling opens within days; what is fed now would stand in the heather honey",
	},
	{
		name: "HE-04 in the ling, with room in the nest", place: "uk", bloom: heather, on: "2026-08-20", days: 11,
		hive:  "deep b2 h4 n0.5 p1 e2.5 s8 | x | medium! h4 n1 e5 s6",
		never: []string{"relieve_honey_bound", "feed_winter", "feed_emergency", "pack_down"},
		why:   "two and a half free combs are a month's laying for a queen on 600 a day; the super has room",
	},
	{
		name: "HE-02 with thymol in", place: "uk", bloom: heather, on: "2026-09-05", days: 11,
		hive: "deep b3 h5 n1 p1 e0 s9", told: treated("thymol", 8),
		never: []string{"add_super", "harvest_super"}, why: "no super for sale goes on while a treatment is in",
	},
	{
		name: "QL-08 ready for winter in two boxes", place: "uk", bloom: limes, on: "2026-10-10", days: 14,
		hive:  "deep b1 h7 p1 e1 s7 | deep h9 p0.5 e0.5 s7",
		never: []string{"pack_down", "condense", "feed_winter", "feed_emergency", "add_super", "combine", "equalise"},
		waits: true, why: "it fills two boxes and has its stores in them: leave it",
	},
	{
		name: "HE-02 with 46 kg on 12 seams", place: "uk", bloom: heather, on: "2026-10-10", days: 14,
		hive: "deep b1 h7.5 p1 e0.5 s8 | medium! h8 n0.5 e1.5 s6 | medium! h8 e2 s2", told: lookedAgo(1),
		never: []string{"feed_winter", "feed_emergency", "add_super"}, waits: true,
		why: "it wants no feed; what comes off is honey, not a box packed away with it",
	},
	{
		name: "HE-03 with its winter in the super", place: "uk", bloom: heather, on: "2026-09-20", days: 11,
		hive:  "deep b2 h4.5 p1 e2.5 s9 | medium! h4 e6 s4",
		never: []string{"pack_down/feed_winter", "add_super"},
		why:   "the nest holds 12 kg and 19 are wanted: what is above goes below or is made up",
	},
	{
		name: "An empty super still on in November", place: "uk", on: "2026-11-06", days: 22,
		hive: "deep h7 p1 e2 s7 | medium! e10 s0", never: []string{"feed_winter", "add_super", "feed_emergency"},
		waits: true, why: "it can come off on the next visit: nobody drives for an empty box",
	},
	{
		name: "MR-05 without a queen, strong, in May", place: "uk", bloom: limes, on: "2026-05-25", days: 10,
		hive: "deep h4 n2 p2 e2 s9 | x | medium! h2 n2 e6 s6", told: checked(0),
		does: [][]string{{"test_comb", "give_cell_or_queen", "combine", "requeen"}}, never: []string{"leave"},
		why: "no brood of any age and no cells: eggs from elsewhere tell, and every week costs a generation",
	},
	{
		name: "MR-05 without a queen, 1,300 bees", place: "uk", bloom: limes, on: "2026-08-20", days: 10,
		hive: "deep h1 p1 e8 s0.5", told: beside(24000, 30000),
		never: []string{"feed_winter", "feed_emergency", "add_super", "requeen", "give_cell_or_queen", "test_comb", "pack_down"},
		does:  [][]string{{"combine", "dead_out_check"}}, waits: true,
		why: "nothing is to be saved but the comb: shake them out before a strong hive",
	},
	{
		name: "QL-08 choking on honey in July", place: "uk", bloom: limes, on: "2026-07-01", days: 10,
		hive: "deep b5 h3 n1 p1 s10 | deep b2 h7 n1 s10",
		does: [][]string{{"add_super"}}, rushes: true,
		never: []string{"feed_emergency", "feed_winter", "relieve_honey_bound/add_super", "leave"},
		why:   "lime is in flower and there is no room at all: room above comes first",
	},
	{
		name: "QL-08 full, and her presence in doubt", place: "uk", bloom: limes, on: "2026-07-12", days: 9,
		hive: "deep b3 h5 n2 s10 | deep h9 n1 s10", told: all(brood(false, false, true), checked(0)),
		does: [][]string{{"add_super", "harvest_super"}, {"look_closer", "test_comb", "give_cell_or_queen", "requeen"}},
		why:  "a force without a queen still stores, and nothing laid for nine days is a question",
	},
	{
		name: "QL-01 hungry beside a rich one", place: "uk", bloom: limes, on: "2026-08-20", days: 11,
		hive: "deep b3 h0.7 n0.5 p0.5 e5.3 s7", told: beside(30000, 22000),
		does: [][]string{{"equalise", "feed_emergency", "feed_winter"}}, never: []string{"leave", "add_super", "pack_down"},
		why: "4 kg in August with the lime over: comb from next door, or feed",
	},
	{
		name: "QL-07, a swarm of last week", place: "uk", bloom: limes, on: "2026-05-25", days: 9,
		hive:  "deep b1 h0.5 n1 p0.5 e0.5 u6.5 s5",
		told:  func(c *assessment.Case) { c.BeganOn = c.Today - 7; brood(true, true, false)(c) },
		never: []string{"look_closer", "combine", "requeen", "equalise", "add_super", "relieve_honey_bound"},
		why:   "it is small since it has just begun",
	},
	{
		name: "QL-07, two weeks on", place: "uk", bloom: limes, on: "2026-06-03", days: 8,
		hive:  "deep b3 h1 n1 p0.5 e0.5 u4 s6",
		told:  func(c *assessment.Case) { c.BeganOn = c.Today - 16 },
		never: []string{"look_closer", "combine", "requeen", "add_super!", "feed_winter", "relieve_honey_bound"}, mostFeed: 3,
		why: "what is drawn is for her: five litres would fill it",
	},
	{
		name: "QL-07, three drawn combs in October", place: "uk", bloom: limes, on: "2026-10-01", days: 9,
		hive: "deep b0.5 h1 p0.5 e1 u7 s4", told: beside(22000, 18000),
		does: [][]string{{"combine", "feed_winter"}}, mostFeed: 5,
		why: "three combs hold seven kilograms however much is poured in",
	},
	{
		name: "SA-02, a failing queen", place: "uk", bloom: limes, on: "2026-06-01", days: 11,
		hive: "deep b1 h3 p1 e4.7 d0.3 s4.5", told: all(queenOf(2023), checked(0), beside(26000, 24000)),
		does: [][]string{{"requeen", "combine", "give_cell_or_queen"}}, never: []string{"add_super", "equalise"},
		why: "seven combs are free and she lays a comb: it is the queen, and June is the time",
	},
	{
		name: "SA-06, cells due tomorrow", place: "uk", bloom: limes, on: "2026-05-18", days: 9,
		hive: "deep b6.5 h1.5 n0.5 p1 e0.5 s10 | x | medium! h3 n3 e4 s8", told: all(lookedAgo(6), checked(6)),
		does: [][]string{{"check_cells", "swarm_control"}}, rushes: true,
		why: "crowded, unclipped, and by the visit a cell missed or begun since is capped",
	},
	{
		name: "SA-06, three weeks unchecked", place: "uk", bloom: limes, on: "2026-06-03", days: 5,
		hive: "deep b6.5 h1.5 n0.5 p1 e0.5 s10 | x | medium! h3 n3 e4 s8", told: all(lookedAgo(22), checked(22)),
		does: [][]string{{"check_cells", "swarm_control", "look_closer"}}, never: []string{"leave"},
		why: "neglect makes it more urgent, not less",
	},
	{
		name: "HE-03, a queen under an excluder in November", place: "uk", on: "2026-11-07", days: 21,
		hive: "deep h4 p1 e5 s7 | x | medium! h9 e1 s3",
		does: [][]string{{"pack_down", "remove_super"}}, never: []string{"leave", "add_super"},
		why: "the cluster moves up in winter and leaves her to die: the excluder comes out",
	},
	{
		name: "SA-03, seven kilograms in a strong flow", place: "uk", bloom: limes, on: "2026-05-25", days: 10,
		hive: "deep b5 h2 n1.5 p1 e0.5 s8", never: []string{"feed_emergency", "feed_winter"},
		why: "hawthorn is in full flower; feed would take the room",
	},
	{
		name: "HE-04, supered in June", place: "uk", bloom: heather, on: "2026-06-10", days: 11,
		hive: "deep b6 h1.5 n0.5 p1 e1 s9 | x | medium! h2 n2 e6 s5", never: []string{"feed_emergency/remove_super"},
		why: "12 kg are in the hive: a poor week does not starve it",
	},
	{
		name: "Free combs, and honey beside them", place: "uk", bloom: limes, on: "2026-06-10", days: 10,
		hive: "deep b4 h3 n0.5 p0.5 e2 s9 | x | medium! h2 n2 e6 s6", never: []string{"relieve_honey_bound"},
		why: "two free combs are ten days of laying and emerging brood makes more",
	},
	{
		name: "A full crop of spring on the ninth of June", place: "uk", bloom: limes, on: "2026-06-09", days: 3,
		hive: "deep b6 h2 n0.5 p1 e0.5 s10 | x | medium! h10 s9", told: checked(0),
		does: [][]string{{"harvest_super", "add_super"}}, never: []string{"hold_harvest", "leave"},
		why: "17 kg sealed and lime to come: take it or put a box on",
	},
	{
		name: "Three weeks since a peep in March", place: "uk", on: "2026-04-09", days: 3,
		hive: "deep b3 h3.5 p1 e2.5 s6", told: lookedAgo(22),
		never: []string{"pack_down", "add_super", "feed_winter"}, waits: true,
		why: "the visit is on Sunday: no trip before it",
	},
	{
		name: "A doubt about food at 11 degrees", place: "uk", on: "2026-03-20", days: 12,
		hive: "deep b2 h2.5 p1 e4.5 s6", told: all(lookedAgo(16), weathered(5, 3, 11, 1)),
		never: []string{"add_super", "relieve_honey_bound"}, unsaid: []string{"every comb", "face by face"},
		why: "hefting settles it without opening",
	},
	{
		name: "Weighed today", place: "uk", on: "2026-03-25", days: 12, hive: "deep b3 h3 p1 e3 s6",
		told:   func(c *assessment.Case) { c.Look.Weight = look.Weight{How: look.OnScale, Kg: 25.5} },
		unsaid: []string{"Heft it"}, why: "a scale has just told more than a heft can",
	},
	{
		name: "Eight charged cells", place: "uk", bloom: limes, on: "2026-05-25", days: 9,
		hive: "deep b7 h1 n0.5 p1 e0.5 s10 | x | medium! h3 n3 e4 s8", told: cells(8, 0, "edge"),
		does: [][]string{{"swarm_control"}}, rushes: true, never: []string{"leave", "feed_emergency"},
		why: "they go when the first is capped: within days, whatever the visit",
	},
	{
		name: "A dozen cups with an egg", place: "uk", bloom: limes, on: "2026-05-25", days: 7,
		hive: "deep b8 h1 n0.5 p0.5 s10 | x | medium! h3 n3 e4 s9", told: cupsWithEgg(12, "edge"),
		does: [][]string{{"swarm_control"}}, never: []string{"leave"}, unsaid: []string{"0 charged", "0 capped"},
		why: "the first is capped in five or six days, before anybody comes again (Winston 1987, from memory: egg to capped in 8)",
	},
	{
		name: "A dozen cups with an egg in a bound nest", place: "uk", bloom: limes, on: "2026-06-16", days: 10,
		hive: "deep b8.5 h0.5 n0.5 p0.5 s10 | deep b1 h7 n2 s10 | x | medium! h7 n2 e1 s9", told: cupsWithEgg(12, "edge"),
		does: [][]string{{"swarm_control"}}, never: []string{"leave"}, rushes: true,
		why: "to relieve it in ten days is no answer to cells that are capped in five",
	},
	{
		name: "Two cups with an egg", place: "uk", bloom: limes, on: "2026-05-25", days: 7,
		hive: "deep b5 h1 n0.5 p1 e2.5 s8 | x | medium! h1 n1 e8 s5", told: cupsWithEgg(2, "edge"),
		never: []string{"swarm_control"},
		why:   "bees lay in cups and eat the eggs again: look at the next visit (common practice)",
	},
	{
		name: "Cups with an egg in September", place: "uk", on: "2026-09-10", days: 14,
		hive: "deep b4 h4 p1 e1 s8", told: cupsWithEgg(9, "edge"), never: []string{"swarm_control"},
		why: "nobody swarms on winter bees; if it is anything, they replace her",
	},
	{
		name: "Two cells on the face, and no eggs", place: "uk", bloom: limes, on: "2026-06-20", days: 10,
		hive: "deep b2 h3 n1 p1 e3 s8 | x | medium! h3 n1 e6 s5", told: all(cells(1, 1, "face"), brood(false, true, true)),
		never: []string{"swarm_control", "give_cell_or_queen", "combine", "requeen"},
		why:   "they replace her: leave them to it",
	},
	{
		name: "A virgin has just come out", place: "uk", bloom: limes, on: "2026-06-12", days: 9,
		hive: "deep b1 h3 n1 p1 e4 s8 | x | medium! h2 e8 s6",
		told: all(brood(false, false, true), func(c *assessment.Case) {
			checked(0)(c)
			c.Look.Queen.EmergedCells = 1
			c.Look.Queen.CellsAt = "edge"
			c.Waiting = &queen.Waiting{For: queen.Virgin, On: c.Today}
		}),
		never: []string{"check_cells", "combine", "give_cell_or_queen", "requeen", "test_comb"}, waits: true,
		why: "she flies out within the fortnight: nobody opens it",
	},
	{
		name: "A small nest in February", place: "uk", on: "2026-02-15", days: 14, hive: "deep b0.3 h1.7 p1 e7 s4.5",
		does: [][]string{{"feed_emergency"}}, mostFeed: 5, unsaid: []string{"syrup"},
		why: "fondant over the cluster, as much as 9,000 bees take by the next visit and a little more",
	},
	{
		name: "Five days before a flow ends", place: "uk", on: "2026-07-18", days: 10,
		hive: "deep b5 h2.5 n0.5 p1 e1 s9 | x | medium! h5 n2 e3 s8", told: checked(0),
		never: []string{"add_super", "feed_emergency"}, why: "the super has room for what is left of it",
	},
	{
		name: "Ten wet days and no pollen", place: "uk", on: "2026-04-20", days: 10,
		hive: "deep b5 h3.5 e1.5 s9", told: weathered(10, 3, 9, 6), does: [][]string{{"feed_pollen"}},
		never: []string{"leave", "add_super!"}, why: "five combs of brood and nothing to rear it on",
	},
	// What was read in the sample's yard that follows its plans.
	{
		name: "A half-ripe super over a light nest on 1 October", place: "uk", on: "2026-10-01", days: 0,
		hive: "deep b2 h2 n0.5 p1 e4.5 s8 | x | medium! h2 n1.5 e6.5 s3",
		does: [][]string{{"feed_winter", "pack_down", "remove_super"}}, never: []string{"leave", "add_super", "combine"},
		why: "10 kg in all, 19 wanted: the last days for syrup. Take the super away and feed, or give it to them for winter",
	},
	{
		name: "Seven kilograms on 20 September", place: "uk", on: "2026-09-20", days: 0, hive: "deep b3.5 h2.5 n0.5 p1 e2.5 s8.5",
		does: [][]string{{"feed_winter"}}, never: []string{"leave"},
		why: "19 wanted and three weeks in which syrup is taken: it is fed today",
	},
	{
		name: "Five kilograms on 24 October", place: "uk", on: "2026-10-24", days: 0, hive: "deep b0.5 h1.8 p1 e6.7 s7",
		does: [][]string{{"feed_winter", "feed_emergency"}}, never: []string{"leave"}, unsaid: []string{"syrup"},
		why: "too late for syrup: fondant over the bees, and soon",
	},
	{
		name: "Two boxes full in December", place: "uk", on: "2026-12-05", days: 35, hive: "deep h6 p1 e3 s6 | deep h9 e1 s3",
		told: lookedAgo(40), never: []string{"feed_emergency", "feed_winter", "look_closer"}, waits: true,
		why: "35 kg over the bees: nothing on them is hungry",
	},
	{
		name: "A stack of a super in December", place: "uk", on: "2026-12-05", days: 35,
		hive: "deep h5 p1 e4 s6 | medium! h7 e3 s2",
		told: lookedAgo(40), never: []string{"feed_emergency", "feed_winter"}, waits: true,
		why: "22 kg, and the cluster can go up to it",
	},
	{
		name: "An excluder under winter's food on 24 October", place: "uk", on: "2026-10-24", days: 0,
		hive: "deep b1 h3 p1 e5 s7 | x | medium! h6 n1 e3 s2", does: [][]string{{"pack_down"}}, never: []string{"leave", "harvest_super"},
		why: "7 kg under it and 9 over it: the excluder comes out and the super stays (common practice)",
	},
	{
		name: "An excluder over a large nest on 24 October", place: "uk", on: "2026-10-24", days: 0,
		hive: "deep b4.5 h2.5 p1 e2 s9 | x | medium! h6 n1 e3 s3", does: [][]string{{"pack_down"}}, never: []string{"leave"},
		why: "whatever brood there is: the cluster goes up in the first cold week, and she cannot (common practice)",
	},
	// The year elsewhere and otherwise.
	{
		name: "Fourteen kilograms in January", place: "uk", on: "2026-01-15", days: 30, hive: "deep h5 p1 e4 s6",
		told:  lookedAgo(90),
		never: []string{"feed_winter", "look_closer", "add_super", "pack_down", "check_cells", "combine"}, waits: true,
		why: "hands off",
	},
	{
		name: "A kilogram in February", place: "uk", on: "2026-02-12", days: 18, hive: "deep b0.2 h0.3 p1 e8.5 s6",
		does: [][]string{{"feed_emergency"}}, rushes: true, unsaid: []string{"syrup"}, why: "it starves before the visit",
	},
	{
		name: "Deep winter inland, 30 kg", place: "us-north", on: "2026-02-10", days: 25,
		hive: "deep h4 p1 e5 s6 | deep h8 p0.5 e1.5 s4", told: lookedAgo(110),
		never: []string{"feed_emergency", "look_closer", "pack_down", "combine"}, waits: true, why: "nothing can be done and nothing need",
	},
	{
		name: "Dead in February", place: "uk", on: "2026-02-14", days: 14, hive: "deep h4 p1 e5 s0",
		does: [][]string{{"dead_out_check"}}, never: []string{"feed_emergency", "combine", "add_super", "leave"},
		why: "close it before it is robbed, and find out why",
	},
	{
		name: "A nuc that came through", place: "uk", on: "2026-03-22", days: 14, hive: "nuc b1 h1.7 p0.5 e1.8 s3.5",
		never: []string{"combine", "add_super", "pack_down", "requeen"}, why: "small because it is in a small box",
	},
	{
		name: "Four combs of twenty in April", place: "uk", on: "2026-04-08", days: 10,
		hive:  "deep e8.5 p1.5 s0 | deep b2 h3 p0.5 e4.5 s4.5",
		never: []string{"add_super", "relieve_honey_bound", "combine", "requeen", "feed_winter"}, waits: true,
		why: "it grows; if anything the empty box comes off for a while",
	},
	{
		name: "April rain over five combs of brood", place: "uk", on: "2026-04-24", days: 9,
		hive: "deep b5 h0.8 n0.2 p1 e3 s9", told: weathered(9, 4, 10, 5),
		does: [][]string{{"feed_emergency"}}, rushes: true, never: []string{"add_super!"},
		why: "2 kg and eight combs of bees rearing: they are hungry in four days",
	},
	{
		name: "Spring in the Mediterranean", place: "mediterranean", on: "2026-04-01", days: 10,
		hive: "deep b6.5 h1.5 n0.5 p1 e0.5 s10", does: [][]string{{"add_super", "check_cells", "swarm_control"}},
		never: []string{"feed_winter", "pack_down", "feed_emergency"}, why: "the year is two months ahead there",
	},
	{
		name: "September where spring is", place: "australia-south-east", on: "2026-09-28", days: 10,
		hive: "deep b6.5 h1.5 n0.5 p1 e0.5 s10", does: [][]string{{"add_super", "check_cells", "swarm_control"}},
		never: []string{"feed_winter", "pack_down", "combine"}, why: "what September is in the north is March there",
	},
	{
		name: "All of it checked today", place: "uk", bloom: limes, on: "2026-05-20", days: 7,
		hive: "deep b6 h1.5 n0.5 p1 e1 s9 | x | medium! h2 n2 e6 s7", told: checked(0),
		never: []string{"check_cells!", "feed_emergency", "relieve_honey_bound"},
		why:   "no cell of an egg laid today is capped before the visit",
	},
	{
		name: "A clipped queen, ten days on", place: "uk", bloom: limes, on: "2026-06-02", days: 4,
		hive: "deep b5 h2 n0.5 p1 e1.5 s9 | x | medium! h2 n2 e6 s7", told: all(lookedAgo(6), checked(6), clipped),
		never: []string{"feed_emergency", "feed_winter"}, waits: true, why: "a clipped queen gives until day ten to twelve",
	},
	{
		name: "It has swarmed", place: "uk", bloom: limes, on: "2026-05-28", days: 9,
		hive:  "deep b5 h2 n1 p1 e1 s6 | x | medium! h3 n2 e5 s3",
		told:  all(cells(0, 6, "edge"), brood(false, true, true)),
		never: []string{"give_cell_or_queen", "requeen", "combine", "test_comb", "feed_emergency"},
		why:   "cells are left for the new queen, one or two, and it is left alone",
	},
	{
		name: "A small healthy one in April", place: "uk", on: "2026-04-25", days: 10,
		hive: "deep b2.5 h2.5 p1 e4 s4", told: beside(22000, 20000),
		never: []string{"add_super", "requeen", "combine", "relieve_honey_bound", "feed_winter"},
		why:   "there is a good patch of brood for its bees: let it grow, or give it a comb",
	},
	{
		name: "Cells that they were left to raise", place: "uk", bloom: limes, on: "2026-06-20", days: 10,
		hive: "deep b4 h3 n1 p1 e1 s9 | x | medium! h2 n1 e7 s7",
		told: all(cells(5, 0, "face"), brood(false, true, true), func(c *assessment.Case) {
			c.Waiting = &queen.Waiting{For: queen.Split, On: c.Today - 5}
		}),
		never: []string{"swarm_control", "give_cell_or_queen", "requeen", "combine", "test_comb"},
		why:   "her keeper took her five days ago and they raise another; drones fly: let them",
	},
	{
		name: "One super full, one nearly", place: "uk", bloom: limes, on: "2026-06-28", days: 10,
		hive: "deep b6 h2 n1 p1 s10 | x | medium! h9 n1 s9 | medium! h5 n4 e1 s9", told: checked(0),
		does: [][]string{{"add_super"}}, rushes: true, why: "lime brings two kilograms a day",
	},
	{
		name: "A rainy week in June", place: "uk", bloom: heather, on: "2026-06-08", days: 9,
		hive: "deep b6.5 h0.5 n0.3 p1 e1.7 s10", told: all(weathered(8, 6, 11, 7), checked(0)),
		does: [][]string{{"feed_emergency"}}, rushes: true, never: []string{"harvest_super", "add_super!"},
		why: "strong and empty in the gap of June: they starve in a wet week",
	},
	{
		name: "Two supers sealed in late July", place: "uk", bloom: limes, on: "2026-07-27", days: 5,
		hive: "deep b4 h3.5 n0.5 p1 e1 s9 | x | medium! h9.5 n0.5 s8 | medium! h9 n0.5 e0.5 s6",
		does: [][]string{{"harvest_super"}}, never: []string{"add_super", "hold_harvest", "feed_emergency"},
		why: "the flow is over and they are sealed",
	},
	{
		name: "Supers still open in July", place: "uk", on: "2026-07-25", days: 7,
		hive:  "deep b4 h3 n1 p1 e1 s9 | x | medium! h3 n6 e1 s8",
		never: []string{"harvest_super", "feed_emergency", "add_super"}, why: "not ripe: it may ferment",
	},
	{
		name: "A crop of which nothing is known", place: "uk", on: "2026-07-27", days: 5,
		hive: "deep b4 h3.5 n0.5 p1 e1 s9 | x | medium! h9.5 n0.5 s8", told: unknownHistory,
		does: [][]string{{"hold_harvest"}}, never: []string{"harvest_super"}, why: "unknown is a hold",
	},
	{
		name: "Honey that is barred, over the nest in December", place: "uk", on: "2026-12-10", days: 30,
		hive: "deep h6 p0.5 e3.5 s6 | medium! h9.5 e0.5", told: all(unknownHistory, lookedAgo(60)),
		does: [][]string{{"leave"}}, never: []string{"hold_harvest", "harvest_super"}, why: "nobody takes it off now: they eat it",
	},
	{
		name: "Fed in May with a super on", place: "uk", bloom: limes, on: "2026-06-25", days: 9,
		hive: "deep b6 h2 n0.5 p1 e0.5 s10 | x | medium! h9.5 n0.5 s9", told: fedAgo(40, 4),
		does: [][]string{{"hold_harvest"}}, never: []string{"harvest_super"}, why: "what was fed stands in it",
	},
	{
		name: "Eight kilograms in late August", place: "uk", on: "2026-08-27", days: 10,
		hive: "deep b3 h2.7 p1 e3.3 s8", does: [][]string{{"feed_winter"}}, never: []string{"add_super", "pack_down/feed_winter", "leave"},
		why: "eleven short, and five weeks in which it is taken and ripened",
	},
	{
		name: "Enough in September", place: "uk", on: "2026-09-12", days: 12,
		hive: "deep b2.5 h4 p1 e2.5 s8 | deep h7 p0.5 e2.5 s5", never: []string{"feed_winter", "feed_emergency", "add_super", "combine", "relieve_honey_bound"},
		waits: true, why: "29 kg",
	},
	{
		name: "Four thousand bees in September", place: "uk", on: "2026-09-15", days: 12,
		hive: "deep b0.6 h3 p1 e5.4 s1.7", told: beside(21000, 26000), does: [][]string{{"combine"}},
		never: []string{"add_super", "pack_down/combine", "feed_winter/combine"}, why: "too few by October to be a colony",
	},
	{
		name: "A last chance in October", place: "uk", on: "2026-10-12", days: 12, hive: "deep h3 p1 e6 s7",
		does: [][]string{{"feed_winter", "feed_emergency"}}, never: []string{"leave", "add_super"},
		why: "9 kg: ten short, and it can still be taken",
	},
	{
		name: "Two deeps, 26 kg, before a hard winter", place: "us-north", on: "2026-09-20", days: 12,
		hive: "deep b2 h3 p1 e4 s8 | deep h6.5 p0.5 e3 s6", does: [][]string{{"feed_winter"}},
		never: []string{"add_super", "pack_down", "leave"}, why: "38 are wanted there",
	},
	{
		name: "Brood that looks sick", place: "uk", bloom: limes, on: "2026-06-10", days: 8,
		hive: "deep b5 h3 n1 p1 s9 | x | medium! h9 n1 s9", told: func(c *assessment.Case) { c.Health = colony.Suspect },
		does:   [][]string{{"look_closer"}},
		never:  []string{"add_super", "harvest_super", "check_cells", "combine", "equalise", "relieve_honey_bound", "leave"},
		rushes: true, why: "close it and call the inspector; nothing moves",
	},
	{
		name: "Three deeps and two supers", place: "us-north", on: "2026-07-06", days: 9,
		hive: "deep b3 h2 p1 e4 s8 | deep b6 h2 n1 p1 s10 | deep b2 h6 n1 p1 s10 | x | medium! h8 n2 s9 | medium! h4 n4 e2 s8",
		told: checked(0), does: [][]string{{"add_super", "harvest_super"}}, never: []string{"feed_emergency", "relieve_honey_bound"},
		why: "two thirds of the last box in the middle of the flow",
	},
	{
		name: "A queen given in her cage", place: "uk", bloom: limes, on: "2026-07-05", days: 4,
		hive: "deep b3 h4 n1 p1 e1 s9 | x | medium! h4 n2 e4 s7",
		told: all(brood(false, false, true), func(c *assessment.Case) {
			c.Waiting = &queen.Waiting{For: queen.InCage, On: c.Today - 4}
		}),
		never: []string{"look_closer", "test_comb", "give_cell_or_queen", "requeen", "combine"},
		why:   "she was given four days ago: nobody opens it before a week is over",
	},
	{
		name: "A package of a fortnight", place: "us-mid", on: "2026-04-26", days: 9,
		hive:  "deep b2 h0.5 n1 p0.5 e0.5 u5.5 s4.5",
		told:  func(c *assessment.Case) { c.BeganOn = c.Today - 14 },
		never: []string{"look_closer", "combine", "requeen", "add_super", "equalise"}, why: "it draws and lays: as it should be",
	},
	{
		name: "A dearth of summer", place: "mediterranean", on: "2026-07-20", days: 14,
		hive: "deep b3 h4 p1 e2 s8", never: []string{"add_super", "feed_winter", "harvest_super", "relieve_honey_bound"},
		waits: true, why: "12 kg carry it through the heat",
	},
	{
		name: "Two ripe supers, and the visit tomorrow", place: "uk", bloom: limes, on: "2026-07-20", days: 1,
		hive: "deep b5 h3 n0.5 p1 e0.5 s10 | x | medium! h9.5 n0.5 s9 | medium! h9 n0.5 e0.5 s9 | medium! h5 n2 e3 s7",
		told: checked(0), does: [][]string{{"harvest_super"}}, never: []string{"add_super", "feed_emergency"}, waits: true,
		why: "two come off tomorrow and the flow is ending: nobody drives today with a box",
	},
	{
		name: "Hungry under an empty super", place: "uk", bloom: heather, on: "2026-06-12", days: 8,
		hive: "deep b6 h0.6 n0.2 p1 e2.2 s9 | x | medium! e10 s1", told: all(checked(0), weathered(8, 6, 11, 6)),
		does: [][]string{{"feed_emergency"}}, rushes: true, never: []string{"feed_emergency/remove_super", "add_super!"},
		why: "what they do not eat goes up, and then the super is no longer for honey",
	},
	{
		name: "Thirty kilograms over two boxes", place: "uk", on: "2026-10-05", days: 12,
		hive: "deep b1 h6 p1 e2 s8 | deep h5.5 e4.5 s6", never: []string{"pack_down", "feed_winter", "condense", "combine"},
		waits: true, why: "fourteen seams and 30 kg do not fit into one box",
	},
	{
		name: "Three kilograms short", place: "uk", on: "2026-09-08", days: 12, hive: "deep b2 h5.7 p1 e1.3 s8",
		never: []string{"add_super", "combine"}, mostFeed: 6, why: "a feeder full makes it up",
	},
	{
		name: "Four seams on good brood in May", place: "uk", bloom: limes, on: "2026-05-02", days: 10,
		hive: "deep b3 h2.5 n0.5 p1 e3 s4", never: []string{"look_closer", "combine", "requeen", "add_super!"},
		why: "three combs of healthy brood on four of bees is a queen at work",
	},
	{
		name: "Autumn in a fading flow", place: "uk", on: "2026-08-26", days: 10,
		hive: "deep b4 h5 n0.5 p0.5 s9", told: checked(0), never: []string{"add_super", "relieve_honey_bound", "feed_emergency"},
		why: "fourteen kilograms where they are wanted, and little to come",
	},
	{
		name: "Two boxes of bees in November", place: "uk", on: "2026-11-05", days: 24,
		hive: "deep h5 p1 e4 s8 | deep h7 e3 s6", never: []string{"pack_down", "condense", "feed_winter", "combine"}, waits: true,
		why: "it is as it should be, and too late to part it",
	},
	{
		name: "Six kilograms in late February", place: "uk", on: "2026-02-24", days: 20,
		hive: "deep b0.5 h2.2 p1 e6.3 s5", mostFeed: 5, never: []string{"add_super", "combine", "look_closer"}, unsaid: []string{"syrup"},
		why: "enough to the visit: a block at most",
	},
	{
		name: "Two seasons in one box", place: "uk", bloom: heather, on: "2026-08-08", days: 3,
		hive:  "deep b4 h3 n1 p1 e1 s8 | x | medium! h2 n3 e5 s6",
		never: []string{"feed_winter", "feed_emergency", "harvest_super", "pack_down"}, waits: true,
		why: "ling has just opened; in three days nothing is lost",
	},
	{
		name: "One comb of brood on sixteen thousand bees", place: "uk", bloom: limes, on: "2026-06-16", days: 10,
		hive: "deep b1 h5 n1 p1 e2 s9 | x | medium! h4 n2 e4 s6", told: all(queenOf(2023), checked(0)),
		never: []string{"relieve_honey_bound", "feed_emergency", "leave"}, does: [][]string{{"requeen", "give_cell_or_queen", "look_closer"}},
		why: "two combs are free and she does not lay in them: she is done",
	},
	{
		name: "An excluder forgotten in December", place: "uk", bloom: limes, on: "2026-12-10", days: 30,
		hive: "deep h6 p1 e3 s6 | x | medium! h6 e4 s2", told: all(lookedAgo(47), unknownHistory),
		does: [][]string{{"pack_down"}}, never: []string{"feed_winter", "feed_emergency", "combine", "harvest_super"},
		why: "the cluster moves up and leaves her; it is a minute on a mild day",
	},
	{
		name: "Building up in April under a queen of her third season", place: "uk", bloom: limes, on: "2026-04-20", days: 4,
		hive: "deep b2 h4.6 p0.4 e3 s5.5", told: all(queenOf(2024), lookedAgo(8), weathered(7, 5, 15, 0)),
		never: []string{"requeen", "combine", "give_cell_or_queen", "feed_pollen", "feed_emergency"},
		waits: true, why: "no queens are to be had, and what she is shows in May",
	},
	{
		name: "The same in a fair week, visited late", place: "uk", on: "2026-04-24", days: 9,
		hive: "brood b3 h4 p0.3 e3.7 s6", told: all(queenOf(2023), weathered(9, 6, 16, 1)),
		never: []string{"requeen", "feed_pollen", "combine", "add_super!", "feed_winter"}, why: "dandelion is out: they carry what they need",
	},
	{
		name: "Two kilograms in the June gap", place: "uk", bloom: heather, on: "2026-06-14", days: 8,
		hive: "brood b5 h0.9 p0.6 e4.5 s9 | x | half! e10 s2", told: all(checked(1), weathered(8, 8, 16, 3)),
		does: [][]string{{"feed_emergency", "equalise"}}, never: []string{"leave", "harvest_super", "pack_down", "combine"},
		why: "sycamore is over and bramble not out: five combs of brood eat that in four days",
	},
	{
		name: "A swarm of May with a kilogram and a half in June", place: "uk", bloom: limes, on: "2026-06-20", days: 9,
		hive: "deep b2 h0.6 p0.5 e4.4 u2.5 s4.5", told: all(checked(1), func(c *assessment.Case) { c.BeganOn = c.Today - 33 }),
		never: []string{"add_super", "combine", "requeen"}, mostFeed: 4,
		why: "lime and bramble open: it lives, but half of its nest is empty",
	},
	{
		name: "Bound and supers off at the end of July", place: "uk", bloom: limes, on: "2026-07-25", days: 4,
		hive: "deep b1.2 h7.6 p0.5 e0.7 s10", told: all(checked(6), queenOf(2024), lookedAgo(6)),
		does: [][]string{{"relieve_honey_bound"}}, never: []string{"leave", "add_super", "feed_winter"},
		why: "winter’s bees are laid in August, and she has half a comb to lay them in",
	},
	{
		name: "Four seams in December", place: "uk", on: "2026-12-10", days: 30, hive: "deep h6 p1 e3 s4.5",
		told:  all(lookedAgo(47), beside(11000, 13000)),
		never: []string{"combine", "look_closer", "feed_winter", "feed_emergency"}, waits: true,
		why: "a cluster is not united in December; it is hefted, and in March what is left is",
	},
	{
		name: "The stronger of two weak ones", place: "uk", bloom: limes, on: "2026-10-06", days: 21,
		hive: "deep b0.3 h7 p1 e1.7 s6", told: beside(10500), never: []string{"combine", "add_super", "feed_emergency"},
		why: "the weaker goes into the stronger: that is said on its own page",
	},
	{
		name: "Only foundation to hand", place: "uk", bloom: limes, on: "2026-06-12", days: 10,
		hive: "deep b6 h2 n1 p1 s10 | x | medium! h8 n2 s9",
		told: all(checked(0), func(c *assessment.Case) { c.Settings.DrawnSupers = false }),
		does: [][]string{{"add_super"}}, rushes: true, why: "bean is in flower: they draw it",
	},
	// What simulated yards showed that followed plans for two years.
	{
		name: "QL-05 bound with honey in July", place: "uk", bloom: limes, on: "2026-07-25", days: 4,
		hive: "deep b1.7 h7.3 p0.5 e0.5 s10", told: checked(6),
		does: [][]string{{"relieve_honey_bound", "add_super"}}, never: []string{"leave", "feed_winter", "feed_emergency"},
		why: "two combs of brood on ten of bees: what is not laid now is missed in August and in winter",
	},
	{
		name: "A nest with a fair share of honey in July", place: "uk", bloom: limes, on: "2026-07-25", days: 4,
		hive: "deep b5 h4 p0.5 e0.5 s10 | x | medium! h2 n1 e7 s5", told: checked(0),
		never: []string{"relieve_honey_bound", "combine", "requeen"}, why: "five combs of brood: she has what she lays",
	},
	{
		name: "A queen given five weeks ago, not looked for since", place: "uk", bloom: limes, on: "2026-07-15", days: 5,
		hive: "deep h3 n1 p1 e5 s5", told: all(checked(35), lookedAgo(35), given(queen.InCage, 35)),
		does: [][]string{{"look_closer", "check_cells"}}, never: []string{"leave", "requeen", "combine"},
		why: "one in six given queens is not accepted: eggs would tell",
	},
	{
		name: "A queen given six days ago", place: "uk", bloom: limes, on: "2026-07-15", days: 7,
		hive: "deep h3 n1 p1 e5 s7", told: all(checked(6), lookedAgo(6), given(queen.InCage, 6)),
		never: []string{"look_closer!", "requeen", "give_cell_or_queen", "combine", "test_comb", "check_cells!"},
		waits: true, why: "she has hardly begun: leave them alone for the rest of the week",
	},
	{
		name: "A ripe cell given, no eggs after five weeks", place: "central-europe", on: "2026-07-10", days: 7,
		hive: "deep h3 n1 p1 e5 s6",
		told: all(checked(0), given(queen.Sealed, 35), beside(24000)),
		does: [][]string{{"give_cell_or_queen", "combine", "test_comb"}}, never: []string{"leave"},
		why: "she is lost: every week costs a generation of what is left",
	},
	{
		name: "Six thousand bees on a growing nest", place: "uk", bloom: limes, on: "2026-06-03", days: 8,
		hive: "deep b2 h5 n1 p1 e1 s2.5", told: all(checked(0), beside(26000)),
		never: []string{"add_super!", "combine", "requeen"}, waits: true,
		why: "they would not go up yet; by the visit what hatches may fill the box",
	},
	{
		name: "Eight thousand in October, fed and with a queen", place: "uk", bloom: limes, on: "2026-10-07", days: 21,
		hive: "deep b0.3 h7.7 p1 e1 s3.3", told: beside(22000, 24000),
		never: []string{"combine", "feed_winter", "add_super"}, waits: true,
		why: "eight thousand bees with their stores: most come through, and each is a hive in spring",
	},
	{
		name: "Capped cells and no eggs, three weeks ago", place: "uk", bloom: limes, on: "2026-08-19", days: 7,
		hive: "deep b3 h3 n1 p1 e2 s8", told: all(brood(false, false, true), lookedAgo(21), cells(0, 6, "edge")),
		does: [][]string{{"look_closer", "check_cells"}}, never: []string{"leave", "combine"},
		why: "one in four young queens does not come to lay, and after August none is to be had",
	},
	{
		name: "Rich beside a poor one in November", place: "uk", bloom: limes, on: "2026-11-01", days: 27,
		hive: "deep h9 p0.5 e0.5 s7 | deep h9 e1 s6",
		told: func(c *assessment.Case) {
			c.Neighbours = []colony.Neighbour{{
				Colony: "N-01", Bees: 11000, Health: colony.Healthy, MitesPercent: 1, Known: true, StoresKg: 12, SpareKg: -8,
			}}
		},
		never: []string{"equalise", "add_super", "feed_winter"}, why: "nobody pulls combs from a cluster at the end of November",
	},
	{
		name: "Poor beside a rich one in January", place: "central-europe", on: "2026-01-10", days: 28,
		hive: "deep h1.5 p1 e7.5 s5",
		told: func(c *assessment.Case) {
			c.Neighbours = []colony.Neighbour{{
				Colony: "N-01", Bees: 12000, Health: colony.Healthy, MitesPercent: 1, Known: true, StoresKg: 30, SpareKg: 15,
			}}
		},
		does: [][]string{{"feed_emergency"}}, never: []string{"equalise", "leave", "combine"},
		why: "4 kg do not last to willow; fondant over the bees opens neither cluster",
	},
	{
		name: "Full to the last cell, no brood in August", place: "central-europe", on: "2026-08-10", days: 14,
		hive: "deep h9.3 p0.5 e0.2 s6", told: all(checked(0), brood(false, false, false), beside(24000)),
		never: []string{"combine", "feed_winter", "leave"}, does: [][]string{{"relieve_honey_bound", "look_closer", "test_comb"}},
		why: "fourteen thousand bees with no cell to lay in: room first, and then see whether she lays",
	},
	{
		name: "Capped brood and no eggs at the end of September", place: "uk", bloom: limes, on: "2026-09-24", days: 14,
		hive: "deep b0.4 h8 p0.6 e1 s4", told: all(checked(0), brood(false, false, true), beside(24000)),
		never: []string{"combine", "give_cell_or_queen", "requeen"}, why: "she winds down: no eggs by now is nothing",
	},
	{
		name: "Seven thousand bees and no egg for six weeks", place: "uk", bloom: limes, on: "2026-07-10", days: 5,
		hive: "deep h5 p1 n1 e3 s3", told: all(checked(0), brood(false, false, false), beside(28000)), unlaid: 43,
		does: [][]string{{"combine"}}, never: []string{"leave", "give_cell_or_queen", "requeen", "test_comb", "add_super"},
		why: "after a month without brood workers may lay, and no queen is taken: shake them out before another hive",
	},
	{
		name: "Fifteen thousand bees and no egg for three weeks", place: "uk", bloom: limes, on: "2026-06-20", days: 8,
		hive: "deep h4 p1 n1 e4 s7", told: all(checked(0), brood(false, false, false), beside(28000)), unlaid: 22,
		does: [][]string{{"give_cell_or_queen", "test_comb"}}, never: []string{"leave", "combine"},
		why: "they still take a queen, and are worth one in June",
	},
	{
		name: "Forty kilograms over the cluster in December", place: "uk", bloom: limes, on: "2026-12-10", days: 30,
		hive: "deep h7 e3 s5 | medium! h9.5 e0.5 s2 | medium! h5 e5", never: []string{"feed_emergency", "feed_winter", "combine"},
		why: "what stands over them is food; fondant over 40 kg is work for nothing",
	},
	{
		name: "Short of winter on the first of October, the next visit in three weeks", place: "uk", bloom: limes,
		on: "2026-10-01", days: 23, hive: "deep b1 h5 p1 e3 s8", does: [][]string{{"feed_winter"}}, rushes: true,
		never: []string{"leave", "combine"}, why: "syrup now is capped by November; fondant in three weeks is luck",
	},
	{
		name: "Three thousand in October, with a queen", place: "uk", bloom: limes, on: "2026-10-07", days: 21,
		hive: "deep b0.1 h6 p1 e2.9 s1.2", told: beside(22000, 24000), does: [][]string{{"combine"}},
		why: "two combs of bees do not come through alone",
	},
}

// TestSituations asks of each what a severe keeper would say against the answer.
func TestSituations(t *testing.T) {
	refusals := 0
	for _, x := range situations {
		t.Run(x.name, func(t *testing.T) {
			wrongs, refused := x.wrongs(t, x.assess(t))
			if refused {
				refusals++
			}
			for _, w := range wrongs {
				t.Error(w)
			}
		})
	}
	t.Logf("%d of %d were refused", refusals, len(situations))
}
