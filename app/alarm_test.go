package app_test

import (
	"context"
	"slices"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/plan"
)

// TestASuspectHiveStopsWhatGoesBetweenHivesToday: a poor hive that was told to get honey of another is not, from the hour
// at which that one’s brood is found suspect, and is again when it is found healthy.
func TestASuspectHiveStopsWhatGoesBetweenHivesToday(t *testing.T) {
	r := newRow(t, "MR-01", "MR-02")
	ctx := context.Background()
	r.now = day.Of(2026, time.September, 8)
	rich := func(found colony.Health) history.Entry {
		return r.seen("MR-02", look.Counts{Brood: 2, Honey: 8}, look.Counts{Honey: 6}, found)
	}
	if err := r.svc.Record(ctx, r.ids["MR-02"], rich("healthy")); err != nil {
		t.Fatal(err)
	}
	if err := r.svc.Record(ctx, r.ids["MR-01"], r.seen("MR-01", look.Counts{Brood: 2, Honey: 1, Empty: 7}, look.Counts{Empty: 6}, "healthy")); err != nil {
		t.Fatal(err)
	}
	gets := func() bool {
		r.svc.Settle(ctx)
		b, err := r.svc.Board(ctx, r.yard)
		if err != nil {
			t.Fatal(err)
		}
		k := slices.IndexFunc(b.Standings, func(s app.Standing) bool { return s.Code == "MR-01" })
		return slices.ContainsFunc(b.Standings[k].Advice, func(a app.StandingAdvice) bool { return a.Action == plan.Equalise })
	}
	if !gets() {
		b, _ := r.svc.Board(ctx, r.yard)
		for _, x := range b.Standings {
			t.Log(x.Code, x.Bees, x.StoresKg, x.SpareKg, x.Health, x.MitesPercent, x.Known, x.Advice)
		}
		t.Fatal("nothing is told to go from hive to hive")
	}
	for _, found := range []colony.Health{colony.Suspect, colony.Healthy} {
		e := rich(found)
		if err := r.svc.Record(ctx, r.ids["MR-02"], e); err != nil {
			t.Fatal(err)
		}
		if got, want := gets(), found == colony.Healthy; got != want {
			t.Errorf("MR-02 found %s: MR-01 is told to get honey: %v", found, got)
		}
	}
}

// TestAHiveThatHasNothingLeftIsNoGiver: a poor hive is told to get honey of a rich one. From the hour at which the rich
// one is found to have none to spare it is told something else, though nothing was written of itself.
func TestAHiveThatHasNothingLeftIsNoGiver(t *testing.T) {
	r := newRow(t, "MR-01", "MR-02")
	ctx := context.Background()
	r.now = day.Of(2026, time.September, 8)
	write := func(code string, lower, upper look.Counts) {
		if err := r.svc.Record(ctx, r.ids[code], r.seen(code, lower, upper, "healthy")); err != nil {
			t.Fatal(err)
		}
		r.svc.Settle(ctx)
	}
	names := func() bool {
		b, err := r.svc.Board(ctx, r.yard)
		if err != nil {
			t.Fatal(err)
		}
		k := slices.IndexFunc(b.Standings, func(s app.Standing) bool { return s.Code == "MR-01" })
		return slices.ContainsFunc(b.Standings[k].Advice, func(a app.StandingAdvice) bool { return strings.Contains(a.Do, "MR-02") })
	}
	write("MR-02", look.Counts{Brood: 2, Honey: 8}, look.Counts{Honey: 6})
	write("MR-01", look.Counts{Brood: 2, Honey: 1, Empty: 7}, look.Counts{Empty: 6})
	if !names() {
		t.Fatal("nothing is told to go from MR-02 to MR-01")
	}
	write("MR-02", look.Counts{Brood: 2, Honey: 2, Empty: 6}, look.Counts{Empty: 6})
	if names() {
		t.Error("MR-02 has little itself, and MR-01 is still told to get honey of it")
	}
}

// seen is a look at both boxes of a colony, and what its brood looks like.
func (r *row) seen(code string, lower, upper look.Counts, health colony.Health) history.Entry {
	x, seams := r.colony(code), 8.0
	return history.Entry{ID: app.NewID(), Day: r.now, Kind: history.KindLook, Body: &history.Look{Boxes: []history.BoxLook{
		{Box: x.Believed.Stack.Boxes[0].ID, Depth: "boxes", Counts: &lower, Seams: &seams},
		{Box: x.Believed.Stack.Boxes[1].ID, Depth: "boxes", Counts: &upper},
	}, Health: string(health)}}
}
