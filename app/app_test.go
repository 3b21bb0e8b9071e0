package app_test

import (
	"context"
	"errors"
	"math"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/plan"
	"kembo/store"
)

var today = day.Of(2026, time.June, 3)

// keeper is a service on an empty file with one yard and one colony.
func keeper(t *testing.T) (*app.Service, *store.Store, string, string) {
	t.Helper()
	ctx := context.Background()
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), "k.db"))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	clock := func() time.Time { return time.Date(2026, 6, 3, 9, 0, 0, 0, time.UTC) }
	svc := app.New(s, clock, nil)
	if err := svc.Start(ctx, "Harrowmere Honey"); err != nil {
		t.Fatal(err)
	}
	yard, colony := app.NewID(), app.NewID()
	if err := svc.MakeYard(
		ctx,
		app.NewYard{
			ID: yard, Name: "Mill Race", Climate: "uk", Hemisphere: "north", Zone: "Europe/London", RhythmDays: 10,
		},
	); err != nil {
		t.Fatal(err)
	}
	if err := svc.MakeColony(
		ctx,
		app.NewColony{
			ID: colony, Yard: yard, Code: "mr-01", NestFormat: "langstroth-deep-10", NestBoxes: 1, Supers: 1,
			Drawn: true, Excluder: true,
		},
	); err != nil {
		t.Fatal(err)
	}
	return svc, s, yard, colony
}

// uid is an id for a name, the same for the same.
func uid(name string) string { return uuid.NewSHA1(uuid.NameSpaceOID, []byte(name)).String() }

func lookAt(c app.Colony, id string, on day.Day, honey float64) history.Entry {
	seams := 8.0
	return history.Entry{ID: id, Day: on, Kind: history.KindLook, Body: &history.Look{
		Boxes: []history.BoxLook{
			{
				Box: c.Believed.Stack.Boxes[0].ID, Depth: "boxes",
				Counts: &look.Counts{Brood: 5, Honey: 1.5, Pollen: 1, Empty: 2.5}, Seams: &seams,
			},
			{Box: c.Believed.Stack.Boxes[1].ID, Depth: "boxes", Counts: &look.Counts{Honey: honey, Empty: 10 - honey}},
		},
		Queen: history.Queen{Looked: true, Eggs: true, Larvae: true, Capped: true},
		Cells: history.Cells{Check: "complete"}, Health: "healthy",
	}}
}

func TestALookChangesStackRunwaysAdviceAndLog(t *testing.T) {
	svc, _, yard, id := keeper(t)
	ctx := context.Background()
	first, err := svc.Colony(ctx, id)
	if err != nil {
		t.Fatal(err)
	}
	if first.Assessment != nil || first.Standing.Known || first.Code != "MR-01" {
		t.Errorf("before any look: %+v", first.Standing)
	}
	if err := svc.Record(ctx, id, lookAt(first, uid("look-1"), today, 1)); err != nil {
		t.Fatal(err)
	}
	roomy, _ := svc.Colony(ctx, id)
	if err := svc.Record(ctx, id, lookAt(first, uid("look-2"), today, 9.5)); err != nil {
		t.Fatal(err)
	}
	full, _ := svc.Colony(ctx, id)
	if full.Assessment.Base.Stores.Likely <= roomy.Assessment.Base.Stores.Likely || len(full.Log) != 3 {
		t.Errorf(
			"stores %v then %v, %d entries", roomy.Assessment.Base.Stores, full.Assessment.Base.Stores, len(full.Log),
		)
	}
	adds := func(a []app.StandingAdvice) bool {
		return slices.ContainsFunc(a, func(x app.StandingAdvice) bool { return x.Action == plan.AddSuper })
	}
	if !adds(full.Standing.Advice) {
		t.Errorf("with a full super %+v is advised", full.Standing.Advice)
	}
	b, err := svc.Board(ctx, yard)
	if err != nil || len(b.Standings) != 1 || !adds(b.Standings[0].Advice) {
		t.Errorf("the board says %+v, %v", b.Standings, err)
	}
	// Undone, it is as before.
	if err := svc.Undo(ctx, id, uid("undo-1"), uid("look-2")); err != nil {
		t.Fatal(err)
	}
	back, _ := svc.Colony(ctx, id)
	if back.Assessment.Base.Stores != roomy.Assessment.Base.Stores {
		t.Errorf("after undo stores are %v, were %v", back.Assessment.Base.Stores, roomy.Assessment.Base.Stores)
	}
}

