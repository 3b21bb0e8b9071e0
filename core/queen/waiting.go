package queen

import (
	"fmt"
	"slices"

	"kembo/core/brood"
	"kembo/core/day"
)

// The starts from which a queen who is there already is counted: a mated one in a
// cage, a mated one given loose, one who came with a swarm.
const (
	InCage  Start = "caged"
	GivenIn Start = "given"
	Hived   Start = "hived"
)

// Days until a mated queen lays who came to a hive. Source: common practice, no
// source: bees eat a caged queen free in three to five days; a queen who is out lays
// within a week, once there is comb for it.
const (
	FreeFrom  = 3
	FreeBy    = 5
	BeginsIn  = 1
	BeginsBy  = 7
	laysMid   = 3 // after she is free
	cappedDay = brood.EggDays + brood.LarvaDays
)

// Waiting is a hive that waits for a queen to lay, and since when.
type Waiting struct {
	For Start   `json:"for"`
	On  day.Day `json:"on"`
}

// Due is what is expected of a hive that waits. A day that does not apply is 0.
type Due struct {
	FreeFrom, FreeBy   day.Day // out of her cage
	Emerges, EmergesBy day.Day // out of her cell
	AloneFrom, AloneTo day.Day // not to be disturbed, both included
	Eggs, EggsBy       day.Day // first eggs
	Lays               day.Day // as likely
	Capped             day.Day // by when brood is capped, if she laid in time
	Emerging           day.Day // her first workers come out, at the earliest
	Judged             day.Day // no eggs by now: she has failed
}

// Due returns the calendar of a hive that waits. It is an ErrStart for a start that
// Kembo does not know.
//
// Brood is capped nine days after the egg and workers emerge after three weeks
// (Winston 1987, from memory, core/brood).
func (w Waiting) Due() (Due, error) {
	var d Due
	switch w.For {
	case InCage:
		d.FreeFrom, d.FreeBy = w.On+FreeFrom, w.On+FreeBy
		d.AloneFrom, d.AloneTo = w.On, d.FreeFrom-1
		d.Eggs, d.EggsBy, d.Lays = d.FreeFrom+BeginsIn, d.FreeBy+BeginsBy, d.FreeFrom+laysMid
	case GivenIn, Hived:
		d.Eggs, d.EggsBy, d.Lays = w.On+BeginsIn, w.On+BeginsBy, w.On+laysMid
		d.AloneFrom, d.AloneTo = w.On, d.Lays-1
	default:
		r, err := From(w.For, w.On)
		if err != nil {
			return Due{}, err
		}
		d.Eggs, d.EggsBy, d.Lays, d.Judged = r.LaysFrom, r.LaysBy, r.Lays, r.Judged
		d.AloneFrom, d.AloneTo = r.Emerges, r.Lays-1
		if w.For != Virgin {
			d.Emerges, d.EmergesBy = r.Emerges, r.EmergesBy
		}
	}
	if d.Judged == 0 {
		d.Judged = d.EggsBy
	}
	d.Capped, d.Emerging = d.EggsBy+cappedDay, d.Eggs+brood.WorkerDays
	return d, nil
}

// Accepted is the share of mated queens that are taken, and Mates that of young ones who come to lay. Source: common
// practice: one in six or seven that are given is lost, one in four that fly out.
const Accepted, Mates = 0.85, 0.75

// Odds is the chance that the queen who is waited for comes to lay.
func (w Waiting) Odds() float64 {
	switch w.For {
	case InCage, GivenIn:
		return Accepted
	case Hived:
		return 1
	}
	return Mates
}

// Step is something to look for, or to leave alone, on some days.
type Step struct {
	From  day.Day `json:"from"`
	To    day.Day `json:"to"`
	Say   string  `json:"say"`
	Alone bool    `json:"alone"` // the hive is not to be opened
}

// Steps returns the calendar of a hive that waits as what to do, in order of their
// first days; none for a start that is not known.
func (w Waiting) Steps() []Step {
	d, err := w.Due()
	if err != nil {
		return nil
	}
	var out []Step
	if d.Emerges > 0 {
		out = append(out, Step{From: d.Emerges, To: d.EmergesBy, Say: "A queen comes out of her cell"})
	}
	if d.AloneTo >= d.AloneFrom {
		say := "Leave the hive alone: she flies to mate, and a hive that is open loses her"
		switch w.For {
		case InCage:
			say = "Leave the hive alone: they have not taken to her yet"
		case GivenIn, Hived:
			say = "Leave the hive alone: let her settle"
		}
		out = append(out, Step{From: d.AloneFrom, To: d.AloneTo, Say: say, Alone: true})
	}
	if d.FreeFrom > 0 {
		out = append(out, Step{
			From: d.FreeFrom, To: d.FreeBy, Say: "Look only whether she is out of the cage; let her out if she is not",
		})
	}
	out = append(out,
		Step{From: d.Lays, To: d.EggsBy, Say: fmt.Sprintf("Look for first eggs; they may be there from %s",
			d.Eggs.Short())},
		Step{From: d.Capped, To: d.Capped, Say: "By now flat, capped worker brood shows that she is well mated"},
		Step{From: d.Judged, To: d.Judged, Say: "No eggs by now: take it that she has failed"},
	)
	slices.SortStableFunc(out, func(a, b Step) int { return int(a.From - b.From) })
	return out
}

// Words says what a hive waits for.
func (w Waiting) Words() string {
	switch w.For {
	case InCage:
		return "a caged queen to be let out and to lay"
	case GivenIn:
		return "the queen it was given to lay"
	case Hived:
		return "the swarm’s queen to lay"
	case Sealed:
		return "a queen to come out of a ripe cell and to lay"
	case Virgin:
		return "a virgin to mate and to lay"
	}
	return "a queen that the bees raise to lay"
}
