package bees_test

import (
	"math"
	"testing"

	"kembo/core/bees"
)

// TestDronesGoWithTheirMites: what is cut out of drone brood takes as large a share of the mites in it along, and of nothing else.
func TestDronesGoWithTheirMites(t *testing.T) {
	s := bees.State{House: 10_000, NestDrawn: 60_000, NestKgPerCell: 0.0004, NestHoney: 5}
	for i := range s.Drone {
		s.Drone[i], s.Mites.Drone[i] = 50, 3
	}
	for i := range s.Capped {
		s.Capped[i], s.Mites.Sealed[i] = 800, 2
	}
	s.Mites.Riding = 100
	s.Tally()
	drones, mites, brood := s.DroneCount(), s.AllMites(), s.Brood()
	inDrones := 3.0 * float64(len(s.Mites.Drone))
	s.Apply(&bees.Change{DroneOut: 0.75})
	if got := s.DroneCount(); math.Abs(got-drones/4) > 1e-9 {
		t.Errorf("%.1f cells of drone brood are left of %.1f", got, drones)
	}
	if got, want := s.AllMites(), mites-0.75*inDrones; math.Abs(got-want) > 1e-9 || math.Abs(s.Ledger.MitesLeft-0.75*inDrones) > 1e-9 {
		t.Errorf("%.1f mites are left, not %.1f; %.1f are booked as gone", got, want, s.Ledger.MitesLeft)
	}
	if s.Brood() != brood || s.Stores() != 5 {
		t.Errorf("%.0f cells of brood are left of %.0f, and %.2f kg", s.Brood(), brood, s.Stores())
	}
}
