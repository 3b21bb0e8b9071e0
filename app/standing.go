package app

import (
	"cmp"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"runtime"
	"slices"
	"sync"
	"sync/atomic"

	"kembo/core/advice"
	"kembo/core/assessment"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/store"
)

// Standing is what the board knows of a colony: worked out once when its
// inputs change, stored, and only read when the board is shown.
type Standing struct {
	Colony    string            `json:"colony"`
	Code      string            `json:"code"`
	Yard      string            `json:"yard"`
	Today     day.Day           `json:"today"`
	Visit     day.Day           `json:"visit"`
	Looked    day.Day           `json:"looked"`  // 0: never
	Weighed   day.Day           `json:"weighed"` // the last day of all, where only a weight is of it
	Known     bool              `json:"known"`
	Horizon   int               `json:"horizon"`
	Runways   []forecast.Runway `json:"runways"`    // food, lay, store
	SwarmDue  day.Day           `json:"swarm_due"`  // 0: out of season
	SwarmEver bool              `json:"swarm_ever"` // a complete check is known
	Swarm     float64           `json:"swarm"`      // chance of one by the visit, if nobody acts
	Advice    []StandingAdvice  `json:"advice"`
	QueenYear int               `json:"queen_year"`
	Brood     float64           `json:"brood_frames"`
	StoresKg  float64           `json:"stores_kg"`
	Bees      float64           `json:"bees"`
	GoodDayKg float64           `json:"good_day_kg"`
	Origin    string            `json:"origin"`
	Boxes     []GlyphBox        `json:"boxes"`
	Excluder  int               `json:"excluder_above"`
}

// StandingAdvice is the part of an advice that a list shows.
type StandingAdvice struct {
	Action advice.Action `json:"action"`
	Do     string        `json:"do"`
	Brief  string        `json:"brief"`
	ActBy  day.Day       `json:"act_by"`
	Needs  []advice.Need `json:"needs"`
}

// GlyphBox is a box as the small stack draws it: frame after frame, the share
// of each content in per cent. It is bytes, since the board reads many.
type GlyphBox struct {
	HeightMM float64 `json:"height_mm"`
	Super    bool    `json:"super"`
	Shares   []byte  `json:"shares"` // comb.Contents a frame
	LiftKg   float64 `json:"lift_kg"`
}

// Glyph returns the boxes of a stack for the small drawing.
func Glyph(st hive.Stack) []GlyphBox {
	var out []GlyphBox
	for _, b := range st.Boxes {
		g := GlyphBox{HeightMM: b.Format.Frame.HeightMM, Super: b.Super, LiftKg: b.LiftKg()}
		for _, f := range b.Frames {
			a, c := f.A.Completed(), f.B.Completed()
			for i := range comb.Contents {
				g.Shares = append(g.Shares, byte(math.Round(50*(a[i]+c[i]))))
			}
		}
		out = append(out, g)
	}
	return out
}

// CantWait reports whether something is due before the visit.
func (s Standing) CantWait() bool {
	for _, a := range s.Advice {
		if a.ActBy < s.Visit {
			return true
		}
	}
	return false
}

// Tight reports whether a runway may end before the visit.
func (s Standing) Tight() bool {
	if s.CantWait() || !s.Known {
		return false
	}
	for _, r := range s.Runways {
		if r.Low != nil && *r.Low < float64(s.Visit-s.Today) {
			return true
		}
	}
	return false
}

// The urgencies of a colony, the most urgent first.
const (
	UrgencyCantWait = iota
	UrgencyTight
	UrgencyNotKnown
	UrgencyCanWait
)

// Urgency returns which of them s is.
func (s Standing) Urgency() int {
	switch {
	case s.CantWait():
		return UrgencyCantWait
	case s.Tight():
		return UrgencyTight
	case !s.Known:
		return UrgencyNotKnown
	}
	return UrgencyCanWait
}

// FirstEnd returns the day by which something must be done, for sorting.
func (s Standing) FirstEnd() day.Day {
	first := s.Visit + 400
	for _, a := range s.Advice {
		if a.Action != advice.Leave {
			first = min(first, a.ActBy)
		}
	}
	return first
}

