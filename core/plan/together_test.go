package plan

import "testing"

// TestOneThingBeforeAnother: what undoes another is in no plan with it, a united colony is left alone, nothing is
// done twice, and a second feed comes when the first has gone down.
func TestOneThingBeforeAnother(t *testing.T) {
	do := func(a Action, in int) part { return part{Step: &Step{Action: a}, in: in} }
	for _, tt := range []struct {
		a, b   part
		undoes bool
	}{
		{do(Combine, 0), do(FeedWinter, 0), true},
		{do(PackDown, 3), do(Combine, 0), true},
		{do(Combine, 0), do(Combine, 9), true},
		{do(AddSuper, 0), do(FeedEmergency, 0), true},
		{do(FeedEmergency, 0), do(AddSuper, 9), false},
		{do(RemoveSuper, 0), do(AddSuper, 9), false},
		{do(AddSuper, 0), do(RemoveSuper, 1), true},
		{do(AddSuper, 0), do(HarvestSuper, 0), false},
		{do(AddSuper, 0), do(AddSuper, 9), true},
		{do(FeedEmergency, 0), do(FeedEmergency, feedingDays), true},
		{do(FeedEmergency, 0), do(FeedEmergency, feedingDays+1), false},
		{do(FeedWinter, 3), do(Equalise, 3), false},
		{do(CheckCells, 0), do(SwarmControl, 0), true},
	} {
		if undoes(tt.a, tt.b) != tt.undoes || undoes(tt.b, tt.a) != tt.undoes {
			t.Errorf("%s in %d days with %s in %d: %v", tt.a.Action, tt.a.in, tt.b.Action, tt.b.in, !tt.undoes)
		}
		if fits([]part{tt.a}, []part{tt.b}) == tt.undoes {
			t.Errorf("%s with %s in one plan: %v", tt.a.Action, tt.b.Action, tt.undoes)
		}
	}
}
