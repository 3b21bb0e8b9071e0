package web

import (
	"errors"
	"fmt"
	"html/template"
	"io"
	"math"
	"slices"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/ledger"
	"kembo/core/measure"
	"kembo/core/words"
	"kembo/exchange"
	"kembo/web/draw"
)

// weightView is a colony's weight ledger.
type weightView struct {
	shell
	ID, Code, Yard, EntryID, TodayISO string
	Mass                              string
	Lines                             []weightRow
	Points                            []pointOption
	Net                               []sum
	NetSay                            string
	Chart, PhoneChart                 template.HTML
	ChartSay                          string
	Days                              []dayRow
	Told                              []string
	Said                              string // what came of an import
	Err                               string
}

type weightRow struct{ Date, Gross, Moved, Gain, Range string }

type dayRow struct{ Date, Kg, Gain, Note string }

type pointOption struct {
	Value, Text string
	From, To    bool
}

// scaleFileView asks what the columns of a scale's file are.
type scaleFileView struct {
	shell
	ID, Code, Text, Err string
	Header              []string
	Rows                [][]string
	Columns             []option
	Time, Date, Weight  string
	Unit                string
	DayFirst, HasHeader bool
	More                int
}

func (s *Server) showWeight(c fiber.Ctx) error {
	v, err := s.weightOf(c)
	if err != nil {
		return err
	}
	if n := c.Query("readings"); n != "" {
		v.Said = words.Capital(n) + " readings taken in"
		if k := c.Query("skipped"); k != "" && k != "0" {
			v.Said += ", " + k + " rows skipped that are no readings"
		}
		v.Said += "."
	}
	return s.show(c, "weight", v)
}

func (s *Server) weightOf(c fiber.Ctx) (*weightView, error) {
	w, err := s.as(c).Weights(
		c.Context(), c.Params("colony"), c.Query("from"), c.Query("to"),
	)
	if err != nil {
		return nil, err
	}
	u := w.Units.Mass
	kg := func(v float64) string { return fmt.Sprintf("%.1f", u.In(v)) }
	v := &weightView{
		shell: shell{Title: w.Code + ", weight", Operation: w.Operation, Active: "board", Today: w.Today.Short()},
		ID:    w.ID, Code: w.Code, Yard: w.YardName, EntryID: app.NewID(), TodayISO: w.Today.String(), Mass: u.Name,
	}
	for i, l := range w.Lines {
		if i < w.From && l.Day < w.Today-400 {
			continue // a ledger of years is asked for by its points
		}
		r := weightRow{Date: l.Day.DayMonth(), Gross: kg(l.Kg), Moved: movedWords(l, u)}
		if l.Gain != nil {
			r.Gain, r.Range = signed(u.In(l.Gain.Likely)), fmt.Sprintf(
				"%s to %s", signed(u.In(l.Gain.Low)), signed(u.In(l.Gain.High)),
			)
		}
		v.Lines = slices.Insert(v.Lines, 0, r) // newest first
		v.Points = append(
			v.Points,
			pointOption{l.Entry, fmt.Sprintf("%s, %s %s", l.Day.Short(), kg(l.Kg), u.Name), i == w.From, i == w.To},
		)
	}
	if n := w.Net; n != nil {
		v.netOf(n, u)
	}
	if len(w.Days) > 0 {
		v.Chart = draw.ScaleChart{Days: w.Days, Mass: u}.Draw()
		v.PhoneChart = draw.ScaleChart{Days: w.Days[max(0, len(w.Days)-35):], Mass: u, Width: 358}.Draw()
		v.ChartSay = chartWords(w.Days, u)
		v.Told = toldOf(w, u)
		for _, d := range w.Days {
			v.Days = append(v.Days, dayRowOf(d, u))
		}
	}
	return v, nil
}

func signed(v float64) string {
	if math.Abs(v) < 0.05 {
		return "0.0"
	}
	return strings.Replace(fmt.Sprintf("%+.1f", v), "-", "−", 1)
}

func (v *weightView) netOf(n *app.NetHoney, u measure.Unit) {
	v.Net = []sum{
		{
			"Net honey and bees", signed(u.In(n.GainKg.Likely)) + " " + u.Name,
			fmt.Sprintf("%s to %s", signed(u.In(n.GainKg.Low)), signed(u.In(n.GainKg.High))),
		},
		{"Plain difference", signed(u.In(n.GrossKg)) + " " + u.Name, ""},
		{"Boxes and frames", signed(u.In(n.WareKg)) + " " + u.Name, ""},
		{"Fed, with its water", signed(u.In(n.FedKg)) + " " + u.Name, ""},
	}
	v.NetSay = fmt.Sprintf(
		"From %s to %s, %d days. Ware and feed are taken out; what left in boxes taken off counts as lost.",
		n.From.Day.Short(), n.To.Day.Short(), n.Span,
	)
	if n.ScaleDays > 0 {
		v.Net = append(
			v.Net,
			sum{
				"By the scale’s days", signed(u.In(n.ScaleGainKg)) + " " + u.Name,
				fmt.Sprintf("%d of %d days known", n.ScaleDays, n.Span),
			},
		)
	}
}

func movedWords(l app.WeightLine, u measure.Unit) string {
	var w []string
	for _, m := range l.Moved {
		switch {
		case m.FedKg > 0:
			w = append(w, fmt.Sprintf("fed %s, %.1f %s", m.What, u.In(m.FedKg), u.Name))
		case m.TareKg > 0:
			w = append(w, fmt.Sprintf("%s on, %.1f", m.What, u.In(m.TareKg)))
		default:
			w = append(w, fmt.Sprintf("%s off, %.1f", m.What, -u.In(m.TareKg)))
		}
	}
	return strings.Join(w, "; ")
}

