package web

import (
	"fmt"
	"html/template"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/colony"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/plan"
	"kembo/core/queen"
	"kembo/core/words"
	"kembo/web/draw"
)

// colonyView is a colony's page.
type colonyView struct {
	shell
	ID, Code, Yard, YardID, Facts, Chip string
	Alarm                               bool
	Stack, PhoneStack                   template.HTML
	BoxWords                            []sum
	Inside                              string
	Sums                                []sum
	Plan                                planView
	Course                              *courseView
	PhoneTrack                          template.HTML
	Log                                 []logItem
	LogSay                              string
	UndoOf, UndoWhat, EntryID           string
	Looked                              bool
	NoneDo, NoneWhy                     string // where nothing can be forecast: what to do, and why
	Supers                              []option
	SuperFormat                         string
	Place                               string
	In                                  []string
	Barred                              []string // what bars its honey, and until when
	Gear                                []string // what it has beside its boxes
	Suspicion                           *suspicionView
	Next, NextCode                      string
	BestDo, BestWhy                     string   // the look that would tell most
	Queen                               []string // what was found of her, and what follows
	Apart                               []apartView
	Broken                              []brokenView
	Waits                               *waitView
	Ended                               string // how and when; "": it lives
	EndedBy                             string // the entry that says so
	EndedInto, EndedIntoCode            string
	Dead                                *deadView // it was lost
	Why                                 string    // in the keeper's words
	Veils                               []string  // what the veils of the drawing mean, where it has any
}

// brokenView is an entry that does not fit into the log.
type brokenView struct{ ID, Of, EntryID, Head, Line, Why string }

type sum struct{ Name, Value, Range string }

type option struct{ Value, Text string }

// planView is what is advised for the hive, as a whole.
type planView struct {
	Head     string   // what it comes to against leaving; "" where it is leaving
	Dropped  []string // that the plan of another version was let go
	Hand     bool     // it needs a hand on the hive
	Numbered bool     // it has several steps
	Steps    []planStep
	Before   []runwayText // none where it changes none
	Odds     []runwayText
	Sure     string
	Breaches []string
	Ways     waysView
	Weighed  []string
}

// planStep is one step of it.
type planStep struct {
	Action      plan.Action
	Doable      bool
	ID, EntryID string
	Do, Reason  string
	Change      string
	Cautions    []string
	Needs, Adds string
}

type runwayText struct {
	Name, Before, After string
	Changed             bool
}

type logItem struct {
	ID, Date, Kind, Say string
	Glyph               template.HTML
	Photos              []string // ids
	Line                string   // a look in shorthand
}

func (s *Server) showColony(c fiber.Ctx) error {
	keys, on := triedOf(c)
	x, err := s.as(c).Course(c.Context(), c.Params("colony"), keys, on)
	if err != nil {
		return err
	}
	photos, err := s.as(c).Photos(c.Context(), x.ID)
	if err != nil {
		return err
	}
	v := colonyOf(x, photos, keys)
	if v.Apart, err = s.apartOf(c, x.Colony); err != nil {
		return err
	}
	suspicion, err := s.as(c).Suspicion(c.Context(), x.Colony)
	if err != nil {
		return err
	}
	v.Suspicion = suspicionOf(suspicion)
	return s.show(c, "colony", v)
}

func colonyOf(course app.Course, photos map[string][]app.Photo, keys []string) *colonyView {
	x := course.Colony
	v := &colonyView{
		shell: shell{Title: x.Code, Operation: x.Operation, Active: "board"}, ID: x.ID, Code: x.Code,
		Yard: x.YardName, YardID: x.YardID, EntryID: app.NewID(), Looked: x.Assessment != nil, Next: x.Next,
		NextCode: x.NextCode, Place: fmt.Sprintf("%d of %d", x.Place, x.Of),
	}
	v.Today, v.In, v.Barred = x.Today.Short(), x.In(), x.Believed.BarredOn(x.Today)
	v.Gear = gearWords(x.Believed.Stack, x.Units)
	v.Facts, v.Waits = factsOf(x), waitOf(x.Believed.Waiting, x.Today)
	if e := x.Believed.Ended; e != nil {
		v.Ended = words.Capital(e.How.Words()) + " on " + e.Day.Long()
		v.EndedBy, v.EndedInto, v.EndedIntoCode = e.Entry, e.Into, x.EndedInto
		v.Why = e.Why
		if e.How.Loss() {
			v.Dead = &deadView{Held: x.Believed.Held()}
			if g := x.Believed.GoneThrough; g != nil {
				v.Dead.Seen, v.Dead.Causes = true, g.Causes()
			}
		}
	}
	v.Chip, v.Alarm = chipOf(x.Standing)
	plan := stackOf(x)
	v.Stack, v.BoxWords = draw.Stack(plan), boxWordsOf(plan)
	plan.Labels, plan.Nest, plan.Alt = nil, nil, "" // told by the first
	v.PhoneStack = draw.Stack(plan)
	v.Inside = insideOf(x)
	v.Queen = x.Believed.Findings(x.Season, x.Units)
	if m := mitesFact(x); m != "" {
		v.Queen = append(v.Queen, m)
	}
	if x.Assessment == nil {
		v.NoneDo, v.NoneWhy = x.Standing.Advice[0].Do, x.Standing.Advice[0].Brief
	} else {
		v.BestDo, v.BestWhy = x.Ahead.BestDo, x.Ahead.BestWhy
		v.Veils = veilsOf(plan.Parts)
		v.Sums = sumsOf(x)
		v.Plan = planOf(x)
		v.Course = courseOf(course, keys)
		v.PhoneTrack = trackOf(x.Standing).Phone()
	}
	v.log(x, photos)
	for _, m := range x.Broken {
		kind, say := entryWords(m.Entry, x.Units)
		v.Broken = append(
			v.Broken,
			brokenView{
				ID: x.ID, Of: m.Entry.ID, EntryID: app.NewID(), Head: m.Entry.Day.Short() + ", " + kind, Line: say,
				Why: words.Capital(m.Err.Error()),
			},
		)
	}
	if len(x.Believed.Stack.Boxes) > 0 {
		v.SuperFormat = hive.SuperFor(x.Believed.Stack.Boxes[0].Format)
	}
	for _, b := range x.Believed.Stack.Boxes {
		if b.Super {
			v.Supers = append(v.Supers, option{b.ID, boxName(x.Believed.Stack, b.ID)})
		}
	}
	return v
}

