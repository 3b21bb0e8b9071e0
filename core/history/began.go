package history

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/queen"
)

// Beginning is how a colony began at this operation.
type Beginning string

// The beginnings. AsFound is a colony that was here when its log was begun.
const (
	NotSaid    Beginning = ""
	AsFound    Beginning = "found"
	AsPackage  Beginning = "package" // bees without comb, with a queen in a cage
	AsNuc      Beginning = "nuc"     // combs with bees, brood and a queen
	AsSwarm    Beginning = "swarm"   // caught, or come by itself
	AsSplit    Beginning = "split"   // made from colonies here
	BroughtIn  Beginning = "bought"
	mostBeesKg           = 6 // of a package or a swarm. Source: common practice
)

// Beginnings are those that can be said, in the order of a form.
var Beginnings = []Beginning{AsFound, AsNuc, AsPackage, AsSwarm, AsSplit, BroughtIn}

// Words says a beginning as facts do: "package", "swarm".
func (b Beginning) Words() string {
	switch b {
	case AsFound:
		return "taken over"
	case BroughtIn:
		return "bought"
	}
	return string(b)
}

// Began is what stood in a hive when it began, where that is known without a look.
type Began struct {
	How    Beginning `json:"how"`
	BeesKg float64   `json:"bees_kg,omitempty"` // of a package or a swarm, as weighed or guessed
	Seams  float64   `json:"seams,omitempty"`   // of bees, where nobody weighed them
	Cast   bool      `json:"cast,omitempty"`    // a swarm after the prime one, with a virgin
	Loose  bool      `json:"loose,omitempty"`   // the package's queen was not caged
}

// Of what a package or a swarm is made. Sources: bees without honey weigh 100 to 130
// mg, of which 3,500 go to a pound of a package (common practice, no source); those of
// a swarm are full of honey, a third of what they weigh (Otis 1982 and Combs 1972, from
// memory).
const (
	packageBeesPerKg = 7700
	swarmBeesPerKg   = 6500
	beesSpread       = 0.1  // of a package that was weighed
	guessSpread      = 0.25 // of a swarm that was guessed
	castLaysIn       = float64(queen.LaysLikely - queen.EmergesAfter)
	hivedLaysIn      = 3 // a swarm's queen: by when comb is drawn
)

// estimate returns what is believed of a hive that began so; ok is false where it
// takes a look. The hive stands as it was set up, with empty comb or foundation.
func (b Began) estimate(e Entry, st hive.Stack) (est colony.Estimate, change bees.Change, ok bool, err error) {
	change.Day = e.Day
	est = colony.Estimate{
		Day: e.Day, Seen: e.Day, Stack: st.Clone(), Depth: "hiving", BeesFrom: colony.Measured, Stages: true,
	}
	for _, x := range st.Boxes {
		est.Parts = append(est.Parts, colony.Part{Box: x.ID, Stores: colony.Measured, Brood: colony.Measured})
	}
	est.Sum()
	if b.BeesKg < 0 || b.BeesKg > mostBeesKg {
		return est, change, false, &moves.Error{
			Field: "bees", Say: fmt.Sprintf("a package or a swarm is more than 0 and at most %d kg of bees", mostBeesKg),
		}
	}
	perKg, spread := float64(packageBeesPerKg), beesSpread
	switch b.How {
	case AsPackage:
		if change.LaysIn = laysFree; b.Loose {
			change.LaysIn = hivedLaysIn
		}
	case AsSwarm:
		perKg, spread = swarmBeesPerKg, guessSpread
		if change.LaysIn = hivedLaysIn; b.Cast {
			change.LaysIn = castLaysIn
		}
	case AsSplit: // what comes is told by the acts that bring it
		return est, change, true, nil
	default:
		return est, change, false, nil
	}
	est.Bees, est.Spread.Bees = b.BeesKg*perKg, spread
	if b.BeesKg == 0 && len(st.Boxes) > 0 {
		est.Bees, est.Spread.Bees = b.Seams*st.Boxes[0].Format.Frame.BeesAtFullCover(), guessSpread
	}
	if est.Bees <= 0 {
		return est, change, false, &moves.Error{
			Field: "bees", Say: "give what the bees weigh, or how many seams they fill",
		}
	}
	return est, change, true, nil
}

// laysFree is the days until a caged queen of a package lays: let out in three to
// five, and a few more. Source: common practice, core/queen.
const laysFree = float64(queen.FreeBy+queen.FreeFrom)/2 + 3

// waits is what a hive that began so waits for; nil for nothing.
func (b Began) waits(e Entry) *queen.Waiting {
	w := queen.Waiting{On: e.Day}
	switch {
	case b.How == AsPackage && b.Loose:
		w.For = queen.GivenIn
	case b.How == AsPackage:
		w.For = queen.InCage
	case b.How == AsSwarm && b.Cast:
		w.For = queen.Virgin
	case b.How == AsSwarm:
		w.For = queen.Hived
	default:
		return nil
	}
	return &w
}

// queenOf is the queen with whom a hive that began so comes, as far as is known.
func (b Began) queenOf(q moves.Queen) moves.Queen {
	switch {
	case b.How == AsSplit:
		return moves.Queen{} // one is given, goes with it, or is raised
	case b.How == AsPackage:
		q.State, q.Caged = queen.Mated, !b.Loose
	case b.How == AsSwarm && b.Cast:
		q.State = queen.Unmated
	case b.How == AsSwarm:
		q.State = queen.Mated
	}
	if b.How == AsSwarm && q.Origin == queen.FromNotKnown {
		q.Origin = queen.WithSwarm
	}
	return q
}
