package forecast

import (
	"math"

	"kembo/core/bees"
	"kembo/core/colony"
)

// Sight is what a look or a weighing says of a quantity: a value, and how far
// it may be off as the standard deviation of its logarithm.
type Sight struct {
	Of        Quantity
	Value, SD float64
}

// Sights returns what an estimate says that was seen on its day. What was
// carried says nothing new; what was seen of part of the boxes counts where
// that is most of it.
func Sights(e *colony.Estimate) []Sight {
	out := sights(e)
	for i := range out {
		out[i] = out[i].coarse(e.Painted())
	}
	return out
}

// Frames are counted by halves and faces painted by eighths, so what is little
// may be nothing, and nothing a little: how far that may be off, in cells and in
// kg. Source: derived, a seventh of a deep frame; less where faces add up.
const (
	coarseCells, coarsePainted = 1000.0, 400.0
	coarseKg                   = 0.4
)

// coarse adds what counting in steps leaves open.
func (o Sight) coarse(painted bool) Sight {
	step := coarseCells
	switch o.Of {
	case OfBees:
		return o // seams say what they say in their spread
	case OfStores, OfNestStores, OfSuperStores:
		step = coarseKg
	default:
		if painted {
			step = coarsePainted
		}
	}
	o.SD = math.Hypot(o.SD, step/max(o.Value, step))
	o.Value = max(o.Value, step/2)
	return o
}

// An empty box counts for a little; what was seen of less than half says nothing
// of all.
const emptyBoxKg, mostBoxes = 0.1, 0.5

func sights(e *colony.Estimate) []Sight {
	var out []Sight
	var nest, nestSeen, super, superSeen, brood, broodSeen, faces float64
	for _, b := range e.Stack.Boxes {
		part, ok := e.PartOf(b.ID)
		if !ok {
			continue
		}
		kg := b.HoneyKg() + emptyBoxKg
		if b.Super {
			super += kg
			if part.Stores == colony.Measured {
				superSeen += kg
			}
			continue
		}
		nest += kg
		brood++
		if part.Stores == colony.Measured {
			nestSeen += kg
		}
		if part.Brood == colony.Measured {
			broodSeen++
			if part.Depth == "faces" {
				faces++
			}
		}
	}
	p := bees.Defaults()
	nestKg, superKg := SeenStores(e, &p)
	nestOff, superOff := fillOff(e.OpenSeen.Nest, e.NestHoney, nestKg), fillOff(e.OpenSeen.Super, e.SuperHoney, superKg)
	most := func(seen, all float64) bool { return all > 0 && seen >= mostBoxes*all }
	switch nestMost, superMost := most(nestSeen, nest), super == 0 || most(superSeen, super); {
	case e.OnScale.Kg > 0 && !(nestMost && superMost):
		out = append(out, Sight{OfStores, e.OnScale.Kg, e.OnScale.SD / e.OnScale.Kg})
	default:
		if nestMost {
			out = append(out, Sight{OfNestStores, nestKg, math.Hypot(e.Spread.Stores, nestOff)})
		}
		if super > 0 && superMost {
			out = append(out, Sight{OfSuperStores, superKg, math.Hypot(e.Spread.Super, superOff)})
		}
	}
	if brood > 0 && broodSeen == brood {
		if faces == brood {
			out = append(
				out, Sight{OfEggs, e.Eggs, math.Hypot(e.Spread.Brood, youngSD)},
				Sight{OfLarvae, e.Larvae, math.Hypot(e.Spread.Brood, youngSD)},
				Sight{OfSealed, e.Capped, e.Spread.Brood},
			)
		} else {
			out = append(out, Sight{OfBrood, e.Brood(), e.Spread.Brood})
		}
		out = append(out, Sight{OfPollen, e.Pollen, e.Spread.Pollen})
	}
	if e.BeesFrom == colony.Measured {
		out = append(out, Sight{OfBees, e.Bees, e.Spread.Bees})
	}
	return out
}
