package app_test

import (
	"context"
	"strings"
	"testing"

	"kembo/store"
)

// TestAClockThatIsBehindIsSaid: where the clock stands before the newest entry, what
// was written since is kept and not shown, and every page says so.
func TestAClockThatIsBehindIsSaid(t *testing.T) {
	ctx := context.Background()
	svc, c, _, id := aYardWithLook(t, "north", "Europe/London", today)
	if err := svc.CheckClock(ctx); err != nil || len(svc.Warnings()) != 0 {
		t.Fatalf("the clock is right: %q, %v", svc.Warnings(), err)
	}
	c.on(today - 40)
	for range 2 { // at each look at the clock
		if err := svc.CheckClock(ctx); err != nil {
			t.Fatal(err)
		}
	}
	w := svc.Warnings()
	if len(w) != 1 || !strings.Contains(w[0], "24 April 2026") || !strings.Contains(w[0], "3 June 2026") {
		t.Errorf("it says %q", w)
	}
	if _, err := svc.Colony(ctx, id); err == nil {
		t.Error("a colony is shown that is not there yet")
	}
	c.on(today)
	if x, err := svc.Colony(ctx, id); err != nil || len(x.Log) != 2 {
		t.Errorf("the clock is right again: %d entries, %v", len(x.Log), err)
	}
}

// TestOldStandingsAreShownAndMarked: after an upgrade, or when a day has come, the
// board shows what it has and says that it is of before, until it is renewed.
func TestOldStandingsAreShownAndMarked(t *testing.T) {
	ctx := context.Background()
	svc, s, yard, id := keeper(t)
	if _, err := svc.Refresh(ctx); err != nil {
		t.Fatal(err)
	}
	x, err := s.StandingOf(ctx, id)
	if err != nil {
		t.Fatal(err)
	}
	for name, make := range map[string]func(*store.Standing){
		"another model": func(x *store.Standing) { x.ModelVersion = "9" },
		"another day": func(x *store.Standing) {
			x.Today--
			x.Body = strings.Replace(x.Body, today.String(), (today - 1).String(), 1)
		},
	} {
		old := x
		make(&old)
		if err := s.SaveStandings(ctx, store.Worked{Standing: old}); err != nil {
			t.Fatal(err)
		}
		b, err := svc.Board(ctx, yard)
		if err != nil || len(b.Standings) != 1 || !b.Standings[0].Old {
			t.Errorf("%s: %+v, %v", name, b.Standings, err)
		}
		if n, err := svc.Refresh(ctx); n != 1 || err != nil {
			t.Errorf("%s: %d renewed, %v", name, n, err)
		}
		if b, err = svc.Board(ctx, yard); err != nil || b.Standings[0].Old {
			t.Errorf("%s: renewed, and marked still, %v", name, err)
		}
	}
}
