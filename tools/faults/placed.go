package main

// Of hives that change places, stand over another or take one in, of clipped queens, and of what should come of what was done.
var (
	inPlaced = []string{
		"./core/moves ./core/craft ./core/plan ./core/history ./core/queen ./core/shorthand",
		"./core/assessment -run Wished|Spring|Drones|Rich|Custom", "./exchange -run Beside", "./app -run Places",
		"./web -run ASheet",
	}
	ofPlaced = []fault{
		{
			"fliers come home to nobody", "core/moves/places_changed.go",
			"from.Did.FliersOut = a.Share", "from.Did.FliersOut = 0", inPlaced,
		},
		{
			"the small hive gives its fliers to the strong one", "core/moves/places_changed.go", "if flyOther > flyOne {",
			"if flyOther < flyOne {", inPlaced,
		},
		{
			"fliers who leave stay with the hive too", "core/bees/change.go",
			"s.Foragers -= gone\n		s.Ledger.BeesLeft", "s.Ledger.BeesLeft", inPlaced,
		},
		{
			"brood for a nuc box comes out of a small hive", "core/plan/resource_frames.go",
			"if x.brood < resourceLeast*broodComb(f.Frame) {", "if x.brood < 0 {", inPlaced,
		},
		{"hives change places in the cold", "core/plan/swap_places.go", "x.highC >= swapWarmC &&", "", inPlaced},
		{
			"one changes places with its like", "core/plan/swap_places.go", "if !to.Fliers.Told || from.Bees < swapTimes*to.Bees {",
			"if !to.Fliers.Told {", inPlaced,
		},
		{
			"a small hive goes over a weak one", "core/plan/double_screen.go",
			"|| strong[ahead].Bees < screenTimes*s.bees() {", "{", inPlaced,
		},
		{
			"it goes over another in mild weather", "core/plan/double_screen.go",
			"|| x.coldestC <= screenNightC &&", "|| true &&", inPlaced,
		},
		{"it stays over another for ever", "core/craft/screen_left.go", "p.ScreenOutgrown && !p.Unites", "false", inPlaced},
		{"an unseen queen is clipped", "core/plan/clip_queen.go", "|| !s.Estimate.Queen.Seen ||", "||", inPlaced},
		{"a clipped queen is clipped again", "core/plan/clip_queen.go", "if s.Clipped || ", "if ", inPlaced},
		{
			"a hive takes in two in a week", "core/plan/neighbours.go",
			"|| s.Visit-n.TookIn >= unitedDays", "|| true", inPlaced,
		},
		{"who took another in does not know it", "core/history/ended.go", "w.TookIn = on", "w.TookIn = 0 * on", inPlaced},
		{
			"drones are always in time", "core/plan/drones.go",
			"s.on(r.FliesFrom).Bees >=", "s.on(r.FliesFrom).Bees >= 0*", inPlaced,
		},
		{"a split is brood given away", "core/history/follow_up.go", "return gave && got", "return gave", inPlaced},
		{
			"two combs in one hive are alternated honey", "core/history/follow_up.go",
			"|| on[st.Boxes[at.Box].ID] != e.Day", "", inPlaced,
		},
		{
			"a line of places is not read", "core/shorthand/between.go",
			"ok && what == placeWord", "ok && what == \"\"", inPlaced,
		},
		{"a sheet forgets the queen's wing", "web/move_steps.go", "a.Action == plan.ClipQueen ||", "", inPlaced},
	}
)
