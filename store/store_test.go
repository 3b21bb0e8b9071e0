package store_test

import (
	"context"
	"errors"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"kembo/store"
)

var by = store.By{Actor: "keeper", RecordedUTC: "2026-06-03T10:00:00Z"}

func open(t *testing.T) (*store.Store, string) {
	t.Helper()
	path := filepath.Join(t.TempDir(), "a file with spaces?.db")
	s, err := store.Open(context.Background(), path)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return s, path
}

func seed(t *testing.T, s *store.Store) store.Colony {
	t.Helper()
	ctx := context.Background()
	if err := s.AddOperation(ctx, store.Operation{ID: "op", Name: "Harrowmere Honey"}); err != nil {
		t.Fatal(err)
	}
	if err := s.AddYard(
		ctx,
		store.Yard{
			ID: "y", OperationID: "op", Name: "Quarry Lane", Climate: "uk", Hemisphere: "north",
			Zone: "Europe/London", RhythmDays: 14,
		},
		[]store.Bloom{{Plant: "lime tree", From: 170, PeakFrom: 176, PeakTo: 186, To: 194, Strength: 0.8, Pollen: 0.3}},
		by,
	); err != nil {
		t.Fatal(err)
	}
	c := store.Colony{ID: "c", OperationID: "op", YardID: "y", Code: "QL-01"}
	if err := s.AddColony(ctx, c, 100, by, event("e1", 100)); err != nil {
		t.Fatal(err)
	}
	return c
}

func event(id string, day int32) store.Event {
	return store.Event{
		ID: id, OperationID: "op", ColonyID: "c", Kind: "look", Day: day, RecordedUTC: "2026-06-03T10:00:00Z",
		Actor: "keeper", Payload: `{"note":"x"}`,
	}
}

func TestWritingTwiceIsWritingOnce(t *testing.T) {
	s, _ := open(t)
	seed(t, s)
	ctx := context.Background()
	for range 2 {
		if err := s.Append(ctx, event("e2", 105)); err != nil {
			t.Fatal(err)
		}
	}
	got, err := s.Events(ctx, "c", 200)
	if err != nil || len(got) != 2 {
		t.Errorf("%d events, %v; want 2", len(got), err)
	}
}

// TestAnIDIsOneEntry: under the id of an entry another is refused, in each of the
// things that make it one.
func TestAnIDIsOneEntry(t *testing.T) {
	s, _ := open(t)
	seed(t, s)
	ctx := context.Background()
	for what, change := range map[string]func(*store.Event){
		"payload": func(e *store.Event) { e.Payload = `{"note":"y"}` }, "day": func(e *store.Event) { e.Day++ },
		"kind": func(e *store.Event) {
			e.Kind = "feed"
		}, "what it undoes": func(e *store.Event) { e.Supersedes = "e0" },
	} {
		e := event("e1", 100)
		change(&e)
		if err := s.Append(ctx, e); !errors.Is(err, store.ErrTaken) {
			t.Errorf("another %s under its id: %v", what, err)
		}
	}
	if got, err := s.Events(ctx, "c", 200); err != nil || len(got) != 1 || got[0].Payload != `{"note":"x"}` {
		t.Errorf("the log is %+v, %v", got, err)
	}
}

// TestARemovedDeviceIsRemoved: it stays in the list with the day, and a second removal
// changes nothing.
func TestARemovedDeviceIsRemoved(t *testing.T) {
	s, _ := open(t)
	seed(t, s)
	ctx := context.Background()
	for _, id := range []string{"phone", "tablet"} {
		if err := s.AddDevice(
			ctx, store.Device{ID: id, Name: id, JoinedUTC: "2026-06-01T08:00:00Z"}, "hash of "+id,
		); err != nil {
			t.Fatal(err)
		}
	}
	for _, utc := range []string{"2026-06-02T08:00:00Z", "2026-06-09T08:00:00Z"} {
		if err := s.RemoveDevice(ctx, "phone", utc); err != nil && !errors.Is(err, store.ErrNotFound) {
			t.Fatal(err)
		}
	}
	for id, want := range map[string]string{"phone": "2026-06-02T08:00:00Z", "tablet": ""} {
		if d, err := s.DeviceByToken(ctx, "hash of "+id); err != nil || d.RemovedUTC != want {
			t.Errorf("%s is %+v, %v", id, d, err)
		}
	}
}

