// Package look turns what a keeper saw on a day into a colony estimate.
//
// A [Look] holds what was entered, box by box, each at its own depth: counts
// of frames, or faces in eighths, or nothing. [Read] lays it over the stack
// and says how far it may be off. What was not looked at keeps what was
// believed of it before, with a wider spread.
package look

import (
	"fmt"
	"math"
	"strings"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
)

// Depth says how closely a box was looked at.
type Depth string

// The depths of this package.
const (
	NotLooked Depth = ""
	ByBox     Depth = "boxes"
	ByFace    Depth = "faces"
)

// Counts is a box told in frames, both sides together: 3.5 frames of brood.
// Brood is worker brood of all ages.
type Counts struct {
	Brood, Honey, Nectar, Pollen, Empty, Undrawn float64
}

// BoxLook is what was entered for one box.
type BoxLook struct {
	Box    string // id of the box
	Depth  Depth
	Counts Counts
	Faces  [][2]comb.Face // by slot, A and B
	Seams  float64        // -1: not looked
}

// Look is one look at one colony.
type Look struct {
	Day   day.Day
	Boxes []BoxLook
	Queen colony.QueenEvidence
}

// FieldError says which field of a look is wrong and what to do.
type FieldError struct {
	Field string // as in "box 2, honey"
	Say   string
}

func (e *FieldError) Error() string { return e.Field + ": " + e.Say }

// Observer spreads by depth, as the standard deviation of the logarithm.
// Source: the Liebefeld method's observers differ by about 10 % once trained
// (Imdorf et al. 1987, from memory); by box and inferred: common practice.
var (
	SpreadByFace   = colony.Spread{Brood: 0.09, Stores: 0.10, Pollen: 0.2, Bees: 0.15}
	SpreadByBox    = colony.Spread{Brood: 0.17, Stores: 0.18, Pollen: 0.35, Bees: 0.18}
	SpreadUnlooked = colony.Spread{Brood: 0.35, Stores: 0.40, Pollen: 0.6, Bees: 0.35}
)

// BeesInferredSpread is the spread of bees told from brood alone. Source:
// none; guess.
const BeesInferredSpread = 0.35

// Check returns the first thing in l that cannot be, as a *FieldError.
func Check(l Look, s hive.Stack) error {
	for i, b := range l.Boxes {
		at := indexOf(s, b.Box)
		if at < 0 {
			return &FieldError{fmt.Sprintf("box %d", i+1), "it is not on this hive; choose a box of the stack"}
		}
		box := s.Boxes[at]
		name := fmt.Sprintf("box %d", at+1)
		if err := checkCounts(b, box, name); err != nil {
			return err
		}
		if b.Depth == ByFace && len(b.Faces) > len(box.Frames) {
			return &FieldError{name, fmt.Sprintf("%d frames are entered, the box has %d; take out the extra ones", len(b.Faces), len(box.Frames))}
		}
		for k, f := range b.Faces {
			for side, face := range f {
				if face.Painted() > 8 {
					return &FieldError{fmt.Sprintf("%s, frame %d%c", name, k+1, 'A'+side), "the shares add up to more than eight eighths; lower one"}
				}
			}
		}
	}
	return nil
}

func checkCounts(b BoxLook, box hive.Box, name string) error {
	if b.Seams > float64(len(box.Frames)+1) {
		return &FieldError{name + ", seams", fmt.Sprintf("%g seams are more than the %d that %d frames make; lower it", b.Seams, len(box.Frames)+1, len(box.Frames))}
	}
	if b.Depth != ByBox {
		return nil
	}
	c, sum := b.Counts, 0.0
	for _, v := range []struct {
		what string
		n    float64
	}{{"brood", c.Brood}, {"honey", c.Honey}, {"nectar", c.Nectar}, {"pollen", c.Pollen}, {"empty", c.Empty}, {"undrawn", c.Undrawn}} {
		if v.n < 0 || math.IsNaN(v.n) {
			return &FieldError{name + ", " + v.what, fmt.Sprintf("%g frames is less than none; enter 0 or more", v.n)}
		}
		sum += v.n
	}
	if sum > float64(len(box.Frames))+0.01 {
		return &FieldError{name, fmt.Sprintf("the counts add up to %g frames, the box has %d; lower one", sum, len(box.Frames))}
	}
	return nil
}

func indexOf(s hive.Stack, id string) int {
	for i, b := range s.Boxes {
		if b.ID == id {
			return i
		}
	}
	return -1
}

// Read lays l over s and returns the estimate of that day. The stack's faces
// are what was believed before: an empty box as it was put on, or the last
// look. It returns a *FieldError where l cannot be.
func Read(l Look, s hive.Stack) (colony.Estimate, error) {
	if err := Check(l, s); err != nil {
		return colony.Estimate{}, err
	}
	e := colony.Estimate{Day: l.Day, Stack: s.Clone(), Queen: l.Queen}
	spread, depths := colony.Spread{}, []string{}
	bees, counted, combs := 0.0, false, 0.0
	for i := range e.Stack.Boxes {
		box := &e.Stack.Boxes[i]
		b, ok := find(l, box.ID)
		switch {
		case ok && b.Depth == ByFace:
			layFaces(box, b.Faces)
			spread = spread.Join(SpreadByFace)
			depths = addDepth(depths, "faces")
		case ok && b.Depth == ByBox:
			layCounts(box, b.Counts, l.Queen)
			spread = spread.Join(SpreadByBox)
			depths = addDepth(depths, "boxes")
		default:
			if holdsSomething(*box) {
				spread = spread.Join(SpreadUnlooked)
			}
		}
		if ok && b.Seams >= 0 {
			bees += b.Seams * box.Format.Frame.BeesAtFullCover()
			counted = true
		}
		combs += 1
	}
	e.Spread = spread
	e.Depth = strings.Join(depths, " and ")
	e.Bees = bees
	e.Sum()
	e.BeesCounted = counted
	if !counted {
		e.Bees = inferBees(e)
		e.Spread.Bees = BeesInferredSpread
	}
	return e, nil
}

// inferBees guesses the bees from what they keep: about nine tenths of a bee a
// brood cell and a cover on the comb they store in. Source: common practice,
// no source; BeesInferredSpread stands for the doubt.
func inferBees(e colony.Estimate) float64 {
	return min(0.9*e.Brood()+5000+150*e.Stores(), 0.95*e.BeeCapacity())
}

func holdsSomething(b hive.Box) bool {
	for _, f := range b.Frames {
		for _, s := range [2]comb.Shares{f.A, f.B} {
			if s.Known()-s[comb.Empty]-s[comb.Foundation] > 0 {
				return true
			}
		}
	}
	return false
}

func addDepth(d []string, w string) []string {
	for _, v := range d {
		if v == w {
			return d
		}
	}
	return append(d, w)
}

func find(l Look, id string) (BoxLook, bool) {
	for _, b := range l.Boxes {
		if b.Box == id {
			return b, true
		}
	}
	return BoxLook{}, false
}

// layFaces writes painted faces; a face not painted keeps what it had.
func layFaces(b *hive.Box, faces [][2]comb.Face) {
	for i, f := range faces {
		if f[0].Painted() > 0 {
			b.Frames[i].A = f[0].Shares()
		}
		if f[1].Painted() > 0 {
			b.Frames[i].B = f[1].Shares()
		}
	}
}
