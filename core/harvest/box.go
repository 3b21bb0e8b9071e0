package harvest

import (
	"kembo/core/comb"
	"kembo/core/hive"
)

// Comb is how a comb of a box stands for the harvest, as last looked at.
type Comb struct {
	ID           string
	Slot         int // from the left, from 0
	Kg           float64
	Fill, Capped float64 // share of the comb stored; of the stored, capped
	HasBrood     bool
}

// Box is how a box stands for the harvest, as last looked at.
type Box struct {
	ID           string
	At           int // in the stack, from the floor, from 0
	Kg           float64
	Fill, Capped float64 // share of the comb stored; of the stored, capped
	HasBrood     bool
	Super        bool
	Combs        []Comb
}

// traceOfFace is the share of a face under which brood is a cell or two of drones in a corner. Source: none; guess.
const traceOfFace = 0.02

// Boxes returns the state of each box of a stack, from the floor up.
func Boxes(st hive.Stack) []Box {
	var out []Box
	for i, b := range st.Boxes {
		x := Box{ID: b.ID, At: i, Kg: b.HoneyKg(), Super: b.Super}
		honey, nectar := 0.0, 0.0
		for k, f := range b.Frames {
			c := Comb{ID: f.ID, Slot: k, Kg: b.FrameHoneyKg(f)}
			h, n := f.A[comb.Honey]+f.B[comb.Honey], f.A[comb.Nectar]+f.B[comb.Nectar]
			for _, s := range [2]comb.Shares{f.A, f.B} {
				c.HasBrood = c.HasBrood || s.Worker()+s[comb.Drone] > traceOfFace
			}
			c.Fill, c.Capped = shares(h, n, 1)
			honey, nectar = honey+h, nectar+n
			x.HasBrood = x.HasBrood || c.HasBrood
			x.Combs = append(x.Combs, c)
		}
		x.Fill, x.Capped = shares(honey, nectar, len(b.Frames))
		out = append(out, x)
	}
	return out
}

// shares returns the share of so many combs that is stored, and of the stored that is capped, from faces of honey and of nectar.
func shares(honey, nectar float64, combs int) (fill, capped float64) {
	const faces = 2
	if combs > 0 {
		fill = (honey + nectar) / float64(faces*combs)
	}
	if honey+nectar > 0 {
		capped = honey / (honey + nectar)
	}
	return fill, capped
}
