package bees_test

import (
	"math"
	"testing"
	"time"

	"kembo/core/bees"
	"kembo/core/bees/specimen"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/season"
)

// TestNothingIsMadeOrLost holds stocks against flows that are counted where
// they happen, on every day of a year with changes in it.
func TestNothingIsMadeOrLost(t *testing.T) {
	p := bees.Defaults()
	y := forecast.NewYard(
		forecast.Site{Yard: "q", Hemisphere: season.North, Climate: uk(t)}, day.Of(2026, time.March, 1),
		day.Of(2026, time.March, 1), 365, 12, 5,
	)
	given := forecast.NotSeen(forecast.Unseen{Cells: 8000, KgPerCell: 0.0004, Bees: 1500}, 12, "elsewhere", 5)
	for m := range 12 {
		s := specimen.Wintered()
		if m > 5 {
			s.NestHoney = 1.5 // these starve, and must not lose count
		}
		if m%4 == 1 { // and these draw comb
			s.NestDrawn, s.NestUndrawn, s.NestHoney = 0.4*s.NestDrawn, 0.6*s.NestDrawn, 4
		}
		sugar0, bees0, combs := s.Stores(), s.Bees(), 0.0
		for i, c := range y.Member(m) {
			switch i {
			case 70:
				s.Apply(&bees.Change{SuperUndrawn: 44000, SuperKgPerCell: 0.0004})
			case 95:
				s.Apply(&bees.Change{NestHoneyOut: 0.3, NestDrawnOut: 0.1, NestDrawn: 13800, PollenOut: 0.05})
			case 100:
				s.Apply(&bees.Change{BeesOut: 0.2, BroodOut: 0.25})
			case 103:
				s.Apply(&bees.Change{DroneOut: 0.7})
			case 105:
				s.Apply(&bees.Change{UnderDrawn: 60000, Turned: true, Lid: 0.5, Excluder: bees.Off})
			case 130:
				if m%3 == 0 {
					s.Befall(&p, &bees.Change{Swarmed: true})
				}
			case 180:
				if m%4 == 0 {
					s.Befall(&p, &bees.Change{QueenLost: true})
				}
			case 110:
				s.Apply(&bees.Change{NestHoneyUp: 0.3, NestDrawnUp: 0.1, NestDrawn: 13800})
				combs = s.NestDrawn + s.NestUndrawn + s.UnderDrawn + s.UnderUndrawn
			case 150:
				s.Apply(&bees.Change{SuperOut: 0.5, SuperDrawnOut: 0.5})
			case 200:
				s.Apply(&bees.Change{FeedKg: 9})
			case 90:
				s.Apply(&bees.Change{NestDrawn: 9000})
				s.Receive(given.Of(m), 0.2)
			case 160:
				s.Apply(&bees.Change{SuperHoneyDown: 0.1, SuperDrawnDown: 0.1, Opened: 0.2})
				combs = s.NestDrawn + s.NestUndrawn + s.UnderDrawn + s.UnderUndrawn
			case 165:
				s.Apply(&bees.Change{Caged: bees.On})
			case 175:
				s.Apply(&bees.Change{Caged: bees.Off})
			}
			s.Step(&p, &c)
			l := &s.Ledger
			want := sugar0 + l.NectarIn + l.Fed + l.Brought - l.Eaten - l.WaxHoney - l.Taken - l.SwarmHoney
			if got := s.Stores() + s.Crops; !close2(got, want) {
				t.Fatalf("member %d day %d: %.9f kg in store, flows say %.9f", m, i, got, want)
			}
			if got, want := s.Bees(), bees0+l.BeesCame+l.Emerged-l.BeesDied-l.BeesLeft; !close2(got, want) {
				t.Fatalf("member %d day %d: %.6f bees, flows say %.6f", m, i, got, want)
			}
			if got, want := s.Brood(), l.Laid+l.BroodBrought-l.BroodDied-l.Emerged-l.BroodTaken; !close2(got, want) {
				t.Fatalf("member %d day %d: %.6f brood, flows say %.6f", m, i, got, want)
			}
			if got, want := s.DroneCount()+s.Drones, l.DroneLaid+l.DroneBrought-l.DronesDied-l.DroneTaken; !close2(
				got,
				want,
			) {
				t.Fatalf("member %d day %d: %.6f drones, flows say %.6f", m, i, got, want)
			}
			if got, want := s.PollenCells, 3000+l.PollenIn+l.PollenBrought-l.PollenEaten-l.PollenTaken; !close2(
				got,
				want,
			) {
				t.Fatalf("member %d day %d: %.6f pollen cells, flows say %.6f", m, i, got, want)
			}
			if used := s.NestUsed(&p); used > s.NestDrawn*1.0001+1 {
				t.Fatalf("member %d day %d: %.1f cells used of %.1f in the nest", m, i, used, s.NestDrawn)
			}
			// The sums that days keep up are the sums of the cohorts.
			larvae, capped, drone := s.Cohorts()
			if !close2(larvae, s.LarvaCount()) || !close2(capped, s.CappedCount()) || !close2(drone, s.DroneCount()) ||
				!close2(s.EggCount()+larvae+capped, s.Brood()) ||
				!close2(s.Brood()+bees.DroneCells*drone, s.BroodCells()) {
				t.Fatalf(
					"member %d day %d: sums %v %v %v %v, cohorts %v %v %v",
					m,
					i,
					s.LarvaCount(),
					s.CappedCount(),
					s.Brood(),
					s.BroodCells(),
					larvae,
					capped,
					drone,
				)
			}
			if s.SuperCapped > s.SuperHoney+1e-9 || s.Reach > s.Stores()+1e-9 {
				t.Fatalf(
					"member %d day %d: %.6f kg capped of %.6f above, %.6f in reach of %.6f", m, i, s.SuperCapped,
					s.SuperHoney, s.Reach, s.Stores(),
				)
			}
			if comb := s.NestDrawn + s.NestUndrawn + s.UnderDrawn + s.UnderUndrawn; i > 105 && !close2(comb, combs) {
				t.Fatalf("member %d day %d: %.3f cells of comb in the nest, %.3f the day before", m, i, comb, combs)
			} else {
				combs = comb
			}
			for _, v := range []float64{
				s.Reach, s.SuperCapped, s.UnderDrawn, s.NestHoney, s.NestNectar, s.SuperHoney, s.SuperNectar, s.House,
				s.Foragers, s.Winter, s.NestUndrawn, s.SuperUndrawn, s.PollenCells,
			} {
				if v < -1e-9 || math.IsNaN(v) {
					t.Fatalf("member %d day %d: a stock is %v: %+v", m, i, v, s)
				}
			}
		}
	}
}

