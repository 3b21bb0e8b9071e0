// Package shorthand is the line a keeper types or dictates at a hive: what was
// found of queen, cells and health, each box at its own depth, weights, and what
// was done. [Parse] reads a line, [Format] writes one; every look can be written
// and read back to the same look. The notation is Kembo's own; docs/shorthand.md
// has it on one page.
package shorthand

import (
	"strings"

	"kembo/core/comb"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/moves"
)

// Line is what one line says. Look is nil where nothing was found, only done.
type Line struct {
	Look *history.Look `json:"look,omitempty"`
	Acts []moves.Said  `json:"acts,omitempty"`
}

// Box is a box of the hive the line is about, from the floor up.
type Box struct {
	ID     string `json:"id"`
	Frames int    `json:"frames"`
	Super  bool   `json:"super,omitempty"`
}

// BoxesOf returns the boxes of a stack.
func BoxesOf(s hive.Stack) []Box {
	var out []Box
	for _, b := range s.Boxes {
		out = append(out, Box{b.ID, len(b.Frames), b.Super})
	}
	return out
}

// Error points at what cannot be read, in bytes of the line.
type Error struct {
	At, To int
	Say    string
}

func (e *Error) Error() string { return e.Say }

// letterOf is a letter of the notation for a field of what was found.
type letterOf[T, V any] struct {
	letter byte
	field  string // as the look has it
	of     func(*T) *V
	word   string
}

// byLetter returns the field that a letter stands for.
func byLetter[T, V any](all []letterOf[T, V], letter byte) (func(*T) *V, bool) {
	for _, l := range all {
		if l.letter == letter {
			return l.of, true
		}
	}
	return nil, false
}

// words of the notation, in the order in which they are written.
var (
	cellLetters = []letterOf[history.Cells, int]{
		{'u', "cups", func(c *history.Cells) *int { return &c.Cups }, "dry cups"},
		{'g', "with_egg", func(c *history.Cells) *int { return &c.WithEgg }, "cups with an egg"},
		{'h', "charged", func(c *history.Cells) *int { return &c.Charged }, "charged"},
		{'k', "capped", func(c *history.Cells) *int { return &c.Capped }, "capped"},
		{'m', "emerged", func(c *history.Cells) *int { return &c.Emerged }, "emerged"},
		{'t', "torn_down", func(c *history.Cells) *int { return &c.Torn }, "torn down"},
	}
	queenLetters = []letterOf[history.Queen, bool]{
		{'s', "seen", func(q *history.Queen) *bool { return &q.Seen }, "saw her"},
		{'e', "eggs", func(q *history.Queen) *bool { return &q.Eggs }, "eggs"},
		{'l', "larvae", func(q *history.Queen) *bool { return &q.Larvae }, "larvae"},
		{'b', "capped", func(q *history.Queen) *bool { return &q.Capped }, "capped brood"},
	}
	// What was looked for and was not there stands after a minus.
	missingLetters = []letterOf[history.Queen, bool]{
		{'e', "no_eggs", func(q *history.Queen) *bool { return &q.NoEggs }, "no eggs"},
		{'l', "no_larvae", func(q *history.Queen) *bool { return &q.NoLarvae }, "no larvae"},
		{'b', "no_capped", func(q *history.Queen) *bool { return &q.NoCapped }, "no capped brood"},
	}
	countLetters = []letterOf[look.Counts, float64]{
		{'B', "Brood", func(c *look.Counts) *float64 { return &c.Brood }, "brood"},
		{'H', "Honey", func(c *look.Counts) *float64 { return &c.Honey }, "honey"},
		{'N', "Nectar", func(c *look.Counts) *float64 { return &c.Nectar }, "nectar"},
		{'P', "Pollen", func(c *look.Counts) *float64 { return &c.Pollen }, "pollen"},
		{'C', "Empty", func(c *look.Counts) *float64 { return &c.Empty }, "empty comb"},
		{'F', "Undrawn", func(c *look.Counts) *float64 { return &c.Undrawn }, "undrawn"},
	}
	places = []string{"edge", "face", "both"}
	hefts  = []look.Heft{look.Light, look.Fair, look.Heavy}
	states = []look.SuperState{look.SuperEmpty, look.SuperStarted, look.SuperHalf, look.SuperNearly, look.SuperFull}
)

// Normal returns a look in the one form in which the notation holds it: boxes
// that were not looked at are left out, units are named, faces are in order of
// content or zone by zone. It says the same as l.
func Normal(l history.Look, boxes []Box) history.Look {
	q := l.Queen
	l.Queen = q.Told()
	l.Note = strings.TrimSpace(l.Note)
	if l.Weight != nil {
		w := *l.Weight
		if w.How == string(look.ByFeel) {
			w.Value, w.Other, w.Unit = 0, 0, ""
		} else {
			w.Heft, w.Unit = "", unitOr(w.Unit)
		}
		if w.How != string(look.TwoSides) {
			w.Other = 0
		}
		l.Weight = &w
	}
	var out []history.BoxLook
	for _, b := range boxes {
		for _, x := range l.Boxes {
			if x.Box == b.ID {
				if n, ok := normalBox(x, b); ok {
					out = append(out, n)
				}
				break
			}
		}
	}
	l.Boxes = out
	return l
}

func normalBox(x history.BoxLook, b Box) (history.BoxLook, bool) {
	n := history.BoxLook{Box: x.Box, Seams: x.Seams}
	if x.Seams != nil {
		n.Depth, n.Below, n.Expected = string(look.BySeams), x.Below, x.Expected
	}
	switch look.Depth(x.Depth) {
	case look.BySeams:
		n.Outer, n.State = x.Outer, x.State
		if n.Seams != nil || n.Outer != "" || n.State != "" {
			n.Depth = x.Depth
		}
	case look.ByHeft:
		n.Seams, n.Below, n.Expected, n.Depth = nil, false, false, ""
		switch {
		case x.Value > 0:
			n.Depth, n.Value, n.Unit = x.Depth, x.Value, unitOr(x.Unit)
		case x.Heft != "":
			n.Depth, n.Heft = x.Depth, x.Heft
		}
	case look.ByBox:
		if x.Counts != nil {
			c := *x.Counts
			n.Depth, n.Counts = x.Depth, &c
		}
	case look.ByFace:
		faces, any := make([][2]string, b.Frames), false
		for i := range min(len(x.Faces), b.Frames) {
			for k, t := range x.Faces[i] {
				faces[i][k] = normalFace(t)
				any = any || faces[i][k] != ""
			}
		}
		if any {
			n.Depth, n.Faces = x.Depth, faces
		}
	}
	return n, n.Depth != ""
}

// normalFace writes a face zone by zone where it was painted so, else by
// content; what is not one stays as it is.
func normalFace(t string) string {
	f, err := comb.ParseFace(t)
	t = strings.ToUpper(strings.TrimSpace(t))
	switch {
	case err != nil:
		return t
	case f.Painted() == 0:
		return ""
	case len(t) == 8 && !strings.ContainsAny(t, "0123456789 "):
		return t
	}
	return f.String()
}

func unitOr(u string) string {
	if u == "" {
		return measure.Kilogram.Name
	}
	return u
}
