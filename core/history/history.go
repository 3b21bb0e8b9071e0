// Package history folds a colony's log into what is believed of it: the
// stack, the last estimate, what was done since, findings and what bars its
// honey. Entries hold what was entered; nothing in them is derived.
package history

import (
	"errors"
	"fmt"
	"slices"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/harvest"
	"kembo/core/hive"
	"kembo/core/ledger"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/queen"
	"kembo/core/stock"
)

// Believed is what a log amounts to.
type Believed struct {
	Stack        hive.Stack
	Estimate     *colony.Estimate // nil: never looked at
	Changes      []bees.Change
	Health       colony.Health
	HealthDay    day.Day
	CellCheck    colony.CellCheck
	CellCheckDay day.Day
	PartialDay   day.Day // of the last check of some combs only
	QueenYear    int
	Clipped      bool
	Origin       string
	HistoryKnown bool
	Feeds        []colony.Period
	Treatments   []colony.Period
	Weighings    []Weighed
	MovedSince   []Moved            // since the last weighing
	Combs        map[string]Comb    // by frame id, of the frames in the hive
	Ensemble     *forecast.Ensemble // what is believed, as states; nil: never looked at, or too long ago
	Tests        []Tested           // forecasts that came to be tested, the oldest first
	Surprises    []Surprise
	Unknown      []Unknown // what came from hives of which nothing is known
	Began        Began     // zero: not known
	BeganOn      day.Day
	Queens       []queen.Person    // of this hive, the earliest first
	Waiting      *queen.Waiting    // for a queen to lay; nil: it is not known to
	CagedSince   day.Day           // that its laying queen is shut in; 0: she is not
	Mites        []MitesCounted    // the earliest first
	Readings     []harvest.Reading // of honey on it, the earliest first
	Inspections  []Inspected       // of brood, the earliest first
	Grafts       []Grafted         // in it, the earliest first
	GoneThrough  *GoneThrough      // what was found in it once it was dead; nil: it was not gone through
	Crops        []Crop            // what came off, the earliest first
	Ended        *Ended            // nil: it lives, as far as is known
	TookIn       day.Day           // on which another was last united with it; 0: none was
	Told         []ledger.Happened // by a scale under it, in the last days
	Stocked      []stock.Move      // into store and out of it, the earliest first
}

// Weighed is a gross weighing, with what went on and off before it, since the
// one before.
type Weighed struct {
	Day   day.Day
	Entry string
	Kg    float64
	Moved []Moved
}

// Moved is ware or feed that came or went on a day, without its honey.
type Moved struct {
	Day    day.Day
	What   string
	TareKg float64 // less than 0: it left
	FedKg  float64 // mass of feed
}

// Ground is what a log is read on: where the hive stands, for what was not
// looked at is carried by a forecast.
type Ground struct {
	Colony   string // whose log it is; empty: nothing in it went between hives
	Site     forecast.Site
	Seed     uint64
	Units    measure.Units // of the words of questions
	Observer look.Observer // zero: the usual keeper
	// Yard holds the conditions from the first day that is carried on; nil: drawn here.
	Yard *forecast.Yard
	// Gains are what a hive scale under the colony tells, in order of day.
	Gains []Gain
	// Told is what it tells beside, in the last days.
	Told []ledger.Happened
	// Givers are the logs of all colonies from which something came to this one, and
	// to those: see [Givers].
	Givers []Log
	// To is the day up to which a scale is read, and from which back looks are carried; 0: the last entry.
	To day.Day
}

// CarryDays is how far back looks are carried; before that a box not looked
// into keeps what it had. What was believed two seasons ago has left no trace
// in what is believed today, and a log of years stays quick.
const CarryDays = 250

// Misfit is an entry that does not fit into the log that it stands in.
type Misfit struct {
	Entry Entry
	Err   error
}

func (m *Misfit) Error() string { return fmt.Sprintf("%s of %s: %v", m.Entry.Kind, m.Entry.Day, m.Err) }

// Unwrap returns why it does not fit.
func (m *Misfit) Unwrap() error { return m.Err }

// mostMisfits is how many are looked for one by one: each costs reading the log
// anew, and who has taken back so many sees the next.
const mostMisfits = 40

// Mended returns the entries of a colony's log without those that do not fit, and these, in
// the order in which they came up. A log that fits together has none. Of a log with
// very many the entries from the last of them on are left out too.
func Mended(entries []Entry, colony string) (fitting []Entry, misfits []*Misfit) {
	fitting = entries
	for {
		_, err := Fold(fitting, Ground{Colony: colony})
		var m *Misfit
		if !errors.As(err, &m) {
			return fitting, misfits
		}
		misfits = append(misfits, m)
		if len(misfits) == mostMisfits {
			at := slices.IndexFunc(fitting, func(e Entry) bool { return e.ID == m.Entry.ID })
			return slices.Clone(fitting[:at]), misfits
		}
		fitting = slices.DeleteFunc(slices.Clone(fitting), func(e Entry) bool { return e.ID == m.Entry.ID })
	}
}

