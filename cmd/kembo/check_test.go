package main

import (
	"context"
	"errors"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/store"
)

// TestCheckFindsAndMends: a log that does not fit together is found, and mended only
// when that is asked for, after a copy of the file.
func TestCheckFindsAndMends(t *testing.T) {
	ctx := context.Background()
	data := filepath.Join(t.TempDir(), "k.db")
	s, err := store.Open(ctx, data)
	if err != nil {
		t.Fatal(err)
	}
	svc := app.New(s, time.Now, nil)
	yard, colony := app.NewID(), app.NewID()
	for _, err := range []error{
		svc.Start(ctx, "Harrowmere Honey"),
		svc.MakeYard(
			ctx,
			app.NewYard{
				ID: yard, Name: "Mill Race", Climate: "uk", Hemisphere: "north", Zone: "Europe/London",
				RhythmDays: 10,
			},
		),
		svc.MakeColony(
			ctx, app.NewColony{ID: colony, Yard: yard, Code: "MR-01", NestFormat: "langstroth-deep-10", NestBoxes: 1},
		),
	} {
		if err != nil {
			t.Fatal(err)
		}
	}
	if out, err := kembo(t, "", "check", "--data", data); err != nil ||
		!strings.Contains(out, "every log fits together") {
		t.Errorf("a whole file: %s, %v", out, err)
	}
	x, err := svc.Colony(ctx, colony)
	if err != nil {
		t.Fatal(err)
	}
	op, err := svc.Operation(ctx)
	if err != nil {
		t.Fatal(err)
	}
	off := history.Entry{ID: app.NewID(), Day: x.Today, Kind: "box_off", Body: &moves.BoxOff{Box: app.NewID()}}
	row, err := app.EventOf(off, op.ID, colony, "keeper", time.Now())
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Append(ctx, row); err != nil { // past all checks
		t.Fatal(err)
	}
	svc.Settle(ctx)
	s.Close()
	out, err := kembo(t, "", "check", "--data", data)
	if err == nil || !strings.Contains(out, "MR-01") || !strings.Contains(err.Error(), "--repair") {
		t.Errorf("a broken log: %s, %v", out, err)
	}
	if out, err = kembo(t, "", "check", "--data", data, "--repair"); err != nil ||
		!strings.Contains(out, "MR-01: 1 taken back") {
		t.Errorf("mended: %s, %v", out, err)
	}
	if copies, _ := filepath.Glob(data + ".before-repair-*"); len(copies) != 1 {
		t.Errorf("%d copies from before", len(copies))
	}
	if out, err = kembo(t, "", "check", "--data", data); err != nil {
		t.Errorf("after it: %s, %v", out, err)
	}
	to := filepath.Join(t.TempDir(), "copy.db")
	if out, err = kembo(t, "", "backup", "--data", data, to); err != nil ||
		!strings.Contains(out, "opened and checked") {
		t.Errorf("backup: %s, %v", out, err)
	}
	if _, err := os.Stat(to); err != nil {
		t.Error(err)
	}
	if _, err = kembo(t, "", "backup", "--data", data, to); err == nil {
		t.Error("a copy was written over")
	}
}

// TestDevicesFromTheCommand: a link is made, listed and removed without a page.
func TestDevicesFromTheCommand(t *testing.T) {
	ctx := context.Background()
	data := filepath.Join(t.TempDir(), "k.db")
	s, err := store.Open(ctx, data)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	svc := app.New(s, time.Now, nil)
	if err := svc.Start(ctx, "Harrowmere Honey"); err != nil {
		t.Fatal(err)
	}
	out, err := kembo(t, "", "devices", "--data", data, "--link", "--host", "kembo.lan:8443")
	_, key, ok := strings.Cut(strings.Fields(out)[0], "https://kembo.lan:8443/join/")
	if err != nil || !ok {
		t.Fatalf("%s, %v", out, err)
	}
	token, err := svc.Join(ctx, key, "Ann")
	if err != nil {
		t.Fatal(err)
	}
	if out, err = kembo(t, "", "devices", "--data", data); err != nil || !strings.Contains(out, "Ann") ||
		strings.Contains(out, token) {
		t.Errorf("listed: %s, %v", out, err)
	}
	if _, err = kembo(t, "", "devices", "--data", data, "--remove", strings.Fields(out)[0]); err != nil {
		t.Error(err)
	}
	if _, _, err := svc.Enter(ctx, token); err == nil {
		t.Error("a removed device is let in")
	}
}

