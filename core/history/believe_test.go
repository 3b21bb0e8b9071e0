package history_test

import (
	"strings"
	"testing"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/season"
)

// seams is a look at the bees alone.
func seams(id string, on int, n float64) history.Entry {
	return history.Entry{
		ID: id, Day: d0 + dayOf(on), Kind: history.KindLook,
		Body: &history.Look{Boxes: []history.BoxLook{{Box: "nest", Depth: "seams", Seams: &n}}},
	}
}

func counted(id string, on int, c look.Counts) history.Entry {
	return history.Entry{ID: id, Day: d0 + dayOf(on), Kind: history.KindLook, Body: lookOf("nest", c)}
}

// TestLooksAreHeldAgainstTheirForecast: each later look tests what was expected
// of it; a first look tests nothing.
func TestLooksAreHeldAgainstTheirForecast(t *testing.T) {
	g := ground(t)
	b, err := history.Fold(begin(), g)
	if err != nil || len(b.Tests) != 0 || b.Ensemble == nil {
		t.Fatalf("after a first look: %v, %d tests, ensemble %v", err, len(b.Tests), b.Ensemble != nil)
	}
	// What was forecast, found: it holds.
	x := b.Ensemble.Clone()
	y := forecast.NewYard(g.Site, d0, d0+12, 13, forecast.Members, g.Seed)
	p := bees.Defaults()
	x.Move(&p, y, nil, d0+12)
	brood := forecast.Middle(x.Sample(forecast.OfBrood, &p)).Likely / 6900
	kg := forecast.Middle(x.Sample(forecast.OfNestStores, &p)).Likely / 2.69
	b, err = history.Fold(
		append(
			begin(),
			counted("3", 12, look.Counts{Brood: brood, Honey: kg, Pollen: 0.5, Empty: 10 - brood - kg - 0.5}),
		),
		g,
	)
	if err != nil {
		t.Fatal(err)
	}
	n, held := b.Tested()
	if n < 3 || held < n-1 || len(b.Surprises) != 0 {
		t.Errorf("what was expected was found: %d of %d held, %d surprises: %+v", held, n, len(b.Surprises), b.Tests)
	}
	if b.Tests[0].From != d0 || b.Tests[0].Day != d0+12 {
		t.Errorf("a test is of %v from %v", b.Tests[0].Day, b.Tests[0].From)
	}
}

// TestASwarmIsASurprise: bees for eight seams, and twelve days later for two:
// the forecast cannot have known, so it starts again from what was found and
// says that it did.
func TestASwarmIsASurprise(t *testing.T) {
	g := ground(t)
	b, err := history.Fold(append(begin(), seams("3", 0, 9), seams("4", 12, 1.5)), g)
	if err != nil {
		t.Fatal(err)
	}
	if len(b.Surprises) != 1 || b.Surprises[0].Day != d0+12 || len(b.Surprises[0].Tests) == 0 ||
		b.Surprises[0].Tests[0].Of != forecast.OfBees {
		t.Fatalf("surprises: %+v", b.Surprises)
	}
	if said := b.Findings(season.Moment{Calendar: 150, Bees: 150}, measure.Units{}); !strings.Contains(said[0], "bees found") ||
		!strings.Contains(said[0], "swarm") {
		t.Errorf("it is told as %q", said[0])
	}
	p := bees.Defaults()
	if adults := forecast.Middle(b.Ensemble.Sample(forecast.OfBees, &p)); adults.Likely > 1.4*1.5*2430 {
		t.Errorf("%.0f bees are believed where 1.5 seams were seen", adults.Likely)
	}
}

// TestAScaleTeachesThePace: of two colonies alike, the one whose scale rose faster
// is believed to gain more, and to hold more.
func TestAScaleTeachesThePace(t *testing.T) {
	g := ground(t)
	var pace, stores [2]float64
	p := bees.Defaults()
	for k, kg := range []float64{0.1, 1.2} {
		g.Gains, g.To = nil, d0+13
		for i := range 12 {
			g.Gains = append(g.Gains, history.Gain{Day: d0 + dayOf(i), Kg: kg, SD: 0.3})
		}
		es := append(
			begin(),
			history.Entry{
				ID: "3", Day: d0, Kind: "box_on",
				Body: &moves.BoxOn{At: 1, Box: box("super", "langstroth-medium-10", true)},
			},
		)
		b, err := history.Fold(es, g)
		if err != nil {
			t.Fatal(err)
		}
		own, _, ok := b.Pace()
		if !ok {
			t.Fatal("twelve days of a scale taught nothing")
		}
		if b.Ensemble.Day != d0+12 {
			t.Errorf("the ensemble stands on %v, the last reading was of %v", b.Ensemble.Day, d0+11)
		}
		pace[k], stores[k] = own.Likely, forecast.Middle(b.Ensemble.Sample(forecast.OfStores, &p)).Likely
	}
	if pace[1] < 1.3*pace[0] || stores[1] < stores[0]+4 {
		t.Errorf(
			"the scale that rose taught a pace of %.2f and %.1f kg, the other %.2f and %.1f", pace[1], stores[1],
			pace[0], stores[0],
		)
	}
}

// TestWhatWasBelievedDoesNotDependOnWhereTheYardWasDrawn: conditions drawn here or
// given are the same.
func TestWhatWasBelievedDoesNotDependOnWhereTheYardWasDrawn(t *testing.T) {
	es := append(begin(), counted("3", 9, look.Counts{Brood: 5, Honey: 3, Pollen: 0.5, Empty: 1.5}))
	g := ground(t)
	a, err := history.Fold(es, g)
	if err != nil {
		t.Fatal(err)
	}
	g.Yard = forecast.NewYard(g.Site, d0-30, d0+9, 99, forecast.Members, g.Seed)
	b, err := history.Fold(es, g)
	if err != nil {
		t.Fatal(err)
	}
	for m := range a.Ensemble.States {
		if a.Ensemble.States[m] != b.Ensemble.States[m] {
			t.Fatalf("member %d differs", m)
		}
	}
}

