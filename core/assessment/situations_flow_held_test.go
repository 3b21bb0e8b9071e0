package assessment_test

import (
	"kembo/core/assessment"
	"kembo/core/day"
	"kembo/core/harvest"
)

// flowHeld is a third of the situations of flow and harvest, which were not asked until the readings of honey were done.
var flowHeld = []situation{
	{
		name: "Sealed and 18.9 % in late July", place: "uk", bloom: limes, on: "2026-07-29", days: 5,
		hive: "deep b5 h3 p1 e1 s9 | x | medium! h9.5 n0.5 s9", told: all(checked(0), water(1, 18.9)),
		never: []string{"harvest_super"}, does: [][]string{{"hold_harvest"}},
		why: "the law allows it, and it will not keep: leave it, or dry it",
	},
	{
		name: "Two supers, the lower dry and the upper wet", place: "uk", bloom: limes, on: "2026-07-29", days: 5,
		hive: "deep b5 h3.5 p1 e0.5 s9 | x | medium! h9.5 n0.5 s9 | medium! h6 n4 s8",
		told: all(checked(0), water(1, 17.1), water(2, 20.4)), does: [][]string{{"harvest_super"}},
		never: []string{"add_super"}, why: "the dry one comes off; the other waits",
	},
	{
		name: "Half capped, shaken dry, not read", place: "uk", bloom: limes, on: "2026-07-30", days: 5,
		hive: "deep b5 h3.5 p1 e0.5 s9 | x | medium! h5 n4.5 e0.5 s9", told: all(checked(0), shaken(1, harvest.ShakeDry)),
		never: []string{"add_super", "leave"}, why: "take it, or read it first: to do nothing is no answer",
	},
	{
		name: "A ripe super, strips in beside it", place: "uk", bloom: limes, on: "2026-08-04", days: 7,
		hive: "deep b5 h3 p1 e1 s9 | x | medium! h9.5 n0.5 s8", told: all(treated("strips", 2), water(1, 17)),
		does: [][]string{{"hold_harvest", "remove_super"}}, never: []string{"harvest_super", "add_super"},
		why: "dry is not clean: the label bars it",
	},
	{
		name: "Read wet three weeks ago, sealed since", place: "uk", bloom: limes, on: "2026-07-29", days: 5,
		hive: "deep b5 h3.5 p1 e0.5 s9 | x | medium! h9.8 n0.2 s9",
		told: all(checked(0), water(1, 20.5), readDaysAgo(21)), never: []string{"add_super"},
		does: [][]string{{"harvest_super"}}, why: "what was open then is sealed now: the old reading is of other honey",
	},
	{
		name: "Rape in full bloom, a super of open honey at 22 %", place: "uk", bloom: rape, on: "2026-05-12", days: 6,
		hive: "deep b7 h1 n1 p1 s10 | x | medium! h1 n8 e1 s10", told: all(checked(0), water(1, 22)),
		does: [][]string{{"add_super"}}, never: []string{"harvest_super", "feed_emergency"}, why: "room to ripen it, now",
	},
	{
		name: "The super light below, dry above, on the first of August", place: "uk", on: "2026-08-01", days: 5,
		hive: "deep b5 h0.7 p1 e3.3 s9 | x | medium! h9.5 n0.5 s9", told: all(checked(0), water(1, 17.2)),
		never: []string{"add_super", "leave"}, why: "take it and feed, or leave it: to take it and leave it at that starves them",
	},
	{
		name: "Three brimming supers and a visit tomorrow", place: "uk", bloom: limes, on: "2026-07-01", days: 1,
		hive: "deep b7 h1 n1 p1 s10 | x | medium! h10 s10 | medium! h9 n1 s10 | medium! h4 n5 e1 s9",
		told: all(checked(0), water(1, 17.5)), does: [][]string{{"add_super", "harvest_super"}},
		never: []string{"leave", "hold_harvest", "pack_down"}, why: "empties on, or the ripe one off: in the lime they have two days",
	},
	{
		name: "A swarm of May with a half-filled super in July", place: "uk", bloom: limes, on: "2026-07-24", days: 7,
		hive: "deep b6 h2 p1 e1 s9 | x | medium! h3 n2 e5 s6", told: checked(0), never: []string{"add_super", "harvest_super", "swarm_control"},
		why: "room enough; it is not ripe",
	},
	{
		name: "The heather crop is in, four kilograms below", place: "uk", bloom: heather, on: "2026-09-14", days: 5,
		hive: "deep b3 h2 p1 e4 s9 | x | medium! h9.5 n0.5 s8", told: all(checked(0), water(1, 20.5)),
		never: []string{"leave", "add_super"}, why: "taken, it is fed for winter at once; or it stays as their winter",
	},
}

// readDaysAgo has the readings be so many days old.
func readDaysAgo(days int) func(*assessment.Case) {
	return func(c *assessment.Case) {
		for i := range c.Readings {
			c.Readings[i].Day -= day.Day(days)
		}
	}
}
