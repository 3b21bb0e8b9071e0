package exchange

import (
	"fmt"
	"io"

	"kembo/core/advice"
	"kembo/core/assessment"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/look"
	"kembo/core/measure"
)

// Answer is what `kembo assess --json` prints.
type Answer struct {
	Colony       string                     `json:"colony"`
	Date         day.Day                    `json:"date"`
	NextVisit    day.Day                    `json:"next_visit"`
	ModelVersion string                     `json:"model_version"`
	Known        bool                       `json:"known"` // false: the last look is too old to tell
	StoresKg     measure.Range              `json:"stores_kg"`
	BroodCells   BroodCells                 `json:"brood_cells"`
	StagesSeen   bool                       `json:"brood_stages_seen"` // false: nobody has seen the stages; they are split as is usual
	Bees         measure.Range              `json:"bees"`
	FreeCells    measure.Range              `json:"free_cells"`
	HorizonDays  int                        `json:"horizon_days"`
	RunwayDays   map[string]forecast.Runway `json:"runway_days"`
	SwarmCheckBy *day.Day                   `json:"swarm_check_by"` // null out of season
	Advice       []advice.Advice            `json:"advice"`
	Boxes        []BoxBasis                 `json:"boxes"`     // bottom to top
	BestLook     *BestLook                  `json:"best_look"` // null: nothing is in doubt that a look would settle
	Questions    []Question                 `json:"questions"` // what hardly can be in the look
}

// BoxBasis says what is known of a box rests on: measured, carried or assumed.
type BoxBasis struct {
	Depth  string `json:"depth"` // heft, seams, boxes, faces; empty: not looked at
	Stores string `json:"stores"`
	Brood  string `json:"brood"`
}

// BestLook is the one look that would do most for a decision in doubt.
type BestLook struct {
	Do      string  `json:"do"`
	Reason  string  `json:"reason"`
	Runway  string  `json:"runway"`
	Chance  float64 `json:"chance"`  // now, that it ends before the visit
	Changes float64 `json:"changes"` // that the look changes what to do
}

// Question is something in the look that hardly can be, with its arithmetic.
type Question struct {
	Key string `json:"key"`
	Ask string `json:"ask"`
}

// BroodCells are brood by stage; drone brood is of all ages.
type BroodCells struct {
	Eggs   measure.Range `json:"eggs"`
	Larvae measure.Range `json:"larvae"`
	Capped measure.Range `json:"capped"`
	Drone  measure.Range `json:"drone"`
}

// AnswerOf writes an assessment in the open form.
func AnswerOf(c assessment.Case, a *assessment.Assessment) Answer {
	b := a.Base
	out := Answer{Colony: c.Colony, Date: c.Today, NextVisit: c.Visit, ModelVersion: assessment.ModelVersion, Known: !a.Situation.Stale(),
		StoresKg: b.Stores, BroodCells: BroodCells{b.Eggs, b.Larvae, b.Capped, b.Drone}, Bees: b.Bees, FreeCells: b.Free,
		StagesSeen: a.Estimate.Stages, HorizonDays: b.Horizon, RunwayDays: map[string]forecast.Runway{}, Advice: a.Advice}
	for i, n := range forecast.Names {
		out.RunwayDays[n] = b.Runway[i]
	}
	for _, p := range a.Estimate.Parts {
		out.Boxes = append(out.Boxes, BoxBasis{p.Depth, p.Stores.String(), p.Brood.String()})
	}
	if q, ok := advice.BestLook(a.Situation); ok {
		out.BestLook = &BestLook{q.Do, q.Reason, forecast.Names[q.Runway], q.Worth.Chance, q.Worth.Changes}
	}
	out.Questions = []Question{}
	for _, q := range look.Questions(c.Look, c.Stack, a.Estimate, look.Context{}) {
		out.Questions = append(out.Questions, Question{q.Key, q.Ask})
	}
	if due, _, runs := a.Situation.SwarmClock(); runs {
		out.SwarmCheckBy = &due
	}
	return out
}

// WriteText prints the answer for a person.
func (a Answer) WriteText(w io.Writer) error {
	p := &printer{w: w}
	p.line("%s on %s, next visit %s", a.Colony, a.Date.Short(), a.NextVisit.Short())
	if !a.Known {
		p.line("  not known: the last look is too old; what follows is the forecast from it")
	}
	p.line("")
	p.line("  stores      %5.1f kg   (%.1f to %.1f)", a.StoresKg.Likely, a.StoresKg.Low, a.StoresKg.High)
	if a.StagesSeen {
		p.count("eggs", a.BroodCells.Eggs)
		p.count("larvae", a.BroodCells.Larvae)
		p.count("capped", a.BroodCells.Capped)
	} else {
		p.line("  brood, not seen by stage:")
		p.count("all", sumOf(a.BroodCells.Eggs, a.BroodCells.Larvae, a.BroodCells.Capped))
	}
	p.count("drone", a.BroodCells.Drone)
	p.count("bees", a.Bees)
	p.count("free cells", a.FreeCells)
	p.line("")
	for _, n := range forecast.Names {
		r := a.RunwayDays[n]
		p.line("  %-6s ends in %s (%s to %s)", n, Days(r.Likely, a.HorizonDays), Days(r.Low, a.HorizonDays), Days(r.High, a.HorizonDays))
	}
	if a.SwarmCheckBy != nil {
		p.line("  cells  check due %s", a.SwarmCheckBy.Short())
	}
	for _, q := range a.Questions {
		p.line("")
		p.line("Can this be? %s", q.Ask)
	}
	if q := a.BestLook; q != nil {
		p.line("")
		p.line("%s: the look that would tell most", q.Do)
		p.line("  %s", q.Reason)
	}
	for _, x := range a.Advice {
		p.line("")
		p.line("%s  [%s, confidence %.2f]", x.Do, x.Action, x.Confidence)
		p.line("  %s", x.Reason)
		for _, n := range forecast.Names {
			if before, after := Days(x.Before[n].Likely, a.HorizonDays), Days(x.After[n].Likely, a.HorizonDays); before != after {
				p.line("  %s: %s, with this %s", n, before, after)
			}
		}
		if x.WouldChange != "" {
			p.line("  What would change this: %s", x.WouldChange)
		}
		for _, c := range x.Cautions {
			p.line("  Take care: %s", c)
		}
	}
	return p.err
}

// sumOf adds ranges that go up and down together.
func sumOf(rs ...measure.Range) measure.Range {
	var out measure.Range
	for _, r := range rs {
		out.Low, out.Likely, out.High = out.Low+r.Low, out.Likely+r.Likely, out.High+r.High
	}
	return out
}

// Days writes the end of a runway: "9 d", "ended", or "60+ d".
func Days(v *float64, horizon int) string {
	switch {
	case v == nil:
		return fmt.Sprintf("%d+ d", horizon)
	case *v == 0:
		return "0 d"
	}
	return fmt.Sprintf("%.0f d", *v)
}

type printer struct {
	w   io.Writer
	err error
}

func (p *printer) line(format string, args ...any) {
	if p.err == nil {
		_, p.err = fmt.Fprintf(p.w, format+"\n", args...)
	}
}

func (p *printer) count(name string, r measure.Range) {
	p.line("  %-10s %6s      (%s to %s)", name, measure.Count(measure.Rough(r.Likely)), measure.Count(measure.Rough(r.Low)), measure.Count(measure.Rough(r.High)))
}
