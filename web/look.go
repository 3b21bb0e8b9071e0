package web

import (
	"errors"
	"fmt"
	"html/template"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/web/draw"
)

// lookView is the page on which a look is entered. What was typed is in it as
// typed, so that a wrong field loses nothing.
type lookView struct {
	shell
	ID, Code, Yard, Place, NextCode, Next string
	Entry, Date                           string
	Boxes                                 []boxForm
	Chips                                 []chip
	Check                                 string
	Charged, Capped                       string
	Health, Note                          string
	Err                                   string
	Preview                               *previewView
	Inside                                string
	Stack                                 template.HTML
}

type boxForm struct {
	Index             int
	ID, Name          string
	Depth             string
	Seams             string
	SeamsMax          int
	Strip             template.HTML
	Counts            []countForm
	Frames            []frameForm
	FrameCount, Super int
}

type countForm struct {
	Key, Label, Value, Last string
	Content                 comb.Content
}

type frameForm struct {
	N            int
	A, B         string
	LastA, LastB string
}

type chip struct {
	Key, Label string
	On         bool
}

type previewView struct {
	shell
	Chip    string
	Alarm   bool
	Runways []runwayText
	Do, Err string
	Stores  string
}

var countKeys = []struct {
	key, label string
	content    comb.Content
}{{"brood", "Brood", comb.Brood}, {"honey", "Honey", comb.Honey}, {"nectar", "Nectar", comb.Nectar}, {"pollen", "Pollen", comb.Pollen}, {"empty", "Empty", comb.Empty}, {"undrawn", "Undrawn", comb.Foundation}}

var queenChips = []struct{ key, label string }{{"seen", "Saw her"}, {"eggs", "Eggs"}, {"larvae", "Larvae"}, {"brood", "Capped brood"}, {"none", "No young brood"}}

func (s *Server) showLook(c fiber.Ctx) error {
	x, err := s.app.Colony(c.Context(), c.Params("colony"))
	if err != nil {
		return err
	}
	v := blankLook(x)
	v.Preview = previewOf(x, x)
	return s.show(c, "look", v)
}

// blankLook is the form for a colony as it stands, nothing entered.
func blankLook(x app.Colony) *lookView {
	v := &lookView{shell: shell{Title: "Look at " + x.Code, Operation: x.Operation, Active: "board", Phone: true}, ID: x.ID, Code: x.Code, Yard: x.YardName,
		Place: fmt.Sprintf("%d of %d", x.Place, x.Of), Next: x.Next, NextCode: x.NextCode, Entry: app.NewID(), Date: x.Today.String()}
	v.Today = x.Today.Short()
	v.Inside, v.Stack = insideOf(x), draw.Stack(stackOf(x))
	st := x.Believed.Stack
	for i := len(st.Boxes) - 1; i >= 0; i-- {
		v.Boxes = append(v.Boxes, boxFormOf(st, i))
	}
	for _, q := range queenChips {
		v.Chips = append(v.Chips, chip{q.key, q.label, false})
	}
	return v
}

func boxFormOf(st hive.Stack, i int) boxForm {
	b := st.Boxes[i]
	f := boxForm{Index: i, ID: b.ID, Name: boxName(st, b.ID), Depth: string(look.ByBox), SeamsMax: len(b.Frames) - 1, FrameCount: len(b.Frames), Strip: draw.Seams(len(b.Frames))}
	var sums comb.Shares
	for k, fr := range b.Frames {
		for c := range sums {
			sums[c] += (fr.A[c] + fr.B[c]) / 2
		}
		f.Frames = append(f.Frames, frameForm{N: k + 1, LastA: zonesOf(fr.A), LastB: zonesOf(fr.B)})
	}
	for _, k := range countKeys {
		n := sums[k.content]
		if k.content == comb.Brood {
			n = sums.Worker() + sums[comb.Drone]
		}
		f.Counts = append(f.Counts, countForm{Key: k.key, Label: k.label, Content: k.content, Last: strconv.FormatFloat(float64(int(2*n+0.5))/2, 'f', -1, 64)})
	}
	return f
}

// zonesOf writes what was last known of a face zone by zone.
func zonesOf(s comb.Shares) string {
	if s.Known() < 0.99 {
		return ""
	}
	f := look.Quantise(s)
	var b strings.Builder
	for c, n := range f {
		for range n {
			b.WriteString(comb.Content(c).Letter())
		}
	}
	return b.String()
}

