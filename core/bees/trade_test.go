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

// What keepers know. All of it is common practice, without a source.

// built is a two-deep colony in spring with so many deep frames of brood, two
// thirds of each filled.
func built(frames, adults float64) bees.State {
	s := bees.State{
		House: 0.5 * adults, Foragers: 0.1 * adults, Winter: 0.4 * adults, QueenPeak: 1700, PollenCells: 6000,
		NestHoney: 10, NestDrawn: 2 * 69000, NestKgPerCell: 0.00039, IntakeFactor: 1, EatFactor: 1, DeathFactor: 1,
		FlowFactor: 1, Near: 1, Lid: 1,
	}
	aDay := frames * 6900 * 2 / 3 / 21
	for i := range s.Eggs {
		s.Eggs[i] = aDay
	}
	for i := range s.Larvae {
		s.Larvae[i] = aDay
	}
	for i := range s.Capped {
		s.Capped[i] = aDay
	}
	s.Tally()
	return s
}

// TestTooMuchBroodTooEarly: nine or ten frames of brood on 1 March in a mild
// spring mean swarming pressure within a month; four do not.
func TestTooMuchBroodTooEarly(t *testing.T) {
	p := bees.Defaults()
	c, _ := season.ClimateFor("us-south")
	from := day.Of(2026, time.March, 1)
	y := forecast.NewYard(forecast.Site{Yard: "q", Hemisphere: season.North, Climate: c}, from, from, 60, 1, 1)
	aDay := func(frames, adults float64) float64 {
		s := built(frames, adults)
		before := 0.0
		for i := range 32 {
			before = s.SwarmHazard
			oneDay(&s, &p, &y.Likely[i])
		}
		return s.SwarmHazard - before
	}
	// Half as near to it in early April as a crowded colony at the height of the
	// season.
	strong, usual := aDay(9.5, 24000), aDay(4, 10000)
	t.Logf("a month on, the hazard of a swarm is %.4f a day with 9.5 frames of brood, %.4f with 4", strong, usual)
	if strong < 0.5*p.SwarmBase || usual > 0.25*strong {
		t.Errorf("a month on, the hazard of a swarm is %.4f a day with 9.5 frames of brood, %.4f with 4", strong, usual)
	}
}

// TestAWeakNestDoesBetterInOneBox.
func TestAWeakNestDoesBetterInOneBox(t *testing.T) {
	p := bees.Defaults()
	from := day.Of(2026, time.March, 20)
	y := forecast.NewYard(forecast.Site{Yard: "q", Hemisphere: season.North, Climate: uk(t)}, from, from, 60, 1, 1)
	after := func(boxes float64) bees.State {
		s := built(2.5, 7000)
		s.NestDrawn = boxes * 69000
		for i := range 45 {
			oneDay(&s, &p, &y.Likely[i])
		}
		return s
	}
	one, two := after(1), after(2)
	if one.Brood() < 1.02*two.Brood() || one.Bees() < two.Bees() {
		t.Errorf(
			"in one box %.0f brood and %.0f bees, in two %.0f and %.0f", one.Brood(), one.Bees(), two.Brood(),
			two.Bees(),
		)
	}
}

// TestFourCappedFramesNeedABox: what emerges from four frames capped on both
// sides fills a single deep within two weeks.
func TestFourCappedFramesNeedABox(t *testing.T) {
	p := bees.Defaults()
	s := built(5, 14000)
	s.NestDrawn = 69000
	s.QueenPeak = 1400
	for i := range s.Capped {
		s.Capped[i] = 4 * 6900 / 12
	}
	s.Tally()
	before := s.Crowding(&p)
	c := bees.Condition{SeasonDay: 125, MeanC: 13, FlightHours: 6, Flow: 0.3, Pollen: 1}
	full := 0
	for d := 1; d <= 14 && full == 0; d++ {
		oneDay(&s, &p, &c)
		if s.Crowding(&p) > 1 {
			full = d
		}
	}
	if before > 0.7 || full == 0 {
		t.Errorf("bees for %.2f of the box, on day %d for all of it", before, full)
	}
}

