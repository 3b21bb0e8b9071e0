package combwise_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/season"
	"kembo/lab/combwise"
	"kembo/lab/weather"
)

// march is a colony of one deep box on 1 March, with honey at its sides.
func march(t testing.TB, id string, bees, honeyFrames float64) *combwise.Colony {
	t.Helper()
	b := hive.NewBox(id+"1", hive.Formats[0], 10, hive.Make{Drawn: true})
	for i := range b.Frames {
		f := &b.Frames[i]
		k := math.Abs(float64(i) - 4.5)
		var s comb.Shares
		s[comb.Honey] = min(1, honeyFrames/10*2*k/5)
		s[comb.Pollen] = 0.03
		s[comb.Empty] = max(0, 1-s[comb.Honey]-s[comb.Pollen])
		f.A, f.B = s, s
	}
	return combwise.New(id, day.Of(2026, time.March, 1), hive.Stack{Boxes: []hive.Box{b}}, bees, combwise.Usual)
}

// lives lives a colony through drawn weather of a climate; each day is told.
func lives(c *combwise.Colony, climate season.Climate, n int, seed uint64, tell func(int, combwise.Came)) {
	year := combwise.YearOf(climate)
	bloom := combwise.Bloom(year)
	ws := weather.Draw(climate, season.North, c.Day, n, weather.Year{}, rand.New(rand.NewPCG(seed, 3)))
	for i, w := range ws {
		sd := season.DayOf(c.Day, season.North)
		f, p := season.Intensity(bloom, sd)
		tell(i, c.Step(combwise.Day{
			SeasonDay: sd, Weather: w, DaylightH: climate.DaylightH(sd), Flow: f * w.Nectar(), Pollen: p, Year: year, Luck: 1,
		}))
	}
}

// boxOf is a box of drawn combs.
func boxOf(id string, f hive.BoxFormat, super bool) moves.Box {
	var ids []string
	for i := range f.Slots {
		ids = append(ids, fmt.Sprintf("%s-%d", id, i))
	}
	return moves.BoxOf(f, id, ids, hive.Make{Super: super, Drawn: true})
}

// yearTold is what a year came to.
type yearTold struct {
	peak                           float64
	peakOn                         day.Day
	eaten, winter, laid, crop      float64
	outInJune, leastBees, aprilBrd float64
}

// yearIn lives a colony from March for two years, with a second box, supers as they are
// needed and winter feed, and tells of the second.
func yearIn(t *testing.T, climate season.Climate, seed uint64) yearTold {
	t.Helper()
	c := march(t, "c", 10000, 8)
	do := func(a moves.Act) {
		t.Helper()
		if err := combwise.Do(a, c); err != nil {
			t.Fatal(err)
		}
	}
	do(&moves.BoxOn{Box: boxOf("n2", hive.Formats[0], false), At: 1})
	out := yearTold{leastBees: math.Inf(1)}
	var from combwise.Books
	supers := 0
	lives(c, climate, 365+365, seed, func(i int, x combwise.Came) {
		h := c.Holds()
		sd := season.DayOf(c.Day, season.North)
		if i == 365 {
			from = c.Books
		}
		if i > 365 {
			if h.Bees > out.peak {
				out.peak, out.peakOn = h.Bees, c.Day
			}
			out.leastBees = min(out.leastBees, h.Bees)
			if sd == 166 {
				out.outInJune = c.Out() / h.Bees
			}
			if sd == 91 {
				out.aprilBrd = h.Brood()
			}
			if sd > 274 || sd < 91 {
				out.winter += x.EatenKg
			}
		}
		if k := len(c.Stack.Boxes); i%8 == 0 && k < 6 && h.Bees > 14000 && sd > 60 && sd < 210 && h.RoomKg < 15 {
			supers++
			do(&moves.BoxOn{Box: boxOf(fmt.Sprint("s", supers), hive.Formats[2], true), At: k, ExcluderUnder: k == 2})
		}
		if sd == 232 { // the crop comes off and winter feed goes in
			was := c.Books.Taken
			for k := len(c.Stack.Boxes) - 1; k >= 2; k-- {
				do(&moves.BoxOff{Box: c.Stack.Boxes[k].ID})
			}
			out.crop = c.Books.Taken - was
			if lacks := 22 - c.Holds().NestKg; lacks > 0 {
				do(&moves.Feed{What: "2:1 syrup", Kg: 0.87 * lacks, StoresKg: lacks})
			}
		}
	})
	out.eaten, out.laid = c.Books.Eaten-from.Eaten, c.Books.Laid-from.Laid
	return out
}

// TestAYearIsLikeThoseMeasured: a colony of temperate country, in the middle of seven years.
// Sources, all from memory: 60-80 kg of honey eaten in a year (Seeley 1985), 150,000 to
// 200,000 eggs (Bodenheimer 1937); 25,000 to 45,000 bees at the height, between the end of
// May and early August, and 6,000 to 14,000 at least (population curves of Imdorf and
// others); a quarter to a third foragers (Seeley 1995), here a sixth and more; 6 to 14 kg from October to March
// in mild to hard winters (common practice). Wider by a tenth, for it is another model.
func TestAYearIsLikeThoseMeasured(t *testing.T) {
	for _, key := range []string{"uk", "central-europe", "us-mid"} {
		climate, err := season.ClimateFor(key)
		if err != nil {
			t.Fatal(err)
		}
		var all []yearTold
		for seed := range uint64(7) {
			all = append(all, yearIn(t, climate, seed))
		}
		mid := func(of func(yearTold) float64) float64 {
			var v []float64
			for _, y := range all {
				v = append(v, of(y))
			}
			slices.Sort(v)
			return v[len(v)/2]
		}
		for _, check := range []struct {
			what      string
			of        func(yearTold) float64
			low, high float64
		}{
			{"bees at the height", func(y yearTold) float64 { return y.peak }, 22500, 49500},
			{"the height by season day", func(y yearTold) float64 { return float64(y.peakOn.OfYear()) }, 148, 225},
			{"the fewest bees", func(y yearTold) float64 { return y.leastBees }, 5400, 15400},
			{"kg eaten in a year", func(y yearTold) float64 { return y.eaten }, 54, 88},
			{"kg eaten from October to March", func(y yearTold) float64 { return y.winter }, 5.4, 15.4},
			{"eggs in a year", func(y yearTold) float64 { return y.laid }, 135000, 220000},
			{"share of foragers in June", func(y yearTold) float64 { return y.outInJune }, 0.15, 0.4},
			{"brood on 1 April", func(y yearTold) float64 { return y.aprilBrd }, 4000, 14000},
			{"kg of crop", func(y yearTold) float64 { return y.crop }, 10, 80},
		} {
			got := mid(check.of)
			t.Logf("%s: %s %.4g", key, check.what, got)
			if got < check.low || got > check.high {
				t.Errorf("%s: %s: %.4g, measured %.4g to %.4g", key, check.what, got, check.low, check.high)
			}
		}
	}
}
