package station_test

import (
	"context"
	"math"
	"testing"
	"time"

	"kembo/core/ledger"
	"kembo/station"
)

// TestSimulatedScaleKeepsItsDays: what the ledger reads off it is what it was
// given, handling taken out.
func TestSimulatedScaleKeepsItsDays(t *testing.T) {
	start := time.Date(2026, 5, 1, 0, 0, 0, 0, time.UTC)
	gains := []float64{0.4, 2.1, 3.5, -0.3, 1.8, -0.6, 0}
	moved := []float64{0, 0, 5.6, 0, -18, 0, 0}
	s := station.Simulated{Seed: 1, NoiseKg: 0.03}
	kg := 48.0
	for i, g := range gains {
		s.Days = append(
			s.Days,
			station.DayMass{
				Start: start.AddDate(0, 0, i), BeginKg: kg, EndKg: kg + g + moved[i], MovedKg: moved[i], OutKg: 0.4,
			},
		)
		kg += g + moved[i]
	}
	var scale station.Scale = s
	rs, err := scale.Readings(context.Background(), start, start.AddDate(0, 1, 0))
	if err != nil || len(rs) != 24*len(gains) {
		t.Fatalf("%d readings, %v", len(rs), err)
	}
	days := ledger.Days(rs, time.UTC, nil)
	for i, d := range days {
		if i > 0 && math.Abs(d.GainKg-gains[i]) > 0.75 || math.Abs(d.JumpKg-moved[i]) > 0.75 {
			t.Errorf("day %d: %+v, want a gain of %.1f and %.1f moved", i, d, gains[i], moved[i])
		}
	}
	again, _ := scale.Readings(context.Background(), start, start.AddDate(0, 1, 0))
	if again[40] != rs[40] {
		t.Error("the same seed reads differently")
	}
	if part, _ := scale.Readings(
		context.Background(), start.AddDate(0, 0, 2), start.AddDate(0, 0, 3),
	); len(part) != 25 {
		t.Errorf("a day and its end have %d readings", len(part))
	}
}
