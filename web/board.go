package web

import (
	"errors"
	"fmt"
	"html/template"
	"math"
	"slices"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/measure"
	"kembo/core/plan"
	"kembo/core/season"
	"kembo/core/words"
	"kembo/web/draw"
)

// boardView is the board of a yard.
type boardView struct {
	shell
	Working          *app.Progress // nil: the standings are as the logs have them
	Yards            []yardLink
	AllYards         string // how many there are, where the rail has only some
	Yard             *yardLink
	Name             string
	Facts            string
	Weather          string
	After            string
	Rain, Known      bool // it rains; there is weather on file
	Flow             string
	FlowKg           string
	Axis             template.HTML
	Visit            string
	VisitOn          string // for the form
	InDays           string
	Groups           []rowGroup
	Trip             []tripRow
	TripBy, TripLoad string
	TripWorth        string // what waiting costs against the trip
	Common           string // the common job of the visit, with its exceptions
	Load             []loadRow
	Care             []careRow
	YardCare         []string
	Weekday          string
	Empty            bool
	CanSample        bool // an empty operation can be filled with it
	SampleIn         bool // it was
	VLine            int  // px from the right edge of the tracks
}

type yardLink struct {
	ID, Name, Count, Visit, Say string
	On, Alarm                   bool
	Tally                       template.HTML
}

type rowGroup struct {
	Title, Count string
	Rows         []row
	Joint        bool
}

type row struct {
	ID, Code, Facts, Do, Why, More string
	Glyph                          template.HTML
	Desk, Phone                    template.HTML
	Known, Old                     bool
	Winter                         []sum // in winter, in place of three runways of 30 days and more
}

type tripRow struct{ Code, ID, Do string }

type loadRow struct{ What, Codes string }

func (s *Server) showBoard(c fiber.Ctx) error {
	b, err := s.as(c).Board(c.Context(), c.Params("yard"))
	if err != nil {
		return err
	}
	v := boardOf(b)
	v.CanSample = s.as(c).CanSample()
	if v.SampleIn, err = s.as(c).HasSample(c.Context()); err != nil && !errors.Is(err, app.ErrNotFound) {
		return err
	}
	if p := s.as(c).Progress(); p.Running {
		v.Working = &p
	}
	return s.show(c, "board", v)
}

// railMost is how many yards stand beside a board; of more, those that are visited
// soonest, and a page of all.
const railMost = 30

