package app

import (
	"context"
	"errors"
	"fmt"
	"sync"
	"time"

	"kembo/store"
)

// Progress says how far the standings are being worked out.
type Progress struct {
	Running  bool
	Yard     string
	Done, Of int // colonies; those not yet read count as if their inputs had changed
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
	op, yards, err := s.yardDays(ctx)
	if err != nil {
		if errors.Is(err, store.ErrNotFound) {
			return 0, nil
		}
		return 0, err
	}
	hashes := map[string]string{}
	if !all {
		if hashes, err = s.store.StandingHashes(ctx); err != nil {
			return 0, err
		}
	}
	unread := map[string]int{}
	for _, y := range yards {
		colonies, err := s.store.Colonies(ctx, op.ID, int32(y.today))
		if err != nil {
			return 0, err
		}
		for _, c := range colonies {
			if c.YardID == y.ID {
				unread[y.ID]++
			}
		}
	}
	done := 0
	for _, y := range yards {
		before := done
		delete(unread, y.ID)
		later := 0
		for _, n := range unread {
			later += n
		}
		n, err := s.refreshYard(ctx, op, y, hashes, "", func(d, n int) {
			p := Progress{true, y.Name, before + d, before + n + later}
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

// soonWait is how long somebody who changed what bears on many colonies waits for
// them; after that the board says how far they are.
const soonWait = 4 * time.Second

// refreshSoon is Refresh for a page: it comes back when all is done or, of many
// colonies, while they are still being worked out. What fails after that is done
// again by the next refresh, which finds it stale.
func (s *Service) refreshSoon(ctx context.Context) error {
	done := make(chan error, 1)
	go func() {
		_, err := s.Refresh(context.WithoutCancel(ctx))
		done <- err
	}()
	select {
	case err := <-done:
		return err
	case <-time.After(soonWait):
		return nil
	}
}

// refreshOne works out the standing of one colony, for those who wait for it.
func (s *Service) refreshOne(ctx context.Context, colony string, yard string) error {
	op, y, err := s.yardDay(ctx, yard)
	if err != nil {
		return err
	}
	hashes, err := s.store.StandingHashes(ctx)
	if err != nil {
		return err
	}
	_, err = s.refreshYard(ctx, op, y, hashes, colony, func(int, int) {})
	return err
}
