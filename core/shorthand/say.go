package shorthand

import (
	"fmt"
	"slices"
	"strings"

	"kembo/core/comb"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/moves"
)

// Say writes a line in words, one sentence a part, as it was understood.
func Say(l Line, boxes []Box) []string {
	var out []string
	if l.Look != nil {
		out = sayLook(Normal(*l.Look, boxes), boxes)
	}
	for _, a := range l.Acts {
		out = append(out, sayAct(a, boxes))
	}
	if l.Look != nil && l.Look.Note != "" {
		out = append(out, "Note: "+l.Look.Note)
	}
	return out
}

func sayLook(l history.Look, boxes []Box) (out []string) {
	if l.Queen.Looked {
		out = append(out, "Queen: "+queenWords(&l.Queen))
	}
	if t := cellWords(&l.Cells); t != "" {
		out = append(out, "Cells: "+t)
	}
	if l.Health != "" {
		out = append(out, "Brood "+l.Health)
	}
	switch look.Answer(l.WhiteWax) {
	case look.Yes:
		out = append(out, "White wax")
	case look.No:
		out = append(out, "No white wax")
	}
	if w := l.Weight; w != nil {
		out = append(out, "Whole hive: "+weightWords(*w))
	}
	for _, x := range l.Boxes {
		for i, b := range boxes {
			if b.ID == x.Box {
				out = append(out, fmt.Sprintf("Box %d: %s", i+1, strings.Join(boxWords(x, b), ", ")))
			}
		}
	}
	return out
}

func queenWords(q *history.Queen) string {
	told := q.Told()
	var w []string
	for _, x := range slices.Concat(queenLetters, missingLetters) {
		if *x.of(&told) {
			w = append(w, x.word)
		}
	}
	return strings.Join(w, ", ")
}

func cellWords(c *history.Cells) string {
	var w []string
	switch c.Check {
	case "complete":
		w = append(w, "every comb checked")
	case "partial":
		w = append(w, "some combs checked")
	}
	n := len(w)
	for _, k := range cellLetters {
		if v := *k.of(c); v > 0 {
			w = append(w, fmt.Sprintf("%d %s", v, k.word))
		}
	}
	if n == 1 && len(w) == 1 {
		w = append(w, "none")
	}
	switch c.Where {
	case "edge":
		w = append(w, "at the edges")
	case "face":
		w = append(w, "on the face")
	case "both":
		w = append(w, "at edges and face")
	}
	return strings.Join(w, ", ")
}

func weightWords(w history.Weight) string {
	switch look.How(w.How) {
	case look.ByFeel:
		return w.Heft + " by the back"
	case look.TwoSides:
		return fmt.Sprintf("%s and %s %s by its two sides", plain(w.Value), plain(w.Other), w.Unit)
	case look.OneSide:
		return fmt.Sprintf("%s %s at one side", plain(w.Value), w.Unit)
	}
	return fmt.Sprintf("%s %s on a scale", plain(w.Value), w.Unit)
}

func boxWords(x history.BoxLook, b Box) (w []string) {
	if x.Seams != nil {
		t := plain(*x.Seams) + " seams of bees"
		if x.Below {
			t += " from below"
		}
		if x.Expected {
			t += ", as expected"
		}
		w = append(w, t)
	}
	switch look.Answer(x.Outer) {
	case look.Yes:
		w = append(w, "bees on the outer frames")
	case look.No:
		w = append(w, "no bees on the outer frames")
	}
	switch look.SuperState(x.State) {
	case "":
	case look.SuperFull:
		w = append(w, "full, capped")
	case look.SuperHalf, look.SuperNearly:
		w = append(w, x.State+" full")
	default:
		w = append(w, x.State)
	}
	switch {
	case x.Value > 0:
		w = append(w, plain(x.Value)+" "+x.Unit+" as lifted")
	case x.Heft != "":
		w = append(w, x.Heft+" as lifted")
	}
	if x.Counts != nil {
		var n []string
		for _, c := range countLetters {
			if v := *c.of(x.Counts); v != 0 {
				n = append(n, plain(v)+" "+c.word)
			}
		}
		if n == nil {
			n = []string{"no brood"}
		}
		w = append(w, "frames of "+strings.Join(n, ", "))
	}
	faces, sum := 0, comb.Face{}
	for _, f := range x.Faces {
		for _, t := range f {
			if p, err := comb.ParseFace(t); err == nil && p.Painted() > 0 {
				faces++
				for c, n := range p {
					sum[c] += n
				}
			}
		}
	}
	if faces > 0 {
		var n []string
		for c, v := range sum {
			if v > 0 {
				n = append(n, fmt.Sprintf("%d/8 %s", v, comb.Content(c)))
			}
		}
		w = append(w, fmt.Sprintf("%d of %d faces, in all %s", faces, 2*b.Frames, strings.Join(n, ", ")))
	}
	return w
}

func sayAct(a moves.Said, boxes []Box) string {
	w, ok := moves.All.Way(a.Do)
	if !ok {
		return "Done: something that is not known"
	}
	return "Done: " + w.Words(a, numberOf(a.Box, boxes), measure.Units{})
}
