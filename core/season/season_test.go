package season_test

import (
	"testing"
	"time"

	"kembo/core/day"
	"kembo/core/season"
)

func TestBothHemispheresHaveASpring(t *testing.T) {
	north := season.PhaseOf(season.DayOf(day.Of(2026, time.May, 10), season.North))
	south := season.PhaseOf(season.DayOf(day.Of(2026, time.November, 9), season.South))
	if north != season.Swarm || south != season.Swarm {
		t.Errorf("10 May in the north is %q, 9 November in the south %q; both are swarm season", north, south)
	}
	if p := season.PhaseOf(season.DayOf(day.Of(2026, time.May, 10), season.South)); p != season.Winter &&
		p != season.Autumn {
		t.Errorf("10 May in the south is %q", p)
	}
}

func TestFlightHoursFollowWeather(t *testing.T) {
	june := 154
	warm := season.Weather{MinC: 11, MaxC: 20}.FlightHours(june)
	cool := season.Weather{MinC: 5, MaxC: 12}.FlightHours(june)
	cold := season.Weather{MinC: 2, MaxC: 9}.FlightHours(june)
	wet := season.Weather{MinC: 11, MaxC: 20, RainMM: 9}.FlightHours(june)
	// Few below 10 C (Burrill and Dietz 1981, from memory); stops in rain
	// (common practice, no source).
	if !(warm > 8 && cool > 0 && cool < warm/2 && cold == 0 && wet == 0) {
		t.Errorf("flight hours: 20 C %.1f, 12 C %.1f, 9 C %.1f, rain %.1f", warm, cool, cold, wet)
	}
}

func TestBloomSwellsHoldsAndFades(t *testing.T) {
	b := season.Bloom{Plant: "hawthorn", From: 130, PeakFrom: 136, PeakTo: 148, To: 156, Strength: 0.8}
	for d, want := range map[int]float64{129: 0, 133: 0.5, 140: 1, 152: 0.5, 156: 0} {
		if got := b.Share(d); got != want {
			t.Errorf("share on day %d = %v, want %v", d, got, want)
		}
	}
	if flow, _ := season.Intensity([]season.Bloom{b}, 140); flow != 0.8 {
		t.Errorf("flow at the peak %v", flow)
	}
}

func TestWarmestInJulyColdestInJanuary(t *testing.T) {
	for _, c := range season.Climates {
		if c.Normal(207) < c.Normal(120) || c.Normal(25) > c.Normal(80) {
			t.Errorf("%s: the year is upside down", c.Key)
		}
	}
	if _, err := season.ClimateFor("moon"); err == nil {
		t.Error("an unknown climate was accepted")
	}
}

// TestBeesGoByWarmth: the curves hold in the British Isles; where spring is later, so are the
// bees; and where it is fast, the height of their year comes sooner (common practice).
func TestBeesGoByWarmth(t *testing.T) {
	for _, c := range season.Climates {
		last := -1
		days := c.BeesDays()
		for d, b := range days {
			if b < last || b < 0 || b > 366 {
				t.Fatalf("%s: day %d is bees' day %d after %d", c.Key, d, b, last)
			}
			last = b
		}
		for _, at := range []int{91, 172, 258} {
			if back := days[c.CalendarDay(at)]; back < at || back > at+3 {
				t.Errorf(
					"%s: bees' day %d is told to be on day %d, which is bees' day %d",
					c.Key,
					at,
					c.CalendarDay(at),
					back,
				)
			}
		}
	}
	height := func(key string) int {
		c, err := season.ClimateFor(key)
		if err != nil {
			t.Fatal(err)
		}
		return c.CalendarDay(172)
	}
	if !(height("us-south") < height("us-mid") && height("us-mid") < height("us-north") && height("uk") == 172 &&
		height("central-europe") < 168 && height("scandinavia") > 172) {
		t.Error("the height of the year does not go with the warmth of spring")
	}
	uk, _ := season.ClimateFor("uk")
	north, _ := season.ClimateFor("scandinavia")
	south, _ := season.ClimateFor("us-south")
	if d := 91; !(uk.BeesDays()[d] == 91 && north.BeesDays()[d] < 86 && south.BeesDays()[d] > 105) {
		t.Errorf(
			"on 1 April: %d, in the north %d, in the south %d", uk.BeesDays()[d], north.BeesDays()[d],
			south.BeesDays()[d],
		)
	}
}

