package web

import (
	"errors"
	"fmt"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/measure"
	"kembo/core/plan"
	"kembo/web/form"
)

// settingsView is what an operation measures in and its own thresholds.
type settingsView struct {
	shell
	Units, LiftUnit, Err string
	Groups               []numberGroup
	Systems              []option
	Saved, SupersStay    bool
	Keeping              string // key of the preset
	Presets              []option
	Worth                []worthRow
	Schools              []schoolForm
}

// schoolForm is a way on which keepers differ, with what is made of it here.
type schoolForm struct {
	Field, Label, Value string
	Stances             []option
}

// stances are what can be made of a school.
var stances = []option{
	{string(plan.AsItPays), "weighed with the rest"}, {string(plan.Custom), "your custom"}, {string(plan.Refused), "not done here"},
}

// wishes are what can be made of what is done only by wish.
var wishes = []option{{string(plan.AsItPays), "not done here"}, {string(plan.Custom), "your custom"}}

// schoolField is the field of the form of a school.
func schoolField(x plan.School) string { return "school_" + string(x.Action) }

// worthRow is what one thing is worth to each kind of keeper, in the order of the presets.
type worthRow struct {
	Words string
	Kg    []string
}

// worthRows tells what things are worth, in the unit of mass of the operation.
func worthRows(mass measure.Unit) []worthRow {
	var out []worthRow
	for _, r := range plan.WeightRows {
		row := worthRow{Words: r.Words}
		for _, p := range plan.Presets {
			v := *r.Of(&p.Weights)
			if !r.Share() {
				v = mass.In(v)
			}
			row.Kg = append(row.Kg, fmt.Sprintf("%.2g", v))
		}
		out = append(out, row)
	}
	return out
}

// supersOwnYard is the answer of the form that supers stay in their yard.
const supersOwnYard = "yard"

// numberGroup is numbers under one heading, or one alone, with what helps.
type numberGroup struct {
	Legend, Help string
	Numbers      []numberForm
}

// numberForm is a setting that is a number, as typed; Usual stands in a field that may
// be left empty.
type numberForm struct{ Field, Label, Value, Usual string }

var systemWords = map[string]string{"metric": "kg, L, °C", "us": "lb, US gal, °F", "imperial": "lb, imperial gal, °C"}

// shown writes a number as it is typed.
func shown(n app.Number, v float64, mass measure.Unit) string {
	switch {
	case n.Free && v == 0:
		return ""
	case n.Unit == app.Kg:
		return plain(mass.In(v))
	case n.Unit == app.Share:
		return plain(100 * v)
	}
	return plain(v)
}

func (s *Server) settingsOf(c fiber.Ctx) (*settingsView, error) {
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return nil, err
	}
	v := &settingsView{
		shell: shell{Title: "Settings", Active: "settings"}, Units: set.Units.Name, LiftUnit: set.Units.Mass.Name,
		SupersStay: set.SupersStay, Keeping: set.Keeping, Worth: worthRows(set.Units.Mass),
	}
	for _, p := range plan.Presets {
		v.Presets = append(v.Presets, option{p.Key, p.Name})
	}
	for _, x := range plan.Schools {
		of := stances
		if x.ByWish {
			of = wishes
		}
		v.Schools = append(v.Schools, schoolForm{schoolField(x), x.Words, string(set.Schools[x.Action]), of})
	}
	for _, n := range app.Numbers {
		f := numberForm{Field: n.Field, Label: n.Label, Value: shown(n, *n.Of(&set), set.Units.Mass)}
		if n.Unit == app.Kg {
			f.Label += ", " + set.Units.Mass.Name
		}
		if n.Free {
			f.Usual = shown(n, n.Usual, set.Units.Mass)
		}
		if k := len(v.Groups) - 1; n.Group != "" && k >= 0 && v.Groups[k].Legend == n.Group {
			v.Groups[k].Numbers = append(v.Groups[k].Numbers, f)
			continue
		}
		v.Groups = append(v.Groups, numberGroup{n.Group, n.Help, []numberForm{f}})
	}
	for _, u := range measure.Systems {
		v.Systems = append(v.Systems, option{u.Name, systemWords[u.Name]})
	}
	return v, nil
}

// take puts what was typed into the page.
func (v *settingsView) take(val form.Values) {
	v.Units, v.SupersStay, v.Keeping = val("units"), val("supers") == supersOwnYard, val("keeping")
	for i := range v.Schools {
		v.Schools[i].Value = val(v.Schools[i].Field)
	}
	for i := range v.Groups {
		for k := range v.Groups[i].Numbers {
			f := &v.Groups[i].Numbers[k]
			f.Value = val(f.Field)
		}
	}
}

func (s *Server) showSettings(c fiber.Ctx) error {
	v, err := s.settingsOf(c)
	if err != nil {
		return err
	}
	v.Saved = c.Query("saved") != ""
	return s.show(c, "settings", v)
}

// readSettings reads what was typed. A mass is read in the unit that stood beside it,
// whatever is chosen now.
func readSettings(val form.Values) (app.Settings, error) {
	set := app.Settings{
		Units: measure.SystemFor(val("units")), SupersStay: val("supers") == supersOwnYard, Keeping: val("keeping"),
	}
	set.Schools = map[plan.Action]plan.Stance{}
	for _, x := range plan.Schools {
		set.Schools[x.Action] = plan.Stance(val(schoolField(x)))
	}
	mass := set.Units.Mass
	for _, u := range measure.Systems {
		if u.Mass.Name == val("lift_unit") {
			mass = u.Mass
		}
	}
	for _, n := range app.Numbers {
		text, unit := strings.TrimSuffix(val(n.Field), "%"), measure.Unit{}
		if n.Free && text == "" {
			continue
		}
		if n.Unit == app.Kg {
			unit = mass
		}
		v, err := measure.Parse(text, unit)
		if err != nil {
			return set, &app.FieldError{Field: n.Label, Say: err.Error()}
		}
		if n.Unit == app.Share {
			v /= 100
		}
		*n.Of(&set) = v
	}
	return set, nil
}

func (s *Server) saveSettings(c fiber.Ctx) error {
	v, err := s.settingsOf(c)
	if err != nil {
		return err
	}
	val := typedIn(c)
	v.take(val)
	set, err := readSettings(val)
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
