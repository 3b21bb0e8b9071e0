package web

import (
	"errors"
	"fmt"
	"html/template"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/measure"
	"kembo/core/season"
	"kembo/core/words"
	"kembo/exchange"
	"kembo/web/draw"
)

// calendarView is what flowers at a yard, and what was seen of it.
type calendarView struct {
	shell
	YardID, Yard, Err, Said string
	Figure                  template.HTML
	Season                  []string // what flows now, what comes next, what lies between
	Plants                  []plantRow
	Notes                   []noteRow
	Level, LevelSay         string
	Weather                 string
	TodayISO, EntryID       string
	New                     plantForm
}

type plantRow struct {
	plantForm
	When, Moved string
	LastYear    string // against the year before; "": it is not known
	InFlower    bool
}

// plantForm is a plant as it is typed.
type plantForm struct {
	Before, Plant, From, PeakFrom, PeakTo, To, Strength, Pollen, BaseC, DegreeDays string
}

type noteRow struct{ ID, Say string }

func (s *Server) showCalendar(c fiber.Ctx) error { return s.calendarPage(c, nil, plantForm{}) }

// calendarPage shows the calendar with a sentence of what was wrong, if anything,
// and what was typed.
func (s *Server) calendarPage(c fiber.Ctx, wrong error, typed plantForm) error {
	x, err := s.as(c).Calendar(c.Context(), c.Params("yard"))
	if err != nil {
		return err
	}
	v := calendarOf(x)
	if n := c.Query("days"); n != "" {
		v.Said = n + " days of weather taken in."
	}
	if wrong != nil {
		c.Status(fiber.StatusUnprocessableEntity)
		v.Err = words.Capital(wrong.Error()) + "."
		if typed.Before == "" {
			v.New = typed
		}
		for i := range v.Plants {
			if typed.Before != "" && v.Plants[i].Before == typed.Before {
				v.Plants[i].plantForm = typed
			}
		}
	}
	return s.show(c, "calendar", v)
}

func calendarOf(x app.Calendar) *calendarView {
	v := &calendarView{
		shell: shell{Title: x.YardName + ", what flowers", Operation: x.Operation, Active: "board"}, YardID: x.YardID,
		Yard: x.YardName, TodayISO: x.Today.String(), EntryID: app.NewID(),
	}
	v.Today = x.Today.Short()
	start := season.YearStart(x.Today, x.Hemisphere)
	fig := draw.Calendar{From: start, Today: x.Today}
	at := func(sd int) day.Day { return start + day.Day(sd-1) }
	sd := season.DayOf(x.Today, x.Hemisphere)
	for _, p := range x.Plants {
		b, y := p.Bloom, p.ThisYear
		r := plantRow{plantForm: plantForm{
			Before: b.Plant, Plant: b.Plant, From: at(b.From).String(), PeakFrom: at(b.PeakFrom).String(),
			PeakTo: at(b.PeakTo).String(), To: at(b.To).String(), Strength: trim(b.Strength), Pollen: trim(b.Pollen),
			BaseC: trim(b.BaseC), DegreeDays: trim(b.DegreeDays),
		}}
		r.When = at(y.From).DayMonth() + " to " + at(y.To).DayMonth()
		switch d := y.From - b.From; {
		case d > 0:
			r.Moved = words.Count(d, "day late", "days late")
		case d < 0:
			r.Moved = words.Count(-d, "day early", "days early")
		}
		r.InFlower = y.Share(sd) > 0
		if then, ok := x.LastYear[b.Plant]; ok {
			r.LastYear = lastYearSay(y.From - then)
		}
		v.Plants = append(v.Plants, r)
		day0 := func(b season.Bloom) [4]float64 {
			return [4]float64{float64(b.From - 1), float64(b.PeakFrom - 1), float64(b.PeakTo - 1), float64(b.To - 1)}
		}
		fig.Plants = append(
			fig.Plants,
			draw.CalendarPlant{Plant: words.Capital(b.Plant), Entered: day0(b), Year: day0(y), Strength: b.Strength},
		)
	}
	fig.Lanes = lanesOf(x, start)
	v.Figure = fig.Draw()
	v.Season = seasonSays(x)
	for _, n := range x.Notes {
		say := words.Capital(n.Plant) + " has started, seen on " + n.Day.Short()
		if n.What == season.Over {
			say = words.Capital(n.Plant) + " is over, seen on " + n.Day.Short()
		}
		v.Notes = append(v.Notes, noteRow{n.ID, say})
	}
	v.Level, v.LevelSay = "not known yet", "Looks, weighings and a scale teach it; until then the range is wide."
	if l := x.Level; l != nil {
		v.Level = fmt.Sprintf("%.1f times the calendar", l.Times)
		v.LevelSay = fmt.Sprintf(
			"%.1f to %.1f, from %s, on %s", l.Low, l.High, words.Count(l.Colonies, "colony", "colonies"),
			l.Day.Short(),
		)
	}
	v.Weather = "None on file: usual weather is taken."
	if x.WeatherDays > 0 {
		v.Weather = fmt.Sprintf(
			"%s on file, %s to %s", words.Count(x.WeatherDays, "day", "days"), x.WeatherFrom.DayMonth(),
			x.WeatherTo.DayMonth(),
		)
	}
	return v
}

