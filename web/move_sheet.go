package web

import (
	"errors"
	"fmt"
	"hash/crc32"
	"html/template"
	"net/url"
	"slices"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/moves"
	"kembo/core/words"
	"kembo/web/draw"
)

// movesView is the move sheet of a colony.
type movesView struct {
	shell
	ID, Code, Head string
	None           string // why there is nothing to move
	With           string // the hive with which combs are exchanged
	Drawing        template.HTML
	Take, Cares    []string
	Steps          []moveStep
	Later          []string
	Exchange       string // between two hives: one button writes both logs
	ExchangeSay    string
	ExchangeEntry  string
	Ticks          []moveTick
	Left           string // what was not ticked, as it is asked about; "": nothing is
	Own, OwnOf     string // a plan that was drawn: it is written whole
	Sheet          string // what tells one sheet from another
	Entry, Day     string
	Err            string
	Before         []runwayText
	On             string
}

// moveTick is something that the log may hold when it is done.
type moveTick struct {
	Said, Say string
	Off       bool // it was not ticked
}

// moveStep is one step of it.
type moveStep struct {
	Say   string
	Part  template.HTML // the part of the hive that it touches
	Care  string
	Combs []moveComb
}

// moveComb is a comb of a step with its tag.
type moveComb struct {
	N    int
	Open bool // it comes from elsewhere
	Say  string
}

func (s *Server) showMoves(c fiber.Ctx) error {
	if c.Query("do") != "" {
		m, o, err := s.as(c).OwnSheet(c.Context(), c.Params("colony"), sketchOf(c))
		if err != nil {
			return err
		}
		return s.show(c, "moves", ownMovesOf(m, o))
	}
	m, err := s.as(c).MoveSheet(c.Context(), c.Params("colony"))
	if err != nil {
		return err
	}
	return s.show(c, "moves", movesOf(m))
}

// doMoves writes what was ticked of a sheet.
func (s *Server) doMoves(c fiber.Ctx) error {
	id, entry := c.Params("colony"), c.FormValue("entry")
	form, err := url.ParseQuery(string(c.Body()))
	if err != nil {
		return s.sheetAgain(c, id, &app.FieldError{Field: "done", Say: "it cannot be read; open the sheet again"})
	}
	if left := leftOut(c, form); len(left) > 0 {
		return s.askLeft(c, id, left)
	}
	err = s.doneOf(c, id, entry, form["said"])
	if err == nil || c.Get(queueHeader) != "" {
		return s.wrote(c, id, entry, err)
	}
	var field *app.FieldError
	if !errors.As(err, &field) {
		return err
	}
	return s.sheetAgain(c, id, field)
}

// leftOut returns what of a sheet was not ticked and is to be asked about: none where all was, or nothing, or where it was asked.
// A page that keeps what it sends where there is no signal has asked by itself.
func leftOut(c fiber.Ctx, form url.Values) []string {
	ticked := len(form["said"])
	if form.Get("asked") != "" || c.Get(queueHeader) != "" || ticked == 0 || max(ticked, len(form["all"])) > mostAsked {
		return nil
	}
	return slices.DeleteFunc(form["all"], func(x string) bool { return slices.Contains(form["said"], x) })
}

// mostAsked is as many things as a sheet may have for it to be asked what was left out; what has more is refused when it is read.
// Rounding: over twice what a sheet has.
const mostAsked = 30

// askLeft shows a sheet again that was ticked in part, and asks about the rest.
func (s *Server) askLeft(c fiber.Ctx, id string, left []string) error {
	m, err := s.as(c).MoveSheet(c.Context(), id)
	if err != nil {
		return err
	}
	v := movesOf(m)
	var say []string
	for i, x := range v.Ticks {
		if slices.Contains(left, x.Said) {
			v.Ticks[i].Off = true
			say = append(say, words.Lower(x.Say))
		}
	}
	v.Left = strings.Join(say, "; ")
	c.Status(fiber.StatusUnprocessableEntity)
	return s.show(c, "moves", v)
}

// doExchange writes what went between two hives by a sheet.
func (s *Server) doExchange(c fiber.Ctx) error {
	id, entry := c.Params("colony"), c.FormValue("entry")
	on, err := day.Parse(c.FormValue("day"))
	if err != nil {
		err = &app.FieldError{Field: "day", Say: err.Error()}
	} else {
		err = s.as(c).DoExchange(c.Context(), id, app.Exchanged{Entry: entry, On: on, Act: c.FormValue("act")})
	}
	var field *app.FieldError
	if err == nil || c.Get(queueHeader) != "" || !errors.As(err, &field) {
		return s.wrote(c, id, entry, err)
	}
	return s.sheetAgain(c, id, field)
}

// sheetAgain shows a sheet again, with what is wrong.
func (s *Server) sheetAgain(c fiber.Ctx, id string, wrong *app.FieldError) error {
	m, err := s.as(c).MoveSheet(c.Context(), id)
	if err != nil {
		return err
	}
	v := movesOf(m)
	v.Err = sentence(wrong)
	c.Status(fiber.StatusUnprocessableEntity)
	return s.show(c, "moves", v)
}