// TestWindowsAreWhole: each has a name, an owner and a source, lies in the year, and
// holds both its ends; none is named twice.
func TestWindowsAreWhole(t *testing.T) {
	seen := map[string]bool{}
	for _, w := range season.Windows() {
		if w.Name == "" || w.Owner == "" || w.Source == "" || seen[w.Name] {
			t.Errorf("%+v lacks a name of its own, an owner or a source", w)
		}
		seen[w.Name] = true
		if !w.Holds(w.From) || !w.Holds(w.To) || w.From < 0 || w.To > 367 {
			t.Errorf("%s: %d to %d", w.Name, w.From, w.To)
		}
		if w.From > 1 && w.From < w.To && (w.Holds(w.From-1) || w.Holds(w.To+1)) {
			t.Errorf("%s holds days outside it", w.Name)
		}
	}
	if over := season.FarHorizon; !over.Holds(300) || !over.Holds(10) || over.Holds(100) {
		t.Error("a window over the turn of the year holds the wrong days")
	}
}

// TestAMomentIsTheSameHalfAYearOn: the south half a year later has the same season.
func TestAMomentIsTheSameHalfAYearOn(t *testing.T) {
	c, err := season.ClimateFor("us-north")
	if err != nil {
		t.Fatal(err)
	}
	north := season.Place{Climate: c, Hemisphere: season.North}.On(day.Of(2026, time.May, 1))
	south := season.Place{Climate: c, Hemisphere: season.South}.On(day.Of(2026, time.October, 30))
	if d := north.Calendar - south.Calendar; d < -2 || d > 2 || north.Phase() != south.Phase() {
		t.Errorf("1 May is day %d in the north, 30 October day %d in the south", north.Calendar, south.Calendar)
	}
	if north.Bees >= north.Calendar {
		t.Errorf("in a northern spring the bees are at day %d on day %d", north.Bees, north.Calendar)
	}
	// The swarm clock begins later where spring does.
	if from := north.DayOf(season.CellChecks.From); from < day.Of(2026, time.April, 18) ||
		from > day.Of(2026, time.May, 5) {
		t.Errorf("day 105 of this season is %v", from)
	}
}

// TestSpells: a spell is days that are all wet or all dry; 1 mm makes a day wet.
func TestSpells(t *testing.T) {
	rain := []float64{0, 0.9, 1, 5, 0}
	var ws []season.Weather
	for i, mm := range rain {
		ws = append(ws, season.Weather{Day: day.Day(100 + i), MaxC: float64(10 + 2*i), RainMM: mm})
	}
	first, after := season.Spells(ws)
	if first.Wet || first.Days != 2 || first.To != 101 || first.MeanC != 11 {
		t.Errorf("first %+v", first)
	}
	if !after.Wet || after.Days != 3 || after.To != 104 || after.MeanC != 16 {
		t.Errorf("after %+v", after)
	}
	if first, after := season.Spells(nil); first.Days+after.Days != 0 {
		t.Errorf("of no weather: %+v, %+v", first, after)
	}
	if first, after := season.Spells(ws[:2]); first.Days != 2 || after.Days != 0 {
		t.Errorf("of two dry days: %+v, %+v", first, after)
	}
}

// TestFlowOn names the strongest plant, and says how strong on either side of each
// bound.
func TestFlowOn(t *testing.T) {
	plant := func(name string, strength float64) season.Bloom {
		return season.Bloom{Plant: name, From: 100, PeakFrom: 110, PeakTo: 150, To: 160, Strength: strength}
	}
	for _, c := range []struct {
		strength float64
		want     season.Flow
	}{
		{0.07, season.NoFlow}, {0.09, season.LightFlow}, {0.29, season.LightFlow}, {0.31, season.FairFlow},
		{0.59, season.FairFlow}, {0.61, season.StrongFlow}, {1, season.StrongFlow},
	} {
		name, got := season.FlowOn([]season.Bloom{plant("weed", 0.01), plant("lime", c.strength)}, 130)
		if got != c.want || got != season.NoFlow && name != "lime" {
			t.Errorf("a strength of %g is %q of %q, want %q", c.strength, got, name, c.want)
		}
	}
	if _, got := season.FlowOn([]season.Bloom{plant("lime", 1)}, 50); got != season.NoFlow {
		t.Errorf("out of bloom: %q", got)
	}
	if got := season.Worth([]season.Bloom{plant("weed", 0.11), plant("lime", 0.12)}); len(got) != 1 ||
		got[0].Plant != "lime" {
		t.Errorf("worth showing: %+v", got)
	}
}
