package advice_test

import (
	"strings"
	"testing"
	"time"

	"kembo/core/advice"
	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/season"
)

// hiveOf is a case on a day: one deep told in frames, and supers told in
// frames of honey and nectar.
func hiveOf(
	t testing.TB, on day.Day, visit int, nest look.Counts, seams float64, supers ...look.Counts,
) assessment.Case {
	t.Helper()
	deep, err := hive.FormatFor("langstroth-deep-10")
	if err != nil {
		t.Fatal(err)
	}
	medium, _ := hive.FormatFor("langstroth-medium-10")
	climate, _ := season.ClimateFor("uk")
	st := hive.Stack{Boxes: []hive.Box{hive.NewBox("nest", deep, 10, hive.Make{Drawn: true})}}
	l := look.Look{Day: on, Queen: colony.QueenEvidence{Looked: true, Eggs: true, Larvae: true, Capped: true},
		Boxes: []look.BoxLook{{Box: "nest", Depth: look.ByBox, Counts: nest, Seams: seams}}}
	for i, c := range supers {
		id := string(rune('a' + i))
		st.Boxes = append(st.Boxes, hive.NewBox(id, medium, 10, hive.Make{Super: true, Drawn: true}))
		l.Boxes = append(l.Boxes, look.BoxLook{Box: id, Depth: look.ByBox, Counts: c, Seams: 5})
	}
	if len(supers) > 0 {
		st.ExcluderAbove = 1
	}
	return assessment.Case{
		Colony: "c", Today: on, Visit: on + day.Day(visit), VisitPlanned: true, Stack: st, Look: l,
		Site: forecast.Site{Yard: "y", Hemisphere: season.North, Climate: climate}, Health: colony.Healthy,
		CellCheck: colony.CompleteCheck, CellCheckDay: on, Clipped: true, HistoryKnown: true,
		Settings: advice.DefaultSettings(), Seed: 1,
	}
}

func of(t testing.TB, c assessment.Case) map[advice.Action]advice.Advice {
	t.Helper()
	a, err := assessment.Of(c, nil)
	if err != nil {
		t.Fatal(err)
	}
	out := map[advice.Action]advice.Advice{}
	for _, x := range a.Advice {
		out[x.Action] = x
	}
	return out
}

var (
	fine      = look.Counts{Brood: 4, Honey: 2, Nectar: 0.5, Pollen: 1, Empty: 2.5}
	emptyish  = look.Counts{Honey: 1, Nectar: 1, Empty: 8}
	jun       = day.Of(2026, time.June, 16)
	september = day.Of(2026, time.September, 14)
	october   = day.Of(2026, time.October, 8)
	july      = day.Of(2026, time.July, 25)
)

