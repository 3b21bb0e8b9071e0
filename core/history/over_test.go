package history_test

import (
	"strings"
	"testing"

	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
	"kembo/core/queen"
)

// TestTheDeadTakeNoLooks: the hive of a colony that died stands where it stood, with its
// boxes; it can be cleared, and nothing else is done to it until that is taken back.
func TestTheDeadTakeNoLooks(t *testing.T) {
	a := newApiary(t)
	a.begins("A", 10, history.Began{}, "qA")
	a.look("A", "first", d0, look.Counts{Brood: 3, Honey: 3, Empty: 4})
	a.does("A", "dead", d0+5, &moves.ColonyEnded{Ending: moves.Ending{How: moves.Died}})
	if b := a.believed("A"); len(b.Stack.Boxes) != 1 || b.Ended == nil {
		t.Fatalf("%d boxes, ended %v", len(b.Stack.Boxes), b.Ended)
	}
	for _, tt := range []struct {
		what string
		do   func()
	}{
		{"a look", func() { a.look("A", "late", d0+6, look.Counts{Brood: 1}) }},
		{"a feed", func() { a.does("A", "late", d0+6, moves.FeedOf("1:1 syrup", 1)) }},
	} {
		was := a.logs["A"]
		tt.do()
		_, err := history.Fold(a.logs["A"], a.ground("A"))
		if err == nil || !strings.Contains(err.Error(), "ended on") {
			t.Errorf("%s of the dead: %v", tt.what, err)
		}
		a.logs["A"] = was
	}
	a.does("A", "off", d0+7, &moves.BoxOff{Box: "A"})
	if b := a.believed("A"); len(b.Stack.Boxes) != 0 {
		t.Error("its box cannot be taken away")
	}
}

// TestTheOldQueensEggsAreHers: eggs found three days after she was killed were laid by
// her; her daughter is known when eggs are found that only she can have laid.
func TestTheOldQueensEggsAreHers(t *testing.T) {
	a := newApiary(t)
	a.begins("A", 10, history.Began{}, "qA")
	a.look("A", "first", d0, look.Counts{Brood: 3, Honey: 3, Empty: 4})
	a.does("A", "gone", d0+1, &moves.QueenGone{How: queen.Killed, Raise: true})
	a.finds("A", "old eggs", d0+3, history.Queen{Eggs: true, Larvae: true})
	b := a.believed("A")
	if _, there := queen.PresentOf(b.Queens); there || b.Waiting == nil {
		t.Errorf("two days after she was killed: queens %+v, waits %v", b.Queens, b.Waiting)
	}
	a.finds("A", "her eggs", d0+32, history.Queen{Eggs: true})
	b = a.believed("A")
	if q, there := queen.PresentOf(b.Queens); !there || q.Mother != "qA" || b.Waiting != nil {
		t.Errorf("a month on: queens %+v, waits %v", b.Queens, b.Waiting)
	}
}
