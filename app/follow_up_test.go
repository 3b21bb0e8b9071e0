package app_test

import (
	"context"
	"testing"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/look"
)

// TestWhatCameOfIt: of two supers put on at one yard the looks tell that one is in use and the other is not; one put on
// yesterday is yet to be looked at, and another yard has none of them.
func TestWhatCameOfIt(t *testing.T) {
	r := newRow(t, "MR-01", "MR-02", "MR-03")
	ctx := context.Background()
	on := func(code string) string {
		b := app.NewBox{
			EntryID: app.NewID(), Format: "langstroth-medium-10", Frames: 10, Drawn: true, Where: app.OnTop, On: r.now,
		}
		if err := r.svc.PutOn(ctx, r.ids[code], b); err != nil {
			t.Fatal(err)
		}
		boxes := r.colony(code).Believed.Stack.Boxes
		return boxes[len(boxes)-1].ID
	}
	looked := func(code, box string, c look.Counts) {
		e := history.Entry{ID: app.NewID(), Day: r.now, Kind: history.KindLook, Body: &history.Look{
			Boxes: []history.BoxLook{{Box: box, Depth: "boxes", Counts: &c}},
		}}
		if err := r.svc.Record(ctx, r.ids[code], e); err != nil {
			t.Fatal(err)
		}
	}
	used, idle := on("MR-01"), on("MR-02")
	r.now += 9
	on("MR-03")
	looked("MR-01", used, look.Counts{Nectar: 3, Empty: 7})
	looked("MR-02", idle, look.Counts{Empty: 10})
	r.now++
	f, err := r.svc.FollowUps(ctx, r.yard)
	if err != nil {
		t.Fatal(err)
	}
	for _, x := range f.Tally() {
		if x.Promise == history.SuperUsed && (x.Done != 3 || x.Told != 2 || x.Kept != 1) {
			t.Errorf("of supers: %+v", x)
		}
	}
	if b := f.Broken(); len(b) != 1 || b[0].Code != "MR-02" {
		t.Errorf("did not: %+v", b)
	}
	open := f.Open()
	if len(open) == 0 || open[len(open)-1].Code != "MR-03" || open[len(open)-1].From <= f.Today {
		t.Errorf("to look at: %+v", open)
	}
}
