package app_test

import (
	"context"
	"errors"
	"testing"

	"kembo/app"
	"kembo/core/season"
)

// TestAYardLiesWhereItLies: a latitude sets the hemisphere and the length of days, twelve means of
// its own move the bees' year, and both are told back; what cannot be is refused by its field.
func TestAYardLiesWhereItLies(t *testing.T) {
	svc, _, _, _ := keeper(t)
	ctx := context.Background()
	y := app.NewYard{
		ID: "1d3c6d52-1d0c-4d0e-9a45-0c56b9d1a001", Name: "Far Field", Climate: "continental", Hemisphere: "north",
		Zone: "UTC", RhythmDays: 14,
		Place: app.Place{
			HasLatitude: true, LatitudeDeg: -38.5,
			MonthsC: []float64{19, 19, 17, 14, 11, 9, 8, 9, 11, 13, 15, 17},
		},
	}
	if err := svc.MakeYard(ctx, y); err != nil {
		t.Fatal(err)
	}
	got, err := svc.Yard(ctx, y.ID)
	if err != nil || got.Hemisphere != string(season.South) || got.Place.LatitudeDeg != -38.5 ||
		len(got.Place.MonthsC) != 12 || got.Place.MonthsC[6] != 8 {
		t.Fatalf("%+v, %v", got, err)
	}
	if err := svc.MakeYard(ctx, y); err != nil { // sent twice
		t.Errorf("made twice: %v", err)
	}
	c, err := season.ClimateFor("continental")
	if err != nil {
		t.Fatal(err)
	}
	plants, err := svc.Calendar(ctx, y.ID)
	if err != nil {
		t.Fatal(err)
	}
	for _, p := range plants.Plants {
		for _, b := range c.UsualBloom() {
			if p.Plant == b.Plant && p.From == b.From && b.Plant == "main flow" {
				t.Error("its calendar is that of an inland winter")
			}
		}
	}
	got.Place = app.Place{}
	got.Hemisphere = string(season.North)
	if err := svc.ChangeYard(ctx, got); err != nil {
		t.Fatal(err)
	}
	if got, err = svc.Yard(ctx, y.ID); err != nil || got.Place.HasLatitude || len(got.Place.MonthsC) != 0 {
		t.Errorf("taken away, it is %+v, %v", got.Place, err)
	}
	for field, p := range map[string]app.Place{
		"latitude":      {HasLatitude: true, LatitudeDeg: 80},
		"monthly means": {MonthsC: []float64{1, 2, 3}},
	} {
		bad := got
		bad.Place = p
		var e *app.FieldError
		if err := svc.ChangeYard(ctx, bad); !errors.As(err, &e) || e.Field != field {
			t.Errorf("%s: %v", field, err)
		}
	}
}
