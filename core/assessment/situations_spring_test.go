package assessment_test

import (
	"testing"

	"kembo/core/queen"
)

// Situations of spring, from the first warm day to the flow, written before the options of spring were: what a severe
// keeper would say. Common practice, no source, where none is named.

var spring = []situation{
	// Late winter.
	{
		name: "Three seams off their honey, four days of frost ahead", place: "uk", bloom: limes, on: "2026-03-05", days: 14,
		hive: "deep b0.6 h1 e8.4 s3", told: all(weathered(5, -5, 2, 0), lookedAgo(2)),
		does: [][]string{{"feed_emergency"}}, never: []string{"leave", "add_super", "look_closer"},
		why: "a small brooding cluster does not leave its brood for honey two combs off",
	},
	{
		name: "Six seams on twelve kilograms in February", place: "uk", bloom: limes, on: "2026-02-20", days: 21,
		hive: "deep b0.5 h5 p1 e3.5 s6", told: lookedAgo(30),
		never: []string{"feed_emergency", "add_super", "check_cells", "look_closer", "rotate_boxes"}, waits: true,
		why: "heft it on the next mild day; nothing else",
	},
	{
		name: "Seven degrees and wind on the day of the round", place: "uk", bloom: limes, on: "2026-03-08", days: 7,
		hive: "deep b1 h5 p1 e3 s5", told: all(weathered(7, 1, 7, 2), lookedAgo(110)),
		never: []string{"look_closer!", "check_cells!", "rotate_boxes", "condense"}, why: "brood is chilled sooner than anything is learnt",
	},
	{
		name: "Four combs of twenty in April", place: "uk", bloom: limes, on: "2026-04-12", days: 10,
		hive: "deep b1 h3 p0.5 e5.5 s3 | deep h2 e8 s0.5", does: [][]string{{"condense"}},
		never: []string{"add_super", "rotate_boxes", "open_nest_sides", "leave"}, why: "they heat twenty combs for four",
	},
	{
		name: "A nuc's worth of bees in a full box, three kilograms, cold April", place: "uk", bloom: limes, on: "2026-04-09", days: 9,
		hive: "deep b1.2 h1.3 p0.5 e7 s3", told: weathered(6, 0, 8, 3), does: [][]string{{"feed_emergency"}},
		never: []string{"leave", "add_super", "rotate_boxes"}, why: "a week without flight on three kilograms with brood",
	},
	// Strength and room.
	{
		name: "Nine of ten in use at the end of April", place: "uk", bloom: limes, on: "2026-04-28", days: 8,
		hive: "deep b6 h1.5 n0.5 p1 e1 s9.5", does: [][]string{{"add_super", "add_box_under"}},
		never: []string{"leave", "condense", "feed_emergency"}, why: "a frame capped on both sides is three of bees in twelve days",
	},
	{
		name: "Seven and a half combs of brood in a cold April", place: "uk", bloom: limes, on: "2026-04-20", days: 9,
		hive: "deep b7.5 h1 p1 e0.5 s9.5", told: weathered(5, 1, 10, 1), does: [][]string{{"add_super", "add_box_under"}},
		never: []string{"leave", "open_nest_sides"}, why: "the bees are coming whatever the weather: a box in time, under rather than on top",
	},
	{
		name: "Three full boxes in May", place: "uk", bloom: limes, on: "2026-05-20", days: 8,
		hive:  "deep b6 h1 p1 n1 e1 s10 | deep b6 h2 p1 n1 s10 | deep b2 h4 n2 e2 s9",
		never: []string{"condense", "remove_super", "pack_down", "leave"}, why: "they fill it: leave it a triple and give room",
	},
	{
		name: "A third box that nobody fills", place: "uk", bloom: limes, on: "2026-04-15", days: 10,
		hive: "deep b3 h2 p1 e4 s6 | deep b1 h4 e5 s5 | deep e10", does: [][]string{{"condense", "remove_super"}},
		never: []string{"add_super", "add_box_under"}, why: "reduce what they do not fill; it comes back in May",
	},
	// Rotating.
	{
		name: "The nest has moved up, the lower box is empty", place: "uk", bloom: limes, on: "2026-04-24", days: 9,
		hive: "deep p1 e9 s1 | deep b7 h2 p1 s10", told: weathered(7, 6, 16, 0), does: [][]string{{"rotate_boxes", "add_super"}},
		never: []string{"condense", "leave"}, why: "no brood below: turn them, and the room is above where they go",
	},
	{
		name: "Brood in both boxes in April", place: "uk", bloom: limes, on: "2026-04-25", days: 9,
		hive: "deep b4 p1 h1 e4 s7 | deep b5 h4 p1 s9", never: []string{"rotate_boxes", "condense"},
		why: "to turn them splits the nest and chills both halves",
	},
	{
		name: "The lower box empty and frost to come", place: "uk", bloom: limes, on: "2026-03-28", days: 10,
		hive: "deep p1 e9 s0.5 | deep b3 h5 p1 e1 s7", told: weathered(7, -4, 6, 0),
		never: []string{"rotate_boxes", "open_nest_sides", "alternate_frames", "add_super"}, why: "nobody takes a nest apart before a week of frost",
	},
	// The sides, and honey above.
	{
		name: "Brood from wall to wall in the second week of May", place: "uk", bloom: limes, on: "2026-05-09", days: 10,
		hive: "deep b8.5 h0.5 p1 s10 | x | medium! h1 n1 e8 s5", told: checked(0),
		does:  [][]string{{"open_nest_sides", "alternate_frames", "add_box_under", "swarm_control", "check_cells"}},
		never: []string{"leave", "feed_emergency"}, why: "three weeks before the flow, with no cell to lay in",
	},
	{
		name: "Six seams in May", place: "uk", bloom: limes, on: "2026-05-09", days: 9,
		hive: "deep b4 h2 p1 e3 s6", told: checked(0), never: []string{"open_nest_sides", "alternate_frames", "swarm_control"},
		why: "there is room, and too few to keep a wider nest warm",
	},
	{
		name: "The lime is open", place: "uk", bloom: limes, on: "2026-06-30", days: 9,
		hive: "deep b7 h1 n1 p1 s10 | x | medium! h4 n3 e3 s9", told: checked(0),
		does:  [][]string{{"add_super"}},
		never: []string{"open_nest_sides", "alternate_frames", "rotate_boxes"}, why: "the sides are opened before the flow; now room goes above",
	},
	{
		name: "A cold week at the end of April, nine seams", place: "uk", bloom: limes, on: "2026-04-24", days: 9,
		hive: "deep b6.5 h1.5 p1 e1 s9", told: weathered(7, -1, 8, 2), never: []string{"open_nest_sides", "alternate_frames", "rotate_boxes"},
		why: "no empty comb beside brood in frost",
	},
	// Swarm season.
	{
		name: "Charged and capped cells at the edges, a queen of last year", place: "uk", bloom: limes, on: "2026-05-22", days: 9,
		hive: "deep b6 h1 n1 p1 e1 s10 | x | medium! h1 n1 e8 s6", told: all(cells(3, 2, "edge"), queenOf(2025)),
		does: [][]string{{"swarm_control"}}, never: []string{"leave", "open_nest_sides", "requeen"}, rushes: true,
		why: "it goes on the next fine noon",
	},
	{
		name: "A queen in a cage for two days", place: "uk", bloom: limes, on: "2026-05-18", days: 8,
		hive: "deep b3 h3 p1 e3 s7", told: all(checked(2), given(queen.InCage, 2)),
		never: []string{"look_closer!", "requeen", "give_cell_or_queen", "check_cells!", "boost!", "open_nest_sides", "combine"},
		why:   "the cage is looked at on day three to five, and the nest left for a week after",
	},
	{
		name: "Strong, checked today, ten days before the bean", place: "uk", bloom: limes, on: "2026-05-26", days: 8,
		hive: "deep b7 h1 p1 n1 s10 | x | medium! h3 n2 e5 s8 | medium! e10 s1", told: checked(0),
		never: []string{"swarm_control", "combine", "requeen", "relieve_honey_bound"}, does: [][]string{{"check_cells", "leave"}},
		why: "room enough above; look again in a week",
	},
	// Caught swarms.
	{
		name: "A swarm of three days ago on foundation, a week of rain", place: "uk", bloom: limes, on: "2026-06-04", days: 8,
		hive: "deep h0.3 e0.7 u9 s5", told: all(hived(3), checked(0), brood(true, false, false), weathered(8, 8, 13, 6)),
		does: [][]string{{"feed_emergency"}}, never: []string{"add_super", "requeen", "combine", "test_comb"}, mostFeed: 3,
		why: "what they brought along is eaten, and nothing comes in to draw comb from",
	},
	{
		name: "A swarm of three days ago, the lime open", place: "uk", bloom: limes, on: "2026-07-02", days: 8,
		hive: "deep b0.5 h1 n0.5 e1 u7 s6", told: all(hived(3), checked(0), brood(true, false, false)),
		never: []string{"add_super", "requeen", "combine", "feed_winter"}, why: "it draws comb from what comes in",
	},
	{
		name: "A swarm of yesterday in fine weather", place: "uk", bloom: limes, on: "2026-06-04", days: 8,
		hive: "deep u10 s5", told: all(hived(1), checked(0), brood(false, false, false)),
		never: []string{"feed_emergency!", "add_super", "give_cell_or_queen", "test_comb", "combine"},
		why:   "it carries food for three days, and may carry what it caught: let it draw comb from that first",
	},
	// The yard: five hives that want five things on one day.
	{
		name: "Five on a day: a good young queen on three seams", place: "uk", bloom: limes, on: "2026-05-02", days: 8,
		hive: "deep b2 h2 p0.5 e5.5 s3", told: all(checked(0), queenOf(2025), beside(26000, 24000)),
		does: [][]string{{"boost", "swap_places"}}, never: []string{"combine", "add_super", "requeen"},
		why: "she lays what three seams can warm: two combs of capped brood make a colony of it for the lime",
	},
	{
		name: "Five on a day: no brood of any age, cells sought", place: "uk", bloom: limes, on: "2026-05-02", days: 8,
		hive: "deep h4 p1 e5 s5", told: all(checked(0), brood(false, false, false), beside(26000, 24000)),
		does: [][]string{{"give_cell_or_queen", "test_comb", "combine"}}, never: []string{"leave", "add_super", "boost"},
		why: "no brood goes to who may have no queen, but for a comb of eggs that tells",
	},
	{
		name: "Five on a day: wall to wall", place: "uk", bloom: limes, on: "2026-05-02", days: 8,
		hive: "deep b8 h0.5 p1 e0.5 s10", told: all(checked(0), beside(12000, 24000)),
		does: [][]string{{"add_super", "add_box_under", "open_nest_sides"}}, never: []string{"leave", "combine", "feed_emergency"},
		why: "room today; and a comb of brood for the weak one is no loss to it",
	},
	{
		name: "Five on a day: two kilograms in a week of rain", place: "uk", bloom: limes, on: "2026-05-02", days: 8,
		hive: "deep b5 h0.6 n0.3 p0.6 e3.5 s8", told: all(checked(0), weathered(6, 5, 11, 8)),
		does: [][]string{{"feed_emergency", "equalise"}}, never: []string{"leave", "add_super"}, why: "five combs of brood eat a kilogram a day",
	},
	{
		name: "Five on a day: as it should be", place: "uk", bloom: limes, on: "2026-05-02", days: 8,
		hive: "deep b4.5 h2.5 n0.5 p1 e1.5 s7.5", told: checked(0),
		never: []string{"feed_emergency", "boost", "condense", "swarm_control", "combine", "requeen"}, why: "leave it, or a super in time: nothing more",
	},
}

