package store_test

import (
	"context"
	"errors"
	"testing"

	"kembo/store"
)

func TestMeasuringRowsKeepWhatWasChosen(t *testing.T) {
	s, _ := open(t)
	seed(t, s)
	ctx := context.Background()
	for _, v := range []string{"metric", "us"} {
		if err := s.SetSettings(ctx, "op", map[string]string{"units": v}, by); err != nil {
			t.Fatal(err)
		}
	}
	if got, err := s.Settings(ctx, "op"); err != nil || got["units"] != "us" {
		t.Errorf("settings %v, %v; the later choice counts", got, err)
	}
	f := store.BoxFormat{
		ID: "f", OperationID: "op", Name: "tall", LengthMM: 360, HeightMM: 254, Slots: 9, WidthMM: 330, BoxKg: 4,
		FrameKg: 0.3,
	}
	for range 2 {
		if err := s.AddBoxFormat(ctx, f, by); err != nil {
			t.Fatal(err)
		}
	}
	if got, err := s.BoxFormats(ctx, "op"); err != nil || len(got) != 1 || got[0] != f {
		t.Errorf("formats %+v, %v", got, err)
	}
	bad := f
	bad.ID, bad.Name, bad.Slots = "g", "none", 0
	if err := s.AddBoxFormat(ctx, bad, by); err == nil {
		t.Error("a box for no frames is stored")
	}
	// An instant read twice keeps the later reading; another hive's stay apart.
	if err := s.AddReadings(
		ctx, "c", []store.Reading{{AtUTC: 100, Kg: 40}, {AtUTC: 200, Kg: 41}, {AtUTC: 100, Kg: 42}},
	); err != nil {
		t.Fatal(err)
	}
	if got, err := s.Readings(ctx, "c", 0, 150); err != nil || len(got) != 1 || got[0].Kg != 42 {
		t.Errorf("readings %+v, %v", got, err)
	}
	if err := s.AddReadings(ctx, "nobody", []store.Reading{{AtUTC: 1, Kg: 40}}); err == nil {
		t.Error("a hive that is not there is weighed")
	}
	if _, err := s.ScaleFile(ctx, "op", "a|b"); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("a header never asked about: %v", err)
	}
	if err := s.SetScaleFile(ctx, "op", "a|b", `{"time":1}`, by); err != nil {
		t.Fatal(err)
	}
	if got, err := s.ScaleFile(ctx, "op", "a|b"); err != nil || got != `{"time":1}` {
		t.Errorf("the answer is %q, %v", got, err)
	}
}
