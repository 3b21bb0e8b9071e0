package queen_test

import (
	"math"
	"testing"

	"kembo/core/day"
	"kembo/core/queen"
)

// TestTheYoungestStageDatesTheLastEgg. Source: stage lengths of 3, 9 and 21
// days, Winston 1987, from memory.
func TestTheYoungestStageDatesTheLastEgg(t *testing.T) {
	on := day.Of(2026, 6, 10)
	tests := []struct {
		name string
		e    queen.Evidence
		want queen.Interruption
		ok   bool
	}{
		{
			"she lays", queen.Evidence{On: on, Looked: true, Eggs: true, Larvae: true, Sealed: true},
			queen.Interruption{}, false,
		},
		{"not looked", queen.Evidence{On: on}, queen.Interruption{}, false},
		{
			"larvae, no eggs", queen.Evidence{On: on, Looked: true, Larvae: true, Sealed: true},
			queen.Interruption{From: on - 9, To: on - 3}, true,
		},
		{
			"capped only", queen.Evidence{On: on, Looked: true, Sealed: true},
			queen.Interruption{From: on - 21, To: on - 9}, true,
		},
		{"nothing", queen.Evidence{On: on, Looked: true}, queen.Interruption{To: on - 21, Open: true}, true},
		{
			"eggs and nothing older", queen.Evidence{On: on, Looked: true, Eggs: true},
			queen.Interruption{From: on - 3, To: on, Resumed: true}, true,
		},
	}
	for _, tt := range tests {
		if got, ok := queen.LastLaid(tt.e); got != tt.want || ok != tt.ok {
			t.Errorf("%s: %+v, %v; want %+v, %v", tt.name, got, ok, tt.want, tt.ok)
		}
	}
}

// TestCellsReadAsAKeeperReadsThem. Source: common practice, no source, but for
// the calendar: capped on day 8, out on day 16, eggs 8 to 14 days after.
func TestCellsReadAsAKeeperReadsThem(t *testing.T) {
	on := day.Of(2026, 5, 20)
	tests := []struct {
		name, reads string
		least       float64
		e           queen.Evidence
	}{
		{
			"a dozen capped at the edges in May, eggs", "swarm", 0.9,
			queen.Evidence{Looked: true, Eggs: true, Capped: 9, Charged: 3, Where: queen.Edge, SwarmSeason: true},
		},
		{
			"two on the face with eggs in August", "replacement", 0.8,
			queen.Evidence{Looked: true, Eggs: true, Charged: 2, Where: queen.Face},
		},
		{
			"seven on the face, no eggs, queen lost last week", "emergency", 0.6,
			queen.Evidence{Looked: true, Larvae: true, Charged: 7, Where: queen.Face},
		},
	}
	for _, tt := range tests {
		tt.e.On = on
		r, ok := queen.ReadCells(tt.e)
		word, p := r.Intent.Likely()
		if !ok || word != tt.reads || p < tt.least {
			t.Errorf("%s: reads %s with %.2f, want %s with %.2f at least", tt.name, word, p, tt.reads, tt.least)
		}
		if s := r.Intent.Swarm + r.Intent.Replacement + r.Intent.Emergency; math.Abs(s-1) > 1e-9 {
			t.Errorf("%s: chances sum to %v", tt.name, s)
		}
		if r.Emerges > r.EmergesBy || r.EggsFrom > r.EggsBy || r.EggsFrom < r.Emerges+8 {
			t.Errorf("%s: calendar %+v", tt.name, r)
		}
	}
	// A place not noted is not evidence: the answer is less sure than with it.
	with, _ := queen.ReadCells(queen.Evidence{
		On: on, Looked: true, Eggs: true, Charged: 6, Where: queen.Edge, SwarmSeason: true,
	})
	without, _ := queen.ReadCells(queen.Evidence{On: on, Looked: true, Eggs: true, Charged: 6, SwarmSeason: true})
	if without.Intent.Swarm >= with.Intent.Swarm {
		t.Errorf("swarm %.2f without a place, %.2f with it", without.Intent.Swarm, with.Intent.Swarm)
	}
	if _, ok := queen.ReadCells(queen.Evidence{On: on, Dry: 5, WithEgg: 2}); ok {
		t.Error("cups are read as cells")
	}
	// Eggs in many cups, in season, are a beginning: none is older than three days, so a queen is out in 13 to 16.
	many := queen.Evidence{On: on, Looked: true, Eggs: true, WithEgg: 12, Where: queen.Edge, SwarmSeason: true}
	if r, ok := queen.ReadCells(many); !ok || !r.Begun || r.Emerges != on+13 || r.EmergesBy != on+16 || r.Intent.Swarm < 0.8 {
		t.Errorf("a dozen cups with an egg: %+v, %v", r, ok)
	}
	many.SwarmSeason = false
	if _, ok := queen.ReadCells(many); ok {
		t.Error("out of season cups with an egg are read as a swarm's beginning")
	}
	many.SwarmSeason, many.Charged = true, 1
	if r, _ := queen.ReadCells(many); r.Begun {
		t.Error("beside a charged cell it has only begun")
	}
	capped, _ := queen.ReadCells(queen.Evidence{On: on, Capped: 1})
	if capped.Emerges != on+1 || capped.EmergesBy != on+8 {
		t.Errorf("a capped cell: %+v, want out from tomorrow to %v", capped, on+8)
	}
}
