package lift_test

import (
	"math"
	"testing"

	"kembo/core/lift"
)

// TestNIOSHWorkedTasks. Source: values G, worked from the metric equation by
// hand; to its 0.1 kg.
func TestNIOSHWorkedTasks(t *testing.T) {
	tests := []struct {
		name string
		task lift.Task
		want float64
	}{
		{"full deep, ground to waist", lift.Task{ReachCM: 40, HeightCM: 30, TravelCM: 70, FM: 0.94, CM: 0.95}, 9.8},
		{
			"waist to waist, 45 degrees",
			lift.Task{ReachCM: 40, HeightCM: 100, TravelCM: 25, TwistDeg: 45, FM: 0.94, CM: 1}, 10.7,
		},
		{"close, no twist", lift.Task{ReachCM: 30, HeightCM: 100, TravelCM: 25, FM: 0.94, CM: 1}, 16.7},
		{"out of reach", lift.Task{ReachCM: 70, HeightCM: 75, FM: 1, CM: 1}, 0},
		{"as good as it gets", lift.Task{ReachCM: 25, HeightCM: 75, TravelCM: 25, FM: 1, CM: 1}, 23},
	}
	for _, tt := range tests {
		if got := tt.task.LimitKg(); math.Abs(got-tt.want) > 0.06 {
			t.Errorf("%s: %.2f kg, want %.1f", tt.name, got, tt.want)
		}
	}
}

// TestFilter. Source: HSE L23, from memory: 25 kg at the waist close to the
// body, 10 kg above the shoulder, never more far than close.
func TestFilter(t *testing.T) {
	for _, h := range lift.Heights {
		near, err := lift.FilterKg(h, false)
		far, err2 := lift.FilterKg(h, true)
		if err != nil || err2 != nil || far >= near {
			t.Errorf("%s: %g close, %g far (%v, %v)", h, near, far, err, err2)
		}
	}
	if w, _ := lift.FilterKg(lift.Waist, false); w != 25 {
		t.Errorf("waist: %g", w)
	}
	if _, err := lift.FilterKg("ladder", false); err == nil {
		t.Error("a ladder is taken for a height")
	}
}
