package web

import (
	"strconv"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/core/plan"
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

// done notes an advised action as done.
func (s *Server) done(c fiber.Ctx) error {
	id := c.Params("colony")
	if err := s.as(c).Do(
		c.Context(), id, c.FormValue("entry"), plan.Action(c.FormValue("action")),
	); err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id)
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
