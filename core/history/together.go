package history

import (
	"cmp"
	"math"
	"slices"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/queen"
)

// Colonies joined by what went between them are read together, each on its own
// ground, in the order of day and entry: what came from another hive is what that
// hive then had. Read are only those on which the colony depends, and of each only
// what bears on what it gave.

// Log is a colony's log with the ground that it is read on.
type Log struct {
	Entries []Entry
	Ground  Ground
}

// Unknown is something that came from a hive of which it is not known what it had:
// combs nobody has seen, with a history nobody knows.
type Unknown struct {
	Day  day.Day
	From string // colony
	Name string // by which its keeper knows it; filled in by whoever knows it
	What string // as in "a frame"
}

// Givers returns the colonies that have given something to the colony of a log, in
// order of their ids; what was undone is not counted.
func Givers(entries []Entry, colony string) []string {
	var out []string
	for _, e := range Live(entries) {
		for _, s := range Crossings(e) {
			if from, to := s.Hives(); to == colony && from != colony && from != "" && !slices.Contains(out, from) {
				out = append(out, from)
			}
		}
	}
	slices.Sort(out)
	return out
}

// Crossings returns what an entry moves between hives.
func Crossings(e Entry) []moves.Between {
	a := e.Act()
	if a == nil {
		return nil
	}
	var out []moves.Between
	for _, s := range moves.Steps(a) {
		if b, ok := s.(moves.Between); ok {
			out = append(out, b)
		}
	}
	return out
}

// company is the colonies that are read together. A giver whose log does not fit
// leaves it: from then on nothing is known of what it gives.
type company struct {
	walkers map[string]*walker
}

// turn is an entry in the walk of a company.
type turn struct {
	e  Entry
	of []*walker // in whose logs it stands
}

// joined returns the walkers of a colony and its givers, and the turns that they
// take, in order.
func joined(b *walker, entries []Entry) (*company, []turn) {
	c := &company{map[string]*walker{b.ground.Colony: b}}
	logs := map[string][]Entry{b.ground.Colony: Live(entries)}
	for _, l := range b.ground.Givers {
		if id := l.Ground.Colony; logs[id] == nil {
			c.walkers[id] = &walker{ground: l.Ground, parameters: b.parameters}
			logs[id] = Live(l.Entries)
		}
	}
	// After the last that a giver gives to one of them nothing of it matters.
	until := map[string]int{}
	for id, es := range logs {
		until[id] = len(es)
		if id == b.ground.Colony {
			continue
		}
		until[id] = 0
		for i, e := range es {
			for _, s := range Crossings(e) {
				if from, to := s.Hives(); from == id && c.walkers[to] != nil {
					until[id] = i + 1
				}
			}
		}
	}
	var turns []turn
	at := map[string]int{} // where an entry's turn is, by its id
	for _, id := range sortedIDs(logs) {
		w := c.walkers[id]
		w.last = w.ground.To // what is carried is told from the day on which it is read
		for _, e := range logs[id][:until[id]] {
			w.last = max(w.last, e.Day)
			if i, ok := at[e.ID]; ok && len(e.With) > 0 {
				turns[i].of = append(turns[i].of, w)
				continue
			}
			at[e.ID] = len(turns)
			turns = append(turns, turn{e, []*walker{w}})
		}
	}
	if len(c.walkers) > 1 {
		slices.SortStableFunc(turns, func(a, b turn) int {
			return cmp.Or(cmp.Compare(a.e.Day, b.e.Day), cmp.Compare(written(a.e), written(b.e)))
		})
	}
	return c, turns
}

func sortedIDs(logs map[string][]Entry) []string {
	ids := make([]string, 0, len(logs))
	for id := range logs {
		ids = append(ids, id)
	}
	slices.Sort(ids)
	return ids
}

// written is the place of an entry in the order in which all were written.
func written(e Entry) int64 {
	if e.Seq == 0 {
		return math.MaxInt64
	}
	return e.Seq
}