func trim(v float64) string {
	if v == 0 {
		return ""
	}
	return strconv.FormatFloat(v, 'f', -1, 64)
}

// setPlant writes a plant of the calendar.
func (s *Server) setPlant(c fiber.Ctx) error {
	yard := c.Params("yard")
	x, err := s.as(c).Calendar(c.Context(), yard)
	if err != nil {
		return err
	}
	val := func(k string) string { return strings.TrimSpace(c.FormValue(k)) }
	f := plantForm{
		val("before"), val("plant"), val("from"), val("peak_from"), val("peak_to"), val("to"), val("strength"),
		val("pollen"), val("base"), val("degree_days"),
	}
	b, err := f.bloom(x)
	if err == nil {
		err = s.as(c).SetPlant(c.Context(), yard, f.Before, b)
	}
	return s.backToCalendar(c, yard, err, f)
}

// bloom reads what was typed.
func (f plantForm) bloom(x app.Calendar) (season.Bloom, error) {
	b := season.Bloom{Plant: f.Plant}
	start := season.YearStart(x.Today, x.Hemisphere)
	for _, d := range []struct {
		name, text string
		to         *int
	}{
		{"opens", f.From, &b.From}, {"in full flower from", f.PeakFrom, &b.PeakFrom},
		{"in full flower to", f.PeakTo, &b.PeakTo}, {"over", f.To, &b.To},
	} {
		on, err := day.Parse(d.text)
		if err != nil {
			return b, &app.FieldError{Field: d.name, Say: err.Error()}
		}
		*d.to = int(on-start) + 1
	}
	for _, n := range []struct {
		name, text string
		to         *float64
	}{
		{"flow", f.Strength, &b.Strength}, {"pollen", f.Pollen, &b.Pollen}, {"base", f.BaseC, &b.BaseC},
		{"degree-days", f.DegreeDays, &b.DegreeDays},
	} {
		if n.text == "" {
			continue
		}
		v, err := measure.ParseNumber(n.text)
		if err != nil {
			return b, &app.FieldError{Field: n.name, Say: err.Error()}
		}
		*n.to = v
	}
	return b, nil
}

func (s *Server) removePlant(c fiber.Ctx) error {
	yard := c.Params("yard")
	return s.backToCalendar(
		c, yard, s.as(c).RemovePlant(c.Context(), yard, c.FormValue("plant")), plantForm{},
	)
}

// noteFlow writes that a flow has started or is over.
func (s *Server) noteFlow(c fiber.Ctx) error {
	yard := c.Params("yard")
	on, err := day.Parse(c.FormValue("on"))
	if err != nil {
		return s.backToCalendar(c, yard, &app.FieldError{Field: "date", Say: err.Error()}, plantForm{})
	}
	err = s.as(c).NoteFlow(
		c.Context(), yard, c.FormValue("entry"), c.FormValue("plant"),
		season.What(c.FormValue("what")), on,
	)
	return s.backToCalendar(c, yard, err, plantForm{})
}

func (s *Server) takeBackFlow(c fiber.Ctx) error {
	yard := c.Params("yard")
	return s.backToCalendar(
		c, yard, s.as(c).TakeBackFlow(c.Context(), yard, c.FormValue("note")), plantForm{},
	)
}

// weatherFile takes a weather file in.
func (s *Server) weatherFile(c fiber.Ctx) error {
	yard := c.Params("yard")
	head, err := c.FormFile("file")
	if err != nil {
		return s.backToCalendar(
			c, yard,
			&app.FieldError{
				Field: "file",
				Say:   "choose a CSV file with the columns " + strings.Join(exchange.WeatherColumns, ", "),
			},
			plantForm{},
		)
	}
	f, err := head.Open()
	if err != nil {
		return err
	}
	defer f.Close()
	days, err := exchange.ReadWeather(f)
	if err != nil {
		return s.backToCalendar(c, yard, &app.FieldError{Field: "file", Say: err.Error()}, plantForm{})
	}
	all := yard
	if c.FormValue("all") != "" {
		all = ""
	}
	if err := s.as(c).AddWeather(c.Context(), all, days); err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To(fmt.Sprintf("/yards/%s/calendar?days=%d", yard, len(days)))
}

// backToCalendar shows the page again: with what was wrong, or by redirect.
func (s *Server) backToCalendar(c fiber.Ctx, yard string, err error, typed plantForm) error {
	var wrong *app.FieldError
	switch {
	case err == nil:
		return c.Redirect().Status(fiber.StatusSeeOther).To("/yards/" + yard + "/calendar")
	case errors.As(err, &wrong):
		return s.calendarPage(c, wrong, typed)
	}
	return err
}
