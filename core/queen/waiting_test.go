package queen_test

import (
	"strings"
	"testing"

	"kembo/core/day"
	"kembo/core/queen"
)

// TestStepsAreInTheOrderOfTheirDays: for each start there is a day on which to look
// for eggs, none of those on which to leave the hive alone, and one on which she is
// judged.
func TestStepsAreInTheOrderOfTheirDays(t *testing.T) {
	on := day.Of(2026, 5, 12)
	for _, s := range []queen.Start{
		queen.Split, queen.Graft, queen.Sealed, queen.Virgin, queen.InCage, queen.GivenIn, queen.Hived,
	} {
		w := queen.Waiting{For: s, On: on}
		var alone, eggs, judged queen.Step
		last := day.Day(0)
		for _, x := range w.Steps() {
			if x.From < last || x.To < x.From || x.From < on {
				t.Errorf("%s: %s to %s after %s: %s", s, x.From, x.To, last, x.Say)
			}
			last = x.From
			switch {
			case x.Alone:
				alone = x
			case strings.Contains(x.Say, "first eggs"):
				eggs = x
			case strings.Contains(x.Say, "failed"):
				judged = x
			}
		}
		if eggs.From == 0 || judged.From < eggs.To || alone.To >= eggs.From {
			t.Errorf("%s: alone %s to %s, eggs %s to %s, judged %s", s, alone.From, alone.To, eggs.From, eggs.To, judged.From)
		}
		if w.Words() == "" {
			t.Errorf("%s has no words", s)
		}
	}
	if s := (queen.Waiting{For: "nothing", On: on}).Steps(); s != nil {
		t.Errorf("a start that is none has the calendar %+v", s)
	}
}

// TestWhoSheIs says a queen as her keeper would.
func TestWhoSheIs(t *testing.T) {
	for _, tt := range []struct {
		p    queen.Person
		want string
	}{
		{queen.Person{}, "queen"},
		{queen.Person{Year: 2025, Mark: "blue", Clipped: true, Origin: queen.Bought}, "queen of 2025, marked blue, clipped, bought"},
		{queen.Person{State: queen.Unmated, Year: 2026, Origin: queen.Raised}, "virgin queen of 2026, raised here"},
	} {
		if got := tt.p.Words(); got != tt.want {
			t.Errorf("%q, want %q", got, tt.want)
		}
	}
}
