package app

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"runtime"
	"slices"
	"sync"
	"sync/atomic"

	"kembo/core/assessment"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/plan"
	"kembo/store"
)

// work is a colony whose standing is to be worked out.
type work struct {
	colony  store.Colony
	entries []history.Entry
	scale   scaleTold
	givers  []history.Log
	by      around
	hash    string
	mark    int64
}

// which says which colonies of a yard are to be worked out.
type which struct {
	only []string // these, marked or not
	all  bool     // all; else those that are marked
}

// refreshYard works standings of a yard out, and tells how many it has done of how
// many.
func (s *Service) refreshYard(ctx context.Context, yard string, of which, tell func(done, of int)) (int, error) {
	// The marks come first: what changes after they were read has another.
	todo, all, err := s.toWorkOut(ctx, yard, of)
	if err != nil || len(todo) == 0 {
		return 0, err
	}
	y, err := s.yard(ctx, yard)
	if err != nil {
		return 0, err
	}
	site, err := s.site(ctx, y)
	if err != nil {
		return 0, err
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return 0, err
	}
	tell(0, len(todo))
	level, err := s.level(ctx, y.ID)
	if err != nil {
		return 0, err
	}
	b := &batch{
		s:       s,
		y:       y,
		site:    site,
		set:     set,
		weather: keyOf(site, y.today),
		yard:    s.drawn.yard(site, y.today),
		level:   level,
	}
	if all && level.SD == 0 { // the first time the yard is read: what do they say of it?
		// A few dozen say it well enough to begin with.
		if err := b.each(ctx, todo[:min(len(todo), 2*atOnce)], b.hear); err != nil {
			return 0, err
		}
		if b.level, err = b.learn(ctx); err != nil {
			return 0, err
		}
		b.paces = nil
	}
	done := 0
	// A few at a time: what is believed of a colony is large while it is held.
	for part := range slices.Chunk(todo, atOnce) {
		if err := b.save(ctx, part); err != nil {
			return done, err
		}
		done += len(part)
		tell(done, len(todo))
	}
	if b.alarm {
		if b.asked, _, err = s.toWorkOut(ctx, yard, which{all: true}); err != nil {
			return done, err
		}
	}
	if err := b.besides(ctx); err != nil {
		return done, err
	}
	if all {
		_, err = b.learn(ctx)
	}
	return done, err
}

// save works some colonies out and stores that.
func (b *batch) save(ctx context.Context, part []work) (err error) {
	if b.near, err = b.s.standingsOf(ctx, b.y); err != nil {
		return err
	}
	if b.before == nil {
		b.before = b.near
	}
	b.rows = make([]store.Worked, len(part))
	if err := b.each(ctx, part, b.assess); err != nil {
		return err
	}
	return b.s.store.SaveStandings(ctx, b.rows...)
}

// toWorkOut returns the colonies of a yard that are to be worked out, and whether
// they are all it has.
func (s *Service) toWorkOut(ctx context.Context, yard string, of which) (todo []work, all bool, err error) {
	y, err := s.store.Yard(ctx, yard)
	if err != nil {
		return nil, false, err
	}
	today := int32(s.Today(y))
	marks, err := s.store.Stale(ctx, y.ID, today)
	if err != nil {
		return nil, false, err
	}
	colonies, err := s.store.ColoniesOf(ctx, y.ID, today)
	if err != nil {
		return nil, false, err
	}
	for _, c := range colonies {
		mark, marked := marks[c.ID]
		if of.only != nil && !slices.Contains(of.only, c.ID) || of.only == nil && !of.all && !marked {
			continue
		}
		todo = append(todo, work{colony: c, mark: mark})
	}
	return todo, len(todo) == len(colonies), nil
}

// atOnce is how many colonies are worked out between two writes.
const atOnce = 32

// batch works out the standings of a yard.
type batch struct {
	s       *Service
	y       yardDay
	site    forecast.Site
	set     Settings
	weather [32]byte
	yard    *forecast.Yard
	level   forecast.Level
	rows    []store.Worked
	mu      sync.Mutex
	paces   []forecast.Pace
	near    []Standing  // of the yard, as they were before those that are being worked out
	before  []Standing  // and before the first of the batch
	asked   []work      // to be worked out once the others are
	pairs   *plan.Pairs // of the yard once all were worked out; nil: they are not yet
	alarm   bool        // brood was found suspect, or is so no more: that bears on every hive of the yard
}

// read reads the log of a colony.
func (b *batch) read(ctx context.Context, w *work) error {
	var err error
	if w.entries, err = b.s.entries(ctx, w.colony.ID, b.y.today); err != nil {
		return err
	}
	if w.scale, err = b.s.gains(ctx, w.colony, b.y, b.site, w.entries); err != nil {
		return err
	}
	if w.givers, err = b.s.giversOf(ctx, w.colony.ID, w.entries, b.set); err != nil {
		return err
	}
	if w.by, err = b.s.around(ctx, w.colony.ID, b.y, b.near); err != nil {
		return err
	}
	w.by.pairs = b.pairs
	w.hash = hashOf(b.y, b.weather, b.set, w.colony.Code, w.entries, w.scale, w.givers, w.by.kept)
	return nil
}