// TestEachRuleFiresAndStaysQuiet: one situation in which it must speak, one a
// step beside it in which it must not. Common practice, no source.
func TestEachRuleFiresAndStaysQuiet(t *testing.T) {
	with := func(c assessment.Case, f func(*assessment.Case)) assessment.Case { f(&c); return c }
	tests := []struct {
		rule        advice.Action
		fire, quiet assessment.Case
	}{
		{advice.FeedEmergency,
			hiveOf(t, day.Of(2026, time.April, 12), 14, look.Counts{Brood: 4, Honey: 0.5, Pollen: 1, Empty: 4.5}, 6),
			hiveOf(t, day.Of(2026, time.April, 12), 14, look.Counts{Brood: 4, Honey: 5, Pollen: 1}, 6)},
		{advice.AddSuper,
			hiveOf(t, jun, 10, fine, 9, look.Counts{Honey: 7, Nectar: 2.5, Empty: 0.5}),
			hiveOf(t, jun, 8, fine, 9, emptyish, look.Counts{Empty: 10}, look.Counts{Empty: 10})},
		{advice.RelieveHoneyBound,
			hiveOf(t, jun, 10, look.Counts{Brood: 2.5, Honey: 6, Nectar: 0.5, Pollen: 0.8, Empty: 0.2}, 9, emptyish),
			hiveOf(
				t, jun, 10, look.Counts{Brood: 6, Honey: 1, Nectar: 0.5, Pollen: 1, Empty: 1.5}, 9, emptyish,
				look.Counts{Empty: 10},
			)},
		{advice.CheckCells,
			with(hiveOf(t, day.Of(2026, time.May, 20), 10, fine, 9, emptyish), func(c *assessment.Case) {
				c.CellCheckDay = c.Today - 9
			}),
			hiveOf(t, day.Of(2026, time.May, 20), 10, fine, 9, emptyish)},
		{advice.HarvestSuper,
			hiveOf(
				t, july, 7, look.Counts{Brood: 3, Honey: 4, Pollen: 1, Empty: 2}, 9,
				look.Counts{Honey: 9, Nectar: 0.8, Empty: 0.2},
			),
			hiveOf(
				t, july, 7, look.Counts{Brood: 3, Honey: 4, Pollen: 1, Empty: 2}, 9,
				look.Counts{Honey: 5, Nectar: 4, Empty: 1},
			)},
		{advice.HoldHarvest,
			hiveOf(
				t, july, 7, look.Counts{Brood: 3, Honey: 4, Pollen: 1, Empty: 2}, 9,
				look.Counts{Honey: 5, Nectar: 4, Empty: 1},
			),
			hiveOf(
				t, july, 7, look.Counts{Brood: 3, Honey: 4, Pollen: 1, Empty: 2}, 9,
				look.Counts{Honey: 9, Nectar: 0.8, Empty: 0.2},
			)},
		{advice.FeedWinter,
			hiveOf(t, september, 12, look.Counts{Brood: 2.5, Honey: 3.5, Pollen: 1, Empty: 3}, 7),
			hiveOf(t, september, 12, look.Counts{Brood: 1.5, Honey: 7.4, Pollen: 0.6, Empty: 0.5}, 7)},
		{advice.Combine,
			hiveOf(t, september, 12, look.Counts{Brood: 1, Honey: 6, Pollen: 0.5, Empty: 2.5}, 2),
			hiveOf(t, september, 12, look.Counts{Brood: 2, Honey: 6, Pollen: 0.5, Empty: 1.5}, 8)},
		{advice.DeadOutCheck,
			with(hiveOf(t, october, 14, look.Counts{Honey: 7, Empty: 3}, 0.1), func(c *assessment.Case) {
				c.Look.Queen = colony.QueenEvidence{Looked: true}
			}),
			hiveOf(t, october, 14, look.Counts{Brood: 0.5, Honey: 7, Pollen: 1, Empty: 1.5}, 3)},
		{advice.PackDown,
			hiveOf(
				t, october, 14, look.Counts{Brood: 0.5, Honey: 7, Pollen: 1, Empty: 1.5}, 6,
				look.Counts{Honey: 0.3, Empty: 9.7},
			),
			hiveOf(t, october, 14, look.Counts{Brood: 0.5, Honey: 7, Pollen: 1, Empty: 1.5}, 6)},
		{advice.LookCloser,
			with(hiveOf(t, jun, 10, fine, 9, emptyish, look.Counts{Empty: 10}), func(c *assessment.Case) {
				c.Look.Queen = colony.QueenEvidence{Looked: true, Capped: true}
			}),
			hiveOf(t, jun, 10, fine, 9, emptyish, look.Counts{Empty: 10})},
		{advice.Leave,
			hiveOf(
				t, day.Of(2026, time.June, 25), 6,
				look.Counts{Brood: 4, Honey: 2, Nectar: 0.3, Pollen: 1, Empty: 2.7}, 9, emptyish,
				look.Counts{Empty: 10}, look.Counts{Empty: 10},
			),
			hiveOf(t, jun, 10, fine, 9, look.Counts{Honey: 7, Nectar: 2.5, Empty: 0.5})},
	}
	for _, tt := range tests {
		if got := of(t, tt.fire); got[tt.rule].Do == "" {
			t.Errorf("%s stays quiet; %v", tt.rule, said(got))
		} else if c := got[tt.rule].Confidence; !(c >= 0.2 && c <= 1) {
			t.Errorf("%s is sure to %g", tt.rule, c)
		}
		if got := of(t, tt.quiet); got[tt.rule].Do != "" {
			t.Errorf("%s fires: %s %s", tt.rule, got[tt.rule].Do, got[tt.rule].Reason)
		}
	}
}

