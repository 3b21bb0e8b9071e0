package app_test

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/plan"
	"kembo/store"
)

// stand writes a standing as if it had been worked out.
func stand(t *testing.T, s *store.Store, x app.Standing) {
	t.Helper()
	old, err := s.StandingOf(t.Context(), x.Colony)
	if err != nil {
		t.Fatal(err)
	}
	b, err := json.Marshal(x)
	if err != nil {
		t.Fatal(err)
	}
	old.Body, old.Urgency = string(b), x.Urgency()
	if err := s.SaveStandings(t.Context(), store.Worked{Standing: old}); err != nil {
		t.Fatal(err)
	}
}

// yardOf makes so many colonies beside the keeper's one and returns the standings of
// all, by code.
func yardOf(t *testing.T, svc *app.Service, yard string, more int) map[string]app.Standing {
	t.Helper()
	ctx := context.Background()
	for i := range more {
		if err := svc.MakeColony(ctx, app.NewColony{
			ID: app.NewID(), Yard: yard, Code: fmt.Sprintf("mr-%02d", i+2), NestFormat: "langstroth-deep-10",
			NestBoxes: 1, Drawn: true,
		}); err != nil {
			t.Fatal(err)
		}
	}
	if _, err := svc.Refresh(ctx); err != nil {
		t.Fatal(err)
	}
	b, err := svc.Board(ctx, yard)
	if err != nil {
		t.Fatal(err)
	}
	out := map[string]app.Standing{}
	for _, x := range b.Standings {
		out[x.Code] = x
	}
	return out
}

// TestWhatGoesOnTheLorry: what is due before the visit is a trip of its own, what is
// due on its day is loaded for it, each thing once with all that need it, and what
// is due later is neither.
func TestWhatGoesOnTheLorry(t *testing.T) {
	svc, s, yard, _ := keeper(t)
	all := yardOf(t, svc, yard, 4)
	for code, due := range map[string]struct {
		days  int // after the visit
		needs []plan.Need
		good  float64
	}{
		"MR-01": {-3, []plan.Need{{What: "2:1 syrup", Count: 4, Unit: "L"}}, 0.5},
		"MR-02": {0, []plan.Need{{What: "drawn super", Count: 2}, {What: "excluder", Count: 1}}, 4},
		"MR-03": {0, []plan.Need{{What: "drawn super", Count: 1}}, 1.5},
		"MR-04": {1, []plan.Need{{What: "drawn super", Count: 1}}, 3},
		"MR-05": {0, nil, 1},
	} {
		x := all[code]
		x.Looked, x.GoodDayKg = today, due.good
		x.Advice = []app.StandingAdvice{{
			Action: plan.AddSuper, Do: "Do it", ActBy: x.Visit + day.Day(due.days), Needs: due.needs,
		}}
		stand(t, s, x)
	}
	b, err := svc.Board(t.Context(), yard)
	if err != nil {
		t.Fatal(err)
	}
	if len(b.Trip) != 1 || b.Trip[0].Code != "MR-01" {
		t.Errorf("a trip before the visit: %+v", b.Trip)
	}
	var load []string
	for _, l := range b.Load {
		slices.Sort(l.Codes)
		load = append(load, fmt.Sprintf("%g %s%s for %s", l.Count, l.Unit, l.What, strings.Join(l.Codes, " ")))
	}
	if got := strings.Join(load, "; "); got != "3 drawn super for MR-02 MR-03; 1 excluder for MR-02" {
		t.Errorf("loaded: %s", got)
	}
	if b.FlowKg != 1.5 {
		t.Errorf("colonies bring 0.5, 1, 1.5, 3 and 4 kg, and the yard's flow is %g", b.FlowKg)
	}
}

