package web

import (
	"fmt"
	"math"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/measure"
)

// typed gives what was typed in a field of a form.
type typed func(field string) string

func typedIn(c fiber.Ctx) typed {
	return func(k string) string { return strings.Clone(strings.TrimSpace(c.FormValue(k))) }
}

// nothingEntered is the field of a look that says nothing.
const nothingEntered = "look"

// readLook reads the posted form into the view, as typed, and into an entry.
// Findings alone are a look only of a hive that is known.
func readLook(val typed, v *lookView, known bool) (history.Entry, error) {
	v.Entry, v.Date, v.Note, v.Health, v.Check = val("entry"), val("date"), val("note"), val("health"), val("check")
	v.Where, v.WhiteWax = val("where"), val("white_wax")
	v.Weight.How, v.Weight.Value, v.Weight.Other, v.Weight.Heft = val("weight.how"), val("weight.value"), val("weight.other"), val("weight.heft")
	for i := range v.Cells {
		v.Cells[i].Value = val("cells." + v.Cells[i].Key)
	}
	l := &history.Look{Note: v.Note, Health: v.Health, WhiteWax: v.WhiteWax, Cells: history.Cells{Check: v.Check, Where: v.Where}}
	e := history.Entry{ID: v.Entry, Kind: history.KindLook, Body: l}
	for i := range v.Chips {
		v.Chips[i].On = val("queen."+v.Chips[i].Key) != ""
	}
	on := func(i int) bool { return v.Chips[i].On }
	l.Queen = history.Queen{Looked: on(0) || on(1) || on(2) || on(3) || on(4), Seen: on(0), Eggs: on(1), Larvae: on(2), Capped: on(3)}

	// Everything is taken over as typed first, so that a wrong field loses
	// none of those after it.
	at, gone := placesOf(val, v)
	for i := range v.Boxes {
		b := &v.Boxes[i]
		name := fmt.Sprintf("box.%d.", at[b.ID])
		switch d := look.Depth(val(name + "depth")); d {
		case look.ByFace, look.ByBox, look.BySeams, look.ByHeft:
			b.Depth = string(d)
		}
		b.Outer, b.State, b.Heft, b.Kg, b.Below = val(name+"outer"), val(name+"state"), val(name+"heft"), val(name+"kg"), val(name+"below") != ""
		b.Expected = val(name+"expected") != ""
		b.Seams = val(name + "seams")
		for k := range b.Counts {
			b.Counts[k].Value = val(name + b.Counts[k].Key)
		}
		for k := range b.Frames {
			f := &b.Frames[k]
			f.A, f.B = val(fmt.Sprintf("%sf.%d.a", name, f.N)), val(fmt.Sprintf("%sf.%d.b", name, f.N))
		}
	}
	var err error
	if e.Day, err = day.Parse(v.Date); err != nil {
		return e, &app.FieldError{Field: "date", Say: err.Error()}
	}
	if e.ID == "" || len(e.ID) > 60 {
		return e, &app.FieldError{Field: "look", Say: "the form is incomplete; open it again from the colony"}
	}
	if gone != "" {
		return e, &app.FieldError{Field: "boxes", Say: fmt.Sprintf("%s is not on this hive any more, as it was when this was entered; open the look again and enter what is there now", gone)}
	}
	if err := readCells(v, l); err != nil {
		return e, err
	}
	if l.Weight, err = readWeight(v.Weight); err != nil {
		return e, err
	}
	for _, b := range v.Boxes {
		bl, err := boxLookOf(b)
		if err != nil {
			return e, err
		}
		l.Boxes = append(l.Boxes, bl)
	}
	if l.Health != "" && l.Health != "healthy" && l.Health != "suspect" {
		return e, &app.FieldError{Field: "brood health", Say: "choose healthy, suspect or not looked"}
	}
	if nothing(l) && !(known && finds(l)) {
		return e, &app.FieldError{Field: "look", Say: "nothing is entered yet; heft it, count seams, or count or paint at least one box"}
	}
	return e, nil
}

// placesOf returns where in the form each box of the hive is told, by its id: the
// hive may have changed since the form was opened. gone names a box that something
// was said of and that is not there any more.
func placesOf(val typed, v *lookView) (at map[string]int, gone string) {
	at = map[string]int{}
	on := map[string]bool{}
	for _, b := range v.Boxes {
		at[b.ID], on[b.ID] = b.Index, true
	}
	for k := range mostBoxes {
		id := val(fmt.Sprintf("box.%d.id", k))
		if id == "" {
			continue
		}
		if on[id] {
			at[id] = k
			continue
		}
		for _, f := range []string{"seams", "state", "outer", "heft", "kg", "brood", "honey", "nectar", "pollen", "empty", "undrawn", "f.1.a", "f.5.a"} {
			if val(fmt.Sprintf("box.%d.%s", k, f)) != "" {
				gone = fmt.Sprintf("box %d", k+1)
			}
		}
	}
	return at, gone
}

