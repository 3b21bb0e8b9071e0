package web

import (
	"context"
	"errors"
	"fmt"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/hive"
	"kembo/core/season"
)

// yardForm is the page on which a yard is made.
type yardForm struct {
	shell
	Entry, Name, Climate, Hemisphere, Zone, Rhythm, Err string
	Climates                                            []option
}

func blankYard() *yardForm {
	v := &yardForm{
		shell: shell{Title: "New yard", Active: "board"}, Entry: app.NewID(), Climate: "uk", Hemisphere: "north",
		Zone: "Europe/London", Rhythm: "14",
	}
	for _, c := range season.Climates {
		v.Climates = append(
			v.Climates,
			option{c.Key, fmt.Sprintf("%s, winters on %.0f to %.0f kg", c.Name, c.WinterLowKg, c.WinterHighKg)},
		)
	}
	return v
}

func (s *Server) newYard(c fiber.Ctx) error { return s.show(c, "new-yard", blankYard()) }

func (s *Server) makeYard(c fiber.Ctx) error {
	v := blankYard()
	val := func(k string) string { return strings.TrimSpace(c.FormValue(k)) }
	v.Entry, v.Name, v.Climate, v.Hemisphere, v.Zone, v.Rhythm = val("entry"), val("name"), val("climate"), val("hemisphere"), val("zone"), val("rhythm")
	days, _ := strconv.Atoi(v.Rhythm) // not a number is 0, which is refused below
	err := s.as(c).MakeYard(
		c.Context(),
		app.NewYard{
			ID: v.Entry, Name: v.Name, Climate: v.Climate, Hemisphere: v.Hemisphere, Zone: v.Zone, RhythmDays: days,
		},
	)
	var field *app.FieldError
	if errors.As(err, &field) {
		v.Err = sentence(field)
		c.Status(fiber.StatusUnprocessableEntity)
		return s.show(c, "new-yard", v)
	}
	if err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/yards/" + v.Entry + "/colonies/new")
}

// colonyForm is the page on which a colony is made.
type colonyForm struct {
	shell
	Yard, Entry, Code, Format, Nest, Supers, Comb, Queen, Err string
	SuperFrames                                               string
	Excluder, Clipped, Known                                  bool
	Formats                                                   []option
}

func blankColony(yard string) *colonyForm {
	v := &colonyForm{
		shell: shell{Title: "New colony", Active: "board"}, Yard: yard, Entry: app.NewID(),
		Format: "langstroth-deep-10", Nest: "1", Supers: "0", Comb: "drawn", Excluder: true,
	}
	return v
}

// formatChoices lists the boxes for a nest: the user's own first, then the
// catalogue in wood and in polystyrene.
func (s *Server) formatChoices(c fiber.Ctx) ([]option, error) {
	own, shipped, err := s.as(c).Formats(c.Context())
	var out, poly []option
	for _, f := range own {
		out = append(out, option{f.Key, f.Name})
	}
	for _, f := range shipped {
		if f.Super {
			continue
		}
		out = append(out, option{f.Key, f.Name})
		if p, err := hive.FormatFor(f.Key + "-poly"); err == nil {
			poly = append(poly, option{p.Key, p.Name})
		}
	}
	return append(out, poly...), err
}

// everyFormat lists every box that can be put on a hive: the user's own, the
// catalogue, boxes with shorter frames in them, and polystyrene.
func everyFormat(ctx context.Context, svc *app.Service) ([]option, error) {
	own, shipped, err := svc.Formats(ctx)
	var out, mixed, poly []option
	for _, f := range own {
		out = append(out, option{f.Key, f.Name})
	}
	for _, f := range shipped {
		out = append(out, option{f.Key, f.Name})
		for _, frames := range []string{"medium", "shallow", "super"} {
			if m, err := hive.FormatFor(f.Key + "/" + frames); err == nil {
				mixed = append(mixed, option{m.Key, m.Name})
			}
		}
		if p, err := hive.FormatFor(f.Key + "-poly"); err == nil {
			poly = append(poly, option{p.Key, p.Name})
		}
	}
	return append(append(out, mixed...), poly...), err
}

func (s *Server) newColony(c fiber.Ctx) error {
	yard := c.Params("yard")
	if _, err := s.as(c).Board(c.Context(), yard); err != nil {
		return err
	}
	v := blankColony(yard)
	var err error
	if v.Formats, err = s.formatChoices(c); err != nil {
		return err
	}
	return s.show(c, "new-colony", v)
}

func (s *Server) makeColony(c fiber.Ctx) error {
	v := blankColony(c.Params("yard"))
	var err error
	if v.Formats, err = s.formatChoices(c); err != nil {
		return err
	}
	val := func(k string) string { return strings.TrimSpace(c.FormValue(k)) }
	v.SuperFrames = val("super_frames")
	perSuper := 0
	if v.SuperFrames != "" {
		perSuper, _ = strconv.Atoi(v.SuperFrames) // not a number is 0: as many as it takes
	}
	v.Entry, v.Code, v.Format, v.Nest, v.Supers, v.Comb, v.Queen = val("entry"), val("code"), val("format"), val("nest"), val("supers"), val("comb"), val("queen")
	v.Excluder, v.Clipped, v.Known = val("excluder") != "", val("clipped") != "", val("known") != ""
	nest, err1 := strconv.Atoi(v.Nest)
	supers, err2 := strconv.Atoi(v.Supers)
	year, err3 := 0, error(nil)
	if v.Queen != "" {
		year, err3 = strconv.Atoi(v.Queen)
	}
	switch {
	case err1 != nil:
		err = &app.FieldError{Field: "nest boxes", Say: "a nest has 1 to 4 boxes"}
	case err2 != nil:
		err = &app.FieldError{Field: "supers", Say: "give 0 to 8 supers"}
	case err3 != nil:
		err = &app.FieldError{
			Field: "queen's year", Say: fmt.Sprintf("%q is not a year; write it as 2025, or leave it empty", v.Queen),
		}
	default:
		err = s.as(c).MakeColony(c.Context(), app.NewColony{
			ID: v.Entry, Yard: v.Yard, Code: v.Code, NestFormat: v.Format, NestBoxes: nest, Supers: supers,
			Drawn: v.Comb != "foundation", Excluder: v.Excluder, QueenYear: year, Clipped: v.Clipped,
			HistoryKnown: v.Known, SuperFrames: perSuper,
		})
	}
	var field *app.FieldError
	if errors.As(err, &field) {
		v.Err = sentence(field)
		c.Status(fiber.StatusUnprocessableEntity)
		return s.show(c, "new-colony", v)
	}
	if err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + v.Entry + "/look")
}
