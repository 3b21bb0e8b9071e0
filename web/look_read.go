package web

import (
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/look"
	"kembo/web/form"
)

// typedIn gives what was typed in the fields of a posted form.
func typedIn(c fiber.Ctx) form.Values {
	return func(k string) string { return strings.TrimSpace(c.FormValue(k)) }
}

// hiveOf is what a form about a colony is about.
func hiveOf(x app.Colony) form.Hive {
	h := form.Hive{Units: x.Units, Known: x.Believed.Estimate != nil}
	for _, b := range x.Believed.Stack.Boxes {
		h.Boxes = append(h.Boxes, form.Box{ID: b.ID, Name: boxName(x.Believed.Stack, b.ID), Frames: len(b.Frames)})
	}
	return h
}

// take puts what was typed into the page, as typed.
func (v *lookView) take(l form.Look) {
	v.Entry, v.Date, v.Note, v.Health, v.Check = l.Entry, l.Date, l.Note, l.Health, l.Check
	v.Where, v.WhiteWax, v.Several = l.Where, l.WhiteWax, l.Several
	v.Weight.How, v.Weight.Value, v.Weight.Other, v.Weight.Heft = l.Weight.How, l.Weight.Value, l.Weight.Other, l.Weight.Heft
	for i := range v.Cells {
		v.Cells[i].Value = l.Cells[i]
	}
	for i := range v.Chips {
		v.Chips[i].On = l.Queen[i]
	}
	for i := range v.Boxes {
		for _, b := range l.Boxes {
			if b.ID == v.Boxes[i].ID {
				v.Boxes[i].take(b)
			}
		}
	}
	v.Done.take(l.Done)
}

// take puts what was typed of a box into its part of the page.
func (b *boxForm) take(l form.BoxLook) {
	if l.Depth != "" {
		b.Depth = l.Depth
	}
	b.Outer, b.State, b.Heft, b.Kg, b.Below = l.Outer, l.State, l.Heft, l.Kg, l.Below
	b.Expected, b.Seams, b.Combs = l.Expected, l.Seams, l.Combs
	for k := range b.Counts {
		b.Counts[k].Value = l.Counts[k]
	}
	for k := range b.Frames {
		b.Frames[k].A, b.Frames[k].B = l.Faces[k][0], l.Faces[k][1]
	}
}

// depthWords are the choices of how deep a box is looked at.
var depthWords = []option{
	{string(look.ByHeft), "Heft"}, {string(look.BySeams), "Seams"}, {string(look.ByBox), "By box"},
	{string(look.ByFace), "By face"},
}
