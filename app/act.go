package app

import (
	"context"
	"fmt"
	"slices"

	"kembo/core/advice"
	"kembo/core/day"
	"kembo/core/feed"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/shorthand"
)

// Doable reports whether an action can be written to the log as done just as
// it was advised; the others need a look.
func Doable(a advice.Action) bool {
	switch a {
	case advice.AddSuper, advice.RelieveHoneyBound, advice.FeedEmergency, advice.FeedWinter, advice.HarvestSuper:
		return true
	}
	return false
}

// Do writes an action that was advised today as done: the supers on, the combs
// swapped, the feed given. entryID makes doing it twice doing it once.
func (s *Service) Do(ctx context.Context, colony, entryID string, action advice.Action) error {
	if err := s.may(MayWrite, "write"); err != nil {
		return err
	}
	r := request{ID: entryID, Kind: "done", Body: string(action)}
	if s.wasSent(ctx, entryID) { // done, it is no longer advised
		_, err := s.once(ctx, colony, r, func(making) ([]history.Entry, error) { return nil, taken })
		return err
	}
	c, err := s.Worked(ctx, colony)
	if err != nil {
		return err
	}
	if slices.ContainsFunc(c.Log, func(l LogLine) bool { return l.ID == entryID+"-1" }) {
		return nil // as it was written up to 7ef76f4
	}
	if c.Assessment == nil || !Doable(action) {
		return &FieldError{"action", "this cannot be noted as done; record a look instead"}
	}
	i := slices.IndexFunc(c.Assessment.Advice, func(a advice.Advice) bool { return a.Action == action })
	if i < 0 {
		return &FieldError{"action", "this is no longer advised; the page was older than the hive"}
	}
	es := doneAs(c, c.Assessment.Advice[i])
	for k := range es {
		es[k].ID, es[k].Day = numberedID(entryID, k+1), c.Today
	}
	_, err = s.once(ctx, colony, r, func(making) ([]history.Entry, error) { return es, nil })
	s.Settled(ctx, colony)
	return err
}

// TickOf returns an advice, by its place, as things done, as a round ticks it; none
// where it is not one that a tick can say.
func (c Colony) TickOf(i int) []shorthand.Act {
	if c.Ahead == nil || i >= len(c.Ahead.Ticks) {
		return nil
	}
	return c.Ahead.Ticks[i]
}

func (c Colony) tickOf(a advice.Advice, set advice.Settings) []shorthand.Act {
	if !Doable(a.Action) {
		return nil
	}
	switch a.Action {
	case advice.AddSuper:
		return []shorthand.Act{{What: shorthand.SupersOn, Count: int(a.Needs[0].Count), Drawn: set.DrawnSupers}}
	case advice.RelieveHoneyBound:
		return []shorthand.Act{{What: shorthand.CombsSwap, Count: int(a.Needs[0].Count)}}
	case advice.FeedEmergency, advice.FeedWinter:
		if n := a.Needs[0]; n.Unit == "L" {
			return []shorthand.Act{{What: shorthand.Fed, Litres: n.Count, Ratio: "2:1"}}
		}
		return []shorthand.Act{{What: shorthand.Fed, Kg: a.Changes[0].FeedKg / feed.StoresPerKgSugar.Likely}}
	}
	var out []shorthand.Act
	for _, x := range advice.Supers(c.Believed.Stack) {
		if x.Ready(set) {
			out = append(out, shorthand.Act{What: shorthand.BoxOff, Box: c.Believed.Stack.Boxes[x.Box].ID, Harvested: true})
		}
	}
	return out
}

// doneAs turns an advice into the entries that say it was done.
func doneAs(c Colony, a advice.Advice) []history.Entry {
	st := c.Believed.Stack
	var out []history.Entry
	switch a.Action {
	case advice.AddSuper:
		out = supersOn(st, int(a.Needs[0].Count), c.Assessment.Situation.Settings.DrawnSupers)
	case advice.RelieveHoneyBound:
		out = append(out, swapOf(st, int(a.Needs[0].Count)))
	case advice.FeedEmergency, advice.FeedWinter:
		kg := a.Changes[0].FeedKg // of a feed in portions, this one
		out = append(out, history.Entry{Kind: history.KindFeed, Feed: &history.Feed{What: a.Needs[0].What, Kg: kg / feed.StoresPerKgSugar.Likely, StoresKg: kg}})
	case advice.HarvestSuper:
		for _, x := range advice.Supers(st) {
			if x.Ready(c.Assessment.Situation.Settings) {
				out = append(out, history.Entry{Kind: history.KindBoxOff, BoxOff: &history.BoxOff{Box: st.Boxes[x.Box].ID, Why: "harvest"}})
			}
		}
	}
	return out
}