func boardOf(b app.Board) *boardView {
	v := &boardView{shell: shell{Title: "Board", Operation: b.Operation, Active: "board"}}
	for i, y := range b.Yards {
		on := b.Yard != nil && y.ID == b.Yard.ID
		if on || i < railMost {
			v.Yards = append(v.Yards, yardLinkOf(y, on))
		}
	}
	if n := len(b.Yards); n > len(v.Yards) {
		v.AllYards = words.Count(n, "yard", "yards")
	}
	if b.Yard == nil {
		v.Empty = true
		return v
	}
	y := b.Yard
	link := yardLinkOf(*y, true)
	v.Yard, v.Name, v.Title = &link, y.Name, y.Name
	v.Today = y.Today.Short()
	v.Facts = fmt.Sprintf(
		"%s, %s on.", words.Count(len(b.Standings), "colony", "colonies"), words.Count(b.Boxes, "box", "boxes"),
	)
	if b.Looked > 0 {
		v.Facts += " Looked at " + b.Looked.Short()
		if b.Weighed > b.Looked {
			v.Facts += ", weighed " + b.Weighed.Short()
		}
		v.Facts += "."
	}
	v.weather(b.Weather, b.Units)
	v.flow(b)
	v.Visit, v.VisitOn, v.Weekday = y.Visit.Short(), y.Visit.String(), y.Visit.Weekday()
	v.InDays = words.In(int(y.Visit - y.Today))
	if !y.Planned {
		v.InDays += fmt.Sprintf(", by the rhythm of %d days", y.Rhythm)
	}
	v.Axis = draw.Axis{
		Today: y.Today, Visit: y.Visit, Planned: y.Planned, Bloom: bloomOf(b.Bloom, b.Season.Calendar),
	}.Draw()
	v.groups(b)
	if j := b.Common; j != nil {
		v.Common = fmt.Sprintf("%s %d of %d hives", commonWords(j.Action), len(j.Codes), len(b.Standings))
		if j.Count > float64(len(j.Codes)) && j.Action == plan.AddSuper {
			v.Common += fmt.Sprintf(", %.0f in all", j.Count)
		}
		v.Common += "."
		if len(j.Except) > 0 {
			v.Common += " Not on " + words.List(j.Except...) + "."
		}
	}
	var needs []plan.Need
	for _, t := range b.Trip {
		if k := slices.IndexFunc(v.Trip, func(r tripRow) bool { return r.ID == t.Colony }); k >= 0 {
			v.Trip[k].Do = words.Sentences(v.Trip[k].Do, words.Then(t.Do))
		} else {
			v.Trip = append(v.Trip, tripRow{t.Code, t.Colony, t.Do})
		}
		needs = addNeeds(needs, t.Needs)
	}
	v.TripLoad = needsText(needs, b.Units)
	if v.TripLoad == "" {
		v.TripLoad = "nothing but smoker and tools"
	}
	if len(b.Trip) > 0 {
		v.TripWorth = tripWorth(b)
		v.TripBy = b.Trip[0].ActBy.Short()
		if b.Trip[0].ActBy <= y.Today {
			v.TripBy = "today"
		}
	}
	for _, l := range b.Load {
		v.Load = append(
			v.Load,
			loadRow{
				needOf(plan.Need{What: l.What, Of: l.Of, Count: l.Count, Unit: l.Unit}, b.Units),
				strings.Join(l.Codes, ", "),
			},
		)
	}
	v.YardCare = b.Care
	for _, x := range b.Standings {
		if len(x.Care) > 0 {
			v.Care = append(v.Care, careRow{x.Colony, x.Code, strings.Join(x.Care, " ")})
		}
	}
	return v
}

// commonWords begins the sentence about a common job.
func commonWords(a plan.Action) string {
	switch a {
	case plan.AddSuper:
		return "Supers go on"
	case plan.HarvestSuper:
		return "Supers come off"
	case plan.CheckCells:
		return "Check every comb for queen cells in"
	case plan.FeedWinter, plan.FeedEmergency, plan.FeedStimulate:
		return "Feed goes on"
	case plan.PackDown:
		return "Pack down"
	}
	for _, x := range plan.Actions {
		if x.Code == a {
			return x.Words + ":"
		}
	}
	return string(a) + ":"
}

// tripWorth says what waiting costs over all hives against what the trip does.
func tripWorth(b app.Board) string {
	if b.WaitKg >= b.TripKg {
		return fmt.Sprintf("Waiting costs about %s of honey over all hives, the trip about %s: it is worth going.",
			massOf(b.WaitKg, b.Units), massOf(b.TripKg, b.Units))
	}
	return fmt.Sprintf("Waiting costs about %s of honey over all hives, less than the trip, about %s: go if you pass that way, or "+
		"where a colony is at stake.", massOf(b.WaitKg, b.Units), massOf(b.TripKg, b.Units))
}

// winterOf is what is asked of a colony in winter: whether its food lasts to the first flow, its odds, and when it is
// next hefted.
func winterOf(x app.Standing) []sum {
	food, heft := sum{Name: "Food", Value: "to the first flow"}, x.Visit
	if len(x.Runways) > 0 {
		if v := x.Runways[forecast.Food].Likely; v != nil {
			food.Value = "to " + (x.Today + day.Day(*v)).DayMonth()
		}
		if v := x.Runways[forecast.Food].Low; v != nil {
			early := x.Today + day.Day(*v)
			food.Range = "at the earliest " + early.DayMonth()
			heft = min(max(early-heftBefore, x.Today), max(x.Visit, early-heftBefore))
		}
	}
	out := []sum{food}
	if x.Alive > 0 {
		out = append(out, sum{Name: "Alive on " + x.AliveOn.DayMonth(), Value: words.Chance(x.Alive)})
	}
	return append(out, sum{Name: "Heft by", Value: heft.DayMonth()})
}

