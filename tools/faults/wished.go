package main

// Of ways against a swarm, what is done by wish, queens who are shut in, and sheets that are ticked in part.
var (
	inWished = []string{
		"./core/moves ./core/craft ./core/plan ./core/bees ./core/colony ./core/history",
		"./core/assessment -run Wished|Thin|Spring|Shut|Caged|Ways|Artificial|Situations|Custom", "./app -run ALine|Nothing",
		"./web -run Left|Names",
	}
	ofWished = []fault{
		{"two steps name their combs alike", "core/moves/table.go", "n = max(n, k)", "n = max(n, 0)", inWished},
		{
			"drones that are cut out leave their mites", "core/bees/change.go", "s.Mites.Drone[i] -= mites",
			"s.Mites.Drone[i] -= 0", inWished,
		},
		{"a comb without drones is cut", "core/moves/drone_cut.go", "if cells <= 0 {", "if cells < 0 {", inWished},
		{
			"drones cut out take the comb along", "core/moves/drone_cut.go", "|| droneful(was) && sameComb",
			"|| false && sameComb", inWished,
		},
		{
			"old eggs free a caged queen", "core/history/queens.go", "if e.Day-w.CagedSince > queen.HatchesAfter {",
			"if true {", inWished,
		},
		{"a caged queen is a missing one", "core/plan/queens.go", "&& !q.Seen && !q.Caged", "&& !q.Seen", inWished},
		{"a caged queen lays", "core/forecast/start.go", "s.Caged = q.Caged", "s.Caged = false", inWished},
		{
			"nobody minds a queen who stays shut in", "core/craft/caged_long.go", "days > cagedDays && !p.LetOut",
			"days > 3*cagedDays && !p.LetOut", inWished,
		},
		{
			"a swarm on foundation goes hungry", "core/craft/swarm_unfed.go", "p.NewLacksKg > leastTold",
			"p.NewLacksKg > 9*leastTold", inWished,
		},
		{"a swarm is fed on its first day", "core/plan/compile.go", "age >= newFed &&", "age >= 0 &&", inWished},
		{"what is by wish is done for all", "core/plan/schools.go", "|| byWish(a) && !s.custom(a)", "", inWished},
		{"a wish must pay", "core/plan/schools.go", "		return customKg\n", "		return 0\n", inWished},
		{
			"thin syrup where nobody comes for weeks", "core/plan/feed_stimulate.go", "max(next, then-next) > stimulatedDays",
			"max(next, then-next) > 9*stimulatedDays", inWished,
		},
		{"she is shut in before the heather", "core/plan/cage_queen.go", "after < cagedAfterKg", "after >= 0", inWished},
		{
			"an artificial swarm leaves her no food", "core/plan/artificial_swarm.go",
			"max(1-artificialKeepsKg/max(x.nestKg, 1), 0)", "1.0", inWished,
		},
		{"a small hive makes an artificial swarm", "core/plan/artificial_swarm.go", "x.bees < artificialBees ||", "", inWished},
		{"leaving the cells costs no honey", "core/plan/ways.go", "o.terms.Honey - o.terms.Swarm", "o.terms.Honey", inWished},
		{
			"a harvest is held in December", "core/plan/hold_harvest.go", "!season.CropsComeOff.Has(s.scene(next).season) {",
			"season.CropsComeOff.Has(s.scene(next).season) && false {", inWished,
		},
		{
			"an old queen is worn in summer alone", "core/plan/requeen.go", "x.peak < poorPeak || x.bees < smallForce",
			"x.bees < smallForce", inWished,
		},
		{"brood that is worth nothing is paired", "core/plan/sharing.go", "if !to.BroodIn.Told {", "if worth == 0 {", inWished},
		{"a line of last week is read as of today", "app/between.go", "return e.Day > on })", "return false })", inWished},
		{
			"what was left out is not asked about", "web/move_sheet.go", "if left := leftOut(c, form); len(left) > 0 {",
			"if left := leftOut(c, form); len(left) > 99 {", inWished,
		},
		{
			"a tab that is refused its turn gives up", "web/static/queue.js", "{ signal: AbortSignal.timeout(PATIENCE) }, turn)",
			"{ ifAvailable: true }, (l) => (l ? turn() : null))", []string{"./browser -run ATabThatHangs"},
		},
	}
)
