package history_test

import (
	"strings"
	"testing"
	"time"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/moves"
)

// TestFeedStaysInCombsUntilTheyAreSeenEmpty: what was fed is in every comb that was on
// the hive then, or came within days of it, wherever that comb goes, until that comb was
// seen without honey or nectar; what comes later is free. Common practice: bees put feed
// where there is room, and feed is not honey.
func TestFeedStaysInCombsUntilTheyAreSeenEmpty(t *testing.T) {
	f, err := hive.FormatFor("langstroth-medium-10")
	if err != nil {
		t.Fatal(err)
	}
	on := day.Of(2026, time.April, 10)
	box := func(id string, super bool) moves.Box {
		var frames []string
		for i := range 10 {
			frames = append(frames, id+string(rune('0'+i)))
		}
		return moves.BoxOf(f, id, frames, hive.Make{Super: super, Drawn: true})
	}
	counted := func(id string, c look.Counts) history.BoxLook {
		return history.BoxLook{Box: id, Depth: "boxes", Counts: &c}
	}
	faces := func(id string, frames int, face string) history.BoxLook {
		x := history.BoxLook{Box: id, Depth: "faces"}
		for range frames {
			x.Faces = append(x.Faces, [2]string{face, face})
		}
		return x
	}
	nest := counted("nest", look.Counts{Brood: 3, Honey: 3, Empty: 4})
	state := func(s string) history.BoxLook { return history.BoxLook{Box: "old", State: s} }
	for _, tt := range []struct {
		what string
		then []any // after a feed on day 2, on days 3, 4, 5
		want int   // combs above the nest that hold it
	}{
		{"nobody looked", nil, 10},
		{"a super that goes on two days later", []any{&moves.BoxOn{Box: box("new", true)}}, 20},
		{"seen half full", []any{&history.Look{Boxes: []history.BoxLook{nest, state("half")}}}, 10},
		{"seen empty", []any{&history.Look{Boxes: []history.BoxLook{nest, state("empty")}}}, 0},
		{"counted with a little nectar", []any{
			&history.Look{Boxes: []history.BoxLook{nest, counted("old", look.Counts{Nectar: 0.5, Empty: 9.5})}},
		}, 10},
		{"counted empty", []any{
			&history.Look{Boxes: []history.BoxLook{nest, counted("old", look.Counts{Empty: 10})}},
		}, 0},
		{"four combs painted empty", []any{
			&history.Look{Boxes: []history.BoxLook{nest, faces("old", 4, "C8")}},
		}, 6},
		{"four combs painted in part", []any{
			&history.Look{Boxes: []history.BoxLook{nest, faces("old", 4, "C4")}},
		}, 10},
		{"seen empty, then fed again", []any{
			&history.Look{Boxes: []history.BoxLook{nest, state("empty")}}, moves.FeedOf("1:1 syrup", 1),
		}, 10},
		{"taken off", []any{&moves.BoxOff{Box: "old"}}, 0},
	} {
		log := []history.Entry{
			{ID: "set", Day: on, Kind: history.KindStack, Body: &history.StackSet{
				Boxes: []moves.Box{box("nest", false), box("old", true)},
			}},
			{ID: "look", Day: on + 1, Kind: history.KindLook, Body: &history.Look{
				Boxes: []history.BoxLook{nest, state("started")},
			}},
			{ID: "fed", Day: on + 2, Kind: history.KindFeed, Body: moves.FeedOf("1:1 syrup", 2)},
		}
		for i, body := range tt.then {
			e := history.Entry{ID: string(rune('a' + i)), Day: on + 3 + day.Day(i), Kind: history.KindLook, Body: body}
			if a, ok := body.(moves.Act); ok {
				e.Kind, _ = moves.All.KindOf(a)
			}
			log = append(log, e)
		}
		b, err := history.Fold(log, ground(t))
		if err != nil {
			t.Fatalf("%s: %v", tt.what, err)
		}
		n := 0
		for _, x := range b.FedSupers() {
			n += x.N
		}
		if n != tt.want {
			t.Errorf("%s: %d combs hold feed, want %d", tt.what, n, tt.want)
		}
	}
	// What goes on a week later is free, and what is taken as a crop of the fed box is barred.
	log := []history.Entry{
		{ID: "set", Day: on, Kind: history.KindStack, Body: &history.StackSet{
			HistoryKnown: true, Boxes: []moves.Box{box("nest", false), box("old", true)},
		}},
		{ID: "fed", Day: on, Kind: history.KindFeed, Body: moves.FeedOf("1:1 syrup", 2)},
		{ID: "new", Day: on + 7, Kind: "box_on", Body: &moves.BoxOn{Box: box("new", true)}},
		{ID: "c1", Day: on + 50, Kind: "harvested", Body: &moves.Harvested{Boxes: []string{"new"}, NetKg: 10}},
		{ID: "c2", Day: on + 51, Kind: "harvested", Body: &moves.Harvested{Boxes: []string{"old"}, NetKg: 8}},
	}
	b, err := history.Fold(log, ground(t))
	if err != nil || len(b.Crops) != 2 {
		t.Fatal(err, b.Crops)
	}
	if b.Crops[0].Barred || !b.Crops[1].Barred {
		t.Errorf("barred: the box of a week later %v, the fed one %v", b.Crops[0].Barred, b.Crops[1].Barred)
	}
}