func TestALateArrivalStandsOnItsDay(t *testing.T) {
	s, _ := open(t)
	seed(t, s)
	ctx := context.Background()
	if err := s.Append(ctx, event("late", 110), event("early", 103)); err != nil {
		t.Fatal(err)
	}
	got, _ := s.Events(ctx, "c", 105)
	if len(got) != 2 || got[1].ID != "early" {
		t.Errorf("log to day 105: %+v", got)
	}
}

// TestKindsAreRows: a kind that was made known can be written, and stays known.
func TestKindsAreRows(t *testing.T) {
	s, _ := open(t)
	seed(t, s)
	ctx := context.Background()
	e := event("new", 111)
	e.Kind = "dance"
	if err := s.Append(ctx, e); err == nil {
		t.Fatal("a kind that nobody knows was written")
	}
	for range 2 {
		if err := s.KnowKinds(ctx, "dance", "look"); err != nil {
			t.Fatal(err)
		}
	}
	if err := s.Append(ctx, e); err != nil {
		t.Fatal(err)
	}
}

// TestAnEventBetweenColonies stands in both logs, in its place, once; and what is
// written of the giver marks those that got something from then on, at first hand
// or not, and no others.
func TestAnEventBetweenColonies(t *testing.T) {
	s, _ := open(t)
	seed(t, s)
	ctx := context.Background()
	for i, id := range []string{"d", "f", "g"} {
		c := store.Colony{ID: id, OperationID: "op", YardID: "y", Code: "QL-1" + id}
		first := event("set-"+id, 100)
		first.ColonyID = id
		if err := s.AddColony(ctx, c, 100, by, first); err != nil {
			t.Fatal(i, err)
		}
	}
	between := func(id, from, to string, day int32) store.Event {
		e := event(id, day)
		e.ColonyID = from
		e.With = []store.EventColony{{ID: from, Gives: true}, {ID: to, Gets: true}}
		slices.SortFunc(e.With, func(a, b store.EventColony) int { return strings.Compare(a.ID, b.ID) })
		return e
	}
	// c gives to d on day 110, d to f on 105 (before it had it from c) and to g on 112.
	if err := s.Append(
		ctx, between("cd", "c", "d", 110), between("df", "d", "f", 105), between("dg", "d", "g", 112),
	); err != nil {
		t.Fatal(err)
	}
	for _, colony := range []string{"c", "d"} {
		es, err := s.Events(ctx, colony, 1000)
		if err != nil {
			t.Fatal(err)
		}
		n := 0
		for _, e := range es {
			if e.ID == "cd" {
				n++
				if e.ColonyID != "c" || len(e.With) != 2 || !e.With[0].Gives || !e.With[1].Gets {
					t.Errorf("in the log of %s it is %+v", colony, e)
				}
			}
		}
		if n != 1 {
			t.Errorf("in the log of %s it stands %d times", colony, n)
		}
	}
	if after, err := s.Events(ctx, "d", 111); err != nil || after[len(after)-1].ID != "cd" {
		t.Errorf("the log of d ends in %+v, %v", after[len(after)-1], err)
	}
	if got, err := s.TakersOf(ctx, "c", 100); err != nil || !slices.Equal(got, []string{"d", "g"}) {
		t.Errorf("of c bears on %v, %v", got, err)
	}
	// What is written of the day itself is before what was given on it.
	if got, err := s.TakersOf(ctx, "c", 110); err != nil || !slices.Equal(got, []string{"d", "g"}) {
		t.Errorf("of c on the day it gave bears on %v, %v", got, err)
	}
	if got, err := s.TakersOf(ctx, "c", 111); err != nil || len(got) != 0 {
		t.Errorf("what was written of c after it gave bears on %v, %v", got, err)
	}
	took := between("cd", "c", "f", 110)
	if err := s.Append(ctx, took); !errors.Is(err, store.ErrTaken) {
		t.Errorf("another event under its id: %v", err)
	}
	if err := s.Append(ctx, between("cd", "c", "d", 110)); err != nil {
		t.Errorf("the same again: %v", err)
	}
	marks := func() (out []string) {
		m, err := s.Stale(ctx, "y", 1000)
		if err != nil {
			t.Fatal(err)
		}
		for id := range m {
			out = append(out, id)
		}
		slices.Sort(out)
		return out
	}
	unmark := func() {
		m, err := s.Stale(ctx, "y", 1000)
		if err != nil {
			t.Fatal(err)
		}
		for id, n := range m {
			w := store.Worked{
				Standing: store.Standing{
					ColonyID: id, YardID: "y", Today: 1, ModelVersion: "1", InputHash: "h", Body: "{}",
				},
				Mark: n,
			}
			if err := s.SaveStandings(ctx, w); err != nil {
				t.Fatal(err)
			}
		}
	}
	unmark()
	e := event("look", 109)
	e.ColonyID = "c"
	if err := s.Append(ctx, e); err != nil {
		t.Fatal(err)
	}
	if got := marks(); !slices.Equal(got, []string{"c", "d", "g"}) {
		t.Errorf("a look at c marks %v", got)
	}
}

