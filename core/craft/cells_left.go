package craft

// What it costs to leave a swarm's queen cells as they were found, kg, and to come to them late. Source: common
// practice: cells are dealt with when they are found, whatever the flow; sizes are guesses.
const cellsLeft, cellsLate = 8.0, 5.0

// begunLeft is the same for eggs in many cups, of which some come to nothing. Source: none; guess.
const begunLeft = 2.0

var swarmCellsLeft = Rule{
	Key: "swarm_cells_left", Rank: Costly,
	Says:   "queen cells of a swarm are not left as they were found",
	Source: "common practice: the swarm goes when the first is capped",
	check: func(p *Plan) (float64, string, bool) {
		if p.CellsDealt {
			return cellsLate, "The queen cells wait: the swarm may go before.", p.CellsFound && p.CellsLate
		}
		if p.CellsBegun {
			return begunLeft, "Cups with eggs are left: the first is capped five days on.", true
		}
		return cellsLeft, "Queen cells of a swarm are left as they were found.", p.CellsFound
	},
}
