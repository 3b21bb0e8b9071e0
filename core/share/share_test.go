package share_test

import (
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"kembo/core/share"
)

// brute goes through all pairings.
func brute(value [][]float64, row int, taken []bool) float64 {
	if row == len(value) {
		return 0
	}
	best := brute(value, row+1, taken) // it stays alone
	for j, v := range value[row] {
		if !taken[j] && v > 0 {
			taken[j] = true
			best = max(best, v+brute(value, row+1, taken))
			taken[j] = false
		}
	}
	return best
}

// drawn draws values, half of them worth nothing.
func drawn(r *rand.Rand, rows, columns int) [][]float64 {
	out := make([][]float64, rows)
	for i := range out {
		for range columns {
			out[i] = append(out[i], 10*r.Float64()-5)
		}
	}
	return out
}

// TestNoPairingIsBetter: on small yards against all pairings that there are.
func TestNoPairingIsBetter(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 1955))
	for n := range 2000 {
		value := drawn(r, 1+r.IntN(6), 1+r.IntN(6))
		got := share.Best(value)
		seen := map[int]bool{}
		for i, j := range got {
			if j < 0 {
				continue
			}
			if seen[j] || value[i][j] <= 0 {
				t.Fatalf("yard %d: %v of %v", n, got, value)
			}
			seen[j] = true
		}
		if sum, want := share.Sum(value, got), brute(value, 0, make([]bool, len(value[0]))); math.Abs(sum-want) > 1e-9 {
			t.Fatalf("yard %d: %v comes to %.3f, and %.3f can be had, of %v", n, got, sum, want, value)
		}
	}
}

// TestWhoLacksMostNeedNotGetMost: the poor hive is a lost one, and what the other gains is more.
func TestWhoLacksMostNeedNotGetMost(t *testing.T) {
	got := share.Best([][]float64{{0.4, 0.1}, {3, 2.9}, {math.NaN(), -1}})
	if len(got) != 3 || got[0] != 0 || got[1] != 1 || got[2] != -1 {
		t.Errorf("paired %v", got)
	}
	if len(share.Best(nil)) != 0 || share.Best([][]float64{{}, {}})[1] != -1 {
		t.Error("nobody is paired with somebody")
	}
}

// TestOneMoreHiveNeverHurts: with another that gives, the yard gains as much or more.
func TestOneMoreHiveNeverHurts(t *testing.T) {
	r := rand.New(rand.NewPCG(2, 1955))
	for range 300 {
		value := drawn(r, 8, 8)
		fewer := make([][]float64, len(value))
		for i := range value {
			fewer[i] = value[i][:7]
		}
		if a, b := share.Sum(value, share.Best(value)), share.Sum(fewer, share.Best(fewer)); a < b-1e-9 {
			t.Fatalf("with one more %.3f, without %.3f", a, b)
		}
	}
}

// TestTwoHundredHivesInASecond: half of them lack.
func TestTwoHundredHivesInASecond(t *testing.T) {
	value := drawn(rand.New(rand.NewPCG(3, 1955)), 100, 100)
	at := time.Now()
	pairs := share.Best(value)
	if took := time.Since(at); took > time.Second || share.Sum(value, pairs) < 400 {
		t.Errorf("%v for %.0f kg", took, share.Sum(value, pairs))
	}
}
