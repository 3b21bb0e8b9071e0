package forecast

import (
	"math"
	"testing"
	"time"

	"kembo/core/bees"
	"kembo/core/bees/specimen"
	"kembo/core/day"
	"kembo/core/season"
)

// TestHivesLeftAloneSwarm: colonies that had overwintered, nobody touching them:
// of twelve in one deep box ten swarmed in a summer, of twelve in four boxes two
// (Loftus, Smith and Seeley 2016, PLoS ONE 11(3):e0150362; figures from memory,
// their exact 80 % intervals by Clopper and Pearson). Swarms come from mid-May to
// mid-July, most in late May and June (Fell et al. 1977, J. Apic. Res. 16:170-173,
// from memory). Climate: near that of 42 degrees north inland, from memory.
func TestHivesLeftAloneSwarm(t *testing.T) {
	for _, tt := range []struct {
		name        string
		boxes       float64
		least, most float64
	}{{"one box", 1, 0.61, 0.95}, {"four boxes", 4, 0.045, 0.39}} {
		share, first := leftAlone(tt.boxes)
		t.Logf(
			"%s: %.2f swarm, a tenth by %v, half by %v, nine in ten by %v", tt.name, share, first[0], first[1],
			first[2],
		)
		if share < tt.least || share > tt.most {
			t.Errorf("%s: %.2f swarm in a summer, published %.2f to %.2f", tt.name, share, tt.least, tt.most)
		}
		if first[1] < day.Of(2026, time.May, 20) || first[1] > day.Of(2026, time.June, 30) {
			t.Errorf("%s: half of the swarms were gone by %v", tt.name, first[1])
		}
	}
}

// leftAlone returns the share of such hives of so many deep boxes that swarm,
// and the days by which a tenth, half and nine tenths of the swarms were gone.
func leftAlone(boxes float64) (share float64, by [3]day.Day) {
	const members, days = 200, 170
	p := bees.Defaults()
	from := day.Of(2026, time.April, 1)
	y := NewYard(
		Site{Yard: "q", Hemisphere: season.North, Climate: season.Climate{MeanC: 8, SwingC: 13.5}}, from, from, days,
		members, 5,
	)
	var left [days]float64
	for m := range members {
		off := func(sd float64, purpose int) float64 { return math.Exp(sd * normal(1, 7, m, 0, purpose)) }
		s := specimen.Wintered()
		s.Winter, s.NestHoney, s.NestDrawn, s.SuperDrawn, s.Excluder = 10000*off(
			0.25,
			forBees,
		), 8, boxes*69000, 0, false
		s.QueenPeak *= off(queenSD, forQueen)
		s.IntakeFactor, s.DeathFactor, s.FlowFactor = off(intakeSD, forIntake), off(deathSD, forDeath), y.Level(m)
		s.Tally()
		cond := y.Member(m)
		for i := range cond {
			stays := math.Exp(-s.SwarmHazard)
			s.Step(&p, &cond[i])
			left[i] += (stays - math.Exp(-s.SwarmHazard)) / members
		}
	}
	for _, l := range left {
		share += l
	}
	gone := 0.0
	for i, l := range left {
		for k, f := range []float64{0.1, 0.5, 0.9} {
			if gone < f*share && gone+l >= f*share {
				by[k] = from + day.Day(i)
			}
		}
		gone += l
	}
	return share, by
}
