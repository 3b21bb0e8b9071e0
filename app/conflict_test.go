package app_test

import (
	"context"
	"errors"
	"fmt"
	"strings"
	"sync"
	"testing"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
	"kembo/store"
)

// TestTwoAtOnceLeaveALogThatFits: two devices write about one hive at the same
// moment, what cannot both be. One is taken, the other refused with a sentence,
// and the log fits together.
func TestTwoAtOnceLeaveALogThatFits(t *testing.T) {
	ctx := context.Background()
	for round := range 6 {
		svc, _, _, id := keeper(t)
		c, err := svc.Colony(ctx, id)
		if err != nil {
			t.Fatal(err)
		}
		super := c.Believed.Stack.Boxes[1].ID
		off := func(n int) func() error {
			return func() error {
				return svc.Record(
					ctx,
					id,
					history.Entry{
						ID:   uid(fmt.Sprint("off", round, n)),
						Day:  today,
						Kind: "box_off",
						Body: &moves.BoxOff{Box: super},
					},
				)
			}
		}
		seen := func() error { return svc.Record(ctx, id, lookAt(c, uid(fmt.Sprint("look", round)), today, 3)) }
		for name, pair := range map[string][2]func() error{
			"a super off twice": {off(1), off(2)}, "a look at a super that goes off": {seen, off(3)},
		} {
			var wg sync.WaitGroup
			var errs [2]error
			for i, f := range pair {
				wg.Go(func() { errs[i] = f() })
			}
			wg.Wait()
			for _, err := range errs {
				var fe *app.FieldError
				if err != nil && !errors.As(err, &fe) {
					t.Errorf("%s: %v", name, err)
				}
			}
			broken, err := svc.CheckLogs(ctx, func(int) {})
			if err != nil || len(broken) > 0 {
				t.Fatalf("%s: %d logs do not fit together, %v", name, len(broken), err)
			}
		}
		if x, err := svc.Colony(ctx, id); err != nil || len(x.Broken) > 0 {
			t.Errorf("the colony is not shown: %v, %v", err, x.Broken)
		}
	}
}

// TestALogAheadOfTheClock: the clock was two days fast, and is set right. What was
// dated in days to come is not shown yet, and nothing can be written before it
// that it would not fit upon.
func TestALogAheadOfTheClock(t *testing.T) {
	ctx := context.Background()
	svc, c, _, id := aYardWithLook(t, "north", "Europe/London", today)
	x, err := svc.Colony(ctx, id)
	if err != nil {
		t.Fatal(err)
	}
	super := x.Believed.Stack.Boxes[1].ID
	c.on(today + 2)
	if err := svc.Record(ctx, id, lookAt(x, uid("ahead"), today+2, 5)); err != nil {
		t.Fatal(err)
	}
	c.on(today)
	err = svc.Record(
		ctx,
		id,
		history.Entry{ID: uid("off"), Day: today, Kind: "box_off", Body: &moves.BoxOff{Box: super}},
	)
	var fe *app.FieldError
	if !errors.As(err, &fe) || !strings.Contains(fe.Say, "2026-06-05") {
		t.Errorf("a super off under a look of the day after tomorrow: %v", err)
	}
	for _, on := range []int{0, 1, 2, 5} {
		c.at = c.at.AddDate(0, 0, on)
		if _, err := svc.Refresh(ctx); err != nil {
			t.Errorf("%d days on: %v", on, err)
		}
		if x, err := svc.Colony(ctx, id); err != nil || len(x.Broken) > 0 {
			t.Errorf("%d days on: %v, %v", on, err, x.Broken)
		}
	}
}

// brokenLog breaks a colony's log past all checks, as a version before them could:
// a super goes off twice.
func brokenLog(t *testing.T) (svc *app.Service, yard, colony string) {
	t.Helper()
	ctx := context.Background()
	svc, s, yard, id := keeper(t)
	c, err := svc.Colony(ctx, id)
	if err != nil {
		t.Fatal(err)
	}
	op, err := svc.Operation(ctx)
	if err != nil {
		t.Fatal(err)
	}
	for _, n := range []string{"off 1", "off 2"} {
		e := history.Entry{
			ID:   uid(n),
			Day:  today,
			Kind: "box_off",
			Body: &moves.BoxOff{Box: c.Believed.Stack.Boxes[1].ID},
		}
		row, err := app.EventOf(e, op.ID, id, "keeper", today.Time())
		if err != nil {
			t.Fatal(err)
		}
		if err := s.Append(ctx, row); err != nil {
			t.Fatal(err)
		}
	}
	if err := svc.MakeColony(
		ctx,
		app.NewColony{ID: uid("whole"), Yard: yard, Code: "MR-02", NestFormat: "langstroth-deep-10", NestBoxes: 1},
	); err != nil {
		t.Fatal(err)
	}
	return svc, yard, id
}

