package web

import (
	"encoding/csv"
	"fmt"
	"html/template"
	"math"
	"net/url"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/words"
	"kembo/web/draw"
)

// courseView is the forecast of a colony: the figure, what can be tried on it,
// what follows, and the same as a table.
type courseView struct {
	ID, OnISO, MinISO string
	Options           []tryView
	Tried             string
	Own               string // what comes of what is tried, as a plan; "": it is none
	OwnMore           []string
	Figure            template.HTML
	Changed           []runwayText // with what is tried, for the phone
	Facts             []courseFact
	TableOf           string
	Head              []string
	Rows              []courseRow
	CSV               string
}

type tryView struct {
	Key, Name string
	On        bool
}

type courseFact struct{ Name, Value, Say string }

type courseRow struct {
	Date  string
	Cells []sum
}

// showCourse answers the toggles of a colony's forecast.
func (s *Server) showCourse(c fiber.Ctx) error {
	keys, on := triedOf(c)
	if !wantsPart(c) { // followed as an address: it stands on the colony's page
		return c.Redirect().To(
			"/colonies/" + c.Params("colony") + "?" + string(c.Request().URI().QueryString()) + "#course",
		)
	}
	x, err := s.as(c).Course(c.Context(), c.Params("colony"), keys, on)
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderVary, "HX-Request-Type")
	c.Set(fiber.HeaderCacheControl, "no-store")
	b, err := s.views.render("colony#course", courseOf(x, keys))
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderContentType, fiber.MIMETextHTMLCharsetUTF8)
	return c.Send(b)
}

// triedOf reads what is to be tried, and when; a day that cannot be read is
// today.
func triedOf(c fiber.Ctx) (keys []string, on day.Day) {
	for _, v := range c.Request().URI().QueryArgs().PeekMulti("with") {
		keys = append(keys, string(v))
	}
	on, _ = day.Parse(c.Query("on"))
	return keys, on
}

func courseOf(x app.Course, keys []string) *courseView {
	if x.Base == nil {
		return nil
	}
	v := &courseView{ID: x.ID, OnISO: x.On.String(), MinISO: x.Today.String(), Tried: words.List(x.Tried...)}
	for _, o := range x.Ahead.Options {
		on := false
		for _, k := range keys {
			on = on || k == o.Key
		}
		v.Options = append(v.Options, tryView{o.Key, o.Name, on})
	}
	if v.Tried != "" && x.On > x.Today {
		v.Tried += " on " + x.On.DayMonth()
	}
	if x.Own != nil {
		say := x.Own.Sentences(x.Units)
		v.Own, v.OwnMore = "With "+v.Tried+": "+words.Lower(say[0]), say[1:]
	}
	v.Figure = figureOf(x, v.Tried).Draw()
	names := forecast.Titles
	for k := range forecast.Names {
		r := runwayText{Name: names[k], Before: daysText(x.Base.Runway[k].Likely, x.Base.Horizon)}
		if x.With != nil {
			r.After = daysText(x.With.Runway[k].Likely, x.Base.Horizon)
			r.Changed = r.After != r.Before
			v.Changed = append(v.Changed, r)
		}
	}
	v.Facts = factsAhead(x)
	v.table(x)
	q := url.Values{"with": keys, "on": {v.OnISO}}
	v.CSV = "/colonies/" + x.ID + "/course.csv?" + q.Encode()
	return v
}

// figureOf gathers the figure's lines.
func figureOf(x app.Course, tried string) draw.Course {
	r, mass := x.Base, x.Units.Mass
	names := forecast.Titles
	c := draw.Course{
		Axis: draw.Axis{
			Today: x.Today, Visit: x.Visit, Planned: x.Planned, Bloom: bloomOf(x.Bloom, x.Season.Calendar),
		},
		Bars:  barsOf(r.Runway[:], names),
		Known: x.Ahead.Known,
		Step:  1,
		Days:  float64(r.Horizon),
		Tried: tried,
	}
	for _, l := range []struct {
		name, unit, line, band string
		of                     forecast.Quantity
		scale                  float64
	}{
		{"Stores", mass.Name + " honey", "var(--k-honey-line)", "var(--k-honey-tint)", forecast.OfStores, mass.Of(1)},
		{"Brood", "1,000 cells", "var(--k-brood-line)", "var(--k-brood-tint)", forecast.OfBrood, 1000},
		{"Nest room", "1,000 cells", "var(--k-rule-2)", "var(--k-paper-sunk)", forecast.OfFree, 1000},
		{"Storage", mass.Name + " as nectar", "var(--k-comb-line)", "var(--k-comb)", forecast.OfRoom, mass.Of(1)},
	} {
		lane := draw.Lane{Name: l.name, Unit: l.unit, Track: r.Tracks[l.of], Line: l.line, Band: l.band, Scale: l.scale}
		if x.With != nil {
			lane.With = x.With.Tracks[l.of]
		}
		c.Lanes = append(c.Lanes, lane)
	}
	if x.With != nil {
		c.With = barsOf(x.With.Runway[:], names)
	}
	visit := float64(x.Visit - x.Today)
	what := [3]string{"food is under the reserve", "the queen is held back", "nectar finds no room"}
	for i, w := range r.Runway {
		switch {
		case w.Likely != nil && *w.Likely < visit:
			c.Said[i] = what[i] + " from " + (x.Today + day.Day(*w.Likely)).Short()
			if *w.Likely < 1 {
				c.Said[i] = what[i] + " now"
			}
		case w.Low != nil && *w.Low < visit:
			p := x.Ahead.Chances[i]
			c.Said[i] = words.Chance(p) + " before " + x.Visit.Short()
		}
	}
	return c
}

