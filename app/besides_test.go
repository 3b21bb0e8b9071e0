package app_test

import (
	"context"
	"slices"
	"testing"
	"time"

	"kembo/core/day"
	"kembo/core/look"
	"kembo/core/plan"
)

// TestBothHivesAreToldTheSameCombs: what a poor hive is told to get of a rich one, the rich one is told to give,
// whichever was written down first; a third that is rich too gives nothing. When the poor one lacks nothing any more
// neither is told of it.
func TestBothHivesAreToldTheSameCombs(t *testing.T) {
	poor := [2]look.Counts{{Brood: 2, Honey: 1, Empty: 7}, {Empty: 6}}
	rich := [2]look.Counts{{Brood: 2, Honey: 8}, {Honey: 6}}
	for _, order := range [][]string{{"MR-01", "MR-02", "MR-03"}, {"MR-03", "MR-02", "MR-01"}} {
		r := newRow(t, "MR-01", "MR-02", "MR-03")
		ctx := context.Background()
		r.now = day.Of(2026, time.September, 8)
		write := func(code string, c [2]look.Counts) {
			if err := r.svc.Record(ctx, r.ids[code], r.seen(code, c[0], c[1], "healthy")); err != nil {
				t.Fatal(err)
			}
			r.svc.Settle(ctx)
		}
		evens := func() (takes, gives []string) {
			b, err := r.svc.Board(ctx, r.yard)
			if err != nil {
				t.Fatal(err)
			}
			for _, s := range b.Standings {
				for _, a := range s.Advice {
					switch {
					case a.Action != plan.Equalise:
					case a.Takes > 0:
						takes = append(takes, pair(a.With, s.Code))
					default:
						gives = append(gives, pair(s.Code, a.With))
					}
				}
			}
			return takes, gives
		}
		for _, code := range order {
			write(code, map[string][2]look.Counts{"MR-01": poor, "MR-02": rich, "MR-03": rich}[code])
		}
		takes, gives := evens()
		if len(takes) != 1 || !slices.Equal(takes, gives) {
			t.Errorf("written %v: takes %v, gives %v", order, takes, gives)
		}
		write("MR-01", rich)
		if takes, gives = evens(); len(takes)+len(gives) > 0 {
			t.Errorf("nobody lacks anything: takes %v, gives %v", takes, gives)
		}
	}
}

func pair(from, to string) string { return from + " for " + to }
