package app_test

import (
	"context"
	"slices"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/look"
	"kembo/core/plan"
)

// placed is a yard in a flow with a strong hive, MR-02, and a small one, MR-01, whose keeper has such hives change places.
func placed(t *testing.T) *row {
	t.Helper()
	r := newRowOn(t, day.Of(2026, time.June, 14), "MR-01", "MR-02")
	ctx := context.Background()
	set, err := r.svc.Settings(ctx)
	if err != nil {
		t.Fatal(err)
	}
	set.Schools = map[plan.Action]plan.Stance{plan.SwapPlaces: plan.Custom}
	if err := r.svc.Choose(ctx, set); err != nil {
		t.Fatal(err)
	}
	r.laying("MR-02", [2]float64{10, 7}, look.Counts{Brood: 8, Honey: 1, Pollen: 1}, look.Counts{Brood: 3, Honey: 2, Empty: 1})
	r.laying("MR-01", [2]float64{4, 0}, look.Counts{Brood: 3, Honey: 1, Empty: 6}, look.Counts{Honey: 4, Empty: 2})
	return r
}

// TestHivesOfAYardChangePlaces: where it is the custom both hives are told it, one tick at either writes both logs, and the
// small one has more bees from then on and the strong one fewer; the line of a notebook writes the same.
func TestHivesOfAYardChangePlaces(t *testing.T) {
	ctx := context.Background()
	for _, how := range []string{"MR-01", "MR-02", "line", "sheet"} {
		r := placed(t)
		told := map[string]plan.Advice{}
		bees := func() (n [2]float64) {
			for i, code := range []string{"MR-01", "MR-02"} {
				c, err := r.svc.Worked(ctx, r.ids[code])
				if err != nil {
					t.Fatal(err)
				}
				n[i] = c.Assessment.Base.Bees.Likely
				for _, a := range c.Assessment.Advice {
					if a.Action == plan.SwapPlaces {
						told[code] = a
					}
				}
			}
			return n
		}
		before := bees()
		takes, gives := told["MR-01"], told["MR-02"]
		if takes.With != "MR-02" || takes.What != colony.Fliers || takes.Takes != 1 || gives.With != "MR-01" || gives.Gives != 1 {
			t.Fatalf("MR-01 is told %+v, MR-02 %+v", takes, gives)
		}
		var err error
		switch how {
		case "line":
			_, err = r.svc.Between(ctx, "MR-01 place<>MR-02", app.NewID(), r.now)
		case "sheet":
			m, serr := r.svc.MoveSheet(ctx, r.ids["MR-01"])
			if serr != nil || m.Exchange == "" || m.With != "" {
				t.Fatalf("the sheet has %q with %q: %v", m.Exchange, m.With, serr)
			}
			x := app.Exchanged{Entry: app.NewID(), On: r.now, Act: m.Exchange}
			if err = r.svc.DoExchange(ctx, r.ids["MR-01"], x); err == nil {
				x.Entry = app.NewID()
				if again := r.svc.DoExchange(ctx, r.ids["MR-02"], x); again == nil {
					t.Error("what was written from one sheet is written from the other too")
				}
			}
		default:
			err = r.svc.Do(ctx, r.ids[how], app.NewID(), plan.SwapPlaces)
		}
		if err != nil {
			t.Fatalf("%s: %v", how, err)
		}
		r.svc.Settle(ctx)
		after := bees()
		if gained, lost := after[0]-before[0], before[1]-after[1]; gained < 3000 || gained > 2*lost || lost > 2*gained {
			t.Errorf("%s: the small one gained %.0f bees, the strong one lost %.0f", how, gained, lost)
		}
		for _, line := range []string{"MR-01 place<>MR-02", "MR-02 place<>MR-01"} { // from another page, or another phone
			if _, err := r.svc.Between(ctx, line, app.NewID(), r.now); err == nil || !strings.Contains(err.Error(), "already") {
				t.Errorf("%s: %q is written again: %v", how, line, err)
			}
		}
		for _, code := range []string{"MR-01", "MR-02"} {
			c, err := r.svc.Colony(ctx, r.ids[code])
			if err != nil {
				t.Fatal(err)
			}
			if !slices.ContainsFunc(c.Log, func(l app.LogLine) bool { return l.Kind == "several" }) {
				t.Errorf("%s: the log of %s does not hold it", how, code)
			}
		}
	}
}
