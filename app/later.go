package app

import (
	"context"
	"fmt"
	"runtime"
	"runtime/debug"
	"slices"
	"sync"
	"time"
)

// later works out what follows from what was stored, behind the answers: the
// colonies that somebody has just written about, one after the other.
type later struct {
	mu      sync.Mutex
	waiting []job
	done    map[string]chan struct{} // by colony, closed once it is worked out
	running bool
}

type job struct{ yard, colony string }

// soon has a colony worked out as soon as may be.
func (s *Service) soon(yard, colony string) {
	l := &s.later
	l.mu.Lock()
	defer l.mu.Unlock()
	if l.done == nil {
		l.done = map[string]chan struct{}{}
	}
	for _, j := range l.waiting {
		if j.colony == colony {
			return // it has not been begun, and will see what was written
		}
	}
	if l.done[colony] == nil {
		l.done[colony] = make(chan struct{})
	}
	l.waiting = append(l.waiting, job{yard, colony})
	if !l.running {
		l.running = true
		go s.workLater()
	}
}

func (s *Service) workLater() {
	l := &s.later
	for {
		l.mu.Lock()
		if len(l.waiting) == 0 {
			l.running = false
			l.mu.Unlock()
			return
		}
		now := l.next(runtime.GOMAXPROCS(0))
		l.mu.Unlock()
		err := guarded(func() error { return s.refreshSome(context.Background(), now.colonies, now.yard) })
		if err != nil { // their marks stand, so the next refresh does it again
			s.log.Error("work out colonies", "colonies", now.colonies, "err", err)
		}
		l.mu.Lock()
		for _, c := range now.colonies {
			if !slices.ContainsFunc(l.waiting, func(w job) bool { return w.colony == c }) {
				close(l.done[c])
				delete(l.done, c)
			}
		}
		l.mu.Unlock()
	}
}

// together is jobs of a yard that are done at once.
type together struct {
	yard     string
	colonies []string
}

// next takes the first job and those of its yard that wait, as many as there are
// cores: what went between hives bears on several.
func (l *later) next(most int) together {
	out := together{yard: l.waiting[0].yard}
	l.waiting = slices.DeleteFunc(l.waiting, func(j job) bool {
		if j.yard != out.yard || len(out.colonies) == most {
			return false
		}
		out.colonies = append(out.colonies, j.colony)
		return true
	})
	return out
}

// How long is waited for what was just written to be worked out: by whoever wrote
// it, who wants to see it, and by whoever else looks at that colony, for whom it is
// cheaper than working it out again.
const (
	writerWaits = 400 * time.Millisecond
	readerWaits = 60 * time.Millisecond
	// A sum that lacks what was just taken off is worse than one that comes later.
	sumWaits = 2 * time.Second
)

// first puts a colony that somebody waits for before the others.
func (l *later) first(colony string) {
	if i := slices.IndexFunc(l.waiting, func(j job) bool { return j.colony == colony }); i > 0 {
		j := l.waiting[i]
		l.waiting = slices.Insert(slices.Delete(l.waiting, i, i+1), 0, j)
	}
}

// settled waits until a colony is worked out, if it is being, but no longer than
// so long.
func (s *Service) settled(ctx context.Context, colony string, most time.Duration) {
	s.later.mu.Lock()
	done := s.later.done[colony]
	s.later.first(colony)
	s.later.mu.Unlock()
	if done == nil {
		return
	}
	limit := time.NewTimer(most)
	defer limit.Stop()
	select {
	case <-done:
	case <-ctx.Done():
	case <-limit.C:
	}
}

// Settled waits a moment until what was written of a colony is worked out, for a
// page that shows it next.
func (s *Service) Settled(ctx context.Context, colony string) {
	s.settled(ctx, colony, writerWaits)
}

// Settle waits until all that was written is worked out, for those who go on to
// close the file.
func (s *Service) Settle(ctx context.Context) {
	for ctx.Err() == nil {
		s.later.mu.Lock()
		busy := s.later.running
		s.later.mu.Unlock()
		if !busy {
			return
		}
		time.Sleep(5 * time.Millisecond)
	}
}

// PanicError is a fault of the program that was caught where it would have ended
// it.
type PanicError struct {
	Value any
	Stack []byte
}

func (e *PanicError) Error() string { return fmt.Sprintf("fault: %v", e.Value) }

// guarded runs f and turns a panic into a *PanicError, with where it was.
func guarded(f func() error) (err error) {
	defer func() {
		if v := recover(); v != nil {
			err = &PanicError{v, debug.Stack()}
		}
	}()
	return f()
}

// yield lets pages go before a batch.
type yield struct {
	mu    sync.Mutex
	pages int
}

// Page says that a page is being answered, until done is called.
func (s *Service) Page() (done func()) {
	s.yield.mu.Lock()
	s.yield.pages++
	s.yield.mu.Unlock()
	return func() {
		s.yield.mu.Lock()
		s.yield.pages--
		s.yield.mu.Unlock()
	}
}

// yieldMost is how long one piece of a batch waits for pages; under a load that
// never ends a batch goes on slowly.
const yieldMost = 40 * time.Millisecond

// toPages waits while pages are being answered.
func (s *Service) toPages() {
	for end := time.Now().Add(yieldMost); time.Now().Before(end); time.Sleep(time.Millisecond) {
		s.yield.mu.Lock()
		n := s.yield.pages
		s.yield.mu.Unlock()
		if n == 0 {
			return
		}
	}
}
