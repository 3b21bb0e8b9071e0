package history_test

import (
	"math"
	"testing"

	"kembo/core/harvest"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/moves"
)

// TestWaterIsCorrected holds readings against the harmonised methods of the International Honey Commission (refractometer table of
// Wedmore, from memory): index 1.4915 at 20 °C is 18.0 % of water, 0.00023 are added a degree over 20 °C.
func TestWaterIsCorrected(t *testing.T) {
	for _, x := range []struct {
		sample   history.HoneySample
		low, top float64
	}{
		{history.HoneySample{Read: 1.4915, Scale: history.ScaleIndex}, 17.95, 18.05},
		{history.HoneySample{Read: 1.4915, Scale: history.ScaleIndex, TempC: 20}, 17.95, 18.05},
		{history.HoneySample{Read: 1.4892, Scale: history.ScaleIndex, TempC: 30}, 17.95, 18.05},
		{history.HoneySample{Read: 18, Scale: history.ScaleWater}, 17.99, 18.01},
		// The usual table of instruments that show water: about 0.09 % a degree.
		{history.HoneySample{Read: 18, Scale: history.ScaleWater, TempC: 25}, 17.4, 17.7},
		{history.HoneySample{Read: 80.3, Scale: history.ScaleBrix}, 17.9, 18.1},
	} {
		w, err := x.sample.Water()
		if err != nil || w < x.low || w > x.top {
			t.Errorf("%+v: %.2f %%, %v; not %g to %g", x.sample, w, err, x.low, x.top)
		}
	}
	for _, s := range []history.HoneySample{
		{Read: 1.3, Scale: history.ScaleIndex}, {Read: 40, Scale: history.ScaleWater}, {Read: 17}, {Read: 20, Scale: history.ScaleBrix},
		{Read: 17, Scale: history.ScaleWater, TempC: 80},
	} {
		if w, err := s.Water(); err == nil {
			t.Errorf("%+v is read as %.1f %%", s, w)
		}
	}
}

// supered is a hive with a super whose combs are known by name.
func supered(t *testing.T) ([]history.Entry, hive.BoxFormat) {
	t.Helper()
	f, err := hive.FormatFor("langstroth-medium-10")
	if err != nil {
		t.Fatal(err)
	}
	box := func(id string, super bool) moves.Box {
		var frames []string
		for i := range f.Slots {
			frames = append(frames, id+string(rune('0'+i)))
		}
		return moves.BoxOf(f, id, frames, hive.Make{Super: super, Drawn: true})
	}
	return []history.Entry{{ID: "set", Day: d0, Kind: history.KindStack, Body: &history.StackSet{
		Boxes: []moves.Box{box("n", false), box("s", true)}, HistoryKnown: true,
	}}}, f
}

// TestASampleIsOfABoxOnTheHive: a reading stands with its box and its day; one of a box that is not there is refused.
func TestASampleIsOfABoxOnTheHive(t *testing.T) {
	log, _ := supered(t)
	sample := func(box string) history.Entry {
		return history.Entry{ID: "x", Day: d0 + 5, Kind: history.KindSample, Body: &history.HoneySample{
			Box: box, Read: 17.5, Scale: history.ScaleWater, Combs: 3, Open: true, Shake: harvest.ShakeDry,
		}}
	}
	b, err := history.Fold(append(log, sample("s")), ground(t))
	if err != nil || len(b.Readings) != 1 {
		t.Fatalf("%+v, %v", b.Readings, err)
	}
	if r := b.Readings[0]; r.Box != "s" || r.Day != d0+5 || math.Abs(r.Water-17.5) > 0.01 || !r.Open {
		t.Errorf("it stands as %+v", r)
	}
	if _, err := history.Fold(append(log, sample("gone")), ground(t)); err == nil {
		t.Error("a box that is not on the hive was tested")
	}
}

