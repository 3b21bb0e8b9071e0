package demo_test

import (
	"context"
	"fmt"
	"runtime"
	"testing"
	"time"

	"kembo/app"
	"kembo/demo"
	"kembo/demo/sample"
	"kembo/store"
)

// many makes a data file of the sample's colonies, each so many times over.
func many(t testing.TB, times int) *store.Store {
	t.Helper()
	ctx := context.Background()
	s := sample.Built(t, demo.Default)
	op, err := s.Operation(ctx)
	if err != nil {
		t.Fatal(err)
	}
	all, err := s.Colonies(ctx, op.ID, int32(demo.Default))
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range all {
		events, err := s.Events(ctx, c.ID, int32(demo.Default))
		if err != nil {
			t.Fatal(err)
		}
		for k := 1; k < times; k++ {
			more := c
			more.ID, more.Code = fmt.Sprintf("%s-%d", c.ID, k), fmt.Sprintf("%s-%d", c.Code, k)
			var es []store.Event
			for _, e := range events {
				e.ID, e.ColonyID = fmt.Sprintf("%s-%d", e.ID, k), more.ID
				if e.Supersedes != "" {
					e.Supersedes = fmt.Sprintf("%s-%d", e.Supersedes, k)
				}
				es = append(es, e)
			}
			if err := s.AddColony(
				ctx, more, int32(demo.First), store.By{Actor: "test", RecordedUTC: "2026-01-01T00:00:00Z"}, es...,
			); err != nil {
				t.Fatal(err)
			}
		}
	}
	return s
}

// TestReassessIsResumedAndTellsHowFarItIs: stopped half way, what is done is kept
// and the rest is done the next time; nothing is done twice.
func TestReassessIsResumedAndTellsHowFarItIs(t *testing.T) {
	s := many(t, 3)
	on := demo.Default
	svc := app.New(s, time.Now, &on)
	ctx, stop := context.WithCancel(context.Background())
	n, err := svc.Reassess(ctx, false, func(p app.Progress) {
		if p.Done > 20 {
			stop()
		}
	})
	if err == nil || n == 0 || n >= 84 {
		t.Fatalf("stopped after %d of 84: %v", n, err)
	}
	last := app.Progress{}
	rest, err := svc.Reassess(context.Background(), false, func(p app.Progress) {
		if p.Done < last.Done || p.Done > p.Of || last.Of > 0 && p.Of > last.Of || !p.Running {
			t.Errorf("%+v after %+v", p, last)
		}
		last = p
	})
	if err != nil || n+rest != 84 || last.Done != rest || last.Of != rest {
		t.Errorf("%d and then %d of 84, told %+v: %v", n, rest, last, err)
	}
	if again, err := svc.Refresh(context.Background()); again != 0 || err != nil {
		t.Errorf("nothing changed, and %d were worked out: %v", again, err)
	}
	if all, err := svc.Reassess(context.Background(), true, nil); all != 84 || err != nil {
		t.Errorf("all are %d: %v", all, err)
	}
	if p := svc.Progress(); p.Running {
		t.Errorf("it is done and still runs: %+v", p)
	}
}

// BenchmarkThousandColonies works out 1,008 colonies with their counterfactuals.
func BenchmarkThousandColonies(b *testing.B) {
	s := many(b, 36)
	on := demo.Default
	svc := app.New(s, time.Now, &on)
	for b.Loop() {
		if n, err := svc.Reassess(context.Background(), true, nil); n != 1008 || err != nil {
			b.Fatal(n, err)
		}
	}
	var m runtime.MemStats
	runtime.ReadMemStats(&m)
	b.ReportMetric(float64(m.Sys)/1e6, "MB-from-system")
}
