package app

import (
	"context"
	"time"
)

// How often what is behind the pages is looked after.
const (
	dayEvery  = 10 * time.Minute // has a yard's day changed?
	foldAfter = 5 * time.Second  // without a write, the write-ahead log is folded into the file
)

// Keep looks after what is behind the pages until ctx is done: it works out what
// has changed while Kembo was not running and, where days is true, what each new
// day changes; it checks a large file; and it folds the write-ahead log into the
// file when nobody writes, so that a plain copy of it is whole.
// fresh, if not nil, is closed once the standings are worked out for the first time.
func (s *Service) Keep(ctx context.Context, days bool, fresh chan<- struct{}) {
	s.try(ctx, "work out standings", func() error { _, err := s.Refresh(ctx); return err })
	if fresh != nil {
		close(fresh)
	}
	if s.store.CheckedLater() {
		s.try(ctx, "check the data file", func() error {
			err := s.store.Check(ctx)
			if err != nil && ctx.Err() == nil {
				s.Warn(
					"The data file is damaged. Stop Kembo, put the last copy in its place, and ask for help before " +
						"you write anything more.",
				)
			}
			return err
		})
	}
	if days {
		s.try(ctx, "copy the data file", func() error { return s.backUpDaily(ctx) })
	}
	day, fold := time.NewTicker(dayEvery), time.NewTicker(foldAfter)
	defer day.Stop()
	defer fold.Stop()
	var written int64
	for {
		select {
		case <-ctx.Done():
			return
		case <-day.C:
			if !days {
				continue
			}
			s.try(ctx, "look at the clock", func() error { return s.CheckClock(ctx) })
			s.try(ctx, "work out standings", func() error { _, err := s.Refresh(ctx); return err })
			s.try(ctx, "copy the data file", func() error { return s.backUpDaily(ctx) })
		case <-fold.C:
			now := s.store.Written()
			if now > 0 && now == written {
				s.try(ctx, "fold the log into the file", func() error { return s.store.Checkpoint(ctx) })
			}
			written = now
		}
	}
}

// try does something behind the pages; what goes wrong is logged and tried again
// the next time.
func (s *Service) try(ctx context.Context, what string, f func() error) {
	if err := guarded(f); err != nil && ctx.Err() == nil {
		s.log.Error(what, "err", err, "stack", stackOf(err))
	}
}