// TestTwoFramesOfHoneyInTwoWeeks: a strong spring colony rearing brood without
// income can eat them.
func TestTwoFramesOfHoneyInTwoWeeks(t *testing.T) {
	p := bees.Defaults()
	s := built(8, 22000)
	c := bees.Condition{SeasonDay: 110, MeanC: 8, FlightHours: 1.5, Pollen: 0.6}
	two := 2 * 6900 * s.NestKgPerCell
	s.NestHoney = two + 2
	for range 14 {
		oneDay(&s, &p, &c)
	}
	if s.Ledger.Eaten < 0.85*two {
		t.Errorf("%.1f kg eaten in two weeks; two frames hold %.1f", s.Ledger.Eaten, two)
	}
}

// TestADonorRecovers: a strong double that gave six frames of bees stands near
// one that gave none some weeks later.
func TestADonorRecovers(t *testing.T) {
	p := bees.Defaults()
	gave, kept := specimen.Strong(), specimen.Strong()
	for _, s := range []*bees.State{&gave, &kept} {
		s.NestDrawn, s.SuperDrawn, s.House, s.Foragers = 2*69000, 3*44000, 30000, 10000
	}
	gave.Apply(&bees.Change{BeesOut: 6 * 2430 / gave.Bees()})
	for d := range 35 {
		oneDay(&gave, &p, &goodDay)
		oneDay(&kept, &p, &goodDay)
		if d == 1 && gave.Bees() > 0.75*kept.Bees() {
			t.Fatalf("six frames were taken and %.0f of %.0f bees are there", gave.Bees(), kept.Bees())
		}
	}
	if gave.Bees() < 0.85*kept.Bees() {
		t.Errorf("five weeks later %.0f bees, where none were taken %.0f", gave.Bees(), kept.Bees())
	}
}

// TestRainStopsASuper.
func TestRainStopsASuper(t *testing.T) {
	p := bees.Defaults()
	day := func(rain float64) bees.State {
		s := specimen.Strong()
		s.SuperAccess = 1
		w := season.Weather{MinC: 11, MaxC: 19, RainMM: rain}
		c := forecast.ConditionOf(
			[]season.Bloom{{Plant: "lime", From: 150, PeakFrom: 155, PeakTo: 190, To: 200, Strength: 1, Pollen: 1}},
			season.Climates[0], w, 165,
		)
		for range 8 {
			oneDay(&s, &p, &c)
		}
		return s
	}
	dry, wet := day(0), day(9)
	if in := dry.SuperHoney + dry.SuperNectar; in < 3 {
		t.Errorf("eight fine days brought %.1f kg above", in)
	}
	if in := wet.SuperHoney + wet.SuperNectar; in > 0.2 {
		t.Errorf("eight days of rain brought %.1f kg above", in)
	}
}

// TestFoodOutOfReachIsNoFood: two days of hard frost away from the honey kill a
// cluster, with combs of honey in the hive; where it lies beside them, it does
// not.
func TestFoodOutOfReachIsNoFood(t *testing.T) {
	p := bees.Defaults()
	cold := bees.Condition{SeasonDay: 30, MeanC: -6}
	winter := func(near float64) bees.State {
		return bees.State{
			Winter: 6000, QueenPeak: 1550, NestHoney: 12, NestDrawn: 2 * 69000, NestKgPerCell: 0.00039,
			PollenCells: 500, IntakeFactor: 1, EatFactor: 1, DeathFactor: 1, FlowFactor: 1, Near: near, Lid: 1,
		}
	}
	away, beside := winter(0), winter(1)
	for _, s := range []*bees.State{&away, &beside} {
		s.Reach = s.WithinReach(&p)
		for range 3 {
			oneDay(s, &p, &cold)
		}
	}
	if away.Bees() > 0.3*6000 || beside.Bees() < 0.95*6000 {
		t.Errorf("after three days %.0f bees live away from the honey, %.0f beside it", away.Bees(), beside.Bees())
	}
	if away.Stores() < 11 {
		t.Errorf("they ate what they could not reach: %.1f kg left", away.Stores())
	}
}

// TestABoxUnderTheNestIsRoomNotStorage: a box under a full nest eases crowding
// and gives the queen cells within weeks, and takes no nectar at once.
func TestABoxUnderTheNestIsRoomNotStorage(t *testing.T) {
	p := bees.Defaults()
	with, without := specimen.Strong(), specimen.Strong()
	with.Apply(&bees.Change{UnderDrawn: 69000})
	if a, b := with.CombRoomKg(&p), without.CombRoomKg(&p); a != b {
		t.Errorf("room for nectar on the day: %.1f kg, %.1f without", a, b)
	}
	if with.Crowding(&p) >= without.Crowding(&p) {
		t.Error("a box under the nest does not ease it")
	}
	a, b := live(with, goodDay, 20), live(without, goodDay, 20)
	if a.NestDrawn < 69000+20000 || a.Brood() < b.Brood() {
		t.Errorf(
			"after 20 days %.0f cells taken into the nest, %.0f brood, %.0f without", a.NestDrawn-69000, a.Brood(),
			b.Brood(),
		)
	}
}

