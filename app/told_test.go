package app

import (
	"context"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"kembo/core/day"
	"kembo/store"
)

// TestWhatIsToldIsRead: once a colony is worked out its page is read from what was
// stored, until something it rests on changes.
func TestWhatIsToldIsRead(t *testing.T) {
	ctx := context.Background()
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), "k.db"))
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	on := day.Of(2026, time.June, 3)
	svc := New(s, time.Now, &on)
	yard, colony := NewID(), NewID()
	for _, err := range []error{
		svc.Start(ctx, "Harrowmere Honey"),
		svc.MakeYard(
			ctx,
			NewYard{
				ID: yard, Name: "Mill Race", Climate: "uk", Hemisphere: "north", Zone: "Europe/London",
				RhythmDays: 10,
			},
		),
		svc.MakeColony(
			ctx, NewColony{ID: colony, Yard: yard, Code: "MR-01", NestFormat: "langstroth-deep-10", NestBoxes: 1},
		),
	} {
		if err != nil {
			t.Fatal(err)
		}
	}
	stored := func() bool {
		t.Helper()
		svc.Settle(ctx)
		f, err := svc.find(ctx, colony)
		if err != nil {
			t.Fatal(err)
		}
		x, _, _, err := svc.toldNow(ctx, f)
		if err != nil {
			t.Fatal(err)
		}
		return x != nil
	}
	if _, err := svc.Refresh(ctx); err != nil || !stored() {
		t.Fatalf("it is worked out, and nothing is stored: %v", err)
	}
	if err := svc.MoveVisit(ctx, yard, on+5); err != nil || !stored() { // which works it out anew
		t.Errorf("the visit moved: %v", err)
	}
	if err := s.MarkYard(ctx, yard); err != nil || stored() {
		t.Errorf("its yard is marked, and what is stored is read: %v", err)
	}
	if _, err := svc.Refresh(ctx); err != nil || !stored() {
		t.Errorf("worked out again: %v", err)
	}
	on++
	if stored() {
		t.Error("it is another day, and what is stored is read")
	}
}

// TestShortened: numbers lose what nobody sees of them, and nothing else changes.
func TestShortened(t *testing.T) {
	const long = `{"a":1.2345678987,"b":-0.1,"c":12345678901.5,"d":1.5e-7,"e":"1.2345678987 \" 9.8765432198","f":[0.33333333333,2],"g":0.1234567}`
	const want = `{"a":1.23456789,"b":-0.1,"c":12345678901.5,"d":1.5e-7,"e":"1.2345678987 \" 9.8765432198","f":[0.33333333,2],"g":0.1234567}`
	if got := string(shortened([]byte(long))); got != want {
		t.Errorf("%s\nwant\n%s", got, want)
	}
	if b, _, err := (told{Form: toldForm, Why: &unknown{"x", strings.Repeat("é\"", 2000)}}).pack(); err != nil {
		t.Error(err)
	} else if x, ok := unpackTold(b); !ok || x.Why.Brief != strings.Repeat("é\"", 2000) {
		t.Error("what is packed is not what is unpacked")
	}
	if _, ok := unpackTold([]byte("no")); ok {
		t.Error("what is nothing is read")
	}
}
