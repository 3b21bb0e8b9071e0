package app_test

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"testing"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/core/queen"
	"kembo/store"
)

// life is one keeper's colony, MR-01, looked at today, in Mill Race, with a second
// yard.
type life struct {
	t       *testing.T
	ctx     context.Context
	svc     *app.Service
	store   *store.Store
	mill    string
	heath   string
	one     string // MR-01
	entries int
}

func newLife(t *testing.T) *life {
	svc, s, yard, id := keeper(t)
	l := &life{t: t, ctx: context.Background(), svc: svc, store: s, mill: yard, heath: uid("heath"), one: id}
	l.must(svc.MakeYard(l.ctx, app.NewYard{
		ID: l.heath, Name: "Heath Edge", Climate: "uk", Hemisphere: "north", Zone: "Europe/London", RhythmDays: 14,
		WinterDays: 42,
	}))
	l.must(svc.Record(l.ctx, id, lookAt(l.colony(id), uid("first"), today, 3)))
	return l
}

func (l *life) must(err error) {
	l.t.Helper()
	if err != nil {
		l.t.Fatal(err)
	}
}

// refused asks for a field error that says something.
func (l *life) refused(err error, say string) {
	l.t.Helper()
	var fe *app.FieldError
	if !errors.As(err, &fe) || !strings.Contains(fe.Field+": "+fe.Say, say) {
		l.t.Errorf("%v, want a sentence with %q", err, say)
	}
}

func (l *life) id() string {
	l.entries++
	return uid(fmt.Sprint("entry", l.entries))
}

func (l *life) colony(id string) app.Colony {
	l.t.Helper()
	c, err := l.svc.Colony(l.ctx, id)
	l.must(err)
	return c
}

// codes are those on the board of a yard.
func (l *life) codes(yard string) string {
	l.t.Helper()
	_, err := l.svc.Refresh(l.ctx)
	l.must(err)
	b, err := l.svc.Board(l.ctx, yard)
	l.must(err)
	var out []string
	for _, s := range b.Standings {
		out = append(out, s.Code)
	}
	slices.Sort(out)
	return strings.Join(out, " ")
}

func (l *life) make(code string) string {
	l.t.Helper()
	id := uid(code)
	l.must(l.svc.MakeColony(l.ctx, app.NewColony{
		ID: id, Yard: l.mill, Code: code, NestFormat: "langstroth-deep-10", NestBoxes: 1, QueenYear: 2025,
	}))
	return id
}

// last is the last entry of a colony's log that stands.
func (l *life) last(id string) history.Entry {
	c := l.colony(id)
	return c.Log[len(c.Log)-1].Entry
}

// TestAColonyIsMovedAndRenamed: from the day on it stands elsewhere and is called
// otherwise; its code is free again; taken back it stands where it stood.
func TestAColonyIsMovedAndRenamed(t *testing.T) {
	l := newLife(t)
	moved := l.id()
	l.must(l.svc.Place(l.ctx, l.one, moved, today, history.Placed{Yard: l.heath, Stand: "3, left", Code: "he-09"}))
	if c := l.colony(l.one); c.Code != "HE-09" || c.YardName != "Heath Edge" {
		t.Errorf("it is %s in %s", c.Code, c.YardName)
	}
	if mill, heath := l.codes(l.mill), l.codes(l.heath); mill != "" || heath != "HE-09" {
		t.Errorf("the boards have %q and %q", mill, heath)
	}
	two := l.make("MR-01") // the code is free
	l.refused(l.svc.Place(l.ctx, two, l.id(), today, history.Placed{Code: "HE-09"}), "there is a colony HE-09")
	l.refused(l.svc.UndoVisit(l.ctx, l.one, l.id(), moved), "there is a colony MR-01")
	l.must(l.svc.Place(l.ctx, two, l.id(), today, history.Placed{Code: "MR-02"}))
	undo := l.id()
	l.must(l.svc.UndoVisit(l.ctx, l.one, undo, moved))
	if c := l.colony(l.one); c.Code != "MR-01" || c.YardName != "Mill Race" {
		t.Errorf("taken back it is %s in %s", c.Code, c.YardName)
	}
	l.must(l.svc.UndoVisit(l.ctx, l.one, l.id(), undo)) // and back again
	if c := l.colony(l.one); c.Code != "HE-09" {
		t.Errorf("with the undo taken back it is %s", c.Code)
	}
}

