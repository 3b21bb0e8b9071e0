package app_test

import (
	"context"
	"errors"
	"math"
	"strings"
	"testing"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/moves"
)

// found is a look of today as a device sends it.
func found(c app.Colony, id string) app.Entered {
	return app.Entered{ID: id, Body: "the look " + id, By: "Ann", Day: today, Look: lookAt(c, id, today, 4).Look()}
}

// TestSentTwiceIsWrittenOnce: the same id and body gets the same answer; the same
// id with another body is kept beside and changes nothing.
func TestSentTwiceIsWrittenOnce(t *testing.T) {
	svc, _, _, id := keeper(t)
	ctx := context.Background()
	c, _ := svc.Colony(ctx, id)
	x := found(c, uid("device-look-1"))
	x.Acts = []moves.Said{{Do: "super_drawn", N: 2}, {Do: "syrup_thin", N: 4}}
	for i := range 3 {
		got, err := svc.Receive(ctx, id, x)
		if err != nil || got.Again != (i > 0) || got.Beside {
			t.Fatalf("time %d: %+v, %v", i+1, got, err)
		}
	}
	c, _ = svc.Colony(ctx, id)
	if len(c.Log) != 1+4 || len(c.Believed.Stack.Boxes) != 4 {
		t.Errorf("the log has %d entries, the hive %d boxes", len(c.Log), len(c.Believed.Stack.Boxes))
	}
	// 4 L of 1:1 by mass hold 2.46 kg of sugar: density 1.2296 at 50 % (NBS
	// Circular 440, from memory), half of it sugar.
	if f := c.Log[4].Entry.Body.(*moves.Feed); math.Abs(f.Kg-4*1.2296/2) > 0.01 {
		t.Errorf("4 L of 1:1 are %.3f kg of sugar", f.Kg)
	}
	x.Body = "another"
	got, err := svc.Receive(ctx, id, x)
	if err != nil || !got.Beside {
		t.Fatalf("another body: %+v, %v", got, err)
	}
	apart, err := svc.Apart(ctx, id)
	if err != nil || len(apart) != 1 || apart[0].Body != "another" || apart[0].By != "Ann" {
		t.Errorf("beside stands %+v, %v", apart, err)
	}
	if now, _ := svc.Colony(ctx, id); len(now.Log) != len(c.Log) {
		t.Errorf("the log grew from %d to %d", len(c.Log), len(now.Log))
	}
}

// TestMeanwhile: what was written since the form was opened is told, and told
// again when it is sent again.
func TestMeanwhile(t *testing.T) {
	svc, _, _, id := keeper(t)
	ctx := context.Background()
	c, _ := svc.Colony(ctx, id)
	x := found(c, uid("device-look-2"))
	x.Seen = c.Log[len(c.Log)-1].ID
	if err := svc.Write(
		ctx, id, app.Note{ID: uid("fed-meanwhile"), Kind: history.KindFeed, Day: today, What: "2:1 syrup", Kg: 3},
	); err != nil {
		t.Fatal(err)
	}
	for range 2 {
		got, err := svc.Receive(ctx, id, x)
		if err != nil || len(got.Meanwhile) != 1 || got.Meanwhile[0].Kind != history.KindFeed {
			t.Fatalf("%+v, %v", got, err)
		}
	}
	x = found(c, uid("device-look-3"))
	c, _ = svc.Colony(ctx, id)
	x.Seen = c.Log[len(c.Log)-1].ID
	if got, err := svc.Receive(ctx, id, x); err != nil || len(got.Meanwhile) != 0 {
		t.Errorf("a form that knew all is told of %+v, %v", got.Meanwhile, err)
	}
}

// TestOnesOwnLooksAreNoNews: two looks at a hive from one page that was kept; the
// second knows of the first, since this device sent it, and still is told of what
// another wrote between them.
func TestOnesOwnLooksAreNoNews(t *testing.T) {
	svc, _, _, id := keeper(t)
	ctx := context.Background()
	c, _ := svc.Colony(ctx, id)
	kept := c.Log[len(c.Log)-1].ID
	first, second := found(c, uid("device-look-4")), found(c, uid("device-look-5"))
	first.Acts = []moves.Said{{Do: "super_drawn", N: 1}}
	first.Seen, second.Seen = kept, kept
	if got, err := svc.Receive(ctx, id, first); err != nil || len(got.Meanwhile) != 0 {
		t.Fatalf("%+v, %v", got, err)
	}
	if err := svc.Write(
		ctx, id, app.Note{ID: uid("fed-between"), Kind: history.KindFeed, Day: today, What: "2:1 syrup", Kg: 3},
	); err != nil {
		t.Fatal(err)
	}
	second.Own = []string{"never-came", first.ID}
	got, err := svc.Receive(ctx, id, second)
	if err != nil || len(got.Meanwhile) != 1 || got.Meanwhile[0].Kind != history.KindFeed {
		t.Errorf("told of %+v, %v; the feed alone is news", got.Meanwhile, err)
	}
}

