package web

import (
	"errors"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/look"
	"kembo/core/measure"
)

// settingsView is what an operation measures in and its own thresholds.
type settingsView struct {
	shell
	Units, Lift, LiftUnit, MitesSpring, MitesLate, Err string
	Offs                                               []offForm
	Systems                                            []option
	Saved                                              bool
}

// offForm is how far looks of a depth may be off, in per cent; empty: the usual.
type offForm struct{ Key, Label, Value, Usual string }

var systemWords = map[string]string{"metric": "kg, L, °C", "us": "lb, US gal, °F", "imperial": "lb, imperial gal, °C"}

func (s *Server) settingsOf(c fiber.Ctx) (*settingsView, app.Settings, error) {
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return nil, set, err
	}
	v := &settingsView{
		shell: shell{Title: "Settings", Active: "settings"}, Units: set.Units.Name,
		Lift: plain(set.Units.Mass.In(set.LiftLimitKg)), LiftUnit: set.Units.Mass.Name,
		MitesSpring: plain(set.MitesSpring), MitesLate: plain(set.MitesLate),
	}
	usual := look.DefaultObserver
	for _, o := range []struct {
		key, label string
		own, usual float64
	}{
		{"off_faces", "Faces, painted", set.OffFaces, usual.Faces.Stores},
		{"off_boxes", "Frames, counted", set.OffBoxes, usual.Boxes.Stores},
		{"off_seams", "Seams of bees", set.OffSeams, usual.Seams.Bees},
	} {
		f := offForm{Key: o.key, Label: o.label, Usual: plain(100 * o.usual)}
		if o.own > 0 {
			f.Value = plain(100 * o.own)
		}
		v.Offs = append(v.Offs, f)
	}
	for _, u := range measure.Systems {
		v.Systems = append(v.Systems, option{u.Name, systemWords[u.Name]})
	}
	return v, set, nil
}

func (s *Server) showSettings(c fiber.Ctx) error {
	v, _, err := s.settingsOf(c)
	if err != nil {
		return err
	}
	v.Saved = c.Query("saved") != ""
	return s.show(c, "settings", v)
}

func (s *Server) saveSettings(c fiber.Ctx) error {
	v, _, err := s.settingsOf(c)
	if err != nil {
		return err
	}
	val := func(k string) string { return strings.Clone(strings.TrimSpace(c.FormValue(k))) }
	v.Units, v.Lift, v.MitesSpring, v.MitesLate = val("units"), val("lift"), val("mites_spring"), val("mites_late")
	set := app.Settings{Units: measure.SystemFor(v.Units)}
	read := func(field, text string, unit measure.Unit, into *float64) {
		if err != nil {
			return
		}
		var perr error
		if *into, perr = measure.Parse(strings.TrimSuffix(text, "%"), unit); perr != nil {
			err = &app.FieldError{Field: field, Say: perr.Error()}
		}
	}
	// The limit is read in the unit that stood beside it, whatever is chosen now.
	lift := set.Units.Mass
	for _, u := range measure.Systems {
		if u.Mass.Name == val("lift_unit") {
			lift = u.Mass
		}
	}
	read("your lift limit", v.Lift, lift, &set.LiftLimitKg)
	read("mites, spring", v.MitesSpring, measure.Unit{}, &set.MitesSpring)
	read("mites, later", v.MitesLate, measure.Unit{}, &set.MitesLate)
	for i, into := range []*float64{&set.OffFaces, &set.OffBoxes, &set.OffSeams} {
		o := &v.Offs[i]
		if o.Value = val(o.Key); o.Value != "" {
			read("how far looks are off", o.Value, measure.Unit{}, into)
			*into /= 100
		}
	}
	if err == nil {
		err = s.as(c).Choose(c.Context(), set)
	}
	var field *app.FieldError
	if errors.As(err, &field) {
		v.Err = sentence(field)
		c.Status(fiber.StatusUnprocessableEntity)
		return s.show(c, "settings", v)
	}
	if err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/settings?saved=1")
}
