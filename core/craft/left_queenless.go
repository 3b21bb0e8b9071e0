package craft

// leftQueenless is what it costs to leave a colony that has no queen and rears none, kg, and queenlessLeast the chance of
// it under which nothing is said. Source: common practice: it gets a queen or goes to another hive while its bees are
// worth something; what robbers and moth take is not forecast. Sizes are guesses.
const leftQueenless, queenlessLeast = 3.0, 0.5

var queenlessLeft = Rule{
	Key: "left_queenless", Rank: Costly,
	Says:   "no colony is left without a queen that rears none",
	Source: "common practice: a queen, a ripe cell, a comb of eggs, or united",
	check: func(p *Plan) (float64, string, bool) {
		return leftQueenless * p.Queenless, "It stays without a queen, and rears none.",
			p.Queenless >= queenlessLeast && !p.QueenHelped
	},
}
