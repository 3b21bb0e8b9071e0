package web

import (
	"fmt"
	"net/url"
	"slices"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/measure"
	"kembo/core/words"
)

// tripsView is the page of when to go, and with what.
type tripsView struct {
	shell
	None   string
	Err    string
	Say    string // the best day, in words
	Cost   string // what this one costs against it
	Days   []tripDay
	In     int // the day that is laid out
	Most   int
	Mass   string
	Drive  string
	Yards  []tripYardRow
	Late   string
	Stops  []tripStop
	Load   []tripLoad
	Total  string
	Home   string
	Shorts []tripShort
	Hours  string
	On     string
}

// tripDay is a day at the head of the grid.
type tripDay struct {
	Weekday, Name, Weather, To, Say string
	Shut, On, Best                  bool
}

// tripYardRow is a yard with what each day costs it.
type tripYardRow struct {
	ID, Name, Say, Safe string
	Chosen              bool
	Cells               []tripCell
}

// tripCell is what a day costs a yard.
type tripCell struct {
	Kg, Say, Late   string
	Shade           int // 0 nothing to 4 much
	Visit, Last, On bool
}

// tripStop is a yard of the trip.
type tripStop struct {
	To, Name, Hours string
	Hives           []tripHive
	Later           []tripHive
}

type tripHive struct {
	To, Code, Do string
	By           string // by which it cannot wait, or on which it is better done
	Late         bool
}

// tripLoad is a line of the load.
type tripLoad struct {
	What, Codes, Weighs string
	Store               []tripStore
}

type tripStore struct {
	Say   string
	Short bool
}

// tripShort says who gets the drawn combs.
type tripShort struct {
	Say, Early, Bait string
	Rows             []tripShare
}

type tripShare struct{ Code, Gets, Lost string }

// usualDrive is the drive from one yard to the next where nothing is said, minutes. Source: none; guess.
const usualDrive = 20.0

func (s *Server) showTrips(c fiber.Ctx) error {
	v := &tripsView{shell: shell{Title: "When to go", Active: "board"}, Drive: c.Query("drive")}
	ask := app.TripAsk{DriveMinutes: usualDrive}
	q, err := url.ParseQuery(string(c.Request().URI().QueryString()))
	if err != nil {
		return fiber.NewError(fiber.StatusBadRequest, "The address of the page is broken.")
	}
	ask.Yards, ask.Chosen = q["yard"], q.Get("chosen") != ""
	if v.Drive == "" {
		v.Drive = fmt.Sprintf("%g", usualDrive)
	} else if x, err := measure.ParseNumber(v.Drive); err != nil || x < 0 || x > 600 {
		v.Err = fmt.Sprintf("The drive: %q is not 0 to 600 minutes; %g is taken.", v.Drive, usualDrive)
	} else {
		ask.DriveMinutes = x
	}
	today, _, err := s.as(c).TodayHere(c.Context())
	if err != nil {
		return err
	}
	if t := c.Query("in"); t != "" {
		in, err := measure.ParseNumber(t)
		if err != nil || in < 0 || in > 60 {
			v.Err = fmt.Sprintf("The day: %q is none that can be gone on; the best one is shown.", t)
		} else {
			ask.On = today + day.Day(in)
		}
	}
	t, err := s.as(c).Trips(c.Context(), ask)
	if err != nil {
		return err
	}
	v.fill(t, q)
	if wantsPart(c) {
		return s.show(c, "trips#trip", v)
	}
	return s.show(c, "trips", v)
}

func (v *tripsView) fill(t app.Trips, q url.Values) {
	v.Operation, v.Today, v.In, v.Most = t.Operation, t.Today.Short(), t.On, len(t.Days)-1
	u := t.Units
	v.Mass = u.Mass.Name
	for i, d := range t.Days {
		v.Days = append(v.Days, tripDayOf(t, i, d, q))
	}
	for _, y := range t.Yards {
		v.Yards = append(v.Yards, tripYardOf(t, y))
	}
	switch {
	case len(t.Yards) == 0:
		v.None = "There is no yard yet. Make the first, and its hives, and this page says when to go to them."
		return
	case len(t.Route) == 0 && q.Get("chosen") != "":
		v.None = "Tick a yard, and its trip is laid out."
		return
	case len(t.Route) == 0:
		v.None = "Nothing is to be done in any yard within two weeks. Choose yards to see what a day costs them all the same."
		return
	case t.On < 0:
		v.None = "Every day is too wet or too cold by the forecast on file."
		return
	}
	names := []string{}
	hives := 0
	for _, s := range t.Stops {
		names, hives = append(names, s.Name), hives+len(s.Hives)
		v.Stops = append(v.Stops, tripStopOf(s))
	}
	v.On = t.Days[t.On].On.Short()
	v.Hours = fmt.Sprintf("%s, about %s at the hives and %s on the road", words.Count(hives, "hive", "hives"),
		hoursText(t.Minutes), hoursText(t.DriveMinutes))
	v.Say = fmt.Sprintf("Best on %s: %s.", t.Days[max(t.Best, 0)].On.Short(), words.List(names...))
	if t.Best < 0 {
		v.Say = "Every day is too wet or too cold by the forecast on file."
	}
	v.Cost = costText(t)
	if len(t.Late) > 0 {
		v.Late = "By then too late for " + words.List(t.Late...) + "."
	}
	kg, litres := 0.0, 0.0
	for _, l := range t.Load {
		v.Load = append(v.Load, tripLoadOf(l, t))
		kg, litres = kg+l.WeighsKg, litres+l.Litres
	}
	if kg > 0 {
		v.Total = fmt.Sprintf("Out: about %s and %s.", massOf(kg, u), volumeOf(litres, u))
	}
	if t.Home.Boxes > 0 {
		v.Home = fmt.Sprintf("Home: %s of honey, about %s and %s.", words.Count(t.Home.Boxes, "box", "boxes"),
			massOf(t.Home.Kg, u), volumeOf(t.Home.Litres, u))
	}
	for _, c := range t.Short {
		v.Shorts = append(v.Shorts, tripShortOf(c, u))
	}
}

