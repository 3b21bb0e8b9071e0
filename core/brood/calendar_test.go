package brood_test

import (
	"errors"
	"testing"
	"time"

	"kembo/core/brood"
	"kembo/core/day"
)

// TestCalendar: Source: Winston 1987, from memory: worker 3, 9, 21; drone 3,
// 10, 24, usable at 36 to 38; queen 3, 8, 16, ready at 21 to 22.
func TestCalendar(t *testing.T) {
	may1 := day.Of(2026, time.May, 1)
	tests := []struct {
		caste brood.Caste
		stage brood.Stage
		want  brood.Course
	}{
		{
			brood.Worker, brood.Laid,
			brood.Course{
				Laid: may1, Hatched: may1 + 3, Capped: may1 + 9, Emerges: may1 + 21, Flies: may1 + 31,
				Mature: may1 + 41,
			},
		},
		{
			brood.Drone, brood.Capped,
			brood.Course{
				Laid: may1 - 10, Hatched: may1 - 7, Capped: may1, Emerges: may1 + 14, Flies: may1 + 22,
				Mature: may1 + 27,
			},
		},
		{
			brood.Queen, brood.Emerged,
			brood.Course{
				Laid: may1 - 16, Hatched: may1 - 13, Capped: may1 - 8, Emerges: may1, Flies: may1 + 6,
				Mature: may1 + 6,
			},
		},
	}
	for _, tt := range tests {
		if got, err := brood.From(tt.caste, tt.stage, may1); err != nil || got != tt.want {
			t.Errorf("%s %s: %+v, %v; want %+v", tt.caste, tt.stage, got, err, tt.want)
		}
	}
	if _, err := brood.From("nurse", brood.Laid, may1); !errors.Is(err, brood.ErrCaste) {
		t.Errorf("nurse: %v", err)
	}
	if _, err := brood.From(brood.Worker, "purple eyes", may1); !errors.Is(err, brood.ErrStage) {
		t.Errorf("purple eyes: %v", err)
	}
}

// TestAnyStageTellsTheSame: the course does not depend on which stage dates it.
func TestAnyStageTellsTheSame(t *testing.T) {
	on := day.Of(2026, time.June, 3)
	for _, c := range []brood.Caste{brood.Worker, brood.Drone, brood.Queen} {
		whole, _ := brood.From(c, brood.Laid, on)
		for s, d := range map[brood.Stage]day.Day{
			brood.Hatched: whole.Hatched, brood.Capped: whole.Capped, brood.Emerged: whole.Emerges,
			brood.Mature: whole.Mature,
		} {
			if got, err := brood.From(c, s, d); err != nil || got != whole {
				t.Errorf("%s from %s: %+v, want %+v (%v)", c, s, got, whole, err)
			}
		}
		last := brood.Length{Early: -1, Likely: -1, Late: -1}
		for _, s := range []brood.Stage{brood.Laid, brood.Hatched, brood.Capped, brood.Emerged} {
			l, _ := brood.After(c, s)
			if !(l.Early <= l.Likely && l.Likely <= l.Late && l.Likely > last.Likely) {
				t.Errorf("%s %s: %+v after %+v", c, s, l, last)
			}
			last = l
		}
	}
}
