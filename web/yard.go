package web

import (
	"fmt"
	"math"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/measure"
	"kembo/core/season"
)

// yardFields are what is asked of a yard.
func yardFields(y app.NewYard, u measure.Units) []formField {
	name := text("name", "Name")
	name.Value = y.Name
	var climates []option
	for _, c := range season.Climates {
		climates = append(climates, option{c.Key, fmt.Sprintf(
			"%s, winters on %.0f to %.0f %s", c.Name, u.Mass.In(c.WinterLowKg), u.Mass.In(c.WinterHighKg), u.Mass.Name,
		)})
	}
	zone := text("zone", "Time zone")
	zone.Value, zone.Half = y.Zone, true
	rhythm := number("rhythm", "Days between visits", fmt.Sprint(y.RhythmDays))
	winter := number("winter", "In winter", "")
	if y.WinterDays > 0 {
		winter.Value = fmt.Sprint(y.WinterDays)
	}
	winter.Called, winter.Placeholder = []string{"winter rhythm"}, "the same"
	winter.Help = "From mid-October to early March nobody comes every ten days."
	out := []formField{
		name, choiceOf("climate", "Climate", y.Climate, climates...),
		choiceOf("hemisphere", "Hemisphere", y.Hemisphere, option{"north", "North"}, option{"south", "South"}), zone,
		rhythm, winter,
	}
	out[2].Half = true
	return append(out, placeFields(y.Place, u)...)
}

// placeFields ask where a yard lies beside its climate. Both may be left empty.
func placeFields(p app.Place, u measure.Units) []formField {
	latitude := text("latitude", "Latitude, degrees")
	latitude.Placeholder = "as its climate"
	latitude.Help = "Less than 0 in the south, which sets the hemisphere. It tells how long the days are."
	if p.HasLatitude {
		latitude.Value = strconv.FormatFloat(p.LatitudeDeg, 'f', -1, 64)
	}
	months := text("months", "Means of the months, "+u.Temperature.Name)
	months.Called, months.Placeholder = []string{"monthly means"}, "as its climate"
	months.Help = "Twelve numbers, January first, as a weather station near by has them: they move the bees’ year."
	var parts []string
	for _, v := range p.MonthsC {
		parts = append(parts, strconv.FormatFloat(math.Round(10*u.Temperature.In(v))/10, 'f', -1, 64))
	}
	months.Value = strings.Join(parts, " ")
	return []formField{latitude, months}
}

// placeFrom reads what was typed of a place.
func placeFrom(p *formPage, u measure.Units) (app.Place, error) {
	var out app.Place
	if s := strings.TrimSpace(p.val("latitude")); s != "" {
		v, err := measure.ParseNumber(s)
		if err != nil {
			return out, &app.FieldError{Field: "latitude", Say: "give degrees as a number, less than 0 in the south, or none"}
		}
		out.HasLatitude, out.LatitudeDeg = true, v
	}
	for f := range strings.FieldsSeq(strings.ReplaceAll(p.val("months"), ";", " ")) {
		v, err := measure.ParseNumber(strings.Trim(f, ","))
		if err != nil {
			return out, &app.FieldError{Field: "monthly means", Say: fmt.Sprintf("%q is not a number", f)}
		}
		out.MonthsC = append(out.MonthsC, u.Temperature.Of(v))
	}
	return out, nil
}

// yardFrom reads what was typed of a yard.
func yardFrom(p *formPage, id string, u measure.Units) (app.NewYard, error) {
	y := app.NewYard{
		ID: id, Name: p.val("name"), Climate: p.val("climate"), Hemisphere: p.val("hemisphere"), Zone: p.val("zone"),
	}
	var err error
	if y.RhythmDays, err = p.whole("rhythm", "give the usual days between visits, 1 to 120"); err != nil {
		return y, err
	}
	if y.WinterDays, err = p.whole("winter", "give the days between visits in winter, 1 to 200, or none"); err != nil {
		return y, err
	}
	y.Place, err = placeFrom(p, u)
	return y, err
}

// newYard is the form for a yard that is made.
func (s *Server) makingYard() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			set, err := s.as(c).Settings(c.Context())
			if err != nil {
				return nil, err
			}
			return &formPage{
				shell: shell{Title: "New yard", Active: "board"}, Head: "New yard", Action: "/yards",
				Button: "Make the yard", Fields: yardFields(app.NewYard{
					Climate: "uk", Hemisphere: "north", Zone: "Europe/London", RhythmDays: 14, WinterDays: 42,
				}, set.Units),
			}, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			set, err := s.as(c).Settings(c.Context())
			if err != nil {
				return "", err
			}
			y, err := yardFrom(p, p.Entry, set.Units)
			if err != nil {
				return "", err
			}
			return "/yards/" + y.ID + "/colonies/new", s.as(c).MakeYard(c.Context(), y)
		},
	}
}

// editYard is the form for a yard that is changed.
func (s *Server) editYard() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			y, err := s.as(c).Yard(c.Context(), c.Params("yard"))
			if err != nil {
				return nil, err
			}
			set, err := s.as(c).Settings(c.Context())
			if err != nil {
				return nil, err
			}
			return &formPage{
				shell: shell{Title: "Change " + y.Name, Active: "board"}, Head: "Change " + y.Name,
				Action: "/yards/" + y.ID + "/edit", Button: "Store", Back: "/yards/" + y.ID, BackTo: y.Name,
				Fields: yardFields(y, set.Units), Remove: "/yards/" + y.ID + "/remove",
				RemoveSay: "Take the yard away", RemoveWhy: "Only one in which no colony ever stood.",
			}, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			set, err := s.as(c).Settings(c.Context())
			if err != nil {
				return "", err
			}
			y, err := yardFrom(p, c.Params("yard"), set.Units)
			if err != nil {
				return "", err
			}
			return "/yards/" + y.ID, s.as(c).ChangeYard(c.Context(), y)
		},
	}
}

// removeYard takes a yard away in which nothing ever stood.
func (s *Server) removeYard(c fiber.Ctx) error {
	a := asks{page: s.editYard().page, do: func(c fiber.Ctx, p *formPage) (string, error) {
		y, err := s.as(c).Yard(c.Context(), c.Params("yard"))
		if err != nil {
			return "", err
		}
		set, err := s.as(c).Settings(c.Context())
		if err != nil {
			return "", err
		}
		p.Fields = yardFields(y, set.Units) // nothing was typed: they are as they were
		return "/yards", s.as(c).RemoveYard(c.Context(), y.ID)
	}}
	return s.post(a)(c)
}

// renaming is the form for what the operation is called.
func (s *Server) renaming() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			op, err := s.as(c).Operation(c.Context())
			name := text("name", "Name of the operation")
			name.Value = op.Name
			return &formPage{
				shell: shell{Title: "Rename the operation", Active: "settings"}, Head: "Rename the operation",
				Action: "/operation", Button: "Store", Back: "/settings", BackTo: "Settings", Fields: []formField{name},
			}, err
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			return "/settings?saved=1", s.as(c).Rename(c.Context(), p.val("name"))
		},
	}
}
