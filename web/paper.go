package web

import (
	"errors"
	"fmt"
	"html/template"
	"net/url"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/core/shorthand"
	"kembo/web/draw"
)

// sheetView is a yard on paper, and the table it is keyed in from.
type sheetView struct {
	shell
	YardID, Name, On, OnISO, Visit string
	Rows                           []sheetRow
	Saved                          int
	Wrong                          int
	By                             string
	Blanks                         []moves.Blank // for what was done
	Notation                       string        // for the script that reads the line
}

type sheetRow struct {
	ID, Code, Facts string
	Runways         []runwayText
	Due, Care       []string
	Expect          []string
	Found           []string
	Glyph           template.HTML
	Boxes           string // for the script that reads the line
	BoxCount        int
	Entry, Line     string
	Err             string
	Saved           bool
	Numbers         []int // of the boxes, from the floor
}

// sheetOf is the round of a yard as rows of a sheet.
func (s *Server) sheetOf(c fiber.Ctx) (*sheetView, app.Round, error) {
	v, r, err := s.roundOf(c)
	if err != nil {
		return nil, r, err
	}
	out := &sheetView{
		shell:  shell{Title: "Sheet of " + r.Name, Operation: r.Operation, Active: "board", Today: v.Today},
		YardID: r.ID, Name: r.Name, On: v.On, OnISO: v.OnISO, Visit: v.Visit,
		Blanks: moves.All.Blanks(), Notation: notationText(),
	}
	for i, x := range r.Stops {
		row := sheetRow{
			ID: x.Colony, Code: x.Code, Facts: standFacts(x.Standing), Due: v.Rows[i].Due, Care: x.Care, Expect: x.Expect,
			Found: v.Rows[i].Found, Glyph: v.Rows[i].Glyph, BoxCount: len(x.Boxes), Entry: app.NewID(),
		}
		for k, n := range [3]string{"Food", "Lay", "Store"} {
			if x.Known {
				row.Runways = append(row.Runways, runwayText{Name: n, After: daysText(x.Runways[k].Likely, x.Horizon)})
			}
		}
		for b := range x.Boxes {
			row.Numbers = append(row.Numbers, b+1)
		}
		out.Rows = append(out.Rows, row)
	}
	return out, r, nil
}

func (s *Server) showSheet(c fiber.Ctx) error {
	v, _, err := s.sheetOf(c)
	if err != nil {
		return err
	}
	return s.show(c, "sheet", v)
}

func (s *Server) showKeyed(c fiber.Ctx) error {
	v, _, err := s.sheetOf(c)
	if err != nil {
		return err
	}
	if err := s.forLines(c, v); err != nil {
		return err
	}
	return s.show(c, "keyed", v)
}

// forLines gives each row the boxes that its line is read against.
func (s *Server) forLines(c fiber.Ctx, v *sheetView) error {
	v.Title, v.Scripts = "Key in a sheet of "+v.Name, []string{"shorthand.js", "keyed.js"}
	for i := range v.Rows {
		x, err := s.as(c).Believed(c.Context(), v.Rows[i].ID)
		if err != nil {
			return err
		}
		v.Rows[i].Boxes = boxesForLine(x.Believed.Stack)
	}
	return nil
}

// saveKeyed stores the lines of a sheet; those that cannot be read stay, with
// what is wrong, and those that can are stored.
func (s *Server) saveKeyed(c fiber.Ctx) error {
	v, _, err := s.sheetOf(c)
	if err != nil {
		return err
	}
	val := typedIn(c)
	on, err := day.Parse(val("on"))
	if err != nil {
		return &app.FieldError{Field: "date", Say: err.Error()}
	}
	v.By = val("by")
	for i := range v.Rows {
		r := &v.Rows[i]
		if r.Line = val("line." + r.ID); r.Line == "" {
			continue
		}
		r.Entry = val("entry." + r.ID)
		err := s.saveLine(c, r, on, v.By)
		var field *app.FieldError
		switch {
		case errors.As(err, &field):
			r.Err = field.Say
			v.Wrong++
		case err != nil:
			return err
		default:
			r.Saved = true
			v.Saved++
		}
	}
	if v.Wrong == 0 && v.Saved > 0 {
		return c.Redirect().Status(fiber.StatusSeeOther).To(
			"/yards/" + v.YardID + "/round/summary?on=" + url.QueryEscape(on.String()),
		)
	}
	if v.Saved == 0 && v.Wrong == 0 {
		return &app.FieldError{Field: "sheet", Say: "no line is filled in yet"}
	}
	if err := s.forLines(c, v); err != nil {
		return err
	}
	c.Status(fiber.StatusUnprocessableEntity)
	return s.show(c, "keyed", v)
}

// saveLine reads one line and stores what it says.
func (s *Server) saveLine(c fiber.Ctx, r *sheetRow, on day.Day, by string) error {
	x, err := s.as(c).Believed(c.Context(), r.ID)
	if err != nil {
		return err
	}
	l, err := shorthand.Parse(r.Line, shorthand.BoxesOf(x.Believed.Stack), x.Units.Mass.Name)
	var wrong *shorthand.Error
	if errors.As(err, &wrong) {
		return &app.FieldError{Field: r.Code, Say: fmt.Sprintf("at %q: %s", r.Line[wrong.At:wrong.To], wrong.Say)}
	}
	if err != nil {
		return err
	}
	if l.Look != nil {
		qs, err := s.as(c).Questions(
			c.Context(), x, history.Entry{ID: r.Entry, Day: on, Kind: history.KindLook, Body: l.Look},
		)
		if err != nil {
			return err
		}
		for _, q := range qs {
			if !strings.Contains(" "+r.Line+" ", "!"+q.Key) {
				return &app.FieldError{
					Field: r.Code, Say: q.Ask + " Correct it, or write !" + q.Key + " to say that it is so",
				}
			}
		}
	}
	_, err = s.as(c).Receive(
		c.Context(), r.ID, app.Entered{ID: r.Entry, Body: r.Line, By: by, Day: on, Look: l.Look, Acts: l.Acts},
	)
	return err
}

// tagsView is a sheet of tags to be scanned at the hives.
type tagsView struct {
	shell
	YardID, Name, Base string
	Near               bool // the address is this machine's own: no phone finds it
	Tags               []tagView
}

type tagView struct {
	Code string
	QR   template.HTML
}

func (s *Server) showTags(c fiber.Ctx) error {
	r, err := s.as(c).Round(c.Context(), c.Params("yard"), 0)
	if err != nil {
		return err
	}
	base := c.BaseURL()
	v := &tagsView{
		shell: shell{Title: "Tags of " + r.Name, Operation: r.Operation, Active: "board"}, YardID: r.ID, Name: r.Name,
		Base: base, Near: loopback(c.Host()),
	}
	for _, x := range r.Stops {
		code, err := draw.QR(base + "/t/" + x.Colony)
		if err != nil {
			return err
		}
		v.Tags = append(v.Tags, tagView{x.Code, code})
	}
	return s.show(c, "tags", v)
}

// scanned opens the colony of a tag in its yard's round of today.
func (s *Server) scanned(c fiber.Ctx) error {
	x, err := s.as(c).Believed(c.Context(), c.Params("colony"))
	if err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To(roundQuery{on: x.Today}.stop(x.ID))
}