// factsAhead are what follows from the forecast beside the runways, each with
// what drives it.
func factsAhead(x app.Course) []courseFact {
	var out []courseFact
	shown := x.Base
	if x.With != nil {
		shown = x.With
	}
	if f, ok := swarmFact(x.Swarm, x.Today, x.Visit); ok {
		out = append(out, f)
	}
	st := x.Believed.Stack
	for i, at := range hive.FillOrder(st) {
		if i >= len(shown.Full) || i > 2 {
			break
		}
		out = append(
			out,
			courseFact{
				boxName(st, st.Boxes[at].ID) + " full", spanText(shown.Full[i], shown.Horizon),
				"capped " + spanText(shown.SuperCapped[i], shown.Horizon),
			},
		)
	}
	f := x.Ahead.StoppedFood
	if now := x.Base.Runway[forecast.Food]; !same(now.Likely, f.Likely) || !same(now.Low, f.Low) {
		out = append(
			out,
			courseFact{
				"Food, if the flow stopped today", daysText(f.Likely, x.Base.Horizon),
				"from " + daysText(f.Low, x.Base.Horizon) + " to " + daysText(f.High, x.Base.Horizon),
			},
		)
	}
	if f, ok := lastFoodFact(shown, x); ok {
		out = append(out, f)
	}
	if s := shown.Reachable; s.Likely < 0.97*shown.Stores.Likely {
		out = append(
			out,
			courseFact{
				"In reach of the cluster today", kgText(x.Units, s.Likely),
				fmt.Sprintf(
					"of %s in the hive: food the cold keeps them from is no food",
					kgText(x.Units, shown.Stores.Likely),
				),
			},
		)
	}
	if own, yard := x.Ahead.OwnPace, x.Ahead.YardPace; own.Likely > 0 {
		out = append(
			out,
			courseFact{
				"Learnt from its looks", fmt.Sprintf("gains %.1f times the usual", own.Likely),
				fmt.Sprintf(
					"%.1f to %.1f; the yard’s flow stands at %.1f times its calendar", own.Low, own.High, yard.Likely,
				),
			},
		)
	}
	if f, ok := seasonFact(x.Ahead.SeasonDays); ok {
		out = append(out, f)
	}
	if f, ok := pollenFact(shown); ok {
		out = append(out, f)
	}
	out = append(out, mitesAhead(shown, x))
	if f, ok := lossFact(shown.Losses, x.Today); ok {
		out = append(out, f)
	}
	if n, held := x.Ahead.Tested, x.Ahead.Held; n > 0 {
		out = append(
			out, courseFact{"Tested on its looks", fmt.Sprintf("%d of %d ranges held", held, n), "8 in 10 should"},
		)
	}
	return out
}

// seasonFact tells by how many days a colony is ahead of its climate's season, where it is by
// more than a day or two.
func seasonFact(days measure.Range) (courseFact, bool) {
	const hardly = 2
	n := int(math.Round(math.Abs(days.Likely)))
	if n < hardly {
		return courseFact{}, false
	}
	of := func(v float64) string {
		switch k := int(math.Round(math.Abs(v))); {
		case k == 0:
			return "on it"
		case v > 0:
			return words.Count(k, "day", "days") + " ahead"
		default:
			return words.Count(k, "day", "days") + " behind"
		}
	}
	return courseFact{
		"Its season, by its brood", of(days.Likely), "of the usual here; " + of(days.Low) + " to " + of(days.High),
	}, true
}

// same reports whether two ends of a runway are one.
func same(a, b *float64) bool { return a == nil && b == nil || a != nil && b != nil && *a == *b }

// swarmFact tells the chance of a swarm by the visit, or that a check of every
// comb rules it out.
func swarmFact(x app.Swarm, today, visit day.Day) (courseFact, bool) {
	days := int(visit - today)
	p, why := x.Chance, x.Why
	f := courseFact{Name: "A swarm by " + visit.DayMonth() + ", if nobody acts"}
	first := (today + day.Day(why.NotBefore)).Short()
	switch {
	case why.NotBefore >= days && why.NotBefore > 0:
		f.Value, f.Say = "hardly", "all combs checked, no cells: not before "+first
	case p < 0.005:
		return f, false
	default:
		f.Value, f.Say = words.Chance(p), swarmWhy(why)
		if why.NotBefore > 0 {
			f.Say += "; by the cell check not before " + first
		}
	}
	return f, true
}

