package proof

import (
	"context"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
	"kembo/core/season"
	"kembo/lab/combwise"
)

// Yard is a world under one keeper.
type Yard struct {
	World  *World
	Today  day.Day
	Hives  []*Hive
	Visits [2]int // outside the season of swarms, and in it
}

// Keeper is somebody who keeps a yard: when they come, and what they do there.
type Keeper interface {
	// Comes reports whether they come on a day, of which it is the morning.
	Comes(y *Yard) bool
	// Visit is what they do. Hives that are no more are not among those that [Yard.Living] returns.
	Visit(y *Yard) error
}

// Live lives a world with a keeper to its end.
func Live(ctx context.Context, w *World, k Keeper) (*Yard, error) {
	y := &Yard{World: w, Today: w.From}
	written := int64(0)
	for i := range w.hives {
		h := newHive(w, i, &written)
		h.see(w, w.From, look.ByBox, combwise.UsualEye)
		h.Minutes = 0 // anybody begins with a look
		y.Hives = append(y.Hives, h)
	}
	for i, d := range w.days[lead:] {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		y.Today = w.From + day.Day(i)
		if i > 0 && k.Comes(y) {
			y.Visits[where(w, y.Today)]++
			y.findDead()
			if err := y.strips(); err != nil {
				return nil, err
			}
			if err := k.Visit(y); err != nil {
				return nil, err
			}
		}
		if err := y.winterMites(); err != nil {
			return nil, err
		}
		for _, h := range y.Hives {
			if h.ended || h.failed {
				continue
			}
			x := &w.chance[h.number][i]
			d.Luck = x.swarm
			h.lived(w, y.Today, h.bees.Step(d), x)
			y.died(h)
		}
	}
	y.Today++
	for _, h := range y.Hives {
		if !h.ended && !h.dead() {
			h.Alive++
			h.LeftKg += h.bees.Holds().StoresKg()
		}
	}
	return y, nil
}

// where tells visits in the season of swarms from the others: 1 and 0.
func where(w *World, on day.Day) int {
	if season.CellChecks.Has(w.Site.On(on)) {
		return 1
	}
	return 0
}

// Living returns the hives that their keeper takes to live.
func (y *Yard) Living() []*Hive {
	var out []*Hive
	for _, h := range y.Hives {
		if !h.ended {
			out = append(out, h)
		}
	}
	return out
}

// died counts a colony on the day on which it is none any more.
func (y *Yard) died(h *Hive) {
	if h.bees.Bees() >= dead && !h.failed || h.dead() {
		return
	}
	const winterFrom, winterTo = 288, 105
	on := y.World.Site.On(y.Today).Bees
	switch {
	case h.hungry > 0:
		h.Starved++
	case on >= winterFrom || on <= winterTo:
		h.Winter++
	default:
		h.Dwindled++
	}
}

func (h *Hive) dead() bool { return h.Starved+h.Winter+h.Dwindled+h.United > 0 }

// findDead finds the hives that are empty, and writes it down: nobody flies.
func (y *Yard) findDead() {
	for _, h := range y.Living() {
		if !h.dead() {
			continue
		}
		h.ended = true
		h.write(y.Today, history.Entry{
			Kind: history.Done(y.Today, &moves.ColonyEnded{}).Kind,
			Body: &moves.ColonyEnded{Ending: moves.Ending{How: moves.Died}},
		})
	}
}

// Of mites, which all keepers treat alike, since Kembo gives no advice on it yet: on the first visit
// from a day on the crop comes off, whatever is on, and strips go in; they come out six weeks later, and in the depth
// of winter each is trickled. Source: common practice.
const stripsFrom, stripsDays, trickledOn = 238, 42, 355

func (y *Yard) strips() error {
	on := y.World.Site.On(y.Today)
	for _, h := range y.Living() {
		switch year := y.Today.Time().Year(); {
		case h.strips.ID != "" && y.Today >= h.strips.Day+stripsDays:
			out := &moves.Treatment{
				What: "strips", Class: moves.Amidine, From: h.strips.Day, To: y.Today, HoneyBarred: y.Today,
			}
			h.write(y.Today, history.Entry{Kind: history.KindTreatment, Supersedes: h.strips.ID, Body: out})
			h.strips = history.Entry{}
		case h.treated < year && on.Bees >= stripsFrom && on.Bees < stripsFrom+stripsDays:
			if err := y.cropOff(h); err != nil {
				return err
			}
			if h.do(y.Today, &moves.Treatment{What: "strips", Class: moves.Amidine}) == nil {
				h.treated, h.strips = year, h.log[len(h.log)-1]
			}
		}
	}
	return nil
}

func (y *Yard) winterMites() error {
	if season.DayOf(y.Today, season.North) != trickledOn {
		return nil
	}
	for _, h := range y.Living() {
		a := &moves.Treatment{What: "trickled acid", Class: moves.Oxalic, From: y.Today, To: y.Today, HoneyBarred: y.Today}
		if err := h.do(y.Today, a); err != nil {
			return err
		}
	}
	return nil
}

// Sum sums the yard up.
func (y *Yard) Sum() Tally {
	var t Tally
	for _, h := range y.Hives {
		t.add(h.Tally)
	}
	return t
}