// TestTheDeadAreArchived: out of boards, their code is free, their book can be read,
// and nothing more is entered until the end is taken back.
func TestTheDeadAreArchived(t *testing.T) {
	l := newLife(t)
	end := l.id()
	l.must(l.svc.End(l.ctx, l.one, end, today, moves.ColonyEnded{
		Ending: moves.Ending{How: moves.Died, Why: "no bees left"},
	}))
	if got := l.codes(l.mill); got != "" {
		t.Errorf("the board has %q", got)
	}
	gone, err := l.svc.Ended(l.ctx)
	l.must(err)
	if len(gone) != 1 || gone[0].Code != "MR-01" || gone[0].How != moves.Died || gone[0].Day != today {
		t.Errorf("ended: %+v", gone)
	}
	c := l.colony(l.one)
	if c.Assessment != nil || c.Believed.Ended == nil || len(c.Log) != 3 {
		t.Errorf("its book has %d entries, ended %+v, forecast %v", len(c.Log), c.Believed.Ended, c.Assessment != nil)
	}
	l.refused(l.svc.Record(l.ctx, l.one, lookAt(c, l.id(), today, 2)), "ended on")
	again := l.make("MR-01")
	l.refused(l.svc.UndoVisit(l.ctx, l.one, l.id(), end), "there is a colony MR-01")
	l.must(l.svc.Discard(l.ctx, again, l.id()))
	l.must(l.svc.UndoVisit(l.ctx, l.one, l.id(), end))
	if got := l.codes(l.mill); got != "MR-01" {
		t.Errorf("the board has %q", got)
	}
	if gone, _ := l.svc.Ended(l.ctx); len(gone) != 0 {
		t.Errorf("ended: %+v", gone)
	}
	l.refused(l.svc.Discard(l.ctx, l.one, l.id()), "say what became of it")
}

// TestASplitIsOneThing: a new colony with combs of the old, in both books, undone as
// one from either; the new one is then nowhere.
func TestASplitIsOneThing(t *testing.T) {
	l := newLife(t)
	var frames []string
	for _, f := range l.colony(l.one).Believed.Stack.Boxes[0].Frames[3:6] {
		frames = append(frames, f.ID)
	}
	x := app.Splitting{
		NewColony: app.NewColony{
			ID: uid("child"), Yard: l.mill, Code: "mr-07", NestFormat: "langstroth-deep-10", NestBoxes: 1,
			NestFrames: 6, HistoryKnown: true,
		},
		EntryID: l.id(), Parts: []moves.Part{{From: l.one, Frames: frames, Bees: 0.1}}, Raise: true,
	}
	l.must(l.svc.Split(l.ctx, x))
	l.must(l.svc.Split(l.ctx, x)) // sent twice
	child, parent := l.colony(uid("child")), l.colony(l.one)
	if child.Believed.Stack.Frames() != 6 || parent.Believed.Stack.Boxes[0].ID == "" ||
		len(parent.Believed.Stack.Boxes[0].Frames) != 7 {
		t.Errorf("the split has %d frames, the rest %d", child.Believed.Stack.Frames(),
			len(parent.Believed.Stack.Boxes[0].Frames))
	}
	if child.Believed.Waiting == nil || child.Believed.Waiting.For != queen.Split || child.Believed.Origin != "split from MR-01" {
		t.Errorf("it waits for %+v, %q", child.Believed.Waiting, child.Believed.Origin)
	}
	if child.Assessment == nil {
		t.Error("nothing is forecast of the split")
	}
	if a, b := l.last(uid("child")), l.last(l.one); a.ID != b.ID || a.ID != x.EntryID {
		t.Errorf("the books end with %s and %s", a.ID, b.ID)
	}
	if got := l.codes(l.mill); got != "MR-01 MR-07" {
		t.Errorf("the board has %q", got)
	}
	undo := l.id()
	l.must(l.svc.UndoVisit(l.ctx, l.one, undo, x.EntryID))
	if n := len(l.colony(l.one).Believed.Stack.Boxes[0].Frames); n != 10 {
		t.Errorf("undone, %d frames are back", n)
	}
	if got := l.codes(l.mill); got != "MR-01" {
		t.Errorf("undone, the board has %q", got)
	}
	l.must(l.svc.UndoVisit(l.ctx, l.one, l.id(), undo))
	if got := l.codes(l.mill); got != "MR-01 MR-07" {
		t.Errorf("the undo taken back, the board has %q", got)
	}
	x.ID, x.Code, x.EntryID = uid("more"), "MR-08", l.id()
	l.refused(l.svc.Split(l.ctx, x), "frame")
	if got := l.codes(l.mill); got != "MR-01 MR-07" {
		t.Errorf("what cannot be left %q on the board", got)
	}
}

