package queen

import (
	"fmt"
	"slices"

	"kembo/core/day"
)

// State is how far a queen has come.
type State string

// The states. Ripe is a capped cell that was given and has not been seen open.
const (
	NotKnown   State = ""
	Ripe       State = "cell"
	Unmated    State = "virgin"
	Mated      State = "mated"
	Laying     State = "laying"
	DroneLayer State = "drone_layer"
)

// States are those that can be noted of a queen.
var States = []State{Unmated, Mated, Laying, DroneLayer}

// Words says a state.
func (s State) Words() string {
	switch s {
	case Ripe:
		return "a ripe cell"
	case DroneLayer:
		return "a drone layer"
	case NotKnown:
		return "not known"
	}
	return string(s)
}

// Origin is where a queen came from.
type Origin string

// The origins.
const (
	FromNotKnown Origin = ""
	Raised       Origin = "raised" // by the bees of this hive, of themselves
	Bred         Origin = "bred"   // by the keeper, from a queen of the operation
	Bought       Origin = "bought"
	WithSwarm    Origin = "swarm"
)

// Origins are those that can be noted.
var Origins = []Origin{Bred, Bought, WithSwarm, Raised}

// End is how a queen's time in a hive ended.
type End string

// The ends.
const (
	Here       End = ""
	Superseded End = "superseded"
	Swarmed    End = "swarmed" // left with a swarm
	Killed     End = "killed"
	Lost       End = "lost"
	Refused    End = "refused" // given, and not accepted
	Moved      End = "moved"   // to another hive
	Gone       End = "gone"    // with her colony
)

// Ends are those that can be noted of a queen who is no longer there.
var Ends = []End{Superseded, Killed, Lost, Refused}

// Words says an end.
func (e End) Words() string {
	switch e {
	case Swarmed:
		return "left with a swarm"
	case Moved:
		return "moved to another hive"
	case Refused:
		return "not accepted"
	case Gone:
		return "went with her colony"
	}
	return string(e)
}

// Person is a queen while she was in one hive.
type Person struct {
	ID       string  `json:"id"`
	Year     int     `json:"year"` // 0: not known
	Mark     string  `json:"mark"` // its colour, or what her keeper calls it; "": none
	Clipped  bool    `json:"clipped"`
	Origin   Origin  `json:"origin"`
	Mother   string  `json:"mother"` // id of a queen; "": not known
	Source   string  `json:"source"` // in the keeper's words, as a breeder or a line
	State    State   `json:"state"`
	Caged    bool    `json:"caged"`
	In       day.Day `json:"in"` // came, or was first known of
	Accepted day.Day `json:"accepted"`
	Seen     day.Day `json:"seen"` // last seen on; 0: never
	Out      day.Day `json:"out"`
	End      End     `json:"end"`
}

// Present reports whether she is in the hive, as far as is known.
func (p Person) Present() bool { return p.Out == 0 }

// Words says who she is: "queen of 2025, marked blue, clipped, bought".
func (p Person) Words() string {
	out := "queen"
	switch {
	case p.State == Ripe:
		out = "queen in a ripe cell"
	case p.State == Unmated:
		out = "virgin queen"
	case p.State == DroneLayer:
		out = "drone-laying queen"
	}
	if p.Year > 0 {
		out += fmt.Sprintf(" of %d", p.Year)
	}
	if p.Mark != "" {
		out += ", marked " + p.Mark
	}
	if p.Clipped {
		out += ", clipped"
	}
	switch p.Origin {
	case Raised:
		out += ", raised here"
	case Bred:
		out += ", bred here"
	case Bought:
		out += ", bought"
	case WithSwarm:
		out += ", came with a swarm"
	}
	if p.Caged {
		out += ", caged"
	}
	return out
}

// Last returns the last of the queens of a hive, and false where none is known.
func Last(all []Person) (Person, bool) {
	if len(all) == 0 {
		return Person{}, false
	}
	return all[len(all)-1], true
}

// PresentOf returns the queen who is in the hive, and false where none is known to be.
func PresentOf(all []Person) (Person, bool) {
	i := slices.IndexFunc(all, Person.Present)
	if i < 0 {
		return Person{}, false
	}
	return all[i], true
}