// TestOneThingBeforeAnother: a dead hive is only closed, and a colony to be united is not fed for winter first.
func TestOneThingBeforeAnother(t *testing.T) {
	dead := hiveOf(t, september, 14, look.Counts{Honey: 2, Empty: 8}, 0.1)
	dead.Look.Queen = colony.QueenEvidence{Looked: true}
	if got := of(t, dead); len(got) != 1 || got[advice.DeadOutCheck].Do == "" ||
		len(got[advice.DeadOutCheck].Cautions) == 0 {
		t.Errorf("of a hive with hardly a bee is said %v", said(got))
	}
	weak := of(t, hiveOf(t, september, 12, look.Counts{Brood: 1, Honey: 2.5, Pollen: 0.5, Empty: 6}, 2))
	if weak[advice.Combine].Do == "" || weak[advice.FeedWinter].Do != "" || weak[advice.PackDown].Do != "" {
		t.Errorf("of a colony too weak to winter is said %v", said(weak))
	}
	// A nuc is meant to be small.
	nuc, err := hive.FormatFor("langstroth-nuc-5")
	if err != nil {
		t.Fatal(err)
	}
	small := hiveOf(t, september, 12, look.Counts{Brood: 1, Honey: 2.5, Pollen: 0.5, Empty: 1}, 2.5)
	small.Stack.Boxes[0] = hive.NewBox("nest", nuc, 5, hive.Make{Drawn: true})
	if got := of(t, small); got[advice.Combine].Do != "" {
		t.Errorf("a nuc is told to be united: %v", said(got))
	}
}

func said(m map[advice.Action]advice.Advice) []string {
	var out []string
	for _, a := range m {
		out = append(out, a.Do)
	}
	return out
}

func TestTheLeastThatSufficesIsAdvised(t *testing.T) {
	c := hiveOf(t, jun, 10, fine, 9, look.Counts{Honey: 7, Nectar: 2.5, Empty: 0.5})
	n := of(t, c)[advice.AddSuper].Needs[0].Count
	c.Visit = jun + 3
	if few := of(t, c)[advice.AddSuper].Needs[0].Count; few > n {
		t.Errorf("%v supers for three days, %v for ten", few, n)
	}
	// Foundation is offered where that is what there is.
	c.Settings.DrawnSupers = false
	if a := of(t, c)[advice.AddSuper]; !strings.Contains(a.Do, "foundation") ||
		!strings.HasPrefix(a.Needs[0].What, "foundation") {
		t.Errorf("with foundation only: %q, load %v", a.Do, a.Needs)
	}
}

func TestThresholdsAreTheUsers(t *testing.T) {
	c := hiveOf(
		t, july, 7, look.Counts{Brood: 3, Honey: 4, Pollen: 1, Empty: 2}, 9,
		look.Counts{Honey: 6.8, Nectar: 2.8, Empty: 0.4},
	)
	if of(t, c)[advice.HarvestSuper].Do != "" {
		t.Error("71 % capped is harvested at a limit of 80 %")
	}
	c.Settings.CappedShare = 0.7
	if of(t, c)[advice.HarvestSuper].Do == "" {
		t.Error("71 % capped is not harvested at a limit of 70 %")
	}
	w := hiveOf(t, september, 12, look.Counts{Brood: 1.5, Honey: 7.4, Pollen: 0.6, Empty: 0.5}, 7)
	w.Settings.WinterTargetKg = 30
	if of(t, w)[advice.FeedWinter].Do == "" {
		t.Error("a target of 30 kg asks for no feed")
	}
}

func TestColdMeansFondant(t *testing.T) {
	c := hiveOf(t, day.Of(2026, time.February, 10), 14, look.Counts{Brood: 0.5, Honey: 0.8, Pollen: 0.5, Empty: 8.2}, 5)
	// Liquid feed is not taken below 10-12 degrees (common practice).
	if a := of(t, c)[advice.FeedEmergency]; !strings.Contains(a.Do, "fondant") {
		t.Errorf("in February: %q", a.Do)
	}
}

func TestHoneyCombsLeaveTheWallsAndTheBrood(t *testing.T) {
	b := hive.NewBox("n", hive.Formats[0], 10, hive.Make{Drawn: true})
	for i := range b.Frames {
		b.Frames[i].A, b.Frames[i].B = comb.Shares{comb.Honey: 1}, comb.Shares{comb.Honey: 1}
	}
	b.Frames[4].A = comb.Shares{comb.Brood: 0.5, comb.Honey: 0.5}
	c := hive.HoneyCombs(hive.Stack{Boxes: []hive.Box{b}}, 20)
	if len(c.Places) != 7 {
		t.Errorf("%d combs, want seven: ten less two walls and one with brood", len(c.Places))
	}
	for _, p := range c.Places {
		if p.Slot == 0 || p.Slot == 9 || p.Slot == 4 {
			t.Errorf("slot %d was chosen", p.Slot+1)
		}
	}
}