// standingOf makes a standing of an assessment or, where there is none, of why.
func standingOf(c store.Colony, y yardDay, b history.Believed, a *assessment.Assessment, why *unknown) Standing {
	s := Standing{Colony: c.ID, Code: c.Code, Yard: y.ID, Today: y.today, Visit: y.visit, QueenYear: b.QueenYear, Origin: b.Origin,
		Boxes: Glyph(b.Stack), Excluder: b.Stack.ExcluderAbove}
	if a == nil {
		s.Runways = make([]forecast.Runway, forecast.Runways)
		s.Advice = []StandingAdvice{{Action: advice.LookCloser, Do: why.do, Brief: why.brief, ActBy: y.visit}}
		if b.Estimate != nil {
			s.Looked = b.Estimate.Seen
		}
		return s
	}
	s.Looked, s.Known, s.Horizon = a.Estimate.Seen, !a.Situation.Stale(), a.Base.Horizon
	if a.Estimate.Day > a.Estimate.Seen {
		s.Weighed = a.Estimate.Day
	}
	s.Runways = a.Base.Runway[:]
	if due, never, runs := a.Situation.SwarmClock(); runs {
		s.SwarmDue, s.SwarmEver = due, !never
		s.Swarm, _ = a.Base.Swarm(int(y.visit - y.today))
	}
	for _, x := range a.Advice {
		s.Advice = append(s.Advice, StandingAdvice{x.Action, x.Do, x.Brief, x.ActBy, x.Needs})
	}
	brood := a.Base.Eggs.Likely + a.Base.Larvae.Likely + a.Base.Capped.Likely
	if len(b.Stack.Boxes) > 0 {
		s.Brood = brood / (2 * b.Stack.Boxes[0].Format.Frame.WorkerCells())
	}
	s.StoresKg, s.Bees, s.GoodDayKg = a.Base.Stores.Likely, a.Base.Bees.Likely, a.Base.GoodDay.Likely
	return s
}

// row writes a standing for the store.
func (s Standing) row(hash string) (store.Standing, error) {
	body, err := json.Marshal(s)
	r := store.Standing{ColonyID: s.Colony, YardID: s.Yard, Today: int32(s.Today), ModelVersion: assessment.ModelVersion, InputHash: hash, Urgency: s.Urgency(), Body: string(body)}
	for i, out := range []**int32{&r.FoodEnd, &r.LayEnd, &r.StoreEnd} {
		if v := s.Runways[i].Likely; v != nil {
			d := int32(s.Today) + int32(*v)
			*out = &d
		}
	}
	return r, err
}

// hashOf names the inputs of a standing.
func hashOf(y yardDay, weather [32]byte, set Settings, code string, entries []history.Entry, gains []history.Gain) string {
	h := sha256.New()
	h.Write(weather[:])
	fmt.Fprint(h, assessment.ModelVersion, y.Yard, y.today, y.visit, code, set.Units.Name, set.LiftLimitKg, set.OffFaces, set.OffBoxes, set.OffSeams, gains)
	for _, e := range entries {
		fmt.Fprint(h, e.ID, e.Day)
	}
	return hex.EncodeToString(h.Sum(nil)[:12])
}

// work is a colony whose standing is to be worked out.
type work struct {
	colony  store.Colony
	entries []history.Entry
	gains   []history.Gain
	hash    string
}

