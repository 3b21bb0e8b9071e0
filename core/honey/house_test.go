package honey_test

import (
	"errors"
	"math"
	"testing"

	"kembo/core/honey"
)

// TestViscosityAgainstTheTable: Munro 1943, from memory. The two series, by warmth and by water, agree where they meet to a tenth; between
// them a third honey of 18.2 % at 20 °C flows about as handbooks say: 8 to 12 Pa·s (common handbook value).
func TestViscosityAgainstTheTable(t *testing.T) {
	for _, x := range []struct{ water, c, want, within float64 }{
		{16.1, 20.6, 18.96, 0.1}, {16.1, 39.4, 2.14, 0.1}, {16.1, 48.1, 1.07, 0.1}, {17.1, 25, 6.9, 0.01}, {20.2, 25, 2.04, 0.01}, {18.2, 20, 10, 0.25},
	} {
		got, err := honey.ViscosityPaS(x.water, x.c)
		if err != nil || math.Abs(got-x.want) > x.within*x.want {
			t.Errorf("%.1f %% at %.1f °C: %.2f Pa·s, %v, want %.2f", x.water, x.c, got, err, x.want)
		}
	}
	if _, err := honey.ViscosityPaS(18, 80); !errors.Is(err, honey.ErrFlows) {
		t.Errorf("at 80 °C: %v", err)
	}
	for w := 14.0; w < 22; w++ {
		for c := 12.0; c < 58; c += 3 {
			a, _ := honey.ViscosityPaS(w, c)
			b, _ := honey.ViscosityPaS(w, c+2)
			d, _ := honey.ViscosityPaS(w+1, c)
			if b >= a || d >= a {
				t.Errorf("%.0f %% at %.0f °C: %.2f; warmer %.2f, wetter %.2f", w, c, a, b, d)
			}
		}
	}
}

// TestATankSettles: fine bubbles leave 30 cm at 30 °C within a day or two, as honey houses let a tank stand (common practice); in a cold
// room they take several times as long, and twice the size rises in a quarter of the time.
func TestATankSettles(t *testing.T) {
	warm, err := honey.SettleHours(17.5, 30, 300, 0.2, false)
	if err != nil || warm < 8 || warm > 36 {
		t.Errorf("%.1f h, %v", warm, err)
	}
	cold, _ := honey.SettleHours(17.5, 18, 300, 0.2, false)
	if cold < 3*warm {
		t.Errorf("at 18 °C %.0f h, at 30 °C %.0f", cold, warm)
	}
	big, _ := honey.SettleHours(17.5, 30, 300, 0.4, false)
	if math.Abs(4*big-warm) > 1e-9 {
		t.Errorf("twice the size takes %.2f h of %.2f", big, warm)
	}
	if wax, _ := honey.SettleHours(17.5, 30, 300, 0.2, true); wax < 2*warm {
		t.Errorf("wax is hardly lighter than honey, and rises in %.1f h", wax)
	}
}

// TestABucketWarms: a bucket of 30 kg, some 30 cm wide, takes a day or so at 40 °C (common practice: one to two days, with what has set); twice
// the width takes four times as long.
func TestABucketWarms(t *testing.T) {
	h, err := honey.WarmHours(17.5, 300, 18, 38, 40)
	if err != nil || h < 12 || h > 36 {
		t.Errorf("%.1f h, %v", h, err)
	}
	wide, _ := honey.WarmHours(17.5, 600, 18, 38, 40)
	if math.Abs(wide-4*h) > 1e-9 {
		t.Errorf("twice as wide %.1f h, %.1f", wide, h)
	}
	if _, err := honey.WarmHours(17.5, 300, 18, 45, 40); !errors.Is(err, honey.ErrWarm) {
		t.Errorf("warmer than the room: %v", err)
	}
}

// TestDryingIsABalance: what leaves is water and nothing else.
func TestDryingIsABalance(t *testing.T) {
	out, err := honey.DryKg(100, 20, 18)
	if err != nil {
		t.Fatal(err)
	}
	if dry := 100 * 0.8 / (100 - out); math.Abs(dry-0.82) > 1e-12 {
		t.Errorf("%.3f kg of water leave, and %.2f %% is dry", out, 100*dry)
	}
	if _, err := honey.DryKg(100, 17, 18); !errors.Is(err, honey.ErrDrier) {
		t.Errorf("to more water: %v", err)
	}
}

// TestWhatSets: rape and ivy, some 40 % glucose at 17 % water, set in the comb; robinia, 26 %, stays liquid for years (White 1962 and
// common practice).
func TestWhatSets(t *testing.T) {
	for _, x := range []struct {
		glucose, water float64
		say            string
	}{{40, 17, "sets within weeks, in the comb too"}, {26, 17.5, "stays liquid for a year and more"}, {33, 17.5, "sets within months"}} {
		if ratio, say := honey.Sets(x.glucose, x.water); say != x.say {
			t.Errorf("%.0f %% and %.1f %%: %.2f, %s", x.glucose, x.water, ratio, say)
		}
	}
}
