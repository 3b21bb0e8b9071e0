package history_test

import (
	"math"
	"testing"
	"time"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/moves"
)

// TestAFeederIsNoHoney: a hive that carries a feeder and insulation of 2.5 kg, and
// weighs as much more, has the stores of one without; and what went on between two
// weighings is told with its weight.
func TestAFeederIsNoHoney(t *testing.T) {
	on := day.Of(2026, time.September, 14)
	fold := func(kg float64, acts ...moves.Act) history.Believed {
		var log []history.Entry
		add := func(d day.Day, kind history.Kind, body any) {
			log = append(log, history.Entry{ID: string(rune('a' + len(log))), Day: d, Kind: kind, Body: body})
		}
		f, err := hive.FormatFor("langstroth-deep-10")
		if err != nil {
			t.Fatal(err)
		}
		n := 0
		box := moves.NewBox(f, 10, hive.Make{Drawn: true}, func() string { n++; return string(rune('A' + n)) })
		add(on-9, history.KindStack, &history.StackSet{Boxes: []moves.Box{box}})
		for _, a := range acts {
			kind, ok := moves.All.KindOf(a)
			if !ok {
				t.Fatalf("%T is not known", a)
			}
			add(on-3, kind, a)
		}
		add(on, history.KindLook, &history.Look{Weight: &history.Weight{How: "scale", Value: kg, Unit: "kg"}})
		b, err := history.Fold(log, ground(t))
		if err != nil {
			t.Fatal(err)
		}
		return b
	}
	bare := fold(30)
	with := fold(
		32.5, &moves.FeederOn{Kind: hive.TopFeeder, Litres: 10, Kg: 2}, &moves.Insulated{On: true, Kg: 0.5},
	)
	stores := func(b history.Believed) float64 { return b.Estimate.NestHoney + b.Estimate.NestNectar }
	if d := stores(with) - stores(bare); math.Abs(d) > 0.1 || stores(bare) < 5 {
		t.Errorf("%.2f kg of stores without the gear, %.2f with it", stores(bare), stores(with))
	}
	if f := with.Stack.Feeder; f.Litres != 10 || !with.Stack.Insulation.On {
		t.Errorf("on the hive: %+v, %+v", f, with.Stack.Insulation)
	}
	kg := 0.0
	last := with.Weighings[len(with.Weighings)-1]
	for _, m := range last.Moved {
		kg += m.TareKg
	}
	if kg != 2.5 {
		t.Errorf("%.2f kg are told to have come on", kg)
	}
}
