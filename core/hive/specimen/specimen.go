// Package specimen has hives that tests begin with, told by letters: "hpbbbph" is a box of combs of honey, pollen and brood.
package specimen

import (
	"fmt"
	"strings"

	"kembo/core/comb"
	"kembo/core/hive"
)

// Combs are what each letter stands for, on both faces: h honey, p pollen, b capped brood, l young brood, e drawn and empty, f
// foundation, x something of each, ? not looked at.
var Combs = map[rune]comb.Shares{
	'b': {comb.Brood: 0.7, comb.Honey: 0.2}, 'l': {comb.Larvae: 0.5, comb.Eggs: 0.2}, 'p': {comb.Pollen: 0.6, comb.Honey: 0.2},
	'h': {comb.Honey: 0.9}, 'e': {comb.Empty: 1}, 'f': {comb.Foundation: 1}, '?': {},
	'x': {comb.Honey: 0.3, comb.Empty: 0.5, comb.Pollen: 0.2},
}

// Stack reads boxes from the floor up, parted by spaces, a letter a comb; "|" is the excluder and "s:" begins a super. Boxes are
// called box1 and so on, combs by box and slot, 2.3; each has as many slots as combs.
func Stack(text string) hive.Stack {
	var st hive.Stack
	for _, w := range strings.Fields(text) {
		if w == "|" {
			st.ExcluderAbove = len(st.Boxes)
			continue
		}
		w, super := strings.CutPrefix(w, "s:")
		b := hive.Box{ID: fmt.Sprint("box", len(st.Boxes)+1), Format: hive.Formats[0], Super: super}
		b.Format.Slots = len(w)
		for i, c := range w {
			b.Frames = append(b.Frames, hive.Frame{ID: fmt.Sprintf("%d.%d", len(st.Boxes)+1, i+1), A: Combs[c], B: Combs[c]})
		}
		st.Boxes = append(st.Boxes, b)
	}
	return st
}

// Text writes a hive as Stack reads it.
func Text(st hive.Stack) string {
	var out []string
	for i, b := range st.Boxes {
		w := ""
		if b.Super {
			w = "s:"
		}
		for _, f := range b.Frames {
			for c, s := range Combs {
				if f.A == s {
					w += string(c)
				}
			}
		}
		if st.ExcluderAbove == i && i > 0 {
			out = append(out, "|")
		}
		out = append(out, w)
	}
	return strings.Join(out, " ")
}
