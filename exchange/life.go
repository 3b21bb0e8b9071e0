package exchange

import (
	"cmp"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"kembo/core/assessment"
	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/feed"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/words"
)

// Origin is how a colony began, where that says what a look has not yet.
type Origin struct {
	How    string  `json:"how"` // found, package, nuc, swarm, split, bought
	Date   day.Day `json:"date"`
	BeesKg float64 `json:"bees_kg,omitempty"` // of a package or a swarm
	Seams  float64 `json:"seams,omitempty"`   // of bees, where nobody weighed them
	Cast   bool    `json:"cast,omitempty"`    // a swarm after the prime one, with a virgin
	Loose  bool    `json:"loose,omitempty"`   // the package's queen was not caged
}

// QueenEvent is an act of the log that is about a queen, as docs/formats.md lists them.
type QueenEvent struct {
	Date day.Day        `json:"date"`
	Kind string         `json:"kind"`
	Act  map[string]any `json:"act,omitempty"` // as in an operation's file
}

// queenKinds are the acts that a record may tell of a queen.
var queenKinds = []moves.Kind{
	"queen_caged", "queen_given", "queen_found", "queen_noted", "queen_gone", "queen_raised", "swarm_left",
}

// MiteCount is a count of mites.
type MiteCount struct {
	Date   day.Day `json:"date"`
	Method string  `json:"method"` // wash, roll, fall
	Mites  int     `json:"mites"`
	Bees   int     `json:"bees,omitempty"`
	Days   int     `json:"days,omitempty"` // of a fall
	Where  string  `json:"where,omitempty"`
}

// Assess reads a record as a log and assesses its colony. A record of the first version
// is its look alone, read as it always was.
func (r Record) Assess() (assessment.Case, *assessment.Assessment, error) {
	c, err := r.Case()
	if err != nil {
		return c, nil, err
	}
	if r.Version == 1 {
		a, err := assessment.Of(c, nil)
		return c, a, err
	}
	log, err := r.log(c)
	if err != nil {
		return c, nil, err
	}
	b, err := history.Fold(log, history.Ground{Colony: c.Colony, Site: c.Site, Seed: c.Seed})
	if err != nil {
		return c, nil, wrong("the record", "%s", words.Lower(err.Error()))
	}
	if b.Estimate == nil {
		return c, nil, wrong(
			"stack", "nothing is known of what it holds; give a look, or the bees that it began with as a package or a swarm",
		)
	}
	c = c.With(b)
	if f := r.feeder(); f != nil && f.SugarKg > 0 {
		c.Changes = append(slices.Clone(c.Changes), bees.Change{
			Day: c.Today, FeedKg: f.SugarKg * feed.StoresPerKgSugar.Likely,
		})
	}
	c.Neighbours, err = r.neighbours()
	if err != nil {
		return c, nil, err
	}
	if c.Readings, err = r.readings(c); err != nil {
		return c, nil, err
	}
	c.Waiting, c.DronesSeen, c.Mites = b.Waiting, r.DronesSeen, b.Mites
	return c, assessment.Assess(c, *b.Estimate, nil), nil
}

