package craft_test

import (
	"strings"
	"testing"
	"time"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/season"
)

var (
	on   = day.Of(2026, time.June, 10)
	june = season.Place{Climate: season.Climates[0], Hemisphere: season.North}.On(on)
	nov  = season.Place{Climate: season.Climates[0], Hemisphere: season.North}.On(day.Of(2026, time.November, 10))
)

// box is a box of combs of which so much is honey and the rest empty comb.
func box(id string, super bool, honey float64) hive.Box {
	f := hive.Formats[0]
	if super {
		f = hive.Formats[2]
	}
	b := hive.NewBox(id, f, 10, hive.Make{Super: super, Drawn: true})
	for i := range b.Frames {
		b.Frames[i].A = comb.Shares{comb.Honey: honey, comb.Empty: 1 - honey}
		b.Frames[i].B = b.Frames[i].A
	}
	return b
}

func stack(boxes ...hive.Box) hive.Stack { return hive.Stack{Boxes: boxes} }

// usual is a hive in June to which nothing is done.
func usual() craft.Plan {
	st := stack(box("n", false, 0.5), box("s", true, 0.5))
	return craft.Plan{
		Today: on, On: on, Season: june, HighC: 20, EmptiesC: 18, GoodDayKg: 0.2, StoresKg: 14, Bees: 30000, InUse: 0.9, Before: st, After: st,
		Health: colony.Healthy, HealthDay: on, EggsSeen: true, LiftLimitKg: 25, WinterKg: 19, ReserveKg: 5,
	}
}

// turnedWith turns a nest of two boxes with such a share of brood on each comb of the lower one, of ten.
func turnedWith(brood float64) func(*craft.Plan) {
	return func(p *craft.Plan) {
		low, top := box("low", false, 0), box("top", false, 0.2)
		for i := range low.Frames {
			low.Frames[i].A = comb.Shares{comb.Brood: brood, comb.Empty: 1 - brood}
			low.Frames[i].B = low.Frames[i].A
		}
		p.Before, p.After, p.OpensNest, p.ColdestC = stack(low, top), stack(top, low), true, 8
	}
}