func TestALateLookStandsOnItsDay(t *testing.T) {
	svc, st, _, id := keeper(t)
	ctx := context.Background()
	c, _ := svc.Colony(ctx, id)
	// The hive stood there before it was entered.
	rows, err := st.Events(ctx, id, int32(today))
	if err != nil || len(rows) != 1 {
		t.Fatal(err, len(rows))
	}
	if err := svc.Record(ctx, id, lookAt(c, uid("now"), today, 4)); err != nil {
		t.Fatal(err)
	}
	var f *app.FieldError
	if err := svc.Record(ctx, id, lookAt(c, uid("tomorrow"), today+1, 4)); !errors.As(err, &f) || f.Field != "date" {
		t.Errorf("a look in the future: %v", err)
	}
	if err := svc.Record(ctx, id, lookAt(c, uid("before"), today-30, 4)); !errors.As(err, &f) ||
		!strings.Contains(f.Say, "set up") {
		t.Errorf("a look before the hive: %v", err)
	}
	again, _ := svc.Colony(ctx, id)
	if len(again.Log) != 2 {
		t.Errorf("%d entries after two refused looks", len(again.Log))
	}
}

func TestVisitsByPlanOrByRhythm(t *testing.T) {
	svc, _, yard, _ := keeper(t)
	ctx := context.Background()
	b, _ := svc.Board(ctx, yard)
	if b.Yard.Planned || b.Yard.Visit != today+10 {
		t.Errorf(
			"with none planned the visit is %v (planned %v), want the rhythm of ten days", b.Yard.Visit,
			b.Yard.Planned,
		)
	}
	if err := svc.MoveVisit(ctx, yard, today+4); err != nil {
		t.Fatal(err)
	}
	if b, _ = svc.Board(ctx, yard); !b.Yard.Planned || b.Yard.Visit != today+4 {
		t.Errorf("the moved visit is %v", b.Yard.Visit)
	}
	var f *app.FieldError
	for _, d := range []day.Day{today, today - 3, today + 900} {
		if err := svc.MoveVisit(ctx, yard, d); !errors.As(err, &f) {
			t.Errorf("a visit on %v: %v", d, err)
		}
	}
}

func TestSetUpRefusesWithTheField(t *testing.T) {
	svc, _, yard, _ := keeper(t)
	ctx := context.Background()
	var f *app.FieldError
	for field, c := range map[string]app.NewColony{
		"code":       {ID: uid("a"), Yard: yard, Code: " ", NestFormat: "langstroth-deep-10", NestBoxes: 1},
		"format":     {ID: uid("b"), Yard: yard, Code: "X1", NestFormat: "barrel", NestBoxes: 1},
		"nest boxes": {ID: uid("c"), Yard: yard, Code: "X2", NestFormat: "langstroth-deep-10", NestBoxes: 9},
		"yard":       {ID: uid("d"), Yard: "nowhere", Code: "X3", NestFormat: "langstroth-deep-10", NestBoxes: 1},
		"queen's year": {
			ID: uid("e"), Yard: yard, Code: "X4", NestFormat: "langstroth-deep-10", NestBoxes: 1, QueenYear: 2031,
		},
	} {
		if err := svc.MakeColony(ctx, c); !errors.As(err, &f) || f.Field != field {
			t.Errorf("%s: %v", field, err)
		}
	}
	if err := svc.MakeColony(
		ctx, app.NewColony{ID: uid("z"), Yard: yard, Code: "MR-01", NestFormat: "langstroth-deep-10", NestBoxes: 1},
	); !errors.As(err, &f) || !strings.Contains(f.Say, "already") {
		t.Errorf("the same code twice: %v", err)
	}
	if err := svc.MakeYard(
		ctx,
		app.NewYard{ID: uid("y"), Name: "Far", Climate: "uk", Hemisphere: "north", Zone: "Moon/Base", RhythmDays: 7},
	); !errors.As(err, &f) || f.Field != "zone" {
		t.Errorf("an unknown zone: %v", err)
	}
}

func TestStandingsAreWorkedOutOnceAndWhenInputsChange(t *testing.T) {
	svc, _, yard, id := keeper(t)
	ctx := context.Background()
	c, _ := svc.Colony(ctx, id)
	if _, err := svc.Refresh(ctx); err != nil { // the yard is new
		t.Fatal(err)
	}
	if err := svc.Record(ctx, id, lookAt(c, uid("l"), today, 3)); err != nil {
		t.Fatal(err)
	}
	svc.Settle(ctx) // what was written is worked out behind the answer
	if n, err := svc.Refresh(ctx); n != 0 || err != nil {
		t.Errorf("%d standings worked out though nothing changed, %v", n, err)
	}
	if err := svc.AddSuper(ctx, id, uid("s"), "langstroth-medium-10", 0, true, today); err != nil {
		t.Fatal(err)
	}
	b, _ := svc.Board(ctx, yard)
	if n := len(b.Standings[0].Boxes); n != 3 {
		t.Errorf("%d boxes on the board after a super was put on", n)
	}
}

