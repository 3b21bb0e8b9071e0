package web

import (
	"errors"
	"fmt"
	"net/url"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/shorthand"
	"kembo/web/form"
)

// queueHeader marks what the page's own script sends: it wants an answer that it
// can keep, not a page.
const queueHeader = "X-Kembo-Queue"

// sentAnswer is what a device is told of what it sent. It may forget it only
// where Stored is true.
type sentAnswer struct {
	Stored    bool       `json:"stored"`
	ID        string     `json:"id"`
	Code      string     `json:"code,omitempty"`
	Say       string     `json:"say,omitempty"`
	Questions []question `json:"questions,omitempty"`
	Meanwhile []string   `json:"meanwhile,omitempty"`
	Beside    bool       `json:"beside,omitempty"`
	Join      bool       `json:"join,omitempty"` // the device has to join again; nothing is wrong with what it sent
}

type question struct {
	Key string `json:"key"`
	Ask string `json:"ask"`
}

// saveLook stores what was found and done and goes on; where it cannot be, the
// form comes back with a sentence and all that was typed.
func (s *Server) saveLook(c fiber.Ctx) error {
	id := c.Params("colony")
	if entry := typedIn(c)("corrects"); entry != "" {
		return s.saveCorrected(c, entry)
	}
	queued := c.Get(queueHeader) != ""
	read := s.as(c).Colony
	if queued { // no page is shown, so nothing need be forecast
		read = s.as(c).Form
	}
	x, err := read(c.Context(), id)
	if err != nil {
		if queued && errors.Is(err, app.ErrNotFound) {
			return refuse(
				c, c.FormValue("entry"), "This colony is not here any more. What was entered stays on this device.",
				nil,
			)
		}
		return err
	}
	v := lookOf(c, x)
	e, err := readForm(c, v, x)
	if err == nil && e.Look != nil {
		if err = s.ask(
			c, x, history.Entry{ID: e.ID, Day: e.Day, Kind: history.KindLook, Body: e.Look}, v,
		); err == nil && len(v.Questions) > 0 {
			if queued {
				return refuse(c, e.ID, "Can this be?", v.Questions)
			}
			c.Status(fiber.StatusUnprocessableEntity)
			return s.showLookPage(c, v, x)
		}
	}
	e.Own = ownOf(c)
	var got app.Received
	if err == nil {
		got, err = s.as(c).Receive(c.Context(), id, e)
	}
	var field *app.FieldError
	if errors.As(err, &field) {
		v.Err = sentence(&app.FieldError{Field: boxWords(x, field.Field), Say: field.Say})
		if queued {
			return refuse(c, e.ID, v.Err, nil)
		}
		c.Status(fiber.StatusUnprocessableEntity)
		return s.showLookPage(c, v, x)
	}
	if err != nil {
		return err
	}
	if queued {
		return c.JSON(answerOf(got, x))
	}
	s.as(c).Settled(c.Context(), id)
	to := "/colonies/" + id
	switch {
	case c.FormValue("then") == "next" && v.Round != nil:
		to = v.Round.NextURL
	case v.Round != nil:
		to = v.Round.List
	case c.FormValue("then") == "next" && x.Next != "":
		to = "/colonies/" + x.Next + "/look"
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To(to)
}

// ownHeader names what the device has sent of this hive before. It is no part of
// the form, which must be the same when it is sent again.
const ownHeader = "X-Kembo-Own"

func ownOf(c fiber.Ctx) []string {
	own := c.Get(ownHeader)
	if own == "" {
		return nil
	}
	return strings.Split(own, ",")
}

// readForm reads a posted form of the look page: into the page as typed, and as what
// was found and done.
func readForm(c fiber.Ctx, v *lookView, x app.Colony) (app.Entered, error) {
	return readEntered(typedIn(c), string(c.Body()), v, x)
}

func readEntered(val form.Values, body string, v *lookView, x app.Colony) (app.Entered, error) {
	h := hiveOf(x)
	l := form.ReadLook(val, h)
	v.take(l)
	out, err := l.Entered(h)
	out.Body = body
	return out, err
}

func refuse(c fiber.Ctx, id, say string, qs []questionForm) error {
	a := sentAnswer{ID: id, Say: say}
	for _, q := range qs {
		a.Questions = append(a.Questions, question{q.Key, q.Ask})
	}
	return c.Status(fiber.StatusUnprocessableEntity).JSON(a)
}

func answerOf(got app.Received, x app.Colony) sentAnswer {
	a := sentAnswer{Stored: true, ID: got.ID, Code: got.Code, Beside: got.Beside}
	for _, e := range got.Meanwhile {
		kind, say := entryWords(e, x.Units)
		a.Meanwhile = append(a.Meanwhile, e.Day.Short()+", "+kind+": "+say)
	}
	return a
}

// apartView is something that came from a device without knowing of the rest, as
// sentences.
type apartView struct{ ID, Head, Line string }

// apartOf tells what is kept side by side for a colony.
func (s *Server) apartOf(c fiber.Ctx, x app.Colony) ([]apartView, error) {
	all, err := s.as(c).Apart(c.Context(), x.ID)
	if err != nil {
		return nil, err
	}
	var out []apartView
	for _, a := range all {
		at := a.At
		if t, err := time.Parse(time.RFC3339, a.At); err == nil {
			at = t.Format("2 Jan 15:04") + " UTC"
		}
		if a.Body == "" {
			var w []string
			for _, e := range a.Meanwhile {
				kind, say := entryWords(e, x.Units)
				w = append(w, e.Day.Short()+", "+kind+": "+say)
			}
			out = append(
				out,
				apartView{
					a.ID,
					fmt.Sprintf("What %s sent on %s was entered without knowing of this:", a.By, at),
					strings.Join(w, " "),
				},
			)
			continue
		}
		out = append(
			out,
			apartView{
				a.ID,
				fmt.Sprintf(
					"%s sent on %s a different version of an entry already received. It is not in the log:", a.By, at,
				),
				besideLine(a.Body, x),
			},
		)
	}
	return out, nil
}

// settleApart says that what came apart has been looked at.
func (s *Server) settleApart(c fiber.Ctx) error {
	if err := s.as(c).SettleApart(c.Context(), typedIn(c)("of")); err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + c.Params("colony"))
}

// besideLine says a form that was sent, in words and in one line, so that it can be
// entered again.
func besideLine(body string, x app.Colony) string {
	q, err := url.ParseQuery(body)
	if err != nil {
		return body
	}
	v := blankLook(x)
	e, err := readEntered(func(k string) string { return strings.TrimSpace(q.Get(k)) }, body, v, x)
	if err != nil {
		return err.Error()
	}
	boxes := shorthand.BoxesOf(x.Believed.Stack)
	line := shorthand.Line{Look: e.Look, Acts: e.Acts}
	return fmt.Sprintf(
		"%s: %s. In one line: %s", e.Day.Short(), strings.Join(shorthand.Say(line, boxes), ". "),
		shorthand.Format(line, boxes),
	)
}
