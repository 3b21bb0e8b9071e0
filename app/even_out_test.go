package app_test

import (
	"context"
	"slices"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/look"
	"kembo/core/plan"
	"kembo/core/sheet"
)

// TestCombsGoFromHiveToHiveByATick: what a plan moves between two hives is written by one tick, at either of them: the
// combs that the sheet named hang in the other hive, as many but one have gone back, both logs hold it, and twice is
// once.
func TestCombsGoFromHiveToHiveByATick(t *testing.T) {
	for _, at := range []string{"MR-01", "MR-02"} {
		r := newRow(t, "MR-01", "MR-02")
		ctx := context.Background()
		r.now = day.Of(2026, time.September, 8)
		write := func(code string, lower, upper look.Counts) {
			if err := r.svc.Record(ctx, r.ids[code], r.seen(code, lower, upper, "healthy")); err != nil {
				t.Fatal(err)
			}
		}
		write("MR-02", look.Counts{Brood: 2, Honey: 8}, look.Counts{Honey: 3, Empty: 3})
		write("MR-01", look.Counts{Brood: 2, Honey: 1, Empty: 7}, look.Counts{Empty: 6})
		r.svc.Settle(ctx)
		combs := func(code string) (ids []string) {
			x, err := r.svc.Believed(ctx, r.ids[code])
			if err != nil {
				t.Fatal(err)
			}
			for _, b := range x.Believed.Stack.Boxes {
				for _, f := range b.Frames {
					ids = append(ids, f.ID)
				}
			}
			return ids
		}
		poor, rich := combs("MR-01"), combs("MR-02")
		m, err := r.svc.MoveSheet(ctx, r.ids["MR-01"])
		if err != nil {
			t.Fatal(err)
		}
		var named []string
		for _, c := range m.Sheet.Combs {
			if c.From != (sheet.Place{}) {
				continue
			}
			if _, ok := m.Over[c.Frame.ID]; !ok || m.With != "MR-02" {
				t.Errorf("comb %d comes from nowhere", c.N)
			}
			named = append(named, c.Frame.ID)
		}
		entry := app.NewID()
		for range 2 {
			if err := r.svc.Do(ctx, r.ids[at], entry, plan.Equalise); err != nil {
				t.Fatalf("%s: %v", at, err)
			}
		}
		r.svc.Settle(ctx)
		now, left := combs("MR-01"), combs("MR-02")
		slices.Sort(named)
		came := crossed(rich, now)
		if len(came) < 2 || !slices.Equal(came, named) {
			t.Errorf("ticked at %s: %v came, and the sheet has %v", at, came, named)
		}
		if back := crossed(poor, left); len(back) != len(came)-1 || len(now) != len(poor) {
			t.Errorf("ticked at %s: %d came, %d went back", at, len(came), len(back))
		}
		for _, code := range []string{"MR-01", "MR-02"} {
			x, err := r.svc.Colony(ctx, r.ids[code])
			if err != nil {
				t.Fatal(err)
			}
			if !slices.ContainsFunc(x.Log, func(l app.LogLine) bool { return l.Kind == "several" }) {
				t.Errorf("ticked at %s: the log of %s does not hold it", at, code)
			}
		}
	}
}

// crossed returns the combs of one hive that hang in another now, in order.
func crossed(had, has []string) []string {
	var out []string
	for _, id := range had {
		if slices.Contains(has, id) {
			out = append(out, id)
		}
	}
	slices.Sort(out)
	return out
}
