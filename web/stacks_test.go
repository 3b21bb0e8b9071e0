package web_test

import (
	"bytes"
	"context"
	"fmt"
	"io"
	"log/slog"
	"math/rand/v2"
	"net/http"
	"net/url"
	"path/filepath"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/moves"
	"kembo/store"
	"kembo/web"
)

// oddHives makes a yard with hives that nobody forbids: none left standing, only
// supers, only foundation, two formats in a nest, twelve boxes, boxes of one frame.
func oddHives(t *testing.T, n int) (*web.Server, *app.Service, string, []string) {
	t.Helper()
	ctx := context.Background()
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), "k.db"))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	on := day.Of(2026, time.June, 3)
	svc := app.New(s, time.Now, &on)
	yard := app.NewID()
	if err := svc.Start(ctx, "Harrowmere Honey"); err != nil {
		t.Fatal(err)
	}
	if err := svc.MakeYard(
		ctx,
		app.NewYard{
			ID: yard, Name: "Mill Race", Climate: "uk", Hemisphere: "north", Zone: "Europe/London", RhythmDays: 10,
		},
	); err != nil {
		t.Fatal(err)
	}
	op, err := svc.Operation(ctx)
	if err != nil {
		t.Fatal(err)
	}
	r := rand.New(rand.NewPCG(3, 4))
	var ids []string
	for i := range n {
		id := app.NewID()
		ids = append(ids, id)
		set := history.StackSet{HistoryKnown: true}
		foundation, supers, boxes := i%5 == 1, i%5 == 2, 1+r.IntN(12)
		if i == 0 {
			boxes = 12
		}
		for k := range boxes {
			f := hive.Formats[r.IntN(len(hive.Formats))]
			set.Boxes = append(
				set.Boxes,
				app.MakeBox(f, 1+r.IntN(f.Slots), hive.Make{
					Super: supers || k > 0 && r.IntN(2) == 0, Drawn: !foundation && r.IntN(3) > 0,
				}),
			)
		}
		es := []history.Entry{{ID: app.NewID(), Day: on - 20, Kind: history.KindStack, Body: &set}}
		if r.IntN(4) > 0 {
			l := &history.Look{Queen: history.Queen{Looked: true, Eggs: r.IntN(2) == 0}}
			for _, b := range set.Boxes {
				seams := float64(r.IntN(len(b.Frames) + 1))
				l.Boxes = append(l.Boxes, history.BoxLook{Box: b.ID, Depth: string(look.BySeams), Seams: &seams})
			}
			es = append(es, history.Entry{ID: app.NewID(), Day: on - 9, Kind: history.KindLook, Body: l})
		}
		if i%5 == 3 { // taken off one by one, to the last
			for _, b := range set.Boxes {
				es = append(
					es,
					history.Entry{
						ID:   app.NewID(),
						Day:  on - 2,
						Kind: "box_off",
						Body: &moves.BoxOff{Box: b.ID, Why: "taken off"},
					},
				)
			}
		}
		var rows []store.Event
		for _, e := range es {
			row, err := app.EventOf(e, op.ID, id, "keeper", on.Time())
			if err != nil {
				t.Fatal(err)
			}
			rows = append(rows, row)
		}
		if err := s.AddColony(
			ctx, store.Colony{ID: id, OperationID: op.ID, YardID: yard, Code: fmt.Sprint("MR-", i)}, int32(on-20),
			store.By{Actor: "keeper", RecordedUTC: "2026-05-14T10:00:00Z"}, rows...,
		); err != nil {
			t.Fatal(err)
		}
	}
	w, err := web.New(svc, slog.New(slog.NewTextHandler(io.Discard, nil)), false)
	if err != nil {
		t.Fatal(err)
	}
	return w, svc, yard, ids
}

// TestOddHivesAreShown: each page and form of each of them answers.
func TestOddHivesAreShown(t *testing.T) {
	w, svc, yard, ids := oddHives(t, 20)
	var faults bytes.Buffer
	svc.LogTo(slog.New(slog.NewTextHandler(&faults, nil)))
	if n, err := svc.Refresh(context.Background()); n != len(ids) || err != nil {
		t.Fatalf("%d of %d worked out, %v", n, len(ids), err)
	}
	if faults.Len() > 0 {
		t.Errorf("some could not be worked out: %.2000s", faults.String())
	}
	paths := []string{"/", "/culls"}
	for _, p := range []string{"", "/round", "/round/summary", "/sheet", "/keyed", "/tags", "/calendar"} {
		paths = append(paths, "/yards/"+yard+p)
	}
	for _, id := range ids {
		for _, p := range []string{
			"", "/look", "/look?round=2026-06-03", "/weight", "/combs", "/moves", "/own", "?with=super&with=feed&on=2026-06-05",
		} {
			paths = append(paths, "/colonies/"+id+p)
		}
	}
	for _, p := range paths {
		if res, body := ask(t, w, get(p)); res.StatusCode != http.StatusOK {
			t.Errorf("%s: %d %.300s", p, res.StatusCode, body)
		}
	}
	for _, id := range ids {
		for path, form := range map[string]url.Values{
			"/boxes": {"entry": {app.NewID()}, "comb": {"drawn"}},
			"/boxes/any": {
				"entry": {app.NewID()}, "format": {"langstroth-deep-10"}, "where": {"nest"}, "on": {"2026-06-03"},
			},
			"/arrange":    {"entry": {app.NewID()}, "on": {"2026-06-03"}, "what": {"excluder"}},
			"/notes":      {"entry": {app.NewID()}, "kind": {"feed"}, "kg": {"2"}, "on": {"2026-06-03"}},
			"/done":       {"entry": {app.NewID()}, "action": {"add_super"}},
			"/look":       {"entry": {app.NewID()}, "date": {"2026-06-03"}, "queen.eggs": {"1"}},
			"/course.csv": nil,
			"/boxes/off":  {"entry": {app.NewID()}, "box": {"none"}},
			"/look/preview": {
				"entry": {app.NewID()}, "date": {"2026-06-03"}, "box.0.depth": {"seams"}, "box.0.seams": {"1"},
			},
		} {
			r := post("/colonies/"+id+path, form)
			if form == nil {
				r = get("/colonies/" + id + path)
			}
			r.Header.Set("HX-Request-Type", "partial")
			if res, body := ask(t, w, r); res.StatusCode >= 500 {
				t.Errorf("%s%s: %d %.600s", id, path, res.StatusCode, body)
			}
		}
	}
	if res, body := ask(t, w, get("/")); res.StatusCode != http.StatusOK {
		t.Errorf("the board afterwards: %d %.300s", res.StatusCode, body)
	}
}
