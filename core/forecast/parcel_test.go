package forecast

import (
	"testing"
	"time"

	"kembo/core/bees"
	"kembo/core/bees/specimen"
	"kembo/core/day"
	"kembo/core/season"
)

// twoHives returns ensembles of a strong colony and a weak one in a yard, after a
// month of life, so that their rings of brood stand at different turns.
func twoHives(t *testing.T) (p bees.Parameters, y *Yard, strong, weak *Ensemble) {
	t.Helper()
	p = bees.Defaults()
	start := day.Of(2026, time.April, 1)
	y = NewYard(Site{Yard: "q", Hemisphere: season.North, Climate: uk(t)}, start, start, 90, 12, 5)
	ensemble := func(adults float64) *Ensemble {
		x := &Ensemble{Day: start, States: make([]bees.State, 12)}
		for m := range x.States {
			x.States[m] = specimen.Wintered()
			x.States[m].Winter = adults * (1 + float64(m)/20)
			x.States[m].Infest(&p, 1)
		}
		return x
	}
	strong, weak = ensemble(14000), ensemble(6000)
	strong.Move(&p, y, nil, start+30)
	weak.Move(&p, y, nil, start+17)
	return p, y, strong, weak
}

// TestGivenIsReceived: member by member, what one hive loses the other gets.
func TestGivenIsReceived(t *testing.T) {
	p, y, giver, taker := twoHives(t)
	on := giver.Day + 3
	out := bees.Change{Day: on, BeesOut: 0.15, BroodOut: 0.2, NestHoneyOut: 0.1, NestDrawnOut: 0.1, PollenOut: 0.25}
	parcel := giver.Give(&p, y, nil, out)
	if len(parcel) != len(giver.States) || !parcel.Finite() {
		t.Fatalf("the parcel has %d loads, or one that is no amount", len(parcel))
	}
	before, after := giver.Clone(), giver.Clone()
	before.Move(&p, y, nil, on)
	after.Move(&p, y, []bees.Change{out}, on)
	lone, with := taker.Clone(), taker.Clone()
	lone.Move(&p, y, nil, on)
	with.Move(&p, y, []bees.Change{{Day: on, NestDrawn: 13800, In: &parcel}}, on)
	for m := range parcel {
		lost, got := before.States[m], with.States[m]
		left, had := after.States[m], lone.States[m]
		for _, q := range []struct {
			what                    string
			before, after, had, got float64
		}{
			{"bees", lost.Bees(), left.Bees(), had.Bees(), got.Bees()},
			{"eggs", lost.EggCount(), left.EggCount(), had.EggCount(), got.EggCount()},
			{"larvae", lost.LarvaCount(), left.LarvaCount(), had.LarvaCount(), got.LarvaCount()},
			{"capped brood", lost.CappedCount(), left.CappedCount(), had.CappedCount(), got.CappedCount()},
			{"stores", lost.Stores(), left.Stores(), had.Stores(), got.Stores()},
			{"pollen", lost.PollenCells, left.PollenCells, had.PollenCells, got.PollenCells},
			{"mites on bees", lost.Mites.Riding, left.Mites.Riding, had.Mites.Riding, got.Mites.Riding},
			{"mites", lost.AllMites(), left.AllMites(), had.AllMites(), got.AllMites()},
		} {
			if gone, come := q.before-q.after, q.got-q.had; !close2(gone, come) || gone <= 0 {
				t.Errorf("member %d: %g of %s left, %g came", m, gone, q.what, come)
			}
		}
		// Brood keeps its age: capped on the same day, it emerges on the same day.
		given := &parcel[m]
		for age, v := range given.Capped {
			if d := got.Capped[got.CappedSlot(age)] - had.Capped[had.CappedSlot(age)]; !close2(v, d) {
				t.Errorf("member %d: %g cells capped %d days ago were given, %g came", m, v, age, d)
			}
		}
	}
	if p := giver.Give(&p, y, nil, bees.Change{Day: giver.Day - 1, BeesOut: 1}); p != nil {
		t.Error("something is given before the day of which the hive is known")
	}
}

// TestQueenGoesWithHerFrame: she lays where she comes, and those she left rear
// another; a virgin leaves nobody to come.
func TestQueenGoesWithHerFrame(t *testing.T) {
	p, y, giver, taker := twoHives(t)
	on := giver.Day + 1
	parcel := giver.Give(&p, y, nil, bees.Change{Day: on, QueenOut: true, BroodOut: 0.1})
	giver.Move(&p, y, []bees.Change{{Day: on, QueenOut: true, BroodOut: 0.1}}, on)
	taker.Move(&p, y, []bees.Change{{Day: on, In: &parcel}}, on)
	for m := range parcel {
		if giver.States[m].QueenPeak != 0 || giver.States[m].LaysIn != p.EmergencyDays {
			t.Errorf("member %d: she is gone and %+v", m, giver.States[m].LaysIn)
		}
		if got := taker.States[m].QueenPeak; got != specimen.Wintered().QueenPeak || taker.States[m].LaysIn != 0 {
			t.Errorf("member %d: the queen who came lays %g at her height, not %g", m, got, specimen.Wintered().QueenPeak)
		}
	}
	virgin := specimen.Wintered()
	virgin.QueenPeak, virgin.NextQueen, virgin.LaysIn = 0, 1400, 9
	load := virgin.Give(&p, &bees.Change{QueenOut: true})
	if virgin.LaysIn != 0 || virgin.NextQueen != 0 || load.Queen != (bees.Queen{Coming: 1400, LaysIn: 9}) {
		t.Errorf("after the virgin was taken %g days to a queen; what went is %+v", virgin.LaysIn, load.Queen)
	}
}

// TestCagedQueenDoesNotLay, and lays again once she is let out.
func TestCagedQueenDoesNotLay(t *testing.T) {
	p := bees.Defaults()
	start := day.Of(2026, time.May, 1)
	y := NewYard(Site{Yard: "q", Hemisphere: season.North, Climate: uk(t)}, start, start, 40, 1, 5)
	s := specimen.Wintered()
	for i, c := range y.at(0)[:30] {
		switch i {
		case 5:
			s.Apply(&bees.Change{Caged: bees.On})
		case 20:
			s.Apply(&bees.Change{Caged: bees.Off})
		}
		laid := s.Step(&p, &c).Laid
		if caged := i >= 5 && i < 20; caged != (laid == 0) {
			t.Errorf("day %d, caged %v: %g eggs laid", i, caged, laid)
		}
	}
}

// TestUnseenIsWide: combs nobody looked at may be empty or full.
func TestUnseenIsWide(t *testing.T) {
	const cells, kgPerCell = 13800.0, 0.00039
	least, most := 1.0, 0.0
	for _, l := range NotSeen(Unseen{Cells: cells, KgPerCell: kgPerCell, Bees: 2400}, Members, "a", 1) {
		used := (l.Brood() + l.Pollen + l.StoresKg()/kgPerCell) / cells
		if used < 0 || used > 1+1e-9 || l.Bees() > 2400 {
			t.Fatalf("%g of the cells are used, by %g bees", used, l.Bees())
		}
		least, most = min(least, used), max(most, used)
	}
	if least > 0.05 || most < 0.95 {
		t.Errorf("of 200 unseen combs the emptiest is %.0f %% full, the fullest %.0f %%", 100*least, 100*most)
	}
}
