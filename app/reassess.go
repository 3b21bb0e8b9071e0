package app

import (
	"context"
	"errors"
	"fmt"
	"sync"
	"time"

	"kembo/core/assessment"
	"kembo/store"
)

// Progress says how far the standings are being worked out.
type Progress struct {
	Running  bool
	Yard     string
	Done, Of int // colonies
}

// working holds the progress for whoever asks, and lets one refresh of all run at
// a time.
type working struct {
	one sync.Mutex
	mu  sync.Mutex
	now Progress
}

func (w *working) tell(p Progress) {
	w.mu.Lock()
	w.now = p
	w.mu.Unlock()
}

// Progress returns how far the standings are being worked out.
func (s *Service) Progress() Progress {
	s.work.mu.Lock()
	defer s.work.mu.Unlock()
	return s.work.now
}

// Refresh works out the standings whose inputs changed, in parallel, and returns
// how many there were. It can be stopped and started again: what is done is kept.
func (s *Service) Refresh(ctx context.Context) (int, error) {
	return s.Reassess(ctx, false, nil)
}

// Reassess is Refresh, of every colony where all is true, telling how far it is.
func (s *Service) Reassess(ctx context.Context, all bool, tell func(Progress)) (int, error) {
	s.work.one.Lock()
	defer s.work.one.Unlock()
	defer s.work.tell(Progress{})
	_, yards, err := s.yardDays(ctx)
	if err != nil {
		if errors.Is(err, store.ErrNotFound) {
			return 0, nil
		}
		return 0, err
	}
	if err := s.markChanged(ctx, yards); err != nil {
		return 0, err
	}
	left, err := s.toDo(ctx, yards, all)
	if err != nil {
		return 0, err
	}
	of := 0
	for _, n := range left {
		of += n
	}
	done := 0
	for _, y := range yards {
		if left[y.ID] == 0 {
			continue
		}
		before := done
		n, err := s.refreshYard(ctx, y.ID, which{all: all}, func(d, _ int) {
			p := Progress{true, y.Name, before + d, max(of, before+d)}
			s.work.tell(p)
			if tell != nil {
				tell(p)
			}
		})
		done += n
		if err != nil {
			return done, fmt.Errorf("yard %s: %w", y.Name, err)
		}
	}
	return done, nil
}

// markChanged marks the colonies of yards whose inputs have changed as a whole:
// something of the yard, its day, or the model.
func (s *Service) markChanged(ctx context.Context, yards []yardDay) error {
	marked, err := s.store.MarkedYards(ctx)
	if err != nil {
		return err
	}
	for _, y := range yards {
		old, err := s.store.HasOld(ctx, y.ID, int32(y.today), assessment.ModelVersion)
		if err != nil {
			return err
		}
		if old {
			if err := s.store.MarkYard(ctx, y.ID); err != nil {
				return err
			}
			marked = append(marked, y.ID)
		}
	}
	for _, id := range marked {
		if err := s.store.SpreadMark(ctx, id); err != nil {
			return err
		}
	}
	return nil
}

// toDo counts the colonies that are to be worked out, by yard.
func (s *Service) toDo(ctx context.Context, yards []yardDay, all bool) (map[string]int, error) {
	if all {
		out := map[string]int{}
		for _, y := range yards {
			cs, err := s.store.ColoniesOf(ctx, y.ID, int32(y.today))
			if err != nil {
				return nil, err
			}
			out[y.ID] = len(cs)
		}
		return out, nil
	}
	out := map[string]int{}
	if n, err := s.store.CountStale(ctx); err != nil || n == 0 {
		return out, err
	}
	for _, y := range yards {
		marks, err := s.store.Stale(ctx, y.ID, int32(y.today))
		if err != nil {
			return nil, err
		}
		out[y.ID] = len(marks)
	}
	return out, nil
}

// soonWait is how long somebody who changed what bears on many colonies waits for
// them; after that the board says how far they are.
const soonWait = 4 * time.Second

// refreshSoon is Refresh for a page whose change is stored: it comes back when all
// is done or, of many colonies, while they are still being worked out. What fails
// is done again by the next refresh, for its mark stands.
func (s *Service) refreshSoon(ctx context.Context) { s.refreshWithin(ctx, soonWait) }

// refreshWithin is refreshSoon that waits no longer than it is told.
func (s *Service) refreshWithin(ctx context.Context, wait time.Duration) {
	done := make(chan struct{})
	go func() {
		defer close(done)
		if err := guarded(func() error { _, err := s.Refresh(context.WithoutCancel(ctx)); return err }); err != nil {
			s.log.Error("work out standings", "err", err, "stack", stackOf(err))
		}
	}()
	select {
	case <-done:
	case <-time.After(wait):
	}
}

// refreshSome works out the standings of some colonies of a yard.
func (s *Service) refreshSome(ctx context.Context, colonies []string, yard string) error {
	_, err := s.refreshYard(ctx, yard, which{only: colonies}, func(int, int) {})
	return err
}
