package main

// Of what may be taken, of lots, of the days of a pull, and of what a scale sends and tells.
var (
	inHoney = []string{
		"./core/harvest ./core/lots ./core/pull ./core/honey ./core/season ./core/ledger ./station",
		"./core/history -run Sample|Bars|Water", "./core/assessment -run Flow|Sugar", "./exchange -run Golden|Wrong|Version",
		"./app -run Care", "./web -run Harvest|Jar|Reading|Pull|Season",
		"./cmd/kembo -run Strangers|StationProgram",
	}
	ofHoney = []fault{
		{"dry honey is sold though it was fed", "core/harvest/verdict.go", "if x.Cause == Fed {", "if false {", inHoney},
		{"capped honey is ready however wet", "core/harvest/verdict.go", "case f.Water > keeps:", "case false:", inHoney},
		{"one comb speaks for a box", "core/harvest/water.go", "const enoughCombs = 3", "const enoughCombs = 1", inHoney},
		{"a reading of last month decides", "core/harvest/water.go", "on-r.Day > TellsDays ||", "", inHoney},
		{"a label bars one day too few", "core/harvest/bar.go", "on <= b.Until", "on < b.Until", inHoney},
		{
			"a comb that came later is barred with the rest", "core/history/combs.go",
			"p.To != 0 && p.To < c.In",
			"false", inHoney,
		},
		{
			"what the flow brings is asked for twice", "core/harvest/stays.go",
			"s.TargetKg + s.EatsKg - s.BringsKg - s.NestKg",
			"s.TargetKg + s.EatsKg - s.NestKg", inHoney,
		},
		{"a sale leaves the lot as it was", "core/lots/lots.go", "l.Kg -= kg", "l.Kg -= 0 * kg", inHoney},
		{
			"a crop is extracted twice", "core/lots/extracted.go",
			`if in := a.lotOf[c]; in != "" {`,
			`if in := a.lotOf[c]; false {`, inHoney,
		},
		{
			"a blend does not lead to its hives", "core/lots/trace.go",
			"func(l *Lot) []Part { return l.From }",
			"func(l *Lot) []Part { return nil }", inHoney,
		},
		{
			"an extraction is taken back under its blend", "core/lots/fits.go",
			"if len(after) <= len(before) {",
			"if true {", inHoney,
		},
		{
			"boxes are pulled on the day of the boards", "core/pull/pull.go",
			"on >= leadDays && !p.days[on-leadDays].Shut",
			"true", inHoney,
		},
		{
			"a yard is pulled after its last day", "core/pull/pull.go",
			"y.Last > 0 && d.Day > y.Last",
			"y.Last < 0 && d.Day > y.Last", inHoney,
		},
		{
			"the warm clock of a scale is believed", "core/ledger/intake.go",
			"r.At.After(now.Add(aheadMost))",
			"false", inHoney,
		},
		{"the later of two readings stands", "core/ledger/intake.go", "case stands:", "case false:", inHoney},
		{"a lid that was lifted is a swarm", "core/ledger/happened.go", "&& !t.madeUp(i, -kg)", "", inHoney},
		{"what dries is robbed", "core/ledger/happened.go", "- dries; took", "- 0*dries; took", inHoney},
		{
			"any token lets a station in", "store/station.go",
			"WHERE token_hash = ? AND removed_utc IS NULL`\n	stationByID",
			"WHERE token_hash >= ? AND removed_utc IS NULL`\n	stationByID", inHoney,
		},
		{
			"a station that was removed still sends", "store/station.go",
			"WHERE token_hash = ? AND removed_utc IS NULL`\n	stationByID",
			"WHERE token_hash = ?`\n	stationByID", inHoney,
		},
		{
			"honey that sets waits for nothing", "core/plan/sets.go",
			"return setShare * saleKg(kg)",
			"return 0 * setShare * saleKg(kg)", inHoney,
		},
		{"a swarm on the scale is not said", "app/care.go", "case ledger.SwarmLeft:", "case \"\":", inHoney},
		{
			"a ready box is taken off a hungry hive", "core/harvest/take.go",
			"if o.Kg <= free+littleKg {",
			"if true {", inHoney,
		},
	}
)
