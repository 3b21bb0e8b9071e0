package app_test

import (
	"context"
	"errors"
	"fmt"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
	"kembo/store"
)

// row is colonies in a yard between which things go, on days of the test's choosing.
type row struct {
	t    *testing.T
	svc  *app.Service
	st   *store.Store
	yard string
	ids  map[string]string
	now  day.Day
	n    int
}

func newRow(t *testing.T, codes ...string) *row { return newRowOn(t, today, codes...) }

// laying writes a look of today at a healthy colony under a queen who lays, with its seams and combs by box.
func (r *row) laying(code string, seams [2]float64, lower, upper look.Counts) {
	r.t.Helper()
	e := r.seen(code, lower, upper, "healthy")
	l := e.Body.(*history.Look)
	for i := range l.Boxes {
		l.Boxes[i].Seams = &seams[i]
	}
	l.Queen = history.Queen{Looked: true, Eggs: true, Larvae: true, Capped: true}
	if err := r.svc.Record(r.t.Context(), r.ids[code], e); err != nil {
		r.t.Fatal(err)
	}
	r.svc.Settle(r.t.Context())
}

// newRowOn is a yard that was set up on a day.
func newRowOn(t *testing.T, on day.Day, codes ...string) *row {
	t.Helper()
	ctx := context.Background()
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), "k.db"))
	if err != nil {
		t.Fatal(err)
	}
	r := &row{t: t, st: s, yard: uid("yard"), ids: map[string]string{}, now: on} // draws go by ids
	r.svc = app.New(s, func() time.Time { return r.now.Time().Add(9 * time.Hour) }, nil)
	t.Cleanup(func() { r.svc.Settle(ctx); s.Close() })
	if err := r.svc.Start(ctx, "Harrowmere Honey"); err != nil {
		t.Fatal(err)
	}
	err = r.svc.MakeYard(
		ctx,
		app.NewYard{
			ID: r.yard, Name: "Mill Race", Climate: "uk", Hemisphere: "north", Zone: "Europe/London", RhythmDays: 10,
		},
	)
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range codes {
		r.ids[c] = uid("colony " + c)
		if err := r.svc.MakeColony(
			ctx,
			app.NewColony{
				ID: r.ids[c], Yard: r.yard, Code: c, NestFormat: "langstroth-deep-10", NestBoxes: 1,
				HistoryKnown: true,
			},
		); err != nil {
			t.Fatal(err)
		}
		upper := app.NewBox{
			EntryID: app.NewID(), Format: "langstroth-deep-10", Frames: 6, Drawn: true, Where: app.OnNest, On: r.now,
		}
		if err := r.svc.PutOn(ctx, r.ids[c], upper); err != nil {
			t.Fatal(err)
		}
		r.look(c, look.Counts{Brood: 5, Honey: 3, Empty: 2})
	}
	return r
}

// look counts the boxes of a colony: the upper one, of six combs, is empty.
func (r *row) look(code string, c look.Counts) string {
	r.t.Helper()
	x := r.colony(code)
	r.n++
	id := uid(fmt.Sprint("look", r.n))
	e := history.Entry{ID: id, Day: r.now, Kind: history.KindLook, Body: &history.Look{Boxes: []history.BoxLook{
		{Box: x.Believed.Stack.Boxes[0].ID, Depth: "boxes", Counts: &c},
		{Box: x.Believed.Stack.Boxes[1].ID, Depth: "boxes", Counts: &look.Counts{Empty: 6}},
	}, Health: "healthy"}}
	if err := r.svc.Record(context.Background(), r.ids[code], e); err != nil {
		r.t.Fatal(err)
	}
	return id
}

func (r *row) colony(code string) app.Colony {
	r.t.Helper()
	ctx := context.Background()
	r.svc.Settle(ctx)
	c, err := r.svc.Worked(ctx, r.ids[code])
	if err != nil {
		r.t.Fatalf("%s: %v", code, err)
	}
	return c
}

// give moves a frame with its bees into the upper box of another hive, which has room.
func (r *row) give(from, to, frame string) (entry string) {
	r.t.Helper()
	r.n++
	a := &moves.FrameMoved{
		Frame: frame, From: r.ids[from], To: r.ids[to], Box: r.colony(to).Believed.Stack.Boxes[1].ID, Slot: 2,
		WithBees: true,
	}
	e := history.Done(r.now, a)
	e.ID = uid(fmt.Sprint("give", r.n))
	if err := r.svc.Record(context.Background(), r.ids[from], e); err != nil {
		r.t.Fatalf("%s to %s: %v", from, to, err)
	}
	return e.ID
}

// brood is the frame of a colony with most brood.
func (r *row) brood(code string) string {
	most, at := 0.0, ""
	for _, f := range r.colony(code).Believed.Stack.Boxes[0].Frames {
		if w := f.A.Worker() + f.B.Worker(); w > most {
			most, at = w, f.ID
		}
	}
	return at
}