// heftBefore is how long before food may run out a hive is hefted, days. Source: common practice: a week to bring
// something.
const heftBefore = 7

// careRow is what must be known of a colony beside what is to be done.
type careRow struct{ ID, Code, Say string }

func (v *boardView) groups(b app.Board) {
	var rows [4][]row
	for _, x := range b.Standings {
		r := rowOf(x)
		if b.Season.Phase() == season.Winter {
			r.Winter = winterOf(x)
		}
		rows[x.Urgency()] = append(rows[x.Urgency()], r)
	}
	add := func(title string, rows []row, joint bool) {
		if len(rows) > 0 {
			v.Groups = append(v.Groups, rowGroup{title, words.Count(len(rows), "colony", "colonies"), rows, joint})
		}
	}
	add("Can’t wait until "+b.Yard.Visit.Weekday(), rows[app.UrgencyCantWait], true)
	add("Tight: may run out first", rows[app.UrgencyTight], false)
	add("Not known", rows[app.UrgencyNotKnown], false)
	add("Can wait", rows[app.UrgencyCanWait], false)
}

// standFacts says what is known of a colony in a line.
func standFacts(x app.Standing) string {
	var facts []string
	if x.Origin != "" {
		facts = append(facts, x.Origin)
	} else if x.QueenYear > 0 && x.SwarmDue == 0 { // in swarm season the clock takes its place
		facts = append(facts, fmt.Sprintf("queen %d", x.QueenYear))
	}
	if x.Looked > 0 && x.Known {
		if n := int(x.Brood + 0.5); n > 0 {
			facts = append(facts, words.Count(n, "frame", "frames")+" of brood")
		} else {
			facts = append(facts, "hardly any brood")
		}
	} else if x.Looked > 0 {
		facts = append(facts, "last look "+x.Looked.DayMonth())
	}
	if x.SwarmDue > 0 && x.Known {
		if x.SwarmEver {
			facts = append(facts, "cells due "+x.SwarmDue.DayMonth())
		} else {
			facts = append(facts, "no cell check known")
		}
	}
	if x.Known && x.Swarm >= plan.SwarmTold {
		facts = append(facts, "swarms first: "+words.Chance(x.Swarm))
	}
	return strings.Join(facts, ", ")
}

func rowOf(x app.Standing) row {
	r := row{ID: x.Colony, Code: x.Code, Known: x.Known, Old: x.Old, Glyph: glyphOf(x)}
	r.Facts = standFacts(x)
	if len(x.Advice) > 0 {
		r.Do, r.Why = x.Advice[0].Do, x.Advice[0].Brief
		var more []string
		for _, a := range x.Advice[1:] {
			more = append(more, words.Then(a.Do))
		}
		r.More = words.Sentences(more...)
	}
	t := trackOf(x)
	r.Desk, r.Phone = t.Desk(), t.Phone()
	return r
}

func trackOf(x app.Standing) draw.Track {
	return draw.Track{
		Today: x.Today, Visit: float64(x.Visit - x.Today), Bars: barsOf(x.Runways, [3]string{"Food", "Lay", "Store"}),
		Known: x.Known,
	}
}

func barsOf(r []forecast.Runway, names [3]string) []draw.Bar {
	var out []draw.Bar
	for i, w := range r {
		out = append(out, draw.Bar{Name: names[i], Low: orInf(w.Low), Likely: orInf(w.Likely), High: orInf(w.High)})
	}
	return out
}

func orInf(v *float64) float64 {
	if v == nil {
		return math.Inf(1)
	}
	return math.Floor(*v) // days that are whole
}

