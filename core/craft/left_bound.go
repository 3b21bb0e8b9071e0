package craft

// bound is what it costs to leave a nest bound until the visit after next, kg: the bees that are not reared, which
// are those of the next flow or of winter. Source: common practice; the size a guess.
const bound = 3.5

var leftBound = Rule{
	Key: "left_bound", Rank: Costly,
	Says:   "no nest is left bound with honey, with no room for the queen, while her brood still counts",
	Source: "common practice: what is not laid in August does not come through winter",
	check: func(p *Plan) (float64, string, bool) {
		return bound * p.Bound, "The nest stays bound with honey: she has hardly a cell to lay in.", p.Bound > 0 && !p.Roomed
	},
}