func tripDayOf(t app.Trips, i int, d app.TripDay, q url.Values) tripDay {
	x := tripDay{Weekday: d.On.Weekday()[:3], Name: d.On.DayMonth(), Shut: d.Shut, On: i == t.On, Best: i == t.Best, Weather: "not known"}
	if d.Told {
		x.Weather = degrees(d.Weather.MaxC, t.Units)
		if d.Weather.RainMM >= 1 {
			x.Weather += fmt.Sprintf(", %.0f mm", d.Weather.RainMM)
		} else {
			x.Weather += ", dry"
		}
	}
	to := url.Values{"yard": q["yard"], "in": {fmt.Sprint(i)}}
	for _, key := range []string{"drive", "chosen"} {
		if v := q.Get(key); v != "" {
			to.Set(key, v)
		}
	}
	x.To = "/trips?" + to.Encode()
	if len(t.Route) > 0 {
		x.Say = "costs " + massOf(t.Route[i]-slices.Min(t.Route), t.Units)
	}
	return x
}

// Losses from which a cell is shaded darker, kg of honey.
var tripShades = []float64{0.5, 2, 6, 15}

func tripYardOf(t app.Trips, y app.TripYard) tripYardRow {
	waits := y.Waits()
	r := tripYardRow{ID: y.ID, Name: y.Name, Chosen: y.Chosen}
	switch {
	case len(y.Hives) == 0:
		r.Say = "no hives"
	case len(waits) == 0:
		r.Say = "nothing to do"
	default:
		r.Say = fmt.Sprintf("%d of %s, %s", len(waits), words.Count(len(y.Hives), "hive", "hives"), hoursText(y.Minutes))
		r.Safe = "can wait two weeks"
		if y.LastSafe >= 0 {
			r.Safe = "by " + t.Days[y.LastSafe].On.Short()
		}
	}
	best := y.LostKg(max(y.Best, 0))
	for i, d := range t.Days {
		kg := max(0, y.LostKg(i)-best)
		c := tripCell{Kg: kgShort(kg, t.Units), Visit: i == y.Visit, Last: i == y.LastSafe, On: i == t.On}
		for _, from := range tripShades {
			if kg >= from {
				c.Shade++
			}
		}
		c.Say = d.On.Short() + ": costs " + massOf(kg, t.Units)
		if late := y.Late(i); len(late) > 0 {
			c.Late = fmt.Sprintf("%d late", len(late))
			c.Say += ", too late for " + words.List(late...)
		}
		if c.Visit {
			c.Say += ", the planned visit"
		}
		r.Cells = append(r.Cells, c)
	}
	return r
}

// costText says what the day costs against the best one, and what two days earlier and later would.
func costText(t app.Trips) string {
	at := t.Route[t.On]
	out := ""
	if t.Days[t.On].Shut {
		out = t.Days[t.On].On.Short() + " is too wet or too cold to open hives, by the forecast on file. "
	}
	if t.Best >= 0 && t.On != t.Best {
		out = t.Days[t.On].On.Short() + " costs " + against(at-t.Route[t.Best], t.Units) + " than the best day. "
	}
	const two = 2
	if t.On >= two {
		out += "Two days earlier: " + against(t.Route[t.On-two]-at, t.Units) + ". "
	}
	if t.On+two < len(t.Route) {
		out += "Two days later: " + against(t.Route[t.On+two]-at, t.Units) + "."
	}
	return out
}

// against writes a difference of honey.
func against(kg float64, u measure.Units) string {
	const same = 0.3
	switch {
	case kg > same:
		return "about " + massOf(kg, u) + " more"
	case kg < -same:
		return "about " + massOf(-kg, u) + " less"
	}
	return "no more and no less"
}

// kgShort is a loss as a cell of the grid has it; "" for next to nothing.
func kgShort(kg float64, u measure.Units) string {
	const nothing, whole = 0.3, 10
	switch {
	case kg < nothing:
		return ""
	case kg >= whole:
		return fmt.Sprintf("%.0f", u.Mass.In(kg))
	}
	return fmt.Sprintf("%.1f", u.Mass.In(kg))
}

func hoursText(minutes float64) string {
	const hour, tooFew = 60, 90
	if minutes < tooFew {
		return fmt.Sprintf("%.0f min", minutes)
	}
	return fmt.Sprintf("%.1f h", minutes/hour)
}

func tripStopOf(s app.TripStop) tripStop {
	x := tripStop{To: "/yards/" + s.ID, Name: s.Name, Hours: hoursText(s.Minutes)}
	for _, h := range s.Hives {
		x.Hives = append(x.Hives, tripHiveOf(h))
	}
	for _, h := range s.Later {
		x.Later = append(x.Later, tripHiveOf(h))
	}
	return x
}

func tripHiveOf(h app.TripHive) tripHive {
	x := tripHive{To: "/colonies/" + h.Colony, Code: h.Code, Late: h.Late}
	for i, d := range h.Do {
		if i == 0 {
			x.Do = d
		} else {
			x.Do = words.Sentences(x.Do, words.Then(d))
		}
	}
	switch {
	case h.Later > 0:
		x.By = h.Later.Short()
	case h.By > 0:
		x.By = "by " + h.By.Short()
	}
	return x
}