// take has an entry taken in by those in whose logs it stands. The error is the
// misfit of the colony that the walk is for; a giver's own only takes it out of the
// company.
func (c *company) take(t turn, of *walker) error {
	act := t.e.Act()
	if act == nil || t.e.Unread != "" {
		for _, w := range t.of {
			if c.walkers[w.ground.Colony] != w {
				continue // it has left
			}
			if err := w.take(t.e); err != nil && c.misfit(w, of) {
				return err
			}
		}
		return nil
	}
	for _, w := range t.of {
		if c.walkers[w.ground.Colony] != w {
			continue
		}
		if err := w.over(t.e); err != nil && c.misfit(w, of) {
			return err
		}
	}
	here := t.e.Colony
	if own := t.of[0].ground.Colony; here == "" || own == "" { // read without saying whose it is
		here = own
	}
	for _, s := range moves.Steps(act) {
		for _, w := range t.of {
			w.united(s, t.e.Day)
		}
		if err := c.step(t.e, s, here, of); err != nil {
			return err
		}
	}
	return nil
}

// misfit takes a colony whose log does not fit out of the company, and reports
// whether it is the one that the walk is for.
func (c *company) misfit(w, of *walker) bool {
	if w == of {
		return true
	}
	delete(c.walkers, w.ground.Colony)
	return false
}

// step does one act.
func (c *company) step(e Entry, a moves.Act, here string, of *walker) error {
	ids := []string{here}
	if b, ok := a.(moves.Between); ok {
		if from, to := b.Hives(); from != to {
			ids = []string{from, to}
		}
	} else if x, ok := a.(moves.Elsewhere); ok && x.At() != "" {
		ids = []string{x.At()}
	}
	var known []moves.Hive
	for _, id := range ids {
		if w := c.walkers[id]; w != nil {
			known = append(known, w.hive())
		}
	}
	if len(known) == 0 {
		return nil // none of the hives it is about is read
	}
	d, err := moves.Do(moves.Of(known[0], known[1:]...), a, e.Day)
	if err != nil && len(known) == 1 {
		if w := c.walkers[known[0].Colony]; c.misfit(w, of) {
			return err
		}
		return nil
	}
	if err != nil { // whose log does it not fit?
		giver := c.walkers[ids[0]]
		if _, e1 := moves.Do(moves.Of(giver.hive()), a, e.Day); e1 != nil {
			if c.misfit(giver, of) {
				return err
			}
			return c.step(e, a, here, of)
		}
		if taker := c.walkers[ids[1]]; c.misfit(taker, of) {
			return err
		}
		return c.step(e, a, here, of)
	}
	if d.To != "" && d.From != d.To {
		c.cross(e, a, d)
	}
	for _, h := range known {
		w := c.walkers[h.Colony]
		after := *d.Hives.At(h.Colony)
		w.stocked(e.Day, a, h.Stack, after)
		w.did(e, h, after, d.Changes[h.Colony])
	}
	return nil
}

// cross works out what the taker of an act gets, and notes it in its change.
func (c *company) cross(e Entry, a moves.Act, d moves.Done) {
	taker := c.walkers[d.To]
	if taker == nil {
		return
	}
	change := d.Changes[d.To]
	change.Day = e.Day
	giver := c.walkers[d.From]
	var in bees.Parcel
	if giver != nil {
		in = giver.given(d.Changes[d.From])
		taker.inherit(giver, taker.Stack, d.Hives.At(d.To).Stack, e.Day)
	}
	came := arrivalOf(a, taker.Stack, d.Hives.At(d.To).Stack)
	if giver == nil {
		taker.HistoryKnown = false
		taker.Unknown = append(taker.Unknown, Unknown{Day: e.Day, From: d.From, What: came.what})
	}
	if len(in) == 0 && taker.ground.Site.Yard != "" {
		in = forecast.NotSeen(came.unseen, forecast.Members, e.ID, taker.ground.Seed)
	}
	if len(in) > 0 {
		change.In, change.InAbove = &in, came.above
	}
	d.Changes[d.To] = change
}

// arrival is what came to a hive, as far as the act and its combs tell.
type arrival struct {
	what   string
	above  float64 // share of its comb that stands in supers
	unseen forecast.Unseen
}

// usualBees is what a colony has in season, where nobody knows. Source: none; guess.
const usualBees = 25000

// usualFliers is how many of them fly. Source: Winston 1987, from memory: about a third.
const usualFliers = usualBees / 3

