package app_test

import (
	"context"
	"errors"
	"testing"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/core/plan"
	"kembo/core/season"
	"kembo/exchange"
)

// TestNothingIsDoneOnBehalfOfNobody: every call has a principal; one without rights
// reads nothing and writes nothing, one that may read does not write.
func TestNothingIsDoneOnBehalfOfNobody(t *testing.T) {
	ctx := context.Background()
	svc, _, yard, id := keeper(t)
	c, err := svc.Colony(ctx, id)
	if err != nil {
		t.Fatal(err)
	}
	writes := func(s *app.Service) map[string]error {
		_, receive := s.Receive(ctx, id, found(c, app.NewID()))
		_, all := s.OnAll(
			ctx,
			yard,
			app.OnAll{ID: app.NewID(), Day: today, Acts: []moves.Said{{Do: "sugar", N: 1}}},
		)
		_, scale := s.ImportScale(ctx, id, exchange.ScaleSheet{}, exchange.ScaleColumns{})
		_, _, link := s.NewLink(ctx)
		return map[string]error{
			"receive": receive, "on all": all, "scale": scale, "link": link,
			"record":  s.Record(ctx, id, lookAt(c, app.NewID(), today, 2)),
			"undo":    s.Undo(ctx, id, app.NewID(), c.Log[0].ID),
			"write":   s.Write(ctx, id, app.Note{ID: app.NewID(), Kind: history.KindFeed, Day: today, Kg: 1}),
			"arrange": s.Arrange(ctx, id, app.NewID(), today, app.ArrangeTurn),
			"super":   s.AddSuper(ctx, id, app.NewID(), "", 0, true, today),
			"do":      s.Do(ctx, id, app.NewID(), plan.AddSuper),
			"combs": s.NoteCombs(
				ctx,
				id,
				app.NewID(),
				history.Combs{Frames: []string{c.Believed.Stack.Boxes[0].Frames[0].ID}, Label: "x"},
			),
			"photo": s.AddPhoto(ctx, id, app.NewID(), app.NewID(), "", nil),
			"yard": s.MakeYard(
				ctx,
				app.NewYard{
					ID:         app.NewID(),
					Name:       "New",
					Climate:    "uk",
					Hemisphere: "north",
					Zone:       "Europe/London",
					RhythmDays: 10,
				},
			),
			"colony": s.MakeColony(
				ctx,
				app.NewColony{
					ID:         app.NewID(),
					Yard:       yard,
					Code:       "MR-55",
					NestFormat: "langstroth-deep-10",
					NestBoxes:  1,
				},
			),
			"visit":    s.MoveVisit(ctx, yard, today+4),
			"round":    s.SetRound(ctx, yard, []string{id}),
			"settings": s.Choose(ctx, c.Settings),
			"format": s.AddFormat(
				ctx,
				app.NewFormat{
					ID:       app.NewID(),
					Name:     "Own",
					LengthMM: 400,
					HeightMM: 200,
					WidthMM:  420,
					Slots:    10,
					BoxKg:    5,
					FrameKg:  0.3,
				},
			),
			"format gone": s.RemoveFormat(ctx, "own:"+app.NewID()),
			"plant": s.SetPlant(
				ctx,
				yard,
				"",
				season.Bloom{Plant: "ivy", From: 240, PeakFrom: 250, PeakTo: 260, To: 270, Strength: 0.2},
			),
			"plant gone":  s.RemovePlant(ctx, yard, "main flow"),
			"flow":        s.NoteFlow(ctx, yard, app.NewID(), "main flow", season.Started, today),
			"flow gone":   s.TakeBackFlow(ctx, yard, app.NewID()),
			"weather":     s.AddWeather(ctx, yard, []season.Weather{{Day: today}}),
			"device name": s.NameDevice(ctx, app.NewID(), "x"),
			"device gone": s.RemoveDevice(ctx, app.NewID()),
			"old link":    s.EndOldLink(ctx),
		}
	}
	for name, p := range map[string]app.Principal{"nobody": {}, "a reader": {Name: "Cid", Rights: app.MayRead}} {
		for what, err := range writes(svc.As(p)) {
			var not *app.NotAllowedError
			if !errors.As(err, &not) {
				t.Errorf("%s, %s: %v", name, what, err)
			}
		}
	}
	nobody := svc.As(app.Principal{})
	_, colony := nobody.Colony(ctx, id)
	_, board := nobody.Board(ctx, yard)
	_, culls := nobody.CullList(ctx)
	_, photo := nobody.PhotoJPEG(ctx, app.NewID())
	_, _, devices := nobody.Devices(ctx)
	for what, err := range map[string]error{
		"colony": colony, "board": board, "culls": culls, "photo": photo, "devices": devices,
	} {
		var not *app.NotAllowedError
		if !errors.As(err, &not) {
			t.Errorf("nobody reads the %s: %v", what, err)
		}
	}
	if x, err := svc.As(app.Principal{Name: "Cid", Rights: app.MayRead}).Colony(ctx, id); err != nil ||
		len(x.Log) != len(c.Log) {
		t.Errorf("a reader: %d entries, %v", len(x.Log), err)
	}
}