// TestEachRuleOnBothSidesOfItsBound: what breaks it, and what just keeps it. Common practice, no source, where
// the rule names none.
func TestEachRuleOnBothSidesOfItsBound(t *testing.T) {
	nest := box("n", false, 0.5)
	partner := func(mites float64) *colony.Neighbour { return &colony.Neighbour{Colony: "QL-02", MitesPercent: mites} }
	in := func(what string, days int) []colony.Period {
		return []colony.Period{{What: what, From: on - day.Day(days)}}
	}
	for _, tt := range []struct {
		rule         string
		breaks, keep func(*craft.Plan)
	}{
		{"suspect_shut", func(p *craft.Plan) { p.Suspect, p.Acts = true, 1 }, func(p *craft.Plan) { p.Suspect = true }},
		{"suspect_yard", func(p *craft.Plan) { p.Suspects, p.Takes = []string{"QL-03"}, true },
			func(p *craft.Plan) { p.Suspects, p.Acts = []string{"QL-03"}, 1 }},
		{"unknown_brood", func(p *craft.Plan) { p.NestComb, p.Gives, p.HealthDay = true, true, on-15 },
			func(p *craft.Plan) { p.NestComb, p.Gives, p.HealthDay = true, true, on-14 }},
		{"unknown_brood", func(p *craft.Plan) { p.Unites, p.Health = true, "" }, func(p *craft.Plan) { p.Unites = true }},
		{"barred_harvest", func(p *craft.Plan) { p.Harvested, p.Barred = 1, "It was fed" },
			func(p *craft.Plan) { p.Barred = "It was fed" }},
		{"super_in_treatment", func(p *craft.Plan) { p.Treatments = in("thymol", 3) },
			func(p *craft.Plan) { p.Treatments, p.After = in("thymol", 3), stack(nest) }},
		{"super_over_feed", func(p *craft.Plan) { p.SupersOn, p.FedKg, p.Liquid = 1, 2, true },
			func(p *craft.Plan) { p.SupersOn, p.FedKg = 1, 2 }},
		{"feed_under_super", func(p *craft.Plan) { p.FedKg, p.Liquid = 2, true },
			func(p *craft.Plan) { p.FedKg, p.Liquid, p.After = 2, true, stack(nest) }},
		{"feed_under_super", func(p *craft.Plan) { p.Feeding = true }, func(p *craft.Plan) { p.Feeding, p.After = true, stack(nest) }},
		{"mites_united", func(p *craft.Plan) { p.Unites, p.Partner = true, partner(3.1) },
			func(p *craft.Plan) { p.Unites, p.Partner = true, partner(3) }},
		{"mites_united", func(p *craft.Plan) { p.Unites, p.MitesOver = true, true }, func(p *craft.Plan) { p.MitesOver = true }},
		{"every_cell", func(p *craft.Plan) { p.AllCells, p.EggsSeen = true, false }, func(p *craft.Plan) { p.AllCells = true }},
		{"syrup_in_the_cold", func(p *craft.Plan) { p.FedKg, p.Liquid, p.HighC = 2, true, 10.9 },
			func(p *craft.Plan) { p.FedKg, p.Liquid, p.HighC = 2, true, 11 }},
		{"virgin_alone", func(p *craft.Plan) { p.Opens, p.Alone = craft.Parted, [2]day.Day{on - 3, on} },
			func(p *craft.Plan) { p.Opens, p.Alone = craft.LidOff, [2]day.Day{on - 3, on} }},
		{"virgin_alone", func(p *craft.Plan) { p.Opens, p.Alone = craft.Combs, [2]day.Day{on, on + 9} },
			func(p *craft.Plan) { p.Opens, p.Alone = craft.Combs, [2]day.Day{on + 1, on + 9} }},
		{"nest_in_cold", func(p *craft.Plan) { p.OpensNest, p.ColdestC = true, 4 },
			func(p *craft.Plan) { p.OpensNest, p.ColdestC = true, 5 }},
		{"nest_in_cold", func(p *craft.Plan) { p.OpensNest, p.ColdestC = true, -2 }, func(p *craft.Plan) { p.ColdestC = -2 }},
		{"nest_parted", turnedWith(0.1), turnedWith(0.09)},
		{"syrup_in_the_cold", func(p *craft.Plan) { p.FedKg, p.Liquid, p.EmptiesC = 2, true, 5.9 },
			func(p *craft.Plan) { p.FedKg, p.Liquid, p.EmptiesC = 2, true, 6 }},
		{"cold_opening", func(p *craft.Plan) { p.Opens, p.HighC = craft.Nest, 10 }, func(p *craft.Plan) { p.Opens, p.HighC = craft.Nest, 15 }},
		{"flow_opening", func(p *craft.Plan) { p.Opens = craft.Nest }, func(p *craft.Plan) { p.Opens = craft.Parted }},
		{"super_over_empty", func(p *craft.Plan) {
			p.SupersOn, p.Before = 1, stack(nest, box("s", true, 0.1))
			p.After = stack(nest, box("s", true, 0.1), box("t", true, 0))
		}, func(p *craft.Plan) {
			p.SupersOn, p.Before = 1, stack(nest, box("s", true, 0.2))
			p.After = stack(nest, box("s", true, 0.2), box("t", true, 0))
		}},
		{"super_over_wide", func(p *craft.Plan) { p.SupersOn, p.Bees, p.InUse = 1, 9000, 0.7 },
			func(p *craft.Plan) { p.SupersOn, p.Bees, p.InUse = 1, 9000, 0.8 }},
		{"super_over_wide", func(p *craft.Plan) { p.SupersOn, p.Bees, p.InUse, p.Undrawn = 1, 9000, 0.9, 0.15 },
			func(p *craft.Plan) { p.SupersOn, p.Bees, p.InUse, p.Undrawn = 1, 9000, 0.9, 0.1 }},
		{"super_over_foundation", func(p *craft.Plan) { p.SupersOn, p.Undrawn = 1, 0.2 }, func(p *craft.Plan) { p.SupersOn, p.Undrawn = 1, 0.19 }},
		{"comb_out_in_flow", func(p *craft.Plan) { p.GoodDayKg, p.After = 0.5, stack(box("s", true, 0.5)) },
			func(p *craft.Plan) { p.GoodDayKg = 0.5 }},
		{"excluder_in_winter", func(p *craft.Plan) { p.SeasonLeft, p.After.ExcluderAbove = nov, 1 },
			func(p *craft.Plan) { p.SeasonLeft, p.After.ExcluderAbove = nov, 0 }},
		{"excluder_in_winter", func(p *craft.Plan) { p.Season, p.After.ExcluderAbove = nov, 1 },
			func(p *craft.Plan) { p.After.ExcluderAbove = 1 }},
		{"cold_harvest", func(p *craft.Plan) { p.Harvested, p.HighC, p.After = 1, 13, stack(nest) },
			func(p *craft.Plan) { p.Harvested, p.HighC, p.After = 1, 14, stack(nest) }},
		{"taken_bare", func(p *craft.Plan) { p.Harvested, p.StoresKg = 1, 3.5 }, func(p *craft.Plan) { p.Harvested, p.StoresKg, p.FedKg = 1, 3.5, 1 }},
		{"nest_box_taken", func(p *craft.Plan) {
			p.Harvested, p.StoresKg, p.Before, p.After = 1, 18, stack(nest, box("d", false, 0.5)), stack(nest)
		}, func(p *craft.Plan) {
			p.Harvested, p.StoresKg, p.Before, p.After = 1, 24, stack(nest, box("d", false, 0.5)), stack(nest)
		}},
		{"winter_crop", func(p *craft.Plan) { p.Harvested, p.Season, p.HighC = 1, nov, 17 },
			func(p *craft.Plan) { p.Harvested, p.Season, p.HighC = 1, nov, 18 }},
		{"treatment_left_in", func(p *craft.Plan) { p.Treatments, p.After = in("amidine", 57), stack(nest) },
			func(p *craft.Plan) { p.Treatments, p.After = in("amidine", 56), stack(nest) }},
		{"union_in_winter", func(p *craft.Plan) { p.Unites, p.Season, p.HighC = true, nov, 17 },
			func(p *craft.Plan) { p.Unites, p.Season, p.HighC = true, nov, 18 }},
		{"comb_off_cluster", func(p *craft.Plan) { p.Takes, p.Opens, p.Season, p.HighC = true, craft.Nest, nov, 17 },
			func(p *craft.Plan) { p.Takes, p.Opens, p.Season, p.HighC = true, craft.Nest, nov, 18 }},
		{"left_hungry", func(p *craft.Plan) { p.Starves = [2]float64{0, 0.06} },
			func(p *craft.Plan) { p.Starves = [2]float64{0, 0.05} }},
		{"winter_unfed", func(p *craft.Plan) { p.WinterLacksKg, p.Season = 4, nov }, func(p *craft.Plan) { p.WinterLacksKg, p.Season = 3, nov }},
		{"winter_unfed", func(p *craft.Plan) { p.WinterLacksKg, p.SeasonNow = 4, nov }, func(p *craft.Plan) { p.WinterLacksKg = 9 }},
		{"winter_too_light", func(p *craft.Plan) { // too late for syrup, whatever comes still
			p.After, p.StoresKg, p.Season = stack(nest), 22, nov
		}, func(p *craft.Plan) { p.After, p.StoresKg = stack(nest), 22 }},
		{"feed_under_super", func(p *craft.Plan) { p.Over, p.FedKg, p.Liquid, p.After.ExcluderAbove = true, 2, true, 1 },
			func(p *craft.Plan) { p.Over, p.FedKg, p.Liquid, p.After.ExcluderAbove = true, 2, true, 0 }},
		{"left_bound", func(p *craft.Plan) { p.Bound = 1 }, func(p *craft.Plan) { p.Bound, p.Roomed = 1, true }},
		{"swarm_cells_left", func(p *craft.Plan) { p.CellsFound, p.CellsDealt, p.CellsLate = true, true, true },
			func(p *craft.Plan) { p.CellsFound, p.CellsDealt = true, true }},
		{"swarm_cells_left", func(p *craft.Plan) { p.CellsBegun = true },
			func(p *craft.Plan) { p.CellsBegun, p.CellsDealt = true, true }},
		{"caged_long", func(p *craft.Plan) { p.CagedDays = 24 }, func(p *craft.Plan) { p.CagedDays, p.LetOut = 24, true }},
		{"caged_long", func(p *craft.Plan) { p.CagedDays = 22 }, func(p *craft.Plan) { p.CagedDays = 21 }},
		{"screen_left", func(p *craft.Plan) { p.Before.OverScreen, p.After.OverScreen, p.ScreenOutgrown = true, true, true },
			func(p *craft.Plan) { p.Before.OverScreen, p.ScreenOutgrown = true, true }},
		{"screen_left", func(p *craft.Plan) { p.Before.OverScreen, p.After.OverScreen, p.ScreenOutgrown = true, true, true },
			func(p *craft.Plan) { p.Before.OverScreen, p.After.OverScreen = true, true }},
		{"swarm_unfed", func(p *craft.Plan) { p.NewLacksKg = 0.5 }, func(p *craft.Plan) { p.NewLacksKg = 0.1 }},
		{"eggs_put_off", func(p *craft.Plan) { p.EggsDue = on }, func(p *craft.Plan) { p.EggsDue, p.Looked = on, true }},
		{"left_queenless", func(p *craft.Plan) { p.Queenless = 0.5 }, func(p *craft.Plan) { p.Queenless, p.QueenHelped = 0.9, true }},
		{"check_put_off", func(p *craft.Plan) { p.CheckDue = on },
			func(p *craft.Plan) { p.CheckDue, p.Checked = on, true }},
		{"overfull", func(p *craft.Plan) { p.FedKg = 16 }, func(p *craft.Plan) { p.FedKg = 13 }},
		{"heavy_lift", func(p *craft.Plan) { p.Opens, p.LiftLimitKg = craft.Parted, 12 },
			func(p *craft.Plan) { p.Opens, p.LiftLimitKg = craft.Parted, 15 }},
		{"winter_too_light", func(p *craft.Plan) {
			p.Over, p.After, p.StoresKg = true, stack(nest), 22
		}, func(p *craft.Plan) { p.Over, p.After, p.StoresKg = true, stack(nest), 28 }},
	} {
		bad, good := usual(), usual()
		tt.breaks(&bad)
		tt.keep(&good)
		if !craft.Has(craft.Judge(&bad), tt.rule) {
			t.Errorf("%s is not broken by %+v", tt.rule, craft.Judge(&bad))
		}
		if craft.Has(craft.Judge(&good), tt.rule) {
			t.Errorf("%s is broken by what just keeps it: %+v", tt.rule, craft.Judge(&good))
		}
	}
}

