package app_test

import (
	"context"
	"errors"
	"math"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/ledger"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/season"
	"kembo/exchange"
)

func TestUnitsReachEverySentence(t *testing.T) {
	svc, _, _, id := keeper(t)
	ctx := context.Background()
	c, err := svc.Colony(ctx, id)
	if err != nil {
		t.Fatal(err)
	}
	if err := svc.Record(ctx, id, lookAt(c, uid("l1"), today, 9.5)); err != nil {
		t.Fatal(err)
	}
	set, err := svc.Settings(ctx)
	if err != nil {
		t.Fatal(err)
	}
	set.Units = measure.SystemFor("us")
	if err := svc.Choose(ctx, set); err != nil {
		t.Fatal(err)
	}
	if c, err = svc.Colony(ctx, id); err != nil {
		t.Fatal(err)
	}
	board, err := svc.Board(ctx, "")
	if err != nil {
		t.Fatal(err)
	}
	pounds := false
	for _, a := range c.Assessment.Advice {
		if strings.Contains(a.Reason+a.Do+a.Brief, " kg") {
			t.Errorf("the user reads pounds, and is told %q", a.Reason)
		}
		pounds = pounds || strings.Contains(a.Reason, " lb")
	}
	for _, s := range board.Standings {
		for _, a := range s.Advice {
			if strings.Contains(a.Brief+a.Do, " kg") {
				t.Errorf("the board says %q", a.Brief)
			}
		}
	}
	if !pounds {
		t.Error("no reason has a mass in it; choose another look for this test")
	}
	set.LiftLimitKg = 0
	var fe *app.FieldError
	if err := svc.Choose(ctx, set); !errors.As(err, &fe) {
		t.Errorf("a limit of nothing: %v", err)
	}
}

// TestOwnFormatsTravelWithTheBox: taken out of the catalogue, the hive that has
// one stays as it was.
func TestOwnFormatsTravelWithTheBox(t *testing.T) {
	svc, _, yard, _ := keeper(t)
	ctx := context.Background()
	f := app.NewFormat{
		ID: app.NewID(), Name: "Tall heath box", LengthMM: 360, HeightMM: 254, WidthMM: 330, Slots: 9, BoxKg: 4,
		FrameKg: 0.28,
	}
	if err := svc.AddFormat(ctx, f); err != nil {
		t.Fatal(err)
	}
	again := f
	again.ID = app.NewID()
	var fe *app.FieldError
	if err := svc.AddFormat(ctx, again); !errors.As(err, &fe) || fe.Field != "name" {
		t.Errorf("the same name twice: %v", err)
	}
	own, _, err := svc.Formats(ctx)
	if err != nil || len(own) != 1 {
		t.Fatalf("%d formats, %v", len(own), err)
	}
	id := app.NewID()
	if err := svc.MakeColony(
		ctx,
		app.NewColony{
			ID: id, Yard: yard, Code: "he-1", NestFormat: own[0].Key, NestBoxes: 1, Supers: 1, Drawn: true,
			SuperFrames: 8,
		},
	); err != nil {
		t.Fatal(err)
	}
	if err := svc.RemoveFormat(ctx, own[0].Key); err != nil {
		t.Fatal(err)
	}
	c, err := svc.Colony(ctx, id)
	if err != nil {
		t.Fatal(err)
	}
	if b := c.Believed.Stack.Boxes; b[0].Format.Frame.HeightMM != 254 || len(b[0].Frames) != 9 ||
		len(b[1].Frames) != 8 || b[1].Format.ThicknessMM(8) <= b[1].Format.ThicknessMM(9) {
		t.Errorf("the hive is %+v", b[0].Format)
	}
	if err := svc.MakeColony(
		ctx, app.NewColony{ID: app.NewID(), Yard: yard, Code: "he-2", NestFormat: own[0].Key, NestBoxes: 1},
	); !errors.As(err, &fe) {
		t.Errorf("a format that is gone: %v", err)
	}
}

