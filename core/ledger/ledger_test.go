package ledger_test

import (
	"errors"
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/ledger"
)

const lb = 0.45359237

func ware(t *testing.T, key string, n int) ledger.Moved {
	t.Helper()
	f, err := hive.FormatFor(key)
	if err != nil {
		t.Fatal(err)
	}
	return ledger.Ware(f, n)
}

func TestFiftyFourPoundsOffIsNotFiftyFourPoundsOfHoney(t *testing.T) {
	// Common practice, no source: 160 lb before, 106 lb after, two medium
	// boxes with twenty drawn frames between. The wood is not honey. By hand:
	// 54 lb = 24.49 kg; tare 2*(2.4 + 10*(0.25+0.065)) = 11.1 kg.
	b := ledger.Between{BeforeKg: 160 * lb, AfterKg: 106 * lb, Out: []ledger.Moved{ware(t, "medium-10", 2)}}
	got, err := b.NetHoneyKg()
	if err != nil || math.Abs(got.Likely-13.39) > 0.02 {
		t.Errorf("net honey %.2f kg (%v), want 13.39 (by hand)", got.Likely, err)
	}
	if got.Low < 11.5 || got.Low > 12.7 || math.Abs(got.High+got.Low-2*got.Likely) > 1e-9 {
		t.Errorf("range %+v", got)
	}
	// The same day, with the boxes weighed, it is surer.
	b.SameDay, b.Out[0].Weighed = true, true
	sure, _ := b.NetHoneyKg()
	if sure.High-sure.Low >= got.High-got.Low {
		t.Errorf("weighed tares are no surer: %+v against %+v", sure, got)
	}
}

// TestLedgerConserves: ware that went out and came back, and feed that went in,
// are not honey.
func TestLedgerConserves(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 2))
	for range 500 {
		honeyOut, gain, fed, before := 30*r.Float64(), 10*r.Float64(), 8*r.Float64(), 60+60*r.Float64()
		out, in := ledger.Moved{TareKg: 12 * r.Float64()}, ledger.Moved{TareKg: 12 * r.Float64()}
		after := before - honeyOut + gain + fed - out.TareKg + in.TareKg
		got, err := ledger.Between{
			BeforeKg: before, AfterKg: after, Out: []ledger.Moved{out}, In: []ledger.Moved{in}, FedKg: fed,
		}.NetHoneyKg()
		if err != nil || math.Abs(got.Likely-(honeyOut-gain)) > 1e-9 ||
			!(got.Low < got.Likely && got.Likely < got.High) {
			t.Fatalf("%.3f kg left and %.3f came: %+v, %v", honeyOut, gain, got, err)
		}
	}
	if _, err := (ledger.Between{BeforeKg: 0, AfterKg: 50}).NetHoneyKg(); !errors.Is(err, ledger.ErrMass) {
		t.Errorf("a hive of nothing: %v", err)
	}
}

// TestSides: a hive of 40 kg with its load off the middle, by moments.
func TestSides(t *testing.T) {
	left, right := 40*0.55, 40*0.45
	if got := ledger.Sides(left, right); math.Abs(got.Likely-40) > 1e-9 {
		t.Errorf("both sides: %+v", got)
	}
	one := ledger.OneSide(left)
	both := ledger.Sides(left, right)
	if one.Likely <= 40 || one.High-one.Low <= both.High-both.Low || one.Low > 40 {
		t.Errorf("one side: %+v, both %+v", one, both)
	}
}

