package plan

import (
	"cmp"
	"slices"
	"strings"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/moves"
)

// Advice is one step of a plan as it is told, or leaving.
type Advice struct {
	Action      Action                     `json:"action"`
	Do          string                     `json:"do"` // verb first, dated
	Undated     string                     `json:"-"`  // the same for who does it on some other day
	ActBy       day.Day                    `json:"act_by"`
	Brief       string                     `json:"brief"` // one short line for a list
	Reason      string                     `json:"reason"`
	Figures     []Figure                   `json:"figures"`
	Needs       []Need                     `json:"needs,omitempty"`
	Acts        []moves.Said               `json:"acts,omitempty"` // what a tick writes; none: it takes a look
	WouldChange string                     `json:"would_change,omitempty"`
	Cautions    []string                   `json:"cautions,omitempty"`
	Before      map[string]forecast.Runway `json:"before"`
	After       map[string]forecast.Runway `json:"after"`      // of the whole plan
	Confidence  float64                    `json:"confidence"` // 0 to 1: share of the members in which the plan beats leaving
	Step        int                        `json:"step"`       // in the order of hands, from 1; 0: it is no step
	On          day.Day                    `json:"on"`         // day on which it is reckoned
	Adds        float64                    `json:"adds"`       // kg of honey, against the plan without it
	With        string                     `json:"-"`          // the other hive that it is done with; "": none is named
	Takes       int                        `json:"-"`          // combs that come from it; 1 where its fliers do
	Gives       int                        `json:"-"`          // and that go to it
	What        colony.Ware                `json:"-"`          // comes or goes
	Off         int                        `json:"-"`          // boxes that come off for their honey
	PaysKg      float64                    `json:"-"`          // what the hive that gives them was reckoned to lose, kg of honey
	Changes     []bees.Change              `json:"-"`
	Result      *forecast.Result           `json:"-"`
}

// EvensOut reports whether the step moves something between two hives that are known.
func (a Advice) EvensOut() bool { return a.With != "" && a.Takes+a.Gives > 0 }

// Doable reports whether a tick writes the step into the log as it was advised.
func (a Advice) Doable() bool { return len(a.Acts) > 0 || a.EvensOut() }

// Plan is what is advised for a hive: the best that was found, with what it was weighed against.
type Plan struct {
	Advice    []Advice         `json:"-"`
	GainKg    float64          `json:"gain_kg"`   // of honey, against leaving
	BetterIn  float64          `json:"better_in"` // share of the members in which it beats leaving
	Wait      Wait             `json:"wait"`
	Urgent    bool             `json:"cannot_wait"`
	Terms     Terms            `json:"terms"`
	Leaving   Terms            `json:"leaving"`
	Alive     float64          `json:"alive"` // chance of being alive after Days
	Swarm     float64          `json:"swarm"` // chance of a swarm by the visit after next
	Days      int              `json:"days"`  // that it was lived for; what lies after is told by its end
	Weighed   []Weighed        `json:"weighed"`
	Ways      []Way            `json:"ways,omitempty"` // to deal with a swarm’s cells; none where there are none
	Breaches  []craft.Breach   `json:"breaches"`
	KeptSince day.Day          `json:"kept_since,omitempty"` // it is the plan of an earlier day, kept
	Result    *forecast.Result `json:"-"`
	Sharing   Sharing          `json:"-"` // what combs that go between hives come to beside it
	Minutes   float64          `json:"-"` // of work at the hive
	Goings    []Going          `json:"-"` // what is lost by going on each of some days; none where nothing is to be done
	Supering  Supering         `json:"-"` // what its supers are worth, drawn and of foundation
	keep      Kept
}

// Weighed is something else that was tried, and by how much it lost.
type Weighed struct {
	Action Action  `json:"action"`
	Do     string  `json:"do"`
	LostKg float64 `json:"lost_kg"` // against the plan
}