// TestAnyBoxGoesAnywhere: medium frames in a deep box under the nest, nine to a
// super; the combs page tells the room below, and the keeper's own spread counts.
func TestAnyBoxGoesAnywhere(t *testing.T) {
	svc, _, _, id := keeper(t)
	ctx := context.Background()
	if err := svc.PutOn(
		ctx, id,
		app.NewBox{EntryID: uid("b1"), Format: "langstroth-deep-10/medium", Drawn: true, Where: "floor", On: today},
	); err != nil {
		t.Fatal(err)
	}
	if err := svc.PutOn(
		ctx, id,
		app.NewBox{EntryID: uid("b2"), Format: "langstroth-medium-10-poly", Frames: 9, Where: "top", On: today},
	); err != nil {
		t.Fatal(err)
	}
	c, err := svc.Colony(ctx, id)
	if err != nil {
		t.Fatal(err)
	}
	st := c.Believed.Stack
	if st.Boxes[0].Format.FreeBelowMM != 73 || st.Boxes[0].Super || len(st.Boxes) != 4 ||
		len(st.Boxes[3].Frames) != 9 || st.ExcluderAbove != 2 {
		t.Errorf("the stack is %d boxes, excluder above %d", len(st.Boxes), st.ExcluderAbove)
	}
	var fe *app.FieldError
	for _, n := range []app.NewBox{
		{EntryID: uid("x"), Format: "shoe-box", Where: "top", On: today},
		{EntryID: uid("x"), Format: "deep-10", Frames: 11, Where: "top", On: today},
		{EntryID: uid("x"), Format: "deep-10", Where: "beside", On: today},
	} {
		if err := svc.PutOn(ctx, id, n); !errors.As(err, &fe) {
			t.Errorf("%+v: %v", n, err)
		}
	}
	if err := svc.Record(
		ctx, id,
		history.Entry{ID: uid("l"), Day: today, Kind: history.KindLook, Body: &history.Look{Boxes: []history.BoxLook{
			{Box: st.Boxes[1].ID, Depth: "boxes", Counts: &look.Counts{Brood: 4, Honey: 3, Empty: 3}}}}},
	); err != nil {
		t.Fatal(err)
	}
	width := func() float64 {
		t.Helper()
		c, err := svc.Colony(ctx, id)
		if err != nil {
			t.Fatal(err)
		}
		return c.Believed.Estimate.Spread.Stores
	}
	usual := width()
	set, _ := svc.Settings(ctx)
	set.OffBoxes = 0.4
	if err := svc.Choose(ctx, set); err != nil {
		t.Fatal(err)
	}
	if own := width(); own <= usual {
		t.Errorf("a keeper who is 40 %% off is as sure as the usual one: %.2f and %.2f", own, usual)
	}
}

// TestNetHoneyBetweenTwoWeighings: a super goes on, is fed, and the ledger takes
// both out. By hand: 40 to 52.6 kg with a super of 5.55 kg and 3 kg of syrup
// (2 kg of sugar) is 4.05 kg of gain.
func TestNetHoneyBetweenTwoWeighings(t *testing.T) {
	svc, _, _, id := keeper(t)
	ctx := context.Background()
	write := func(n app.Note) {
		t.Helper()
		if err := svc.Write(ctx, id, n); err != nil {
			t.Fatal(err)
		}
	}
	write(app.Note{ID: uid("w1"), Kind: history.KindWeighing, Day: today, Kg: 40})
	if err := svc.AddSuper(ctx, id, uid("s"), "langstroth-medium-10", 0, true, today); err != nil {
		t.Fatal(err)
	}
	write(app.Note{ID: uid("f"), Kind: history.KindFeed, Day: today, Kg: 2})
	write(app.Note{ID: uid("w2"), Kind: history.KindWeighing, Day: today, Kg: 52.6})
	w, err := svc.Weights(ctx, id, "", "")
	if err != nil || w.Net == nil {
		t.Fatalf("%+v, %v", w.Net, err)
	}
	if g := w.Net.GainKg; math.Abs(g.Likely-4.05) > 0.02 || !(g.Low < g.Likely && g.Likely < g.High) {
		t.Errorf("net %+v, by hand 4.05", g)
	}
	if w.Lines[1].Gain == nil || w.Lines[0].Gain != nil || len(w.Lines[1].Moved) != 2 {
		t.Errorf("lines %+v", w.Lines)
	}
	if c, _ := svc.Weights(ctx, id, uid("w2"), uid("w1")); c.Net == nil || c.Net.From.Entry != uid("w1") {
		t.Error("two points the wrong way round are not put right")
	}
}

// TestABoxTakenOffIsNoLoss: a super that is taken off between two weighings takes its
// ware along, and the bees have lost nothing by that.
func TestABoxTakenOffIsNoLoss(t *testing.T) {
	svc, _, _, id := keeper(t)
	ctx := context.Background()
	c, err := svc.Colony(ctx, id)
	if err != nil {
		t.Fatal(err)
	}
	super := c.Believed.Stack.Boxes[1]
	off := history.Done(today, &moves.BoxOff{Box: super.ID})
	off.ID = uid("off")
	ware := ledger.Ware(super.Format, 1).TareKg
	if ware < 2 {
		t.Fatalf("a super weighs %g kg", ware)
	}
	if err := svc.Write(ctx, id, app.Note{ID: uid("w1"), Kind: history.KindWeighing, Day: today, Kg: 40}); err != nil {
		t.Fatal(err)
	}
	if err := svc.Record(ctx, id, off); err != nil {
		t.Fatal(err)
	}
	if err := svc.Write(
		ctx, id, app.Note{ID: uid("w2"), Kind: history.KindWeighing, Day: today, Kg: 40 - ware},
	); err != nil {
		t.Fatal(err)
	}
	w, err := svc.Weights(ctx, id, "", "")
	if err != nil || w.Net == nil {
		t.Fatalf("%+v, %v", w.Net, err)
	}
	if g := w.Net.GainKg.Likely; math.Abs(g) > 0.5 {
		t.Errorf("the ware of %.1f kg was taken off, and the bees gained %.1f kg", ware, g)
	}
}

