package web

import (
	"fmt"
	"html/template"
	"slices"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/mites"
	"kembo/core/words"
	"kembo/web/draw"
)

// mitesWords says a count.
func mitesWords(m *history.MiteCount) (kind, say string) {
	if m.Method == history.MethodFall {
		return "Mites fallen", fmt.Sprintf(
			"%d in %s, %.1f a day.", m.Mites, words.Days(m.Days), float64(m.Mites)/float64(max(1, m.Days)),
		)
	}
	how := "wash"
	if m.Method == "roll" {
		how = "sugar roll"
	}
	say = fmt.Sprintf("%d in %d bees by %s, %s.", m.Mites, m.Bees, how, rateText(m))
	if m.Where != "" {
		say = strings.TrimSuffix(say, ".") + ", from the " + m.Where + "."
	}
	return "Mites counted", say
}

// rateText says the share of a count with its interval.
func rateText(m *history.MiteCount) string {
	r, err := mites.Of(m.Mites, m.Bees)
	if err != nil {
		return ""
	}
	return fmt.Sprintf("%.1f %% (%.1f to %.1f)", r.Percent, r.Low95, r.High95)
}

// inspectionWords says what was seen of brood and bees.
func inspectionWords(i *history.Inspection) (kind, say string) {
	kind = "Brood inspected"
	var out []string
	if i.Full {
		out = append(out, "every brood comb, bees shaken off")
	}
	if len(i.Found) == 0 {
		out = append(out, "nothing seen")
	}
	for _, d := range i.Found {
		out = append(out, d.Words())
	}
	for _, t := range []string{i.Temper, i.Calm} {
		if t != "" {
			out = append(out, t)
		}
	}
	if i.Pattern != "" {
		out = append(out, "brood "+i.Pattern)
	}
	say = words.Capital(strings.Join(out, ", ")) + "."
	if i.Note != "" {
		say += " " + i.Note
	}
	return kind, say
}

// countingMites is the form for a count of mites.
func (s *Server) countingMites() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, x, err := s.actForm(c, "mites/count", "Mites in")
			if err != nil {
				return nil, err
			}
			p.Back, p.BackTo = "/colonies/"+x.ID+"/mites", "Mites in "+x.Code
			when := func(f formField, values string) formField { f.When = values; return f }
			p.Fields = []formField{
				radiosOf("method", "How", "wash", option{"wash", "Wash"}, option{"roll", "Sugar roll"},
					option{history.MethodFall, "Natural fall"}),
				number("mites", "Mites", ""), when(number("bees", "in so many bees", "300"), "wash roll"),
				when(number("days", "over so many days", "3"), history.MethodFall),
				text("where", "Taken from"), onField(x.Today),
			}
			p.at("where").Half, p.at("where").List = true, []string{"brood nest", "super", "edge of the nest"}
			p.Cautions = []string{"A wash kills the sample: make sure that the queen is not in it."}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			id := c.Params("colony")
			on, err := p.day("on")
			if err != nil {
				return "", err
			}
			m := &history.MiteCount{Method: p.val("method"), Where: p.val("where")}
			if p.val("mites") == "" {
				return "", &app.FieldError{Field: "mites", Say: "give how many were counted, 0 too"}
			}
			if m.Mites, err = p.whole("mites", "give a whole number"); err != nil {
				return "", err
			}
			if m.Method == history.MethodFall {
				m.Days, err = p.whole("days", "give the days over which they fell, 1 to 60")
			} else {
				m.Bees, err = p.whole("bees", "give how many bees were in the sample, as 300")
			}
			if err != nil {
				return "", err
			}
			e := history.Entry{ID: p.Entry, Day: on, Kind: history.KindMites, Body: m}
			return "/colonies/" + id + "/mites", s.as(c).Record(c.Context(), id, e)
		},
	}
}

// inspecting is the form for an inspection of brood.
func (s *Server) inspecting() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, x, err := s.actForm(c, "inspect", "Brood of")
			if err != nil {
				return nil, err
			}
			p.Head = "The brood of " + x.Code + " was inspected"
			if n := x.Believed.FullsIn(x.Today.Time().Year()); n < fullsAYear {
				p.Say = fmt.Sprintf(
					"%s this year with every brood comb shaken free of bees; two are usual, in spring and after the crop.",
					inspectionsSo(n),
				)
			}
			found := formField{Kind: "ticks", Name: "found", Label: "Seen"}
			for _, d := range history.Diseases {
				found.Options = append(found.Options, option{string(d), words.Capital(d.Words())})
			}
			p.Fields = []formField{
				tickOf1("full", "Every brood comb, the bees shaken off", true), found,
				radiosOf("pattern", "Brood", "", option{"", "As usual"}, option{"closed", "Closed"}, option{"spotty", "Spotty"}),
				radiosOf("temper", "Temper", "", option{"", "As usual"}, option{"gentle", "Gentle"}, option{"sharp", "Sharp"}),
				radiosOf("calm", "On the comb", "", option{"", "As usual"}, option{"calm", "Calm"}, option{"running", "Running"}),
				{Kind: "area", Name: "note", Label: "Note"}, onField(x.Today),
			}
			p.Cautions = []string{
				"Where a notifiable disease may be: stop, close the hive, move nothing out of the yard, clean tools and gloves, " +
					"and call the inspector. Never guess a diagnosis.",
			}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			id := c.Params("colony")
			on, err := p.day("on")
			if err != nil {
				return "", err
			}
			i := &history.Inspection{
				Full: p.val("full") != "", Temper: p.val("temper"), Calm: p.val("calm"), Pattern: p.val("pattern"),
				Note: p.val("note"),
			}
			for _, d := range p.at("found").Chosen {
				i.Found = append(i.Found, history.Disease(d))
			}
			e := history.Entry{ID: p.Entry, Day: on, Kind: history.KindInspect, Body: i}
			return "/colonies/" + id, s.as(c).Record(c.Context(), id, e)
		},
	}
}

