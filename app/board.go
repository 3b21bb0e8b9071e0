package app

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"kembo/core/assessment"
	"kembo/core/day"
	"kembo/core/measure"
	"kembo/core/plan"
	"kembo/core/season"
	"kembo/store"
)

// Board is a yard's colonies by who cannot wait, with the other yards beside.
type Board struct {
	Operation string
	Units     measure.Units
	Yards     []YardLine
	Yard      *YardLine // nil: there is none yet
	Looked    day.Day   // the yard's last look
	Weighed   day.Day   // 0, or the last day on which only weights were taken
	Boxes     int
	Standings []Standing // sorted
	Trip      []TripLine // due before the visit
	Load      []LoadLine // for the visit
	Bloom     []season.Bloom
	Weather   []season.Weather // today and the days known ahead
	Season    season.Moment
	FlowKg    float64 // a good day, middle of the yard's colonies
	// What waiting for the visit costs over all hives, and what a trip does, kg of honey.
	WaitKg, TripKg float64
	Common         *CommonJob // nil: the hives want too many different things
	Care           []string   // of the yard as a whole
}

// CommonJob is what most hives of a yard want on the visit.
type CommonJob struct {
	Action plan.Action
	Codes  []string // the hives
	Count  float64  // of what it takes, over all of them
	Except []string // those that want it not
}

// YardLine is a yard in a list.
type YardLine struct {
	ID, Name                 string
	Colonies                 int
	Today, Visit             day.Day
	Planned                  bool
	Rhythm                   int
	CantWait, Tight, CanWait int
	NotKnown                 int
}

// TripLine is an action due before the visit.
type TripLine struct {
	Code, Colony, Do string
	ActBy            day.Day
	Needs            []plan.Need
}

// LoadLine is something to load, with the colonies it is for.
type LoadLine struct {
	What  string
	Of    string // the box that it is or fits; "" where only one is loaded
	Count float64
	Unit  string
	Codes []string
}

// Board returns the board of a yard; "" is the yard whose visit is soonest. It
// reads the standings of that yard, and counts the others'.
func (s *Service) Board(ctx context.Context, yard string) (Board, error) {
	op, ys, err := s.yardDays(ctx)
	if err != nil {
		return Board{}, err
	}
	chosen := slices.IndexFunc(ys, func(y yardDay) bool { return y.ID == yard || yard == "" })
	if chosen < 0 && yard != "" {
		return Board{}, fmt.Errorf("yard %s: %w", yard, ErrNotFound)
	}
	b := Board{Operation: op.Name}
	if chosen >= 0 {
		if b, err = s.boardOf(ctx, op, ys[chosen]); err != nil {
			return b, err
		}
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return b, err
	}
	b.Units, b.TripKg = set.Units, plan.PresetFor(set.Keeping).Weights.Trip
	b.Common = commonOf(b.Standings)
	tallies, err := s.store.Urgencies(ctx)
	if err != nil {
		return b, err
	}
	for _, y := range ys {
		b.Yards = append(b.Yards, lineOf(y, tallies[y.ID]))
	}
	if chosen < 0 {
		return b, nil
	}
	return b, s.fill(ctx, &b, ys[chosen])
}

// boardOf returns the standings of one yard, sorted, without what stands beside
// them.
func (s *Service) boardOf(ctx context.Context, op store.Operation, y yardDay) (Board, error) {
	b := Board{Operation: op.Name}
	var err error
	if b.Standings, err = s.standingsOf(ctx, y); err != nil {
		return b, err
	}
	n := store.Tally{}
	for _, x := range b.Standings {
		n[x.Urgency()]++
	}
	l := lineOf(y, n)
	b.Yard = &l
	slices.SortStableFunc(b.Standings, byUrgency)
	return b, nil
}

// yardBoard is boardOf of a yard by id.
func (s *Service) yardBoard(ctx context.Context, yard string) (Board, error) {
	op, y, err := s.yardDay(ctx, yard)
	if err != nil {
		return Board{}, err
	}
	return s.boardOf(ctx, op, y)
}

// Yards returns all yards with what their boards count, those visited soonest
// first.
func (s *Service) Yards(ctx context.Context) ([]YardLine, error) {
	_, ys, err := s.yardDays(ctx)
	if err != nil {
		return nil, err
	}
	tallies, err := s.store.Urgencies(ctx)
	var out []YardLine
	for _, y := range ys {
		out = append(out, lineOf(y, tallies[y.ID]))
	}
	return out, err
}

// standingsOf returns the standings of a yard's colonies.
func (s *Service) standingsOf(ctx context.Context, y yardDay) ([]Standing, error) {
	rows, err := s.store.StandingsOf(ctx, y.ID)
	if err != nil {
		return nil, err
	}
	var out []Standing
	for _, r := range rows {
		var x Standing
		if err := json.Unmarshal([]byte(r.Body), &x); err != nil {
			return nil, fmt.Errorf("standing of colony %s: %w", r.ColonyID, err)
		}
		x.Old = r.ModelVersion != assessment.ModelVersion || x.Today != y.today
		out = append(out, x)
	}
	return out, nil
}

// byUrgency puts those with something due first, then those that may run
// short, then those not known, then by code.
func byUrgency(a, b Standing) int {
	if d := a.Urgency() - b.Urgency(); d != 0 {
		return d
	}
	if d := int(a.FirstEnd() - b.FirstEnd()); d != 0 {
		return d
	}
	return strings.Compare(a.Code, b.Code)
}

