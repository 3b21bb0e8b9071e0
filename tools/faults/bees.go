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
		"return (k*math.Log(share) + (n-k)*math.Log1p(-share)) / clumping",
		"return (k*math.Log(share) + 0*(n-k)*math.Log1p(-share)) / clumping", inCore,
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
		"a virgin flies in the rain", "core/bees/laying.go", "(c.FlightHours < p.MateHours || !y.mates)", "!y.mates",
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
}