// TestMitesAreActedOnByTheSeason: the early threshold to the end of June, then the
// late one; in the south half a year on.
func TestMitesAreActedOnByTheSeason(t *testing.T) {
	set := app.Settings{MitesSpring: 2, MitesLate: 3}
	for _, x := range []struct {
		on   day.Day
		h    season.Hemisphere
		want float64
	}{
		{day.Of(2026, time.April, 20), season.North, 2}, {day.Of(2026, time.June, 30), season.North, 2},
		{day.Of(2026, time.July, 2), season.North, 3}, {day.Of(2026, time.August, 15), season.North, 3},
		{day.Of(2026, time.October, 20), season.South, 2}, {day.Of(2026, time.February, 15), season.South, 3},
	} {
		if got := set.MitesNow(season.Place{Hemisphere: x.h}.On(x.on)); got != x.want {
			t.Errorf("%v, %v: %g %%, not %g", x.on, x.h, got, x.want)
		}
	}
}

// TestAScaleByFileAndByStation: the same days, from a file and from the
// simulated scale.
func TestAScaleByFileAndByStation(t *testing.T) {
	svc, _, _, id := keeper(t)
	ctx := context.Background()
	sheet, err := exchange.SniffScale("kg,at\n40,2026-06-01 21:00\n41.5,2026-06-02 21:00\n42,2026-06-03 21:00\n")
	if err != nil {
		t.Fatal(err)
	}
	cols, known, err := svc.ScaleColumnsFor(ctx, sheet)
	if err != nil || known {
		t.Fatalf("known %v, %v", known, err)
	}
	if n, err := svc.ImportScale(ctx, id, sheet, cols); err != nil || n.Readings != 3 {
		t.Fatalf("%+v, %v", n, err)
	}
	if _, known, _ = svc.ScaleColumnsFor(ctx, sheet); !known {
		t.Error("the columns are asked about again")
	}
	w, err := svc.Weights(ctx, id, "", "")
	if err != nil || len(w.Days) != 3 || math.Abs(w.Days[1].GainKg-1.5) > 1e-9 {
		t.Fatalf("days %+v, %v", w.Days, err)
	}
	wrong := cols
	wrong.Weight = 1
	var fe *app.FieldError
	if _, err := svc.ImportScale(ctx, id, sheet, wrong); !errors.As(err, &fe) {
		t.Errorf("the wrong column: %v", err)
	}
}

// TestASecondLookToday adds to the first: what that saw is still seen.
func TestASecondLookToday(t *testing.T) {
	svc, _, _, id := keeper(t)
	ctx := context.Background()
	c, err := svc.Colony(ctx, id)
	if err != nil {
		t.Fatal(err)
	}
	if err := svc.Record(ctx, id, lookAt(c, uid("l1"), today, 3)); err != nil {
		t.Fatal(err)
	}
	if c, err = svc.Colony(ctx, id); err != nil {
		t.Fatal(err)
	}
	first := *c.Believed.Estimate
	n := 6.0
	seams := history.Entry{
		ID: uid("l2"), Day: today, Kind: history.KindLook,
		Body: &history.Look{Boxes: []history.BoxLook{{Box: c.Believed.Stack.Boxes[0].ID, Depth: "seams", Seams: &n}}},
	}
	qs, err := svc.Questions(ctx, c, seams)
	if err != nil || len(qs) != 0 {
		t.Errorf("asked %v, %v", qs, err)
	}
	if err := svc.Record(ctx, id, seams); err != nil {
		t.Fatal(err)
	}
	if c, err = svc.Colony(ctx, id); err != nil {
		t.Fatal(err)
	}
	e := c.Believed.Estimate
	if e.Parts[0].Stores != colony.Measured || math.Abs(e.Capped-first.Capped) > 1 ||
		math.Abs(e.Stores()-first.Stores()) > 0.01 || e.Spread.Stores > 1.05*first.Spread.Stores {
		t.Errorf(
			"the nest is %v with %.0f capped and %.1f kg; the first look had %.0f and %.1f", e.Parts[0].Stores,
			e.Capped, e.Stores(), first.Capped, first.Stores(),
		)
	}
	if e.Bees >= first.Bees || !e.Queen.Eggs {
		t.Errorf("six seams now, eight before: %.0f bees, were %.0f; eggs %v", e.Bees, first.Bees, e.Queen.Eggs)
	}
}
