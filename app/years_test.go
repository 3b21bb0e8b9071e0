package app_test

import (
	"context"
	"fmt"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/store"
)

// clock is a clock that can be set while the program runs.
type clock struct{ at time.Time }

func (c *clock) now() time.Time { return c.at }

func (c *clock) on(d day.Day) { c.at = d.Time().Add(10 * time.Hour) }

// aYardWithLook is a yard with a colony that was looked at on a day.
func aYardWithLook(
	t *testing.T,
	hemisphere, zone string,
	on day.Day,
) (svc *app.Service, c *clock, yard, colony string) {
	t.Helper()
	ctx := context.Background()
	s, err := store.Open(ctx, filepath.Join(t.TempDir(), "k.db"))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	c = &clock{}
	c.on(on)
	svc = app.New(s, c.now, nil)
	yard, colony = app.NewID(), app.NewID()
	for _, err := range []error{
		svc.Start(ctx, "Harrowmere Honey"),
		svc.MakeYard(
			ctx,
			app.NewYard{ID: yard, Name: "Mill Race", Climate: "uk", Hemisphere: hemisphere, Zone: zone, RhythmDays: 10},
		),
		svc.MakeColony(
			ctx,
			app.NewColony{
				ID: colony, Yard: yard, Code: "MR-01", NestFormat: "langstroth-deep-10", NestBoxes: 1, Supers: 1,
				Drawn: true, Excluder: true,
			},
		),
	} {
		if err != nil {
			t.Fatal(err)
		}
	}
	x, err := svc.Colony(ctx, colony)
	if err != nil {
		t.Fatal(err)
	}
	if err := svc.Record(ctx, colony, lookAt(x, app.NewID(), on, 2)); err != nil {
		t.Fatal(err)
	}
	return svc, c, yard, colony
}

// TestALogMayStop: a colony that nobody wrote of for a day or for years is shown,
// its yard with it, and what is said of it is that it has to be looked at. The
// clock is moved while the program runs. Days of leap years are among them.
func TestALogMayStop(t *testing.T) {
	ctx := context.Background()
	for _, place := range []struct{ hemisphere, zone string }{
		{"north", "Europe/London"}, {"south", "Pacific/Auckland"},
	} {
		for _, on := range []day.Day{today, day.Of(2024, time.February, 29), day.Of(2027, time.December, 31)} {
			svc, c, yard, colony := aYardWithLook(t, place.hemisphere, place.zone, on)
			for _, ago := range []int{1, 30, 249, 250, 251, 252, 365, 366, 800, 3000, 3653} {
				name := fmt.Sprintf("%s, %s and %d days", place.hemisphere, on, ago)
				c.on(on + day.Day(ago))
				if _, err := svc.Refresh(ctx); err != nil {
					t.Fatalf("%s: %v", name, err)
				}
				x, err := svc.Colony(ctx, colony)
				if err != nil {
					t.Fatalf("%s: %v", name, err)
				}
				if forecast := x.Assessment != nil; forecast != (ago <= 250) {
					t.Errorf("%s: forecast: %v", name, forecast)
				}
				if x.Standing.Looked != on {
					t.Errorf("%s: looked at on %s", name, x.Standing.Looked)
				}
				b, err := svc.Board(ctx, yard)
				if err != nil || len(b.Standings) != 1 {
					t.Fatalf("%s: board of %d, %v", name, len(b.Standings), err)
				}
				if s := b.Standings[0]; ago > 250 &&
					(s.Urgency() != app.UrgencyNotKnown || !strings.Contains(s.Advice[0].Brief, on.Long())) {
					t.Errorf("%s: the board says %q, %q", name, s.Advice[0].Do, s.Advice[0].Brief)
				}
				if _, err := svc.Round(ctx, yard, 0); err != nil {
					t.Errorf("%s: %v", name, err)
				}
				if _, err := svc.Course(ctx, colony, nil, 0); err != nil {
					t.Errorf("%s: %v", name, err)
				}
			}
			// A look brings it back.
			x, _ := svc.Colony(ctx, colony)
			if err := svc.Record(ctx, colony, lookAt(x, app.NewID(), x.Today, 4)); err != nil {
				t.Fatal(err)
			}
			if x, err := svc.Colony(ctx, colony); err != nil || x.Assessment == nil {
				t.Errorf("looked at anew, it has no forecast: %v", err)
			}
		}
	}
}
