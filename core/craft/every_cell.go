package craft

var everyCell = Rule{
	Key: "every_cell", Rank: Never,
	Says:   "not every queen cell is destroyed unless eggs or the queen were seen that day",
	Source: "common practice: the swarm may be gone, and the cells are then all there is",
	check: func(p *Plan) (float64, string, bool) {
		return isLeft, "Neither eggs nor the queen were seen today: with the last cell goes the last queen.",
			p.AllCells && !p.EggsSeen
	},
}
