package web

import (
	"fmt"
	"strings"

	"kembo/app"
	"kembo/core/comb"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/measure"
)

// log lists the last entries, newest last, each with its small stack.
func (v *colonyView) log(x app.Colony, photos map[string][]app.Photo) {
	v.LogCount = len(x.Log)
	from := max(0, len(x.Log)-5)
	for _, l := range x.Log[from:] {
		kind, say := entryWords(l.Entry, x.Units)
		boxes, excluder := l.Glyph()
		item := logItem{l.Day.Short(), kind, say, glyph(boxes, excluder, l.Day.Short()+": "+stackWords(boxes)), nil, l.Line()}
		for _, p := range photos[l.ID] {
			item.Photos = append(item.Photos, p.ID)
		}
		v.Log = append(v.Log, item)
	}
	if x.UndoOf != "" {
		last := x.Log[len(x.Log)-1]
		kind, _ := entryWords(last.Entry, x.Units)
		v.UndoOf, v.UndoWhat = x.UndoOf, strings.ToLower(kind)+" of "+last.Day.Short()
	}
}

// entryWords says an entry of the log.
func entryWords(e history.Entry, u measure.Units) (kind, say string) {
	switch {
	case e.Stack != nil:
		return "Set up", capital(many(len(e.Stack.Boxes), "box", "boxes")) + "."
	case e.Look != nil:
		return lookWords(e.Look)
	case e.BoxOn != nil:
		w := "Box put on"
		if e.BoxOn.Box.Super {
			w = "Super put on"
		}
		drawn := "foundation"
		if e.BoxOn.Box.Drawn {
			drawn = "drawn"
		}
		return w, fmt.Sprintf("%d frames, %s.", len(e.BoxOn.Box.Frames), drawn)
	case e.BoxOff != nil:
		return "Box taken off", capital(e.BoxOff.Why) + "."
	case e.Feed != nil:
		return "Fed", fmt.Sprintf("%s sugar as %s.", kgText(u, e.Feed.Kg), e.Feed.What)
	case e.Treatment != nil:
		if e.Treatment.To != 0 {
			return "Treated", fmt.Sprintf("%s, out %s.", capital(e.Treatment.What), e.Treatment.To.DayMonth())
		}
		return "Treatment in", capital(e.Treatment.What) + "."
	case e.Combs != nil:
		return "Combs", many(len(e.Combs.Frames), "comb", "combs") + " noted."
	case e.Weighing != nil:
		return "Weighed", fmt.Sprintf("%.1f %s gross.", u.Mass.In(e.Weighing.Kg), u.Mass.Name)
	case e.Arranged != nil:
		return "Arranged", arrangedWords(e.Arranged)
	case e.Swap != nil:
		return "Nest relieved", many(len(e.Swap.Out), "comb", "combs") + " swapped."
	}
	return "Entry", ""
}

func arrangedWords(a *history.Arranged) string {
	var out []string
	if a.NestTurned {
		out = append(out, "the nest’s boxes turned")
	}
	if n := a.ExcluderAbove; n != nil {
		if *n == 0 {
			out = append(out, "excluder out")
		} else {
			out = append(out, "excluder over "+many(*n, "box", "boxes"))
		}
	}
	if s := a.OverScreen; s != nil {
		if *s {
			out = append(out, "over a colony, a double screen between")
		} else {
			out = append(out, "off the double screen")
		}
	}
	return capital(listed(out)) + "."
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
	case l.Queen.Seen:
		w = append(w, "queen seen")
	case l.Queen.Eggs:
		w = append(w, "eggs")
	case l.Queen.Looked:
		w = append(w, "no eggs")
	}
	switch n := l.Cells.Charged + l.Cells.Capped; {
	case n > 0:
		w = append(w, many(n, "queen cell", "queen cells"))
	case l.Cells.Check == "complete":
		w = append(w, "no queen cells on any comb")
	case l.Cells.Check == "partial":
		w = append(w, "no queen cells on some combs")
	}
	if l.Health != "" {
		w = append(w, "brood "+l.Health)
	}
	say = capital(strings.Join(w, ", ")) + "."
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
