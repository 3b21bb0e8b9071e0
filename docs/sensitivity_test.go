package docs_test

import (
	"fmt"
	"math"
	"reflect"
	"slices"
	"strings"
	"testing"
	"time"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/season"
)

// scene is a colony that stands for a time of year: in March the food runway is
// what matters, in June those of room.
func scene(t *testing.T, on day.Day, honey, brood float64, supers int) forecast.Input {
	t.Helper()
	deep, err := hive.FormatFor("langstroth-deep-10")
	if err != nil {
		t.Fatal(err)
	}
	medium, _ := hive.FormatFor("langstroth-medium-10")
	st := hive.Stack{ExcluderAbove: 1, Boxes: []hive.Box{hive.NewBox("n", deep, 10, hive.Make{Drawn: true})}}
	fill := func(b *hive.Box, s comb.Shares) {
		for i := range b.Frames {
			b.Frames[i].A, b.Frames[i].B = s, s
		}
	}
	fill(
		&st.Boxes[0],
		comb.Shares{
			comb.Honey: honey, comb.Pollen: 0.06, comb.Eggs: brood / 7, comb.Larvae: 2 * brood / 7,
			comb.Brood: 4 * brood / 7, comb.Empty: 0.94 - honey - brood,
		},
	)
	for i := range supers {
		b := hive.NewBox(fmt.Sprint("s", i), medium, 10, hive.Make{Super: true, Drawn: true})
		fill(&b, comb.Shares{comb.Honey: 0.3, comb.Nectar: 0.1, comb.Empty: 0.6})
		st.Boxes = append(st.Boxes, b)
	}
	e := colony.Estimate{
		Day: on, Stack: st, Bees: 4000 + 60000*brood, Stages: true, BeesFrom: colony.Measured,
		Spread: colony.Spread{Brood: 0.15, Stores: 0.15, Super: 0.15, Pollen: 0.3, Bees: 0.15},
		Queen:  colony.QueenEvidence{Looked: true, Eggs: true, Larvae: true, Capped: true},
	}
	e.Sum()
	c, _ := season.ClimateFor("uk")
	site := forecast.Site{Yard: "y", Hemisphere: season.North, Climate: c}
	return forecast.Input{
		Colony: "c", Estimate: e, Excluder: supers > 0, Today: on, Horizon: 60, ReserveKg: 5, Seed: 1,
		Parameters: bees.Defaults(), Yard: forecast.NewYard(site, on, on, 60, 100, 1),
	}
}

// mean returns the mean days that a runway has left, at most the horizon.
func mean(r *forecast.Result, runway int) float64 {
	sum := 0.0
	for d := range r.Horizon {
		sum += 1 - r.Chance(runway, float64(d)+0.5)
	}
	return sum
}

// TestSensitivityTable ranks the parameters by what going from the low to the
// high end of their range does to each runway, other things alike.
func TestSensitivityTable(t *testing.T) {
	scenes := []struct {
		name   string
		runway int
		in     forecast.Input
	}{
		{"food, on 20 March with 8 kg", forecast.Food, scene(t, day.Of(2026, time.March, 20), 0.30, 0.25, 0)},
		{"room to lay, on 5 June", forecast.Lay, scene(t, day.Of(2026, time.June, 5), 0.30, 0.42, 1)},
		{"room to store, on 12 June", forecast.Store, scene(t, day.Of(2026, time.June, 12), 0.15, 0.45, 1)},
	}
	var b strings.Builder
	b.WriteString(
		"| runway | days left | parameters that move it most, days from the low to the high end of their range " +
			"|\n|---|---|---|\n",
	)
	for _, s := range scenes {
		usual := mean(forecast.Run(s.in), s.runway)
		type effect struct {
			name string
			days float64
		}
		var all []effect
		for _, row := range bees.Table() {
			at := func(v float64) float64 {
				in := s.in
				reflect.ValueOf(&in.Parameters).Elem().FieldByName(row.Name).SetFloat(v)
				return mean(forecast.Run(in), s.runway)
			}
			all = append(all, effect{row.Name, at(row.High) - at(row.Low)})
		}
		slices.SortStableFunc(all, func(x, y effect) int {
			switch a, b := math.Abs(x.days), math.Abs(y.days); {
			case a > b:
				return -1
			case a < b:
				return 1
			}
			return 0
		})
		var words []string
		for _, e := range all[:10] {
			words = append(words, fmt.Sprintf("%s %+.1f", e.name, e.days))
		}
		none := 0
		for _, e := range all {
			if math.Abs(e.days) < 0.1 {
				none++
			}
		}
		fmt.Fprintf(
			&b, "| %s | %.1f | %s; %d of %d under 0.1 |\n", s.name, usual, strings.Join(words, ", "), none, len(all),
		)
		if math.Abs(all[0].days) < 1 {
			t.Errorf("%s: nothing moves it by a day; the scene asks nothing", s.name)
		}
	}
	table(t, "model.md", "sensitivity", b.String())
}

// TestSpreadTable holds what is uncertain against the documentation.
func TestSpreadTable(t *testing.T) {
	var b strings.Builder
	b.WriteString("| name | what | value | source |\n|---|---|---|---|\n")
	for _, r := range forecast.Spreads() {
		fmt.Fprintf(&b, "| %s | %s | %g | %s |\n", r.Name, r.What, r.Value, r.Source)
	}
	table(t, "model.md", "spreads", b.String())
}
