// Package advice decides what a colony needs before the next visit. A [Rule]
// looks at a [Situation] and proposes an [Advice]: an action with a reason
// made of the numbers that decided, and the forecast run again with the
// action done. [Rules] is the register; each rule has its own file.
package advice

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/season"
	"kembo/core/words"
)

// Action is a code of the closed table [Actions].
type Action string

// The actions this register can give.
const (
	Leave             Action = "leave"
	LookCloser        Action = "look_closer"
	CheckCells        Action = "check_cells"
	FeedEmergency     Action = "feed_emergency"
	FeedWinter        Action = "feed_winter"
	Combine           Action = "combine"
	DeadOutCheck      Action = "dead_out_check"
	AddSuper          Action = "add_super"
	RelieveHoneyBound Action = "relieve_honey_bound"
	HarvestSuper      Action = "harvest_super"
	HoldHarvest       Action = "hold_harvest"
	PackDown          Action = "pack_down"
)

// Need is something to load for an action.
type Need struct {
	What  string  `json:"what"`         // as in "drawn super"
	Of    string  `json:"of,omitempty"` // the box that it is or fits, by its full name
	Count float64 `json:"count"`
	Unit  string  `json:"unit,omitempty"` // "kg", "L" or none
}

// Figure is a number that decided, with the words it has in the reason.
type Figure struct {
	Key   string  `json:"key"`
	Value float64 `json:"value"`
	Text  string  `json:"text"`
}

// Advice is one thing to do, or to leave.
type Advice struct {
	Action      Action                     `json:"action"`
	Do          string                     `json:"do"` // verb first, dated
	ActBy       day.Day                    `json:"act_by"`
	Brief       string                     `json:"brief"` // one short line for a list
	Reason      string                     `json:"reason"`
	Figures     []Figure                   `json:"figures"`
	Needs       []Need                     `json:"needs,omitempty"`
	Acts        []moves.Said               `json:"acts,omitempty"` // what a tick writes; none: it takes a look
	WouldChange string                     `json:"would_change,omitempty"`
	Cautions    []string                   `json:"cautions,omitempty"`
	Before      map[string]forecast.Runway `json:"before"`
	After       map[string]forecast.Runway `json:"after"`
	Confidence  float64                    `json:"confidence"` // 0 to 1: share of the runs in which it was needed
	Changes     []bees.Change              `json:"-"`
	Result      *forecast.Result           `json:"-"`
}

// Situation is all a rule may look at. It remembers what rules have asked for: it is
// for one goroutine.
type Situation struct {
	Today, Visit day.Day
	VisitPlanned bool
	Season       season.Moment
	HighsC       float64 // likely highs of the days to come, mean
	Estimate     colony.Estimate
	Input        forecast.Input
	Ready        *forecast.Ready // the ensemble of today, to try things on
	Base         *forecast.Result
	Settings     Settings
	Health       colony.Health
	HealthDay    day.Day
	CellCheck    colony.CellCheck
	CellCheckDay day.Day // 0: never
	Clipped      bool
	HistoryKnown bool
	Feeds        []colony.Period
	Treatments   []colony.Period
	BeganOn      day.Day // as a package, a swarm or a split; 0: it was a colony before
	Neighbours   []colony.Neighbour
	FedTold      bool           // a log tells which combs hold feed; else it is by days
	Fed          []colony.FedIn // boxes above the nest that hold what was fed

	urgent *emergency // asked for by two rules
}

// Days returns the days to the next visit.
func (s *Situation) Days() float64 { return float64(s.Visit - s.Today) }

// LookAge returns the days since the last look.
func (s *Situation) LookAge() int { return int(s.Today - s.Estimate.Seen) }

// Stale reports whether the last look no longer tells: swarming, a lost queen
// and robbing grow with time, so in season the answer is "not known".
func (s *Situation) Stale() bool {
	return season.LooksFade.Has(s.Season) && s.LookAge() > s.Settings.StaleDays
}

// With runs the forecast again with changes made today.
func (s *Situation) With(changes ...bees.Change) *forecast.Result {
	return s.Ready.Few(forecast.Members, changes...)
}

// tryMembers is as many as a search for the least that suffices runs; what is
// shown is run with all.
const tryMembers = 60

// Try is With on part of the ensemble, for a search.
func (s *Situation) Try(changes ...bees.Change) *forecast.Result {
	return s.Ready.Few(tryMembers, changes...)
}

// changes returns what things said are to the forecast when they are done today:
// just what the log will make of them. It is nil where they cannot be done.
func (s *Situation) changes(said ...moves.Said) []bees.Change {
	acts, _, err := moves.All.ExactAll(s.hive(), said, moves.Unnamed())
	if err != nil {
		return nil
	}
	return s.changesOf(acts...)
}

// changesOf is changes of acts that are exact already.
func (s *Situation) changesOf(acts ...moves.Act) []bees.Change {
	out, err := moves.Changes(s.hive(), s.Today, acts...)
	if err != nil {
		return nil
	}
	return out
}

// hive is what acts are done to.
func (s *Situation) hive() moves.Hive {
	return moves.Hive{Colony: s.Input.Colony, Stack: s.Estimate.Stack, Queen: moves.Queen{Clipped: s.Clipped}}
}

// Rule is one decision.
type Rule struct {
	Action Action
	Fires  string // when, for the docs
	Then   string
	Source string
	Check  func(*Situation) (Advice, bool)
	Alone  bool // where it fires nothing else is done to this hive
}

