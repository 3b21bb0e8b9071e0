package bees_test

import (
	"testing"
	"time"

	"kembo/core/bees"
	"kembo/core/bees/specimen"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/season"
)

// swarmOn is a prime swarm with its old queen on ten deep frames.
func swarmOn(adults, drawn float64) bees.State {
	const cells = 69000 // of ten deep frames
	s := bees.State{
		House: 0.74 * adults, Foragers: 0.26 * adults, QueenPeak: 1550, NestDrawn: drawn * cells,
		NestUndrawn: (1 - drawn) * cells, NestKgPerCell: 0.00033, SuperKgPerCell: 0.00033, IntakeFactor: 1, EatFactor: 1,
		DeathFactor: 1, FlowFactor: 1, Near: 1, Lid: 1,
	}
	s.FillCrops()
	s.Tally()
	return s
}

// TestASwarmDrawsItsCombs: a swarm on foundation in a full flow draws most of ten combs in two
// to four weeks (common practice, no source): of 25,000 bees nine of them, of 17,000 six to
// seven. It dwindles by a third to a half until its first brood emerges, and has brood by
// then; in a dearth and unfed it draws little.
func TestASwarmDrawsItsCombs(t *testing.T) {
	p := bees.Defaults()
	c := bees.Condition{SeasonDay: 160, MeanC: 17, FlightHours: 6, Flow: 0.9, Pollen: 1}
	for _, tt := range []struct{ bees, combs float64 }{{25000, 8}, {17000, 5.5}} {
		s := swarmOn(tt.bees, 0)
		least := tt.bees
		for d := 1; d <= 35; d++ {
			s.Step(&p, &c)
			least = min(least, s.Bees())
			if d == 14 && s.NestDrawn < 0.6*tt.combs*6900 {
				t.Errorf("%.0f bees: %.1f combs in two weeks", tt.bees, s.NestDrawn/6900)
			}
			if d == 28 && (s.NestDrawn < tt.combs*6900 || s.Brood() < 12000) {
				t.Errorf(
					"%.0f bees: %.1f combs in four weeks, %.0f cells of brood",
					tt.bees,
					s.NestDrawn/6900,
					s.Brood(),
				)
			}
		}
		if lost := 1 - least/tt.bees; lost < 0.3 || lost > 0.55 || s.Bees() < 1.15*least {
			t.Errorf("%.0f bees: %.0f at the least, after five weeks %.0f", tt.bees, least, s.Bees())
		}
	}
	none := swarmOn(17000, 0)
	c.Flow = 0.02
	for range 28 {
		none.Step(&p, &c)
	}
	if drawn := none.NestDrawn; drawn > 20000 {
		t.Errorf("with no flow and no feed %.0f cells are drawn", drawn)
	}
}

// TestAFedPackageDrawsComb: 10,000 bees on foundation in late April, fed eight litres of thin
// syrup, about five kilograms of stores: four to eight combs in a month (common practice).
func TestAFedPackageDrawsComb(t *testing.T) {
	p := bees.Defaults()
	from := day.Of(2026, time.April, 20)
	y := forecast.NewYard(forecast.Site{Yard: "q", Hemisphere: season.North, Climate: uk(t)}, from, from, 40, 1, 5)
	s := swarmOn(10000, 0)
	for i := range 35 {
		if i == 1 || i == 12 {
			s.Apply(&bees.Change{FeedKg: 2.5})
		}
		s.Step(&p, &y.Likely[i])
	}
	if combs := s.NestDrawn / 6900; combs < 3 || combs > 9 {
		t.Errorf("after five weeks %.1f combs are drawn; %.0f bees, %.0f brood", combs, s.Bees(), s.Brood())
	}
}

// TestFoundationIsRoomOnceItIsDrawn: a super of foundation on a full hive in a flow is no room
// today; drawn comb is. In two weeks most of it is drawn.
func TestFoundationIsRoomOnceItIsDrawn(t *testing.T) {
	p := bees.Defaults()
	with := func(c bees.Change) (bees.State, float64) {
		s := specimen.Strong()
		s.SuperDrawn, s.SuperUndrawn, s.SuperHoney, s.SuperNectar, s.SuperCapped = 0, 0, 0, 0, 0
		c.SuperKgPerCell = 0.0004
		s.Apply(&c)
		out := oneDay(&s, &p, &goodDay)
		return s, s.RoomKg(&p, &out)
	}
	bare, room := with(bees.Change{SuperUndrawn: 88000})
	if _, drawn := with(bees.Change{SuperDrawn: 88000}); drawn < room+3 {
		t.Errorf("drawn comb is room for %.1f kg, foundation for %.1f", drawn, room)
	}
	if _, none := with(bees.Change{}); room > none+1 {
		t.Errorf("foundation is told to be room for %.1f kg the day it goes on, none for %.1f", room, none)
	}
	for range 16 {
		oneDay(&bare, &p, &goodDay)
	}
	if bare.SuperDrawn < 0.5*88000 {
		t.Errorf("after two weeks of flow %.0f of 88,000 cells are drawn", bare.SuperDrawn)
	}
}
