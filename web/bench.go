package web

import (
	"errors"
	"html/template"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/bench"
	"kembo/core/measure"
	"kembo/core/season"
	"kembo/web/draw"
)

// benchView is the bench with one calculator open. What was typed is in it as
// typed.
type benchView struct {
	shell
	Calcs          []benchLink
	Name, Head     string
	Asks           string
	Groups         []benchGroup
	Answer         *answerView
	UnitsName      string
	ForScript      string
	TodayISO, Path string
}

type benchLink struct {
	Name, Title, Asks string
	On                bool
}

// benchGroup is one way to ask, or what belongs to all of them.
type benchGroup struct {
	Name   string
	Or     bool // another way stands before it
	Fields []benchField
}

type benchField struct {
	Key, Label, Kind, Value, Unit, Help string
	Options                             []option
	On                                  bool
	Wrong                               bool
}

// answerView is what the calculator says; it is the part htmx fetches.
type answerView struct {
	shell
	Main, Rest             []sum
	Say, Cautions          []string
	Err                    string
	Empty                  bool
	Picture                template.HTML
	Formula, Source, Valid string
}

func (s *Server) showBench(c fiber.Ctx) error {
	name := c.Params("name")
	if name == "" {
		name = bench.All[0].Name
	}
	k, ok := bench.Find(name)
	if !ok {
		return &Problem{
			fiber.StatusNotFound, "There is no such calculator. Pick one from the bench.",
			errors.New("no calculator " + name),
		}
	}
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return err
	}
	today, hem, err := s.as(c).TodayHere(c.Context())
	if err != nil {
		return err
	}
	typed := map[string]string{}
	for _, f := range k.Fields {
		if t := strings.TrimSpace(c.Query(f.Key)); t != "" {
			typed[f.Key] = t
		}
	}
	// Thresholds a user has set stand where nothing else was typed.
	given := map[string]string{}
	for key, v := range typed {
		given[key] = v
	}
	own := map[string]string{
		bench.SettingMites: plain(set.MitesNow(season.Place{Hemisphere: hem}.On(today))),
		bench.SettingLift:  plain(set.Units.Mass.In(set.LiftLimitKg)),
	}
	for _, f := range k.Fields {
		if v := own[f.Setting]; v != "" && given[f.Key] == "" {
			given[f.Key] = v
		}
	}
	answer := &answerView{Formula: k.Formula, Source: k.Source, Valid: k.Valid}
	wrong := ""
	r, err := k.Run(given, today, set.Units)
	var fe *bench.FieldError
	switch {
	case errors.As(err, &fe):
		wrong, answer.Err = fe.Key, sentence(&app.FieldError{Field: fe.Label, Say: fe.Say})
	case err != nil: // nothing is typed yet
		answer.Empty = true
	default:
		answer.fill(r, set.Units)
	}
	if wantsPart(c) {
		return s.show(c, "bench#answer", answer)
	}
	v := &benchView{
		shell: shell{Title: k.Title, Active: "bench"}, Name: k.Name, Head: k.Title, Asks: k.Asks, Answer: answer,
		UnitsName: set.Units.Name, TodayISO: today.String(),
	}
	for _, x := range bench.All {
		v.Calcs = append(v.Calcs, benchLink{x.Name, x.Title, x.Asks, x.Name == k.Name})
	}
	v.Groups = groupsOf(k, given, set.Units, today.String(), wrong)
	if answer.Err != "" {
		c.Status(fiber.StatusUnprocessableEntity)
	}
	return s.show(c, "bench", v)
}

func plain(v float64) string {
	return strconv.FormatFloat(float64(int(v*100+0.5))/100, 'f', -1, 64)
}

func groupsOf(k bench.Calculator, given map[string]string, u measure.Units, today, wrong string) []benchGroup {
	var out []benchGroup
	for _, f := range k.Fields {
		if len(out) == 0 || out[len(out)-1].Name != f.Group {
			out = append(
				out, benchGroup{Name: f.Group, Or: f.Group != "" && len(out) > 0 && out[len(out)-1].Name != ""},
			)
		}
		b := benchField{
			Key: f.Key, Label: f.Label, Value: given[f.Key], Help: f.Help, Kind: "text", Wrong: f.Key == wrong,
		}
		unit := f.Unit
		if unit.Quantity != measure.Number && unit != measure.Millilitre && unit != measure.Gram {
			unit = u.Unit(unit.Quantity)
		}
		b.Unit = unit.Name
		switch f.Kind {
		case bench.Choice:
			b.Kind = "choice"
			if b.Value == "" {
				b.Value = f.Default
			}
			for _, o := range f.Options {
				b.Options = append(b.Options, option{o.Key, o.Words})
			}
		case bench.Date:
			b.Kind = "date"
			if b.Value == "" || b.Value == "today" {
				b.Value = today
			}
		case bench.Flag:
			b.Kind, b.On = "flag", b.Value != ""
		default:
			if b.Value == "" {
				b.Value = defaultIn(f, u)
			}
		}
		out[len(out)-1].Fields = append(out[len(out)-1].Fields, b)
	}
	return out
}

// defaultIn writes a default in the user's unit: 20 C is 68.
func defaultIn(f bench.Field, u measure.Units) string {
	if f.Default == "" || f.Unit.Quantity == measure.Number {
		return f.Default
	}
	v, err := measure.Parse(f.Default, f.Unit)
	if err != nil {
		return f.Default
	}
	return plain(u.Unit(f.Unit.Quantity).In(v))
}

func (a *answerView) fill(r bench.Result, u measure.Units) {
	a.Say, a.Cautions = r.Say, r.Cautions
	for _, v := range r.Values {
		text := v.Write(u)
		main, span, _ := strings.Cut(text, " (")
		x := sum{v.Label, main, strings.TrimSuffix(span, ")")}
		if v.Main {
			a.Main = append(a.Main, x)
		} else {
			a.Rest = append(a.Rest, x)
		}
	}
	if i := r.Interval; i != nil {
		a.Picture = draw.Interval(draw.Span{
			Low: i.Low, Mid: i.Mid, High: i.High, Mark: i.Mark, Unit: "%", MarkWords: "act above",
			Alt: "The 95 % interval against the threshold",
		})
	}
}