// Rules holds every rule; where two are due on a day they stand in this order:
// food, disease and queen, space, crop, winter. One that stands alone comes first;
// leave comes only alone.
var Rules = []Rule{
	deadOutCheck,
	feedEmergency,
	lookCloser,
	relieveHoneyBound,
	addSuper,
	checkCells,
	holdHarvest,
	harvestSuper,
	feedWinter,
	combine,
	packDown,
}

// For returns all advice for s, the most urgent first, and never none: where
// nothing fires it is leave.
func For(s *Situation) []Advice {
	if len(s.Estimate.Stack.Boxes) == 0 { // rules are about a hive
		return []Advice{
			s.finish(Advice{
				Action: LookCloser, ActBy: s.Visit, Confidence: 1, Do: "Say what stands here",
				Reason: "The log leaves no box on this stand.", Brief: "No box is left here.",
			}),
		}
	}
	if a, ok := suspectBrood(s); ok { // stop: nothing else is done to this hive
		a.Action = LookCloser
		return []Advice{s.finish(a)}
	}
	var out []Advice
	for _, r := range Rules {
		if a, ok := r.Check(s); ok {
			a.Action = r.Action
			if r.Alone {
				return []Advice{s.finish(a)}
			}
			out = append(out, s.finish(a))
		}
	}
	out = settled(out)
	if len(out) == 0 {
		a, _ := leave.Check(s)
		a.Action = Leave
		out = append(out, s.finish(a))
	}
	slices.SortStableFunc(out, func(a, b Advice) int { return int(a.ActBy - b.ActBy) })
	s.besideSuspects(out)
	return out
}

// settled leaves out what waits for something else: a colony that is to be united
// is fed for winter and packed down as what comes of it, and nothing is fed for
// winter while a super for honey goes on.
func settled(all []Advice) []Advice {
	at := func(action Action) int {
		return slices.IndexFunc(all, func(a Advice) bool { return a.Action == action })
	}
	drop := func(actions ...Action) {
		all = slices.DeleteFunc(all, func(a Advice) bool { return slices.Contains(actions, a.Action) })
	}
	if at(Combine) >= 0 {
		drop(FeedWinter, PackDown)
	}
	if i := at(AddSuper); i >= 0 && at(FeedWinter) >= 0 {
		all[i].Cautions = append(
			all[i].Cautions,
			"No feed while a super for honey is on: what is missing for winter is fed when it is off.",
		)
		drop(FeedWinter)
	}
	return all
}

// finish adds the runways before and after and keeps dates possible.
func (s *Situation) finish(a Advice) Advice {
	a.ActBy = max(a.ActBy, s.Today)
	if a.Result == nil {
		a.Result = s.Base
	}
	a.Before, a.After = runways(s.Base), runways(a.Result)
	a.Confidence = min(max(a.Confidence, 0), 1)
	return a
}

func runways(r *forecast.Result) map[string]forecast.Runway {
	m := make(map[string]forecast.Runway, forecast.Runways)
	for i, n := range forecast.Names {
		m[n] = r.Runway[i]
	}
	return m
}

// endDay returns the day on which a runway ends at its likely end or, for
// early, its early end; the visit where it does not end before it.
func (s *Situation) endDay(runway int, early bool) day.Day {
	v := s.Base.Runway[runway].Likely
	if early {
		v = s.Base.Runway[runway].Low
	}
	if v == nil || *v > s.Days() {
		return s.Visit
	}
	return s.Today + day.Day(*v)
}

// reason builds a sentence and keeps its numbers: each {key} in the text is
// replaced by the words of that figure.
func reason(text string, figs ...Figure) (string, []Figure) {
	for _, f := range figs {
		text = strings.ReplaceAll(text, "{"+f.Key+"}", f.Text)
	}
	return words.Sentence(text), figs
}

// brief is reason for a line in a list, from the same figures.
func brief(text string, figs []Figure) string {
	out, _ := reason(text, figs...)
	return out
}

// kg is a mass as the user reads it; its value stays in kilograms.
func (s *Situation) kg(key string, v float64) Figure { return Figure{key, v, s.mass(v)} }

// few is the number under which a mass is told to a tenth.
const few = 10

// mass writes kilograms in the user's unit, to a tenth where they are few.
func (s *Situation) mass(kg float64) string {
	u := s.units().Mass
	if v := u.In(kg); v < few {
		return fmt.Sprintf("%.1f %s", v, u.Name)
	}
	return fmt.Sprintf("%.0f %s", u.In(kg), u.Name)
}

func (s *Situation) units() measure.Units {
	if s.Settings.Units.Name == "" {
		return measure.Systems[0]
	}
	return s.Settings.Units
}

func count(key string, v float64) Figure {
	return Figure{key, v, measure.Count(measure.Rough(v))}
}

func whole(key string, v float64) Figure { return Figure{key, v, strconv.Itoa(int(math.Round(v)))} }

// chance is a share as it stands before "that …": "there is a 1 in 4 chance".
func chance(key string, p float64) Figure { return Figure{key, p, words.Odds(p)} }

// counted is a number with its noun.
func counted(key string, n int, one, many string) Figure {
	return Figure{key, float64(n), words.Count(n, one, many)}
}

// dated is a day as it is said.
func dated(key string, d day.Day) Figure { return Figure{key, float64(d), d.Short()} }

// by writes a date as "by Sat 7 Jun", or "today".
func (s *Situation) by(d day.Day) string { return words.By(d, s.Today) }