func dayOf(n int) day.Day { return day.Day(n) }

// TestAHarvestIsNoSurprise: looked at, three boxes off and weighed on one day:
// the weight is held against what was left, not against what was there; and a
// second look on a day tests no forecast twice.
func TestAHarvestIsNoSurprise(t *testing.T) {
	full := func(id string) history.BoxLook {
		return history.BoxLook{Box: id, Depth: "boxes", Counts: &look.Counts{Honey: 9, Empty: 1}}
	}
	es := append(begin(),
		history.Entry{
			ID: "3", Day: d0, Kind: "box_on",
			Body: &moves.BoxOn{At: 1, Box: box("s1", "langstroth-medium-10", true), ExcluderUnder: true},
		},
		history.Entry{
			ID: "4", Day: d0, Kind: "box_on", Body: &moves.BoxOn{At: 2, Box: box("s2", "langstroth-medium-10", true)},
		})
	first := lookOf("nest", look.Counts{Brood: 4, Honey: 3, Pollen: 0.5, Empty: 2.5})
	first.Boxes = append(first.Boxes, full("s1"), full("s2"))
	es = append(es, history.Entry{ID: "5", Day: d0 + 5, Kind: history.KindLook, Body: first})
	after := lookOf("nest", look.Counts{Brood: 4, Honey: 3, Pollen: 0.5, Empty: 2.5})
	after.Boxes = append(after.Boxes, full("s1"), full("s2"))
	es = append(es, history.Entry{ID: "6", Day: d0 + 14, Kind: history.KindLook, Body: after})
	g := ground(t)
	before, err := history.Fold(es, g)
	if err != nil {
		t.Fatal(err)
	}
	kg := 8.1 + 5.7 + 7.2 + 4.2 + 2 // honey, floor and lid, the box with its combs, brood and bees
	b, err := history.Fold(append(es,
		history.Entry{ID: "7", Day: d0 + 14, Kind: "box_off", Body: &moves.BoxOff{Box: "s1", Why: "harvest"}},
		history.Entry{ID: "8", Day: d0 + 14, Kind: "box_off", Body: &moves.BoxOff{Box: "s2", Why: "harvest"}},
		history.Entry{ID: "9", Day: d0 + 14, Kind: history.KindWeighing, Body: &history.Weighing{Kg: kg}}), g)
	if err != nil {
		t.Fatal(err)
	}
	if len(b.Surprises) != len(before.Surprises) {
		t.Errorf("a harvest is told as %v", b.Findings(season.Moment{Calendar: 165, Bees: 165}, measure.Units{}))
	}
	if n, m := len(before.Tests), len(b.Tests); m > n+1 {
		t.Errorf("%d tests after the look, %d after the weighing", n, m)
	}
	p := bees.Defaults()
	if left := forecast.Middle(b.Ensemble.Sample(forecast.OfStores, &p)).Likely; left > 13 {
		t.Errorf("%.1f kg are believed where two full supers came off and 8 kg stayed", left)
	}
	// The same look sent in two parts on one day tests each thing once.
	twice, err := history.Fold(
		append(es, history.Entry{ID: "10", Day: d0 + 14, Kind: history.KindLook, Body: after}), g,
	)
	if err != nil {
		t.Fatal(err)
	}
	if len(twice.Tests) != len(before.Tests) {
		t.Errorf("looked at twice on a day: %d tests, once %d", len(twice.Tests), len(before.Tests))
	}
}

// TestWhatWasNotFoundIsNotThere: no eggs and no larvae seen: none are believed.
func TestWhatWasNotFoundIsNotThere(t *testing.T) {
	l := lookOf("nest", look.Counts{Brood: 1.5, Honey: 4, Pollen: 0.5, Empty: 4})
	l.Queen = history.Queen{Looked: true, Capped: true}
	b, err := history.Fold(
		append(begin(), history.Entry{ID: "3", Day: d0 + 10, Kind: history.KindLook, Body: l}), ground(t),
	)
	if err != nil {
		t.Fatal(err)
	}
	p := bees.Defaults()
	for _, q := range []forecast.Quantity{forecast.OfEggs, forecast.OfLarvae} {
		if r := forecast.Middle(b.Ensemble.Sample(q, &p)); r.High > 1 {
			t.Errorf("%s: %+v where none were found", forecast.QuantityNames[q], r)
		}
	}
}

// TestFreshWaxSpeaksOfRoom: in a flow, of two looks at seams alone the one that notes fresh wax on
// the top bars leaves less room; none noted leaves it, and where nothing flows it says nothing.
func TestFreshWaxSpeaksOfRoom(t *testing.T) {
	g := ground(t)
	room := func(wax string, on int) float64 {
		e := seams("3", on, 8)
		e.Body.(*history.Look).WhiteWax = wax
		b, err := history.Fold(append(begin(), e), g)
		if err != nil {
			t.Fatal(err)
		}
		p := bees.Defaults()
		return forecast.Middle(b.Ensemble.Sample(forecast.OfRoom, &p)).Likely
	}
	const inFlow = 14
	yes, no, unasked := room("yes", inFlow), room("no", inFlow), room("", inFlow)
	if !(yes < 0.97*unasked && no >= unasked) {
		t.Errorf("room with fresh wax %.2f kg, without %.2f, not asked %.2f", yes, no, unasked)
	}
	if a, b := room("yes", 170), room("", 170); a != b {
		t.Errorf("in November fresh wax left %.2f kg of room instead of %.2f", a, b)
	}
}
