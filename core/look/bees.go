package look

import (
	"math"

	"kembo/core/colony"
)

// count adds up the bees that were seen. They are all of them only where every
// box of the nest was counted; bees in a super say little of those below.
func (r *reader) count() {
	nest, counted := 0, 0
	for i, b := range r.boxes {
		box := r.e.Stack.Boxes[i]
		if b.Seams < 0 && b.Outer == Yes {
			b.Seams = float64(len(box.Frames)) // bees from wall to wall
		}
		holds := 0.0
		if !box.Super {
			nest++
			holds = float64(len(box.Frames)) * box.Format.Frame.BeesAtFullCover()
		}
		if b.Seams < 0 {
			r.uncounted += holds
			continue
		}
		if !box.Super {
			counted++
			r.partly += holds
		}
		r.bees += b.Seams * box.Format.Frame.BeesAtFullCover()
		if !box.Super {
			r.nestBees += b.Seams * box.Format.Frame.BeesAtFullCover()
		}
		one := r.o.Seams.Bees
		switch {
		case b.Below, b.Expected: // who nods at a number has looked less closely; guess
			one = r.o.SeamsBelow
		case b.Depth == ByFace:
			one = r.o.Faces.Bees
		}
		r.beesSD = max(r.beesSD, one)
		r.e.Accepted = r.e.Accepted || b.Expected
		if b.Depth == NotLooked || b.Depth == BySeams {
			r.parts[i].Depth = string(BySeams)
			r.depths = addDepth(r.depths, BySeams)
		}
	}
	if nest > 0 && counted == nest {
		r.e.BeesFrom, r.partly = colony.Measured, 0
	}
}

// cover says how many bees there are: as counted, as they were earlier today,
// as a forecast has carried them or as their brood and stores tell, and never
// fewer than were seen.
func (r *reader) cover() {
	e := &r.e
	if e.BeesFrom == colony.Measured {
		e.Bees, e.Spread.Bees = r.bees, r.beesSD
		return
	}
	e.Sum()
	e.Bees, e.Spread.Bees, e.BeesFrom = inferBees(*e), r.o.BeesInferred, colony.Assumed
	if r.partly > 0 { // the boxes that were not counted are covered like those that were, more or less
		rest := r.uncounted * r.nestBees / r.partly * elsewhere
		e.Bees = r.bees + rest
		e.Spread.Bees = min(e.Spread.Bees, math.Hypot(r.beesSD*r.bees, elsewhereSD*rest)/max(1, e.Bees))
	}
	if r.sameDay() {
		e.Bees, e.Spread.Bees, e.BeesFrom = r.c.Prior.Bees, r.c.Prior.Spread.Bees, r.c.Prior.BeesFrom
	} else if c := r.c.Expected; c != nil && colony.LogSD(c.Bees) < r.o.BeesInferred {
		e.Bees, e.Spread.Bees, e.BeesFrom = c.Bees.Likely, colony.LogSD(c.Bees), colony.Carried
	}
	e.Bees = max(e.Bees, r.bees)
}

// Where seams were counted in some of the nest's boxes: how well the others are covered against
// those, and how far that is off. Source: none; guesses.
const elsewhere, elsewhereSD = 0.7, 0.5

// inferBees guesses the bees from what they keep: about nine tenths of a bee a
// brood cell and a cover on the comb they store in. Source: common practice,
// no source; BeesInferred stands for the doubt.
func inferBees(e colony.Estimate) float64 {
	return min(0.9*e.Brood()+5000+150*e.Stores(), 0.95*e.BeeCapacity())
}
