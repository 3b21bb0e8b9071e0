package ledger

import (
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"time"
)

// TestWhatAScaleSends: new, again, another for the same instant, absurd, and clocks that are wrong.
func TestWhatAScaleSends(t *testing.T) {
	now := time.Date(2026, 6, 3, 12, 0, 0, 0, time.UTC)
	have := map[int64]float64{now.Add(-time.Hour).Unix(): 48.2}
	in := Sort([]Reading{
		{now, 48.5}, {now.Add(-time.Hour), 48.2}, {now.Add(-time.Hour), 61}, {now.Add(-2 * time.Hour), 4000},
		{now.Add(-3 * time.Hour), math.NaN()}, {time.Unix(120, 0), 48}, {now.AddDate(0, 0, 2), 48}, {now, 48.5},
		{now.Add(-400 * 24 * time.Hour), 30}, {now.Add(10 * time.Minute), 48.6},
	}, have, now)
	if len(in.Take) != 3 || in.Again != 2 || len(in.Out) != 5 {
		t.Fatalf("taken %v, again %d, kept out %v", in.Take, in.Again, in.Out)
	}
	for i, want := range []string{"48.20 kg stands", "weighs 4000", "weighs NaN", "not set", "ahead by 48h"} {
		if !strings.Contains(in.Out[i].Why, want) {
			t.Errorf("%d: %q, not %q", i, in.Out[i].Why, want)
		}
	}
}

// TestNothingIsLostHoweverItComes: readings in any order, in parts that overlap, late and twice, come to the same.
func TestNothingIsLostHoweverItComes(t *testing.T) {
	now := time.Date(2026, 6, 3, 12, 0, 0, 0, time.UTC)
	r := rand.New(rand.NewPCG(3, 1))
	var all []Reading
	for i := range 200 {
		all = append(all, Reading{now.Add(-time.Duration(i) * time.Hour), 40 + r.Float64()})
	}
	for range 50 {
		have := map[int64]float64{}
		for sent := 0; len(have) < len(all); sent++ {
			from := r.IntN(len(all))
			part := slices.Clone(all[from:min(len(all), from+1+r.IntN(60))])
			r.Shuffle(len(part), func(i, k int) { part[i], part[k] = part[k], part[i] })
			in := Sort(part, have, now)
			if len(in.Out) > 0 || len(in.Take)+in.Again != len(part) {
				t.Fatalf("of %d: %d taken, %d again, %v kept out", len(part), len(in.Take), in.Again, in.Out)
			}
			for _, x := range in.Take {
				have[x.At.Unix()] = x.Kg
			}
			if sent > 5000 {
				t.Fatal("it never comes to an end")
			}
		}
		for _, x := range all {
			if have[x.At.Unix()] != x.Kg {
				t.Fatal("a reading is another than was sent")
			}
		}
	}
}