// swarmWhy tells the drivers of a swarm that matter.
func swarmWhy(d forecast.Drivers) string {
	var out []string
	tell := func(name string, times float64) {
		if times > 1.25 || times < 0.8 {
			out = append(out, fmt.Sprintf("%s × %.1f", name, times))
		}
	}
	tell("crowding", d.Crowding)
	tell("queen held back", d.Held)
	tell("her age", d.Queen)
	tell("cups", d.Cups)
	if d.CellsADay > 0 {
		out = append(out, "cells found")
	}
	if len(out) == 0 {
		return "nothing presses more than the season"
	}
	return strings.Join(out, ", ")
}

func spanText(r forecast.Runway, horizon int) string {
	if r.Likely == nil {
		if r.Low == nil {
			return fmt.Sprintf("not in %d d", horizon)
		}
		return fmt.Sprintf("in %.0f d at the earliest", *r.Low)
	}
	if r.High == nil {
		return fmt.Sprintf("in %.0f d (from %.0f)", *r.Likely, *r.Low)
	}
	return fmt.Sprintf("in %.0f d (%.0f to %.0f)", *r.Likely, *r.Low, *r.High)
}

// tabled are the columns of the table, for those who cannot see the figure.
var tabled = []struct {
	of   forecast.Quantity
	name string
	mass bool // told in the user's unit, which the heading names
	as   func(measure.Units, float64) string
}{
	{forecast.OfStores, "Stores", true, massText}, {forecast.OfSuperStores, "In supers", true, massText},
	{forecast.OfCapped, "Supers capped, %", false, percentText}, {forecast.OfEggs, "Eggs", false, roughText},
	{forecast.OfLarvae, "Larvae", false, roughText}, {forecast.OfSealed, "Capped brood", false, roughText},
	{forecast.OfBees, "Bees", false, roughText}, {forecast.OfFree, "Free cells in the nest", false, roughText},
	{forecast.OfRoom, "Room as nectar", true, massText},
}

func massText(u measure.Units, kg float64) string { return fmt.Sprintf("%.0f", u.Mass.In(kg)) }

func percentText(_ measure.Units, v float64) string { return fmt.Sprintf("%.0f", 100*v) }

func roughText(_ measure.Units, v float64) string { return measure.Count(measure.Rough(v)) }

// table tells the next fortnight by days and what follows by weeks.
func (v *courseView) table(x app.Course) {
	r := x.Base
	v.TableOf = "as it is"
	if x.With != nil {
		r, v.TableOf = x.With, "with "+v.Tried
	}
	for _, c := range tabled {
		name := c.name
		if c.mass {
			name += ", " + x.Units.Mass.Name
		}
		v.Head = append(v.Head, name)
	}
	for i := 0; i <= r.Horizon; i++ {
		if i > 14 && i%7 != 0 {
			continue
		}
		row := courseRow{Date: (x.Today + day.Day(i)).Short()}
		for _, c := range tabled {
			w := r.Tracks[c.of][i]
			row.Cells = append(
				row.Cells,
				sum{Value: c.as(x.Units, w.Likely), Range: c.as(x.Units, w.Low) + " to " + c.as(x.Units, w.High)},
			)
		}
		v.Rows = append(v.Rows, row)
	}
}

// courseCSV writes the course of every quantity by day, in the units of the
// record, as it is and with what is tried.
func (s *Server) courseCSV(c fiber.Ctx) error {
	keys, on := triedOf(c)
	x, err := s.as(c).Course(c.Context(), c.Params("colony"), keys, on)
	if err != nil {
		return err
	}
	if x.Base == nil {
		return &Problem{
			Status: fiber.StatusConflict,
			Say:    "There is no forecast before the first look. Record a look, then come back.",
		}
	}
	c.Set(fiber.HeaderContentType, "text/csv; charset=utf-8")
	c.Set(fiber.HeaderContentDisposition, fmt.Sprintf("attachment; filename=%q", x.Code+"-"+x.Today.String()+".csv"))
	w := csv.NewWriter(c.Response().BodyWriter())
	head := []string{"date"}
	runs := []*forecast.Result{x.Base}
	prefix := []string{""}
	if x.With != nil {
		runs, prefix = append(runs, x.With), append(prefix, "with_")
	}
	var of []forecast.Quantity
	for q := range forecast.Quantities {
		if x.Base.Tracks[q] != nil {
			of = append(of, q)
		}
	}
	for k := range runs {
		for _, q := range of {
			n := prefix[k] + forecast.QuantityNames[q]
			head = append(head, n+"_low", n, n+"_high")
		}
	}
	w.Write(head)
	num := func(v float64) string { return strconv.FormatFloat(v, 'g', 5, 64) }
	for i := 0; i <= x.Base.Horizon; i++ {
		row := []string{(x.Today + day.Day(i)).String()}
		for _, r := range runs {
			for _, q := range of {
				t := r.Tracks[q][i]
				row = append(row, num(t.Low), num(t.Likely), num(t.High))
			}
		}
		w.Write(row)
	}
	w.Flush()
	return w.Error()
}