// refreshYard works out the standings of a yard that are stale, or only that of
// one colony, and tells how many it has done of how many.
func (s *Service) refreshYard(ctx context.Context, op store.Operation, y yardDay, hashes map[string]string, only string, tell func(done, of int)) (int, error) {
	site, err := s.site(ctx, y)
	if err != nil {
		return 0, err
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return 0, err
	}
	todo, all, err := s.stale(ctx, op, y, site, set, hashes, only)
	if err != nil || len(todo) == 0 {
		return 0, err
	}
	tell(0, len(todo))
	level, err := s.level(ctx, y.ID)
	if err != nil {
		return 0, err
	}
	b := &batch{s: s, y: y, site: site, set: set, yard: s.drawn.yard(site, y.today), level: level}
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
		b.rows = make([]store.Standing, len(part))
		if err := b.each(ctx, part, b.assess); err != nil {
			return done, err
		}
		if err := s.store.SaveStandings(ctx, b.rows...); err != nil {
			return done, err
		}
		done += len(part)
		tell(done, len(todo))
	}
	if all {
		_, err = b.learn(ctx)
	}
	return done, err
}

// atOnce is how many colonies are worked out between two writes.
const atOnce = 32

// batch works out the standings of a yard.
type batch struct {
	s     *Service
	y     yardDay
	site  forecast.Site
	set   Settings
	yard  *forecast.Yard
	level forecast.Level
	rows  []store.Standing
	mu    sync.Mutex
	paces []forecast.Pace
}

// each reads the logs of some colonies, in parallel, and does something with
// what is believed of them.
func (b *batch) each(ctx context.Context, todo []work, do func(int, work, history.Believed) error) error {
	return inParallel(ctx, len(todo), func(i int) error {
		w := todo[i]
		believed, err := history.Fold(w.entries, b.s.ground(w.colony.ID, b.site, b.set, b.y.today, w.gains))
		if err != nil {
			return fmt.Errorf("colony %s: %w", w.colony.Code, err)
		}
		return do(i, w, believed)
	})
}

// hear notes what a colony says of its yard's flow.
func (b *batch) hear(_ int, _ work, x history.Believed) error {
	if x.Ensemble != nil {
		p := x.Ensemble.Pace()
		b.mu.Lock()
		b.paces = append(b.paces, p)
		b.mu.Unlock()
	}
	return nil
}

// assess works out a standing.
func (b *batch) assess(i int, w work, x history.Believed) (err error) {
	if err := b.hear(i, w, x); err != nil {
		return err
	}
	var a *assessment.Assessment
	var u *unknown
	switch c, err := caseOf(w.colony.ID, b.y, b.site, b.set, b.level, b.yard, x); {
	case err == nil:
		a = assessment.Assess(c, *x.Estimate, b.yard)
	case !errors.As(err, &u):
		return err
	}
	b.rows[i], err = standingOf(w.colony, b.y, x, a, u).row(w.hash)
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
	return l, b.s.store.SetYardLevel(ctx, store.YardLevel{YardID: b.y.ID, Day: int32(b.y.today), Mean: l.Mean, SD: l.SD, Colonies: told})
}

// stale returns the colonies of a yard whose inputs have changed, and whether
// they are all it has.
func (s *Service) stale(ctx context.Context, op store.Operation, y yardDay, site forecast.Site, set Settings, hashes map[string]string, only string) (todo []work, all bool, err error) {
	colonies, err := s.store.Colonies(ctx, op.ID, int32(y.today))
	if err != nil {
		return nil, false, err
	}
	weather := keyOf(site, y.today)
	n := 0
	for _, c := range colonies {
		if c.YardID != y.ID {
			continue
		}
		if n++; only != "" && c.ID != only {
			continue
		}
		es, err := s.entries(ctx, c.ID, y.today)
		if err != nil {
			return nil, false, err
		}
		gains, err := s.gains(ctx, c, y, es)
		if err != nil {
			return nil, false, fmt.Errorf("colony %s: %w", c.Code, err)
		}
		h := hashOf(y, weather, set, c.Code, es, gains)
		if hashes[c.ID] == h {
			continue
		}
		todo = append(todo, work{colony: c, entries: es, gains: gains, hash: h})
	}
	return todo, len(todo) == n, nil
}

// inParallel does n pieces of work on all cores, and stops at the first error
// or when the context is done.
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
				if errs[i] = do(i); errs[i] != nil {
					next.Store(int64(n))
				}
			}
		})
	}
	wg.Wait()
	return errors.Join(append(errs, ctx.Err())...)
}
