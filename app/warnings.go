package app

import (
	"context"
	"fmt"
	"slices"
	"sync"
	"time"
)

// warnings are what whoever uses Kembo should know before trusting what it shows.
type warnings struct {
	mu  sync.Mutex
	all []string
}

// Warn has a warning shown on every page until Kembo is started anew.
func (s *Service) Warn(say string) {
	s.warned.mu.Lock()
	defer s.warned.mu.Unlock()
	if !slices.Contains(s.warned.all, say) {
		s.warned.all = append(s.warned.all, say)
	}
}

// Warnings returns what is to be shown on every page.
func (s *Service) Warnings() []string {
	s.warned.mu.Lock()
	defer s.warned.mu.Unlock()
	return slices.Clone(s.warned.all)
}

// clockSlack is how far the clock may stand before the newest entry: devices have
// clocks of their own.
const clockSlack = 10 * time.Minute

// CheckClock warns where the clock stands before the newest entry of the log: what
// was written since is not shown, and looks as if it were lost.
func (s *Service) CheckClock(ctx context.Context) error {
	newest, err := s.store.Newest(ctx)
	if err != nil || newest == "" {
		return err
	}
	at, err := time.Parse(time.RFC3339, newest)
	if err != nil {
		return fmt.Errorf("the newest entry's time: %w", err)
	}
	if now := s.now(); at.Sub(now) > clockSlack {
		s.Warn(
			fmt.Sprintf(
				"This machine's clock says %s, and the newest entry was written on %s. Entries after today are "+
					"kept and not shown. Set the clock right.",
				now.UTC().Format("2 January 2006"),
				at.Format("2 January 2006"),
			),
		)
	}
	return nil
}