// TestAUnionIsInBothBooks, with the queen who lives on and a code that is free.
func TestAUnionIsInBothBooks(t *testing.T) {
	l := newLife(t)
	two := l.make("MR-02")
	l.must(l.svc.Act(l.ctx, two, l.id(), today, &moves.QueenNoted{Mark: text("blue")}))
	box := l.colony(two).Believed.Stack.Boxes[0].ID
	// No comb of a nest moves before its brood was looked at, nor where it is suspect.
	l.refused(l.svc.Unite(l.ctx, two, l.id(), app.Uniting{To: l.one, Boxes: []string{box}, On: today}), "look for disease")
	suspect := l.id()
	l.must(l.svc.Record(l.ctx, two, history.Entry{
		ID: suspect, Day: today, Kind: history.KindInspect,
		Body: &history.Inspection{Found: []history.Disease{history.Notifiable}},
	}))
	l.refused(l.svc.Unite(l.ctx, two, l.id(), app.Uniting{To: l.one, Boxes: []string{box}, On: today}), "suspect")
	l.must(l.svc.UndoVisit(l.ctx, two, l.id(), suspect))
	l.must(l.svc.Record(l.ctx, two, history.Entry{
		ID: l.id(), Day: today, Kind: history.KindInspect, Body: &history.Inspection{Full: true},
	}))
	u := l.id()
	l.must(l.svc.Unite(l.ctx, two, u, app.Uniting{To: l.one, Boxes: []string{box}, KeepQueen: true, On: today}))
	c := l.colony(l.one)
	if n := len(c.Believed.Stack.Boxes); n != 3 || c.Believed.Stack.BoxAt(box) != 1 {
		t.Errorf("MR-01 has %d boxes, that of MR-02 at %d", n, c.Believed.Stack.BoxAt(box))
	}
	if q, ok := queen.PresentOf(c.Believed.Queens); !ok || q.Year != 2025 || q.Mark != "blue" {
		t.Errorf("her queen is %+v", q)
	}
	gone, err := l.svc.Ended(l.ctx)
	l.must(err)
	if len(gone) != 1 || gone[0].IntoCode != "MR-01" || l.codes(l.mill) != "MR-01" {
		t.Errorf("ended %+v, board %q", gone, l.codes(l.mill))
	}
	line, err := l.svc.Lineage(l.ctx, c.Believed.Queens[len(c.Believed.Queens)-1].ID)
	l.must(err)
	if len(line.Was) != 2 {
		t.Errorf("she was in %+v", line.Was)
	}
	l.must(l.svc.UndoVisit(l.ctx, l.one, l.id(), u))
	if l.codes(l.mill) != "MR-01 MR-02" || len(l.colony(l.one).Believed.Stack.Boxes) != 2 {
		t.Error("undone, they are not two")
	}
}

func text(s string) *string { return &s }

