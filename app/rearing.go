package app

import (
	"cmp"
	"context"
	"fmt"
	"slices"

	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/core/plan"
	"kembo/core/queen"
)

// Rearing is the queens that are being raised, and the hives that want one.
type Rearing struct {
	Operation string
	Today     day.Day
	Batches   []Batch // the latest first
	Wants     []WantsQueen
}

// Batch is a graft with its calendar, as the weather of its yard bends it, and what became of its cells.
type Batch struct {
	Colony, Code, Yard string // of the builder
	Graft              history.Grafted
	Due                queen.Rearing
	Mated              day.Day // by which the weather likely lets them
	FitDays            float64 // likely until then
	Given              []CellGiven
}

// Left is how many cells may still be given: of those that were taken, or else were grafted.
func (b Batch) Left() int {
	n := b.Graft.Cells
	if b.Graft.Taken >= 0 {
		n = b.Graft.Taken
	}
	return max(0, n-len(b.Given))
}

// CellGiven is a cell of a graft in a hive, with what came of it.
type CellGiven struct {
	Colony, Code string
	Day          day.Day
	Looked       day.Day // that told; 0: none has yet
	Kept         bool    // eggs were seen
	By           day.Day // by which a look should tell
}

// WantsQueen is a hive that wants a queen or a cell.
type WantsQueen struct {
	Colony, Code, Yard, Why string
	By                      day.Day // 0: whenever there is one
}

// rearingBack is for how many days a graft is shown. Source: from the graft to the day on which the last is judged, with a month
// of rain.
const rearingBack = 75

// fitHours are the hours of flight of a day on which virgins mate. Source: common practice: an afternoon of some 20 °C with
// little wind; in hours of flight a guess.
const fitHours = 5.0

// Rearing returns it.
func (s *Service) Rearing(ctx context.Context) (Rearing, error) {
	op, ys, err := s.yardDays(ctx)
	if err != nil {
		return Rearing{}, err
	}
	out := Rearing{Operation: op.Name}
	if out.Today, _, err = s.TodayHere(ctx); err != nil {
		return out, err
	}
	ids, err := s.store.Rearing(ctx, op.ID, int32(out.Today-rearingBack), int32(out.Today))
	if err != nil {
		return out, err
	}
	given := map[string][]CellGiven{}
	for _, id := range ids {
		c, err := s.Believed(ctx, id)
		if err != nil {
			return out, err
		}
		if err := s.cellsOf(ctx, c, given); err != nil {
			return out, err
		}
		if c.Believed.Ended != nil {
			continue
		}
		for _, g := range c.Believed.Grafts {
			if g.Day >= out.Today-rearingBack {
				out.Batches = append(out.Batches, s.batchOf(ctx, c, g, ys))
			}
		}
	}
	for i := range out.Batches {
		out.Batches[i].Given = given[out.Batches[i].Graft.Entry]
	}
	slices.SortFunc(out.Batches, func(a, b Batch) int {
		return cmp.Or(int(b.Graft.Day-a.Graft.Day), cmp.Compare(a.Graft.Entry, b.Graft.Entry))
	})
	out.Wants, err = s.wantQueens(ctx, ys)
	return out, err
}

// cellsOf notes the cells of grafts that a hive was given, by graft.
func (s *Service) cellsOf(ctx context.Context, c Colony, given map[string][]CellGiven) error {
	es, err := s.entries(ctx, c.ID, c.Today)
	if err != nil {
		return err
	}
	told := history.FollowUps(c.ID, es)
	for _, e := range history.Live(es) {
		a, ok := e.Body.(*moves.QueenGiven)
		if !ok || a.Graft == "" {
			continue
		}
		x := CellGiven{Colony: c.ID, Code: c.Code, Day: e.Day}
		for _, f := range told {
			if f.Entry == e.ID {
				x.Looked, x.Kept, x.By = f.Looked, f.Kept, f.By
			}
		}
		given[a.Graft] = append(given[a.Graft], x)
	}
	return nil
}

// batchOf is a graft with its calendar.
func (s *Service) batchOf(ctx context.Context, c Colony, g history.Grafted, ys []yardDay) Batch {
	b := Batch{Colony: c.ID, Code: c.Code, Yard: c.YardName, Graft: g, Due: queen.Rear(g.Day)}
	i := slices.IndexFunc(ys, func(y yardDay) bool { return y.ID == c.YardID })
	if i < 0 {
		return b
	}
	site, err := s.site(ctx, ys[i])
	if err != nil { // the calendar stands without the weather
		return b
	}
	b.Mated, b.FitDays = queen.Bent(b.Due.FliesFrom, b.Due.FliesTo, fitOn(s.drawn.yard(site, ys[i].today)))
	return b
}