// TestWrongCallsEndWithTwo: what is called wrongly ends with 2 and says how it is
// called.
func TestWrongCallsEndWithTwo(t *testing.T) {
	for _, args := range [][]string{
		{"nonsense"}, {"serve"}, {"serve", "x"}, {"check"}, {"backup", "x"}, {"devices"}, {"reassess"}, {"assess"},
		{"assess", "a", "b"}, {"devices", "--data", "k.db", "--link"}, {"demo", "--colonies", "5"},
		{"serve", "--dta", "x"}, {"check", "--data", filepath.Join(t.TempDir(), "none.db")},
	} {
		_, err := kembo(t, "", args...)
		var s statusError
		if err == nil || !errors.As(err, &s) || s.status != 2 {
			t.Errorf("kembo %s: %v", strings.Join(args, " "), err)
		}
	}
	_, err := kembo(t, "", "assess", "../../docs/examples/light.json", "--try", "feed", "--on", "never")
	if err == nil || !strings.Contains(err.Error(), "--on") {
		t.Errorf("a wrong day of --on: %v", err)
	}
}

// TestAnOperationIsTakenAwayAndBack: exported, imported on another machine, and copied,
// changed and restored, by the commands alone.
func TestAnOperationIsTakenAwayAndBack(t *testing.T) {
	ctx := context.Background()
	dir := t.TempDir()
	data, out, other := filepath.Join(dir, "k.db"), filepath.Join(dir, "all.zip"), filepath.Join(dir, "other.db")
	s, err := store.Open(ctx, data)
	if err != nil {
		t.Fatal(err)
	}
	svc := app.New(s, time.Now, nil)
	yard, colony := app.NewID(), app.NewID()
	for _, err := range []error{
		svc.Start(ctx, "Harrowmere Honey"),
		svc.MakeYard(ctx, app.NewYard{
			ID: yard, Name: "Mill Race", Climate: "uk", Hemisphere: "north", Zone: "Europe/London", RhythmDays: 10,
		}),
		svc.MakeColony(ctx, app.NewColony{
			ID: colony, Yard: yard, Code: "MR-01", NestFormat: "langstroth-deep-10", NestBoxes: 1,
		}),
	} {
		if err != nil {
			t.Fatal(err)
		}
	}
	svc.Settle(ctx)
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	for _, tt := range []struct {
		args []string
		says string
	}{
		{[]string{"export", "--data", data, out}, "whole operation is in"},
		{[]string{"import", "--data", other, out}, "colonies: 1 new, 0 there already"},
		{[]string{"import", "--data", other, out}, "colonies: 0 new, 1 there already"},
		{[]string{"check", "--data", other}, "every log fits together"},
		{[]string{"backup", "--data", data, filepath.Join(dir, "copy.db")}, "opened and checked"},
		{[]string{"restore", "--data", other, filepath.Join(dir, "copy.db")}, "is now " + other + ".before-restore"},
		{[]string{"check", "--data", other}, "every log fits together"},
	} {
		if got, err := kembo(t, "", tt.args...); err != nil || !strings.Contains(got, tt.says) {
			t.Errorf("kembo %v: %q, %v, want %q", tt.args, got, err, tt.says)
		}
	}
	if _, err := kembo(t, "", "export", "--data", data, out); err == nil {
		t.Error("an export was written over")
	}
	if err := os.WriteFile(filepath.Join(dir, "no.json"), []byte(`{"kembo_operation": 1, "colour": 2}`), 0o600); err != nil {
		t.Fatal(err)
	}
	if _, err := kembo(t, "", "import", "--data", other, filepath.Join(dir, "no.json")); err == nil ||
		!strings.Contains(err.Error(), "colour") {
		t.Errorf("a field that is not known: %v", err)
	}
}
