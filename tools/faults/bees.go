package main

// ofBees are faults of mites, losses, weather and what a colony needs.
var ofBees = []fault{
	{
		"mites breed in drone cells as in workers'", "core/bees/mites.go", "born := m * (p.MiteDrone - 1)",
		"born := m * (p.MiteWorker - 1)", inCore,
	},
	{
		"a treatment reaches into every cell", "core/bees/mites.go", "		if t.cells {\n			s.killSealed(kill)",
		"		if true {\n			s.killSealed(kill)", inCore,
	},
	{
		"mites stay behind when bees are carried over", "core/bees/parcel.go", "l.Mites = was.Mites * c.BeesOut",
		"l.Mites = 0", inCore,
	},
	{
		"a count of none leaves the mites as believed", "core/forecast/see_mites.go",
		"return (k*math.Log(share) + (n-k)*math.Log1p(-share)) /",
		"return (k*math.Log(share) + 0*(n-k)*math.Log1p(-share)) /", inCore,
	},
	{
		"a treatment in the log does nothing to mites", "core/moves/change.go",
		"		c.Treat = treatOf(after.all[id].Did, on)\n", "", inCore,
	},
	{
		"a colony without a queen is no loss", "core/bees/lost.go",
		"	case s.QueenPeak <= 0 && s.NextQueen <= 0 && !s.Caged:\n		return ToQueen\n", "", inCore,
	},
	{
		"a virgin flies in the rain", "core/bees/queen.go", "(c.FlightHours < p.MateHours || !y.mates)", "!y.mates",
		inCore,
	},
	{
		"foragers stay with the bees that were given", "core/moves/frame_moved.go",
		"from.Did.BeesOut, from.Did.FlyBack = beesOn(from.Stack, a.Frame), true",
		"from.Did.BeesOut, from.Did.FlyBack = beesOn(from.Stack, a.Frame), false",
		[]string{inCore[0] + " ./lab/combwise"},
	},
	{
		"a day of drawn weather hangs on where the yard begins", "core/forecast/yard.go",
		"offers := y.daysOf(site, today, window)", "offers := y.daysOf(site, today, window)[window-1:]", inCore,
	},
	{
		"the reserve is the same all year", "core/forecast/runway.go", "keep, kept = r.reserves[i+1], r.reserves[i]",
		"keep, kept = r.reserves[0], r.reserves[0]", inCore,
	},
	{
		"a look keeps members that it rules out", "core/forecast/agree.go", "if out == 0 || 2*out > n {",
		"if out >= 0 {", []string{inCore[0], "./demo"},
	},
	{
		"rain counts as nectar", "core/ledger/rain.go", "			d.GainKg -= w.Kg\n", "",
		[]string{"./core/ledger ./app", "./demo"},
	},
	{
		"a latitude leaves the hemisphere as it was", "app/place.go", "		if p.LatitudeDeg < 0 {\n			half = season.South",
		"		if p.LatitudeDeg < -90 {\n			half = season.South", inApp,
	},
	{
		"combs with brood are full of it", "core/look/arrange.go", "	c.Brood *= c.BroodCover\n", "", inCore,
	},
	{
		"insulation saves nothing", "core/bees/eating.go", "(1 - s.Warmed) * (1 - s.Snug)", "(1 - s.Warmed)", inCore,
	},
	{
		"supers are capped by the day", "core/bees/nectar.go", "return cells * s.SuperKgPerCell * (1 - s.dearth)", "return 0 * cells",
		inCore,
	},
	{
		"open cells weigh as thin nectar", "core/forecast/posterior.go",
		"return 1 / (taken * (ripe + (1-ripe)*p.NectarCells))", "return 1 + 0*ripe*taken*p.NectarCells", inCore,
	},
	{
		"a superseded queen leaves a break", "core/bees/queen.go", "s.QueenPeak = failing * peak", "s.QueenPeak = 0 * failing * peak",
		inCore,
	},
	{
		"no second swarm follows", "core/bees/swarm.go", "		s.castIn = castAfter\n", "		s.castIn = 0 * castAfter\n", inCore,
	},
	{
		"all queens go on as long", "core/bees/laying.go", "return share + s.Keeps*share*(1-share)", "return share + 0*s.Keeps", inCore,
	},
	{
		"a count of many mites is known as if they did not clump", "core/forecast/see_mites.go", "clumpMore = 0.1", "clumpMore = 0.001",
		[]string{inCore[0], "./lab/skill ./lab/calibration"},
	},
	{
		"mites of the second simulator breed in workers' cells as in drones'", "lab/combwise/mites.go",
		"c.riding += in * leavesWorker", "c.riding += 0*leavesWorker + in*leavesDrone", []string{"./lab/combwise"},
	},
	{
		"a sample's middle is of the wrong bins", "core/measure/middle.go", "r.at[i] = r.all - int(count[b]) + k - before",
		"r.at[i] = r.all - int(count[b])", []string{"./core/measure"},
	},
}
