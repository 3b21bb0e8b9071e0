package history_test

import (
	"slices"
	"testing"

	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
)

// TestWhatTouchedAHiveIsListed: every box and comb that was on it, on it still or not,
// with the hive it went to; what was taken back never was.
func TestWhatTouchedAHiveIsListed(t *testing.T) {
	a := newApiary(t)
	for _, id := range []string{"A", "B"} {
		a.begins(id, 10, history.Began{}, "q"+id)
		a.look(id, id+"-l", d0, look.Counts{Brood: 4, Honey: 3, Empty: 3})
	}
	super, wrong := box("s", "langstroth-medium-10", true), box("w", "langstroth-medium-10", true)
	a.does("A", "on", d0+10, &moves.BoxOn{Box: super, At: 1})
	a.does("A", "on-wrong", d0+11, &moves.BoxOn{Box: wrong, At: 2})
	a.undo("undo", "on-wrong", d0+11)
	a.does("A", "off", d0+40, &moves.BoxOff{Box: "s"})
	up := box("up", "langstroth-medium-10", true)
	a.does("A", "up-on", d0+12, &moves.BoxOn{Box: up, At: 1})
	a.does("A", "up-over", d0+30, &moves.BoxMoved{Box: "up", From: "A", To: "B", At: 1, Came: &up})
	a.begins("C", 0, history.Began{How: history.AsSplit}, "")
	a.splits("A", "C", d0+50, 2, "", true)
	all, err := history.TouchedSince(a.logs["A"], a.ground("A"), 0)
	if err != nil {
		t.Fatal(err)
	}
	want := []history.Touched{
		{Box: "Langstroth deep, 10 frames", Whole: true, Combs: 8, From: d0},
		{Box: "Langstroth deep, 10 frames", Combs: 2, From: d0, To: d0 + 50, Into: "C"},
		{Box: "Langstroth medium, 10 frames", Super: true, Whole: true, Combs: 10, From: d0 + 10, To: d0 + 40},
		{Box: "Langstroth medium, 10 frames", Super: true, Whole: true, Combs: 10, From: d0 + 12, To: d0 + 30, Into: "B"},
	}
	if !slices.Equal(all, want) {
		t.Errorf("%+v\nwant %+v", all, want)
	}
	late, err := history.TouchedSince(a.logs["A"], a.ground("A"), d0+41)
	if err != nil || len(late) != 2 {
		t.Errorf("since after the super: %d, %v", len(late), err)
	}
	if gave := history.GaveSince(a.logs["C"], "C", 0); len(gave) != 1 || gave["A"] != d0+50 {
		t.Errorf("C got from %v", gave)
	}
	if on, err := history.TouchedSince(a.logs["B"], a.ground("B"), 0); err != nil ||
		!slices.ContainsFunc(on, func(t history.Touched) bool { return t.Super && t.CameFrom == "A" }) {
		t.Errorf("on B: %+v, %v", on, err)
	}
	if gave := history.GaveSince(a.logs["A"], "A", 0); len(gave) != 0 {
		t.Errorf("A got from %v", gave)
	}
	if gave := history.GaveSince(a.logs["C"], "C", d0+51); len(gave) != 0 {
		t.Errorf("since the day after: %v", gave)
	}
}