// TestRulesSayWhatTheyAre: each has a sentence, a source and a breach that is said; nothing is broken by leaving a
// usual hive alone.
func TestRulesSayWhatTheyAre(t *testing.T) {
	seen := map[string]bool{}
	for _, r := range craft.Rules {
		if r.Says == "" || r.Source == "" || seen[r.Key] || r.Rank != craft.Never && r.Rank != craft.Costly {
			t.Errorf("%+v", r)
		}
		seen[r.Key] = true
	}
	p := usual()
	if got := craft.Judge(&p); len(got) != 0 {
		t.Errorf("leaving a usual hive breaks %+v", got)
	}
	p.Treatments = []colony.Period{{From: on - 2}}
	for _, b := range craft.Judge(&p) {
		if b.Kg <= 0 || !strings.HasSuffix(b.Say, ".") || !strings.HasPrefix(b.Say, "A treatment") {
			t.Errorf("%+v", b)
		}
	}
}

// TestTheColderTheDearer: what an opening costs grows with how far it goes and how cold it is, and is nothing from
// 15 °C on. Figures are those of the design: a nest for ten minutes at 10 °C 0.4, at 5 °C 2.
func TestTheColderTheDearer(t *testing.T) {
	cost := func(opens craft.Opening, c float64) float64 {
		p := usual()
		p.Opens, p.HighC, p.LiftLimitKg = opens, c, 0
		for _, b := range craft.Judge(&p) {
			if b.Rule == "cold_opening" {
				return b.Kg
			}
		}
		return 0
	}
	if a, b := cost(craft.Nest, 10), cost(craft.Nest, 5); a != 0.4 || b != 2 {
		t.Errorf("at 10 °C %.2f, at 5 °C %.2f", a, b)
	}
	for _, c := range []float64{2, 6, 9, 12} {
		if cost(craft.Combs, c) <= cost(craft.Nest, c) || cost(craft.Nest, c) <= cost(craft.Nest, c+2) {
			t.Errorf("at %.0f °C: all combs %.2f, nest %.2f", c, cost(craft.Combs, c), cost(craft.Nest, c))
		}
	}
}
