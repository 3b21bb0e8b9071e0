package main

// Of plans that are drawn, hives that share, hives that died and queens that are raised.
var (
	inDrawn = []string{
		"./core/places ./core/draft ./core/moves ./core/share ./core/queen ./core/look ./core/shorthand ./core/hive ./core/history",
		"./core/arrange -short", "./web -run Drawn|Line|Reared|Balance",
	}
	ofDrawn = []fault{
		{
			"a comb nobody has seen parts the brood", "core/places/brood_parted.go", "unseen = unseen || row[k].Class == Unknown",
			"unseen = unseen && row[k].Class == Unknown", inDrawn,
		},
		{
			"a school opens the nest in the cold", "core/places/pollen_parted.go", "!(room && v.Opens && v.mild())", "!(room && v.Opens)",
			inDrawn,
		},
		{"what stood broken before is told again", "core/places/places.go", "had[b.Rule] += b.Minutes", "had[b.Rule] += 0", inDrawn},
		{
			"a comb that keeps its order is handled", "core/arrange/search.go", "row[k+1] = last[k] + 1", "row[k+1] = last[k]", inDrawn,
		},
		{
			"the search never begins anew", "core/arrange/arrange.go", "	for s.tries < tries {\n", "	for s.tries < 0 {\n", inDrawn,
		},
		{
			"a full box gives no comb for one", "core/draft/apply.go", "s.From.Box != s.To.Box && len(b.Frames) >= b.Format.Slots {",
			"s.From.Box != s.To.Box && len(b.Frames) > b.Format.Slots {", inDrawn,
		},
		{"a comb hangs in two places", "core/moves/rearranged.go", "if seen[id] {", "if seen[id] && id == \"\" {", inDrawn},
		{
			"the comb with most brood goes below with her", "core/moves/brood_raised.go", "(!ok || n < least)", "(!ok || n > least)", inDrawn,
		},
		{"honey is hung into the brood", "core/moves/honey_in.go", "return first - 1", "return first", inDrawn},
		{"who gains nothing is paired", "core/share/share.go", "i > 0 && value[i-1][j-1] > 0", "i > 0", inDrawn},
		{
			"a dead hive with sick brood is free", "core/history/dead_out.go", "case d.Free && sick:", "case d.Free && sick && !d.Every:",
			inDrawn,
		},
		{"more cells are taken than were grafted", "core/history/graft.go", "if g.Cells > x.Cells {", "if g.Cells > 2*x.Cells {", inDrawn},
		{"a nest is opened in the rain", "core/look/opening.go", "&& w.RainMM <= showerMM;", "&& w.RainMM <= 10*showerMM;", inDrawn},
		{
			"a line carries from a hive to itself", "core/shorthand/between.go", "other == \"\" || other == code ||", "other == \"\" ||", inDrawn,
		},
		{
			"combs of a line go to another yard", "app/between.go", "if c.YardID != here.YardID {", "if c.YardID == \"\" {", inDrawn,
		},
		{
			"a cell is given before it is ripe", "app/rearing.go", "on < g.Day+queen.RipeAfter-1", "on < g.Day", inDrawn,
		},
	}
)