// For returns the plan for s. Its advice is never empty: where nothing pays it is one leave.
func For(s *Situation) Plan {
	s.prepareBare()
	if a, ok := s.alone(); ok {
		s.finish(&a, s.Base)
		return Plan{Advice: []Advice{a}, Result: s.Base, Days: s.Base.Horizon, Urgent: a.ActBy < s.Visit}
	}
	s.prepare()
	chosen, wait, tried := s.choose()
	leave := s.try(nil, all)
	chosen, since := s.keeping(chosen, leave)
	parts := s.pruned(inOrder(chosen.parts), s.try(chosen.parts, addsMembers), addsMembers)
	if o := s.looked(s.tried(parts)); len(o.parts) > 0 && !o.forbidden && s.Stale() {
		parts = s.added(o)
	}
	if chosen = s.tried(parts); chosen.mean < leave.mean-s.mayCost(parts) && !s.Stale() {
		parts, chosen = nil, leave
	}
	p := Plan{
		GainKg: chosen.mean - leave.mean, BetterIn: beats(chosen.value, leave.value), Wait: wait, Terms: chosen.terms,
		Leaving: leave.terms, Minutes: chosen.minutes, Alive: chosen.alive, Swarm: chosen.swarm, Days: s.horizon, Breaches: chosen.breaches, KeptSince: since,
	}
	p.Weighed = s.weighedOf(tried, chosen)
	p.Ways = s.ways(chosen)
	p.Sharing = s.sharing(parts)
	p.Goings, p.Supering = s.goings(parts), s.supering(parts)
	p.Result = s.resultOf(chosen)
	for i := range parts {
		p.Advice = append(p.Advice, s.adviceOf(&parts[i], i+1, p))
	}
	p.keep = s.keptOf(parts)
	p.Advice = append(p.Advice, s.looks(&p, chosen, leave)...)
	p.Advice = append(p.Advice, s.holds(parts)...)
	if len(p.Advice) == 0 {
		p.Advice = []Advice{s.leaving(tried, leave, p)}
	}
	for i := range p.Advice {
		s.finish(&p.Advice[i], p.Result)
		p.Urgent = p.Urgent || p.Advice[i].ActBy < s.Visit
	}
	slices.SortStableFunc(p.Advice, func(a, b Advice) int { return int(a.ActBy - b.ActBy) })
	for i := range p.Advice {
		if p.Advice[i].Step > 0 {
			p.Advice[i].Step = i + 1
		}
	}
	s.besideSuspects(p.Advice)
	return p
}

// prepareBare keeps dates possible.
func (s *Situation) prepareBare() { s.Visit = max(s.Visit, s.Today) }

// beats returns the share of members in which one plan is better than another.
func beats(a, b []float64) float64 {
	n := 0.0
	for m := range a {
		switch {
		case a[m] > b[m]:
			n++
		case a[m] == b[m]:
			n += 1.0 / 2
		}
	}
	return n / float64(max(1, len(a)))
}

// adviceOf tells a step.
func (s *Situation) adviceOf(p *part, step int, of Plan) Advice {
	t := p.say(s, p)
	return Advice{
		Action: p.Action, Do: t.do, Undated: undated(t.do, s.by(p)), ActBy: s.Today + day.Day(p.by), On: s.Today + day.Day(p.in), Brief: t.brief,
		Reason: t.reason, Figures: t.figures, Needs: p.Load, Acts: p.Said, WouldChange: t.change, Cautions: t.cautions,
		Confidence: of.BetterIn, Step: step, Adds: p.adds, With: s.named(p), Takes: combsOver(p, p.Moves.takes),
		Gives: combsOver(p, p.Moves.gives), What: p.Moves.what, Off: p.Moves.harvested, PaysKg: p.PaysKg, Changes: s.changesOf(p),
	}
}

// undated takes the day out of what is said.
func undated(do, by string) string {
	return strings.TrimRight(strings.Replace(do, " "+by, "", 1), ", ")
}