// mostBoxes is more than any hive has.
const mostBoxes = 24

// nothing reports whether no box was looked at in any way.
func nothing(l *history.Look) bool {
	for _, b := range l.Boxes {
		if b.Depth != "" || b.Seams != nil {
			return false
		}
	}
	return l.Weight == nil
}

// finds reports whether a look has findings of the whole hive.
func finds(l *history.Look) bool {
	return l.Queen.Looked || l.Cells != (history.Cells{}) || l.Health != "" || l.WhiteWax != "" || l.Note != ""
}

// readCells reads the counts of cells.
func readCells(v *lookView, l *history.Look) error {
	into := []*int{&l.Cells.Cups, &l.Cells.WithEgg, &l.Cells.Charged, &l.Cells.Capped, &l.Cells.Emerged, &l.Cells.Torn}
	for i, c := range v.Cells {
		if c.Value == "" {
			continue
		}
		n, err := strconv.Atoi(c.Value)
		if err != nil || n < 0 || n > 500 {
			return &app.FieldError{Field: strings.ToLower(c.Label), Say: fmt.Sprintf("%q is not a count of cells; enter 0 or more", c.Value)}
		}
		*into[i] = n
	}
	return nil
}

// readWeight reads the weight of the whole hive; nil where there is none.
func readWeight(w weightForm) (*history.Weight, error) {
	if w.How == "" || w.How == string(look.ByFeel) && w.Heft == "" || w.How != string(look.ByFeel) && w.Value == "" {
		return nil, nil
	}
	out := &history.Weight{How: w.How, Heft: w.Heft}
	if w.How == string(look.ByFeel) {
		return out, nil
	}
	out.Heft = ""
	var err error
	if out.Value, out.Unit, err = mass("weight", w.Value, w.Unit); err != nil {
		return nil, err
	}
	if w.How == string(look.TwoSides) {
		if out.Other, _, err = mass("other side", w.Other, w.Unit); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// mass reads a mass as typed, in the unit it was typed in or else the user's.
func mass(field, text, unit string) (float64, string, error) {
	def := measure.Kilogram
	if unit == measure.Pound.Name {
		def = measure.Pound
	}
	kg, err := measure.Parse(text, def)
	if err != nil {
		return 0, "", &app.FieldError{Field: field, Say: err.Error()}
	}
	return math.Round(1000*def.In(kg)) / 1000, def.Name, nil
}

func boxLookOf(b boxForm) (history.BoxLook, error) {
	out := history.BoxLook{Box: b.ID}
	if b.Seams != "" {
		n, err := number(b.Name+", seams", b.Seams)
		if err != nil {
			return out, err
		}
		out.Seams, out.Expected = &n, b.Expected
	}
	switch look.Depth(b.Depth) {
	case look.BySeams:
		out.Outer, out.State, out.Below = b.Outer, b.State, b.Below
		if out.Seams != nil || out.Outer != "" || out.State != "" {
			out.Depth = b.Depth
		}
		return out, nil
	case look.ByHeft:
		out.Seams, out.Expected = nil, false
		var err error
		switch {
		case b.Kg != "":
			out.Value, out.Unit, err = mass(b.Name+", kg", b.Kg, b.Unit)
			out.Depth = b.Depth
		case b.Heft != "":
			out.Heft, out.Depth = b.Heft, b.Depth
		}
		return out, err
	}
	if b.Depth == string(look.ByFace) {
		painted := false
		for _, f := range b.Frames {
			out.Faces = append(out.Faces, [2]string{f.A, f.B})
			painted = painted || strings.Trim(f.A+f.B, ". ") != ""
		}
		if painted {
			out.Depth = string(look.ByFace)
			return out, nil
		}
		out.Faces = nil
		return out, nil
	}
	counts := look.Counts{}
	into := []*float64{&counts.Brood, &counts.Honey, &counts.Nectar, &counts.Pollen, &counts.Empty, &counts.Undrawn}
	for k, c := range b.Counts {
		if c.Value == "" {
			continue
		}
		n, err := number(b.Name+", "+c.Key, c.Value)
		if err != nil {
			return out, err
		}
		*into[k] = n
		out.Depth, out.Counts = string(look.ByBox), &counts
	}
	return out, nil
}

// number reads a count of frames; a comma is read as a point.
func number(field, text string) (float64, error) {
	n, err := measure.ParseNumber(text)
	if err != nil {
		return 0, &app.FieldError{Field: field, Say: err.Error() + "; enter frames, as 3 or 2.5"}
	}
	if n < 0 {
		return 0, &app.FieldError{Field: field, Say: fmt.Sprintf("%s is less than none; enter 0 or more", text)}
	}
	return n, nil
}
