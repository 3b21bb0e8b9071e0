// Package moves is what a keeper does to hives, as data. An [Act] is one thing
// done: a box put on, a frame from here to there, feed given, a queen caged. It
// is done to stacks by one method, [Act.Apply], and told to the forecast by one
// function, [Do], which compares the hives before and after. The same act is
// advised, ticked, written to the log, said and read in a line.
//
// What a keeper says, "two drawn supers on", is a [Said]; which boxes and combs
// it means hangs on the hive and is worked out by [Table.Exact]. [All] has a row
// for every kind of act: to add one is a file and a row.
//
// Left out on purpose: bees of themselves (swarming, robbing), which are no acts,
// and whether an act is wise, which is for craft and plan.
package moves

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/mites"
	"kembo/core/queen"
)

// Kind is the code of an act in the log.
type Kind string

// Act is one thing done to one hive, or between two. Its JSON is what the log
// holds; it never changes once it has been written. An act is a pointer to its
// struct and is not changed by its methods.
type Act interface {
	// Apply does it to the hives. A hive that is not among them is not known: what
	// goes there is gone, what comes from there is combs nobody has seen. The error
	// says what does not fit; the hives are then as they were.
	Apply(*Hives) error
	// Words says it as the log does: a title and a sentence.
	Words(measure.Units) (title, say string)
}

// Between is an act that takes from one hive and gives to another.
type Between interface {
	Act
	// Hives returns the ids of the colonies it takes from and gives to.
	Hives() (from, to string)
}

// Expecting is an act after which something should be found.
type Expecting interface {
	Act
	// Expect says what to look for so many days after it; "" for nothing.
	Expect(when string, days int, u measure.Units) string
}

// Hive is what acts are done to.
type Hive struct {
	Colony string
	Stack  hive.Stack
	Queen  Queen
	Did    Effect
}

// Elsewhere is an act that is done to another hive than the one it is noted at.
type Elsewhere interface {
	Act
	// At returns the colony that it is done to; "" for the one it is noted at.
	At() string
}

// Queen is what acts know of a queen. The zero value is none that is known.
type Queen struct {
	ID      string
	Year    int
	Clipped bool
	Caged   bool
	Mark    string
	Origin  queen.Origin
	Mother  string // id of a queen
	Source  string // in the keeper's words
	State   queen.State
}

// Effect is what an act did beside moving ware.
type Effect struct {
	FeedKg    float64        // stores that come of it
	Fed       *colony.Period // what was fed, with its sugar
	FedMassKg float64        // what it weighs as it goes in
	Treated   *colony.Period
	Against   mites.Class // mites, of what it was treated with; zero: of nothing that takes them

	BeesOut   float64 // share of the bees that went
	FlyBack   bool    // of those, the ones that fly: they were carried from a hive that still stands
	FliersOut float64 // share of the bees that fly that went over, more than came
	Opened    float64 // share of the nest's honey that was uncapped
	DroneOut  float64 // share of the drone brood that was cut out
	QueenOut  bool
	QueenIn   *bees.Queen // nil: none came, or she comes from another hive
	QueenLost bool        // she is gone, and the bees raise another where they can
	QueenEnd  queen.End   // how the time of the queen before ended
	Waits     queen.Start // the hive waits for a queen from now on
	Accepted  bool        // she was
	LaysIn    float64     // days until the queen who is there, or is to come, lays
	Swarmed   bool        // a prime swarm left
	Emptied   bool        // all bees and brood are gone
	Caged     bees.Setting
	Ended     *Ending // the colony is one no more
}

// Hives are the hives that an act may touch.
type Hives struct {
	here string
	all  map[string]*Hive
}

// Of returns hives, the first of which is the one that the act is noted at.
func Of(here Hive, others ...Hive) *Hives {
	h := &Hives{here: here.Colony, all: map[string]*Hive{}}
	for _, x := range append([]Hive{here}, others...) {
		x.Stack = x.Stack.Clone()
		x.Did = Effect{}
		h.all[x.Colony] = &x
	}
	return h
}

// At returns the hive of a colony, "" for the one that the act is noted at; nil
// where it is not known.
func (h *Hives) At(colony string) *Hive {
	if colony == "" {
		colony = h.here
	}
	return h.all[colony]
}

// Here returns the hive that the act is noted at.
func (h *Hives) Here() *Hive { return h.all[h.here] }

// clone returns a copy that shares no frames.
func (h *Hives) clone() *Hives {
	c := &Hives{here: h.here, all: map[string]*Hive{}}
	for id, x := range h.all {
		y := *x
		y.Stack = x.Stack.Clone()
		c.all[id] = &y
	}
	return c
}

// Error is what cannot be done, in a sentence, with the field it is about.
type Error struct{ Field, Say string }

func (e *Error) Error() string { return e.Say }

// wrong makes an Error.
func wrong(field, format string, args ...any) error {
	return &Error{field, fmt.Sprintf(format, args...)}
}

// notHere is what names a frame or box that a hive does not have.
func frameNotHere() error { return wrong("frame", "a frame that it names is not in the hive") }

func boxNotHere() error { return wrong("box", "that box is not on the hive") }

// Text is a text that a user gave with an act, to be checked before it is kept.
type Text struct {
	Field string
	Text  string
	Long  bool // a note, of several lines
}

// Worded is what has texts of a user's in it.
type Worded interface{ Texts() []Text }
