package shorthand

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"kembo/core/comb"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
)

// Format writes a line so that Parse reads it back as it is in its normal form.
func Format(l Line, boxes []Box) string {
	var w writer
	if l.Look != nil {
		w.look(Normal(*l.Look, boxes), boxes)
	}
	for _, a := range l.Acts {
		w.add(actText(a, boxes))
	}
	if l.Look != nil {
		for _, k := range l.Look.Insisted {
			w.add("!" + k)
		}
		if n := strings.TrimSpace(l.Look.Note); n != "" {
			w.add("; " + noteText(n))
		}
	}
	return strings.Join(w.tokens, " ")
}

type writer struct{ tokens []string }

func (w *writer) add(t string) {
	if t != "" {
		w.tokens = append(w.tokens, t)
	}
}

func plain(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }

// noteText quotes a note that would not read back as it is.
func noteText(n string) string {
	if strings.HasPrefix(n, `"`) || strings.ContainsAny(n, "\n\r") {
		return strconv.Quote(n)
	}
	return n
}

// queenText writes what was found of her, and after a minus what was not there.
func queenText(q history.Queen) string {
	letters := func(all []letterOf[history.Queen, bool]) (out string) {
		for _, x := range all {
			if *x.of(&q) {
				out += strings.ToUpper(string(x.letter))
			}
		}
		return out
	}
	seen, missing := letters(queenLetters), letters(missingLetters)
	switch {
	case missing == "":
		return "q" + seen
	case seen == "" && len(missing) == len(missingLetters):
		return "q0"
	}
	return "q" + seen + "-" + missing
}

func (w *writer) look(l history.Look, boxes []Box) {
	if l.Queen.Looked {
		w.add(queenText(l.Queen.Told()))
	}
	w.add(cellsText(&l.Cells))
	switch l.Health {
	case "healthy":
		w.add("h+")
	case "suspect":
		w.add("h-")
	}
	w.add(signed("w", l.WhiteWax))
	if l.Weight != nil {
		w.add(weightText(*l.Weight))
	}
	for _, x := range l.Boxes {
		for i, b := range boxes {
			if b.ID == x.Box {
				w.box(i, x)
			}
		}
	}
}

func signed(letter, answer string) string {
	switch look.Answer(answer) {
	case look.Yes:
		return letter + "+"
	case look.No:
		return letter + "-"
	}
	return ""
}

func cellsText(c *history.Cells) string {
	t, counts := "c", ""
	switch c.Check {
	case "complete":
		t = "cc"
	case "partial":
		t = "cp"
	}
	for _, k := range cellLetters {
		if n := *k.of(c); n > 0 {
			counts += fmt.Sprintf("%c%d", k.letter, n)
		}
	}
	if counts != "" {
		t += ":" + counts
	}
	if c.Where != "" {
		t += "@" + c.Where
	}
	if t == "c" {
		return ""
	}
	return t
}

func weightText(w history.Weight) string {
	switch look.How(w.How) {
	case look.ByFeel:
		return "W" + w.Heft
	case look.TwoSides:
		return "W" + plain(w.Value) + "+" + plain(w.Other) + w.Unit
	case look.OneSide:
		return "W/" + plain(w.Value) + w.Unit
	}
	return "W" + plain(w.Value) + w.Unit
}

func (w *writer) box(i int, x history.BoxLook) {
	w.add(strconv.Itoa(i+1) + ":")
	if x.Seams != nil {
		t := "s" + plain(*x.Seams)
		if x.Below {
			t += "v"
		}
		if x.Expected {
			t += "~"
		}
		w.add(t)
	}
	w.add(signed("o", x.Outer))
	if x.State != "" {
		w.add("=" + x.State)
	}
	switch {
	case x.Value > 0:
		w.add("^" + plain(x.Value) + x.Unit)
	case x.Heft != "":
		w.add("^" + x.Heft)
	}
	if x.Counts != nil {
		n := len(w.tokens)
		for _, c := range countLetters {
			if v := *c.of(x.Counts); v != 0 {
				w.add(string(c.letter) + plain(v))
			}
		}
		if len(w.tokens) == n {
			w.add("B0")
		}
	}
	for k, f := range x.Faces {
		for side, t := range f {
			if face, err := comb.ParseFace(t); err == nil && face.Painted() > 0 {
				w.add(fmt.Sprintf("%d%c=%s", k+1, 'a'+side, strings.ReplaceAll(t, " ", "")))
			}
		}
	}
}

func actText(a moves.Said, boxes []Box) string {
	w, ok := moves.All.Way(a.Do)
	n := numberOf(a.Box, boxes)
	if !ok || w.Arg == moves.OfBox && n == 0 {
		return ""
	}
	return w.Line(a, n)
}

// numberOf returns the number of a box from the floor, 0 where it is not there.
func numberOf(id string, boxes []Box) int {
	return slices.IndexFunc(boxes, func(b Box) bool { return b.ID == id }) + 1
}