// arrivalOf compares a hive before and after what came to it.
func arrivalOf(a moves.Act, before, after hive.Stack) arrival {
	out := arrival{what: "bees"}
	kg, above := 0.0, 0.0
	for _, b := range after.Boxes {
		f := b.Format.Frame
		for _, x := range b.Frames {
			if _, had := before.PlaceOf(x.ID); had {
				continue
			}
			cells := 2 * f.WorkerCells()
			out.unseen.Cells += cells
			out.unseen.Bees += f.BeesAtFullCover()
			kg += 2 * f.HoneyKg(b.Format.ThicknessMM(len(b.Frames)))
			if b.Super {
				above += cells
			}
		}
	}
	out.unseen.KgPerCell = measure.Share(kg, out.unseen.Cells)
	out.above = measure.Share(above, out.unseen.Cells)
	switch x := a.(type) {
	case *moves.FrameMoved:
		out.what = "a frame"
		if !x.WithBees {
			out.unseen.Bees = 0
		}
	case *moves.BoxMoved:
		out.what = "a box"
		if !x.WithBees {
			out.unseen.Bees = 0
		}
	case *moves.BeesMoved:
		out.unseen.Bees = x.Share * usualBees
	case *moves.PlacesChanged:
		out.unseen.Bees = x.Share * usualFliers
	case *moves.QueenMoved:
		out.what, out.unseen.Queen = "a queen", true
	}
	return out
}

// hive is what acts are done to.
func (w *walker) hive() moves.Hive {
	return moves.Hive{Colony: w.ground.Colony, Stack: w.Stack, Queen: w.queen}
}

// Hive returns the hive of a colony, for acts to be done to.
func (b Believed) Hive(colony string) moves.Hive {
	h := moves.Hive{Colony: colony, Stack: b.Stack, Queen: moves.Queen{Year: b.QueenYear, Clipped: b.Clipped}}
	if p, ok := queen.PresentOf(b.Queens); ok {
		h.Queen = moves.Queen{
			ID: p.ID, Year: p.Year, Clipped: p.Clipped, Caged: p.Caged, Mark: p.Mark, Origin: p.Origin,
			Mother: p.Mother, Source: p.Source, State: p.State,
		}
	}
	return h
}

// given returns what a change takes out of the hive, by member; nil where nothing is
// known of what it holds.
func (w *walker) given(c bees.Change) bees.Parcel {
	if c.Nothing() || !w.carries(c.Day) || c.Day < w.Estimate.Day {
		return nil
	}
	x := w.Ensemble
	if x == nil {
		e := *w.Estimate
		e.Stack = w.Stack
		x = w.draw(&e)
		w.Ensemble = x
	}
	if w.giving == nil || w.givingOf != x || w.giving.Day > c.Day || len(w.ground.Gains) > 0 {
		w.giving, w.givingOf = x.Clone(), x
		w.follow(w.giving, c.Day)
	}
	x = w.giving
	x.Move(&w.parameters, w.yard(x.Day), w.Changes, c.Day)
	return x.Give(&w.parameters, w.yard(x.Day), w.Changes, c)
}

// inherit notes of the frames that came from a giver what was known of them there,
// and with what they had been in a hive.
func (w *walker) inherit(giver *walker, before, after hive.Stack, on day.Day) {
	for _, box := range after.Boxes {
		for _, f := range box.Frames {
			if _, had := before.PlaceOf(f.ID); had {
				continue
			}
			if _, was := giver.Stack.PlaceOf(f.ID); !was {
				continue
			}
			c := giver.Combs[f.ID]
			c.Feeds, c.Treatments = giver.With(f.ID)
			c.Treatments = slices.Clone(c.Treatments)
			for i := range c.Treatments { // what is in a hive stays there
				if c.Treatments[i].To == 0 {
					c.Treatments[i].To = on
				}
			}
			c.In = on
			w.fedInto(&c, on)
			if w.Combs == nil {
				w.Combs = map[string]Comb{}
			}
			w.Combs[f.ID] = c
			delete(giver.Combs, f.ID)
		}
	}
	if !giver.HistoryKnown {
		w.HistoryKnown = false
	}
}
