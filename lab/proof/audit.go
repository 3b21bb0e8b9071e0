package proof

import (
	"context"
	"fmt"
	"slices"

	"kembo/core/day"
)

// Audit is what the board of a yard that is followed said on the mornings from May to August, and what became of its
// silence.
type Audit struct {
	CannotWait []float64 // share of the hives that could not wait for the next reading, by morning, sorted
	Visits     int       // hives at which the keeper could have been: all that lived, on the days of the rhythm
	Silent     []string  // swarms and starvation of those that were not marked
}

// Median returns the share on the median morning, and how many mornings are over a share.
func (a *Audit) Median(over float64) (median float64, above int) {
	if len(a.CannotWait) == 0 {
		return 0, 0
	}
	i, _ := slices.BinarySearchFunc(a.CannotWait, over, func(x, over float64) int {
		if x <= over {
			return -1
		}
		return 1
	})
	return a.CannotWait[len(a.CannotWait)/2], len(a.CannotWait) - i
}

// AuditOf follows Kembo's plans in a world and reads the board each morning of its season.
func AuditOf(ctx context.Context, climate string, seed uint64) (*Audit, error) {
	w, err := NewWorld(climate, seed)
	if err != nil {
		return nil, err
	}
	k := &audited{plans: follow(1, false), was: map[string]losses{}, marked: map[string]bool{}}
	if _, err := Live(ctx, w, k); err != nil {
		return nil, err
	}
	slices.Sort(k.audit.CannotWait)
	return &k.audit, nil
}

// losses are what a hive has lost so far.
type losses struct{ swarms, starved int }

// audited is a keeper who follows plans, and is looked over the shoulder.
type audited struct {
	*plans
	audit  Audit
	was    map[string]losses
	marked map[string]bool // hives that could not wait, this morning
	left   bool            // it was read this morning, and nobody came
}

// Days of the bees' year from May to August.
const mayDay, augustEnds = 121, 243

// Comes reads the board of the morning, and tells what yesterday's was silent about.
func (a *audited) Comes(y *Yard) bool {
	a.overnight(y)
	before := a.last
	comes := a.plans.Comes(y)
	m := y.World.Site.On(y.Today)
	season := m.Bees >= mayDay && m.Bees <= augustEnds
	if season && a.last != before {
		a.audit.Visits += len(y.Living())
	}
	if a.left = season && !comes; !a.left {
		return comes
	}
	next := y.World.From + day.Day(a.last+a.rhythm(m))
	g := a.ground(y)
	n, cannot := 0, 0
	for _, h := range y.Living() {
		x := a.work(y, h, g, max(next, y.Today))
		if x == nil || h.dead() {
			continue
		}
		n++
		if a.marked[h.ID] = x.Plan.Urgent; x.Plan.Urgent {
			cannot++
		}
	}
	a.audit.CannotWait = append(a.audit.CannotWait, float64(cannot)/float64(max(1, n)))
	return false
}

// overnight notes what was lost since yesterday by hives that were not marked then.
func (a *audited) overnight(y *Yard) {
	for _, h := range y.Hives {
		now, was := losses{h.Swarms, h.Starved}, a.was[h.ID]
		a.was[h.ID] = now
		if now == was || !a.left || a.marked[h.ID] {
			continue
		}
		what := "swarmed"
		if now.starved > was.starved {
			what = "starved"
		}
		a.audit.Silent = append(a.audit.Silent, fmt.Sprintf("%s %s %s", y.Today.Short(), h.ID, what))
	}
}
