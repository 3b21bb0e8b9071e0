package demo_test

import (
	"context"
	"errors"
	"path/filepath"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/demo"
	"kembo/store"
)

// TestALargeSampleIsMadeInPieces: stopped half way it goes on where it was, and what
// comes of it is the same; every log of it fits together, and has all its years.
func TestALargeSampleIsMadeInPieces(t *testing.T) {
	l := demo.Large{Colonies: 70, Years: 3, On: demo.Default}
	ctx, stop := context.WithCancel(context.Background())
	s, err := store.Open(context.Background(), filepath.Join(t.TempDir(), "large.db"))
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	err = demo.Grow(ctx, s, l, func(n int) {
		if n > 30 {
			stop()
		}
	})
	if !errors.Is(err, context.Canceled) {
		t.Fatalf("stopped half way: %v", err)
	}
	ctx = context.Background()
	last := 0
	if err := demo.Grow(ctx, s, l, func(n int) { last = n }); err != nil || last != 70 {
		t.Fatalf("%d of 70, %v", last, err)
	}
	svc := app.New(s, time.Now, &l.On)
	if broken, err := svc.CheckLogs(ctx, func(int) {}); err != nil || len(broken) > 0 {
		t.Fatalf("%d logs do not fit together, %v", len(broken), err)
	}
	op, err := svc.Operation(ctx)
	if err != nil {
		t.Fatal(err)
	}
	all, err := s.Colonies(ctx, op.ID, int32(l.On))
	if err != nil || len(all) != 70 {
		t.Fatalf("%d colonies, %v", len(all), err)
	}
	ids, payloads := map[string]bool{}, map[string]bool{}
	for _, c := range all {
		rows, err := s.Events(ctx, c.ID, int32(l.On))
		if err != nil || len(rows) < 20 { // the least looked at has nine a year
			t.Fatalf("%s has %d entries, %v", c.Code, len(rows), err)
		}
		if first := day.Day(rows[0].Day); l.On-first < 2*365 {
			t.Errorf("%s begins only on %s", c.Code, first)
		}
		for _, r := range rows {
			if ids[r.ID] {
				t.Fatalf("entry %s is there twice", r.ID)
			}
			ids[r.ID], payloads[r.Payload] = true, true
		}
	}
	if len(payloads) < len(ids)/2 { // many feeds and weighings are alike
		t.Errorf("of %d entries only %d differ", len(ids), len(payloads))
	}
	for _, wrong := range []demo.Large{
		{Colonies: 0, Years: 1, On: l.On}, {Colonies: 5, Years: 0, On: l.On},
		{Colonies: 5, Years: 1, On: demo.Last + 1},
	} {
		if err := demo.Grow(ctx, s, wrong, func(int) {}); err == nil {
			t.Errorf("%+v was made", wrong)
		}
	}
}
