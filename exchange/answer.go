package exchange

import (
	"fmt"
	"io"
	"maps"
	"slices"
	"strings"

	"kembo/core/assessment"
	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/plan"
	"kembo/core/queen"
)

// AnswerVersion is the version of an answer's form. It goes up where a key is
// added; none is ever taken away or given another type.
const AnswerVersion = 4

// Answer is what `kembo assess --json` prints.
type Answer struct {
	Version      int                        `json:"kembo_answer"`
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
	Advice       []plan.Advice              `json:"advice"`
	Boxes        []BoxBasis                 `json:"boxes"`     // bottom to top
	BestLook     *BestLook                  `json:"best_look"` // null: nothing is in doubt that a look would settle
	Questions    []Question                 `json:"questions"` // what hardly can be in the look
	ReachableKg  measure.Range              `json:"reachable_kg"`
	StoppedFood  forecast.Runway            `json:"food_if_flow_stopped_days"`
	Swarm        Swarm                      `json:"swarm"`
	Supers       []Super                    `json:"supers"`       // in the order in which they fill
	Tried        *Tried                     `json:"tried"`        // null: nothing was tried
	CanBeTried   map[string]string          `json:"can_be_tried"` // key and words
	Calendar     []queen.Step               `json:"calendar"`     // of a hive that waits for a queen to lay
	Mites        []MiteRate                 `json:"mites"`        // each count, with its interval
	ReserveKg    float64                    `json:"reserve_kg"`   // under which food counts as out
	LastFood     forecast.Runway            `json:"last_food_days"`
	Losses       Losses                     `json:"losses"`
	MitesOnBees  measure.Range              `json:"mites_per_100_bees"`
	PollenDays   measure.Range              `json:"pollen_days"`
	Plan         Plan                       `json:"plan"`
}

// Plan is what is advised, as a whole, with what it is to be kept as.
type Plan struct {
	plan.Plan
	Steps []plan.KeptStep `json:"steps"`
	Keep  plan.Kept       `json:"keep"` // for kept_plan of the record of a later day
}

// Losses are the chances that the colony is lost within the horizon, or beyond saving, if nobody
// helps.
type Losses struct {
	Chance  float64 `json:"chance"`
	Hunger  float64 `json:"hunger"`
	Queen   float64 `json:"queen"`
	Mites   float64 `json:"mites"`
	FewBees float64 `json:"few_bees"`
}

func lossesOf(l forecast.Losses) Losses {
	return Losses{
		l.Chance(), l.By[bees.ToHunger], l.By[bees.ToQueen], l.By[bees.ToMites], l.By[bees.ToFewBees],
	}
}

// Swarm is the chance of a swarm before the next visit if nobody acts, and how
// many times as likely each driver makes it.
type Swarm struct {
	Chance   float64 `json:"chance"`
	Crowding float64 `json:"crowding"`
	HeldBack float64 `json:"held_back"`
	Queen    float64 `json:"queen"`
	Cups     float64 `json:"cups"`
	Cells    float64 `json:"cells_a_day"` // hazard of cells found
}

// Super is when a super is full and when it is capped.
type Super struct {
	Box    int             `json:"box"` // from 1, bottom to top
	Full   forecast.Runway `json:"full_days"`
	Capped forecast.Runway `json:"capped_days"`
}

// Tried is the forecast with something done.
type Tried struct {
	What       []string                   `json:"what"`
	On         day.Day                    `json:"on"`
	RunwayDays map[string]forecast.Runway `json:"runway_days"`
	Checked    *plan.Checked              `json:"checked,omitempty"` // as a plan; left out where it is none
}