// TestAYearOfAUsualColony holds a whole year against published figures.
func TestAYearOfAUsualColony(t *testing.T) {
	p := bees.Defaults()
	start := day.Of(2026, time.March, 1)
	y := forecast.NewYard(forecast.Site{Yard: "q", Hemisphere: season.North, Climate: uk(t)}, start, start, 365, 1, 5)
	s := specimen.Wintered()
	peak, peakLaying, peakDay, least := 0.0, 0.0, 0, math.Inf(1)
	for i := range y.Likely {
		c := y.Likely[i]
		if i == 60 || i == 90 {
			s.Apply(&bees.Change{SuperDrawn: 44000, SuperKgPerCell: 0.0004})
		}
		out := s.Step(&p, &c)
		if s.Bees() > peak {
			peak, peakDay = s.Bees(), c.SeasonDay
		}
		peakLaying = max(peakLaying, out.Laid)
		least = min(least, s.Stores())
		if testing.Verbose() && i%10 == 0 {
			t.Logf(
				"day %3d  bees %6.0f (W %6.0f F %6.0f)  brood %6.0f laid %5.0f/%5.0f free %6.0f  nest %5.1f+%4.1f "+
					"super %5.1f+%4.1f acc %.2f pot %.2f T %.1f h %.1f pollen %.0f",
				c.SeasonDay, s.Bees(), s.Winter, s.Foragers, s.Brood(), out.Laid, out.WithRoom, s.NestFree(&p),
				s.NestHoney, s.NestNectar, s.SuperHoney, s.SuperNectar, s.SuperAccess, out.Potential, c.MeanC,
				c.FlightHours, s.PollenCells,
			)
		}
	}
	// Seeley 1985, Honeybee Ecology (from memory): 60-80 kg eaten a year. The
	// values' own sum from its parts is 51-89, so 50-90 is accepted.
	if s.Ledger.Eaten < 50 || s.Ledger.Eaten > 90 {
		t.Errorf("eaten in a year: %.0f kg, Seeley 60-80", s.Ledger.Eaten)
	}
	// Bodenheimer 1937 (from memory): 150,000-200,000 eggs a year.
	if s.Ledger.Laid < 120000 || s.Ledger.Laid > 220000 {
		t.Errorf("laid in a year: %.0f, Bodenheimer 150,000-200,000", s.Ledger.Laid)
	}
	if peak < 30000 || peak > 60000 || peakDay < 140 || peakDay > 215 {
		t.Errorf(
			"at most %.0f bees on season day %d; a strong colony has 30,000-60,000 in June or July (common practice)",
			peak, peakDay,
		)
	}
	if end := s.Bees(); end < 6000 || end > 22000 {
		t.Errorf("%.0f bees at the end of winter, want 6,000-22,000 (common practice)", end)
	}
	t.Logf(
		"eaten %.1f kg, laid %.0f, nectar in %.1f kg, peak %.0f bees on day %d, laying at most %.0f, least stores %.1f",
		s.Ledger.Eaten, s.Ledger.Laid, s.Ledger.NectarIn, peak, peakDay, peakLaying, least,
	)
}