// fitOn returns the chance that virgins can mate on a day, from the weather of a yard as it is drawn; a half beyond it.
func fitOn(y *forecast.Yard) func(day.Day) float64 {
	return func(d day.Day) float64 {
		i := int(d - y.From)
		if i < 0 || i >= y.Days {
			return 1.0 / 2
		}
		n := 0
		for m := range y.Members {
			if y.Member(m)[i].FlightHours >= fitHours {
				n++
			}
		}
		return float64(n) / float64(max(1, y.Members))
	}
}

// oldQueen is the age from which on a queen is told as one to be replaced when there is another. Source: common practice.
const oldQueen = 2

// wantQueens returns the hives whose plan gives a queen or a cell, those that have none, and those whose queen is old.
func (s *Service) wantQueens(ctx context.Context, ys []yardDay) ([]WantsQueen, error) {
	var out []WantsQueen
	for _, y := range ys {
		near, err := s.standingsOf(ctx, y)
		if err != nil {
			return nil, err
		}
		for _, x := range near {
			w := WantsQueen{Colony: x.Colony, Code: x.Code, Yard: y.Name}
			i := slices.IndexFunc(x.Advice, func(a StandingAdvice) bool {
				return a.Action == plan.Requeen || a.Action == plan.GiveCellOrQueen
			})
			switch {
			case x.Ended || x.Looked == 0:
				continue
			case i >= 0:
				w.Why, w.By = x.Advice[i].Do, x.Advice[i].ActBy
			case x.Queenless:
				w.Why = "Has no queen that is known"
			case x.QueenYear > 0 && y.today.Time().Year()-x.QueenYear >= oldQueen:
				w.Why = fmt.Sprintf("Her queen is of %d", x.QueenYear)
			default:
				continue
			}
			out = append(out, w)
		}
	}
	slices.SortStableFunc(out, func(a, b WantsQueen) int {
		switch {
		case (a.By == 0) != (b.By == 0) && a.By == 0:
			return 1
		case (a.By == 0) != (b.By == 0):
			return -1
		}
		return cmp.Or(int(a.By-b.By), cmp.Compare(a.Code, b.Code))
	})
	return out, nil
}

// Grafted writes a graft, or, with Of, how many of its cells were taken, at the builder that is known by a code.
func (s *Service) Grafted(ctx context.Context, code, entry string, on day.Day, g history.Graft) error {
	id, err := s.FindColony(ctx, code)
	if err != nil {
		return &FieldError{"code", fmt.Sprintf("there is no hive %q", code)}
	}
	c, err := s.Believed(ctx, id)
	if err != nil {
		return err
	}
	if q, ok := queen.PresentOf(c.Believed.Queens); ok && g.Of == "" && g.Mother == "" && g.From == "" {
		g.From = q.Source
	}
	return s.Record(ctx, id, history.Entry{ID: entry, Day: on, Kind: history.KindGraft, Body: &g})
}

// GiveCell writes that a cell of a graft was given to a hive that is known by a code.
func (s *Service) GiveCell(ctx context.Context, code, entry string, on day.Day, builder, graft string) error {
	id, err := s.FindColony(ctx, code)
	if err != nil {
		return &FieldError{"code", fmt.Sprintf("there is no hive %q", code)}
	}
	c, err := s.Believed(ctx, builder)
	if err != nil {
		return err
	}
	i := slices.IndexFunc(c.Believed.Grafts, func(g history.Grafted) bool { return g.Entry == graft })
	if i < 0 {
		return &FieldError{"graft", "that graft was taken back"}
	}
	g := c.Believed.Grafts[i]
	if on < g.Day+queen.RipeAfter-1 {
		return &FieldError{"day", fmt.Sprintf("cells of %s are ripe on %s; sooner they are lost", g.Day.Short(), (g.Day + queen.RipeAfter).Short())}
	}
	source := "graft of " + g.Day.Short()
	if g.From != "" {
		source += ", " + g.From
	}
	return s.Act(ctx, id, entry, on, &moves.QueenGiven{
		Queen: DerivedID(entry, "queen"), Year: on.Time().Year(), Cell: true, Origin: queen.Bred, Mother: g.Mother, Source: source,
		Graft: graft,
	})
}
