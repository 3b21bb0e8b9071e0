package season_test

import (
	"errors"
	"math"
	"testing"

	"kembo/core/season"
)

// TestDaylightAgainstAnAlmanac: hours of sun at the solstices, from almanac tables, from
// memory, without refraction (6 to 15 minutes less than tabled); and 12 at the equinox.
func TestDaylightAgainstAnAlmanac(t *testing.T) {
	for _, tt := range []struct{ latitude, june, december float64 }{
		{0, 12, 12}, {30, 14.0, 10.0}, {45, 15.4, 8.6}, {53, 16.8, 7.2}, {60, 18.5, 5.5}, {-36, 14.5, 9.5},
	} {
		c, err := season.Climates[0].At(tt.latitude)
		if err != nil {
			t.Fatal(err)
		}
		for _, day := range []struct {
			of   int
			want float64
		}{{172, tt.june}, {355, tt.december}, {80, 12}} {
			if got := c.DaylightH(day.of); math.Abs(got-day.want) > 0.25 {
				t.Errorf("%g degrees, season day %d: %.2f h, want %.1f", tt.latitude, day.of, got, day.want)
			}
		}
	}
	// Where no latitude is told, days are those near 53 degrees.
	if c := season.Climates[0]; math.Abs(c.DaylightH(172)-season.Daylight(172)) > 1e-9 {
		t.Error("without a latitude the days differ")
	}
	for _, bad := range []float64{66.1, -90, math.NaN(), math.Inf(1)} {
		if _, err := season.Climates[0].At(bad); !errors.Is(err, season.ErrLatitude) {
			t.Errorf("latitude %g: %v", bad, err)
		}
	}
}

// TestMonthsOfItsOwn: the middle of a month has its mean, the year goes round, and a
// southern January is the middle of the season year.
func TestMonthsOfItsOwn(t *testing.T) {
	months := [12]float64{2, 3, 6, 9, 13, 16, 18, 18, 15, 11, 6, 3}
	c, err := season.Climates[0].WithMonths(months, season.North)
	if err != nil {
		t.Fatal(err)
	}
	for i, want := range months {
		if got := c.Normal(int(30.44*float64(i) + 15.2)); math.Abs(got-want) > 0.15 {
			t.Errorf("month %d: %.2f, want %g", i+1, got, want)
		}
	}
	if got := c.Normal(1); math.Abs(got-2.5) > 0.1 { // between December's 3 and January's 2
		t.Errorf("new year: %.2f", got)
	}
	south, err := season.Climates[0].WithMonths(months, season.South)
	if err != nil {
		t.Fatal(err)
	}
	if got := south.Normal(15); math.Abs(got-months[6]) > 0.1 {
		t.Errorf("July in the south, first of its season year: %.2f, want %g", got, months[6])
	}
	if math.Abs(c.MeanC-10) > 0.01 || c.SwingC != 8 || c.WinterLowKg != season.Climates[0].WinterLowKg {
		t.Errorf("%+v", c)
	}
	months[3] = 46
	if _, err := season.Climates[0].WithMonths(months, season.North); !errors.Is(err, season.ErrMonths) {
		t.Errorf("46 degrees: %v", err)
	}
}
