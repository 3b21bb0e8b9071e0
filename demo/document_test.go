package demo_test

import (
	"context"
	"errors"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/demo"
	"kembo/store"
)

// TestAnEmptyOperationIsFilledAndEmptied: in another year the sample stands as on that
// day of its own; it goes only where nothing is, and leaves the operation as it was, but
// not where a yard of one's own would be lost.
func TestAnEmptyOperationIsFilledAndEmptied(t *testing.T) {
	ctx, today := context.Background(), day.Of(2028, time.June, 3)
	s, err := store.Open(ctx, t.TempDir()+"/own.db")
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	svc := app.New(s, time.Now, &today)
	if err := svc.Start(ctx, "Alder Honey"); err != nil {
		t.Fatal(err)
	}
	refused := func(what string, err error, say string) {
		t.Helper()
		var fe *app.FieldError
		if !errors.As(err, &fe) || !strings.Contains(fe.Say, say) {
			t.Errorf("%s: %v, want %q", what, err, say)
		}
	}
	refused("no sample", svc.FillWithSample(ctx), "has none")
	svc.SampleFrom(demo.Document)
	refused("nothing to empty", svc.EmptySample(ctx, "Alder Honey"), "not in this operation")
	if err := svc.FillWithSample(ctx); err != nil {
		t.Fatal(err)
	}
	refused("filled twice", svc.FillWithSample(ctx), "there are yards here")
	if _, err := svc.Refresh(ctx); err != nil {
		t.Fatal(err)
	}
	_, want := open(t, demo.Default)
	b, err := svc.Board(ctx, "")
	if err != nil {
		t.Fatal(err)
	}
	stores := map[string]float64{}
	for _, y := range b.Yards {
		yb, err := svc.Board(ctx, y.ID)
		if err != nil {
			t.Fatal(err)
		}
		for _, x := range yb.Standings {
			stores[x.Code] = x.StoresKg
			if x.Looked > today || x.Looked < today-400 {
				t.Errorf("%s was looked at on %s", x.Code, x.Looked)
			}
		}
	}
	if len(stores) != len(want) {
		t.Fatalf("%d colonies, %d in the sample", len(stores), len(want))
	}
	for _, x := range want {
		// Draws hang on the day's number, so not to the last digit.
		if d := stores[x.Code] - x.StoresKg; d > 3 || d < -3 {
			t.Errorf("%s has %.1f kg, in its own year %.1f", x.Code, stores[x.Code], x.StoresKg)
		}
	}
	if has, err := svc.HasSample(ctx); !has || err != nil {
		t.Error("it does not know that it is the sample", err)
	}
	refused("another name", svc.EmptySample(ctx, "Alder"), "type "+demo.Producer)
	own := app.NewYard{
		ID: "0b0e0b6e-0000-4000-8000-000000000001", Name: "Mine", Climate: "uk", Hemisphere: "north", Zone: "Europe/London",
		RhythmDays: 9,
	}
	if err := svc.MakeYard(ctx, own); err != nil {
		t.Fatal(err)
	}
	refused("a yard of one's own", svc.EmptySample(ctx, demo.Producer), "Mine is a yard of your own")
	if err := svc.RemoveYard(ctx, own.ID); err != nil {
		t.Fatal(err)
	}
	if err := svc.EmptySample(ctx, " harrowmere honey "); err != nil {
		t.Fatal(err)
	}
	op, err := svc.Operation(ctx)
	if err != nil || op.Name != "Alder Honey" {
		t.Errorf("it is called %q, %v", op.Name, err)
	}
	w, err := s.Whole(ctx, op.ID)
	if err != nil || len(w.Yards)+len(w.Colonies)+len(w.Entries)+len(w.Sent)+len(w.Counts) > 0 {
		t.Errorf("%d yards, %d colonies, %d entries are left, %v", len(w.Yards), len(w.Colonies), len(w.Entries), err)
	}
	if all, err := svc.Backups(); err != nil || len(all) != 1 {
		t.Errorf("%d copies were made first, %v", len(all), err)
	}
	// And it begins as an empty one does: logs keep again what is written.
	if err := svc.FillWithSample(ctx); err != nil {
		t.Fatal("it cannot be filled again:", err)
	}
	if w, err = s.Whole(ctx, op.ID); err != nil || len(w.Entries) == 0 {
		t.Fatal(err)
	}
	if err := s.Check(ctx); err != nil {
		t.Errorf("the file is not sound: %v", err)
	}
}
