// Package station reads hive scales behind one interface. The simulated one
// ships; a maker's own needs no more than [Scale].
package station

import (
	"context"
	"math"
	"math/rand/v2"
	"time"

	"kembo/core/ledger"
)

// Scale gives the readings of one hive between two instants, oldest first.
type Scale interface {
	Readings(ctx context.Context, from, to time.Time) ([]ledger.Reading, error)
}

// DayMass is a day of a hive as a scale under it would feel it.
type DayMass struct {
	Start   time.Time // local midnight
	BeginKg float64
	EndKg   float64
	MovedKg float64 // put on or, less than 0, taken off in the middle of the day
	OutKg   float64 // bees out flying at noon
}

// Simulated is a scale under a hive whose days are known: it reads once an
// hour, with the bees out by day, the nectar in through the day and dried off
// by night, and a little noise. The same seed gives the same readings.
type Simulated struct {
	Days    []DayMass
	Seed    uint64
	NoiseKg float64
}

// Readings returns the hourly readings of the days it knows.
func (s Simulated) Readings(_ context.Context, from, to time.Time) ([]ledger.Reading, error) {
	var out []ledger.Reading
	for k, d := range s.Days {
		r := rand.New(rand.NewPCG(s.Seed, uint64(k)))
		gain := d.EndKg - d.BeginKg - d.MovedKg
		// Bees bring more than stays: water goes overnight.
		dried := 0.35 * math.Max(0, gain)
		for h := range 24 {
			at := d.Start.Add(time.Duration(h) * time.Hour)
			noise := s.NoiseKg * r.NormFloat64()
			if at.Before(from) || at.After(to) {
				continue
			}
			in := math.Min(1, math.Max(0, float64(h-9)/9)) // from nine to six
			night := 0.0
			if h > 18 {
				night = float64(h-18) / 6
			}
			out1 := 0.0
			if h >= 10 && h <= 17 {
				out1 = d.OutKg
			}
			kg := d.BeginKg + (gain+dried)*in - dried*night - out1 + noise
			if h >= 11 {
				kg += d.MovedKg
			}
			out = append(out, ledger.Reading{At: at, Kg: math.Round(100*kg) / 100})
		}
	}
	return out, nil
}