func came(c app.Colony) float64 {
	for _, ch := range c.Believed.Changes {
		if ch.In != nil {
			t := 0.0
			for i := range *ch.In {
				t += (*ch.In)[i].Brood()
			}
			return t / float64(len(*ch.In))
		}
	}
	return 0
}

// TestAGiftStandsInBothBooks: one entry, in the log of each, undone as one from
// either; a look in the giver that is corrected changes the taker.
func TestAGiftStandsInBothBooks(t *testing.T) {
	ctx := context.Background()
	r := newRow(t, "MR-01", "MR-02")
	wrong := r.look("MR-01", look.Counts{Brood: 8, Honey: 1, Empty: 1})
	r.now += 4
	frame := r.brood("MR-01")
	gift := r.give("MR-01", "MR-02", frame)
	a, b := r.colony("MR-01"), r.colony("MR-02")
	if _, there := a.Believed.Stack.PlaceOf(frame); there {
		t.Error("the frame is still in MR-01")
	}
	if p, there := b.Believed.Stack.PlaceOf(frame); !there || p.Box != 1 {
		t.Error("the frame is not in the upper box of MR-02")
	}
	for _, c := range []app.Colony{a, b} {
		if l := c.Log[len(c.Log)-1]; l.ID != gift || l.Kind != "frame_moved" {
			t.Errorf("%s: the log ends in %s", c.Code, l.Kind)
		}
	}
	was := came(b)
	if was <= 0 {
		t.Fatal("no brood came")
	}
	// MR-01 is corrected: it had less brood.
	if err := r.svc.Undo(ctx, r.ids["MR-01"], uid("u1"), wrong); err != nil {
		t.Fatal(err)
	}
	if now := came(r.colony("MR-02")); !(now < 0.95*was) {
		t.Errorf("%.0f cells of brood came, and after MR-01 was corrected %.0f", was, now)
	}
	// The stored page of MR-02 is of the correction too, though nothing was written of it.
	if told, err := r.svc.Colony(ctx, r.ids["MR-02"]); err != nil ||
		told.Assessment.Base.Capped != r.colony("MR-02").Assessment.Base.Capped {
		t.Errorf("the page of MR-02 is as it was before MR-01 was corrected (%v)", err)
	}
	// Undone from MR-02's book it is undone in both.
	if err := r.svc.Undo(ctx, r.ids["MR-02"], uid("u2"), gift); err != nil {
		t.Fatal(err)
	}
	if _, there := r.colony("MR-01").Believed.Stack.PlaceOf(frame); !there {
		t.Error("the frame is not back in MR-01")
	}
	if _, there := r.colony("MR-02").Believed.Stack.PlaceOf(frame); there {
		t.Error("the frame is still in MR-02")
	}
}

// TestWhatDoesNotFitEitherIsRefused: an entry between two must fit both logs.
func TestWhatDoesNotFitEitherIsRefused(t *testing.T) {
	ctx := context.Background()
	r := newRow(t, "MR-01", "MR-02")
	frame, box := r.brood("MR-01"), r.colony("MR-02").Believed.Stack.Boxes[1].ID
	for what, a := range map[string]*moves.FrameMoved{
		"a frame that is not there": {Frame: "none", From: r.ids["MR-01"], To: r.ids["MR-02"], Box: box},
		"a box that is not there":   {Frame: frame, From: r.ids["MR-01"], To: r.ids["MR-02"], Box: "none"},
		"a slot that is not there":  {Frame: frame, From: r.ids["MR-01"], To: r.ids["MR-02"], Box: box, Slot: 9},
		"a hive that is not there":  {Frame: frame, From: r.ids["MR-01"], To: app.NewID(), Box: box},
	} {
		e := history.Done(r.now, a)
		e.ID = app.NewID()
		if err := r.svc.Record(ctx, r.ids["MR-01"], e); err == nil {
			t.Errorf("%s was taken", what)
		}
	}
	for _, code := range []string{"MR-01", "MR-02"} {
		if n := len(r.colony(code).Log); n != 3 {
			t.Errorf("%s has %d entries", code, n)
		}
	}
}

