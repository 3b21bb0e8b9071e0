package history_test

import (
	"testing"

	"kembo/core/bees"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/measure"
	"kembo/core/moves"
)

// mitesOn is what a log has of mites per hundred bees on a day after its first.
func mitesOn(t *testing.T, on int, entries ...history.Entry) measure.Range {
	t.Helper()
	g := ground(t)
	b, err := history.Fold(append(begin(), entries...), g)
	if err != nil || b.Ensemble == nil {
		t.Fatal(err)
	}
	p := bees.Defaults()
	y := forecast.NewYard(g.Site, d0, d0, on+2, forecast.Members, g.Seed)
	x := b.Ensemble.Clone()
	x.Move(&p, y, b.Changes, d0+dayOf(on))
	return forecast.Middle(x.Sample(forecast.OfMites, &p))
}

func washed(on, found int) history.Entry {
	return history.Entry{ID: "wash", Day: d0 + dayOf(on), Kind: history.KindMites,
		Body: &history.MiteCount{Method: "wash", Bees: 300, Mites: found}}
}

// TestACountTellsOfTheMites: what is believed goes by the count, on its day and a month later, and
// the colony is as it was but for them; nobody counted leaves a wide range.
func TestACountTellsOfTheMites(t *testing.T) {
	none := mitesOn(t, 20)
	few, many := mitesOn(t, 20, washed(20, 1)), mitesOn(t, 20, washed(20, 24))
	if !(few.High < many.Low) || many.Likely < 6 || many.Likely > 10.5 || few.Likely > 1 {
		t.Errorf("1 in 300: %.2f, 24 in 300: %.2f", few, many)
	}
	if none.High/none.Low < 2*many.High/many.Low {
		t.Errorf("not counted: %.2f, counted %.2f", none, many)
	}
	if later := mitesOn(t, 50, washed(20, 24)); later.Likely < 1.2*many.Likely {
		t.Errorf("24 in 300, and a month later %.2f, on the day %.2f", later, many)
	}
	fall := history.Entry{ID: "fall", Day: d0 + 20, Kind: history.KindMites,
		Body: &history.MiteCount{Method: history.MethodFall, Mites: 700, Days: 7}}
	if fell := mitesOn(t, 20, fall); fell.Likely < 1.5*none.Likely {
		t.Errorf("100 fell a day: %.2f, not counted %.2f", fell, none)
	}
}

// TestATreatmentTakesMites: by the class that is named, and one that takes none takes none.
func TestATreatmentTakesMites(t *testing.T) {
	treated := func(class moves.Substance) float64 {
		return mitesOn(t, 85, washed(20, 12), history.Entry{ID: "in", Day: d0 + 25, Kind: history.KindTreatment,
			Body: &moves.Treatment{What: "strips", Class: class}}).Likely
	}
	left := mitesOn(t, 85, washed(20, 12)).Likely
	if got := treated(moves.Amidine); got > 0.25*left {
		t.Errorf("after strips %.2f, untreated %.2f", got, left)
	}
	if got := treated(moves.Formic); got > 0.6*left {
		t.Errorf("after formic acid %.2f, untreated %.2f", got, left)
	}
	if got := treated(moves.Antibiotic); got != left {
		t.Errorf("after an antibiotic %.2f, untreated %.2f", got, left)
	}
	noted := mitesOn(t, 85, washed(20, 12), history.Entry{ID: "out", Day: d0 + 75, Kind: history.KindTreatment,
		Body: &moves.Treatment{What: "strips", Class: moves.Amidine, From: d0 + 25, To: d0 + 74}}).Likely
	if noted > 0.4*left {
		t.Errorf("noted once it was out: %.2f, untreated %.2f", noted, left)
	}
}

// TestACountOnTheDayOfALookIsNotLost: whichever comes first, and where a second look adds to the first.
func TestACountOnTheDayOfALookIsNotLost(t *testing.T) {
	first, second := seams("s1", 20, 8), seams("s2", 20, 8)
	after := mitesOn(t, 20, first, washed(20, 24))
	for name, entries := range map[string][]history.Entry{
		"count, look":       {washed(20, 24), first},
		"look, count, look": {first, washed(20, 24), second},
		"count, look, look": {washed(20, 24), first, second},
	} {
		if got := mitesOn(t, 20, entries...); got.Likely < 0.9*after.Likely || got.Likely > 1.1*after.Likely ||
			got.High/got.Low < 0.9*after.High/after.Low {
			t.Errorf("%s: %.2f per hundred, look and count %.2f", name, got, after)
		}
	}
	g := ground(t)
	set := begin()
	b, err := history.Fold([]history.Entry{set[0], washed(0, 24), set[1]}, g)
	if err != nil {
		t.Fatal(err)
	}
	p := bees.Defaults()
	if got := forecast.Middle(b.Ensemble.Sample(forecast.OfMites, &p)); got.Likely < 5 {
		t.Errorf("counted before the first look of its day: %.2f per hundred", got)
	}
}
