package web

import (
	"encoding/json"
	"errors"
	"fmt"
	"html/template"
	"slices"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/comb"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/shorthand"
	"kembo/web/draw"
	"kembo/web/form"
)

// lookView is the page on which a look is entered. What was typed is in it as
// typed, so that a wrong field loses nothing.
type lookView struct {
	shell
	ID, Code, Yard, Place, NextCode, Next string
	Entry, Date                           string
	Boxes                                 []boxForm
	Chips                                 []chip
	Check, Where, Several                 string
	Cells                                 []cellForm
	Health, Note                          string
	WhiteWax                              string
	Weight                                weightForm
	Err                                   string
	Questions                             []questionForm
	Preview                               *previewView
	Inside                                string
	Stack                                 template.HTML
	Round                                 *roundHead // nil: not part of a round
	Done                                  doneForm
	Seen                                  string // the last entry of the log that the page knows
	Boxes4Line                            string // the boxes, for reading shorthand
	Corrects                              string // the look that this is another version of; "": it is a new one
}

// CellsFound reports whether cells were counted or placed.
func (v *lookView) CellsFound() bool {
	return v.Where != "" || slices.ContainsFunc(v.Cells, func(c cellForm) bool { return c.Value != "" })
}

// weightForm is the whole hive, weighed or hefted, as typed.
type weightForm struct{ How, Value, Other, Unit, Heft string }

// cellForm is a count of cells of one kind.
type cellForm struct{ Key, Label, Value string }

// questionForm is something the look hardly can be; On: it is so.
type questionForm struct {
	Key, Ask string
	On       bool
}

type boxForm struct {
	Index             int
	ID, Name          string
	Depth             string
	Depths            []option
	IsSuper           bool
	Outer, State      string
	Below             bool
	Heft, Kg, Unit    string
	Seams             string
	SeamsMax          int
	Strip             template.HTML
	Expect            string // seams that are expected; empty: none
	Expected          bool   // they were accepted
	Counts            []countForm
	Combs             bool // brood is counted in combs that have some
	Frames            []frameForm
	FrameCount, Super int
	Known             bool // it has been looked at, so that there is a last time
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
	Ask     string
	Stores  string
}

// countContents are what the counts of a box are of, in the order of form.Counts.
var countContents = [len(form.Counts)]comb.Content{
	comb.Brood, comb.Honey, comb.Nectar, comb.Pollen, comb.Empty, comb.Foundation,
}

func (s *Server) showLook(c fiber.Ctx) error {
	if entry := c.Query("correct"); entry != "" {
		return s.showCorrection(c, entry)
	}
	x, err := s.as(c).Colony(c.Context(), c.Params("colony"))
	if err != nil {
		return err
	}
	return s.showLookPage(c, lookOf(c, x), x)
}

// blankLook is the form for a colony as it stands, nothing entered.
func blankLook(x app.Colony) *lookView {
	v := &lookView{
		shell: shell{Title: "Look at " + x.Code, Operation: x.Operation, Active: "board", Phone: true}, ID: x.ID,
		Code: x.Code, Yard: x.YardName, Place: fmt.Sprintf("%d of %d", x.Place, x.Of), Next: x.Next,
		NextCode: x.NextCode, Entry: app.NewID(), Date: x.Today.String(),
	}
	v.Today = x.Today.Short()
	v.Scripts = []string{"shorthand.js", "painter.js", "line.js", "look.js"}
	if n := len(x.Log); n > 0 {
		v.Seen = x.Log[n-1].ID
	}
	st := x.Believed.Stack
	v.Boxes4Line = boxesForLine(st)
	expect := x.ExpectedSeams()
	for i := len(st.Boxes) - 1; i >= 0; i-- {
		b := boxFormOf(st, i)
		b.Unit = x.Units.Mass.Name
		b.Known = x.Believed.Estimate != nil
		if !b.Known {
			b.forget()
		}
		if expect != nil && expect[i] > 0 {
			b.Expect = plain(expect[i])
		}
		v.Boxes = append(v.Boxes, b)
	}
	for _, q := range form.QueenChips {
		v.Chips = append(v.Chips, chip{q.Key, q.Label, false})
	}
	for _, k := range form.CellKinds {
		v.Cells = append(v.Cells, cellForm{Key: k.Key, Label: k.Label})
	}
	v.Weight.Unit, v.Done = x.Units.Mass.Name, doneFormOf(v.Boxes, x.Units)
	return v
}

// boxesForLine writes the boxes of a hive as the script of the line reads them.
func boxesForLine(st hive.Stack) string {
	b, err := json.Marshal(shorthand.BoxesOf(st))
	if err != nil { // ids, counts and flags always marshal
		return "[]"
	}
	return string(b)
}