// TestAnOldNotebookIsKeyedIn: the set-up is moved back, and looks are entered from
// then on; nothing can be before it.
func TestAnOldNotebookIsKeyedIn(t *testing.T) {
	l := newLife(t)
	then := today - 60
	l.refused(l.svc.Record(l.ctx, l.one, lookAt(l.colony(l.one), l.id(), then, 1)), "move the set-up back first")
	set := l.colony(l.one).Log[0].ID
	l.refused(l.svc.Correct(l.ctx, l.one, l.id(), set, today+1, nil), "before")
	l.must(l.svc.Correct(l.ctx, l.one, l.id(), set, then, nil))
	l.must(l.svc.Record(l.ctx, l.one, lookAt(l.colony(l.one), l.id(), then, 1)))
	l.must(l.svc.Record(l.ctx, l.one, lookAt(l.colony(l.one), l.id(), then+20, 2)))
	c := l.colony(l.one)
	if len(c.Log) != 4 || c.Log[0].Day != then || len(c.Broken) > 0 {
		t.Errorf("the log has %d entries from %s, %d broken", len(c.Log), c.Log[0].Day, len(c.Broken))
	}
	places, err := l.store.Places(l.ctx, l.one)
	l.must(err)
	if len(places) != 1 || day.Day(places[0].Day) != then {
		t.Errorf("it stood at %+v", places)
	}
	l.refused(l.svc.Correct(l.ctx, l.one, l.id(), c.Log[0].ID, then+1, nil), "which is before")
}

// TestAWrongLookIsCorrectedThreeWeeksLater: another version, the old one kept, and
// all worked out anew from its day; and one of the wrong hive goes to the right one.
func TestAWrongLookIsCorrectedThreeWeeksLater(t *testing.T) {
	svc, clock, _, id := aYardWithLook(t, "north", "Europe/London", today)
	l := &life{t: t, ctx: context.Background(), svc: svc, one: id}
	clock.on(today + 21)
	was := l.colony(id)
	wrong := was.Log[len(was.Log)-1].Entry
	right := lookAt(was, "", wrong.Day, 9).Body
	l.must(svc.Correct(l.ctx, id, l.id(), wrong.ID, wrong.Day, right))
	now := l.colony(id)
	if now.Believed.Estimate.SuperHoney <= was.Believed.Estimate.SuperHoney {
		t.Errorf("%.1f kg above, and corrected %.1f", was.Believed.Estimate.SuperHoney, now.Believed.Estimate.SuperHoney)
	}
	versions, err := svc.Book(l.ctx, id)
	l.must(err)
	n := 0
	for _, b := range versions.Entries {
		if b.ID == wrong.ID && !b.Stands && b.By == "keeper" {
			n++
		}
	}
	if n != 1 {
		t.Errorf("the old version is there %d times", n)
	}
	l.refused(svc.Correct(l.ctx, id, l.id(), wrong.ID, wrong.Day, nil), "later version")
}

// TestAnEntryGoesToTheRightHive: a look noted at the wrong one.
func TestAnEntryGoesToTheRightHive(t *testing.T) {
	l := newLife(t)
	two := l.make("MR-02")
	l.refused(l.svc.MoveEntry(l.ctx, l.one, l.id(), uid("first"), two), "that hive has 1")
	three := uid("three")
	l.must(l.svc.MakeColony(l.ctx, app.NewColony{
		ID: three, Yard: l.mill, Code: "MR-03", NestFormat: "langstroth-deep-10", NestBoxes: 1, Supers: 1,
	}))
	l.must(l.svc.MoveEntry(l.ctx, l.one, l.id(), uid("first"), three))
	if c := l.colony(l.one); c.Believed.Estimate != nil || len(c.Log) != 1 {
		t.Errorf("MR-01 has %d entries", len(c.Log))
	}
	if c := l.colony(three); c.Believed.Estimate == nil || len(c.Log) != 2 {
		t.Errorf("MR-03 has %d entries", len(c.Log))
	}
}

