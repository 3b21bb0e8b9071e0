package web

import (
	"errors"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/history"
	"kembo/web/form"
)

// correction is the form of a look, as it was entered, on the hive as it then was.
func (s *Server) correction(c fiber.Ctx, entry string) (*lookView, app.Colony, history.Entry, error) {
	x, was, err := s.as(c).Before(c.Context(), c.Params("colony"), entry)
	if err != nil {
		return nil, x, was, err
	}
	if was.Look() == nil {
		return nil, x, was, &app.FieldError{Field: "look", Say: "that entry is no look; correct it in the book"}
	}
	v := blankLook(x)
	v.Corrects, v.Seen = entry, ""
	v.Title = "Correct the look of " + was.Day.Short()
	return v, x, was, nil
}

func (s *Server) showCorrection(c fiber.Ctx, entry string) error {
	v, x, was, err := s.correction(c, entry)
	if err != nil {
		return err
	}
	h := hiveOf(x)
	v.take(form.ReadLook(form.FieldsOf(was.Look(), was.Day, v.Entry, h), h))
	return s.showLookPage(c, v, x)
}

// saveCorrected stores another version of a look.
func (s *Server) saveCorrected(c fiber.Ctx, entry string) error {
	v, x, _, err := s.correction(c, entry)
	if err != nil {
		return err
	}
	e, err := readForm(c, v, x)
	if err == nil && len(e.Acts) > 0 {
		err = &app.FieldError{Field: "done here", Say: "what was done has an entry of its own; correct it in the book"}
	}
	if err == nil && e.Look != nil {
		asked := history.Entry{ID: e.ID, Day: e.Day, Kind: history.KindLook, Body: e.Look, Supersedes: entry}
		if err = s.ask(c, x, asked, v); err == nil && len(v.Questions) > 0 {
			c.Status(fiber.StatusUnprocessableEntity)
			return s.showLookPage(c, v, x)
		}
	}
	if err == nil {
		err = s.as(c).Correct(c.Context(), x.ID, e.ID, entry, e.Day, e.Look)
	}
	var field *app.FieldError
	if errors.As(err, &field) {
		v.Err = sentence(&app.FieldError{Field: boxWords(x, field.Field), Say: field.Say})
		c.Status(fiber.StatusUnprocessableEntity)
		return s.showLookPage(c, v, x)
	}
	if err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + x.ID + "/book")
}
