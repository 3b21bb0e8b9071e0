package truth_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"kembo/core/bees"
	"kembo/core/forecast"
	"kembo/core/look"
	"kembo/lab/truth"
)

// TestTruthsAreWhatTheySay: the same numbers make the same truth, others another; all that is
// told is a number; nobody lifts combs in winter, and looks of every depth and quarter of the
// year are among them.
func TestTruthsAreWhatTheySay(t *testing.T) {
	for _, w := range truth.Worlds {
		depths, quarters := map[look.Depth]int{}, map[int]int{}
		for i := range 40 {
			x, again, other := w.Make(i, 3), w.Make(i, 3), w.Make(i, 4)
			if x.At != again.At || x.Ends != again.Ends || x.Estimate.Bees != again.Estimate.Bees {
				t.Fatalf("%s: truth %d is not the same twice", w.Name, i)
			}
			if x.At == other.At {
				t.Errorf("%s: truth %d is that of another seed", w.Name, i)
			}
			depths[x.Depth]++
			quarters[(x.SeasonDay()-1)/92]++
			for _, q := range truth.Quantities {
				for d, v := range x.At[q] {
					if math.IsNaN(v) || math.IsInf(v, 0) || v < 0 {
						t.Fatalf("%s: truth %d: %s on day %d is %v", w.Name, i, forecast.QuantityNames[q], d, v)
					}
				}
			}
			if b := x.At[forecast.OfBees][0]; b < 1500 || b > 90000 {
				t.Errorf("%s: truth %d has %.0f bees", w.Name, i, b)
			}
			if x.SeasonDay() < 32 && x.Depth != look.BySeams && x.Site.Climate.Normal(20) < 2 {
				t.Errorf("%s: combs are lifted in January", w.Name)
			}
		}
		if len(depths) != 3 || len(quarters) < 4 {
			t.Errorf("%s: looks by %v in quarters %v", w.Name, depths, quarters)
		}
	}
}

// TestWhatIsHardMovesSomething: of the ranges from which hard truths draw, each that the
// forecast's day asks for moves what becomes of a colony; so no perturbation is inert.
func TestWhatIsHardMovesSomething(t *testing.T) {
	table := bees.Table()
	// Parameters of chances, of a queen to come and of swarms are no part of a day without them.
	apart := map[string]bool{
		"EmergencyDays": true, "SwarmQueenDays": true, "SwarmShare": true, "SwarmCropMg": true, "SwarmBase": true,
		"SwarmHeld": true, "SwarmLeast": true, "SwarmYoung": true, "SwarmOld": true, "Mates": true, "SwarmCups": true,
		"SwarmCharged": true, "SwarmCapped": true, "MateHours": true, "Casts": true,
		"QueenPeakLaying": true, // each colony has a queen of its own
	}
	moved := map[string]float64{}
	for i, row := range table {
		only := []bees.Row{row}
		for seed := range uint64(400) { // until it does
			if apart[row.Name] || moved[row.Name] > 1e-4 {
				break
			}
			w := truth.World{Name: "one row"}
			usual := w.MakeWith(int(seed), 9, bees.Defaults())
			p := truth.Within(only, rand.New(rand.NewPCG(seed, uint64(i))))
			other := w.MakeWith(int(seed), 9, p)
			for k := range usual.Ends {
				if usual.Ends[k] != other.Ends[k] {
					moved[row.Name] = 1
				}
			}
			for _, q := range truth.Quantities {
				for d := range usual.At[q] {
					if v := math.Abs(other.At[q][d] - usual.At[q][d]); v > 0 {
						moved[row.Name] = max(moved[row.Name], v/(1+usual.At[q][d]))
					}
				}
			}
		}
	}
	for _, row := range table {
		if !apart[row.Name] && moved[row.Name] < 1e-4 {
			t.Errorf("%s, drawn from its range, moves nothing", row.Name)
		}
	}
}