// TestBarsAreOfEachComb: a comb that comes after a feed or a treatment is free of it, one that was there is not, and a comb takes a
// dead hive's origin along.
func TestBarsAreOfEachComb(t *testing.T) {
	log, f := supered(t)
	late := moves.BoxOf(f, "late", []string{"l0", "l1"}, hive.Make{Super: true, Drawn: true})
	dead := "dead-out"
	log = append(log,
		history.Entry{ID: "feed", Day: d0 + 1, Kind: history.KindFeed, Body: &moves.Feed{Kg: 2, What: "2:1 syrup"}},
		history.Entry{ID: "strips", Day: d0 + 2, Kind: history.KindTreatment, Body: &moves.Treatment{
			What: "strips", From: d0 + 2, To: d0 + 20, HoneyBarred: d0 + 30,
		}},
		history.Entry{ID: "on", Day: d0 + 22, Kind: "box_on", Body: &moves.BoxOn{At: 2, Box: late}},
		history.Entry{ID: "combs", Day: d0 + 24, Kind: history.KindCombs, Body: &history.Combs{Frames: []string{"l1"}, Origin: dead}},
	)
	b, err := history.Fold(log, ground(t))
	if err != nil {
		t.Fatal(err)
	}
	causes := func(frame string, after int) string {
		out := ""
		for _, x := range b.Bars(frame, d0+dayOf(after)) {
			out += string(x.Cause) + " "
		}
		return out
	}
	for _, x := range []struct {
		frame string
		after int
		want  string
	}{{"s0", 25, "fed treatment_out "}, {"s0", 31, "fed "}, {"l0", 25, ""}, {"l1", 25, "dead_out "}} {
		if got := causes(x.frame, x.after); got != x.want {
			t.Errorf("%s after %d days: %q, not %q", x.frame, x.after, got, x.want)
		}
	}
	if len(b.BarsOfAll()) != 0 {
		t.Errorf("the hive is barred: %+v", b.BarsOfAll())
	}
	b.HistoryKnown = false
	if len(b.BarsOfAll()) != 1 {
		t.Error("a hive of which nothing is on record is not held")
	}
}

// TestACropIsBarredAsItsBoxWas: of a hive that is suspect or not on record, of a dead hive's comb and of what was fed a crop is not for
// sale; of any other it is.
func TestACropIsBarredAsItsBoxWas(t *testing.T) {
	off := history.Entry{ID: "off", Day: d0 + 30, Kind: "harvested", Body: &moves.Harvested{Boxes: []string{"s"}, NetKg: 10}}
	dead := "dead-out"
	for _, x := range []struct {
		what string
		add  []history.Entry
		want bool
	}{
		{"nothing against it", nil, false},
		{"fed", []history.Entry{{ID: "f", Day: d0 + 1, Kind: history.KindFeed, Body: &moves.Feed{Kg: 2, What: "2:1 syrup"}}}, true},
		{"a dead hive’s comb", []history.Entry{{
			ID: "c", Day: d0 + 1, Kind: history.KindCombs, Body: &history.Combs{Frames: []string{"s3"}, Origin: dead},
		}}, true},
		{"suspect", []history.Entry{{ID: "l", Day: d0 + 29, Kind: history.KindLook, Body: &history.Look{Health: "suspect"}}}, true},
	} {
		log, _ := supered(t)
		b, err := history.Fold(append(append(log, x.add...), off), ground(t))
		if err != nil || len(b.Crops) != 1 {
			t.Fatalf("%s: %v, %d crops", x.what, err, len(b.Crops))
		}
		if b.Crops[0].Barred != x.want {
			t.Errorf("%s: barred %t", x.what, b.Crops[0].Barred)
		}
	}
	log, _ := supered(t)
	log[0].Body.(*history.StackSet).HistoryKnown = false
	if b, err := history.Fold(append(log, off), ground(t)); err != nil || !b.Crops[0].Barred {
		t.Errorf("a hive that is not on record: %v", err)
	}
}