func chartWords(days []ledger.Daily, u measure.Unit) string {
	last := days[len(days)-1].Day
	week, known := ledger.Total(days, last-6, last)
	best := ledger.Daily{GainKg: -1}
	for _, d := range days {
		if d.Known && d.GainKg > best.GainKg {
			best = d
		}
	}
	say := fmt.Sprintf(
		"Last week %s %s on %d days known; best day %s with %s %s.", signed(u.In(week)), u.Name, known,
		best.Day.Short(), signed(u.In(best.GainKg)), u.Name,
	)
	for _, d := range days {
		if d.Suspect {
			say += fmt.Sprintf(
				" On %s it fell suddenly and the log has no reason: a swarm, a spill, robbing, or a box lifted?",
				d.Day.Short(),
			)
		}
	}
	return say
}

// rainTold is the kg of water from which on it is told. Source: none; what a scale tells.
const rainTold = 0.3

func dayRowOf(d ledger.Daily, u measure.Unit) dayRow {
	r := dayRow{Date: d.Day.Short(), Kg: fmt.Sprintf("%.1f", u.In(d.Kg)), Gain: signed(u.In(d.GainKg))}
	if !d.Known {
		r.Gain = "not known"
	}
	if d.JumpKg != 0 {
		r.Note = fmt.Sprintf("%s %s of handling taken out", signed(u.In(d.JumpKg)), u.Name)
	}
	if math.Abs(d.RainKg) >= rainTold {
		what := "rain in the wood"
		if d.RainKg < 0 {
			what = "rain that dried off"
		}
		r.Note = strings.TrimPrefix(
			fmt.Sprintf("%s; %s %s of %s taken out", r.Note, signed(u.In(d.RainKg)), u.Name, what), "; ",
		)
	}
	if d.Suspect {
		r.Note = strings.TrimPrefix(r.Note+"; sudden fall, no reason in the log", "; ")
	}
	return r
}

// scaleFile takes a scale's file: where its header is known it is taken in,
// else its columns are asked about.
func (s *Server) scaleFile(c fiber.Ctx) error {
	id := c.Params("colony")
	refuse := func(say string) error {
		v, err := s.weightOf(c)
		if err != nil {
			return err
		}
		v.Err = say
		c.Status(fiber.StatusUnprocessableEntity)
		return s.show(c, "weight", v)
	}
	head, err := c.FormFile("file")
	if err != nil {
		return refuse("File: choose the scale’s export, a CSV file.")
	}
	f, err := head.Open()
	if err != nil {
		return err
	}
	defer f.Close()
	b, err := io.ReadAll(io.LimitReader(f, 8<<20))
	if err != nil {
		return err
	}
	sheet, err := exchange.SniffScale(string(b))
	if err != nil {
		return refuse("File: " + err.Error() + ".")
	}
	cols, known, err := s.as(c).ScaleColumnsFor(c.Context(), sheet)
	if err != nil {
		return err
	}
	if known {
		if done, err := s.as(c).ImportScale(c.Context(), id, sheet, cols); err == nil {
			return imported(c, id, done)
		}
	}
	return s.askColumns(c, id, string(b), sheet, cols, "")
}

func imported(c fiber.Ctx, id string, n app.Imported) error {
	return c.Redirect().Status(fiber.StatusSeeOther).To(fmt.Sprintf(
		"/colonies/%s/weight?readings=%d&skipped=%d", id, n.Readings, n.Skipped,
	))
}

func (s *Server) askColumns(
	c fiber.Ctx, id, text string, sheet exchange.ScaleSheet, cols exchange.ScaleColumns, problem string,
) error {
	x, err := s.as(c).Believed(c.Context(), id)
	if err != nil {
		return err
	}
	v := &scaleFileView{
		shell: shell{Title: "Scale file", Active: "board"}, ID: id, Code: x.Code, Text: text, Err: problem,
		Header: sheet.Header, Unit: cols.Unit, DayFirst: cols.DayFirst, HasHeader: cols.Header,
		Time: strconv.Itoa(cols.Time), Date: strconv.Itoa(cols.Date), Weight: strconv.Itoa(cols.Weight),
	}
	rows := sheet.Rows
	if cols.Header && len(rows) > 0 {
		rows = rows[1:]
	}
	v.Rows, v.More = rows[:min(5, len(rows))], max(0, len(rows)-5)
	for i, h := range sheet.Header {
		v.Columns = append(v.Columns, option{strconv.Itoa(i), h})
	}
	if problem != "" {
		c.Status(fiber.StatusUnprocessableEntity)
	}
	return s.show(c, "scale-file", v)
}

// importScale takes in a file whose columns were answered.
func (s *Server) importScale(c fiber.Ctx) error {
	id, text := c.Params("colony"), c.FormValue("text")
	sheet, err := exchange.SniffScale(text)
	if err != nil {
		return &app.FieldError{Field: "file", Say: err.Error()}
	}
	num := func(k string) int {
		n, err := strconv.Atoi(c.FormValue(k))
		if err != nil {
			return -1
		}
		return n
	}
	cols := exchange.ScaleColumns{
		Header: c.FormValue("header") != "", Time: num("time"), Date: num("date"), Weight: num("weight"),
		Unit: c.FormValue("unit"), DayFirst: c.FormValue("order") != "month",
	}
	done, err := s.as(c).ImportScale(c.Context(), id, sheet, cols)
	var field *app.FieldError
	if errors.As(err, &field) {
		return s.askColumns(c, id, text, sheet, cols, sentence(field))
	}
	if err != nil {
		return err
	}
	return imported(c, id, done)
}