// doneOf reads what was ticked and writes it.
func (s *Server) doneOf(c fiber.Ctx, id, entry string, ticked []string) error {
	on, err := day.Parse(c.FormValue("day"))
	if err != nil {
		return &app.FieldError{Field: "day", Say: err.Error()}
	}
	var said []moves.Said
	for _, text := range ticked {
		x, err := app.ReadSaid(text)
		if err != nil {
			return err
		}
		said = append(said, x)
	}
	return s.as(c).DoSaid(c.Context(), id, app.Ticked{Entry: entry, Sheet: c.FormValue("sheet"), On: on, Said: said})
}

func movesOf(m app.MoveSheet) *movesView {
	v := &movesView{
		shell: shell{Title: "Move sheet, " + m.Code, Operation: m.Operation, Active: "board", Today: m.Today.Short()},
		ID:    m.ID, Code: m.Code, With: m.With,
	}
	if len(m.Plan) == 0 {
		v.None = "The plan for this hive has nothing done to it, so there is nothing to move."
		return v
	}
	v.On, v.Day, v.Entry = m.On.Short(), m.Today.String(), app.NewID()
	v.Scripts = []string{"form.js", "moves.js"}
	for _, a := range m.Plan {
		if t := needsText(a.Needs, m.Units); t != "" {
			v.Take = append(v.Take, t)
		}
		if a.EvensOut() && m.Exchange != "" {
			v.Exchange, v.ExchangeSay, v.ExchangeEntry = m.Exchange, strings.TrimSuffix(plainDo(a), "."), app.NewID()
		}
		for _, x := range a.Acts {
			v.Ticks = append(v.Ticks, moveTick{Said: app.SaidText(x), Say: upperFirst(saidWords(x, m))})
		}
		v.Cares = append(v.Cares, a.Cautions...)
	}
	v.Cares = append(v.Cares, m.Unclear...)
	for _, a := range m.Later {
		v.Later = append(v.Later, a.Do)
	}
	v.Head = headOf(m)
	v.steps(m)
	v.Sheet = fmt.Sprintf("%s %d %x", m.On, len(v.Steps), crc32.ChecksumIEEE([]byte(stepsText(v.Steps))))
	v.Before = runwaysOf(m.Plan[0], m.Assessment.Base.Horizon)
	if len(m.Sheet.Steps) > 0 {
		v.Drawing = draw.Moves(planOfMoves(m))
	}
	return v
}

// ownMovesOf is the sheet of a plan that was drawn.
func ownMovesOf(m app.MoveSheet, o app.OwnPlan) *movesView {
	v := &movesView{
		shell: shell{Title: "Move sheet, " + m.Code, Operation: m.Operation, Active: "board", Today: m.Today.Short()},
		ID:    m.ID, Code: m.Code,
	}
	switch {
	case o.Shut != "":
		v.None = o.Shut
	case o.Err != "":
		v.None = o.Err
	case len(m.Sheet.Steps) == 0:
		v.None = "The plan that was drawn leaves the hive as it hangs."
	}
	if v.None != "" {
		return v
	}
	v.On, v.Day, v.Entry = m.On.Short(), m.Today.String(), app.NewID()
	v.Scripts = []string{"form.js", "moves.js"}
	v.Own, v.OwnOf, v.Take = o.Sketch.Steps, o.Sketch.Of, comes(o)
	v.Cares = append(v.Cares, o.Breaks...)
	if o.Checked != nil {
		for _, b := range o.Checked.Breaches {
			v.Cares = append(v.Cares, b.Say)
		}
	}
	v.Head = "Your own plan." + minutesOf(m)
	v.steps(m)
	v.Sheet = fmt.Sprintf("own %s %x", m.On, crc32.ChecksumIEEE([]byte(stepsText(v.Steps))))
	if o.With != nil {
		for i, r := range o.With.Runway {
			base := o.Assessment.Base
			x := runwayText{
				Name: forecast.Titles[i], Before: daysText(base.Runway[i].Likely, base.Horizon), After: daysText(r.Likely, base.Horizon),
			}
			x.Changed = x.Before != x.After
			v.Before = append(v.Before, x)
		}
	}
	v.Drawing = draw.Moves(planOfMoves(m))
	return v
}

// headOf says what the plan is, how long it takes and what is the heaviest lift.
func headOf(m app.MoveSheet) string {
	head := m.Plan[0].Do + "."
	if n := len(m.Plan) - 1; n > 0 {
		head = fmt.Sprintf("%s, and %s more.", m.Plan[0].Do, words.Count(n, "step", "steps"))
	}
	return head + minutesOf(m)
}

// minutesOf says how long it takes, and what is lifted.
func minutesOf(m app.MoveSheet) string {
	if m.Sheet.Lifts == 0 {
		return ""
	}
	return fmt.Sprintf(" About %.0f minutes; %s, the heaviest %s.", m.Sheet.Minutes,
		words.Count(m.Sheet.Lifts, "lift", "lifts"), massOf(m.Sheet.HeaviestKg, m.Units))
}