// TestABrokenLogIsItsColonysProblem: it is shown with the reason, batches skip it,
// nothing but an undo is written to it, and an undo mends it.
func TestABrokenLogIsItsColonysProblem(t *testing.T) {
	ctx := context.Background()
	svc, yard, id := brokenLog(t)
	if n, err := svc.Reassess(ctx, true, nil); err != nil || n != 2 {
		t.Fatalf("%d worked out, %v", n, err)
	}
	b, err := svc.Board(ctx, yard)
	if err != nil || len(b.Standings) != 2 {
		t.Fatalf("the board has %d, %v", len(b.Standings), err)
	}
	for _, x := range b.Standings {
		if x.Colony == id && (x.Advice[0].Do != "Mend its log" || !strings.Contains(x.Advice[0].Brief, "Wed 3 Jun")) {
			t.Errorf("the board says %+v", x.Advice[0])
		}
	}
	c, err := svc.Colony(ctx, id)
	if err != nil || len(c.Broken) != 1 || c.Broken[0].Entry.ID != uid("off 2") || len(c.Believed.Stack.Boxes) != 1 {
		t.Fatalf("misfits %v, %d boxes, %v", c.Broken, len(c.Believed.Stack.Boxes), err)
	}
	seams := 5.0
	l := history.Entry{
		ID:   uid("look"),
		Day:  today,
		Kind: history.KindLook,
		Body: &history.Look{
			Boxes: []history.BoxLook{{Box: c.Believed.Stack.Boxes[0].ID, Depth: string(look.BySeams), Seams: &seams}},
		},
	}
	var fe *app.FieldError
	if err := svc.Record(ctx, id, l); !errors.As(err, &fe) || fe.Field != "log" {
		t.Errorf("a look at a broken log: %v", err)
	}
	if err := svc.Undo(ctx, id, uid("undo"), uid("off 2")); err != nil {
		t.Fatal(err)
	}
	if c, err := svc.Colony(ctx, id); err != nil || len(c.Broken) > 0 {
		t.Errorf("after the undo: %v, %v", c.Broken, err)
	}
	if err := svc.Record(ctx, id, l); err != nil {
		t.Errorf("a look after the undo: %v", err)
	}
}

// TestWhatCannotBeReadIsShown: an entry of a kind that this version does not know,
// or with contents it cannot read, is shown as what does not fit, and taken back.
func TestWhatCannotBeReadIsShown(t *testing.T) {
	ctx := context.Background()
	svc, s, _, id := keeper(t)
	op, err := svc.Operation(ctx)
	if err != nil {
		t.Fatal(err)
	}
	row := store.Event{
		ID: uid("odd"), OperationID: op.ID, ColonyID: id, Kind: "feed", Day: int32(today),
		RecordedUTC: "2026-06-03T10:00:00Z", Actor: "keeper", Payload: `{"kg":"much"}`,
	}
	if err := s.Append(ctx, row); err != nil {
		t.Fatal(err)
	}
	if _, err := svc.Refresh(ctx); err != nil {
		t.Fatal(err)
	}
	c, err := svc.Colony(ctx, id)
	if err != nil || len(c.Broken) != 1 || c.Broken[0].Entry.ID != uid("odd") {
		t.Fatalf("%v, %v", c.Broken, err)
	}
	if _, err := svc.Round(ctx, c.YardID, 0); err != nil {
		t.Error(err)
	}
	if err := svc.Undo(ctx, id, uid("undo odd"), uid("odd")); err != nil {
		t.Fatal(err)
	}
	if c, err = svc.Colony(ctx, id); err != nil || len(c.Broken) != 0 {
		t.Errorf("after the undo: %v, %v", c.Broken, err)
	}
}

// TestMendTakesBackWhatDoesNotFit: what check --repair does.
func TestMendTakesBackWhatDoesNotFit(t *testing.T) {
	ctx := context.Background()
	svc, _, id := brokenLog(t)
	broken, err := svc.CheckLogs(ctx, func(int) {})
	if err != nil || len(broken) != 1 || broken[0].Code != "MR-01" {
		t.Fatalf("%+v, %v", broken, err)
	}
	if n, err := svc.Mend(ctx, broken[0]); n != 1 || err != nil {
		t.Fatalf("%d mended, %v", n, err)
	}
	if broken, err = svc.CheckLogs(ctx, func(int) {}); len(broken) > 0 || err != nil {
		t.Errorf("still %+v, %v", broken, err)
	}
	c, err := svc.Colony(ctx, id)
	if err != nil || len(c.Believed.Stack.Boxes) != 1 || len(c.Log) != 2 {
		t.Errorf("%d boxes, %d entries, %v", len(c.Believed.Stack.Boxes), len(c.Log), err)
	}
}

