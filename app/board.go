package app

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"kembo/core/advice"
	"kembo/core/day"
	"kembo/core/measure"
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
	SeasonDay int
	FlowKg    float64 // a good day, middle of the yard's colonies
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
	Needs            []advice.Need
}

// LoadLine is something to load, with the colonies it is for.
type LoadLine struct {
	What  string
	Count float64
	Unit  string
	Codes []string
}

// Board returns the board of a yard; "" is the yard whose visit is soonest. It
// reads standings only.
func (s *Service) Board(ctx context.Context, yard string) (Board, error) {
	op, ys, err := s.yardDays(ctx)
	if err != nil {
		return Board{}, err
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return Board{}, err
	}
	b := Board{Operation: op.Name, Units: set.Units}
	rows, err := s.store.Standings(ctx)
	if err != nil {
		return b, err
	}
	byYard := map[string][]store.Standing{}
	for _, r := range rows {
		byYard[r.YardID] = append(byYard[r.YardID], r)
	}
	var chosen *yardDay
	for i, y := range ys {
		b.Yards = append(b.Yards, lineOf(y, byYard[y.ID]))
		if y.ID == yard || yard == "" && i == 0 {
			chosen = &ys[i]
		}
	}
	if yard != "" && chosen == nil {
		return b, fmt.Errorf("yard %s: %w", yard, ErrNotFound)
	}
	if chosen == nil {
		return b, nil
	}
	b.Yard = &b.Yards[slices.IndexFunc(b.Yards, func(l YardLine) bool { return l.ID == chosen.ID })]
	for _, r := range byYard[chosen.ID] { // only the chosen yard's are read whole
		var x Standing
		if err := json.Unmarshal([]byte(r.Body), &x); err != nil {
			return b, fmt.Errorf("standing of colony %s: %w", r.ColonyID, err)
		}
		b.Standings = append(b.Standings, x)
	}
	slices.SortStableFunc(b.Standings, byUrgency)
	return b, s.fill(ctx, &b, *chosen)
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

func lineOf(y yardDay, all []store.Standing) YardLine {
	l := YardLine{ID: y.ID, Name: y.Name, Colonies: len(all), Today: y.today, Visit: y.visit, Planned: y.planned, Rhythm: y.RhythmDays}
	for _, x := range all {
		switch x.Urgency {
		case UrgencyCantWait:
			l.CantWait++
		case UrgencyTight:
			l.Tight++
		case UrgencyNotKnown:
			l.NotKnown++
			l.CanWait++
		default:
			l.CanWait++
		}
	}
	return l
}

func (s *Service) fill(ctx context.Context, b *Board, y yardDay) error {
	site, err := s.siteFrom(ctx, y, y.today)
	if err != nil {
		return err
	}
	b.Bloom, b.SeasonDay = site.Bloom, season.DayOf(y.today, site.Hemisphere)
	for d := y.today; d <= y.today+forecastDays; d++ {
		if w, ok := site.Weather[d]; ok {
			b.Weather = append(b.Weather, w)
		}
	}
	var flow []float64
	load := map[string]*LoadLine{}
	for _, x := range b.Standings {
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
				l := load[n.What]
				if l == nil {
					l = &LoadLine{What: n.What, Unit: n.Unit}
					load[n.What] = l
				}
				l.Count += n.Count
				l.Codes = append(l.Codes, x.Code)
			}
		}
	}
	for _, l := range load {
		b.Load = append(b.Load, *l)
	}
	slices.SortFunc(b.Load, func(a, c LoadLine) int { return strings.Compare(a.What, c.What) })
	slices.SortStableFunc(b.Trip, func(a, c TripLine) int { return int(a.ActBy - c.ActBy) })
	if len(flow) > 0 {
		slices.Sort(flow)
		b.FlowKg = flow[len(flow)/2]
	}
	return nil
}

// FindColony returns the id of the colony with a code, or ErrNotFound.
func (s *Service) FindColony(ctx context.Context, code string) (string, error) {
	op, err := s.store.Operation(ctx)
	if err != nil {
		return "", err
	}
	cs, err := s.store.Colonies(ctx, op.ID, int32(s.todayIn("UTC")))
	if err != nil {
		return "", err
	}
	want := strings.ToUpper(strings.TrimSpace(code))
	i := slices.IndexFunc(cs, func(c store.Colony) bool { return strings.ToUpper(c.Code) == want })
	if i < 0 {
		return "", fmt.Errorf("colony %q: %w", code, ErrNotFound)
	}
	return cs[i].ID, nil
}