// supersOn puts supers like those it has on a hive.
func supersOn(st hive.Stack, n int, drawn bool) []history.Entry {
	f := st.SuperFormat()
	var out []history.Entry
	for k := range n {
		out = append(out, history.Entry{Kind: history.KindBoxOn, BoxOn: &history.BoxOn{At: len(st.Boxes) + k, Box: MakeBox(f, framesLike(st, f), true, drawn),
			ExcluderUnder: k == 0 && st.Supers() == 0}})
	}
	return out
}

// swapOf swaps the combs of the nest with most honey for empty ones.
func swapOf(st hive.Stack, n int) history.Entry {
	sw := &history.Swap{}
	for _, p := range hive.HoneyCombs(st, n).Places {
		sw.Out = append(sw.Out, st.Boxes[p.Box].Frames[p.Slot].ID)
		sw.In = append(sw.In, newID())
	}
	return history.Entry{Kind: history.KindSwap, Swap: sw}
}

// Note is a feed, a treatment or a weighing as a user gives it.
type Note struct {
	ID    string
	Kind  history.Kind
	Day   day.Day
	What  string
	Kg    float64
	Until day.Day // a treatment: last day on which its label bars honey, 0: not known
	Out   bool    // a treatment: it came out on Day
}

// Write notes what was fed, put in, taken out or weighed.
func (s *Service) Write(ctx context.Context, colony string, n Note) error {
	e := history.Entry{ID: n.ID, Day: n.Day, Kind: n.Kind}
	switch n.Kind {
	case history.KindFeed:
		if n.Kg <= 0 || n.Kg > 60 {
			return &FieldError{"kg of sugar", "give the sugar in the feed, more than 0 and at most 60 kg"}
		}
		if n.What == "" {
			n.What = "syrup"
		}
		e.Feed = &history.Feed{What: n.What, Kg: n.Kg, StoresKg: n.Kg * feed.StoresPerKgSugar.Likely}
	case history.KindWeighing:
		if n.Kg <= 0 || n.Kg > 400 {
			return &FieldError{"kg", "give the whole hive's weight, more than 0 and at most 400 kg"}
		}
		e.Weighing = &history.Weighing{Kg: n.Kg}
	case history.KindTreatment:
		if n.What == "" {
			return &FieldError{"treatment", "say what was put in"}
		}
		e.Treatment = &history.Treatment{What: n.What}
		if n.Out {
			return s.takeOut(ctx, colony, n, e)
		}
	default:
		return &FieldError{"entry", "choose feed, treatment or weighing"}
	}
	return s.Record(ctx, colony, e)
}

// takeOut writes e as the correction of the treatment that is in, with its end.
func (s *Service) takeOut(ctx context.Context, colony string, n Note, e history.Entry) error {
	e.Treatment.To, e.Treatment.HoneyBarred = n.Day, n.Until
	return s.record(ctx, colony, e, func(m making) (history.Entry, error) {
		for _, l := range slices.Backward(history.Live(m.log)) {
			t := l.Treatment
			if t == nil || t.To != 0 || t.What != n.What {
				continue
			}
			out := *e.Treatment
			out.From = l.Day
			e.Supersedes, e.Treatment = l.ID, &out
			return e, nil
		}
		return e, &FieldError{"treatment", fmt.Sprintf("%s is not in this hive; choose one that is", n.What)}
	})
}

// In returns the treatments that are in a hive.
func (c Colony) In() []string {
	var out []string
	for _, t := range c.Believed.Treatments {
		if t.To == 0 {
			out = append(out, t.What)
		}
	}
	return out
}

// Ways to arrange a hive, as pages name them.
const (
	ArrangeTurn      = "turn"
	ArrangeExcluder  = "excluder"
	ArrangeOut       = "excluder-out"
	ArrangeScreen    = "screen"
	ArrangeScreenOff = "screen-off"
)

// Arrange writes how a hive was arranged anew: the boxes of its nest turned, an
// excluder laid over the nest or taken out, a double screen under it.
func (s *Service) Arrange(ctx context.Context, colony, entryID string, on day.Day, what string) error {
	a := &history.Arranged{}
	yes, no, none := true, false, 0
	switch what {
	case ArrangeTurn:
		a.NestTurned = true
	case ArrangeOut:
		a.ExcluderAbove = &none
	case ArrangeScreen:
		a.OverScreen = &yes
	case ArrangeScreenOff:
		a.OverScreen = &no
	case ArrangeExcluder: // over the nest, as it is when this is written
	default:
		return &FieldError{"arranged", "choose what was done"}
	}
	e := history.Entry{ID: entryID, Day: on, Kind: history.KindArranged, Arranged: a}
	return s.record(ctx, colony, e, func(m making) (history.Entry, error) {
		if what != ArrangeExcluder {
			return e, nil
		}
		st, err := m.stack(on)
		nest := len(st.Boxes) - st.Supers()
		e.Arranged = &history.Arranged{ExcluderAbove: &nest}
		return e, err
	})
}
