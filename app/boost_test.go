package app_test

import (
	"context"
	"slices"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/look"
	"kembo/core/plan"
)

// TestBroodGoesFromTheStrongToTheSmall: both hives are told the same combs of brood, one tick hangs them in the other hive
// and writes both logs, and who gave them has less brood from then on and who got them more.
func TestBroodGoesFromTheStrongToTheSmall(t *testing.T) {
	for _, at := range []string{"MR-01", "MR-02"} {
		r := newRowOn(t, day.Of(2026, time.April, 28), "MR-01", "MR-02")
		ctx := context.Background()
		r.laying("MR-02", [2]float64{10, 6}, look.Counts{Brood: 8, Honey: 1, Pollen: 1}, look.Counts{Brood: 3, Honey: 2, Empty: 1})
		r.laying("MR-01", [2]float64{3, 0}, look.Counts{Brood: 2, Honey: 1, Empty: 7}, look.Counts{Honey: 4, Empty: 2})
		told := map[string]plan.Advice{}
		for _, code := range []string{"MR-01", "MR-02"} {
			c, err := r.svc.Worked(ctx, r.ids[code])
			if err != nil {
				t.Fatal(err)
			}
			for _, a := range c.Assessment.Advice {
				if a.Action == plan.Boost {
					told[code] = a
				}
			}
		}
		takes, gives := told["MR-01"], told["MR-02"]
		if takes.Takes == 0 || takes.With != "MR-02" || gives.Gives != takes.Takes || gives.With != "MR-01" || takes.PaysKg <= 0 {
			t.Fatalf("MR-01 takes %d of %q for %.1f kg, MR-02 gives %d to %q", takes.Takes, takes.With, takes.PaysKg, gives.Gives, gives.With)
		}
		brood := func(code string) float64 {
			c, err := r.svc.Worked(ctx, r.ids[code])
			if err != nil {
				t.Fatal(err)
			}
			b := c.Assessment.Base
			return b.Eggs.Likely + b.Larvae.Likely + b.Capped.Likely
		}
		small, strong := brood("MR-01"), brood("MR-02")
		if err := r.svc.Do(ctx, r.ids[at], app.NewID(), plan.Boost); err != nil {
			t.Fatalf("%s: %v", at, err)
		}
		r.svc.Settle(ctx)
		if now, left := brood("MR-01"), brood("MR-02"); now < small+4000 || left > strong-4000 {
			t.Errorf("ticked at %s: brood of the small one %.0f to %.0f, of the strong one %.0f to %.0f", at, small, now, strong, left)
		}
		for _, code := range []string{"MR-01", "MR-02"} {
			c, err := r.svc.Colony(ctx, r.ids[code])
			if err != nil {
				t.Fatal(err)
			}
			if !slices.ContainsFunc(c.Log, func(l app.LogLine) bool { return l.Kind == "several" }) {
				t.Errorf("ticked at %s: the log of %s does not hold it", at, code)
			}
		}
	}
}
