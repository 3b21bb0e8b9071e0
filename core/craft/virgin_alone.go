package craft

// disturbed is what opening a hive costs from which a virgin flies out, kg: the chance that she does not
// find back, times a queen and three weeks. Source: none; guess.
const disturbed = 3.0

var virginAlone = Rule{
	Key: "virgin_alone", Rank: Costly,
	Says:   "a hive is not opened while its virgin flies out to mate",
	Source: "common practice: a fortnight after she emerges",
	check: func(p *Plan) (float64, string, bool) {
		return disturbed, "Its virgin flies out until " + p.Alone[1].Short() + ": leave the hive shut.",
			p.Opens >= Parted && p.Alone[1] != 0 && p.On >= p.Alone[0] && p.On <= p.Alone[1]
	},
}