// TestARefusalStoresNothing, whatever part of it cannot be.
func TestARefusalStoresNothing(t *testing.T) {
	svc, _, _, id := keeper(t)
	ctx := context.Background()
	c, _ := svc.Colony(ctx, id)
	for what, change := range map[string]func(*app.Entered){
		"a day to come":        func(x *app.Entered) { x.Day = today + 1 },
		"before the set-up":    func(x *app.Entered) { x.Day = today - 400 },
		"a box that is gone":   func(x *app.Entered) { x.Acts = []moves.Said{{Do: "box_off", Box: "none"}} },
		"combs nobody knows":   func(x *app.Entered) { x.Acts = []moves.Said{{Do: "combs_swapped", N: 30}} },
		"a lake of syrup":      func(x *app.Entered) { x.Acts = []moves.Said{{Do: "syrup_thin", N: 500}} },
		"no ratio":             func(x *app.Entered) { x.Acts = []moves.Said{{Do: "syrup_nine", N: 2}} },
		"nothing at all":       func(x *app.Entered) { x.Look = nil },
		"no number of its own": func(x *app.Entered) { x.ID = "" },
		"a name without end":   func(x *app.Entered) { x.By = strings.Repeat("x", 100) },
	} {
		x := found(c, "refused-"+strings.ReplaceAll(what, " ", "-"))
		change(&x)
		var field *app.FieldError
		if _, err := svc.Receive(ctx, id, x); !errors.As(err, &field) || field.Say == "" {
			t.Errorf("%s: %v", what, err)
		}
	}
	if now, _ := svc.Colony(ctx, id); len(now.Log) != len(c.Log) {
		t.Errorf("refusals left %d entries", len(now.Log)-len(c.Log))
	}
}

// TestOneDrawnSuperOnAllExcept: the yard-wide action, twice sent, once done.
func TestOneDrawnSuperOnAllExcept(t *testing.T) {
	svc, _, yard, first := keeper(t)
	ctx := context.Background()
	ids := map[string]string{"MR-01": first}
	for _, code := range []string{"MR-02", "MR-03", "MR-04"} {
		ids[code] = app.NewID()
		if err := svc.MakeColony(
			ctx,
			app.NewColony{
				ID: ids[code], Yard: yard, Code: code, NestFormat: "langstroth-deep-10", NestBoxes: 1, Supers: 1,
				Drawn: true,
			},
		); err != nil {
			t.Fatal(err)
		}
	}
	x := app.OnAll{
		ID: app.NewID(), By: "Ben", Day: today, Except: []string{ids["MR-03"]},
		Acts: []moves.Said{{Do: "super_drawn", N: 1}},
	}
	for range 2 {
		if n, err := svc.OnAll(ctx, yard, x); n != 3 || err != nil {
			t.Fatalf("%d, %v", n, err)
		}
	}
	for code, id := range ids {
		c, _ := svc.Colony(ctx, id)
		want := 3
		if code == "MR-03" {
			want = 2
		}
		if n := len(c.Believed.Stack.Boxes); n != want {
			t.Errorf("%s has %d boxes, want %d", code, n, want)
		}
	}
	// The order in which they stand is kept; what has no place comes after.
	if err := svc.SetRound(ctx, yard, []string{ids["MR-04"], ids["MR-02"]}); err != nil {
		t.Fatal(err)
	}
	r, err := svc.Round(ctx, yard, today)
	if err != nil {
		t.Fatal(err)
	}
	var order []string
	for _, s := range r.Stops {
		order = append(order, s.Code)
	}
	if got := strings.Join(order, " "); got != "MR-04 MR-02 MR-01 MR-03" {
		t.Errorf("the round goes %s", got)
	}
	if r.Left() != 4 || len(r.Stops[0].Done) == 0 || r.Stops[0].Done[len(r.Stops[0].Done)-1].Actor != "Ben" {
		t.Errorf("%d left; done at the first: %+v", r.Left(), r.Stops[0].Done)
	}
	if c, _ := svc.Colony(ctx, ids["MR-04"]); c.NextCode != "MR-02" || c.PrevCode != "MR-03" {
		t.Errorf("beside MR-04 stand %s and %s", c.PrevCode, c.NextCode)
	}
	var field *app.FieldError
	if err := svc.SetRound(ctx, yard, []string{"elsewhere"}); !errors.As(err, &field) {
		t.Errorf("a colony of another yard: %v", err)
	}
	if _, err := svc.Round(ctx, yard, today+3); !errors.As(err, &field) {
		t.Errorf("a round of a day to come: %v", err)
	}
}
