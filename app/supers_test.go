package app_test

import (
	"testing"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/moves"
)

// TestSupersStayWhereTheSettingsHaveThem: over the whole operation, or in their own yard; a box
// of the nest is asked for its health and nothing else.
func TestSupersStayWhereTheSettingsHaveThem(t *testing.T) {
	l := newLife(t)
	two := uid("HE-02")
	l.must(l.svc.MakeColony(l.ctx, app.NewColony{
		ID: two, Yard: l.heath, Code: "HE-02", NestFormat: "langstroth-deep-10", NestBoxes: 1, QueenYear: 2025,
	}))
	medium, err := hive.FormatFor("langstroth-medium-10")
	l.must(err)
	var frames []string
	for range medium.Slots {
		frames = append(frames, l.id())
	}
	box := moves.BoxOf(medium, l.id(), frames, hive.Make{Super: true, Drawn: true})
	l.must(l.svc.Act(l.ctx, two, l.id(), today, &moves.BoxOn{Box: box, At: 1}))
	l.must(l.svc.Record(l.ctx, two, history.Entry{
		ID: l.id(), Day: today, Kind: history.KindInspect, Body: &history.Inspection{Full: true},
	}))
	set, err := l.svc.Settings(l.ctx)
	l.must(err)
	if set.SupersStay {
		t.Error("supers stay in their yard, and nobody said so")
	}
	set.SupersStay, set.Units = true, measure.Systems[0]
	l.must(l.svc.Choose(l.ctx, set))
	unite := func(boxes ...string) error {
		return l.svc.Unite(l.ctx, two, l.id(), app.Uniting{To: l.one, Boxes: boxes, On: today})
	}
	nest := l.colony(two).Believed.Stack.Boxes[0].ID
	l.refused(unite(nest, box.ID), "supers stay in their yard")
	l.refused(l.svc.Split(l.ctx, app.Splitting{
		NewColony: app.NewColony{
			ID: uid("MR-09"), Yard: l.mill, Code: "MR-09", NestFormat: "langstroth-medium-10", NestBoxes: 1,
		},
		EntryID: l.id(), Parts: []moves.Part{{From: two, Frames: frames[:2]}},
	}), "combs: HE-02: its supers stay in their yard")
	// Within the yard they go; and where the settings let them, everywhere.
	set.SupersStay = false
	l.must(l.svc.Choose(l.ctx, set))
	if again, err := l.svc.Settings(l.ctx); err != nil || again.SupersStay {
		t.Errorf("it cannot be taken back: %v", err)
	}
	l.must(unite(nest, box.ID))
	if n := len(l.colony(l.one).Believed.Stack.Boxes); n != 4 {
		t.Errorf("MR-01 has %d boxes", n)
	}
}