// TestWhoCannotWait: what is due before the visit can't wait, what is due on its day
// can; a runway that may end before it is tight; what is not known is counted, and
// with those that can wait.
func TestWhoCannotWait(t *testing.T) {
	svc, s, yard, _ := keeper(t)
	all := yardOf(t, svc, yard, 3)
	ends := func(x app.Standing, days float64) []forecast.Runway {
		early, far := float64(x.Visit-x.Today)+days, float64(400)
		out := make([]forecast.Runway, forecast.Runways)
		for i := range out {
			out[i] = forecast.Runway{Low: &far, Likely: &far, High: &far}
		}
		out[forecast.Food].Low = &early
		return out
	}
	for code, as := range map[string]struct {
		known        bool
		due, foodLow int // days after the visit
		want         int
	}{
		"MR-01": {true, -1, 30, app.UrgencyCantWait}, "MR-02": {true, 0, -2, app.UrgencyTight},
		"MR-03": {true, 0, 2, app.UrgencyCanWait}, "MR-04": {false, 0, 30, app.UrgencyNotKnown},
	} {
		x := all[code]
		x.Known, x.Looked, x.Runways = as.known, today, ends(x, float64(as.foodLow))
		x.Advice = []app.StandingAdvice{{Action: plan.AddSuper, Do: "Do it", ActBy: x.Visit + day.Day(as.due)}}
		if got := x.Urgency(); got != as.want {
			t.Errorf("%s: urgency %d, not %d", code, got, as.want)
		}
		stand(t, s, x)
	}
	b, err := svc.Board(t.Context(), yard)
	if err != nil {
		t.Fatal(err)
	}
	if l := b.Yard; l.Colonies != 4 || l.CantWait != 1 || l.Tight != 1 || l.NotKnown != 1 || l.CanWait != 2 {
		t.Errorf("the yard counts %+v", l)
	}
	if b.Standings[0].Code != "MR-01" || b.Standings[1].Code != "MR-02" {
		t.Errorf("first on the board are %s and %s", b.Standings[0].Code, b.Standings[1].Code)
	}
}

// TestACodeIsFoundAsItIsTyped: in any letters, with a space before it.
func TestACodeIsFoundAsItIsTyped(t *testing.T) {
	svc, _, _, id := keeper(t)
	for _, typed := range []string{"MR-01", "mr-01", " Mr-01 "} {
		if got, err := svc.FindColony(t.Context(), typed); err != nil || got != id {
			t.Errorf("%q finds %q, %v", typed, got, err)
		}
	}
	if got, err := svc.FindColony(t.Context(), "MR-1"); err == nil {
		t.Errorf("MR-1 finds %q", got)
	}
}

// TestTheRoundIsWalkedInItsOrder, those with no place after them by code; and a box
// past what one person should lift is told, no other.
func TestTheRoundIsWalkedInItsOrder(t *testing.T) {
	ctx := context.Background()
	svc, s, yard, _ := keeper(t)
	all := yardOf(t, svc, yard, 4)
	if err := svc.SetRound(ctx, yard, []string{
		all["MR-04"].Colony, all["MR-01"].Colony, all["MR-03"].Colony,
	}); err != nil {
		t.Fatal(err)
	}
	x := all["MR-03"]
	x.Boxes = []app.GlyphBox{{LiftKg: 9}, {LiftKg: 31, Super: true}, {LiftKg: 26, Super: true}}
	stand(t, s, x)
	r, err := svc.Round(ctx, yard, 0)
	if err != nil {
		t.Fatal(err)
	}
	var order []string
	for _, stop := range r.Stops {
		order = append(order, stop.Code)
	}
	if got := strings.Join(order, " "); got != "MR-04 MR-01 MR-03 MR-02 MR-05" {
		t.Errorf("it is walked %s", got)
	}
	if len(r.Heavy) != 2 || r.Heavy[0].Kg != 31 || r.Heavy[1].Kg != 26 {
		t.Errorf("over %g kg are %+v", r.LiftLimitKg, r.Heavy)
	}
}
