package web

import (
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/advice"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/measure"
	"kembo/core/moves"
)

// boxOn puts a super on top.
func (s *Server) boxOn(c fiber.Ctx) error {
	id := c.Params("colony")
	x, err := s.as(c).Colony(c.Context(), id)
	if err != nil {
		return err
	}
	frames, err := strconv.Atoi(c.FormValue("frames"))
	if err != nil && c.FormValue("frames") != "" {
		return &app.FieldError{Field: "frames", Say: "give a whole number"}
	}
	if err := s.as(c).AddSuper(
		c.Context(), id, c.FormValue("entry"), c.FormValue("format"), frames,
		c.FormValue("comb") != "foundation", x.Today,
	); err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id)
}

// putOn puts any box on a hive.
func (s *Server) putOn(c fiber.Ctx) error {
	id := c.Params("colony")
	val := func(k string) string { return strings.TrimSpace(c.FormValue(k)) }
	n := app.NewBox{
		EntryID: val("entry"), Format: val("format"), Drawn: val("comb") != "foundation", Where: val("where"),
	}
	var err error
	if n.On, err = day.Parse(val("on")); err != nil {
		return &app.FieldError{Field: "date", Say: err.Error()}
	}
	if t := val("frames"); t != "" {
		if n.Frames, err = strconv.Atoi(t); err != nil || n.Frames < 1 {
			return &app.FieldError{
				Field: "frames", Say: "give a whole number, or leave it empty for as many as it takes",
			}
		}
	}
	if err := s.as(c).PutOn(c.Context(), id, n); err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id)
}

// done notes an advised action as done.
func (s *Server) done(c fiber.Ctx) error {
	id := c.Params("colony")
	if err := s.as(c).Do(
		c.Context(), id, c.FormValue("entry"), advice.Action(c.FormValue("action")),
	); err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id)
}

// note writes a feed, a treatment or a weighing.
func (s *Server) note(c fiber.Ctx) error {
	id := c.Params("colony")
	val := func(k string) string { return strings.TrimSpace(c.FormValue(k)) }
	n := app.Note{ID: val("entry"), Kind: history.Kind(val("kind")), What: val("what")}
	var err error
	if n.Day, err = day.Parse(val("on")); err != nil {
		return &app.FieldError{Field: "date", Say: err.Error()}
	}
	if t := val("kg"); t != "" {
		set, err := s.as(c).Settings(c.Context())
		if err != nil {
			return err
		}
		if n.Kg, err = measure.Parse(t, set.Units.Mass); err != nil {
			return &app.FieldError{Field: "weight", Say: err.Error()}
		}
	}
	if n.Kind == "treatment_out" {
		n.Kind, n.Out = history.KindTreatment, true
		if t := val("until"); t != "" {
			if n.Until, err = day.Parse(t); err != nil {
				return &app.FieldError{Field: "honey barred until", Say: err.Error()}
			}
		}
	}
	if err := s.as(c).Write(c.Context(), id, n); err != nil {
		return err
	}
	if c.FormValue("back") == "weight" {
		return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id + "/weight")
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id + "#log")
}

// boxOff takes a box off.
func (s *Server) boxOff(c fiber.Ctx) error {
	id := c.Params("colony")
	x, err := s.as(c).Colony(c.Context(), id)
	if err != nil {
		return err
	}
	e := history.Entry{
		ID: c.FormValue("entry"), Day: x.Today, Kind: "box_off",
		Body: &moves.BoxOff{Box: c.FormValue("box"), Why: "taken off"},
	}
	if err := s.as(c).Record(c.Context(), id, e); err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id)
}

// undo takes back the last entry.
func (s *Server) undo(c fiber.Ctx) error {
	id := c.Params("colony")
	if err := s.as(c).Undo(c.Context(), id, c.FormValue("entry"), c.FormValue("of")); err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id)
}

// arrange notes how the hive was arranged anew.
func (s *Server) arrange(c fiber.Ctx) error {
	id := c.Params("colony")
	on, err := day.Parse(c.FormValue("on"))
	if err != nil {
		return &app.FieldError{Field: "date", Say: err.Error()}
	}
	if err := s.as(c).Arrange(
		c.Context(), id, c.FormValue("entry"), on, c.FormValue("what"),
	); err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id)
}