// Try adds the forecast with the options of these keys done on a day. The error
// names a key that this hive has no use for.
func (a *Answer) Try(s *plan.Situation, keys []string, on day.Day) error {
	for _, k := range keys {
		if _, ok := a.CanBeTried[k]; !ok {
			return fmt.Errorf(
				"%q cannot be tried on this hive; try one of %s", k,
				strings.Join(slices.Sorted(maps.Keys(a.CanBeTried)), ", "),
			)
		}
	}
	changes, names := s.Tried(keys, on)
	if len(changes) == 0 {
		return nil
	}
	r := s.Ready.Few(forecast.Members, changes...)
	a.Tried = &Tried{What: names, On: changes[0].Day, RunwayDays: map[string]forecast.Runway{}}
	for i, n := range forecast.Names {
		a.Tried.RunwayDays[n] = r.Runway[i]
	}
	if own, ok := s.Check(keys, on, a.Plan.GainKg); ok {
		a.Tried.Checked = &own
	}
	return nil
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
	out := Answer{
		Version: AnswerVersion, Colony: c.Colony, Date: c.Today, NextVisit: c.Visit,
		ModelVersion: assessment.ModelVersion, Known: !a.Situation.Stale(), StoresKg: b.Stores,
		BroodCells: BroodCells{b.Eggs, b.Larvae, b.Capped, b.Drone}, Bees: b.Bees, FreeCells: b.Free,
		StagesSeen: a.Estimate.Stages, HorizonDays: b.Horizon, RunwayDays: map[string]forecast.Runway{},
		Advice: a.Advice, Plan: Plan{Plan: a.Plan, Steps: a.Plan.Keep().Steps, Keep: a.Plan.Keep()},
	}
	for i, n := range forecast.Names {
		out.RunwayDays[n] = b.Runway[i]
	}
	for _, p := range a.Estimate.Parts {
		out.Boxes = append(out.Boxes, BoxBasis{p.Depth, p.Stores.String(), p.Brood.String()})
	}
	if q, ok := plan.BestLook(a.Situation); ok {
		out.BestLook = &BestLook{q.Do, q.Reason, forecast.Names[q.Runway], q.Worth.Chance, q.Worth.Changes}
	}
	out.Questions = []Question{}
	for _, q := range look.Questions(c.Look, c.Stack, a.Estimate, look.Context{}) {
		out.Questions = append(out.Questions, Question{q.Key, q.Ask})
	}
	if due, _, runs := a.Situation.SwarmClock(); runs {
		out.SwarmCheckBy = &due
	}
	out.ReachableKg, out.MitesOnBees, out.LastFood, out.Losses = b.Reachable, b.Mites, b.LastFood, lossesOf(b.Losses)
	out.PollenDays = b.PollenDays
	out.ReserveKg = a.Situation.Input.ReserveKg
	out.StoppedFood = a.Situation.Ready.Few(
		forecast.Members, bees.Change{Day: c.Today, NoFlow: true},
	).Runway[forecast.Food]
	chance, why := b.Swarm(int(c.Visit - c.Today))
	out.Swarm = Swarm{chance, why.Crowding, why.Held, why.Queen, why.Cups, why.CellsADay}
	out.Supers = []Super{}
	for i, at := range hive.FillOrder(a.Estimate.Stack) {
		if i < len(b.Full) {
			out.Supers = append(out.Supers, Super{at + 1, b.Full[i], b.SuperCapped[i]})
		}
	}
	out.Calendar, out.Mites = calendarOf(c), mitesOf(c)
	out.CanBeTried = map[string]string{}
	for _, o := range a.Situation.Trials() {
		out.CanBeTried[o.Key] = o.Name
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
		p.line(
			"  %-6s ends in %s (%s to %s)", n, Days(r.Likely, a.HorizonDays), Days(r.Low, a.HorizonDays),
			Days(r.High, a.HorizonDays),
		)
	}
	if a.SwarmCheckBy != nil {
		p.line("  cells  check due %s", a.SwarmCheckBy.Short())
	}
	p.line("  food   is held to a reserve of %.1f kg; the last honey lasts %s", a.ReserveKg,
		Days(a.LastFood.Likely, a.HorizonDays))
	p.line("  mites  %.1f per 100 bees (%.1f to %.1f)", a.MitesOnBees.Likely, a.MitesOnBees.Low, a.MitesOnBees.High)
	p.line("  lost within %d d, if nobody helps: %.0f %%", a.HorizonDays, 100*a.Losses.Chance)
	p.line("  food, if the flow stopped today, ends in %s", Days(a.StoppedFood.Likely, a.HorizonDays))
	if a.Swarm.Chance >= 0.005 {
		p.line(
			"  a swarm before the visit, if nobody acts: %.0f %% (crowding x %.1f, queen held back x %.1f)",
			100*a.Swarm.Chance, a.Swarm.Crowding, a.Swarm.HeldBack,
		)
	}
	if t := a.Tried; t != nil {
		p.line("")
		p.line("  with %s, done on %s:", strings.Join(t.What, " and "), t.On.Short())
		for _, n := range forecast.Names {
			r := t.RunwayDays[n]
			p.line(
				"  %-6s ends in %s (%s to %s)", n, Days(r.Likely, a.HorizonDays), Days(r.Low, a.HorizonDays),
				Days(r.High, a.HorizonDays),
			)
		}
		if own := t.Checked; own != nil {
			for _, say := range own.Sentences(measure.Systems[0]) {
				p.line("  %s", say)
			}
		}
	}
	for _, s := range a.Calendar {
		p.line("  %s to %s: %s", s.From.Short(), s.To.Short(), s.Say)
	}
	for _, m := range a.Mites {
		switch {
		case m.Percent != nil:
			p.line("  mites %s: %.1f %% (%.1f to %.1f)", m.Date.Short(), *m.Percent, *m.Low, *m.High)
		case m.ADay != nil:
			p.line("  mites %s: %.1f a day fell", m.Date.Short(), *m.ADay)
		}
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
			if before, after := Days(
				x.Before[n].Likely, a.HorizonDays,
			), Days(x.After[n].Likely, a.HorizonDays); before != after {
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
	if v == nil {
		return fmt.Sprintf("%d+ d", horizon)
	}
	return fmt.Sprintf("%d d", int(*v)) // days that are whole
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
	p.line(
		"  %-10s %6s      (%s to %s)", name, measure.Count(measure.Rough(r.Likely)),
		measure.Count(measure.Rough(r.Low)), measure.Count(measure.Rough(r.High)),
	)
}