func boxFormOf(st hive.Stack, i int) boxForm {
	b := st.Boxes[i]
	f := boxForm{
		Index: i, ID: b.ID, Name: boxName(st, b.ID), Depth: string(look.ByBox), Depths: depthWords, IsSuper: b.Super,
		SeamsMax: len(b.Frames) - 1, FrameCount: len(b.Frames), Strip: draw.Seams(len(b.Frames)),
	}
	var sums comb.Shares
	for k, fr := range b.Frames {
		for c := range sums {
			sums[c] += (fr.A[c] + fr.B[c]) / 2
		}
		f.Frames = append(f.Frames, frameForm{N: k + 1, LastA: zonesOf(fr.A), LastB: zonesOf(fr.B)})
	}
	for i, k := range form.Counts {
		content := countContents[i]
		n := sums[content]
		if content == comb.Brood {
			n = sums.Worker() + sums[comb.Drone]
		}
		f.Counts = append(
			f.Counts,
			countForm{
				Key: k.Key, Label: k.Label, Content: content,
				Last: strconv.FormatFloat(float64(int(2*n+0.5))/2, 'f', -1, 64),
			},
		)
	}
	return f
}

// forget takes out what a box is shown to have held the last time: there was none.
func (b *boxForm) forget() {
	for i := range b.Counts {
		b.Counts[i].Last = ""
	}
	for i := range b.Frames {
		b.Frames[i].LastA, b.Frames[i].LastB = "", ""
	}
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

// previewLook answers what the runways would be with the look so far.
func (s *Server) previewLook(c fiber.Ctx) error {
	id := c.Params("colony")
	if !wantsPart(c) { // reached without htmx: the whole page says the same
		return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id + "/look")
	}
	x, err := s.as(c).Colony(c.Context(), id)
	if err != nil {
		return err
	}
	v := lookOf(c, x)
	e, err := readForm(c, v, x)
	var with app.Colony
	if err == nil {
		with, err = s.as(c).Preview(c.Context(), id, e)
	}
	var field *app.FieldError
	if errors.As(err, &field) && field.Field == form.Nothing { // nothing is entered yet
		return s.show(c, "look#preview", previewOf(x, x))
	}
	if errors.As(err, &field) {
		p := previewOf(x, x)
		p.Err = sentence(&app.FieldError{Field: boxWords(x, field.Field), Say: field.Say})
		return s.show(c, "look#preview", p)
	}
	if err != nil {
		return err
	}
	p := previewOf(x, with)
	if e.Look != nil {
		asked := history.Entry{ID: app.NewID(), Day: e.Day, Kind: history.KindLook, Body: e.Look}
		if qs, err := s.as(c).Questions(c.Context(), x, asked); err == nil && len(qs) > 0 {
			p.Ask = qs[0].Ask
		}
	}
	return s.show(c, "look#preview", p)
}

// lookOf is a blank look in the user's units, as a stop of a round where it is
// one.
func lookOf(c fiber.Ctx, x app.Colony) *lookView {
	v := blankLook(x)
	if q := roundQueryOf(c); q.on > 0 {
		v.inRound(q, x)
	}
	return v
}

// showLookPage shows the look as it is entered so far, with the hive as it was
// last seen beside it.
func (s *Server) showLookPage(c fiber.Ctx, v *lookView, x app.Colony) error {
	v.beside(x)
	return s.show(c, "look", v)
}

// beside fills in what stands beside the form.
func (v *lookView) beside(x app.Colony) {
	v.Preview = previewOf(x, x)
	if v.Round == nil {
		v.Inside, v.Stack = insideOf(x), draw.Stack(stackOf(x))
	}
}

// ask puts what hardly can be before the keeper, unless each is answered with
// "it is so"; then the answers go into the entry.
func (s *Server) ask(c fiber.Ctx, x app.Colony, e history.Entry, v *lookView) error {
	qs, err := s.as(c).Questions(c.Context(), x, e)
	if err != nil {
		return err
	}
	open := false
	for _, q := range qs {
		on := c.FormValue("insist."+q.Key) != ""
		open = open || !on
		if n := len(v.Questions); n > 0 && v.Questions[n-1].Key == q.Key { // one answer is for both
			v.Questions[n-1].Ask += " " + q.Ask
			continue
		}
		v.Questions = append(v.Questions, questionForm{q.Key, q.Ask, on})
		e.Look().Insisted = append(e.Look().Insisted, q.Key)
	}
	if !open {
		v.Questions = nil
	}
	return nil
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
	names := forecast.Titles
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
	p.Stores = kgText(is.Units, is.Assessment.Base.Stores.Likely)
	return p
}
