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
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/web/draw"
)

// formatsView is the catalogue with a form for one's own.
type formatsView struct {
	shell
	Own, Shipped []formatRow
	Form         formatForm
	Would        *wouldView
	Length, Mass string // the user's units
}

type formatRow struct {
	Key, Name, Frame, Slots, Cells, Honey, Gross, Tare string
	Picture                                            template.HTML
	Heavy                                              bool
}

type formatForm struct {
	Entry, Name, LengthMM, HeightMM, Slots, WidthMM, BoxKg, FrameKg, Err string
	Super                                                                bool
}

// wouldView is what a format being typed would hold.
type wouldView struct {
	shell
	Err, Say string
	Rows     []sum
}

var lengthWords = map[string]string{"mm": "mm", "in": "inches"}

func (s *Server) showFormats(c fiber.Ctx) error {
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return err
	}
	v, err := s.formatsOf(c, set)
	if err != nil {
		return err
	}
	return s.show(c, "formats", v)
}

func (s *Server) formatsOf(c fiber.Ctx, set app.Settings) (*formatsView, error) {
	own, shipped, err := s.as(c).Formats(c.Context())
	if err != nil {
		return nil, err
	}
	v := &formatsView{
		shell: shell{Title: "Hive formats", Active: "formats"}, Form: formatForm{Entry: app.NewID(), Slots: "10"},
		Length: lengthWords[set.Units.Length.Name], Mass: set.Units.Mass.Name,
	}
	tall := 0.0
	for _, f := range append(append([]hive.BoxFormat{}, own...), shipped...) {
		tall = max(tall, f.Frame.HeightMM)
	}
	for _, f := range own {
		v.Own = append(v.Own, formatRowOf(f, set, tall))
	}
	for _, f := range shipped {
		v.Shipped = append(v.Shipped, formatRowOf(f, set, tall))
	}
	v.Would = &wouldView{Say: "Give the inside of a frame and the box, and what it would hold stands here."}
	return v, nil
}

func formatRowOf(f hive.BoxFormat, set app.Settings, tall float64) formatRow {
	u := set.Units
	full := f.Full(f.Slots, 1)
	len1 := func(mm float64) string { return measure.Digits(u.Length.In(mm), 3) }
	return formatRow{Key: f.Key, Name: f.Name, Picture: draw.Frame(f.Frame.LengthMM, f.Frame.HeightMM, tall),
		Frame: len1(f.Frame.LengthMM) + " × " + len1(f.Frame.HeightMM), Slots: strconv.Itoa(f.Slots),
		Cells: measure.Count(measure.Rough(2 * f.Frame.WorkerCells() * float64(f.Slots))),
		Honey: measure.Digits(u.Mass.In(full.HoneyKg), 3), Gross: measure.Digits(u.Mass.In(full.GrossKg), 3),
		Tare: measure.Digits(u.Mass.In(f.BoxTareKg), 2), Heavy: full.GrossKg > set.LiftLimitKg}
}

// readFormat reads the typed form, as typed, and the format it means.
func readFormat(c fiber.Ctx, u measure.Units) (formatForm, app.NewFormat, error) {
	val := func(k string) string { return strings.TrimSpace(c.FormValue(k)) }
	f := formatForm{
		Entry: val("entry"), Name: val("name"), LengthMM: val("length"), HeightMM: val("height"), Slots: val("slots"),
		WidthMM: val("width"), BoxKg: val("box"), FrameKg: val("frame"), Super: val("super") != "",
	}
	n := app.NewFormat{ID: f.Entry, Name: f.Name, Super: f.Super}
	var err error
	if n.Slots, err = strconv.Atoi(f.Slots); err != nil {
		return f, n, &app.FieldError{Field: "frames", Say: "say how many frames the box takes, as 10"}
	}
	for _, w := range []struct {
		field, text string
		unit        measure.Unit
		into        *float64
	}{
		{"comb length", f.LengthMM, u.Length, &n.LengthMM}, {"comb height", f.HeightMM, u.Length, &n.HeightMM},
		{"inner width", f.WidthMM, u.Length, &n.WidthMM}, {"empty box", f.BoxKg, u.Mass, &n.BoxKg},
		{"one frame", f.FrameKg, u.Mass, &n.FrameKg},
	} {
		if *w.into, err = measure.Parse(w.text, w.unit); err != nil {
			return f, n, &app.FieldError{Field: w.field, Say: err.Error()}
		}
	}
	return f, n, nil
}

// tryFormat says what a format being typed would hold.
func (s *Server) tryFormat(c fiber.Ctx) error {
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return err
	}
	_, n, err := readFormat(c, set.Units)
	v := &wouldView{}
	var field *app.FieldError
	var f hive.BoxFormat
	if err == nil {
		f, err = n.Try()
	}
	switch {
	case errors.As(err, &field):
		v.Say = sentence(field)
	case err != nil:
		return err
	default:
		v.Rows = wouldRows(f, set.Units)
	}
	return s.show(c, "formats#would", v)
}

func wouldRows(f hive.BoxFormat, u measure.Units) []sum {
	full, wide := f.Full(f.Slots, 1), f.Full(max(1, f.Slots-1), 1)
	beside := hive.Formats[0].Full(hive.Formats[0].Slots, 1)
	return []sum{
		{"Comb, one face", fmt.Sprintf("%.2f dm²", f.Frame.AreaDm2()), ""},
		{"Worker cells, whole box", measure.Count(measure.Rough(2 * f.Frame.WorkerCells() * float64(f.Slots))), ""},
		{
			"Drone cells, if all were",
			measure.Count(measure.Rough(2 * f.Frame.AreaDm2() * comb.DroneCellsPerDm2 * float64(f.Slots))), "",
		},
		{"Bees at full cover", measure.Count(measure.Rough(f.Frame.BeesAtFullCover() * float64(f.Slots))), ""},
		{
			"Honey, full", u.Write(measure.Mass, full.HoneyKg),
			fmt.Sprintf("%s with one frame less", u.Write(measure.Mass, wide.HoneyKg)),
		},
		{
			"Lift, full", u.Write(measure.Mass, full.GrossKg),
			fmt.Sprintf("a ten-frame deep is %s", u.Write(measure.Mass, beside.GrossKg)),
		},
	}
}

func (s *Server) addFormat(c fiber.Ctx) error {
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return err
	}
	form, n, err := readFormat(c, set.Units)
	if err == nil {
		err = s.as(c).AddFormat(c.Context(), n)
	}
	var field *app.FieldError
	if errors.As(err, &field) {
		v, verr := s.formatsOf(c, set)
		if verr != nil {
			return verr
		}
		form.Err = sentence(field)
		v.Form = form
		c.Status(fiber.StatusUnprocessableEntity)
		return s.show(c, "formats", v)
	}
	if err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/formats")
}

func (s *Server) removeFormat(c fiber.Ctx) error {
	if err := s.as(c).RemoveFormat(c.Context(), c.FormValue("key")); err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/formats")
}
