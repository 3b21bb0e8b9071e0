package advice_test

import (
	"math"
	"strings"
	"testing"

	"kembo/core/advice"
	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/season"
)

// doubtful is a hive in a dearth with about enough food, known as well as the
// spread says.
func doubtful(t *testing.T, honeyEighths float64, spread float64) *advice.Situation {
	t.Helper()
	return doubtfulOn(t, day.Of(2026, 8, 20), honeyEighths, spread)
}

func doubtfulOn(t *testing.T, on day.Day, honeyEighths float64, spread float64) *advice.Situation {
	t.Helper()
	deep, err := hive.FormatFor("langstroth-deep-10")
	if err != nil {
		t.Fatal(err)
	}
	b := hive.NewBox("n", deep, 10, hive.Make{Drawn: true})
	look.Arrange(
		&b,
		look.Totals{
			comb.Honey: honeyEighths, comb.Eggs: 1, comb.Larvae: 2, comb.Brood: 4, comb.Pollen: 1,
			comb.Empty: 12 - honeyEighths,
		},
	)
	medium, _ := hive.FormatFor("langstroth-medium-10")
	room := hive.NewBox("s", medium, 10, hive.Make{Super: true, Drawn: true}) // room to store is not in doubt
	e := colony.Estimate{
		Day: on, Seen: on, Stack: hive.Stack{Boxes: []hive.Box{b, room}}, Bees: 18000, BeesFrom: colony.Measured,
		Stages: true, Spread: colony.Spread{Brood: 0.15, Stores: spread, Super: spread, Pollen: 0.4, Bees: 0.18},
		Queen: colony.QueenEvidence{Looked: true, Eggs: true, Larvae: true, Capped: true},
		Parts: []colony.Part{{Box: "n"}},
	}
	e.Sum()
	climate, _ := season.ClimateFor("uk")
	c := assessment.Case{
		Colony: "c", Today: e.Day, Visit: e.Day + 14, VisitPlanned: true,
		Site:     forecast.Site{Yard: "y", Hemisphere: season.North, Climate: climate},
		Settings: advice.DefaultSettings(), Seed: 1,
	}
	return assessment.Assess(c, e, nil).Situation
}

// TestTheBestLookIsTheOneThatSettlesTheDoubt: a keeper who does not know
// whether food lasts is sent to the food, and not at all where it is plain.
func TestTheBestLookIsTheOneThatSettlesTheDoubt(t *testing.T) {
	s := doubtful(t, 6, 0.6)
	q, ok := advice.BestLook(s)
	if !ok || q.Runway != forecast.Food {
		t.Fatalf("food is %.2f in doubt and no look is named for it: %+v, %v", s.Base.Chance(forecast.Food, 14), q, ok)
	}
	if q.Worth.Saved <= 0 || q.Worth.Changes <= 0 || q.Worth.Changes > 1 {
		t.Errorf("worth %+v", q.Worth)
	}
	for name, plain := range map[string]*advice.Situation{
		"plenty": doubtful(t, 12, 0.1), "known well": doubtful(t, 6, 0.08),
	} {
		if q, ok := advice.BestLook(plain); ok && q.Runway == forecast.Food {
			t.Errorf("%s (chance %.2f): sent to %q", name, plain.Base.Chance(forecast.Food, 14), q.Do)
		}
	}
}

// TestWorthOfALook: a surer look is worth no less, none is worth more than
// knowing the truth, and a look at what does not matter is worth nothing.
func TestWorthOfALook(t *testing.T) {
	s := doubtful(t, 6, 0.6)
	p := s.Base.Chance(forecast.Food, 14)
	risk := s.Settings.FoodRisk
	most := math.Min(risk, p) - risk*p // the truth told: act just where it is short
	last := math.Inf(1)
	for _, sd := range []float64{0.05, 0.1, 0.2, 0.4, 0.8} {
		w := s.Base.Worth(forecast.OfStores, sd, forecast.Food, 14, risk)
		if w.Saved > last+1e-3 || w.Saved > most+1e-3 || w.Saved < 0 {
			t.Errorf("a look to within %.2f is worth %.4f; a surer one %.4f, the truth %.4f", sd, w.Saved, last, most)
		}
		last = w.Saved
	}
	food, bees := s.Base.Worth(
		forecast.OfStores, 0.1, forecast.Food, 14, risk,
	), s.Base.Worth(forecast.OfBees, 0.1, forecast.Food, 14, risk)
	if bees.Saved > food.Saved/3 {
		t.Errorf("counting bees is worth %.4f for food, weighing it %.4f", bees.Saved, food.Saved)
	}
}

// TestLeaveSaysTheRiskItTakes: where a runway may end before the visit, less
// likely than the risk that is taken, leaving it says the chance and never
// "in 0 days".
func TestLeaveSaysTheRiskItTakes(t *testing.T) {
	said := 0
	for _, honey := range []float64{5, 6, 7, 8, 9, 10, 11} {
		for _, spread := range []float64{0.1, 0.3, 0.5} {
			s := doubtfulOn(t, day.Of(2026, 6, 2), honey, spread)
			s.CellCheck, s.CellCheckDay, s.HistoryKnown, s.Clipped, s.Visit = colony.CompleteCheck, s.Today, true, true, s.Today+9
			for _, a := range advice.For(s) {
				if a.Action != advice.Leave {
					continue
				}
				risk := 0.0
				for r := range forecast.Runways {
					risk = max(risk, s.Base.Chance(r, s.Days()))
				}
				if strings.Contains(a.Reason, "0 days at the earliest") {
					t.Errorf("it is left and told %q", a.Reason)
				}
				if risk > 0.12 && !strings.Contains(a.Reason, "before the visit") {
					t.Errorf("a risk of %.2f is taken and not said: %q", risk, a.Reason)
				}
				said++
			}
		}
	}
	if said == 0 {
		t.Error("no situation of these is left alone; choose others for this test")
	}
}