// TestOneIDIsOneThing: the same id with other contents, of another colony or of
// another kind is refused, or kept beside where a phone sent it; never answered as
// stored and lost.
func TestOneIDIsOneThing(t *testing.T) {
	ctx := context.Background()
	svc, _, yard, id := keeper(t)
	other := uid("other colony")
	if err := svc.MakeColony(
		ctx, app.NewColony{ID: other, Yard: yard, Code: "MR-02", NestFormat: "langstroth-deep-10", NestBoxes: 1},
	); err != nil {
		t.Fatal(err)
	}
	fed := app.Note{ID: uid("n"), Kind: history.KindFeed, Day: today, What: "syrup", Kg: 2}
	for range 2 {
		if err := svc.Write(ctx, id, fed); err != nil {
			t.Fatal(err)
		}
	}
	more := fed
	more.Kg = 3
	weighed := app.Note{ID: fed.ID, Kind: history.KindWeighing, Day: today, Kg: 40}
	c, _ := svc.Colony(ctx, id)
	look := found(c, fed.ID)
	for name, f := range map[string]func() error{
		"other contents": func() error { return svc.Write(ctx, id, more) },
		"another kind":   func() error { return svc.Write(ctx, id, weighed) },
		"another colony": func() error { return svc.Write(ctx, other, fed) },
		"another's yard": func() error {
			return svc.MakeYard(
				ctx,
				app.NewYard{
					ID: yard, Name: "Elsewhere", Climate: "uk", Hemisphere: "north", Zone: "Europe/London",
					RhythmDays: 10,
				},
			)
		},
		"another's colony": func() error {
			return svc.MakeColony(
				ctx, app.NewColony{ID: id, Yard: yard, Code: "MR-09", NestFormat: "langstroth-deep-10", NestBoxes: 1},
			)
		},
		"a look elsewhere": func() error { _, err := svc.Receive(ctx, other, look); return err },
		"no id": func() error {
			return svc.Write(ctx, id, app.Note{Kind: history.KindFeed, Day: today, Kg: 2})
		},
		"an id with a break": func() error {
			return svc.Write(ctx, id, app.Note{ID: "y\r\nSet-Cookie: a=b", Kind: history.KindFeed, Day: today, Kg: 2})
		},
		"a path as id": func() error {
			return svc.MakeColony(
				ctx,
				app.NewColony{ID: "../x", Yard: yard, Code: "MR-10", NestFormat: "langstroth-deep-10", NestBoxes: 1},
			)
		},
	} {
		var fe *app.FieldError
		if err := f(); !errors.As(err, &fe) {
			t.Errorf("%s: %v", name, err)
		}
	}
	if c, _ := svc.Colony(ctx, id); len(c.Log) != 2 || c.Log[1].Entry.Body.(*moves.Feed).Kg != 2 {
		t.Errorf("the log has %d entries", len(c.Log))
	}
	if c, _ := svc.Colony(ctx, other); len(c.Log) != 1 {
		t.Errorf("the other's log has %d entries", len(c.Log))
	}
}

// TestACodeIsOneColonys: two colonies made at once do not get one code.
func TestACodeIsOneColonys(t *testing.T) {
	ctx := context.Background()
	svc, s, yard, _ := keeper(t)
	var wg sync.WaitGroup
	var errs [8]error
	for i := range errs {
		wg.Go(func() {
			errs[i] = svc.MakeColony(
				ctx,
				app.NewColony{
					ID:         uid(fmt.Sprint("c", i)),
					Yard:       yard,
					Code:       "mr-07",
					NestFormat: "langstroth-deep-10",
					NestBoxes:  1,
				},
			)
		})
	}
	wg.Wait()
	made := 0
	for _, err := range errs {
		var fe *app.FieldError
		switch {
		case err == nil:
			made++
		case !errors.As(err, &fe) || fe.Field != "code":
			t.Error(err)
		}
	}
	all, err := s.ColoniesOf(ctx, yard, int32(today))
	if made != 1 || len(all) != 2 || err != nil {
		t.Errorf("%d were made, %d are there, %v", made, len(all), err)
	}
}

// TestNamesAreSeen: characters that nobody sees are no part of a name, and letters
// are counted, not bytes.
func TestNamesAreSeen(t *testing.T) {
	ctx := context.Background()
	svc, _, yard, _ := keeper(t)
	make := func(code string) error {
		return svc.MakeColony(
			ctx,
			app.NewColony{ID: app.NewID(), Yard: yard, Code: code, NestFormat: "langstroth-deep-10", NestBoxes: 1},
		)
	}
	for _, bad := range []string{"A\x00B", "A\u202eB", "A\nB", "\xff", strings.Repeat("é", 21)} {
		var fe *app.FieldError
		if err := make(bad); !errors.As(err, &fe) || fe.Field != "code" {
			t.Errorf("%q: %v", bad, err)
		}
	}
	if err := make(strings.Repeat("é", 20)); err != nil {
		t.Errorf("twenty letters: %v", err)
	}
}
