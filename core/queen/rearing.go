package queen

import (
	"fmt"

	"kembo/core/brood"
	"kembo/core/day"
)

// Days of a graft. Source: Winston 1987, from memory, for cells; the rest common practice: a larva under a day old is on day 4
// of its cell; cells are looked at once they are drawn out, moved when ripe, and grafts follow every four days on one builder.
const (
	TakenAfter   = 1  // it can be seen which were taken
	SealedAfter  = 5  // the last are capped: do not shake them from now on
	RipeAfter    = 10 // to nucs and hives, before the first comes out
	NextGraftIn  = 4
	FitDays      = 3.0 // afternoons on which she can fly, until she is mated
	LaysAfterFit = 3   // days from her last flight to her first eggs
)

// Rearing is the calendar of a graft.
type Rearing struct {
	Graft, Taken, Sealed, Ripe day.Day
	Requeening
	// DroneEggs is the day by which the eggs of the drones must be laid that are mature when the first virgin flies, and
	// DronesOut the one by which those must have come out.
	DroneEggs, DronesOut day.Day
}

// Rear returns the calendar of a graft.
func Rear(graft day.Day) Rearing {
	r, _ := From(Graft, graft) // a start that is known
	eggs, out := r.dronesFrom()
	return Rearing{
		Graft: graft, Taken: graft + TakenAfter, Sealed: graft + SealedAfter, Ripe: graft + RipeAfter, Requeening: r,
		DroneEggs: eggs, DronesOut: out,
	}
}

// Bent returns the day by which a virgin who may fly from a day on is likely mated, given the chance that each day is fit for it,
// and the fit days that are likely until then; by a last day she is so or never will be.
func Bent(from, last day.Day, fit func(day.Day) float64) (by day.Day, days float64) {
	for d := from; d <= last; d++ {
		if days += fit(d); days >= FitDays {
			return d, days
		}
	}
	return last, days
}

// Steps returns the calendar as what to do, in order; mated is the day by which the weather likely lets them mate, 0 where that
// is not known.
func (r Rearing) Steps(mated day.Day) []Step {
	lays, laysBy := r.LaysFrom, r.LaysBy
	if mated > 0 {
		lays, laysBy = max(r.LaysFrom, min(mated, r.FliesTo)+LaysAfterFit), max(r.Lays, mated+LaysAfterFit+1)
	}
	return []Step{
		{From: r.Graft, To: r.Graft, Say: "Graft larvae under a day old, into a builder without queen and open brood, full of young bees, fed"},
		{From: r.Taken, To: r.Taken, Say: "Look how many were taken; take out what was not"},
		{From: r.Graft + NextGraftIn, To: r.Graft + NextGraftIn, Say: "The builder can have the next graft"},
		{From: r.Sealed, To: r.Ripe - 1, Say: "The cells are capped: do not shake, turn or chill them", Alone: true},
		{From: r.Ripe, To: r.Ripe, Say: "Ripe: each to its nuc or hive, which has been without a queen for a day"},
		{From: r.Emerges, To: r.EmergesBy, Say: "They come out; a cell opened at the side is a dead one"},
		{
			From: r.FliesFrom, To: max(r.FliesTo, mated), Alone: true,
			Say: "They fly to mate on warm, calm afternoons: leave the hives alone",
		},
		{From: lays, To: laysBy, Say: "Look for eggs"},
		{From: max(r.Judged, laysBy+1), To: max(r.Judged, laysBy+1), Say: "No eggs by now: she has failed; unite, or give another"},
	}
}

// Drones says whether drones will be mature when she flies, by whether some were seen flying, or capped drone brood, on a day; ""
// where they will.
func (r Requeening) Drones(on day.Day, flying, capped bool) string {
	switch {
	case flying && on <= r.FliesFrom:
		return ""
	case capped && on+brood.DroneDays <= r.FliesFrom:
		return ""
	}
	eggs, out := r.dronesFrom()
	return fmt.Sprintf("The drones they mate with must be out by %s, from eggs laid by %s.", out.Short(), eggs.Short())
}

// dronesFrom returns the days by which the eggs must be laid of the drones that are mature when the first virgin flies, and by which
// those must have come out.
func (r Requeening) dronesFrom() (eggs, out day.Day) {
	mature, _ := brood.After(brood.Drone, brood.Mature) // of a caste that is
	emerged, _ := brood.After(brood.Drone, brood.Emerged)
	return r.FliesFrom - day.Day(mature.Likely), r.FliesFrom - day.Day(mature.Likely-emerged.Likely)
}