// springHeld are not to be tuned on. When they were written 2 of these and 5 of the others were not answered.
var springHeld = []situation{
	{
		name: "Almond over, brood to the walls in March", place: "mediterranean", on: "2026-03-25", days: 9,
		hive: "deep b7.5 h1 p1 e0.5 s10", does: [][]string{{"add_super", "add_box_under", "open_nest_sides", "check_cells"}},
		never: []string{"leave", "feed_emergency", "condense"}, why: "it is May there",
	},
	{
		name: "Spring in the south", place: "australia-south-east", on: "2026-09-24", days: 9,
		hive: "deep b6.5 h2 p1 e0.5 s9.5", never: []string{"feed_winter", "pack_down", "condense", "leave"},
		does: [][]string{{"add_super", "add_box_under", "open_nest_sides", "check_cells"}}, why: "wall to wall in September is April at home",
	},
	{
		name: "The lower box full of brood, the upper empty", place: "us-north", on: "2026-05-10", days: 10,
		hive: "deep b7 h1 p1 n1 s10 | deep e10 s1", never: []string{"rotate_boxes", "condense", "add_super"},
		why: "they go up by themselves",
	},
	{
		name: "Cherry in flower, five combs of brood", place: "central-europe", on: "2026-04-14", days: 9,
		hive: "deep b5 h2 n1 p1 e1 s8", never: []string{"feed_emergency", "condense", "swarm_control", "combine"}, why: "a good colony in its spring",
	},
	{
		name: "Three kilograms, no flow for three weeks, in the cold spring of the north", place: "us-north", on: "2026-04-08", days: 14,
		hive: "deep b2 h1.3 p0.7 e6 s6", told: weathered(10, -3, 7, 1), does: [][]string{{"feed_emergency"}},
		never: []string{"leave", "rotate_boxes", "add_super"}, why: "April kills them, not January",
	},
	{
		name: "An old queen on two combs of brood in May", place: "uk", bloom: limes, on: "2026-05-12", days: 9,
		hive: "deep b1.5 h4 p1 e3.5 s5", told: all(checked(0), queenOf(2022), beside(24000)),
		does: [][]string{{"requeen", "combine"}}, never: []string{"boost", "add_super", "leave"}, why: "brood given to a failing queen is brood thrown away",
	},
	{
		name: "Two queen cups with an egg and room to lay", place: "uk", bloom: limes, on: "2026-05-14", days: 7,
		hive: "deep b5 h2 p1 e2 s8 | x | medium! h1 e9 s3", told: cupsWithEgg(2, "edge"),
		never: []string{"swarm_control", "open_nest_sides", "combine"}, why: "cups come and go: look in a week",
	},
	{
		name: "Four kilograms of old honey at the walls, the nest between", place: "uk", bloom: limes, on: "2026-04-30", days: 9,
		hive: "deep b5.5 h3.5 p1 s9.5", does: [][]string{{"add_super", "open_nest_sides", "relieve_honey_bound", "add_box_under"}},
		never: []string{"leave", "feed_emergency"}, why: "she has no cell to lay in, and bees for two boxes",
	},
}

// springUnanswered is how many of them are not answered as yet: it may only fall.
const springUnanswered = 5

// TestSpringSituations counts the situations of spring that are not answered as a severe keeper would, and says which.
func TestSpringSituations(t *testing.T) {
	mostUnanswered(t, append(spring, springHeld...), springUnanswered)
}

// mostUnanswered says which situations are not answered as a severe keeper would, and fails where there are more of them than may be.
func mostUnanswered(t *testing.T, all []situation, most int) {
	t.Helper()
	n := 0
	for _, x := range all {
		if wrongs, _ := x.wrongs(t, x.assess(t)); len(wrongs) > 0 {
			n++
			t.Logf("%s: %v", x.name, wrongs)
		}
	}
	if n > most {
		t.Errorf("%d of %d situations are not answered; %d were", n, len(all), most)
	}
}