// inspectionsSo says how many there were.
func inspectionsSo(n int) string {
	if n == 0 {
		return "No inspection yet"
	}
	return words.Count(n, "inspection", "inspections")
}

// fullsAYear is how many full inspections of brood are usual. Source: common practice.
const fullsAYear = 2

// mitesView is the page of a colony's counts, or of a yard's.
type mitesView struct {
	shell
	Head, Back, BackTo, New string
	Say                     string
	Rows                    []mitesRow
	Ahead                   *mitesGrow // of one hive; nil: of a yard, or nothing is known of it
}

// mitesRow is a count with its interval against what to act above.
type mitesRow struct {
	To, Name, Date, Say string
	Picture             template.HTML
	Above               string // how it stands against the threshold
}

func (s *Server) showMites(c fiber.Ctx) error {
	x, err := s.as(c).Form(c.Context(), c.Params("colony"))
	if err != nil {
		return err
	}
	v := &mitesView{
		shell: shell{Title: "Mites in " + x.Code, Operation: x.Operation, Active: "board", Today: x.Today.Short()},
		Head:  "Mites in " + x.Code, Back: "/colonies/" + x.ID, BackTo: x.Code, New: "/colonies/" + x.ID + "/mites/count",
		Say: "None counted yet.",
	}
	for _, m := range slices.Backward(x.Believed.Mites) {
		v.Rows = append(v.Rows, mitesRowOf("/colonies/"+x.ID+"/book/"+m.Entry, m.Day.Long(), m, x.Settings, x))
	}
	v.scale()
	a, err := s.as(c).MitesAhead(c.Context(), x.ID)
	if err != nil {
		return err
	}
	v.Ahead = mitesAheadOf(a)
	return s.show(c, "mites", v)
}

// mitesRowOf says a count against the threshold of its day.
func mitesRowOf(to, name string, m history.MitesCounted, set app.Settings, x app.Colony) mitesRow {
	_, say := mitesWords(&m.MiteCount)
	r := mitesRow{To: to, Name: name, Date: m.Day.Long(), Say: say}
	if r.Date == name { // said once
		r.Date = ""
	}
	if m.Method == history.MethodFall {
		return r
	}
	rate, err := mites.Of(m.Mites, m.Bees)
	if err != nil {
		return r
	}
	mark := set.MitesNow(x.Season.Place.On(m.Day))
	switch {
	case rate.Low95 > mark:
		r.Above = fmt.Sprintf("Above %g %%: act.", mark)
	case rate.Percent > mark:
		r.Above = fmt.Sprintf("Above %g %%, by so few bees not surely: act, or count again.", mark)
	case rate.High95 > mark:
		r.Above = fmt.Sprintf("Under %g %%, but so few bees do not rule it out.", mark)
	default:
		r.Above = fmt.Sprintf("Under %g %%.", mark)
	}
	r.Picture = draw.Rate(draw.Span{
		Low: rate.Low95, Mid: rate.Percent, High: rate.High95, Mark: mark,
		Alt: fmt.Sprintf("%.1f %%, between %.1f and %.1f; act above %g", rate.Percent, rate.Low95, rate.High95, mark),
	}, mitesScale)
	return r
}

// mitesScale is the end of the scale on which counts are drawn, per cent.
const mitesScale = 10

// scale says what the pictures of the list show.
func (v *mitesView) scale() {
	if len(v.Rows) > 0 {
		v.Say = fmt.Sprintf(
			"Per 100 bees, from 0 to %d: the bar is what the sample allows, 19 times in 20, by counting alone; mites clump. "+
				"The dashed line is from where to act, by your settings.", mitesScale,
		)
	}
}

// showYardMites is the last count of each colony of a yard.
func (s *Server) showYardMites(c fiber.Ctx) error {
	y, err := s.as(c).Yard(c.Context(), c.Params("yard"))
	if err != nil {
		return err
	}
	in, err := s.as(c).InRound(c.Context(), y.ID)
	if err != nil {
		return err
	}
	v := &mitesView{
		shell: shell{Title: "Mites in " + y.Name, Active: "board"}, Head: "Mites in " + y.Name, Back: "/yards/" + y.ID,
		BackTo: y.Name, Say: "None counted yet.",
	}
	var never []string
	for _, o := range in {
		x, err := s.as(c).Form(c.Context(), o.ID)
		if err != nil {
			return err
		}
		n := len(x.Believed.Mites)
		if n == 0 {
			never = append(never, x.Code)
			continue
		}
		v.Rows = append(v.Rows, mitesRowOf("/colonies/"+x.ID+"/mites", x.Code, x.Believed.Mites[n-1], x.Settings, x))
	}
	v.scale()
	if len(never) > 0 && len(v.Rows) > 0 {
		v.Say += " Not counted: " + words.List(never...) + "."
	}
	return s.show(c, "mites", v)
}

// mitesFact says the last count, where it tells something still.
func mitesFact(x app.Colony) string {
	m, ok := app.LastMites(x.Believed, x.Today)
	if !ok {
		return ""
	}
	_, say := mitesWords(&m.MiteCount)
	return "Mites on " + m.Day.Short() + ": " + words.Lower(say)
}
