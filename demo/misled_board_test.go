package demo_test

import (
	"slices"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/plan"
	"kembo/demo"
	"kembo/demo/sample"
)

// boardOf returns the standings of all yards on a day, by code.
func boardOf(t *testing.T, svc *app.Service) map[string]app.Standing {
	t.Helper()
	if _, err := svc.Refresh(t.Context()); err != nil {
		t.Fatal(err)
	}
	yards, err := svc.Yards(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	out := map[string]app.Standing{}
	for _, y := range yards {
		b, err := svc.Board(t.Context(), y.ID)
		if err != nil {
			t.Fatal(err)
		}
		for _, x := range b.Standings {
			out[x.Code] = x
		}
	}
	return out
}

// TestWhatMisledOnTheBoard: points of an experienced reader that show on the whole board of a day. Common practice, no
// source: the reasons stand beside them.
func TestWhatMisledOnTheBoard(t *testing.T) {
	s := sample.Built(t, demo.Last)
	on := func(month time.Month, d int) map[string]app.Standing {
		today := day.Of(2026, month, d)
		return boardOf(t, app.New(s, time.Now, &today))
	}
	told := func(x app.Standing, actions ...plan.Action) bool {
		return slices.ContainsFunc(actions, func(a plan.Action) bool { return has(x, a) })
	}

	// 6: where one hive of a yard has ten kilograms to spare and another lacks five, honey goes over before sugar does.
	august := on(time.August, 25)
	for _, yard := range []string{"QL", "MR", "SA"} {
		rich, poor, even := "", "", false
		for code, x := range august {
			if code[:2] != yard {
				continue
			}
			if x.SpareKg >= 10 {
				rich = code
			}
			if x.SpareKg <= -5 {
				poor = code
			}
			even = even || has(x, plan.Equalise)
		}
		if rich != "" && poor != "" && !even {
			t.Errorf("point 6: %s has honey to spare and %s lacks it, and nothing goes between them", rich, poor)
		}
	}

	// 11: no check for queen cells is due before the visit where every comb was checked within the week.
	for _, d := range []int{14, 20, 24, 30} {
		for code, x := range on(time.May, d) {
			for _, a := range x.Advice {
				if a.Action == plan.CheckCells && a.ActBy < x.Visit && x.SwarmEver && x.SwarmDue >= x.Today+2 {
					t.Errorf("point 11: %s on %d May need not be checked before %s, and is to be by %s", code, d, x.SwarmDue.Short(),
						a.ActBy.Short())
				}
			}
		}
	}

	// 14: QL-02 is not relieved, left, relieved and left within nine days on which nothing was seen.
	turns, before := 0, ""
	for d := 11; d <= 19; d++ {
		x := on(time.May, d)["QL-02"]
		now := ""
		if has(x, plan.RelieveHoneyBound) {
			now = "relieved"
		}
		if d > 11 && now != before && x.Looked != x.Today {
			turns++
		}
		before = now
	}
	if turns > 1 {
		t.Errorf("point 14: QL-02 is to be relieved and not to be %d times within nine days", turns)
	}

	// 22: who lacks seven kilograms of winter's stores in the last week of September is not left.
	short := 0
	for code, x := range on(time.September, 27) {
		if x.SpareKg > -7 || x.Bees < 6000 || !x.Known {
			continue
		}
		short++
		if !told(x, plan.FeedWinter, plan.Equalise, plan.Combine, plan.PackDown, plan.RemoveSuper) {
			t.Errorf("point 22: %s lacks %.0f kg, and is told %v", code, -x.SpareKg, x.Advice)
		}
	}
	if short == 0 {
		t.Error("nobody is short in September: the point is not asked")
	}

	// Besides: no fondant over honey in plenty, in the depth of winter.
	for code, x := range on(time.December, 10) {
		if x.StoresKg > 25 && told(x, plan.FeedWinter, plan.FeedEmergency) {
			t.Errorf("%s holds %.0f kg, and is told %v", code, x.StoresKg, x.Advice)
		}
	}
}
