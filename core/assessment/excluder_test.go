package assessment_test

import "testing"

// overWinter are hives with an excluder in autumn and winter. Common practice: it comes out before the cluster moves up, with food or a
// box above it; else it does no harm.
var overWinter = []situation{
	{
		name: "Twenty kilograms above the excluder in October, the visit in three weeks", place: "uk", bloom: limes, on: "2026-10-02", days: 22,
		hive: "deep b0.6 h5 p0.5 e3.9 s8 | x | medium! h9 e1 s3 | medium! h3 e7 s0", told: unknownHistory,
		does: [][]string{{"pack_down"}}, never: []string{"feed_winter"},
		why: "the cluster goes up to its food and leaves her below",
	},
	{
		name: "The same in mid-November, on a mild day", place: "uk", bloom: limes, on: "2026-11-15", days: 3,
		hive: "deep h5 p0.5 e4.5 s7 | x | medium! h9 e1 s3", told: all(unknownHistory, weathered(10, 5, 11, 0)),
		does: [][]string{{"pack_down"}}, why: "two minutes with the super lifted, and she is not cut off",
	},
	{
		name: "The same in August", place: "uk", bloom: limes, on: "2026-08-10", days: 9,
		hive: "deep b5 h3 p1 e1 s9 | x | medium! h9 e1 s6", told: unknownHistory, never: []string{"pack_down"}, why: "there is brood to keep below",
	},
	{
		name: "One box in October", place: "uk", bloom: limes, on: "2026-10-02", days: 22,
		hive: "deep b0.6 h8 p0.5 e0.9 s8", never: []string{"pack_down"}, why: "there is none",
	},
}

// TestAnExcluderComesOutForWinter: all are answered.
func TestAnExcluderComesOutForWinter(t *testing.T) { mostUnanswered(t, overWinter, 0) }
