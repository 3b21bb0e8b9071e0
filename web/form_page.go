package web

import (
	"errors"
	"html/template"
	"slices"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/measure"
)

// formPage is a page with one form on it: what is asked, and what was typed. What is
// wrong stands beside its field, and nothing that was typed is lost.
type formPage struct {
	shell
	Head, Say    string // what the form is for
	Action       string
	Button       string
	Entry        string
	Done         string // what was done just now
	Danger       bool   // what it does takes something away
	Fields       []formField
	Err          string // of the form as a whole
	Back, BackTo string // where one goes who wants nothing of it
	Another      string // a second button: store, and ask the same again
	Cautions     []string
	Aside        template.HTML // a drawing beside it
	// Colony and Code are what the form is about, where it works with no signal too.
	Colony, Code string
	// Remove is where the thing that the form is about is taken away; "": it cannot be.
	Remove, RemoveSay, RemoveWhy string
	More, MoreSay                string // another way to do it
}

// formField is a field of a form. Kind is text, area, number, date, choice, radios,
// ticks, tick or, for a heading between fields, head.
type formField struct {
	Kind, Name, Label, Help string
	Value, Placeholder      string
	Unit                    string // that the value is in
	Options                 []option
	Chosen                  []string // of ticks
	Called                  []string // what errors call it, beside its name
	Err                     string
	When                    string // values of a choice before it for which it is asked; "": always
	Half                    bool   // it takes half the width
	List                    []string
}

// Has reports whether a value of ticks is chosen.
func (f formField) Has(value string) bool { return slices.Contains(f.Chosen, value) }

// ID is that of its element.
func (f formField) ID() string { return f.Name }

func text(name, label string) formField {
	return formField{Kind: "text", Name: name, Label: label}
}

func dateField(name, label string, on day.Day) formField {
	return formField{
		Kind: "date", Name: name, Label: label, Value: on.String(), Half: true, Called: []string{"date", "day"},
	}
}

func choiceOf(name, label, value string, options ...option) formField {
	return formField{Kind: "choice", Name: name, Label: label, Value: value, Options: options}
}

func radiosOf(name, label, value string, options ...option) formField {
	return formField{Kind: "radios", Name: name, Label: label, Value: value, Options: options}
}

func tickOf1(name, label string, on bool) formField {
	f := formField{Kind: "tick", Name: name, Label: label}
	if on {
		f.Value = "1"
	}
	return f
}

func number(name, label, value string) formField {
	return formField{Kind: "number", Name: name, Label: label, Value: value, Half: true}
}

// take puts what was typed into the fields.
func (p *formPage) take(c fiber.Ctx) {
	p.Entry = typedIn(c)("entry")
	for i := range p.Fields {
		f := &p.Fields[i]
		f.Value = strings.TrimSpace(c.FormValue(f.Name))
		if f.Kind == "ticks" {
			f.Chosen = chosenIn(c, f.Name)
		}
	}
}

// chosenIn returns all values that a field was sent with.
func chosenIn(c fiber.Ctx, name string) []string {
	var out []string
	for _, v := range c.Request().PostArgs().PeekMulti(name) {
		out = append(out, string(v))
	}
	return out
}

// at returns a field by name.
func (p *formPage) at(name string) *formField {
	for i := range p.Fields {
		if p.Fields[i].Name == name {
			return &p.Fields[i]
		}
	}
	return &formField{}
}

// val is what was typed in a field.
func (p *formPage) val(name string) string { return p.at(name).Value }

// on reads the day in a field.
func (p *formPage) day(name string) (day.Day, error) {
	d, err := day.Parse(p.val(name))
	if err != nil {
		return 0, &app.FieldError{Field: name, Say: err.Error()}
	}
	return d, nil
}

// number reads a number in a field; empty is 0.
func (p *formPage) number(name string, unit measure.Unit) (float64, error) {
	t := p.val(name)
	if t == "" {
		return 0, nil
	}
	var v float64
	var err error
	if unit.Name == "" {
		v, err = measure.ParseNumber(t)
	} else {
		v, err = measure.Parse(t, unit)
	}
	if err != nil {
		return 0, &app.FieldError{Field: name, Say: err.Error()}
	}
	return v, nil
}

// whole reads a whole number in a field; empty is 0.
func (p *formPage) whole(name, want string) (int, error) {
	v, err := p.number(name, measure.Unit{})
	if err != nil || v != float64(int(v)) || v < 0 {
		return 0, &app.FieldError{Field: name, Say: want}
	}
	return int(v), nil
}

// fail puts an error beside the field that it is about.
func (p *formPage) fail(err *app.FieldError) {
	name := strings.ToLower(err.Field)
	say := upperFirst(err.Say) + "."
	for i := range p.Fields {
		f := &p.Fields[i]
		if f.Name == name || strings.EqualFold(f.Label, name) || slices.Contains(f.Called, name) {
			f.Err = say
			return
		}
	}
	p.Err = sentence(err)
}

func upperFirst(s string) string {
	r := []rune(s)
	if len(r) > 0 && r[0] >= 'a' && r[0] <= 'z' {
		r[0] -= 32
	}
	return string(r)
}

// asks are the two halves of a form: the blank page, and what is done with what was
// typed, which returns where to go next.
type asks struct {
	page func(c fiber.Ctx) (*formPage, error)
	do   func(c fiber.Ctx, p *formPage) (to string, err error)
}

// get returns the handler that shows a form.
func (s *Server) get(a asks) fiber.Handler {
	return func(c fiber.Ctx) error {
		p, err := a.page(c)
		if err != nil {
			return err
		}
		p.Entry = app.NewID()
		return s.show(c, "form", p)
	}
}

// post returns the handler that takes a form.
func (s *Server) post(a asks) fiber.Handler {
	return func(c fiber.Ctx) error {
		p, err := a.page(c)
		if err != nil {
			return err
		}
		p.take(c)
		to, err := a.do(c, p)
		if c.Get(queueHeader) != "" && err == nil { // it waits for a durable answer, not for a page
			return c.JSON(sentAnswer{Stored: true, ID: p.Entry, Code: p.Code})
		}
		var field *app.FieldError
		if errors.As(err, &field) {
			if c.Get(queueHeader) != "" {
				return refuse(c, p.Entry, sentence(field), nil)
			}
			p.fail(field)
			c.Status(fiber.StatusUnprocessableEntity)
			return s.show(c, "form", p)
		}
		if err != nil {
			return err
		}
		return c.Redirect().Status(fiber.StatusSeeOther).To(to)
	}
}
