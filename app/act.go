package app

import (
	"context"
	"fmt"
	"slices"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/core/plan"
)

// Do writes an action that was advised today as done: the supers on, the combs
// swapped, the feed given. entryID makes doing it twice doing it once.
func (s *Service) Do(ctx context.Context, colony, entryID string, action plan.Action) error {
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
	if c.Assessment == nil {
		return notTicked
	}
	i := slices.IndexFunc(c.Assessment.Advice, func(a plan.Advice) bool { return a.Action == action })
	switch {
	case i < 0:
		return &FieldError{"action", "this is no longer advised; the page was older than the hive"}
	case c.Assessment.Advice[i].EvensOut():
		return s.evenOut(ctx, c, c.Assessment.Advice[i], r)
	case len(c.Assessment.Advice[i].Acts) == 0:
		return notTicked
	}
	es, err := actEntries(c.Believed.Hive(colony), c.Today, c.Assessment.Advice[i].Acts)
	if err != nil {
		return err
	}
	for k := range es {
		es[k].ID = numberedID(entryID, k+1)
	}
	_, err = s.once(ctx, colony, r, func(making) ([]history.Entry, error) { return es, nil })
	s.Settled(ctx, colony)
	return err
}

// notTicked is what is told of an advice that needs a look.
var notTicked = &FieldError{"action", "this cannot be noted as done; record a look instead"}

// TickOf returns what a tick of an advice, by its place, says as done; none where it
// takes a look.
func (c Colony) TickOf(i int) []moves.Said {
	if c.Assessment == nil || i >= len(c.Assessment.Advice) {
		return nil
	}
	return c.Assessment.Advice[i].Acts
}

// actEntries says in the log what was done at a hive on a day.
func actEntries(h moves.Hive, on day.Day, said []moves.Said) ([]history.Entry, error) {
	acts, _, err := moves.All.ExactAll(h, said, newID)
	if err != nil {
		return nil, fieldOf(err, "done")
	}
	var out []history.Entry
	for _, a := range acts {
		out = append(out, history.Done(on, a))
	}
	return out, nil
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
		if n.Kg <= 0 || n.Kg > moves.MostSugarKg {
			return &FieldError{
				"kg of sugar",
				fmt.Sprintf("give the sugar in the feed, more than 0 and at most %d kg", moves.MostSugarKg),
			}
		}
		if n.What == "" {
			n.What = "syrup"
		}
		e.Body = moves.FeedOf(n.What, n.Kg)
	case history.KindWeighing:
		if n.Kg <= 0 || n.Kg > 400 {
			return &FieldError{"kg", "give the whole hive's weight, more than 0 and at most 400 kg"}
		}
		e.Body = &history.Weighing{Kg: n.Kg}
		return s.record(ctx, colony, e, func(m making) (history.Entry, error) {
			st, err := m.stack(n.Day)
			if tare := st.TareKg(); err == nil && n.Kg < leastOfTare*tare {
				err = &FieldError{"kg", fmt.Sprintf(
					"the boxes and frames alone weigh about %.0f kg; look whether the unit is right and the whole hive was "+
						"lifted", tare,
				)}
			}
			return e, err
		})
	case history.KindTreatment:
		if n.What == "" {
			return &FieldError{"treatment", "say what was put in"}
		}
		if n.Out {
			return s.takeOut(ctx, colony, n, e)
		}
		e.Body = &moves.Treatment{What: n.What}
	default:
		return &FieldError{"entry", "choose feed, treatment or weighing"}
	}
	return s.Record(ctx, colony, e)
}

// leastOfTare is how much lighter than its ware by the catalogue a hive may be: wood
// differs by a fifth, boxes of other makes by more. Source: none; guess.
const leastOfTare = 0.6

// takeOut writes e as the correction of the treatment that is in, with its end.
func (s *Service) takeOut(ctx context.Context, colony string, n Note, e history.Entry) error {
	out := &moves.Treatment{What: n.What, To: n.Day, HoneyBarred: n.Until}
	e.Body = out
	return s.record(ctx, colony, e, func(m making) (history.Entry, error) {
		for _, l := range slices.Backward(history.Live(m.log)) {
			t, ok := l.Body.(*moves.Treatment)
			if !ok || t.To != 0 || t.What != n.What {
				continue
			}
			made := *out
			made.From = l.Day
			e.Supersedes, e.Body = l.ID, &made
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
	a := &moves.Arranged{}
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
	e := history.Entry{ID: entryID, Day: on, Kind: "arranged", Body: a}
	return s.record(ctx, colony, e, func(m making) (history.Entry, error) {
		if what != ArrangeExcluder {
			return e, nil
		}
		st, err := m.stack(on)
		nest := len(st.Boxes) - st.Supers()
		e.Body = &moves.Arranged{ExcluderAbove: &nest}
		return e, err
	})
}