// ground is what a colony's log is read on.
func (b *batch) ground(w work) history.Ground {
	g := b.s.ground(w.colony.ID, b.site, b.set, b.y.today, w.scale)
	g.Givers = w.givers
	return g
}

// each reads the logs of some colonies, in parallel, and does something with
// what is believed of them. What goes wrong with one colony is that colony's: it
// is noted, and the others go on.
func (b *batch) each(ctx context.Context, todo []work, do func(i int, w work, c Colony) error) error {
	return inParallel(ctx, len(todo), func(i int) error {
		b.s.toPages()
		w := todo[i]
		failed := guarded(func() error {
			if err := b.read(ctx, &w); err != nil {
				return err
			}
			c := Colony{Colony: w.colony}
			readInto(&c, w.entries, b.ground(w))
			if err := b.s.nameUnknown(ctx, &c.Believed); err != nil {
				return err
			}
			return do(i, w, c)
		})
		if failed == nil || ctx.Err() != nil {
			return ctx.Err()
		}
		b.s.log.Error("work out a colony", "colony", w.colony.Code, "err", failed, "stack", stackOf(failed))
		if len(b.rows) <= i {
			return nil // only heard
		}
		u := &unknown{"Look through its log", "Kembo could not work this colony out: " + failed.Error() + "."}
		row, err := standingOf(w.colony, b.y, b.set, history.Believed{}, nil, u).row(w.hash)
		b.rows[i] = store.Worked{Standing: row, Mark: w.mark}
		return err
	})
}

// stackOf is where a fault was, "" where there was none.
func stackOf(err error) string {
	var p *PanicError
	if errors.As(err, &p) {
		return string(p.Stack)
	}
	return ""
}

// hear notes what a colony says of its yard's flow.
func (b *batch) hear(_ int, _ work, c Colony) error {
	if c.Believed.Ensemble != nil {
		p := c.Believed.Ensemble.Pace()
		b.mu.Lock()
		b.paces = append(b.paces, p)
		b.mu.Unlock()
	}
	return nil
}

// assess works out a standing.
func (b *batch) assess(i int, w work, c Colony) error {
	if err := b.hear(i, w, c); err != nil {
		return err
	}
	var a *assessment.Assessment
	u := brokenOf(c.Broken)
	if u == nil {
		switch k, err := caseOf(w.colony, b.y, b.site, b.set, b.level, b.yard, c.Believed, w.by); {
		case err == nil:
			k.Tracks = drawnCourses
			a = assessment.Assess(k, *c.Believed.Estimate, b.yard)
			c.Assessment, c.Ahead, c.Dropped = a, aheadOf(c, a), w.by.dropped
			b.asks(w, a)
			c.expected = c.Believed.ExpectedOn(b.y.today, b.ground(w))
		case !errors.As(err, &u):
			return err
		}
	}
	row, err := standingOf(w.colony, b.y, b.set, c.Believed, a, u).row(w.hash)
	if err != nil {
		return err
	}
	if row.Told, row.Course, err = toldOf(c, u).pack(); err != nil {
		return err
	}
	queens, err := queenRows(w.colony.ID, c.Believed.Queens)
	if err != nil {
		return err
	}
	crops, err := cropRows(c.Believed.Crops)
	if err != nil {
		return err
	}
	b.rows[i] = store.Worked{Standing: row, Mark: w.mark, Queens: queens, Crops: crops, Stock: stockRows(c.Believed.Stocked)}
	if a != nil {
		b.rows[i].Kept, err = keptRow(w.colony.ID, b.y, w.hash, a.Plan)
	}
	return err
}

// learn works out the yard's flow level from what its colonies said, and stores
// it.
func (b *batch) learn(ctx context.Context) (forecast.Level, error) {
	told := 0
	for _, p := range b.paces {
		if p.Told {
			told++
		}
	}
	// In order, so that the same logs give the same level to the last bit.
	slices.SortFunc(b.paces, func(p, q forecast.Pace) int { return cmp.Compare(p.Log, q.Log) })
	l := forecast.PoolLevel(b.paces)
	return l, b.s.store.SetYardLevel(
		ctx,
		store.YardLevel{YardID: b.y.ID, Day: int32(b.y.today), Mean: l.Mean, SD: l.SD, Colonies: told},
	)
}

// inParallel does n pieces of work on all cores, and stops at the first error
// or when the context is done. A fault in one is its error.
func inParallel(ctx context.Context, n int, do func(int) error) error {
	errs := make([]error, n)
	var wg sync.WaitGroup
	var next atomic.Int64
	for range min(n, runtime.GOMAXPROCS(0)) {
		wg.Go(func() {
			for {
				i := int(next.Add(1)) - 1
				if i >= n || ctx.Err() != nil {
					return
				}
				if errs[i] = guarded(func() error { return do(i) }); errs[i] != nil {
					next.Store(int64(n))
				}
			}
		})
	}
	wg.Wait()
	if err := errors.Join(append(errs, ctx.Err())...); err != nil {
		return fmt.Errorf("work out standings: %w", err)
	}
	return nil
}