// Stands reports whether an entry of a log has not been undone or corrected.
func Stands(entries []Entry, id string) bool {
	return !superseded(entries)[id]
}

// Live returns the entries that stand: those not superseded, without undos, in
// the order given.
func Live(entries []Entry) []Entry {
	gone := superseded(entries)
	var out []Entry
	for _, e := range entries {
		if !gone[e.ID] && e.Kind != KindUndo {
			out = append(out, e)
		}
	}
	return out
}

// superseded names the entries that do not stand any more.
func superseded(entries []Entry) map[string]bool {
	gone := map[string]bool{}
	// An undo of an undo brings back what it took.
	for i := len(entries) - 1; i >= 0; i-- {
		if e := entries[i]; e.Supersedes != "" && !gone[e.ID] {
			gone[e.Supersedes] = true
		}
	}
	return gone
}

// Fold walks the entries, in order of day and entry, and returns what is
// believed after the last. The error names the entry that does not fit.
func Fold(entries []Entry, g Ground) (Believed, error) {
	return Walk(entries, g, func(Entry, Believed) {})
}

// Walk is Fold that also shows what is believed after each entry that stands,
// in one pass, so that a log of many years costs what its length does.
func Walk(entries []Entry, g Ground, after func(Entry, Believed)) (Believed, error) {
	w := walker{ground: g, parameters: bees.Defaults()}
	if err := w.walk(entries, func(e Entry) bool { after(e, w.Believed); return true }); err != nil {
		return w.Believed, err
	}
	w.finish()
	b := w.Believed
	b.Told = g.Told
	if b.Estimate != nil {
		b.Estimate.Stack = b.Stack // with what was put on and taken off since
	}
	return b, nil
}

// Questions returns what should be asked about the look of an entry, read
// against the entries before it.
func Questions(entries []Entry, id string, g Ground) ([]look.Question, error) {
	w := walker{ground: g, ask: id, parameters: bees.Defaults()}
	err := w.walk(entries, func(e Entry) bool { return e.ID != id })
	return w.asked, err
}

// walk takes the entries that stand, in order, until on says no. Those of givers are
// taken in between, and on is not told of them.
func (w *walker) walk(entries []Entry, on func(Entry) bool) error {
	c, turns := joined(w, entries)
	for _, t := range turns {
		if err := c.take(t, w); err != nil {
			return &Misfit{t.e, err}
		}
		if slices.Contains(t.of, w) && !on(t.e) {
			return nil
		}
	}
	return nil
}

// walker is what is believed so far, with what it takes to go on.
type walker struct {
	Believed
	ask    string // the entry whose questions are wanted
	asked  []look.Question
	queen  moves.Queen
	ground Ground
	last   day.Day
	// The ensemble of the last look's day: as it was expected, and what is being
	// looked at now is expected to be.
	before, ahead *forecast.Ensemble
	// The ensemble of the last look as it stood when something left the hive, and of which it is: boxes that come
	// off one after the other are not each lived up to anew.
	giving, givingOf *forecast.Ensemble
	countedBefore    int              // counts of mites that what was expected of the last look already holds
	sights           []forecast.Sight // of the last look that tested a forecast
	parameters       bees.Parameters
}

// take takes an entry in that is no act; acts are done to the hives of a company.
func (w *walker) take(e Entry) error {
	if err := w.over(e); err != nil {
		return err
	}
	switch x := e.Body.(type) {
	case nil:
		if e.Unread != "" {
			return errors.New(e.Unread)
		}
		return nil
	case body:
		return x.apply(w, e)
	}
	return fmt.Errorf("%T is not what an entry holds", e.Body)
}

// finish brings the ensemble up to the readings of a scale since the last look.
func (w *walker) finish() {
	to := max(w.last, w.ground.To)
	n := len(w.ground.Gains)
	if w.Ensemble == nil || n == 0 || w.ground.Gains[n-1].Day < w.Ensemble.Day || to <= w.Ensemble.Day {
		return
	}
	to = min(to, w.ground.Gains[n-1].Day+1)
	if y := w.ground.Yard; y != nil && int(to-y.From) > y.Days {
		return
	}
	w.last = max(w.last, to)
	w.Ensemble = w.Ensemble.Clone()
	w.advance(w.Ensemble, to)
}

// change notes what was done since the last look; before the first look there
// is nothing for it to change.
func (w *walker) change(c bees.Change) {
	if w.Estimate != nil {
		w.Changes = append(w.Changes, c)
	}
}
