package season

import (
	"math"
	"slices"
	"testing"
	"time"

	"kembo/core/day"
)

var twoFlows = []Bloom{
	{Plant: "robinia", From: 138, PeakFrom: 143, PeakTo: 154, To: 160, Strength: 0.9},
	{Plant: "sunflower", From: 188, PeakFrom: 194, PeakTo: 210, To: 218, Strength: 0.8},
	{Plant: "wayside", From: 100, PeakFrom: 125, PeakTo: 240, To: 275, Strength: 0.08},
}

// TestFlowsAndWhatLiesBetween: two flows with a dearth of a month, each named by its plant and not by the wayside.
func TestFlowsAndWhatLiesBetween(t *testing.T) {
	start := day.Of(2026, time.January, 1)
	got := Flows(twoFlows, North, start, start+364)
	if len(got) != 2 {
		t.Fatalf("%d flows: %+v", len(got), got)
	}
	for i, want := range []struct {
		plant    string
		from, to int // season days
		peak     float64
	}{{"robinia", 139, 159, 0.98}, {"sunflower", 190, 216, 0.88}} {
		g := got[i]
		from, to := DayOf(g.From, North), DayOf(g.To, North)
		if !slices.Equal(g.Plants, []string{want.plant}) || from < want.from-1 || from > want.from+2 || to < want.to-3 || to > want.to+1 ||
			math.Abs(g.Peak-want.peak) > 0.02 {
			t.Errorf("%+v is from day %d to %d", g, from, to)
		}
	}
	if len(Flows(twoFlows, North, start, start+90)) != 0 {
		t.Error("there is a flow in March")
	}
}

// TestWhatGave: shares sum to one and the strongest comes first; where nothing flowers nothing gave.
func TestWhatGave(t *testing.T) {
	start := day.Of(2026, time.January, 1)
	got := Gave(twoFlows, North, start+140, start+155)
	if len(got) != 2 || got[0].Plant != "robinia" || math.Abs(got[0].Share+got[1].Share-1) > 1e-9 || got[0].Share < 0.85 {
		t.Errorf("in the robinia %+v", got)
	}
	if got := Gave(twoFlows, North, start, start+10); len(got) != 0 {
		t.Errorf("in January %+v", got)
	}
}