func TestAdviceDoneIsWrittenAndSettled(t *testing.T) {
	svc, _, _, id := keeper(t)
	ctx := context.Background()
	c, _ := svc.Colony(ctx, id)
	if err := svc.Record(ctx, id, lookAt(c, uid("l"), today, 9.5)); err != nil {
		t.Fatal(err)
	}
	before, _ := svc.Colony(ctx, id)
	all := before.Assessment.Advice
	k := slices.IndexFunc(all, func(a plan.Advice) bool { return a.Action == plan.AddSuper })
	if k < 0 {
		t.Fatalf("advised: %+v", all)
	}
	want := all[k]
	for range 2 { // sent twice is done once
		if err := svc.Do(ctx, id, uid("done-1"), plan.AddSuper); err != nil {
			t.Fatal(err)
		}
	}
	after, _ := svc.Colony(ctx, id)
	if n := len(after.Believed.Stack.Boxes) - len(before.Believed.Stack.Boxes); n != int(want.Needs[0].Count) {
		t.Errorf("%d supers went on, %v were advised", n, want.Needs[0].Count)
	}
	// What was promised is what the hive is now said to be, to a day: it was to be done on the visit, after a check.
	for i, n := range []string{"food", "lay", "store"} {
		got, said := after.Assessment.Base.Runway[i].Likely, want.After[n].Likely
		if (got == nil) != (said == nil) || got != nil && math.Abs(*got-*said) > 1 {
			t.Errorf("%s: promised %v, now %v", n, days(said), days(got))
		}
	}
	var f *app.FieldError
	if err := svc.Do(ctx, id, uid("done-2"), plan.CheckCells); !errors.As(err, &f) {
		t.Errorf("a cell check without a look: %v", err)
	}
}

// TestATreatmentWasInFromTheDayItWentIn, whatever day it comes out on.
func TestATreatmentWasInFromTheDayItWentIn(t *testing.T) {
	r := newRow(t, "MR-01")
	ctx, in, id := context.Background(), r.now, r.ids["MR-01"]
	n := app.Note{ID: uid("in"), Kind: history.KindTreatment, Day: in, What: "thymol"}
	if err := r.svc.Write(ctx, id, n); err != nil {
		t.Fatal(err)
	}
	r.now += 20
	n = app.Note{ID: uid("out"), Kind: n.Kind, Day: r.now, What: n.What, Out: true, Until: r.now + 7}
	if err := r.svc.Write(ctx, id, n); err != nil {
		t.Fatal(err)
	}
	p := r.colony("MR-01").Believed.Treatments
	if len(p) != 1 || p[0].From != in || p[0].To != r.now || p[0].Until != r.now+7 {
		t.Errorf("from %v to %v: %+v", in, r.now, p)
	}
}

func TestATreatmentBarsUntilItsLabelsTimeIsOver(t *testing.T) {
	svc, _, _, id := keeper(t)
	ctx := context.Background()
	if err := svc.Write(
		ctx, id, app.Note{ID: uid("t1"), Kind: history.KindTreatment, Day: today, What: "thymol"},
	); err != nil {
		t.Fatal(err)
	}
	c, _ := svc.Colony(ctx, id)
	if in := c.In(); len(in) != 1 || in[0] != "thymol" {
		t.Errorf("in the hive: %v", in)
	}
	if err := svc.Write(
		ctx, id,
		app.Note{ID: uid("t2"), Kind: history.KindTreatment, Day: today, What: "thymol", Out: true, Until: today + 14},
	); err != nil {
		t.Fatal(err)
	}
	c, _ = svc.Colony(ctx, id)
	if p := c.Believed.Treatments; len(p) != 1 || p[0].To != today || p[0].Until != today+14 || len(c.In()) != 0 {
		t.Errorf("treatments %+v", p)
	}
	var f *app.FieldError
	for _, n := range []app.Note{
		{ID: uid("a"), Kind: history.KindFeed, Day: today},
		{ID: uid("b"), Kind: history.KindWeighing, Day: today, Kg: -2},
		{ID: uid("c"), Kind: history.KindTreatment, Day: today},
		{ID: uid("d"), Kind: history.KindTreatment, Day: today, What: "other", Out: true},
		{ID: uid("e"), Kind: "dance", Day: today},
	} {
		if err := svc.Write(ctx, id, n); !errors.As(err, &f) {
			t.Errorf("%+v: %v", n, err)
		}
	}
}

func days(v *float64) float64 {
	if v == nil {
		return -1
	}
	return *v
}
