package forecast

import (
	"math"
	"testing"

	"kembo/core/bees"
)

// TestAUnionIsBothAndWintersBetter: two colonies too small to winter, united, hold all that both
// held, and are lost less than either.
func TestAUnionIsBothAndWintersBetter(t *testing.T) {
	small := func(s *bees.State) {
		all := s.Bees()
		for _, b := range []*float64{&s.House, &s.Foragers, &s.Winter} {
			*b *= 3500 / all
		}
		s.SpreadBrood(0.3*s.EggCount(), 0.3*s.LarvaCount(), 0.3*s.CappedCount())
		s.Tally()
		s.QueenPeak *= 0.4
		s.ScaleMites(0)
	}
	alone := wintered(t, "central-europe", func(s *bees.State, _ *bees.Parameters, _ float64) { small(s) })
	united := wintered(t, "central-europe", func(s *bees.State, p *bees.Parameters, _ float64) {
		small(s)
		other := *s
		l := other.Give(p, &bees.Change{BeesOut: 1, BroodOut: 0.5, QueenOut: true})
		l.Queen = bees.Queen{}
		s.QueenPeak /= 0.4 // the better of the two is kept
		before := s.Bees()
		s.Receive(&l, 0)
		if got := s.Bees(); math.Abs(got-2*before) > 1 {
			t.Fatalf("%.0f and %.0f bees make %.0f", before, before, got)
		}
	})
	t.Logf(
		"alone %.3f are lost, %.3f of too few bees; united %.3f",
		alone[bees.NotLost],
		alone[bees.ToFewBees],
		united[bees.NotLost],
	)
	if alone[bees.NotLost] < 0.2 || united[bees.NotLost] > 0.6*alone[bees.NotLost] {
		t.Errorf("alone %.2f are lost, united %.2f", alone[bees.NotLost], united[bees.NotLost])
	}
}

// TestDronesStandBesideTheirBrood: where drone brood was seen there are drones, as many as emerge and die.
func TestDronesStandBesideTheirBrood(t *testing.T) {
	p := bees.Defaults()
	e := nest(t, 6, 1, 0.2)
	e.Drone = 1500
	if s := draw(&e, &p, true, 165, 1, 0, 1, 1); s.Drones < 500 {
		t.Errorf("beside 1,500 cells of drone brood there are %.0f drones", s.Drones)
	}
}
