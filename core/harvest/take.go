package harvest

import (
	"cmp"
	"slices"
)

// Offer is a box that may come off, with its honey.
type Offer struct {
	Box string
	Kg  float64
}

// Take returns the boxes that come off so that what a colony has to keep stays: of what is ready the heaviest first, as long as what
// is left above the nest makes up for what the nest lacks. aboveKg is all that stands above it, ready or not.
func (s Stays) Take(ready []Offer, aboveKg float64) []string {
	free := s.FreeKg(aboveKg)
	by := slices.Clone(ready)
	slices.SortStableFunc(by, func(a, b Offer) int { return cmp.Compare(b.Kg, a.Kg) })
	var out []string
	for _, o := range by {
		if o.Kg <= free+littleKg {
			out = append(out, o.Box)
			free -= o.Kg
		}
	}
	return out
}

// littleKg is what a colony may be short by without a box being left for it. Source: none; guess, a comb's half.
const littleKg = 1.0