func insideOf(x app.Colony) string {
	if e := x.Believed.Estimate; e != nil {
		return "Inside, as of " + e.Day.Seen(x.Today)
	}
	return "Never looked at"
}

func factsOf(x app.Colony) string {
	var f []string
	b := x.Believed
	if x.Stand != "" {
		f = append(f, "Stand "+x.Stand)
	}
	switch {
	case b.Origin != "":
		f = append(f, words.Capital(b.Origin))
	case b.Began.How != "" && b.Began.How != history.AsFound:
		f = append(f, words.Capital(b.Began.How.Words())+" of "+b.BeganOn.Long())
	}
	if q, ok := queen.PresentOf(b.Queens); ok {
		f = append(f, words.Capital(q.Words()))
	}
	if e := b.Estimate; e != nil && e.Depth != "hiving" {
		f = append(f, strings.TrimSpace("Look by "+e.Depth)+" "+e.Day.Seen(x.Today))
	}
	if x.Standing.SwarmDue > 0 {
		if x.Standing.SwarmEver {
			f = append(f, "Cell check due "+x.Standing.SwarmDue.Short())
		} else {
			f = append(f, "No complete cell check known")
		}
	}
	if x.Standing.Known && x.Standing.Swarm >= plan.SwarmTold {
		f = append(f, "Chance of a swarm before the visit: "+words.Chance(x.Standing.Swarm))
	}
	return strings.Join(f, ". ") + "."
}

func chipOf(s app.Standing) (string, bool) {
	switch {
	case s.Looked == 0 && s.Ended:
		return "no more", false
	case s.Looked == 0:
		return "never looked at", false
	case !s.Known:
		return "not known", true
	case s.CantWait():
		return "can’t wait", true
	case s.Tight():
		return "tight", false
	}
	return "can wait", false
}

// sumsOf tells the sums of today. What was never seen by stage is not told by
// stage.
func sumsOf(x app.Colony) []sum {
	r, e := x.Assessment.Base, x.Assessment.Estimate
	u := x.Units
	kg := func(name string, m measure.Range) sum {
		w := func(v float64) string { return fmt.Sprintf("%.0f", u.Mass.In(v)) }
		return sum{name, w(m.Likely) + " " + u.Mass.Name, w(m.Low) + " to " + w(m.High)}
	}
	cells := func(name string, m measure.Range) sum {
		return sum{
			name, measure.Count(measure.Rough(m.Likely)),
			measure.Count(measure.Rough(m.Low)) + " to " + measure.Count(measure.Rough(m.High)),
		}
	}
	out := []sum{kg("Stores", r.Stores)}
	if e.Stages {
		out = append(out, cells("Eggs", r.Eggs), cells("Larvae", r.Larvae), cells("Capped brood", r.Capped))
	} else {
		all := measure.Range{
			Low: r.Eggs.Low + r.Larvae.Low + r.Capped.Low, Likely: r.Eggs.Likely + r.Larvae.Likely + r.Capped.Likely,
			High: r.Eggs.High + r.Larvae.High + r.Capped.High,
		}
		b := cells("Brood, assumed", all)
		b.Range += ", not seen by stage"
		out = append(out, b)
	}
	bees := cells("Bees", r.Bees)
	switch e.BeesFrom {
	case colony.Carried:
		bees.Name = "Bees, carried"
	case colony.Assumed:
		bees.Name = "Bees, inferred"
	}
	out = append(out, cells("Free cells", r.Free), bees)
	if s, ok := strengthOf(x); ok {
		out = append(out, s)
	}
	return out
}

func daysText(v *float64, horizon int) string {
	if v == nil {
		return fmt.Sprintf("%d+ d", horizon)
	}
	return fmt.Sprintf("%d d", int(*v)) // days that are whole
}