func TestABadEventWritesNothing(t *testing.T) {
	s, _ := open(t)
	seed(t, s)
	ctx := context.Background()
	bad := event("bad", 111)
	bad.Kind = "guess"
	if err := s.Append(ctx, event("good", 110), bad); err == nil {
		t.Fatal("an unknown kind was accepted")
	}
	bad = event("bad", 111)
	bad.Payload = "{"
	if err := s.Append(ctx, event("good", 110), bad); err == nil {
		t.Fatal("a payload that is not JSON was accepted")
	}
	if got, _ := s.Events(ctx, "c", 200); len(got) != 1 {
		t.Errorf("%d events after refused writes, want 1", len(got))
	}
}

func TestDataSurvivesReopening(t *testing.T) {
	s, path := open(t)
	seed(t, s)
	s.Close()
	again, err := store.Open(context.Background(), path)
	if err != nil {
		t.Fatal(err)
	}
	defer again.Close()
	cs, err := again.Colonies(context.Background(), "op", 150)
	if err != nil || len(cs) != 1 || cs[0].Code != "QL-01" {
		t.Errorf("colonies %+v, %v", cs, err)
	}
	if before, _ := again.Colonies(context.Background(), "op", 99); len(before) != 0 {
		t.Errorf("before its day the colony is there: %+v", before)
	}
}

// mark is the mark of the colony c.
func mark(t *testing.T, s *store.Store) int64 {
	t.Helper()
	m, err := s.Stale(context.Background(), "y", 1000)
	if err != nil {
		t.Fatal(err)
	}
	return m["c"]
}

func TestStandingsAndVisits(t *testing.T) {
	s, _ := open(t)
	seed(t, s)
	ctx := context.Background()
	end := int32(120)
	x := store.Worked{
		Standing: store.Standing{
			ColonyID: "c", YardID: "y", Today: 111, ModelVersion: "1", InputHash: "h", StoreEnd: &end, Body: `{}`,
		},
	}
	x.Mark = mark(t, s)
	again := x
	again.Mark = 0 // the first has taken it away
	if err := errors.Join(s.SaveStandings(ctx, x), s.SaveStandings(ctx, again)); err != nil {
		t.Fatal(err)
	}
	got, err := s.StandingsOf(ctx, "y")
	if err != nil || len(got) != 1 || got[0].FoodEnd != nil || *got[0].StoreEnd != 120 {
		t.Errorf("standings %+v, %v", got, err)
	}
	if err := errors.Join(
		s.AddVisit(ctx, "v1", "y", 100, by), s.AddVisit(ctx, "v2", "y", 130, by),
		s.MoveNextVisit(ctx, "v3", "y", 111, 118, by),
	); err != nil {
		t.Fatal(err)
	}
	for day, want := range map[int32]store.Visits{
		99: {Next: 100}, 100: {Last: 100, Next: 118}, 117: {Last: 100, Next: 118}, 118: {Last: 118},
	} {
		if got, err := s.Visits(ctx, "y", day); got != want || err != nil {
			t.Errorf(
				"about day %d the visits are %+v, %v; want %+v: the past one and the moved one", day, got, err, want,
			)
		}
		if all, err := s.AllVisits(ctx, "op", day); all["y"] != want || err != nil {
			t.Errorf("about day %d all visits are %+v, %v", day, all, err)
		}
	}
}

func TestNoOperationIsNotFound(t *testing.T) {
	s, _ := open(t)
	if _, err := s.Operation(context.Background()); !errors.Is(err, store.ErrNotFound) ||
		!strings.Contains(err.Error(), "operation") {
		t.Errorf("an empty file gave %v", err)
	}
}