// readLook reads the posted form into the view, as typed, and into an entry.
func readLook(c fiber.Ctx, v *lookView) (history.Entry, error) {
	val := func(k string) string { return strings.Clone(strings.TrimSpace(c.FormValue(k))) }
	v.Entry, v.Date, v.Note, v.Health, v.Check = val("entry"), val("date"), val("note"), val("health"), val("check")
	v.Charged, v.Capped = val("charged"), val("capped")
	l := &history.Look{Note: v.Note, Health: v.Health, Cells: history.Cells{Check: v.Check}}
	e := history.Entry{ID: v.Entry, Kind: history.KindLook, Look: l}
	for i := range v.Chips {
		v.Chips[i].On = val("queen."+v.Chips[i].Key) != ""
	}
	on := func(i int) bool { return v.Chips[i].On }
	l.Queen = history.Queen{Looked: on(0) || on(1) || on(2) || on(3) || on(4), Seen: on(0), Eggs: on(1), Larvae: on(2), Capped: on(3)}

	// Everything is taken over as typed first, so that a wrong field loses
	// none of those after it.
	for i := range v.Boxes {
		b := &v.Boxes[i]
		name := fmt.Sprintf("box.%d.", b.Index)
		if d := val(name + "depth"); d == string(look.ByFace) || d == string(look.ByBox) {
			b.Depth = d
		}
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
	for _, w := range []struct {
		name, text string
		out        *int
	}{{"charged cells", v.Charged, &l.Cells.Charged}, {"capped cells", v.Capped, &l.Cells.Capped}} {
		if w.text == "" {
			continue
		}
		if *w.out, err = strconv.Atoi(w.text); err != nil || *w.out < 0 {
			return e, &app.FieldError{Field: w.name, Say: fmt.Sprintf("%q is not a count; enter 0 or more", w.text)}
		}
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
	if nothing(l) {
		return e, &app.FieldError{Field: "look", Say: "nothing is entered yet; count or paint at least one box"}
	}
	return e, nil
}

// nothing reports whether no box was looked at in any way.
func nothing(l *history.Look) bool {
	for _, b := range l.Boxes {
		if b.Depth != "" || b.Seams != nil {
			return false
		}
	}
	return true
}

func boxLookOf(b boxForm) (history.BoxLook, error) {
	out := history.BoxLook{Box: b.ID}
	if b.Seams != "" {
		n, err := number(b.Name+", seams", b.Seams)
		if err != nil {
			return out, err
		}
		out.Seams = &n
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
	n, err := strconv.ParseFloat(strings.ReplaceAll(text, ",", "."), 64)
	if err != nil {
		return 0, &app.FieldError{Field: field, Say: fmt.Sprintf("%q is not a number; enter frames, as 3 or 2.5", text)}
	}
	if n < 0 {
		return 0, &app.FieldError{Field: field, Say: fmt.Sprintf("%s is less than none; enter 0 or more", text)}
	}
	return n, nil
}

// saveLook stores the look and goes on; where it cannot be, the form comes
// back with a sentence and all that was typed.
func (s *Server) saveLook(c fiber.Ctx) error {
	id := strings.Clone(c.Params("colony"))
	x, err := s.app.Colony(c.Context(), id)
	if err != nil {
		return err
	}
	v := blankLook(x)
	e, err := readLook(c, v)
	if err == nil {
		err = s.app.Record(c.Context(), id, e)
	}
	var field *app.FieldError
	if errors.As(err, &field) {
		v.Err = sentence(&app.FieldError{Field: boxWords(x, field.Field), Say: field.Say})
		v.Preview = previewOf(x, x)
		c.Status(fiber.StatusUnprocessableEntity)
		return s.show(c, "look", v)
	}
	if err != nil {
		return err
	}
	to := "/colonies/" + id
	if c.FormValue("then") == "next" && x.Next != "" {
		to = "/colonies/" + x.Next + "/look"
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To(to)
}

// previewLook answers what the runways would be with the look so far.
func (s *Server) previewLook(c fiber.Ctx) error {
	id := strings.Clone(c.Params("colony"))
	if !wantsPart(c) { // reached without htmx: the whole page says the same
		return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id + "/look")
	}
	x, err := s.app.Colony(c.Context(), id)
	if err != nil {
		return err
	}
	v := blankLook(x)
	e, err := readLook(c, v)
	var with app.Colony
	if err == nil {
		e.ID = app.NewID() // a look that is sent already must not hide itself
		with, err = s.app.PreviewLook(c.Context(), id, e)
	}
	var field *app.FieldError
	if errors.As(err, &field) {
		p := previewOf(x, x)
		p.Err = sentence(&app.FieldError{Field: boxWords(x, field.Field), Say: field.Say})
		return s.show(c, "look#preview", p)
	}
	if err != nil {
		return err
	}
	return s.show(c, "look#preview", previewOf(x, with))
}

// boxWords turns "box 2, honey" into the box's name as the page has it.
func boxWords(x app.Colony, field string) string {
	for i := range x.Believed.Stack.Boxes {
		old := fmt.Sprintf("box %d", i+1)
		if field == old || strings.HasPrefix(field, old+",") {
			return boxName(x.Believed.Stack, x.Believed.Stack.Boxes[i].ID) + strings.TrimPrefix(field, old)
		}
	}
	return field
}

func previewOf(was, is app.Colony) *previewView {
	p := &previewView{}
	p.Chip, p.Alarm = chipOf(is.Standing)
	if is.Assessment == nil {
		p.Do = "Enter what you see; the runways appear here."
		return p
	}
	names := [3]string{"Food", "Room to lay", "Room to store"}
	for i, n := range names {
		r := runwayText{Name: n, After: daysText(is.Assessment.Base.Runway[i].Likely, is.Assessment.Base.Horizon)}
		if was.Assessment != nil {
			r.Before = daysText(was.Assessment.Base.Runway[i].Likely, was.Assessment.Base.Horizon)
		}
		r.Changed = r.Before != "" && r.Before != r.After
		p.Runways = append(p.Runways, r)
	}
	if len(is.Standing.Advice) > 0 {
		p.Do = is.Standing.Advice[0].Do
	}
	p.Stores = fmt.Sprintf("%.0f kg (%.0f to %.0f)", is.Assessment.Base.Stores.Likely, is.Assessment.Base.Stores.Low, is.Assessment.Base.Stores.High)
	return p
}