func yardLinkOf(y app.YardLine, on bool) yardLink {
	l := yardLink{
		ID: y.ID, Name: y.Name, Count: words.Count(y.Colonies, "colony", "colonies"), Visit: y.Visit.Short(), On: on,
		Tally: draw.Tally(y.CantWait, y.Tight, y.CanWait), Say: "All can wait",
	}
	switch {
	case y.Colonies == 0:
		l.Say = "No colonies yet"
	case y.CantWait > 0:
		l.Say, l.Alarm = fmt.Sprintf("%d can’t wait", y.CantWait), true
	case y.Tight > 0:
		l.Say = fmt.Sprintf("%d tight", y.Tight)
	case y.NotKnown == y.Colonies:
		l.Say = "Not known"
	case y.NotKnown > 0:
		l.Say = fmt.Sprintf("%d not known", y.NotKnown)
	}
	return l
}

// weather says the spell that begins today and what comes after it.
func (v *boardView) weather(ws []season.Weather, u measure.Units) {
	first, after := season.Spells(ws)
	if first.Days == 0 {
		v.Weather, v.After = "No weather on file", "a usual season is assumed"
		return
	}
	word := map[bool]string{true: "Rain", false: "Dry"}
	deg := func(c float64) string { return fmt.Sprintf("%.0f %s", u.Temperature.In(c), u.Temperature.Name) }
	v.Rain, v.Known = first.Wet, true
	v.Weather = fmt.Sprintf("%s to %s, %s", word[first.Wet], first.To.Short(), deg(first.MeanC))
	if first.Days == 1 {
		v.Weather = fmt.Sprintf("%s today, %s", word[first.Wet], deg(first.MeanC))
	}
	v.After = "as far as it is known"
	if after.Days > 0 {
		v.After = fmt.Sprintf("then %s, %s", words.Lower(word[after.Wet]), deg(after.MeanC))
	}
}

// flow names the strongest plant in bloom and what a good day brings.
func (v *boardView) flow(b app.Board) {
	v.Flow = "No flow"
	if plant, strength := season.FlowOn(b.Bloom, b.Season.Calendar); strength != season.NoFlow {
		v.Flow = words.Capital(plant) + ", " + string(strength)
	}
	v.FlowKg = fmt.Sprintf("%.1f %s on a good day, middle colony", b.Units.Mass.In(b.FlowKg), b.Units.Mass.Name)
	if b.FlowKg < weighsKg {
		v.FlowKg = "nothing worth weighing comes in"
	}
}

// weighsKg is the least that a figure to a tenth of a kilogram shows.
const weighsKg = 0.05

func bloomOf(all []season.Bloom, sd int) []draw.Bloom {
	var out []draw.Bloom
	for _, p := range season.Worth(all) {
		out = append(
			out,
			draw.Bloom{
				Plant: p.Plant, From: float64(p.From - sd), PeakFrom: float64(p.PeakFrom - sd),
				PeakTo: float64(p.PeakTo - sd), To: float64(p.To - sd),
			},
		)
	}
	return out
}

// moveVisit plans the yard's next visit.
func (s *Server) moveVisit(c fiber.Ctx) error {
	yard := c.Params("yard")
	on, err := day.Parse(c.FormValue("on"))
	if err != nil {
		return &Problem{fiber.StatusUnprocessableEntity, "Date: " + err.Error() + ".", err}
	}
	if err := s.as(c).MoveVisit(c.Context(), yard, on); err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/yards/" + yard)
}

// working answers the board while standings are being worked out: how far they
// are and, once they are done, the page anew.
func (s *Server) working(c fiber.Ctx) error {
	p := s.as(c).Progress()
	if !p.Running {
		c.Set("HX-Refresh", "true")
		return c.SendStatus(fiber.StatusOK)
	}
	b, err := s.views.render("board#working", p)
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderCacheControl, "no-store")
	c.Set(fiber.HeaderContentType, fiber.MIMETextHTMLCharsetUTF8)
	return c.Send(b)
}