// TestABrokenGiverDoesNotCloseTheTaker: MR-01's log is broken, MR-02 opens: what came
// is not known, it says from which hive, and its honey is on hold.
func TestABrokenGiverDoesNotCloseTheTaker(t *testing.T) {
	ctx := context.Background()
	r := newRow(t, "MR-01", "MR-02")
	r.now += 4
	r.give("MR-01", "MR-02", r.brood("MR-01"))
	op, err := r.svc.Operation(ctx)
	if err != nil {
		t.Fatal(err)
	}
	bad, err := app.EventOf(
		history.Entry{ID: app.NewID(), Day: today + 1, Kind: "box_off", Body: &moves.BoxOff{Box: "none"}}, op.ID,
		r.ids["MR-01"], "keeper", today.Time(),
	)
	if err == nil {
		err = r.st.Append(ctx, bad)
	}
	if err != nil {
		t.Fatal(err)
	}
	if a := r.colony("MR-01"); len(a.Broken) == 0 {
		t.Fatal("MR-01 fits")
	}
	b := r.colony("MR-02")
	if len(b.Broken) > 0 || b.Assessment == nil || b.Believed.HistoryKnown {
		t.Errorf(
			"MR-02: broken %v, forecast %v, history known %v", b.Broken, b.Assessment != nil, b.Believed.HistoryKnown,
		)
	}
	if said := strings.Join(b.Believed.Findings(b.Season, b.Units), " "); !strings.Contains(said, "from MR-01") {
		t.Errorf("it does not say from which hive: %s", said)
	}
	if why := b.Assessment.Situation.Barred(); !strings.Contains(why, "unknown is a hold") {
		t.Errorf("its honey is barred by %q", why)
	}
}

// TestThereAndBackInOneDay: a frame goes over and comes back, in the order in which
// it was written.
func TestThereAndBackInOneDay(t *testing.T) {
	r := newRow(t, "MR-01", "MR-02")
	r.now += 2
	frame := r.brood("MR-01")
	r.give("MR-01", "MR-02", frame)
	r.give("MR-02", "MR-01", frame)
	if p, there := r.colony("MR-01").Believed.Stack.PlaceOf(frame); !there || p.Box != 1 {
		t.Error("the frame is not in the upper box of MR-01")
	}
	if _, there := r.colony("MR-02").Believed.Stack.PlaceOf(frame); there {
		t.Error("the frame is in MR-02")
	}
}

// TestACorrectionAtTheHeadOfAChain of five is worked out in all of them, and no colony
// beside it is.
func TestACorrectionAtTheHeadOfAChain(t *testing.T) {
	ctx := context.Background()
	chain := []string{"MR-01", "MR-02", "MR-03", "MR-04", "MR-05"}
	r := newRow(t, append(slices.Clone(chain), "MR-06")...)
	wrong := r.look("MR-01", look.Counts{Brood: 8, Honey: 1, Empty: 1})
	frame := r.brood("MR-01")
	for i, c := range chain[:4] {
		r.now++
		r.give(c, chain[i+1], frame)
	}
	r.svc.Settle(ctx)
	was := came(r.colony("MR-05"))
	begun := time.Now()
	if err := r.svc.Undo(ctx, r.ids["MR-01"], app.NewID(), wrong); err != nil {
		t.Fatal(err)
	}
	marks, err := r.st.Stale(ctx, r.yard, int32(r.now))
	if err != nil {
		t.Fatal(err)
	}
	r.svc.Settle(ctx)
	t.Logf("a correction at the head of a chain of five took %v", time.Since(begun))
	if _, marked := marks[r.ids["MR-06"]]; marked {
		t.Error("a colony that got nothing is worked out anew")
	}
	if now := came(r.colony("MR-05")); !(now < was) {
		t.Errorf("MR-05 got %.0f cells, and after MR-01 was corrected %.0f", was, now)
	}
	if left, err := r.st.CountStale(ctx); err != nil || left != 0 {
		t.Errorf("%d colonies are still to be worked out, %v", left, err)
	}
}

// TestAGiftToNobody: what goes to a colony that is not in the file is refused.
func TestAGiftToNobody(t *testing.T) {
	r := newRow(t, "MR-01")
	e := history.Done(r.now, &moves.BeesMoved{From: r.ids["MR-01"], To: app.NewID(), Share: 0.2})
	e.ID = app.NewID()
	if err := r.svc.Record(context.Background(), r.ids["MR-01"], e); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("bees went to nobody: %v", err)
	}
}

// TestWhatAGiverFoundIsAnInput: what stands of a colony is stored with the name of its
// inputs, and a look in its giver is one of them, in a colony beside it is none.
func TestWhatAGiverFoundIsAnInput(t *testing.T) {
	ctx := context.Background()
	r := newRow(t, "MR-01", "MR-02", "MR-03")
	wrong := r.look("MR-01", look.Counts{Brood: 8, Honey: 1, Empty: 1})
	frame := r.brood("MR-01")
	r.now++
	r.give("MR-01", "MR-02", frame)
	stored := func(code string) store.Standing {
		r.svc.Settle(ctx)
		x, err := r.st.StandingOf(ctx, r.ids[code])
		if err != nil {
			t.Fatal(err)
		}
		return x
	}
	taker, other := stored("MR-02"), stored("MR-03")
	if err := r.svc.Undo(ctx, r.ids["MR-01"], app.NewID(), wrong); err != nil {
		t.Fatal(err)
	}
	if x := stored("MR-02"); x.InputHash == taker.InputHash || x.Body == taker.Body {
		t.Errorf("its giver's look was taken back, and of the taker stands what stood")
	}
	if x := stored("MR-03"); x.InputHash != other.InputHash {
		t.Errorf("it got nothing, and has other inputs")
	}
}
