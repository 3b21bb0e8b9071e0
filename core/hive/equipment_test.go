package hive_test

import (
	"errors"
	"math"
	"testing"

	"kembo/core/hive"
)

// TestFeederBounds: what can be put on a hive, on both sides of each bound.
func TestFeederBounds(t *testing.T) {
	for _, tt := range []struct {
		f    hive.Feeder
		want error
	}{
		{hive.Feeder{Kind: hive.TopFeeder, Litres: 40, Kg: 20}, nil},
		{hive.Feeder{Kind: hive.TopFeeder, Litres: 40.1}, hive.ErrFeederL},
		{hive.Feeder{Kind: hive.BucketFeeder}, hive.ErrFeederL},
		{hive.Feeder{Kind: hive.BucketFeeder, Litres: math.NaN()}, hive.ErrFeederL},
		{hive.Feeder{Kind: hive.FrameFeeder, Litres: 3, Kg: 20.1}, hive.ErrGearKg},
		{hive.Feeder{Kind: hive.FrameFeeder, Litres: 3, Kg: -0.1}, hive.ErrGearKg},
		{hive.Feeder{Kind: "sponge", Litres: 3}, hive.ErrFeeder},
		{hive.Feeder{Litres: 3}, hive.ErrFeeder},
	} {
		if err := tt.f.Check(); !errors.Is(err, tt.want) {
			t.Errorf("%+v: %v, want %v", tt.f, err, tt.want)
		}
	}
	for _, f := range hive.Feeders {
		if err := f.Check(); err != nil || f.Kind.Words() == hive.NoFeeder.Words() {
			t.Errorf("the usual %q cannot be put on, or has no words: %v", f.Kind, err)
		}
	}
}

// TestGearIsWeighedWithTheHive: a feeder and what keeps it warm are lifted with a hive,
// and are no honey.
func TestGearIsWeighedWithTheHive(t *testing.T) {
	f, err := hive.FormatFor("langstroth-deep-10")
	if err != nil {
		t.Fatal(err)
	}
	bare := hive.Stack{Boxes: []hive.Box{hive.NewBox("a", f, 10, hive.Make{Drawn: true})}}
	with := bare.Clone()
	with.Feeder = hive.Feeder{Kind: hive.TopFeeder, Litres: 10, Kg: 2}
	with.Insulation = hive.Insulation{On: true, Kg: 0.5}
	if got := with.TareKg() - bare.TareKg(); math.Abs(got-2.5) > 1e-9 {
		t.Errorf("a feeder of 2 kg and 0.5 kg of insulation add %g kg", got)
	}
	with.Insulation.On = false
	if got := with.TareKg() - bare.TareKg(); math.Abs(got-2) > 1e-9 {
		t.Errorf("insulation that is off adds %g kg", got-2)
	}
}