// log returns the record as entries of a log, in the order of their days.
func (r Record) log(c assessment.Case) ([]history.Entry, error) {
	set := &history.StackSet{
		ExcluderAbove: r.Stack.ExcluderAbove, Clipped: r.Queen.Clipped, HistoryKnown: r.HistoryKnown,
	}
	for i, b := range c.Stack.Boxes {
		var frames []string
		for _, f := range b.Frames {
			frames = append(frames, f.ID)
		}
		in := r.Stack.Boxes[i]
		set.Boxes = append(set.Boxes, moves.BoxOf(
			b.Format, b.ID, frames, hive.Make{Super: b.Super, Drawn: in.Drawn == nil || *in.Drawn},
		))
	}
	from := c.Look.Day
	if o := r.Origin; o != nil {
		how := history.Beginning(o.How)
		switch {
		case !slices.Contains(history.Beginnings, how):
			return nil, wrong("origin.how", "%q is not found, package, nuc, swarm, split or bought", o.How)
		case o.Date == 0:
			return nil, wrong("origin.date", "it is missing; give the day on which it began")
		case o.Date > c.Look.Day:
			return nil, wrong("origin.date", "%v is after the look of %v", o.Date, c.Look.Day)
		case o.Date < r.Date-mostPast:
			return nil, wrong("origin.date", "%v is more than %d days before date %v", o.Date, mostPast, r.Date)
		}
		from = o.Date
		set.Began = history.Began{How: how, BeesKg: o.BeesKg, Seams: o.Seams, Cast: o.Cast, Loose: o.Loose}
	}
	var out []history.Entry
	add := func(on day.Day, kind history.Kind, body any) {
		out = append(out, history.Entry{
			ID: fmt.Sprintf("entry-%d", len(out)+1), Seq: int64(len(out) + 1), Day: on, Kind: kind, Body: body,
		})
	}
	for i, q := range r.QueenEvents {
		a, err := q.act()
		if err != nil {
			return nil, wrong(fmt.Sprintf("queen_events[%d]", i), "%v", err)
		}
		if q.Date > r.Date || q.Date < r.Date-mostPast {
			return nil, wrong(
				fmt.Sprintf("queen_events[%d].date", i), "%v is not within the %d days to date %v", q.Date, mostPast, r.Date,
			)
		}
		if r.Origin == nil {
			from = min(from, q.Date)
		}
		add(q.Date, moves.Kind(q.Kind), a)
	}
	for _, f := range r.Feeds { // of version 2 it is told how much was given, and they eat it
		if f.Kg > 0 && f.From >= r.Date-mostPast && (r.Origin == nil || f.From >= from) {
			if r.Origin == nil {
				from = min(from, f.From)
			}
			add(f.From, history.KindFeed, moves.FeedOf(f.What, f.Kg))
		}
	}
	gear, err := r.gear()
	if err != nil {
		return nil, err
	}
	for _, a := range gear {
		kind, _ := moves.All.KindOf(a)
		add(c.Look.Day, kind, a)
	}
	for i, m := range r.Mites {
		if m.Date > r.Date {
			return nil, wrong(fmt.Sprintf("mite_counts[%d].date", i), "%v is in the future of date %v", m.Date, r.Date)
		}
		add(max(m.Date, from), history.KindMites, &history.MiteCount{
			Method: m.Method, Bees: m.Bees, Mites: m.Mites, Days: m.Days, Where: m.Where,
		})
		out[len(out)-1].Day = m.Date
		if m.Date < from && r.Origin == nil {
			from = m.Date
		}
	}
	if l := r.entered(c); l != nil {
		add(c.Look.Day, history.KindLook, l)
	}
	start := history.Entry{ID: "entry-0", Day: from, Kind: history.KindStack, Body: set}
	out = append([]history.Entry{start}, out...)
	slices.SortStableFunc(out, func(a, b history.Entry) int { return cmp.Compare(a.Day, b.Day) })
	if out[0].ID != start.ID {
		return nil, wrong("origin.date", "%v is after an entry of %v", from, out[0].Day)
	}
	return out, nil
}

// mostPast is how many days back a record may tell of; what was before is told by its
// look. Source: history.CarryDays.
const mostPast = history.CarryDays

// act returns the act of a queen's event.
func (q QueenEvent) act() (moves.Act, error) {
	kind := moves.Kind(q.Kind)
	if !slices.Contains(queenKinds, kind) {
		names := make([]string, len(queenKinds))
		for i, k := range queenKinds {
			names[i] = string(k)
		}
		return nil, fmt.Errorf("%q is not one of %s", q.Kind, strings.Join(names, ", "))
	}
	a, _ := moves.All.New(kind)
	b, err := json.Marshal(q.Act)
	if err != nil {
		return nil, err
	}
	d := json.NewDecoder(strings.NewReader(string(b)))
	d.DisallowUnknownFields()
	if q.Act == nil {
		return a, nil
	}
	if err := d.Decode(a); err != nil {
		return nil, fmt.Errorf("act: %s", strings.TrimPrefix(err.Error(), "json: "))
	}
	return a, nil
}

// entered returns the look of a record as it would have been entered; nil where nobody
// looked.
func (r Record) entered(c assessment.Case) *history.Look {
	q := c.Look.Queen
	l := &history.Look{
		Queen: history.Queen{Looked: q.Looked, Seen: q.Seen, Eggs: q.Eggs, Larvae: q.Larvae, Capped: q.Capped, Several: q.ManyEggs},
		Cells: history.Cells{
			Check: string(c.CellCheck), Charged: q.ChargedCells, Capped: q.CappedCells, Cups: q.DryCups,
			WithEgg: q.CupsWithEgg, Emerged: q.EmergedCells, Torn: q.TornCells, Where: q.CellsAt,
		},
		Health: string(c.Health), WhiteWax: r.WhiteWax,
	}
	if r.Cells.Date != nil && *r.Cells.Date != c.Look.Day {
		l.Cells = history.Cells{} // told by the case, with its own day
	}
	looked := q.Looked || q.Seen
	if w := r.Weight; w != nil {
		l.Weight = &history.Weight{How: w.How, Value: w.Kg, Other: w.OtherKg, Heft: w.Heft}
		looked = true
	}
	for i, b := range c.Look.Boxes {
		in := r.Stack.Boxes[i]
		x := history.BoxLook{
			Box: b.Box, Depth: string(b.Depth), Below: b.Below, Outer: string(b.Outer), State: string(b.Super),
			Heft: string(b.Heft), Value: b.Kg, Seams: in.Seams,
		}
		if in.Counts != nil {
			counts := b.Counts
			x.Counts = &counts
		}
		for _, f := range in.Frames {
			x.Faces = append(x.Faces, [2]string{f.A, f.B})
		}
		looked = looked || b.Depth != "" || in.Seams != nil
		l.Boxes = append(l.Boxes, x)
	}
	if !looked {
		return nil
	}
	return l
}