// TestReversingFreesWhatLiesBelow: a nest with its empty comb under the brood
// and honey over it gains by turning its boxes.
func TestReversingFreesWhatLiesBelow(t *testing.T) {
	p := bees.Defaults()
	low := specimen.Strong()
	low.NestDrawn, low.NestHoney, low.SuperDrawn = 59000, 10, 44000
	low.Low, low.Lid = 0.9, 1.8
	turned := low
	turned.Apply(&bees.Change{Turned: true, Low: 0, Lid: 0.4})
	a, b := oneDay(&turned, &p, &goodDay), oneDay(&low, &p, &goodDay)
	if a.Laid <= b.Laid || turned.SuperAccess <= low.SuperAccess {
		t.Errorf(
			"turned she lays %.0f and %.2f of the super is in use; as it was %.0f and %.2f", a.Laid,
			turned.SuperAccess, b.Laid, low.SuperAccess,
		)
	}
}

// TestADoubleScreenWarms: a weak colony over a strong one rears more and eats less
// in a cool spring than it would alone.
func TestADoubleScreenWarms(t *testing.T) {
	p := bees.Defaults()
	from := day.Of(2026, time.March, 20)
	y := forecast.NewYard(forecast.Site{Yard: "q", Hemisphere: season.North, Climate: uk(t)}, from, from, 40, 1, 1)
	alone := built(2, 5000)
	over := alone
	over.Apply(&bees.Change{Screen: bees.On})
	for i := range 30 {
		oneDay(&alone, &p, &y.Likely[i])
		oneDay(&over, &p, &y.Likely[i])
	}
	if over.Brood() <= alone.Brood() || over.Ledger.Eaten/over.Brood() >= alone.Ledger.Eaten/alone.Brood() {
		t.Errorf(
			"over a double screen %.0f brood on %.2f kg, alone %.0f on %.2f", over.Brood(), over.Ledger.Eaten,
			alone.Brood(), alone.Ledger.Eaten,
		)
	}
}

// TestSupersAreCappedAsTheyFill: of a super a third full in a flow little is capped; of one that is full
// most within ten days; and of one half full most a fortnight after the last nectar (common practice, no
// source).
func TestSupersAreCappedAsTheyFill(t *testing.T) {
	p := bees.Defaults()
	capped := func(fill, flow float64, days int) float64 {
		s := specimen.Strong()
		const super = 44000
		s.SuperDrawn, s.SuperKgPerCell, s.SuperAccess = super, 0.00039, 1
		s.SuperHoney = fill * super * s.SuperKgPerCell
		c := goodDay
		for range days {
			c.Flow = flow
			s.IntakeFactor = 0.02 // so that it does not fill beside them
			oneDay(&s, &p, &c)
		}
		return s.SuperCapped / (s.SuperHoney + s.SuperNectar)
	}
	begun, full, left := capped(0.33, 0.5, 10), capped(0.92, 0.5, 10), capped(0.5, 0, 18)
	if begun > 0.3 || full < 0.75 || left < 0.7 {
		t.Errorf("capped of a third full %.2f, of a full one %.2f, of a half full one left %.2f", begun, full, left)
	}
}

// TestQueensGoOnLongerOrStopEarlier: one that keeps up her laying lays more in March and in September than
// is usual and no more at the height of the season; none lays less than nothing.
func TestQueensGoOnLongerOrStopEarlier(t *testing.T) {
	late, early := bees.State{Keeps: 0.5}, bees.State{Keeps: -0.95}
	usual := bees.State{}
	for _, d := range []int{80, 235, 265} {
		if l, u, e := late.ShareOn(d), usual.ShareOn(d), early.ShareOn(d); l <= 1.1*u || e >= 0.9*u || e < 0 {
			t.Errorf("on day %d: %.2f, usual %.2f, early %.2f", d, l, u, e)
		}
	}
	if late.ShareOn(140) > 1 || early.ShareOn(140) < 0.99 {
		t.Errorf("at the height %.2f and %.2f", late.ShareOn(140), early.ShareOn(140))
	}
}
