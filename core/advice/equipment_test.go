package advice_test

import (
	"strings"
	"testing"

	"kembo/core/advice"
	"kembo/core/assessment"
	"kembo/core/hive"
	"kembo/core/look"
)

var lean = look.Counts{Brood: 2.5, Honey: 3, Nectar: 0.5, Pollen: 1, Empty: 3}

// TestFeedGoesInFillsOfTheFeeder: a keeper with a tray feeds in few fills, one with a
// jar in many, and neither is told what the feeder does not hold. Common practice.
func TestFeedGoesInFillsOfTheFeeder(t *testing.T) {
	fed := func(f hive.Feeder) (advice.Advice, float64) {
		c := hiveOf(t, september, 14, lean, 8)
		c.Stack.Feeder = f
		a, ok := of(t, c)[advice.FeedWinter]
		if !ok || len(a.Acts) != 1 {
			t.Fatalf("with %v: no winter feed that can be ticked", f)
		}
		return a, a.Acts[0].N
	}
	_, usual := fed(hive.Feeder{})
	tray, once := fed(hive.Feeder{Kind: hive.TopFeeder, Litres: 12, Kg: 2})
	if once <= usual {
		t.Errorf("a tray of 12 L is given %g L a time, no more than without it, %g L", once, usual)
	}
	if once > 12 {
		t.Errorf("a tray of 12 L is given %g L a time", once)
	}
	if want := "Its tray over the hive holds 12 L: that is 1 fill."; !strings.Contains(tray.Reason, want) {
		t.Errorf("%q does not say %q", tray.Reason, want)
	}
	// A jar has no room for it: then the fills are counted, not hidden.
	jar, _ := fed(hive.Feeder{Kind: hive.EntranceFeeder, Litres: 1})
	if !strings.Contains(jar.Reason, "fills.") {
		t.Errorf("with a jar of 1 L: %q", jar.Reason)
	}
}

// TestInsulatedHiveWintersOnLess: its target lies lower, its least does not: one who
// has less than the least is fed either way.
func TestInsulatedHiveWintersOnLess(t *testing.T) {
	target := func(on bool) float64 {
		c := hiveOf(t, september, 14, lean, 8)
		c.Stack.Insulation = hive.Insulation{On: on}
		a, err := assessment.Of(c, nil)
		if err != nil {
			t.Fatal(err)
		}
		if _, ok := of(t, c)[advice.FeedWinter]; !ok {
			t.Errorf("insulated %v: not fed, with a nest of 3 combs of honey", on)
		}
		return a.Situation.WinterTarget()
	}
	bare, warm := target(false), target(true)
	if bare != 19 || warm != 18.5 { // British Isles, 18 to 20 kg: the middle, a quarter
		t.Errorf("targets %g kg and, insulated, %g kg; want 19 and 18.5", bare, warm)
	}
}

// TestOpenHolesAreShutForFeedAndMice: a box with an entrance of its own is robbed
// through it while there is feed, and mice come in through it in winter.
func TestOpenHolesAreShutForFeedAndMice(t *testing.T) {
	for _, is := range hive.Holes {
		c := hiveOf(t, october, 14, lean, 5, look.Counts{Empty: 10})
		c.Stack.Boxes[1].Hole = is
		all := of(t, c)
		for _, action := range []advice.Action{advice.FeedWinter, advice.PackDown} {
			a, ok := all[action]
			if !ok {
				t.Fatalf("no %s", action)
			}
			told := strings.Contains(strings.Join(a.Cautions, " "), "1 box has an open entrance of its own")
			if told != (is == hive.HoleOpen) {
				t.Errorf("%s with a hole that is %q: told %v", action, is, told)
			}
		}
	}
}