// TestTreatedCombsStayBarredElsewhere: a super that goes over from a hive with strips in it
// is barred where it comes to, to the day of the label where that is known, and so is
// what is harvested of it; the nest's combs bar no honey, and the taker's own supers are
// free. The label bars comb and content.
func TestTreatedCombsStayBarredElsewhere(t *testing.T) {
	for _, tt := range []struct {
		what  string
		given moves.Treatment
		days  int // after it went over
		says  string
	}{
		{"strips in when it went", moves.Treatment{What: "thymol"}, 10, "not noted"},
		{"a label to the 20th day", moves.Treatment{What: "thymol", From: d0 + 1, To: d0 + 3, HoneyBarred: d0 + 25}, 20, "barred until"},
		{"the day after it", moves.Treatment{What: "thymol", From: d0 + 1, To: d0 + 3, HoneyBarred: d0 + 25}, 21, ""},
	} {
		a := newApiary(t)
		for _, id := range []string{"A", "B"} {
			a.begins(id, 10, history.Began{}, "q"+id)
			a.look(id, id+"-l", d0, look.Counts{Brood: 3, Honey: 3, Empty: 4})
			a.does(id, id+"-s", d0, &moves.BoxOn{Box: box(id+"s", "langstroth-medium-10", true), At: 1})
		}
		a.does("A", "t", d0+1, &tt.given)
		x, y := a.believed("A"), a.believed("B")
		act, err := moves.Union{From: "A", To: "B", Boxes: []string{"As"}, QueenAtTo: true}.Act(x.Stack, y.Stack)
		if err != nil {
			t.Fatal(err)
		}
		a.does("A", "u", d0+5, act)
		on := d0 + 5 + day.Day(tt.days)
		said := strings.Join(a.believed("B").BarredOn(on), " ")
		if (said == "") != (tt.says == "") || !strings.Contains(said, tt.says) {
			t.Errorf("%s: %q, want %q", tt.what, said, tt.says)
		}
		a.does("B", "own", on, &moves.Harvested{Boxes: []string{"Bs"}, NetKg: 5})
		a.does("B", "came", on, &moves.Harvested{Boxes: []string{"As"}, NetKg: 5})
		crops := a.believed("B").Crops
		if len(crops) != 2 || crops[0].Barred || crops[1].Barred != (tt.says != "") {
			t.Errorf("%s: crops %+v", tt.what, crops)
		}
	}
}
