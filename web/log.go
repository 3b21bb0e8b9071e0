package web

import (
	"fmt"
	"strings"

	"kembo/app"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/words"
)

// log lists the last entries, newest last, each with its small stack.
func (v *colonyView) log(x app.Colony, photos map[string][]app.Photo) {
	v.LogSay = "All " + words.Count(len(x.Log), "entry", "entries")
	if len(x.Log) == 1 {
		v.LogSay = "1 entry"
	}
	from := max(0, len(x.Log)-5)
	for _, l := range x.Log[from:] {
		kind, say := entryWords(l.Entry, x.Units)
		boxes, excluder := l.Glyph()
		item := logItem{
			l.ID, l.Day.Short(), kind, say, glyph(boxes, excluder, l.Day.Short()+": "+stackWords(boxes)), nil, l.Line(),
		}
		for _, p := range photos[l.ID] {
			item.Photos = append(item.Photos, p.ID)
		}
		v.Log = append(v.Log, item)
	}
	if x.UndoOf != "" {
		last := x.Log[len(x.Log)-1]
		kind, _ := entryWords(last.Entry, x.Units)
		v.UndoOf, v.UndoWhat = x.UndoOf, "“"+words.Lower(kind)+"” of "+last.Day.DayMonth()
	}
}

// entryWords says an entry of the log.
func entryWords(e history.Entry, u measure.Units) (kind, say string) {
	switch x := e.Body.(type) {
	case *history.StackSet:
		return "Set up", words.Capital(words.Count(len(x.Boxes), "box", "boxes")) + "."
	case *history.Look:
		return lookWords(x)
	case *history.Combs:
		return "Combs", words.Count(len(x.Frames), "comb", "combs") + " noted."
	case *history.Weighing:
		return "Weighed", fmt.Sprintf("%.1f %s gross.", u.Mass.In(x.Kg), u.Mass.Name)
	case *history.Placed:
		return placedWords(x)
	case *history.MiteCount:
		return mitesWords(x)
	case *history.Inspection:
		return inspectionWords(x)
	case *history.DeadOut:
		return deadOutWords(x)
	case *history.HoneySample:
		return sampleWords(x)
	case *history.Graft:
		return graftWords(x)
	case moves.Act:
		return x.Words(u)
	}
	return "Entry", ""
}

func lookWords(l *history.Look) (kind, say string) {
	depths := map[string]bool{}
	brood, seams, counted := 0.0, 0.0, false
	for _, b := range l.Boxes {
		depths[b.Depth] = true
		if b.Counts != nil {
			brood += b.Counts.Brood
		}
		for _, f := range b.Faces {
			for _, t := range f {
				if face, err := comb.ParseFace(t); err == nil {
					brood += face.Shares().Worker() / 2
				}
			}
		}
		if b.Seams != nil {
			seams, counted = seams+*b.Seams, true
		}
	}
	kind = "Look by box"
	switch {
	case depths["faces"]:
		kind = "Look by face"
	case depths["boxes"]:
	case depths["seams"] || counted:
		kind = "Seams and supers"
	case depths["heft"] || l.Weight != nil:
		kind = "Hefted"
	default:
		kind = "Findings"
	}
	var w []string
	if counted {
		w = append(w, fmt.Sprintf("%g seams of bees", seams))
	}
	if depths["faces"] || depths["boxes"] {
		w = append(w, fmt.Sprintf("%.1f frames of brood", brood))
	}
	w = append(w, weightWords(l.Weight)...)
	if l.WhiteWax == "yes" {
		w = append(w, "white wax")
	}
	switch {
	case l.Queen.Several == colony.EggsOnWalls:
		w = append(w, "several eggs on the walls of cells")
	case l.Queen.Several == colony.EggsAtBottom:
		w = append(w, "several eggs at the bottom of cells")
	case l.Queen.Seen:
		w = append(w, "queen seen")
	case l.Queen.Eggs:
		w = append(w, "eggs")
	case l.Queen.Told().NoEggs:
		w = append(w, "no eggs")
	}
	switch n := l.Cells.Charged + l.Cells.Capped; {
	case n > 0:
		w = append(w, words.Count(n, "queen cell", "queen cells"))
	case l.Cells.Check == "complete":
		w = append(w, "no queen cells on any comb")
	case l.Cells.Check == "partial":
		w = append(w, "no queen cells on some combs")
	}
	if l.Health != "" {
		w = append(w, "brood "+l.Health)
	}
	say = words.Capital(strings.Join(w, ", ")) + "."
	if l.Note != "" {
		say += " " + l.Note
	}
	return kind, say
}

// weightWords says how a hive was weighed.
func weightWords(w *history.Weight) []string {
	if w == nil {
		return nil
	}
	unit := w.Unit
	if unit == "" {
		unit = "kg"
	}
	switch look.How(w.How) {
	case look.ByFeel:
		return []string{"felt " + w.Heft}
	case look.TwoSides:
		return []string{fmt.Sprintf("sides %g and %g %s", w.Value, w.Other, unit)}
	case look.OneSide:
		return []string{fmt.Sprintf("one side %g %s", w.Value, unit)}
	}
	return []string{fmt.Sprintf("weighed %g %s", w.Value, unit)}
}

// placedWords says that a colony was moved or renamed.
func placedWords(p *history.Placed) (kind, say string) {
	kind = "Moved"
	var out []string
	if p.Yard != "" {
		out = append(out, "to another yard")
	}
	if p.Stand != "" {
		out = append(out, "stand "+p.Stand)
	}
	if p.Code != "" {
		out = append(out, "called "+p.Code)
		if len(out) == 1 {
			kind = "Renamed"
		}
	}
	return kind, words.Capital(words.List(out...)) + "."
}