// named returns the hive that a step is done with, where it is one and not any.
func (s *Situation) named(p *part) string {
	if p.Moves.partner == someHive {
		return ""
	}
	return p.Moves.partner
}

// combsOver returns the combs that go between two hives in a step, where they go that way.
func combsOver(p *part, that bool) int {
	if !that {
		return 0
	}
	return p.Moves.combs
}

// changesOf returns what a step is to the forecast on its day, as far as changes tell it.
func (s *Situation) changesOf(p *part) []bees.Change {
	c := s.compile([]part{*p})
	return c.changes
}

// leaving is the advice where no plan pays.
func (s *Situation) leaving(tried []*outcome, leave *outcome, of Plan) Advice {
	t := s.sayLeave()
	best := 0.0
	if len(tried) > 0 { // in which members does something beat leaving?
		n := 0.0
		for m := range min(searchMembers, len(leave.value)) {
			if !slices.ContainsFunc(tried, func(o *outcome) bool {
				return !o.forbidden && o.members >= searchMembers && o.value[m] > leave.value[m]+stepLeast
			}) {
				n++
			}
		}
		best = n / float64(max(1, min(searchMembers, len(leave.value))))
	} else {
		best = 1
	}
	return Advice{
		Action: Leave, Do: t.do, ActBy: s.Visit, On: s.Visit, Brief: t.brief, Reason: t.reason, Figures: t.figures,
		WouldChange: t.change, Confidence: best,
	}
}

// weighedMost is as many as are told of what else was weighed.
const weighedMost = 3

// weighedOf tells what else was tried that came near, one of each action.
func (s *Situation) weighedOf(tried []*outcome, chosen *outcome) []Weighed {
	slices.SortStableFunc(tried, func(a, b *outcome) int { // what did not run on is the farthest off
		return cmp.Or(cmp.Compare(b.members, a.members), cmp.Compare(b.mean, a.mean))
	})
	best := s.try(chosen.parts, searchMembers)
	var out []Weighed
	told := map[Action]bool{}
	for _, p := range chosen.parts {
		told[p.Action] = true
	}
	for _, o := range tried {
		if o.forbidden || len(o.parts) != 1 || told[o.parts[0].Action] || len(out) == weighedMost {
			continue
		}
		lost := best.mean - s.try(o.parts, searchMembers).mean
		if len(chosen.parts) > 0 { // beside the plan, not instead of it
			with := s.try(slices.Concat(chosen.parts, o.parts), searchMembers)
			if with.forbidden {
				continue
			}
			lost = best.mean - with.mean
		}
		if lost < 0 {
			continue
		}
		told[o.parts[0].Action] = true
		p := o.parts[0]
		out = append(out, Weighed{Action: p.Action, Do: p.say(s, &p).do, LostKg: lost})
	}
	return out
}

// resultOf runs the forecast with a plan, as far as changes tell it.
func (s *Situation) resultOf(o *outcome) *forecast.Result {
	if len(o.changes) == 0 {
		return s.Base
	}
	first, changes := o.parts[0].in, o.changes
	if s.FreedOn > 0 && !has(o.parts, LetQueenOut) {
		changes = append(slices.Clone(changes), bees.Change{Day: s.FreedOn, Caged: bees.Off})
	}
	return s.Ready.After(first, changes...)
}

// finish adds the runways before and after and keeps dates possible.
func (s *Situation) finish(a *Advice, after *forecast.Result) {
	a.ActBy = max(a.ActBy, s.Today)
	if a.Result == nil {
		a.Result = after
	}
	a.Before, a.After = runways(s.Base), runways(a.Result)
	a.Confidence = min(max(a.Confidence, 0), 1)
}

func runways(r *forecast.Result) map[string]forecast.Runway {
	m := make(map[string]forecast.Runway, forecast.Runways)
	for i, n := range forecast.Names {
		m[n] = r.Runway[i]
	}
	return m
}