func lineOf(y yardDay, n store.Tally) YardLine {
	l := YardLine{
		ID: y.ID, Name: y.Name, Today: y.today, Visit: y.visit, Planned: y.planned, Rhythm: y.RhythmDays,
		CantWait: n[UrgencyCantWait], Tight: n[UrgencyTight], NotKnown: n[UrgencyNotKnown],
		CanWait: n[UrgencyCanWait] + n[UrgencyNotKnown],
	}
	l.Colonies = l.CantWait + l.Tight + l.CanWait
	return l
}

func (s *Service) fill(ctx context.Context, b *Board, y yardDay) error {
	site, err := s.siteFrom(ctx, y, y.today)
	if err != nil {
		return err
	}
	b.Bloom, b.Season, b.Care = site.Bloom, site.On(y.today), yardCare(site, y.today, b.Units)
	for d := y.today; d <= y.today+forecastDays; d++ {
		if w, ok := site.Weather[d]; ok {
			b.Weather = append(b.Weather, w)
		}
	}
	var flow []float64
	load := map[string]*LoadLine{}
	for _, x := range b.Standings {
		b.WaitKg += x.Wait.Kg
		b.Looked, b.Weighed = max(b.Looked, x.Looked), max(b.Weighed, x.Weighed)
		b.Boxes += len(x.Boxes)
		if x.Looked > 0 {
			flow = append(flow, x.GoodDayKg)
		}
		for _, a := range x.Advice {
			if a.ActBy < y.visit {
				b.Trip = append(b.Trip, TripLine{x.Code, x.Colony, a.Do, a.ActBy, a.Needs})
				continue
			}
			if a.ActBy > y.visit {
				continue
			}
			for _, n := range a.Needs {
				l := load[n.What+"|"+n.Of]
				if l == nil {
					l = &LoadLine{What: n.What, Of: n.Of, Unit: n.Unit}
					load[n.What+"|"+n.Of] = l
				}
				l.Count += n.Count
				l.Codes = append(l.Codes, x.Code)
			}
		}
	}
	for _, l := range load {
		b.Load = append(b.Load, *l)
	}
	slices.SortFunc(b.Load, func(a, c LoadLine) int {
		return cmp.Or(strings.Compare(a.What, c.What), strings.Compare(a.Of, c.Of))
	})
	kinds := map[string]int{}
	for _, l := range b.Load {
		kinds[l.What]++
	}
	for i := range b.Load {
		if kinds[b.Load[i].What] < 2 { // which box needs saying only where there are two
			b.Load[i].Of = ""
		}
	}
	slices.SortStableFunc(b.Trip, func(a, c TripLine) int { return int(a.ActBy - c.ActBy) })
	if len(flow) > 0 {
		slices.Sort(flow)
		b.FlowKg = flow[len(flow)/2]
	}
	return nil
}

// commonLeast is the share of a yard's hives that must want the same for it to be the common job. Source: the
// design: at most a fifth should be exceptions; from a half on the others are told.
const commonLeast = 0.5

// commonOf returns what most hives want on the visit, with those that want it not; nil where there is no such thing, or
// there are too few hives.
func commonOf(all []Standing) *CommonJob {
	const fewest = 4
	by := map[plan.Action]*CommonJob{}
	for _, x := range all {
		for _, a := range x.Advice {
			if a.Action == plan.Leave || a.Step == 0 || a.ActBy < x.Visit {
				continue
			}
			j := by[a.Action]
			if j == nil {
				j = &CommonJob{Action: a.Action}
				by[a.Action] = j
			}
			if !slices.Contains(j.Codes, x.Code) {
				j.Codes = append(j.Codes, x.Code)
			}
			for _, n := range a.Needs {
				j.Count += n.Count
			}
		}
	}
	var best *CommonJob
	for _, j := range by {
		if best == nil || len(j.Codes) > len(best.Codes) || len(j.Codes) == len(best.Codes) && j.Action < best.Action {
			best = j
		}
	}
	if best == nil || len(all) < fewest || float64(len(best.Codes)) < commonLeast*float64(len(all)) {
		return nil
	}
	for _, x := range all {
		if !slices.Contains(best.Codes, x.Code) {
			best.Except = append(best.Except, x.Code)
		}
	}
	slices.Sort(best.Except)
	return best
}

// FindColony returns the id of the colony with a code, or ErrNotFound.
func (s *Service) FindColony(ctx context.Context, code string) (string, error) {
	op, err := s.store.Operation(ctx)
	if err != nil {
		return "", err
	}
	c, err := s.store.ColonyByCode(
		ctx, op.ID, strings.ToUpper(strings.TrimSpace(code)), int32(s.todayIn("UTC"))+1,
	) // somewhere it is tomorrow
	if errors.Is(err, ErrNotFound) {
		return "", fmt.Errorf("colony %q: %w", code, ErrNotFound)
	}
	return c.ID, err
}

// CodesIn returns the codes of the colonies of a yard, in order.
func (s *Service) CodesIn(ctx context.Context, yard string) ([]string, error) {
	_, y, err := s.yardDay(ctx, yard)
	if err != nil {
		return nil, err
	}
	all, err := s.store.ColoniesOf(ctx, yard, int32(y.today))
	var out []string
	for _, c := range all {
		out = append(out, c.Code)
	}
	return out, err
}

// Placed is a colony with its code.
type Placed struct{ ID, Code string }

// InRound returns the colonies of a yard in the order of its round.
func (s *Service) InRound(ctx context.Context, yard string) ([]Placed, error) {
	_, y, err := s.yardDay(ctx, yard)
	if err != nil {
		return nil, err
	}
	all, err := s.store.ColoniesOf(ctx, yard, int32(y.today))
	if err != nil {
		return nil, err
	}
	if err := s.inRound(ctx, yard, all); err != nil {
		return nil, err
	}
	var out []Placed
	for _, c := range all {
		out = append(out, Placed{c.ID, c.Code})
	}
	return out, nil
}