// TestDailyGainsThroughHandling builds a season of hourly readings of which
// the gains are known, with supers put on, a harvest, a feeder and a box lifted
// and put back, and asks for the gains back.
func TestDailyGainsThroughHandling(t *testing.T) {
	start := time.Date(2026, 5, 1, 0, 0, 0, 0, time.UTC)
	r := rand.New(rand.NewPCG(7, 7))
	handling := map[int]float64{10: 5.6, 24: 5.6, 40: -22, 55: 9.3}
	var rs []ledger.Reading
	var want []float64
	kg := 42.0
	for d := range 60 {
		gain := 3*r.Float64() - 0.6
		want = append(want, gain)
		for h := range 24 {
			at := start.AddDate(0, 0, d).Add(time.Duration(h) * time.Hour)
			// Foragers out by day weigh half a kilogram; the gain comes from 9 to 19.
			out := 0.0
			if h >= 10 && h <= 17 {
				out = -0.5
			}
			share := math.Min(1, math.Max(0, float64(h-9)/10))
			w := kg + gain*share + out
			if d == 30 && h == 14 {
				w -= 26 // two boxes lifted off, back within the hour
			}
			if j := handling[d]; j != 0 && h >= 14 {
				w += j
			}
			rs = append(rs, ledger.Reading{At: at, Kg: w + 0.05*r.NormFloat64()})
		}
		kg += gain + handling[d]
	}
	days := ledger.Days(rs, time.UTC, []ledger.Handled{{Day: day.Of(2026, 5, 11), Kg: 5.5}})
	if len(days) != 60 {
		t.Fatalf("%d days", len(days))
	}
	sum, sumWant := 0.0, 0.0
	for i, d := range days {
		if i == 0 {
			continue
		}
		// A jump takes the hour's own gain with it: up to 0.5 kg.
		if !d.Known || math.Abs(d.GainKg-want[i]) > 0.75 {
			t.Errorf("day %d: %.2f kg, want %.2f (%+v)", i, d.GainKg, want[i], d)
		}
		if j := handling[i]; math.Abs(d.JumpKg-j) > 0.75 {
			t.Errorf("day %d: handling of %.1f kg read as %.1f", i, j, d.JumpKg)
		}
		if d.Suspect != (i == 40) {
			t.Errorf("day %d: suspect %v", i, d.Suspect)
		}
		sum, sumWant = sum+d.GainKg, sumWant+want[i]
	}
	if math.Abs(sum-sumWant) > 1.5 {
		t.Errorf("the season sums to %.1f kg, want %.1f", sum, sumWant)
	}
}

// TestOneReadingADay: a super put on shows only in the log.
func TestOneReadingADay(t *testing.T) {
	at := func(d int, kg float64) ledger.Reading {
		return ledger.Reading{At: time.Date(2026, 6, d, 21, 0, 0, 0, time.UTC), Kg: kg}
	}
	rs := []ledger.Reading{at(1, 50), at(2, 52), at(3, 59.5), at(4, 61), at(8, 64), at(9, 63)}
	days := ledger.Days(rs, time.UTC, []ledger.Handled{{Day: day.Of(2026, 6, 3), Kg: 5.55}})
	if g := days[2].GainKg; math.Abs(g-1.95) > 1e-9 || days[2].JumpKg != 5.55 {
		t.Errorf("the day of the super: %+v", days[2])
	}
	if days[0].Known || days[4].Known || !days[5].Known {
		t.Errorf("the first day and the one after a gap are not known: %+v", days)
	}
	kg, known := ledger.Total(days, day.Of(2026, 6, 1), day.Of(2026, 6, 30))
	if known != 4 || math.Abs(kg-(2+1.95+1.5-1)) > 1e-9 {
		t.Errorf("%.2f kg on %d days", kg, known)
	}
}

// TestASwarmIsTold: two kilograms gone in half an hour and nobody was there.
func TestASwarmIsTold(t *testing.T) {
	var rs []ledger.Reading
	for m := range 48 {
		kg := 50.0
		if m >= 24 {
			kg = 47.9
		}
		rs = append(rs, ledger.Reading{At: time.Date(2026, 5, 20, 0, 30*m, 0, 0, time.UTC), Kg: kg})
	}
	if d := ledger.Days(rs, time.UTC, nil); len(d) != 1 || !d[0].Suspect {
		t.Errorf("%+v", d)
	}
	noted := []ledger.Handled{{Day: day.Of(2026, 5, 20), Kg: -2}}
	if d := ledger.Days(rs, time.UTC, noted); d[0].Suspect {
		t.Errorf("a box taken off is suspected: %+v", d)
	}
}
