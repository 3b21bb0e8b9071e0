package supering_test

import (
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"kembo/core/supering"
)

// TestWhoGetsTheDrawnCombs: three hives want a super each, and there are combs for two. Common practice, no source: the strong ones
// get them, and the one that would not draw foundation gets none.
func TestWhoGetsTheDrawnCombs(t *testing.T) {
	hives := []supering.Hive{
		{Code: "weak", Combs: 10, Drawn: []float64{1.5}, Foundation: []float64{-0.8}},
		{Code: "strong", Combs: 10, Drawn: []float64{14, 21}, Foundation: []float64{6, 7}},
		{Code: "fair", Combs: 10, Drawn: []float64{8}, Foundation: []float64{6.5}},
	}
	got := supering.Share(hives, 24)
	want := []supering.Given{
		{LostKg: 1.5}, {Drawn: 2, Kg: 21}, {Foundation: 1, Kg: 6.5, LostKg: 1.5},
	}
	for i := range want {
		if got[i] != want[i] {
			t.Errorf("%s gets %+v, want %+v", hives[i].Code, got[i], want[i])
		}
	}
	if n := supering.Baits(hives, got, 24); n != 1 {
		t.Errorf("%d baits, want 1: four combs are over and one super is of foundation", n)
	}
}

// TestShareIsTheBest: against every way to share, in cases drawn at random, with boxes of eight, nine and ten combs; and it never
// takes more combs than there are, nor stores less for one more.
func TestShareIsTheBest(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 11))
	for range 400 {
		hives := make([]supering.Hive, 1+r.IntN(5))
		for i := range hives {
			h := supering.Hive{Combs: 8 + r.IntN(3)}
			d, f := 0.0, 0.0
			for range 1 + r.IntN(3) {
				d += 12 * r.Float64()
				f += 9*r.Float64() - 3
				h.Drawn, h.Foundation = append(h.Drawn, d), append(h.Foundation, f)
			}
			hives[i] = h
		}
		combs := r.IntN(80)
		got := supering.Share(hives, combs)
		kg, used := sum(hives, got)
		if used > combs {
			t.Fatalf("%d combs of %d", used, combs)
		}
		if best := brute(hives, combs); math.Abs(best-kg) > 1e-6 {
			t.Fatalf("%.3f kg with %d combs, every way comes to %.3f: %+v", kg, combs, best, hives)
		}
		if more, _ := sum(hives, supering.Share(hives, combs+1)); more < kg-1e-6 {
			t.Fatalf("one comb more stores less: %.3f, %.3f", more, kg)
		}
	}
}

func sum(hives []supering.Hive, given []supering.Given) (kg float64, combs int) {
	for i, g := range given {
		kg += g.Kg
		combs += g.Drawn * hives[i].Combs
	}
	return kg, combs
}

// brute tries every number of drawn supers and of foundation above them.
func brute(hives []supering.Hive, combs int) float64 {
	if len(hives) == 0 {
		return 0
	}
	h, best := hives[0], math.Inf(-1)
	for drawn := 0; drawn <= h.Wants() && drawn*h.Combs <= combs; drawn++ {
		for sheets := 0; drawn+sheets <= h.Wants(); sheets++ {
			kg, under := 0.0, 0.0
			if drawn > 0 {
				kg, under = h.Drawn[drawn-1], h.Foundation[drawn-1]
			}
			if sheets > 0 {
				more := h.Foundation[drawn+sheets-1] - under
				if more < 0.3 {
					continue
				}
				kg += more
			}
			best = max(best, kg+brute(hives[1:], combs-drawn*h.Combs))
		}
	}
	return best
}

// TestAThousandHives are shared out while nobody notices.
func TestAThousandHives(t *testing.T) {
	hives := make([]supering.Hive, 1000)
	for i := range hives {
		k := 1 + float64(i%17)/10
		hives[i] = supering.Hive{Combs: 10, Drawn: []float64{6 * k, 9 * k, 11 * k}, Foundation: []float64{4 * k, 5 * k, 5 * k}}
	}
	begun := time.Now()
	_, used := sum(hives, supering.Share(hives, 9_000))
	if took := time.Since(begun); took > time.Second || used < 8_990 {
		t.Errorf("%d combs in %s", used, took)
	}
}