// TestBeginningsForecastWithoutALook: a package and a swarm are forecast from what
// they are, and are not asked why they are weak.
func TestBeginningsForecastWithoutALook(t *testing.T) {
	l := newLife(t)
	for code, b := range map[string]history.Began{
		"MR-11": {How: history.AsPackage, BeesKg: 1.5}, "MR-12": {How: history.AsSwarm, Seams: 5},
		"MR-14": {How: history.AsSwarm, Seams: 1.5, Cast: true},
	} {
		l.must(l.svc.MakeColony(l.ctx, app.NewColony{
			ID: uid(code), Yard: l.mill, Code: code, NestFormat: "langstroth-deep-10", NestBoxes: 1, Began: b,
			On: today - 2,
		}))
		c := l.colony(uid(code))
		if c.Assessment == nil || c.Believed.Waiting == nil {
			t.Errorf("%s: nothing is forecast", code)
			continue
		}
		for _, a := range c.Assessment.Advice {
			if strings.Contains(a.Do, "weak") {
				t.Errorf("%s: %s", code, a.Do)
			}
		}
	}
	l.refused(l.svc.MakeColony(l.ctx, app.NewColony{
		ID: uid("x"), Yard: l.mill, Code: "MR-13", NestFormat: "langstroth-deep-10", NestBoxes: 1,
		Began: history.Began{How: history.AsPackage},
	}), "what the bees weigh")
}

// TestAYardIsChanged: name and rhythm, also in winter; one in which nothing stood can
// be taken away.
func TestAYardIsChanged(t *testing.T) {
	l := newLife(t)
	y, err := l.svc.Yard(l.ctx, l.mill)
	l.must(err)
	y.Name = "heath edge"
	l.refused(l.svc.ChangeYard(l.ctx, y), "there is a yard Heath Edge")
	y.Name, y.RhythmDays = "Mill Stream", 9
	l.must(l.svc.ChangeYard(l.ctx, y))
	b, err := l.svc.Board(l.ctx, l.mill)
	l.must(err)
	if b.Yard.Name != "Mill Stream" || b.Yard.Visit != today+9 {
		t.Errorf("it is %s, next visit %s", b.Yard.Name, b.Yard.Visit)
	}
	l.refused(l.svc.RemoveYard(l.ctx, l.mill), "colonies stand in it")
	l.must(l.svc.RemoveYard(l.ctx, l.heath))
	if ys, err := l.svc.Yards(l.ctx); err != nil || len(ys) != 1 {
		t.Errorf("%d yards are left, %v", len(ys), err)
	}
	l.refused(l.svc.Rename(l.ctx, " "), "name")
	l.must(l.svc.Rename(l.ctx, "Harrowmere"))
	if op, err := l.svc.Operation(l.ctx); err != nil || op.Name != "Harrowmere" {
		t.Errorf("%+v, %v", op, err)
	}
}

// TestNobodyIsInConflictWithHimself: a look, undo, a look, a look by one person, each
// from a form that knew of the first only.
func TestNobodyIsInConflictWithHimself(t *testing.T) {
	l := newLife(t)
	l.must(l.svc.Undo(l.ctx, l.one, l.id(), uid("first")))
	for range 2 {
		x := found(l.colony(l.one), l.id())
		x.Seen, x.By = uid("first"), ""
		_, err := l.svc.Receive(l.ctx, l.one, x)
		l.must(err)
	}
	apart, err := l.svc.Apart(l.ctx, l.one)
	l.must(err)
	if len(apart) != 0 {
		t.Errorf("kept side by side: %+v", apart)
	}
	// Somebody else's is told, until it is settled.
	x := found(l.colony(l.one), l.id())
	x.Seen, x.By = uid("first"), "Ada"
	_, err = l.svc.Receive(l.ctx, l.one, x)
	l.must(err)
	if apart, err = l.svc.Apart(l.ctx, l.one); err != nil || len(apart) != 1 {
		t.Fatalf("%d are kept side by side, %v", len(apart), err)
	}
	l.must(l.svc.SettleApart(l.ctx, apart[0].ID))
	if apart, err = l.svc.Apart(l.ctx, l.one); err != nil || len(apart) != 0 {
		t.Errorf("settled, %d are kept side by side, %v", len(apart), err)
	}
}
